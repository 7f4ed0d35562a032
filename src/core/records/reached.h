// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/records/rules.h"

namespace gravin {

// The places of what is reached through one of these columns of the table, or what subqueries make
// of it.
QList<int> reachedThrough(const Table& table, const QSet<QString>& columns);

// Whether anything of the table is reached in a record of that one, or made of its records.
bool reachesTo(const Table& table, const QString& reached);

// Of a record that gets new references what they reach is not known before it is stored: it is left
// out of `values` and counts as written.
void leaveOutReached(const Table& table, ProposedValues& values, QSet<QString>& written);

// What a record would reach at these places if the columns that they all begin with had these
// values; NULL where they refer to nothing. Requires: `places` are of reached columns that begin
// with one reference, and are not empty; `reference` has a value for each column of it.
Result<std::vector<Value>> readReached(Session& session, const Table& table,
                                       const QList<int>& places,
                                       const std::vector<Value>& reference);

} // namespace gravin
