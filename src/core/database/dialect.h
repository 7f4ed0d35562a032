// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/catalog.h"
#include "core/value/key.h"

#include <QSqlDatabase>
#include <QSqlError>
#include <QVariant>

#include <functional>

namespace gravin {

// A piece of SQL with the values of its placeholders; text never holds a value.
struct SqlFragment {
    QString sql;
    QVariantList values;
};

// What a constraint's refusal says of its place, as far as the engine tells.
struct ConstraintFailure {
    enum class Kind { Unique, NotNull, Reference, Check, Other };
    Kind kind = Kind::Other;
    QString table;       // may be empty
    QStringList columns; // may be empty
};

// Everything in which engines differ. Stateless but for what it is told; each session owns one, and
// it belongs to that session's thread unless a function says otherwise.
class Dialect {
public:
    virtual ~Dialect() = default;

    virtual QString quoted(const QString& name) const = 0;

    // Exact both ways: what decode() makes of a stored value, encode() turns into the same stored
    // value. A stored value whose declared type would lose something stays of the kind the engine
    // gave it.
    virtual Value decode(const QVariant& stored, const ColumnType& type) const = 0;
    virtual QVariant encode(const Value& value, const ColumnType& type) const = 0;
    // Refuses a value that the engine would not keep as it is; the sentence says why.
    virtual Status canHold(const Value& value, const ColumnType& type) const = 0;

    // A condition true for exactly this stored value: null-safe, binary, of the same type.
    virtual SqlFragment exactly(const Column& column, const Value& value) const = 0;
    // A condition for one key, which an index serves.
    virtual SqlFragment keyCondition(const Table& table, const Key& key) const = 0;

    virtual Result<Catalog> readCatalog(QSqlDatabase& database) const = 0;

    // Statements that make the change log's tables where they are missing.
    virtual QStringList changeLogSchema() const = 0;
    // Gives one number, above 0 when those tables are there.
    virtual QString changeLogTablesQuery() const = 0;

    // Statements around a writing transaction.
    virtual QString beginWrite() const = 0;
    // Run right after: references are tested at the end of the transaction.
    virtual QString deferReferences() const = 0;

    // Calls `take` with each first column, an integer, of the statement's rows, until it answers
    // false. Faster than fetching rows one variant at a time. NotFound: a value was no integer.
    virtual Status scanIntegers(QSqlDatabase& database, const QString& sql,
                                const std::function<bool(qint64)>& take) const = 0;

    // A number that changes when another connection has committed something; 0 when unknown.
    virtual qint64 foreignCommits(QSqlDatabase& database) const = 0;

    // Fails when the database that was opened is no longer where it was.
    virtual Status verifyStillThere() const = 0;

    virtual Error errorOf(const QSqlError& error) const = 0;
    virtual ConstraintFailure constraintFailure(const QString& engineMessage) const = 0;
};

} // namespace gravin
