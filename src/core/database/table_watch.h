// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/value/value.h"

#include <QVariant>

#include <optional>
#include <vector>

namespace gravin {

class Dialect;

// A record as a trigger packed it, a value for each column that it names. Nothing: of an update,
// where the column is as it was on the other side; key columns are always there.
using SeenValues = std::vector<std::optional<Value>>;
struct SeenRecord {
    SeenValues before;
    SeenValues after;
};

// How an engine keeps the log of a table by itself: triggers write whatever happens to a record
// into gravin_seen, in the transaction that does it, whoever that is. It stands there until Gravin
// brings it into the log (SeenRows). Like the dialect that it belongs to, one thread's.
//
//   gravin_seen (id, origin, at, account, table_name, key_columns, op, hidden_row, column_names,
//                old_row, new_row)
//
// `op` is 1 added, 2 changed, 3 deleted; key_columns and column_names are JSON arrays of texts;
// old_row and new_row are packed, NULL where the record was not there.
class TableWatch {
public:
    explicit TableWatch(const Dialect& dialect)
        : m_dialect(dialect) {}
    virtual ~TableWatch() = default;
    TableWatch(const TableWatch&) = delete;
    TableWatch& operator=(const TableWatch&) = delete;

    // Gives the schema in which the log is; empty: the engine has none.
    virtual QString homeQuery() const { return {}; }
    // Statements that make gravin_seen and what belongs to it; `home`: what homeQuery() gave.
    virtual QStringList schema(const QString& home) const = 0;
    virtual QStringList withoutSchema() const;
    // Statements that make a table watched, and one that is watched not so. Requires: isWatchable()
    // has nothing against it.
    virtual QStringList watching(const Table& table, const QString& home) const = 0;
    virtual QStringList notWatching(const Table& table) const = 0;
    // Why the table cannot be watched; empty: it can.
    QString reasonAgainst(const Table& table) const;
    // Whether what watches the table is whole and knows its name, key and columns as they are now.
    // Requires: it is watched.
    bool isCurrent(const Table& table) const;

    // The expression that marks what the present transaction wrote, among what was not there when
    // it began.
    virtual QString origin() const = 0;
    // Behind a SELECT of rows that are about to be taken out: leaves out what somebody else takes.
    virtual QString taking() const { return {}; }
    // Before a transaction that takes rows out; may be empty.
    virtual QString isolation() const { return {}; }

    // What the record was and is; NULL: it was not there. Nothing: it is not what a trigger of ours
    // writes. `columns`: null where there is none of that name any more.
    virtual std::optional<SeenRecord> unpacked(const QVariant& before, const QVariant& after,
                                               const QList<const Column*>& columns) const;

protected:
    // One side, which is there.
    virtual std::optional<SeenValues> unpackedSide(const QString& packed,
                                                   const QList<const Column*>& columns) const = 0;
    // The columns that triggers know, in their order.
    virtual QList<const Column*> packedColumns(const Table& table) const;
    virtual int triggerCount() const { return 3; }
    // Whether a trigger's text lists the columns.
    virtual bool namesColumns() const { return true; }
    // What a text is in a statement of this engine.
    virtual QString literal(const QString& text) const;

    QString tableLiteral(const Table& table) const;
    QString keyLiteral(const Table& table) const;
    QString columnsLiteral(const Table& table) const;
    // A name of a trigger, no longer than engines take; `what`: the operation.
    QString triggerName(const QString& what, const Table& table) const;

    const Dialect& m_dialect;
};

// Whether a trigger of this name is one that watches.
bool isWatcher(const QString& trigger);

// An array of texts as key_columns and column_names are.
QString jsonArray(const QStringList& texts);
QStringList fromJsonArray(const QString& text);

} // namespace gravin
