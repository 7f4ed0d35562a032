// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/records/aggregate_lines.h"

#include <QSet>

namespace gravin {

// Lines as they are about to be, instead of what is stored of them.
struct ComingLines {
    QSet<Key> without; // of the stored lines, by the key of their table
    // Those that take their place and those that are new: the values of the table's columns by
    // name. What they reach is read.
    std::vector<QHash<QString, Value>> with;
};

// What a subquery gives for a record, whose values are those of LineQuestion::ofRecord(); NULL
// where it cannot be had. `isNew`: the record is not stored, so that only coming lines are its own;
// all of these are. Requires: the column at this place of the table is an aggregate.
Result<Value> readAggregate(Session& session, const Table& table, int place,
                            const std::vector<Value>& record, bool isNew = false,
                            const ComingLines& coming = {});

// The places of aggregates over records of that table.
QList<int> aggregatesOver(const Table& table, const QString& lines);

} // namespace gravin
