// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/latest_job.h"
#include "core/records/place_search.h"
#include "core/records/table_reader.h"

#include <QSet>

#include <memory>
#include <optional>

namespace gravin {

// A view of a source: which records, in which order. The key index is built in the background; its
// first run is there at once. What a change touches is put where the engine says that it belongs;
// only where that cannot be had, the index is built anew. Lives in the interface's thread.
class RecordView : public QObject {
    Q_OBJECT
public:
    // `indexer` must outlive the view.
    RecordView(std::shared_ptr<const Table> table, Worker* indexer, QObject* parent = nullptr);

    const Table& table() const { return *m_table; }
    const RecordQuery& query() const { return m_query; }
    // What is shown stays until all that is wanted now is known. Requires: a source without a key
    // is not filtered.
    void setQuery(const RecordQuery& query);
    void setSort(const SortOrder& sort);
    // Shows these records only, from now on; what was shown goes at once. Requires: the table has a
    // key.
    void showOnly(const Restriction& only);
    // Shows no records until it is told what to show.
    void showNothing();
    const Restriction& restriction() const { return m_query.only; }
    bool isEmptied() const { return m_nothing; }
    // Builds the index anew. The present one stays in use until the new one is complete.
    void reload();
    // Stops building; what is there stays, incomplete.
    void cancel();

    qsizetype count() const { return m_index.size(); }
    bool isComplete() const { return m_complete; }
    // Requires: 0 <= row < count().
    Key keyAt(qsizetype row) const { return m_index.at(row); }
    qsizetype rowOf(const Key& key) const { return m_index.positionOf(key); }
    size_t bytes() const { return m_index.bytes(); }

    // Takes over what a committed change did. What has the index built anew does so once for all
    // that is taken over before control goes back to the event loop.
    void recordInserted(const Key& key);
    void recordDeleted(const Key& key);
    // `changed`: the columns that have another value.
    void recordChanged(const Key& oldKey, const Key& newKey, const QStringList& changed);
    // The same of many at once. `reorders`: some came, went, or have another key.
    void manyChanged(bool reorders, const QStringList& changed);
    // What is read of other records for this list may be another.
    void reachedChanged();

Q_SIGNALS:
    // At once; the rows follow when they are read.
    void queryChanged();
    // The rows as Qt's models announce them: each in a pair around the change, so that what shows
    // them can do the same. Both ends are among the rows.
    void rowsAboutToBeAppended(qsizetype first, qsizetype last);
    void rowsAppended();
    void rowAboutToBeInserted(qsizetype row);
    void rowInserted();
    void rowAboutToBeRemoved(qsizetype row);
    void rowRemoved();
    void aboutToReset();
    void reset();
    // All keys are here.
    void completed();
    // The keys could not be read: those that are here stay, incomplete. Stopping is no failure.
    void failed(const gravin::Error& error);

private:
    void append(KeyIndex&& run);
    void clear();
    void reloadSoon();
    void finish(const Status& status);
    bool isInKeyOrder() const;
    bool isPlain() const;
    // Whether other values in these columns may move a record, bring it in or take it out.
    bool decides(const QStringList& changed);
    // Finds the place of these records, as soon as control goes back to the event loop.
    void placeSoon(const std::vector<Key>& keys);
    void startPlacing();
    void askForPlaces();
    void takePlaces(const Result<std::vector<Key>>& ordered);
    void forgetPlacing();

    std::shared_ptr<const Table> m_table;
    Worker* m_indexer;
    RecordQuery m_query;
    bool m_nothing = false;
    KeyIndex m_index;
    KeyIndex m_next; // built while m_index is in use
    bool m_replacing = false;
    bool m_complete = false;
    bool m_reloadsSoon = false;
    LatestJob<Success> m_job;                // builds the index
    std::optional<QSet<QString>> m_deciding; // columns; nothing: any may
    bool m_knowsDeciding = false;            // of the present query
    QList<Key> m_unplaced;                   // whose places are to be found
    std::unique_ptr<PlaceSearch> m_places;   // while they are
    bool m_placesSoon = false;
    LatestJob<std::vector<Key>> m_placeJob;
};

} // namespace gravin
