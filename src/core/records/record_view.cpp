// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/record_view.h"

#include "core/database/reach.h"
#include "core/records/bound_expression.h"

#include <algorithm>

namespace gravin {

RecordView::RecordView(std::shared_ptr<const Table> table, Worker* indexer, QObject* parent)
    : QObject(parent)
    , m_table(std::move(table))
    , m_indexer(indexer) {}

void RecordView::setQuery(const RecordQuery& query) {
    if (query == m_query)
        return;
    m_query = query;
    m_knowsDeciding = false;
    Q_EMIT queryChanged();
    reload();
}

void RecordView::setSort(const SortOrder& sort) {
    RecordQuery query = m_query;
    query.sort = sort;
    setQuery(query);
}

void RecordView::showOnly(const Restriction& only) {
    if (only == m_query.only && !m_nothing)
        return;
    m_query.only = only;
    m_knowsDeciding = false;
    m_nothing = false;
    clear();
    reload();
}

void RecordView::showNothing() {
    if (m_nothing)
        return;
    m_nothing = true;
    cancel();
    clear();
}

void RecordView::clear() {
    m_job.cancel(); // runs that are still on their way are not taken
    forgetPlacing();
    if (m_index.isEmpty())
        return;
    Q_EMIT aboutToReset();
    m_index.clear();
    Q_EMIT reset();
}

void RecordView::reload() {
    if (m_nothing)
        return;
    m_reloadsSoon = false;
    cancel();
    forgetPlacing();
    m_replacing = !m_index.isEmpty();
    m_complete = false;
    m_next.clear();
    m_job.runInParts(
        m_indexer, this,
        [this, table = m_table, query = m_query](Session& session, const auto& meanwhile) {
            return TableReader(session, *table).scanKeys(query, [&](KeyIndex&& run) {
                auto shared = std::make_shared<KeyIndex>(std::move(run));
                meanwhile.tell([this, shared] { append(std::move(*shared)); });
                return !meanwhile.isCancelled();
            });
        },
        [this](const Status& status) { finish(status); });
}

void RecordView::reloadSoon() {
    if (m_nothing)
        return;
    m_complete = false;
    if (std::exchange(m_reloadsSoon, true))
        return;
    QMetaObject::invokeMethod(
        this,
        [this] {
            if (m_reloadsSoon)
                reload();
        },
        Qt::QueuedConnection);
}

void RecordView::cancel() { m_job.cancel(); }

void RecordView::append(KeyIndex&& run) {
    if (run.isEmpty())
        return;
    if (m_replacing) {
        m_next.append(std::move(run));
        return;
    }
    Q_EMIT rowsAboutToBeAppended(m_index.size(), m_index.size() + run.size() - 1);
    m_index.append(std::move(run));
    Q_EMIT rowsAppended();
}

void RecordView::finish(const Status& status) {
    if (!status) {
        m_replacing = false;
        if (status.error().kind != ErrorKind::Cancelled)
            Q_EMIT failed(status.error());
        return;
    }
    m_complete = true;
    if (m_replacing) {
        Q_EMIT aboutToReset();
        m_index = std::move(m_next);
        m_next.clear();
        m_replacing = false;
        Q_EMIT reset();
    }
    Q_EMIT completed();
}

bool RecordView::isInKeyOrder() const {
    return m_query.sort.isEmpty() && m_table->key.size() == 1 &&
           m_table->column(m_table->key.front())->givenByDatabase;
}

// All records, in the order of their keys.
bool RecordView::isPlain() const {
    return m_query.sort.isEmpty() && m_query.only.isEmpty() && !m_query.isFiltered();
}

void RecordView::recordInserted(const Key& key) {
    if (m_index.positionOf(key) >= 0)
        return;
    if (!isInKeyOrder() || !m_complete || !isPlain()) {
        // Only the engine knows where it belongs.
        placeSoon({key});
        return;
    }
    forgetPlacing(); // rows are others now
    qsizetype low = 0;
    qsizetype high = m_index.size();
    while (low < high) {
        const qsizetype middle = (low + high) / 2;
        if (m_index.at(middle)[0].asInteger() < key[0].asInteger())
            low = middle + 1;
        else
            high = middle;
    }
    Q_EMIT rowAboutToBeInserted(low);
    m_index.insert(low, key);
    Q_EMIT rowInserted();
}

void RecordView::recordDeleted(const Key& key) {
    const qsizetype row = m_index.positionOf(key);
    if (row < 0)
        return;
    const QList<Key> unplaced = m_unplaced;
    forgetPlacing(); // rows are others now
    Q_EMIT rowAboutToBeRemoved(row);
    m_index.removeAt(row);
    Q_EMIT rowRemoved();
    if (!m_complete)
        reloadSoon();
    else if (!unplaced.isEmpty())
        placeSoon({unplaced.begin(), unplaced.end()});
}

void RecordView::recordChanged(const Key& oldKey, const Key& newKey, const QStringList& changed) {
    if (!(oldKey == newKey))
        placeSoon({oldKey, newKey}); // the former is not found any more
    else if (decides(changed))
        placeSoon({newKey});
}

void RecordView::manyChanged(bool reorders, const QStringList& changed) {
    if (reorders || decides(changed))
        reloadSoon();
}

void RecordView::reachedChanged() {
    if (!isPlain())
        reloadSoon();
}

namespace {

// Adds the columns that an expression reads. False: it reads more than those of the record itself.
bool addRead(const QString& text, const Table& table, QSet<QString>& columns) {
    const Table whole = withReached(table, {text});
    const auto bound = bindExpression(text, whole);
    if (!bound)
        return false;
    for (const int place : bound->places) {
        const Column& column = whole.columns[place];
        if (column.reach)
            columns += QSet<QString>(column.reach->steps.front().from.begin(),
                                     column.reach->steps.front().from.end());
        else if (column.computed || column.aggregate)
            return false;
        else
            columns += column.name;
    }
    return true;
}

// The columns by which a query lists records and orders them; nothing: any may do so.
std::optional<QSet<QString>> decidingColumns(const Table& table, const RecordQuery& query) {
    if (table.isQuery())
        return std::nullopt; // what its SELECT goes by is its own
    QSet<QString> columns(query.only.columns.begin(), query.only.columns.end());
    for (const SortBy& by : query.sort) {
        const Column* column = table.column(by.column);
        if (!column || column->computed || (!by.by.isEmpty() && !addRead(by.by, table, columns)))
            return std::nullopt;
        columns += by.column;
    }
    for (const QString& condition : query.conditions) {
        if (!addRead(condition, table, columns))
            return std::nullopt;
    }
    for (const SearchedColumn& searched :
         query.words().isEmpty() ? QList<SearchedColumn>() : query.searched) {
        const Column* column = table.column(searched.column);
        if (column && column->computed)
            return std::nullopt;
        columns += searched.column;
    }
    return columns;
}

} // namespace

bool RecordView::decides(const QStringList& changed) {
    if (isPlain())
        return false;
    if (!std::exchange(m_knowsDeciding, true))
        m_deciding = decidingColumns(*m_table, m_query);
    return !m_deciding || std::any_of(changed.begin(), changed.end(), [this](const QString& name) {
        return m_deciding->contains(name);
    });
}

void RecordView::placeSoon(const std::vector<Key>& keys) {
    // More are as quick to be read anew, with all the others.
    constexpr qsizetype MostPlaced = 64;
    if (m_nothing || m_reloadsSoon)
        return;
    if (!m_complete || m_table->key.isEmpty() ||
        m_unplaced.size() + static_cast<qsizetype>(keys.size()) > MostPlaced) {
        reloadSoon();
        return;
    }
    for (const Key& key : keys) {
        if (!m_unplaced.contains(key))
            m_unplaced += key;
    }
    m_placeJob.cancel();
    m_places.reset();
    if (std::exchange(m_placesSoon, true))
        return;
    QMetaObject::invokeMethod(
        this,
        [this] {
            if (std::exchange(m_placesSoon, false) && !m_unplaced.isEmpty())
                startPlacing();
        },
        Qt::QueuedConnection);
}

void RecordView::forgetPlacing() {
    m_placeJob.cancel();
    m_places.reset();
    m_unplaced.clear();
}

void RecordView::startPlacing() {
    m_places = std::make_unique<PlaceSearch>(
        m_index, std::vector<Key>(m_unplaced.begin(), m_unplaced.end()));
    askForPlaces();
}

void RecordView::askForPlaces() {
    m_placeJob.run(
        m_indexer, this,
        [table = m_table, query = m_query, keys = m_places->question()](Session& session) {
            return TableReader(session, *table).inOrder(query, keys);
        },
        [this](const Result<std::vector<Key>>& ordered) { takePlaces(ordered); });
}

void RecordView::takePlaces(const Result<std::vector<Key>>& ordered) {
    if (!ordered || !m_places->take(*ordered)) {
        forgetPlacing();
        if (ordered || ordered.error().kind != ErrorKind::Cancelled)
            reloadSoon();
        return;
    }
    if (!m_places->isDone()) {
        askForPlaces();
        return;
    }
    const auto placed = m_places->result();
    forgetPlacing();
    if (!placed)
        return;
    Q_EMIT aboutToReset();
    m_index = std::move(*placed);
    Q_EMIT reset();
    Q_EMIT completed();
}

} // namespace gravin
