// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/catalog.h"
#include "core/database/connection_spec.h"
#include "core/database/log_protection.h"
#include "core/database/set_wise.h"
#include "core/database/table_watch.h"
#include "core/value/key.h"

#include <QSqlDatabase>
#include <QSqlError>
#include <QVariant>

#include <functional>
#include <memory>

namespace gravin {

// What a constraint's refusal says of its place, as far as the engine tells.
struct ConstraintFailure {
    enum class Kind { Unique, NotNull, Reference, Check, Value, Other };
    Kind kind = Kind::Other;
    QString table;       // may be empty
    QStringList columns; // may be empty
    QString constraint;  // the name of the constraint or index; may be empty
    QString value;       // the text that could not be taken; may be empty
};

// The kinds of field that a new table can be given.
enum class FieldKind {
    GivenNumber, // a key that the database counts itself
    Text,
    LongText,
    Integer,
    Decimal,
    Date,
    Time,
    DateTime,
    YesNo,
    Picture
};
// Digits in all of a new decimal field, on every engine.
constexpr int DecimalDigits = 18;

// What the database at the other end is and lets us do.
struct ServerFacts {
    QString version; // "PostgreSQL 15.4"
    QString account; // may be empty
    bool encrypted = false;
};

// A column of what a SELECT answers, and the column its values are from, as far as the engine
// tells.
struct AnswerColumn {
    Column column;
    QString schema; // of the relation, as Table has it
    QString relation;
    QString origin; // empty: not told, or no column's values
};

// What one pass over all rows tells of a column.
struct ColumnSpan {
    qint64 filled = 0; // not NULL, and no empty text
    Value smallest;    // of numbers, dates, times and moments; NULL: not told
    Value largest;
};
// How those who chain the change log keep out of each other's way; each but the last in the
// transaction that chains.
struct SealingStatements {
    QString relax; // the commit need not reach the disk: what is lost is done again; may be empty
    QString enter; // gives 1 to one at a time, at once
    QString leave; // after the transaction; empty: it ends with it
};
bool hasExtremes(const ColumnType& type); // whether a span tells them

// Everything in which engines differ. Each session owns one, and it belongs to that session's
// thread unless a function says otherwise.
class Dialect {
public:
    virtual ~Dialect() = default;

    // Connecting, in this order.
    virtual QString driver() const = 0; // of Qt Sql
    // What can be told before opening: a file that is not there, a mode that cannot be had.
    virtual Status verifyReachable() const { return ok(); }
    virtual QString connectOptions(bool readOnly) const = 0;
    virtual void configure(QSqlDatabase& database, bool readOnly) const = 0;
    // Statements without values, run once on every new connection.
    virtual QStringList openingStatements(bool readOnly) const = 0;
    // Called when the connection stands; remembers what interrupt() and verifyStillThere() need.
    virtual Status opened(QSqlDatabase& database) = 0;
    // Called before it is closed: interrupt() does nothing from now on.
    virtual void closing() = 0;
    // Makes the statement that runs now fail with ErrorKind::Cancelled. Any thread; may take as
    // long as a new connection takes.
    virtual void interrupt() = 0;
    // Fails when the database that was opened is no longer where it was. Asks no server.
    virtual Status verifyStillThere() const = 0;
    virtual Result<ServerFacts> facts(QSqlDatabase& database) const = 0;

    virtual Engine engine() const = 0;
    // Whether NULL comes before all other values in an ascending order.
    virtual bool sortsNullsFirst() const { return true; }

    virtual QString quoted(const QString& name) const = 0;
    // With its schema, ready to stand in a statement.
    virtual QString quoted(const Table& table) const = 0;
    // What stands behind FROM: the table, or a query in brackets under its name.
    QString rowsOf(const Table& table) const;
    // The same under another name, as it stands in a statement.
    QString rowsOf(const Table& table, const QString& alias) const;
    // What these are called, so that their columns can be named.
    QString nameOfRows(const Table& table) const;

    // The expression that reads a column so that nothing is lost on the way; decode() makes a value
    // of what it gives.
    virtual QString readable(const Column& column) const = 0;
    // The same for what the change log keeps in a column of its own, given as an expression.
    virtual QString readableFromLog(const QString& sql) const { return sql; }
    // A statement with its placeholders made ready for these values, where some need that.
    virtual QString withPlaceholders(const QString& sql, const QVariantList&) const { return sql; }
    // A placeholder for a value of this column, as encode() gives it.
    virtual QString placeholder(const Column& column) const = 0;

