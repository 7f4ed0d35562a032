// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/project/field_definition.h"
#include "core/value/value.h"

#include <vector>

namespace gravin {

// Which records a lookup offers: Lookup::where, a condition on them that may read the record that
// they are chosen for.

// Why the condition does not fit; empty: it does, or there is none. `table` is that of the record.
QString reasonAgainstOffering(const Lookup& lookup, const Table& table, const Catalog& catalog);
// The condition on the offered records for one record, with its values in the place of what it
// reads; empty: all are offered. Requires: `values` has one for each column of the table.
QString offeredFor(const Lookup& lookup, const Table& table, const Catalog& catalog,
                   const std::vector<Value>& values);
// The columns of the record that it reads, as its table knows them; none where it does not fit.
QStringList columnsThatDecide(const Lookup& lookup, const Table& table, const Catalog& catalog);
// The name of the check, in a Problem.
constexpr const char* OfferedCheck = "offered";
// What must hold for the field's record: it is empty, or one of those offered.
QString offeredCheck(const QString& column, const Lookup& lookup);

// The conditions that are most often wanted: both records refer to the same one, or hold the same.
QStringList usualOfferings(const Lookup& lookup, const Table& table, const Column& column,
                           const Catalog& catalog);

} // namespace gravin
