// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/exchange/import_ways.h"

#include "core/base/text.h"

#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>
#include <QSignalBlocker>

namespace gravin {

ImportWays::ImportWays(const BoundScreen& screen, QWidget* parent)
    : QWidget(parent)
    , m_screen(screen)
    , m_does(new QComboBox)
    , m_missing(new QComboBox)
    , m_leavesOut(new QCheckBox(tr("Leave out rows that are refused")))
    , m_makes(new QCheckBox)
    , m_acceptsWarnings(new QCheckBox(tr("Take what is unusual"))) {
    using Does = ImportSetUp::Does;
    using Missing = ImportSetUp::Missing;
    m_does->setObjectName(QStringLiteral("import-does"));
    m_does->setAccessibleName(tr("What is done"));
    m_does->addItem(tr("Add and change records"), static_cast<int>(Does::Both));
    m_does->addItem(tr("Only add records"), static_cast<int>(Does::AddOnly));
    m_does->addItem(tr("Only change records"), static_cast<int>(Does::ChangeOnly));
    m_missing->setObjectName(QStringLiteral("import-missing"));
    m_missing->setAccessibleName(tr("Records that the file lacks"));
    m_missing->addItem(tr("What the file lacks stays"), static_cast<int>(Missing::Stay));
    m_missing->addItem(tr("What the file lacks is listed"), static_cast<int>(Missing::Listed));
    m_missing->addItem(tr("What the file lacks is deleted"), static_cast<int>(Missing::Deleted));
    m_leavesOut->setObjectName(QStringLiteral("import-leaves-out"));
    m_makes->setObjectName(QStringLiteral("import-makes"));
    m_makes->setVisible(false);
    m_acceptsWarnings->setObjectName(QStringLiteral("import-accepts-warnings"));
    m_acceptsWarnings->setVisible(false);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    for (QWidget* widget : std::initializer_list<QWidget*>{m_does, m_missing, m_leavesOut, m_makes,
                                                           m_acceptsWarnings})
        row->addWidget(widget);
    row->addStretch(1);
    connect(m_does, &QComboBox::currentIndexChanged, this, &ImportWays::edited);
    connect(m_missing, &QComboBox::currentIndexChanged, this, &ImportWays::edited);
    connect(m_makes, &QCheckBox::toggled, this, [this](bool on) {
        if (on && m_lacksMore)
            Q_EMIT makesWanted();
        else
            Q_EMIT edited();
    });
    connect(m_leavesOut, &QCheckBox::toggled, this, &ImportWays::accepted);
    connect(m_acceptsWarnings, &QCheckBox::toggled, this, &ImportWays::accepted);
}

void ImportWays::show(const ImportSetUp& setUp) {
    const QSignalBlocker blocker(this);
    m_does->setCurrentIndex(m_does->findData(static_cast<int>(setUp.does)));
    m_missing->setCurrentIndex(m_missing->findData(static_cast<int>(setUp.missing)));
    m_leavesOut->setChecked(setUp.leavesOut);
    m_makes->setChecked(!setUp.makes.isEmpty());
    m_unknown = setUp.makes;
}

void ImportWays::apply(ImportSetUp& setUp) const {
    setUp.does = static_cast<ImportSetUp::Does>(m_does->currentData().toInt());
    setUp.missing = static_cast<ImportSetUp::Missing>(m_missing->currentData().toInt());
    setUp.leavesOut = m_leavesOut->isChecked();
}

void ImportWays::follow(const ImportPreview& preview) {
    m_acceptsWarnings->setVisible(preview.unusual > 0);
    const auto& texts = preview.unknown.isEmpty() ? preview.made : preview.unknown;
    QStringList parts;
    QStringList all;
    qint64 count = 0;
    for (auto of = texts.begin(); of != texts.end(); ++of) {
        const BoundField* field = m_screen.field(of.key());
        parts += field ? field->definition.lookup.table : of.key();
        all += *of;
        count += of->size();
    }
    parts.removeDuplicates();
    for (auto of = texts.keyBegin(); of != texts.keyEnd(); ++of) {
        if (!m_unknown.contains(*of))
            m_unknown += *of;
    }
    m_makes->setVisible(count > 0);
    m_makes->setEnabled(true);
    m_lacksMore = !preview.lacks.isEmpty();
    m_makes->setText((m_lacksMore ? tr("Make %1 in %2…") : tr("Make %1 in %2"))
                         .arg(countedRecords(count), parts.join(QStringLiteral(", "))));
    constexpr qsizetype MostNamed = 20;
    m_makes->setToolTip(tr("Lookups do not find: %1").arg(all.mid(0, MostNamed).join(u'\n')));
}

void ImportWays::wait() { m_makes->setEnabled(false); }

void ImportWays::makeNothing() {
    const QSignalBlocker blocker(this);
    m_makes->setChecked(false);
}

void ImportWays::forget() {
    const QSignalBlocker blocker(this);
    m_acceptsWarnings->setChecked(false);
    m_makes->setChecked(false);
    m_makes->setVisible(false);
    m_unknown.clear();
}

QStringList ImportWays::makes() const { return m_makes->isChecked() ? m_unknown : QStringList(); }
bool ImportWays::acceptsWarnings() const { return m_acceptsWarnings->isChecked(); }

} // namespace gravin
