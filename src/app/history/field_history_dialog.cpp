// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/history/field_history_dialog.h"

#include "core/records/table_reader.h"
#include "core/value/text_form.h"
#include "session/log_time.h"

#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr QSize HistorySize(640, 340);
} // namespace

FieldHistoryDialog::FieldHistoryDialog(Workspace* workspace, const Table& table, const Key& key,
                                       const QString& column, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_tableName(table.name)
    , m_column(column)
    , m_state(new QLabel(tr("Reading…")))
    , m_list(new QTableWidget(0, 5)) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("field-history"));
    const QString name = workspace->records()->nameOf(table.name, key);
    setWindowTitle(tr("History of %1 of %2")
                       .arg(workspace->document()->rules(table.name).labelOf(column),
                            name.isEmpty() ? keyText(key, table.keyTypes()) : name));
    resize(HistorySize);
    m_state->setObjectName(QStringLiteral("field-history-state"));
    m_state->setWordWrap(true);
    m_list->setObjectName(QStringLiteral("field-history-list"));
    m_list->setAccessibleName(windowTitle());
    m_list->setHorizontalHeaderLabels(
        {tr("Change"), tr("When"), tr("Who"), tr("Before"), tr("After")});
    m_list->verticalHeader()->hide();
    m_list->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_list->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_list->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_list->horizontalHeader()->setStretchLastSection(true);
    m_list->setColumnWidth(1, 150);
    auto* close = new QPushButton(tr("Close"));
    close->setDefault(true);
    connect(close, &QPushButton::clicked, this, &QDialog::accept);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_state);
    layout->addWidget(m_list, 1);
    layout->addWidget(close, 0, Qt::AlignLeft);
    workspace->database()->reader()->run<History>(
        this,
        [table, key, column,
         catalog = workspace->database()->sharedCatalog()](Session& session) -> Result<History> {
            auto entries = ChangeLog(session).historyOf(table, key, column, *catalog);
            if (!entries)
                return entries.error();
            auto record = TableReader(session, table).record(key);
            if (!record)
                return record.error();
            History history{std::move(*entries), {}};
            if (*record)
                history.now = (*record)->values[static_cast<size_t>(table.indexOf(column))];
            return history;
        },
        [this](const Result<History>& history) { setHistory(history); });
}

void FieldHistoryDialog::setHistory(const Result<History>& history) {
    if (!history) {
        m_state->setText(history.error().sentence);
        return;
    }
    const auto shown = [&](const Value& value) {
        const QString text = m_workspace->records()->shownOf(m_tableName, m_column, value);
        return text.isEmpty() ? QStringLiteral("–") : text;
    };
    for (const FieldHistory& each : history->entries) {
        const int row = m_list->rowCount();
        m_list->insertRow(row);
        const QStringList cells{QString::number(each.change.id),
                                shownTime(each.change.at, m_workspace->project().form()),
                                each.change.person, shown(each.before), shown(each.after)};
        for (int place = 0; place < cells.size(); ++place)
            m_list->setItem(row, place, new QTableWidgetItem(cells[place]));
    }
    if (history->entries.empty())
        m_state->setText(tr("The log knows of no change of this field."));
    else if (!history->now)
        m_state->setText(tr("The record is not there any more."));
    else if (*history->now != history->entries.front().after)
        m_state->setText(tr("Now it is %1: it was changed outside Gravin since change %2.")
                             .arg(shown(*history->now))
                             .arg(history->entries.front().change.id));
    else
        m_state->setText(tr("Now it is %1.").arg(shown(*history->now)));
}

} // namespace gravin
