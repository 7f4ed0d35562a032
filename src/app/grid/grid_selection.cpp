// SPDX-License-Identifier: GPL-3.0-or-later
// Which records of a grid are chosen: by its selection, which outlives another order of the list,
// or by the boxes that were ticked.
#include "app/grid/grid_view.h"
#include "app/grid/record_ticks.h"

#include <QHeaderView>

#include <algorithm>

namespace gravin {

namespace {
// A longer selection would take noticeable time to be found again; all of the list is no matter.
constexpr qint64 LongestSelection = 20'000;
} // namespace

void GridView::followSelection() {
    m_ticks = new RecordTicks(m_model->binding(), this);
    connect(m_ticks, &RecordTicks::changed, verticalHeader()->viewport(),
            qOverload<>(&QWidget::update));
    connect(m_ticks, &RecordTicks::changed, this, &GridView::chosenChanged);
    connect(selectionModel(), &QItemSelectionModel::selectionChanged, this,
            &GridView::chosenChanged);
    connect(m_model, &QAbstractItemModel::modelAboutToBeReset, this, &GridView::keepSelection);
    connect(m_model->view(), &RecordView::completed, this, &GridView::restoreSelection);
}

std::vector<std::pair<int, int>> GridView::selectedRows() const {
    std::vector<std::pair<int, int>> ranges;
    for (const QItemSelectionRange& range : selectionModel()->selection())
        ranges.emplace_back(range.top(), range.bottom());
    std::sort(ranges.begin(), ranges.end());
    std::vector<std::pair<int, int>> rows;
    for (const auto& range : ranges) {
        if (!rows.empty() && range.first <= rows.back().second + 1)
            rows.back().second = std::max(rows.back().second, range.second);
        else
            rows.push_back(range);
    }
    return rows;
}

qint64 GridView::selectedCount() const {
    qint64 count = 0;
    for (const auto& [first, last] : selectedRows())
        count += m_model->rows().openRows().plainOf(last) -
                 m_model->rows().openRows().plainOf(first) + 1;
    return count;
}

QList<RecordId> GridView::selectedRecords() const {
    QList<RecordId> records;
    for (const auto& [first, last] : selectedRows()) {
        for (int row = first; row <= last; ++row) {
            if (const RecordId id = m_model->recordAt(row); !id.isNone())
                records += id;
        }
    }
    return records;
}

bool GridView::hasTickBoxes() const {
    return m_model->binding()->screen().screen.tickBoxes && !m_showHidden;
}

qint64 GridView::tickedCount() const { return hasTickBoxes() ? m_ticks->count() : 0; }

qint64 GridView::chosenCount() const { return tickedCount() > 0 ? tickedCount() : selectedCount(); }

QList<RecordId> GridView::chosenRecords() const {
    if (tickedCount() == 0)
        return selectedRecords();
    // As the list has them; those that it does not show stand behind.
    QList<RecordId> records = m_ticks->all();
    std::stable_sort(records.begin(), records.end(), [this](const RecordId& a, const RecordId& b) {
        return static_cast<unsigned>(m_model->rowOf(a)) < static_cast<unsigned>(m_model->rowOf(b));
    });
    return records;
}

QList<RecordId> GridView::chosenOrCurrent() const {
    const QList<RecordId> chosen = chosenRecords();
    return chosen.contains(currentRecord()) ? chosen : QList<RecordId>{currentRecord()};
}

bool GridView::isTicked(int row) const { return m_ticks->contains(m_model->recordAt(row)); }

void GridView::tickRow(int row, bool asFar) {
    const RecordId id = m_model->recordAt(row);
    if (id.isNone() || !hasTickBoxes())
        return;
    const int from = asFar ? m_model->rowOf(m_lastTicked) : -1;
    const bool ticked = from >= 0 || !m_ticks->contains(id);
    QList<RecordId> ids;
    for (int each = from < 0 ? row : std::min(from, row); each <= std::max(from, row); ++each) {
        if (const RecordId other = m_model->recordAt(each); !other.isNone())
            ids += other;
    }
    m_lastTicked = id;
    m_ticks->set(ids, ticked);
}

void GridView::tickSelected() {
    if (!hasTickBoxes())
        return;
    QList<RecordId> ids = selectedRecords();
    if (ids.isEmpty())
        ids += currentRecord();
    ids.removeIf([](const RecordId& id) { return id.isNone(); });
    const bool allAre = std::all_of(ids.begin(), ids.end(),
                                    [this](const RecordId& id) { return m_ticks->contains(id); });
    m_ticks->set(ids, !allAre);
}

void GridView::untickAll() { m_ticks->clear(); }

void GridView::keepSelection() {
    const qint64 count = selectedCount();
    if (count < 2)
        return;
    KeptSelection kept;
    for (const QItemSelectionRange& range : selectionModel()->selection()) {
        kept.first = std::min(kept.first, range.left());
        kept.last = std::max(kept.last, range.right());
    }
    kept.isAll = count >= m_model->rowCount();
    if (!kept.isAll && count > LongestSelection)
        return;
    if (!kept.isAll)
        kept.records = selectedRecords();
    m_keptSelection = std::move(kept);
}

void GridView::restoreSelection() {
    const auto kept = std::exchange(m_keptSelection, std::nullopt);
    // What was selected in the meantime is meant.
    if (!kept || selectedCount() > 1 || m_model->rowCount() == 0)
        return;
    const int last = std::min(kept->last, m_model->columnCount() - 1);
    const int first = std::min(kept->first, last);
    QItemSelection selection;
    const auto select = [&](int top, int bottom) {
        selection.select(m_model->index(top, first), m_model->index(bottom, last));
    };
    if (kept->isAll) {
        select(0, m_model->rowCount() - 1);
    } else {
        std::vector<int> rows;
        for (const RecordId& id : kept->records) {
            if (const int row = m_model->rowOf(id); row >= 0)
                rows.push_back(row);
        }
        std::sort(rows.begin(), rows.end());
        for (size_t from = 0; from < rows.size();) {
            size_t to = from;
            while (to + 1 < rows.size() && rows[to + 1] == rows[to] + 1)
                ++to;
            select(rows[from], rows[to]);
            from = to + 1;
        }
    }
    selectionModel()->select(selection, QItemSelectionModel::ClearAndSelect);
}

} // namespace gravin
