// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/stamp.h"
#include "core/value/column_type.h"

#include <QString>

#include <memory>

namespace gravin {

struct Aggregate;
struct Reach;

// A column of a table, or a parameter of a routine. A plain value.
struct Column {
    QString name;
    QString declaredType; // the engine's own words
    ColumnType type;
    bool nullable = true;
    QString defaultExpression; // null when there is none
    bool computed = false;     // generated from other columns; never written
    // What it is generated from, in the engine's own syntax and in terms of its table's columns;
    // null where that is not known.
    QString generatedFrom = {};
    bool givenByDatabase = false; // left out of an insert, the database gives a value (a new key)
    // PostgreSQL's "generated always as identity": an insert that names it must say that it means
    // it.
    bool givenAlways = false;
    QString comment = {};
    // The engine's name of the type behind domains and without limits, fit to stand in a CAST:
    // limits would cut and round in silence there. Empty on SQLite.
    QString baseType = {};
    // The engine may take different texts of it for equal: it folds case, accents or blanks.
    bool foldsText = false;
    // What the database grants this account for this column.
    bool mayInsert = true;
    bool mayUpdate = true;
    // Computed by Gravin for every record that is read, from columns before this one; the database
    // knows nothing of it. Such columns are `computed` too, and stand behind all others.
    QString expression = {};
    // Not computed but read of another record, which a path of references leads to; it stands for
    // what expressions reach and is shown to nobody. Its `expression` is the path. Null: it is not.
    std::shared_ptr<const Reach> reach = {};
    // The same for what a subquery gives of other records. Its `expression` is the subquery.
    std::shared_ptr<const Aggregate> aggregate = {};
    // What Gravin computes of a record that references lead to, said in terms of this table's own.
    bool isComputedBeyond = false;

    // What the project gives a field by itself: an expression that it follows until a person types
    // there, empty: none; and what the one door sets, whoever writes.
    QString filledWith = {};
    Stamp stamp = {};
    // What stands there is drawn by a person's hand.
    bool isSignature = false;

    // Read of other records.
    bool isReadBeyond() const { return reach || aggregate; }
    // Made of other records for the sake of expressions.
    bool isBeyond() const { return isReadBeyond() || isComputedBeyond; }

    // A record can be inserted without a value here.
    bool mayBeLeftOut() const {
        return nullable || givenByDatabase || computed || !defaultExpression.isNull();
    }
};

} // namespace gravin