    // Exact both ways: what decode() makes of a stored value, encode() turns into the same stored
    // value. A stored value whose declared type would lose something stays of the kind the engine
    // gave it.
    virtual Value decode(const QVariant& stored, const ColumnType& type) const = 0;
    virtual QVariant encode(const Value& value, const ColumnType& type) const = 0;
    // Refuses a value that the engine would not keep as it is; the sentence says why.
    virtual Status canHold(const Value& value, const ColumnType& type) const = 0;

    // How the change log keeps a value of any kind, and how it is read from there.
    virtual QVariant encodeForLog(const Value& value, const ColumnType& type) const = 0;
    virtual Value decodeFromLog(const QVariant& stored, const ColumnType& type) const = 0;

    // A condition with one placeholder, a text: this expression's text holds it, whatever its case.
    virtual QString containsText(const QString& expression) const = 0;

    // A condition true for exactly this stored value: null-safe, binary, of the same type.
    virtual SqlFragment exactly(const Column& column, const Value& value) const = 0;
    // Whether a plain comparison already is exact, so that an index serves it.
    virtual bool isPlainlyExact(const Column& column, const Value& value) const = 0;
    // A condition for one key, which an index serves.
    SqlFragment keyCondition(const Table& table, const Key& key) const;

    // What is inserted into, and that the values of an identity column are meant:
    // INSERT INTO t (a, b) VALUES (?, ?), (?, ?) for so many rows, or with no names at all the
    // database's defaults, for one.
    QString insertStatement(const Table& table, const QList<const Column*>& columns,
                            size_t rows = 1) const;
    // UPDATE of a table with what another source of rows holds.
    virtual QString updateJoined(const QString& target, const QString& rows, const QString& on,
                                 const QString& set) const;
    // Whether an insert can tell what was stored (INSERT … RETURNING); otherwise it only tells the
    // number that the database gave; of several rows the first one's, which the others follow at
    // the distance that numberStep() asks for.
    virtual bool tellsWhatItInserts() const { return true; }
    virtual QString numberStep() const { return {}; }
    // How an index names the column: some engines want to be told how much of a long one.
    virtual QString indexable(const Column& column) const { return quoted(column.name); }
    // Stands behind a SELECT of one record that is about to be changed.
    virtual QString lockingClause(const Table& table) const = 0;

    // Tables and views; not their rows.
    virtual Result<Catalog> readCatalog(QSqlDatabase& database) const = 0;

    // The type of a new field as CREATE TABLE says it. `length`: characters of a text, digits
    // behind the point of a decimal; −1: the usual. `isIndexed`: it will be part of a key. For a
    // given number, all that makes it the key.
    virtual QString declaration(FieldKind kind, int length, bool isIndexed) const = 0;
    // The type that keeps exactly what a column like this one keeps, be it another engine's; empty:
    // none is declared. What the engine has no kind for goes as text; a moment, where there are no
    // zones, as date and time in UTC. `isIndexed`: it stands in a key or an index.
    virtual QString declarationOf(const Column& column, bool isIndexed) const = 0;
    // Makes numbers that the database gives go on behind those that are there; empty: they do.
    virtual QString continueNumbers(const Table& /*table*/, const QString& /*column*/) const {
        return {};
    }
    // Asks for the views of the connection's own schema: the name, and the SELECT or, on a file,
    // all of the CREATE VIEW.
    virtual QString viewsQuery() const = 0;
    // Adds a column of this type; `reference`: REFERENCES and what follows it; empty: none.
    virtual QString addColumnStatement(const Table& table, const QString& name, const QString& type,
                                       const QString& reference) const;
    // Whether a table can be given a reference after it is there.
    virtual bool addsReferences() const { return true; }
    // What stands behind the bracket of a CREATE TABLE.
    virtual QString tableOptions() const { return {}; }

    // What this SELECT would answer; it is not run. Refused when it is not one single SELECT.
    virtual Result<QList<AnswerColumn>> describe(QSqlDatabase& database,
                                                 const QString& select) const = 0;

    // Runs a routine of the catalog in the transaction that is open. Fails as its statements would.
    // Requires: as many values as it has parameters that take one.
    virtual Result<QList<ToldValue>> call(QSqlDatabase& database, const Routine& routine,
                                          const RoutineValues& values) const;
    // Begins a transaction in which nothing that others commit meanwhile is written over, whoever
    // writes it; empty: beginWrite() is as good as it gets.
    virtual QString beginGuardedWrite() const { return {}; }

