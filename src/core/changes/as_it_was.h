// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/change_log.h"

#include <QHash>

#include <memory>

namespace gravin {

// How a record of an earlier moment differs from now.
enum class Difference {
    Changed,
    Gone, // it was there then and is not any more
    Added // it was not there then
};

// A table as it was right after a change.
struct AsItWas {
    qint64 after = 0; // the change; 0: before all of them
    // A source to be read, never written, by every reader of tables: filters, sorts and searches
    // work on it. Only the session that made it can read it. What the database itself computes is
    // empty in records that differ.
    std::shared_ptr<const Table> table;
    QHash<Key, Difference> differences; // by the key then, of added ones by the key now

    qint64 count(Difference difference) const;
};

// Takes time in proportion to what was logged since, not to the size of the table. The earlier
// records are kept in a temporary table, so that the session may not be a read-only one. Refused
// when part of what was logged since has been trimmed. Requires: the table has a key and is no
// query's.
Result<AsItWas> lookBack(Session& session, const Catalog& catalog, const Table& table,
                         qint64 after);
// The change after which it was this moment: the number of one, or a time (ISO 8601; without a zone
// the person's own; a day means its end).
Result<qint64> momentFrom(Session& session, const QString& text);

// A time as people write it (ISO 8601; a day; any number of digits of a second) as the log writes
// its own, so that the two compare as texts. `end`: the first or the last moment that it can mean.
// Nothing: it is none.
enum class LogTimeEnd { First, Last };
std::optional<QString> logTimeFrom(const QString& text, LogTimeEnd end,
                                   Qt::TimeSpec withoutZone = Qt::LocalTime);

} // namespace gravin
