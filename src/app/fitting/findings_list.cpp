// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fitting/findings_list.h"

#include "app/look/theme.h"

#include <QHeaderView>
#include <QLabel>
#include <QTreeWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {

enum ListColumn { SeverityColumn, PlaceColumn, CauseColumn, MendColumn, ListColumnCount };
constexpr int DetailLines = 3;
constexpr Distance PlaceWidth(200);
constexpr Distance CauseWidth(400);

} // namespace

FindingsList::FindingsList(QWidget* parent)
    : QWidget(parent)
    , m_list(new QTreeWidget)
    , m_detail(new QLabel) {
    m_list->setObjectName(QStringLiteral("findings"));
    m_list->setAccessibleName(tr("Findings"));
    m_list->setColumnCount(ListColumnCount);
    m_list->setHeaderLabels({QString(), tr("Where"), tr("What is so"), tr("Mend")});
    m_list->setRootIsDecorated(false);
    m_list->header()->resizeSection(PlaceColumn, PlaceWidth);
    m_list->header()->resizeSection(CauseColumn, CauseWidth);
    m_detail->setTextFormat(Qt::PlainText);
    m_detail->setWordWrap(true);
    m_detail->setMinimumHeight(QFontMetrics(m_detail->font()).lineSpacing() * DetailLines);
    m_detail->setAlignment(Qt::AlignLeft | Qt::AlignTop);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_list, 1);
    layout->addWidget(m_detail);
    connect(m_list, &QTreeWidget::currentItemChanged, this, [this] {
        describeChosen();
        Q_EMIT chosenChanged();
    });
    setFocusProxy(m_list);
}

const Finding* FindingsList::chosen() const {
    const int row = m_list->indexOfTopLevelItem(m_list->currentItem());
    return row < 0 ? nullptr : &m_findings[static_cast<size_t>(row)];
}

void FindingsList::setFindings(const Findings& findings) {
    const QString before = chosen() ? chosen()->id() : QString();
    m_list->clear();
    m_findings = findings;
    std::stable_partition(m_findings.begin(), m_findings.end(), breaks);
    const Colours& colours = Theme::instance().colours();
    for (const Finding& finding : m_findings) {
        auto* item = new QTreeWidgetItem(m_list);
        item->setText(SeverityColumn, breaks(finding) ? tr("breaks") : tr("risks"));
        item->setForeground(SeverityColumn, breaks(finding) ? colours.problem : colours.warning);
        item->setText(PlaceColumn, finding.place);
        item->setText(CauseColumn, finding.cause);
        item->setText(MendColumn, finding.mend);
        for (int column = 0; column < ListColumnCount; ++column) {
            item->setToolTip(column, item->text(column));
            item->setTextAlignment(column, Qt::AlignLeft | Qt::AlignTop);
        }
        if (finding.id() == before)
            m_list->setCurrentItem(item);
    }
    if (!m_list->currentItem() && m_list->topLevelItemCount() > 0)
        m_list->setCurrentItem(m_list->topLevelItem(0));
    describeChosen();
}

void FindingsList::describeChosen() {
    const Finding* finding = chosen();
    m_detail->setText(
        !finding ? QString()
        : finding->mend.isEmpty()
            ? finding->cause + u' ' + finding->consequence
            : tr("%1 %2\nMend: %3").arg(finding->cause, finding->consequence, finding->mend));
}

} // namespace gravin
