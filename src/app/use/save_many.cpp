// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/save_many.h"

#include "core/base/text.h"
#include "session/workspace.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {
constexpr QSize ProblemsSize(680, 360);
constexpr int WidestName = 240;
} // namespace

SaveProblemsDialog::SaveProblemsDialog(const QList<Line>& lines, qsizetype drafts, QWidget* parent)
    : QDialog(parent)
    , m_lines(lines)
    , m_table(new QTableWidget(static_cast<int>(lines.size()), 3)) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("save-problems"));
    setWindowTitle(tr("Not saved yet"));
    resize(ProblemsSize);
    auto* head =
        new QLabel(tr("%1 to mend before %2 can be saved together.")
                       .arg(counted(lines.size(), "thing", "things"), countedRecords(drafts)));
    head->setProperty("role", "heading");
    head->setWordWrap(true);
    m_table->setObjectName(QStringLiteral("save-problems-list"));
    m_table->setHorizontalHeaderLabels({tr("Record"), tr("Field"), tr("What to mend")});
    m_table->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_table->horizontalHeader()->setStretchLastSection(true);
    m_table->verticalHeader()->hide();
    m_table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setTabKeyNavigation(false);
    m_table->setShowGrid(false);
    for (int row = 0; row < m_table->rowCount(); ++row) {
        int column = 0;
        for (const QString& text : {lines[row].record, lines[row].field, lines[row].message}) {
            auto* item = new QTableWidgetItem(text);
            item->setToolTip(text);
            m_table->setItem(row, column++, item);
        }
    }
    m_table->resizeColumnsToContents();
    m_table->setColumnWidth(0, std::min(WidestName, m_table->columnWidth(0)));
    if (m_table->rowCount() > 0)
        m_table->setCurrentCell(0, 0);
    auto* mend = new QPushButton(tr("Go to the field"));
    mend->setObjectName(QStringLiteral("save-problems-go"));
    mend->setProperty("main", true);
    mend->setDefault(true);
    auto* close = new QPushButton(tr("Close"));
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(mend);
    buttons->addWidget(close);
    buttons->addStretch();
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(head);
    layout->addWidget(m_table, 1);
    layout->addLayout(buttons);
    connect(mend, &QPushButton::clicked, this, [this] { choose(m_table->currentRow()); });
    connect(m_table, &QTableWidget::cellDoubleClicked, this, &SaveProblemsDialog::choose);
    connect(close, &QPushButton::clicked, this, &QDialog::reject);
}

void SaveProblemsDialog::choose(int row) {
    if (row < 0 || row >= m_lines.size())
        return;
    const Line line = m_lines[row];
    accept();
    Q_EMIT wanted(line.place, line.column);
}

void saveTogether(Workspace& workspace, const QString& screenLabel, const QStringList& tables,
                  QWidget* parent,
                  const std::function<void(const DraftRef&, const QString&)>& goToField) {
    const QList<DraftRef> places = draftsToSave(workspace, tables);
    if (places.isEmpty())
        return;
    const auto problems = saveProblems(workspace, places);
    if (problems.isEmpty()) {
        workspace.writing()->saver()->save(screenLabel, places.front(), places.mid(1));
        return;
    }
    auto* dialog = new SaveProblemsDialog(problems, places.size(), parent);
    QObject::connect(dialog, &SaveProblemsDialog::wanted, parent, goToField);
    dialog->open();
}

QList<DraftRef> draftsToSave(Workspace& workspace, const QStringList& tables) {
    QList<DraftRef> places;
    for (const QString& table : tables) {
        const DraftStore* drafts = workspace.records()->drafts(table);
        QList<RecordId> stored = drafts->all();
        stored.removeIf([](const RecordId& id) { return id.isNew(); });
        for (const RecordId& id : stored + drafts->newRecords()) {
            const Draft* draft = drafts->find(id);
            if (!draft->changed.isEmpty() || !draft->bad.isEmpty() || draft->removed)
                places.append({table, id});
        }
    }
    return places;
}

QList<SaveProblemsDialog::Line> saveProblems(Workspace& workspace, const QList<DraftRef>& places) {
    QList<SaveProblemsDialog::Line> lines;
    for (const DraftRef& place : places) {
        const Draft* draft = workspace.records()->drafts(place.table)->find(place.id);
        for (const Problem& problem : workspace.records()->problems(place.table, place.id)) {
            // What the last save was refused for is asked again by the next.
            const bool isFormer = std::find(draft->refusals.begin(), draft->refusals.end(),
                                            problem) != draft->refusals.end();
            if (!problem.warning && !isFormer)
                lines.append({place, problem.field, workspace.records()->nameOf(place),
                              problem.label, problem.message});
        }
    }
    return lines;
}

} // namespace gravin
