// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/worker.h"
#include "core/records/bound_expression.h"
#include "core/records/record.h"
#include "core/records/table_reader.h"

#include <QCache>
#include <QSet>
#include <QTimer>

#include <memory>

namespace gravin {

// The page cache of one table: records by key, shared by all its views. What is asked for and not
// here is fetched in the background, many at a time. Lives in the interface's thread.
class RecordStore : public QObject {
    Q_OBJECT
public:
    // Records kept at most; a screen shows some dozens.
    static constexpr int Capacity = 4000;

    // `reader` must outlive the store.
    RecordStore(std::shared_ptr<const Table> table, Worker* reader, QObject* parent = nullptr);

    const Table& table() const { return *m_table; }

    // The record if it is here; else null, and recordsArrived() or recordGone() follows. The
    // pointer is good until the event loop is reached again or another member is called.
    const Record* record(const Key& key);
    // True when the last fetch found no such record.
    bool isGone(const Key& key) const { return m_gone.contains(key); }

    // What a subquery gives for a record as it will be, instead of what is stored; nothing: what is
    // stored is right.
    void setAggregate(const Key& key, int place, const std::optional<Value>& value);
    // The columns of which that holds.
    QSet<QString> comingAggregates(const Key& key) const;
    // The records that are here.
    QList<Key> here() const { return m_cache.keys(); }

    // Takes over what a committed change did.
    void put(const Record& record);
    void change(const Key& key, const Key& newKey, const QMap<QString, Value>& values);
    void forget(const Key& key);
    // Reads this record anew when it is asked for again; what is here stays until it has come.
    void invalidate(const Key& key);
    // The same of all that is here.
    void invalidateAll();
    // Reads everything anew when it is asked for again.
    void forgetAll();
    // The order that positions count in; matters to sources without a key only.
    void setSort(const SortOrder& sort) { m_sort = sort; }

Q_SIGNALS:
    // Read, or another by a commit that was taken over.
    void recordsArrived(const QList<gravin::Key>& keys);
    // There is no record of this key, or no longer.
    void recordGone(const gravin::Key& key);
    // Records that were wanted could not be read; they are asked for again when wanted again.
    void failed(const gravin::Error& error);

private:
    void fetch();
    void keep(Record&& record);
    void want(const Key& key);

    std::shared_ptr<const Table> m_table;
    Worker* m_reader;
    SortOrder m_sort;
    QCache<Key, Record> m_cache{Capacity};
    QHash<Key, QMap<int, Value>> m_coming; // by place in the table
    ComputedColumns m_computed;
    QSet<Key> m_outdated; // here, and to be read anew
    QSet<Key> m_gone;
    std::vector<Key> m_wanted; // newest last
    QTimer m_fetchSoon;
    QSet<Key> m_underWay; // asked of the database, not answered yet
};

} // namespace gravin
