// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/records/record_query.h"

namespace gravin {

// How one field narrows a list to some of its records.
struct FieldFilter {
    enum class Kind { OneOf, Contains, StartsWith, AtLeast, AtMost, Between, Empty, Filled };
    QString column;
    Kind kind = Kind::OneOf;
    std::vector<Value> values = {}; // of OneOf: any number, NULL among them stands for no value
    QStringList texts = {};         // of the others: as typed; Between: two
    friend bool operator==(const FieldFilter&, const FieldFilter&) = default;
};
QString filterKindLabel(FieldFilter::Kind kind); // "contains"
// What a field of this kind can be narrowed by; empty: by nothing (a picture).
QList<FieldFilter::Kind> filterKindsFor(const BoundField& field);
// The expression that is true for the records that stay. Refused with the reason when a text is no
// value of the field, or nothing was said.
Result<QString> conditionOf(const FieldFilter& filter, const BoundField& field);
// For people: "Status is in service or stored". `shown` gives a value as they read it.
QString wordsOf(const FieldFilter& filter, const BoundField& field,
                const std::function<QString(const Value&)>& shown);

// What a list is sorted by when people sort it by this field, before what is stored: what a lookup
// shows, the place of a choice among the others. Empty: what is stored.
QString orderOf(const BoundField& field, const Table& table);

// Where a search on this screen looks: in the fields of its grid, and in what lookups show.
QList<SearchedColumn> searchedColumns(const BoundScreen& screen, const Catalog& catalog);

} // namespace gravin
