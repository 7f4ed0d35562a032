// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/records/filter.h"
#include "core/records/key_index.h"
#include "core/records/record.h"
#include "core/records/record_query.h"

#include <optional>

namespace gravin {

// "name, next_due DESC": column names, each with ASC or DESC behind it if wished.
Result<SortOrder> sortOrderFromText(const QString& text, const Table& table);

// The statement that reads the keys of a table in order; of a source without a key, all it has.
SqlFragment keysStatement(const Dialect& dialect, const Table& table, const SortOrder& sort);
// " WHERE …": these records. Requires: the table has a key.
// `of`: what stands before the columns' names where it can, quoted and with its point.
SqlFragment whereKeys(const Dialect& dialect, const Table& table, const std::vector<Key>& keys,
                      const QString& of = {});
// The statement that reads these records. Requires: the table has a key.
SqlFragment recordsStatement(const Dialect& dialect, const Table& table,
                             const std::vector<Key>& keys);

// Reads records of one table or view, with what Gravin computes of them. A source without a key is
// read by position: its keys are whole numbers that count its rows from 0, good for showing, never
// for writing.
class TableReader {
public:
    // Both must outlive the reader.
    TableReader(Session& session, const Table& table)
        : m_session(session)
        , m_table(table) {}

    Result<qint64> count();
    // At most `limit` records (−1: all) from `offset` on.
    Result<std::vector<Record>> range(const SortOrder& sort, qint64 offset, qint64 limit);
    // The records of these keys that exist, in any order.
    Result<std::vector<Record>> records(const std::vector<Key>& keys, const SortOrder& sort = {});
    Result<std::optional<Record>> record(const Key& key);
    // The record as it is now, locked against others where the engine locks rows. Requires: a
    // writing transaction is open.
    Result<std::optional<Record>> recordToChange(const Key& key);
    // Those of these that exist, in any order, in the same way.
    Result<std::vector<Record>> recordsToChange(const std::vector<Key>& keys);
    // How many records have these values in these columns.
    Result<qint64> countWhere(const QStringList& columns, const std::vector<Value>& values);
    // The largest number that is stored in a column of whole numbers; 0 where there is none.
    Result<qint64> largestWhere(const QString& column, const QStringList& columns,
                                const std::vector<Value>& values);
    Result<std::vector<Key>> keysWhere(const QStringList& columns,
                                       const std::vector<Value>& values);

    // Hands the keys in order to `take`, in runs that grow, until it answers false. Usage: a
    // condition is none. Requires: a source without a key is neither restricted nor filtered.
    Status scanKeys(const RecordQuery& query, const std::function<bool(KeyIndex&&)>& take);

    // Those of these records that the query lists, in its order. Fails as scanKeys() does, and
    // where the engine cannot tell the key's columns from those that the order joins. Requires: the
    // source has a key.
    Result<std::vector<Key>> inOrder(const RecordQuery& query, const std::vector<Key>& keys);

    // Hands the values of these columns to `take`, in order, until it answers false. Usage: a
    // condition is none.
    Status scanValues(const RecordQuery& query, const QList<Column>& columns,
                      const std::function<bool(std::vector<Value>&&)>& take);

    // Hands the values of these columns of every record that passes to `take`, until it answers
    // false.
    Status scanMatching(const Filter& filter, const SortOrder& sort, const QList<Column>& columns,
                        const std::function<bool(std::vector<Value>&&)>& take);
    // How many records pass.
    Result<qint64> countMatching(const Filter& filter);
    // The keys of all records that pass, in order. Requires: the source has a key.
    Result<KeyIndex> keysMatching(const Filter& filter, const SortOrder& sort);

private:
    using Passes = std::function<bool(const std::vector<Value>&)>;
    using Take = std::function<bool(std::vector<Value>&&)>;
    // Reads rows in the plan's order: those that pass go to `take`, until it answers false.
    Status scan(RowPlan plan, const SqlFragment& where, const Passes& passes, const Take& take);
    // Reads the plan's rows of this condition; `tail` stands behind it in the statement.
    Status rows(RowPlan& plan, const SqlFragment& where, const SqlFragment& tail,
                const std::function<bool(const QSqlQuery&)>& take);
    // What an engine is asked for, and what is asked here of each row that is left.
    struct Narrowed {
        Table table; // with what the conditions reach
        SqlFragment where = {};
        std::optional<Filter> filter = {};
    };
    Result<Narrowed> narrowed(const RecordQuery& query) const;
    Status scanNarrowed(const Narrowed& to, const QList<Column>& columns, const SortOrder& sort,
                        const Take& take);
    Result<qint64> number(const QString& sql, const QVariantList& values = {});
    QString locking() const;
    RowPlan plan(const QList<Column>& wanted, const SortOrder& sort = {}) const;
    QString from() const;
    QList<Column> keyColumns() const;
    Record recordOf(std::vector<Value>&& values) const;
    Status scanPositions(const std::function<bool(KeyIndex&&)>& take);
    Status collect(const SqlFragment& where, const QString& locking, std::vector<Record>& records);
    Result<std::vector<Record>> recordsByPosition(const std::vector<Key>& keys,
                                                  const SortOrder& sort);
    SqlFragment whereAll(const QStringList& columns, const std::vector<Value>& values) const;

    Session& m_session;
    const Table& m_table;
};

// The different values of a column as people read them, without NULL, in the engine's order; at
// most `limit`.
Result<QStringList> distinctTexts(Session& session, const Table& table, const Column& column,
                                  int limit);

// A value of a column and how many records have it.
struct ValueCount {
    Value value;
    qint64 count = 0;
};
// The most frequent values first, NULL among them; at most `limit`. None of a column that Gravin
// computes.
Result<std::vector<ValueCount>> valueCounts(Session& session, const Table& table,
                                            const Column& column, int limit);

} // namespace gravin
