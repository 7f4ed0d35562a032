// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/watch/seen_rows.h"

#include <QHash>

namespace gravin {

// One write while tables are watched. What the triggers saw of it is what the log gets: what a
// trigger of the database did by itself stands there with the change that caused it, and what
// others have committed before it as changes of their own. Requires: a writing transaction is open.
// Belongs to its session's thread.
class WatchedRun {
public:
    // Both must outlive it.
    WatchedRun(SessionWriter& writer, const Catalog& catalog);
    ~WatchedRun();

    // Right after the transaction began.
    Status begin();
    // Puts what others have committed into the log. Answers how many changes became of it.
    Result<int> gatherOthers();
    // What was written since the last call comes to what was seen of it: what the change wrote
    // itself keeps its order, and what else happened stands where it happened. What no trigger told
    // of stays as it is.
    Status complete(std::vector<RecordChange>& records);
    // What triggers of the database did by themselves since the last call of this or complete();
    // `own`: all that was written itself since complete().
    Result<std::vector<RecordChange>> newEffects(const std::vector<RecordChange>& own);

private:
    struct Happening;
    friend size_t qHash(const Happening& each, size_t seed);
    // Reads what is new, and finds what of it is the change's own.
    Status fit(const std::vector<RecordChange>& own);
    Status gather(const SeenRows::Group& group, bool& isThere);

    SessionWriter& m_writer;
    const Catalog& m_catalog;
    SeenRows m_seen;
    qint64 m_floor = 0; // what has a higher number, and is this transaction's, is not told yet
    // Since complete():
    std::vector<SeenRow> m_rows;
    std::vector<bool> m_isOwn;                 // by row
    std::vector<qint64> m_ofOwn;               // the place of its row for each own one; −1: none
    QHash<Happening, QList<size_t>> m_waiting; // rows that no own one has come to
    size_t m_effectsTold = 0;                  // rows that newEffects() has been through
};

} // namespace gravin
