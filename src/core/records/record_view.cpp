// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/record_view.h"

namespace gravin {

RecordView::RecordView(std::shared_ptr<const Table> table, Worker* indexer, QObject* parent)
    : QObject(parent)
    , m_table(std::move(table))
    , m_indexer(indexer) {}

void RecordView::setQuery(const RecordQuery& query) {
    if (query == m_query)
        return;
    m_query = query;
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

void RecordView::recordInserted(const Key& key) {
    if (m_index.positionOf(key) >= 0)
        return;
    if (!isInKeyOrder() || !m_complete || !m_query.only.isEmpty() || m_query.isFiltered()) {
        // Only the engine knows where it belongs.
        reloadSoon();
        return;
    }
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
    Q_EMIT rowAboutToBeRemoved(row);
    m_index.removeAt(row);
    Q_EMIT rowRemoved();
    if (!m_complete)
        reloadSoon();
}

void RecordView::recordMoved(const Key& oldKey, const Key& newKey) {
    manyChanged(!(oldKey == newKey));
}

void RecordView::manyChanged(bool reorders) {
    if (reorders || !m_query.sort.isEmpty() || !m_query.only.isEmpty() || m_query.isFiltered())
        reloadSoon();
}

} // namespace gravin
