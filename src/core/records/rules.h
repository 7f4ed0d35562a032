// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/value/value.h"

#include <QHash>

#include <optional>
#include <vector>

namespace gravin {

// One thing that is wrong with one record, for people and for scripts.
struct Problem {
    QString record;  // its key as text; empty for a record that has none yet
    QString field;   // the column; empty when it concerns the whole record
    QString check;   // "required", "length", "reference", "unique", "editable", …
    QString message; // what is wrong and how to mend it
    QString label;   // the field as people know it
    friend bool operator==(const Problem&, const Problem&) = default;
};

// What must hold for one field.
struct FieldRule {
    QString column;
    QString label;
    bool required = false;
    bool editable = true; // in a record that is stored
    bool settable = true; // in a new one
    QString message = {}; // said when a required field is empty; empty: a sentence of ours
};

struct TableRules {
    QList<FieldRule> fields; // columns without a rule may be absent

    const FieldRule* rule(const QString& column) const;
    // The label, or the column's name where there is no rule.
    QString labelOf(const QString& column) const;
};

// Rules by table name.
using RuleBook = QHash<QString, TableRules>;

// The values a record will have, in the order of the table's columns; nothing where an insert
// leaves the column out.
using ProposedValues = std::vector<std::optional<Value>>;

// Empty for a required check: NULL, or text without anything but blanks.
bool isEmptyValue(const Value& value);

// Every check that needs no database.
std::vector<Problem> problemsOf(const Table& table, const TableRules& rules,
                                const ProposedValues& values);

} // namespace gravin