    // Statements that make the change log's tables where they are missing, in the present layout;
    // those of a log of the former one that stay are left as they are.
    virtual QStringList changeLogSchema() const = 0;
    // Gives one number, as LogTables says.
    virtual QString changeLogTablesQuery() const = 0;
    // Puts a name into the log's dictionary, where it is not in it yet.
    virtual QString addLogName() const;
    // Behind a SELECT: what others have committed since this transaction began counts too.
    virtual QString readingNewest() const { return {}; }
    // Gives the account that this connection has at the server; empty: it has none.
    virtual QString accountQuery() const { return {}; }
    // Gives all else that the account goes by at the server: the roles that it has. Empty: none.
    virtual QString membershipsQuery() const { return {}; }
    // Lets one at a time make those tables, in the transaction that makes them or before it; the
    // second ends that. Empty: nobody else can be at it.
    virtual QString enterMakingLog() const { return {}; }
    virtual QString leaveMakingLog() const { return {}; }
    // Requires: the engine is a server's.
    virtual SealingStatements sealingStatements() const { return {}; }
    // Whether a table that a transaction made goes with it when it is rolled back.
    virtual bool createsTablesInTransactions() const = 0;
    // Whether a transaction is lost with the first statement that fails in it.
    virtual bool failureEndsTransaction() const = 0;

    // Statements around a writing transaction.
    virtual QString beginWrite() const = 0;
    // Gives the microseconds since 1970 (UTC) by the server's clock; empty: this computer's counts.
    virtual QString clockQuery() const { return {}; }
    // Begins a transaction that the engine keeps read only, whatever runs in it, and that a
    // ROLLBACK ends with all settings as they were. Empty: the connection itself can only read.
    virtual QString beginRead() const { return {}; }
    // The same, in which all statements see one state of the database.
    virtual QString beginReadOfOneState() const { return QStringLiteral("BEGIN"); }
    // Run right after: references are tested at the end of the transaction. Empty: cannot be had.
    virtual QString deferReferences() const = 0;

    // Calls `take` with each first column, an integer, of the statement's rows, until it answers
    // false. Faster than fetching rows one variant at a time. NotFound: a value was no integer.
    virtual Status scanIntegers(QSqlDatabase& database, const QString& sql,
                                const std::function<bool(qint64)>& take) const = 0;

    // What every column spans, in one pass over all rows.
    virtual Result<std::vector<ColumnSpan>> spans(QSqlDatabase& database,
                                                  const Table& table) const = 0;

    // A number that changes when another connection has committed something; 0 when unknown.
    virtual qint64 foreignCommits(QSqlDatabase& database) const = 0;

    // How an engine tells who listens of what was committed, without being asked: the statement by
    // which one listens, the descriptor that becomes readable then, and what was heard since. All
    // that the log is told of is told with news(). Empty: it tells nothing.
    virtual QString listenStatement() const { return {}; }
    virtual int newsDescriptor(QSqlDatabase&) const { return -1; }
    virtual Result<QStringList> news(QSqlDatabase&) const { return QStringList(); }
    // Stands behind the last INSERT of a change and tells of it when it is committed; `change`: the
    // column of that row that has its number.
    virtual QString tellingOf(const QString& /*change*/) const { return {}; }

    // Marks that somebody is at a place, a number that all agree on, kept by the connection and
    // gone with it at the latest. enterPlace() and leavePlace() give one row; presentAt() one for
    // each who is there: the name, "" where it is not told, and 1 for this connection itself.
    virtual bool carriesPresence() const { return false; }
    virtual SqlFragment enterPlace(qint64, const QString& /*person*/) const { return {}; }
    virtual SqlFragment leavePlace(qint64) const { return {}; }
    virtual SqlFragment presentAt(qint64) const { return {}; }

    // How it keeps the log of a table by itself.
    virtual const TableWatch& tableWatch() const = 0;
    // How it protects the log from who may write into it; null: it knows no accounts.
    virtual const LogProtection* logProtection() const { return nullptr; }

    // What it does with many rows at once; null: nothing that is exact.
    virtual SetWise* setWise() { return nullptr; }

    virtual Error errorOf(const QSqlError& error) const = 0;
    virtual ConstraintFailure constraintFailure(const Error& error) const = 0;

protected:
    // The SELECT as the source of another: whatever else it may be is refused by the engine.
    static QString asSource(const QString& select);
    virtual QString insertWithoutValues() const = 0; // "DEFAULT VALUES" or the like
    virtual QString insertMeaningIdentity() const { return {}; }
};

// What Dialect::changeLogTablesQuery() adds up.
namespace LogTables {
constexpr int Fields = 1;     // of a log of the former layout
constexpr int Seals = 2;      // hashes, which a log once was begun without
constexpr int SealsApart = 4; // with those of what each change did
constexpr int Version = 8;    // where a log says its layout since it has several
} // namespace LogTables

// Requires: the spec's members fit its engine.
std::unique_ptr<Dialect> dialectFor(const ConnectionSpec& spec);

} // namespace gravin
