// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/findings_panel.h"

#include "app/look/theme.h"
#include "core/base/text.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {

enum ListColumn { SeverityColumn, PlaceColumn, CauseColumn, MendColumn, ListColumnCount };
constexpr int DetailLines = 3;
constexpr Distance PanelWidth(940);
constexpr Distance PanelHeight(460);
constexpr Distance PlaceWidth(200);
constexpr Distance CauseWidth(400);

bool breaks(const Finding& finding) { return finding.severity == Finding::Severity::Breaks; }

} // namespace

FindingsPanel::FindingsPanel(Workspace* workspace, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_worker(startWorker(workspace->project().connection, Session::Access::ReadOnly))
    , m_summary(new QLabel)
    , m_list(new QTreeWidget)
    , m_detail(new QLabel)
    , m_ask(new QPushButton)
    , m_mend(new QPushButton(tr("Mend")))
    , m_mendAll(new QPushButton(tr("Mend all that can be")))
    , m_show(new QPushButton(tr("Show the screen"))) {
    setObjectName(QStringLiteral("findings-panel"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Does the project fit its database?"));
    resize(PanelWidth, PanelHeight);
    m_summary->setObjectName(QStringLiteral("findings-summary"));
    m_summary->setTextFormat(Qt::PlainText);
    m_summary->setWordWrap(true);
    m_list->setObjectName(QStringLiteral("findings"));
    m_list->setAccessibleName(tr("Findings"));
    m_list->setColumnCount(ListColumnCount);
    m_list->setHeaderLabels({QString(), tr("Where"), tr("What is so"), tr("Mend")});
    m_list->setRootIsDecorated(false);
    m_detail->setTextFormat(Qt::PlainText);
    m_detail->setWordWrap(true);
    m_detail->setMinimumHeight(QFontMetrics(m_detail->font()).lineSpacing() * DetailLines);
    m_detail->setAlignment(Qt::AlignLeft | Qt::AlignTop);
    m_list->header()->resizeSection(PlaceColumn, PlaceWidth);
    m_list->header()->resizeSection(CauseColumn, CauseWidth);
    m_ask->setObjectName(QStringLiteral("findings-ask"));
    m_mend->setObjectName(QStringLiteral("findings-mend"));
    m_mend->setProperty("main", true);
    auto* close = new QPushButton(tr("Close"));
    auto* buttons = new QHBoxLayout;
    for (QPushButton* button : {m_mend, m_mendAll, m_show, m_ask})
        buttons->addWidget(button);
    buttons->addStretch();
    buttons->addWidget(close);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_summary);
    layout->addWidget(m_list, 1);
    layout->addWidget(m_detail);
    layout->addLayout(buttons);
    connect(m_list, &QTreeWidget::currentItemChanged, this, &FindingsPanel::refreshButtons);
    connect(m_mend, &QPushButton::clicked, this, [this] { mend(false); });
    connect(m_mendAll, &QPushButton::clicked, this, [this] { mend(true); });
    connect(m_show, &QPushButton::clicked, this, [this] {
        if (const Finding* finding = chosen())
            Q_EMIT screenWanted(finding->screen);
    });
    connect(m_ask, &QPushButton::clicked, this, [this] { m_job != 0 ? stopAsking() : askData(); });
    connect(close, &QPushButton::clicked, this, &QDialog::reject);
    connect(workspace, &Workspace::findingsChanged, this, [this] {
        if (m_dataAsked && m_job == 0)
            askData();
        refresh();
    });
    refresh();
    if (QTreeWidgetItem* first = m_list->topLevelItem(0))
        m_list->setCurrentItem(first);
}

void FindingsPanel::askData() {
    m_dataAsked = true;
    m_job = m_worker->run<Findings>(
        this,
        [worker = m_worker.get(), project = m_workspace->project(),
         catalog = m_workspace->catalog()](Session& session) {
            return dataFindings(session, project, catalog,
                                [worker] { return !worker->isCancelled(); });
        },
        [this](Result<Findings> findings) {
            m_job = 0;
            if (findings)
                m_ofData = std::move(*findings);
            refresh();
            if (!findings)
                m_summary->setText(findings.error().kind == ErrorKind::Cancelled
                                       ? tr("The records were not asked to the end.")
                                       : findings.error().sentence);
        });
    refresh();
}

void FindingsPanel::stopAsking() { m_worker->cancel(m_job); }

const Finding* FindingsPanel::chosen() const {
    const int row = m_list->indexOfTopLevelItem(m_list->currentItem());
    return row < 0 ? nullptr : &m_shown[static_cast<size_t>(row)];
}

void FindingsPanel::refresh() {
    const QString before = chosen() ? chosen()->id() : QString();
    m_shown = m_workspace->findings();
    m_shown.insert(m_shown.end(), m_ofData.begin(), m_ofData.end());
    std::stable_partition(m_shown.begin(), m_shown.end(), breaks);
    const Colours& colours = Theme::instance().colours();
    m_list->clear();
    for (const Finding& finding : m_shown) {
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
    const auto breaking = std::count_if(m_shown.begin(), m_shown.end(), breaks);
    const auto risking = static_cast<qint64>(m_shown.size()) - breaking;
    QString summary = m_shown.empty() ? tr("The project fits its database.")
                                      : tr("%1 that break something, %2 that risk it.")
                                            .arg(counted(breaking, tr("finding"), tr("findings")),
                                                 counted(risking, tr("finding"), tr("findings")));
    if (m_job != 0)
        summary += u' ' + tr("The records are being asked…");
    else if (!m_dataAsked)
        summary += u' ' + tr("The records have not been asked yet.");
    m_summary->setText(summary);
    refreshButtons();
}

void FindingsPanel::refreshButtons() {
    const Finding* finding = chosen();
    m_ask->setText(m_job != 0 ? tr("Stop") : tr("Ask the records too"));
    m_detail->setText(
        !finding ? QString()
        : finding->mend.isEmpty()
            ? finding->cause + u' ' + finding->consequence
            : tr("%1 %2\nMend: %3").arg(finding->cause, finding->consequence, finding->mend));
    m_mend->setEnabled(finding && finding->apply);
    m_mend->setToolTip(!finding         ? tr("No finding is chosen.")
                       : finding->apply ? finding->mend
                                        : tr("Nothing that is safe can be done at once."));
    m_mendAll->setEnabled(std::any_of(m_shown.begin(), m_shown.end(),
                                      [](const Finding& each) { return each.apply != nullptr; }));
    m_show->setEnabled(finding && !finding->screen.isEmpty());
}

// One step of undo.
void FindingsPanel::mend(bool all) {
    Findings mended;
    QStringList ids;
    for (const Finding& each : m_shown) {
        const bool isIt = all || (chosen() && each.id() == chosen()->id());
        if (isIt && each.apply) {
            mended.push_back(each);
            ids += each.id();
        }
    }
    // What is mended goes from the list at once; asking again is for the next time.
    std::erase_if(m_ofData, [&](const Finding& each) { return ids.contains(each.id()); });
    m_workspace->change(tr("mend %1").arg(counted(ids.size(), tr("finding"), tr("findings"))),
                        [&](Project& project) {
                            for (const Finding& each : mended)
                                each.apply(project);
                        });
}

} // namespace gravin
