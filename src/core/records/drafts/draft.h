// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/record.h"
#include "core/records/rules.h"

#include <QMap>
#include <QSet>

#include <optional>

namespace gravin {

// A text that its field cannot take, kept as it was typed.
struct BadText {
    QString text;
    QString message;
    friend bool operator==(const BadText&, const BadText&) = default;
};

// The record that a new one belongs to and that is not saved yet either: both are saved together,
// and the values of `columns` are then those of `targetColumns` there.
struct DraftParent {
    QString table;
    RecordId id;
    QStringList columns;
    QStringList targetColumns; // as many
    friend bool operator==(const DraftParent&, const DraftParent&) = default;
};

// What a person has put into a draft.
struct DraftEdits {
    QMap<int, Value> changed;
    QMap<int, BadText> bad;
    std::optional<DraftParent> parent;
    QSet<int> given; // not by the person
    bool removed = false;
    friend bool operator==(const DraftEdits&, const DraftEdits&) = default;
};

// The unsaved edits of one record, or that it is to be deleted. Column numbers are those of the
// table.
struct Draft {
    RecordId id;
    std::vector<Value> was; // as read; of a new record all NULL
    // Only what differs from `was`; of a new record: what was set. What is reached stands here too
    // where it is edited: it is written to the record that it is reached in.
    QMap<int, Value> changed;
    QMap<int, BadText> bad;
    QMap<int, Value> theirs;       // fields that somebody else changed too: what they are now
    bool gone = false;             // the record was deleted meanwhile
    bool removed = false;          // the next save deletes the record
    std::vector<Problem> refusals; // of the last save, until the field is edited again
    // What only the database could say of the fields as they are, until they are edited again.
    std::vector<Problem> answers;
    // Warnings that the person has been told when saving; the next save lets them pass.
    std::vector<Problem> warned;
    bool saving = false;
    std::optional<DraftParent> parent;
    // What is reached through references that are edited, or whose record was changed since, and
    // what subqueries give.
    struct Reached {
        Value reference; // of a subquery: what it reads of the record, where that was edited
        std::optional<Value> value = {}; // nothing: it is on its way
    };
    QMap<int, Reached> reached;
    // What another record held in a field that is edited from here, when that began.
    QMap<int, Value> farWas;
    // Fields that hold what a default gave, or what they are filled with, untouched.
    QSet<int> given;
    // What filled fields last followed: the values that their expressions read.
    QMap<int, std::vector<Value>> filledFor;

    // What the person sees in a column.
    Value value(int column) const {
        const auto other = reached.constFind(column);
        return changed.value(column, other == reached.cend() ? was[static_cast<size_t>(column)]
                                                             : other->value.value_or(Value()));
    }
    // What stood in a column before it was edited.
    Value before(int column) const {
        if (const auto far = farWas.constFind(column); far != farWas.cend())
            return *far;
        const auto other = reached.constFind(column);
        return other != reached.cend() && other->value ? *other->value
                                                       : was[static_cast<size_t>(column)];
    }
    // What the person sees in all columns.
    std::vector<Value> values() const;
    bool isEmpty() const { return changed.isEmpty() && bad.isEmpty() && !removed && !id.isNew(); }
    // What the record would hold when saved.
    ProposedValues proposed() const;
};

// What is to be asked of a draft.
Occasion occasionOf(const Draft& draft, const Table& table);

} // namespace gravin
