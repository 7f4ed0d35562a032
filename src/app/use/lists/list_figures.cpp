// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/lists/list_figures.h"

#include "core/base/text.h"
#include "core/fitting/field_input.h"
#include "core/fitting/field_totals.h"
#include "core/records/table_reader.h"

#include <algorithm>

namespace gravin {

namespace {
// What changes several times in a moment is asked once.
constexpr int GroupAfter = 30;  // milliseconds
constexpr int TotalAfter = 250; // milliseconds

// Its smallest and largest value say something.
bool isOrdered(const BoundField& field) {
    const TypeKind kind = field.column.type.kind;
    return field.definition.shownAs != ShownAs::Lookup &&
           (kind == TypeKind::Date || kind == TypeKind::Timestamp || kind == TypeKind::Time ||
            kind == TypeKind::Instant);
}
} // namespace

ListFigures::ListFigures(ScreenBinding* binding, GridView* grid, QObject* parent)
    : QObject(parent)
    , m_binding(binding)
    , m_grid(grid)
    , m_model(grid->gridModel()) {
    m_groupSoon.setSingleShot(true);
    m_groupSoon.setInterval(GroupAfter);
    m_totalSoon.setSingleShot(true);
    m_totalSoon.setInterval(TotalAfter);
    connect(&m_groupSoon, &QTimer::timeout, this, &ListFigures::readGroups);
    connect(&m_totalSoon, &QTimer::timeout, this, &ListFigures::readTotals);
    const auto again = [this] {
        if (!m_grouped.isEmpty())
            m_groupSoon.start();
        if (!m_column.isEmpty())
            m_totalSoon.start();
    };
    const RecordView* view = m_model->view();
    connect(view, &RecordView::completed, this, again);
    connect(view, &RecordView::rowInserted, this, again);
    connect(view, &RecordView::rowRemoved, this, again);
    // A value that others add up may have changed without its record changing places.
    connect(binding->workspace()->writing(), &Writing::committed, this, again);
    connect(grid, &GridView::chosenChanged, this, &ListFigures::askForTotals);
}

QStringList ListFigures::summedColumns(const BoundScreen& screen) {
    QStringList columns;
    for (const BoundField& field : screen.fields) {
        if (isSummed(field))
            columns += field.name();
    }
    return columns;
}

Worker* ListFigures::worker() {
    if (!m_worker)
        m_worker =
            startWorker(m_binding->workspace()->project().connection, Session::Access::ReadOnly);
    return m_worker.get();
}

void ListFigures::group(const QStringList& columns) {
    m_grouped = columns;
    if (!columns.isEmpty()) {
        m_groupSoon.start();
        return;
    }
    m_groupJob.cancel();
    m_groupSoon.stop();
    m_model->setGroups({}, {}, {});
}

void ListFigures::readGroups() {
    const RecordView* view = m_model->view();
    // The list itself comes first: its end asks again.
    if (m_grouped.isEmpty() || !view->isComplete())
        return;
    const QStringList totalled = summedColumns(m_binding->screen());
    m_groupJob.run(
        worker(), this,
        [table = m_binding->screen().table, query = view->query(), grouped = m_grouped, totalled,
         asked = worker()](Session& session) {
            return gravin::readGroups(session, *table, query, grouped, totalled,
                                      [asked] { return asked->isCancelled(); });
        },
        [this, grouped = m_grouped, totalled](const Result<std::vector<RecordGroup>>& groups) {
            if (groups)
                m_model->setGroups(*groups, grouped, totalled);
            else
                Q_EMIT failed(groups.error());
        });
}

void ListFigures::askForTotals() {
    const QModelIndex current = m_grid->currentIndex();
    m_column.clear();
    if (current.isValid() && !m_model->view()->table().key.isEmpty()) {
        const BoundField& field = m_binding->fields()[current.column()];
        if (isSummed(field) || isOrdered(field))
            m_column = field.name();
    }
    m_totalJob.cancel();
    if (m_column.isEmpty()) {
        m_totalSoon.stop();
        Q_EMIT totalsChanged({});
        return;
    }
    m_totalSoon.start();
}

QString ListFigures::wordsOf(const ColumnTotals& totals, qint64 records, bool isAll) const {
    const BoundField* field = m_binding->screen().field(m_column);
    if (!field)
        return {};
    const auto text = [&](const Value& value) { return shownText(*field, value); };
    const QString count = countedRecords(records);
    QStringList words{isAll ? tr("%1 in all %2").arg(field->label(), count)
                            : tr("%1 in %2 selected").arg(field->label(), count)};
    if (totals.filled < records)
        words += tr("filled %1").arg(QLocale().toString(totals.filled));
    if (isSummed(*field) && !totals.sum.isNull()) {
        words += tr("sum %1").arg(text(totals.sum));
        words += tr("average %1").arg(averageText(*field, totals.average));
    }
    if ((isSummed(*field) || isOrdered(*field)) && totals.filled > 0)
        words += tr("%1 to %2").arg(text(totals.smallest), text(totals.largest));
    return words.join(QStringLiteral(" · "));
}

void ListFigures::readTotals() {
    if (m_column.isEmpty())
        return;
    // What is selected is a few ranges until it is asked for.
    std::vector<Key> keys;
    const qint64 selected = m_grid->chosenCount();
    if (selected > 1 && selected < m_model->view()->count()) {
        for (const RecordId& id : m_grid->chosenRecords()) {
            if (!id.isNew())
                keys.push_back(id.key);
        }
    }
    const bool isAll = keys.size() < 2;
    if (isAll)
        keys.clear();
    const qint64 count = isAll ? m_model->view()->count() : static_cast<qint64>(keys.size());
    m_totalJob.run(
        worker(), this,
        [table = m_binding->screen().table, query = m_model->view()->query(), column = m_column,
         keys, asked = worker()](Session& session) -> Result<ColumnTotals> {
            if (keys.empty()) {
                const auto totals = gravin::readTotals(session, *table, query, {column},
                                                       [asked] { return asked->isCancelled(); });
                return totals ? Result<ColumnTotals>(totals->front()) : totals.error();
            }
            const auto records = TableReader(session, *table).records(keys);
            if (!records)
                return records.error();
            Totals totals;
            const auto at = static_cast<size_t>(table->indexOf(column));
            for (const Record& record : *records)
                totals.take(record.values[at]);
            return totals.result();
        },
        [this, count, isAll](const Result<ColumnTotals>& totals) {
            if (totals)
                Q_EMIT totalsChanged(wordsOf(*totals, count, isAll));
            else
                Q_EMIT failed(totals.error());
        });
}

} // namespace gravin
