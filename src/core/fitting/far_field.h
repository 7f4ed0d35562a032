// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/catalog.h"

#include <functional>
#include <optional>

namespace gravin {

// A field that stands in another record, which one of the record's own references leads to: what is
// written there is written to that record.
struct FarField {
    int place = 0; // of what the reference reaches, among the columns of the record's table
    // The same of the reference, in the order of the other table's key.
    QList<int> reference;
    QString path;   // the name of that column
    QString table;  // of the other record, whose key the reference holds
    QString column; // there
    friend bool operator==(const FarField&, const FarField&) = default;

    // The other record's key, where the record has these values; nothing: it refers to none.
    std::optional<Key> keyFrom(const std::function<Value(int place)>& valueOf) const;
};

// The field that a computed column of the table shows just as it is, where it can be written: its
// expression is a path of one reference, to the key of a table that takes changes.
std::optional<FarField> farFieldOf(const Table& table, const Column& computed,
                                   const Catalog& catalog);
// The same of the column at this place. Requires: it is what one reference reaches.
FarField farFieldAt(const Table& table, int place);
// Why it is none that could be written, for developers; empty: it is one.
QString reasonAgainstFarField(const Table& table, const Column& computed, const Catalog& catalog);

// Adds a change of one far field, to the edit of its record where there is one already. False: that
// one writes something else there. `key`: of the other record.
bool addFarEdit(std::vector<RecordEdit>& edits, const FarField& field, const Key& key,
                const Value& before, const Value& after);

} // namespace gravin
