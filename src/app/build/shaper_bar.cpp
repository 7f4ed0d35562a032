// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/shaper_bar.h"

#include "app/build/form_shaper.h"

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QLabel>
#include <QToolButton>
#include <QVBoxLayout>

namespace gravin {

ShaperBar::ShaperBar(FormShaper* shaper, QWidget* parent)
    : QWidget(parent)
    , m_shaper(shaper)
    , m_columns(new QButtonGroup(this))
    , m_wider(button(QStringLiteral("shape-wider"), tr("Wider"), tr("+"),
                     [shaper] { shaper->setSpan(1); }))
    , m_narrower(button(QStringLiteral("shape-narrower"), tr("Narrower"), tr("−"),
                        [shaper] { shaper->setSpan(-1); }))
    , m_row(button(QStringLiteral("shape-row"), tr("New row"), tr("Space"),
                   [shaper] { shaper->toggleRow(); }))
    , m_remove(button(QStringLiteral("shape-remove"), tr("Take off"), tr("Delete"),
                      [shaper] { shaper->removeChosen(); }))
    , m_beside(button(QStringLiteral("shape-labels"), tr("Labels beside"), {}, {})) {
    setProperty("role", "raised");
    m_beside->setCheckable(true);
    connect(m_beside, &QToolButton::clicked, this, [shaper](bool beside) {
        shaper->setLabels(beside ? LabelSide::Beside : LabelSide::Above);
    });
    auto* sections = new QHBoxLayout;
    sections->setSpacing(4);
    sections->addWidget(button(QStringLiteral("shape-section"), tr("Add section"), tr("Insert"),
                               [shaper] { shaper->addSectionAfter(); }));
    sections->addSpacing(8);
    sections->addWidget(new QLabel(tr("Columns")));
    for (int columns = 1; columns <= FormSection::MostColumns; ++columns) {
        QToolButton* choice =
            button(QStringLiteral("shape-columns-%1").arg(columns), QString::number(columns),
                   tr("Ctrl+%1").arg(columns), [shaper, columns] { shaper->setColumns(columns); });
        choice->setCheckable(true);
        m_columns->addButton(choice, columns);
        sections->addWidget(choice);
    }
    sections->addStretch();
    sections->addWidget(m_beside);
    auto* fields = new QHBoxLayout;
    fields->setSpacing(4);
    for (QToolButton* each : {m_wider, m_narrower, m_row, m_remove})
        fields->addWidget(each);
    fields->addStretch();
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(12, 3, 12, 3);
    layout->setSpacing(0);
    layout->addLayout(sections);
    layout->addLayout(fields);
    connect(shaper, &FormShaper::chosenChanged, this, &ShaperBar::refresh);
    refresh();
}

QToolButton* ShaperBar::button(const QString& name, const QString& text, const QString& keys,
                               const std::function<void()>& run) {
    auto* made = new QToolButton;
    made->setObjectName(name);
    made->setText(text);
    made->setFocusPolicy(Qt::NoFocus); // the shaper keeps the keys
    made->setProperty("keys", keys);
    if (run)
        connect(made, &QToolButton::clicked, this, run);
    if (!keys.isEmpty())
        made->setToolTip(tr("%1 (%2)").arg(text, keys));
    return made;
}

void ShaperBar::refresh() {
    const FormLayout& layout = m_shaper->shownLayout();
    const int section = m_shaper->section();
    const bool hasField = !m_shaper->column().isEmpty();
    const QString noField = tr("Choose a field in the form.");
    for (QToolButton* each : {m_wider, m_narrower, m_row}) {
        each->setEnabled(hasField);
        each->setToolTip(hasField
                             ? tr("%1 (%2)").arg(each->text(), each->property("keys").toString())
                             : noField);
    }
    const bool lastSection = !hasField && layout.sections.size() < 2;
    m_remove->setEnabled((hasField || section >= 0) && !lastSection);
    m_remove->setToolTip(lastSection ? tr("A form has at least one section.")
                                     : tr("Take the field off the form, or remove the section; its "
                                          "fields stay (Delete)"));
    if (QAbstractButton* now =
            m_columns->button(layout.sections.value(std::max(0, section)).columns))
        now->setChecked(true);
    m_beside->setChecked(layout.labels == LabelSide::Beside);
}

} // namespace gravin
