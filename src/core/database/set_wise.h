// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/database/sql_fragment.h"
#include "core/database/stored_value.h"

#include <QSqlDatabase>
#include <QSqlError>

#include <functional>
#include <optional>
#include <vector>

namespace gravin {

// Computes a value of a row while a statement runs, from values as they are stored; nothing: it
// cannot be had, and the statement fails. `what`: which of several.
using RowComputer = std::function<std::optional<QVariant>(int what, const QVariantList& values)>;

// What an engine can do with many rows in one statement, and exactly. An engine that lacks one of
// these has none of it, and its rows are written a few hundred at a time. Like the dialect it
// belongs to, one thread's.
class SetWise {
public:
    virtual ~SetWise() = default;

    // A temporary table that goes with the transaction at the latest; its columns are those of a
    // SELECT, with their types, and it is empty.
    virtual QString temporaryTable(const QString& name, const QString& select) const = 0;
    // What its rows are ordered by to come as they were put in; `counted`: a column that counts
    // them.
    virtual QString asFilled(const QString& counted) const { return counted; }
    // What the engine should know of a table that was just filled; may be empty.
    virtual QString filled(const QString&) const { return {}; }
    // Removes all rows of such a table.
    virtual QString emptied(const QString& name) const = 0;

    // Puts rows into these columns of a table. Names are quoted already; values are as
    // Dialect::encode() gives them. Requires: a transaction is open, and is given up or taken back
    // to a savepoint when it fails. What the engine answered then; otherwise no error.
    virtual QSqlError appendRows(QSqlDatabase& database, const QString& table,
                                 const QStringList& columns,
                                 const std::vector<QVariantList>& rows) const = 0;

    // Reads rows without a variant for each value; texts as Dialect::readable() would give them.
    // What the engine answered then; otherwise no error.
    virtual QSqlError readRows(QSqlDatabase& database, const QString& sql,
                               const TakeStored& take) const = 0;

    // The expression that gives what Dialect::encodeForLog() would make of this column's value,
    // which `sql` gives. Nothing: the engine cannot say it.
    virtual std::optional<QString> logForm(const Column& column, const QString& sql) const = 0;
    // A condition, never NULL: two expressions of this column's type give the same stored value.
    virtual QString same(const Column& column, const QString& a, const QString& b) const = 0;
    // An expression: a whole number of 64 bits that another content would hardly give.
    virtual QString fingerprint(const QStringList& expressions) const = 0;

    // A SELECT that gives how many triggers or the like might change more than a statement on this
    // table says.
    virtual SqlFragment countOfBystanders(const Table& table) const = 0;

    // Whether values can be computed here while a statement runs; then computed() is the expression
    // and setComputer() says how, until it is given another or none.
    virtual bool computes() const { return false; }
    virtual QString computed(int /*what*/, const QStringList& /*columns*/) const { return {}; }
    virtual void setComputer(const RowComputer& /*computer*/) {}
};

} // namespace gravin
