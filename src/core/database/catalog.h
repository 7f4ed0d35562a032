// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/column_type.h"

#include <QList>
#include <QString>
#include <QStringList>

#include <optional>
#include <vector>

namespace gravin {

// What the database says of itself. Plain values: read once, shared between threads as const.

struct Column {
    QString name;
    QString declaredType; // the engine's own words
    ColumnType type;
    bool nullable = true;
    QString defaultExpression;    // null when there is none
    bool computed = false;        // generated from other columns; never written
    bool givenByDatabase = false; // left out of an insert, the database gives a value (a new key)

    // A record can be inserted without a value here.
    bool mayBeLeftOut() const {
        return nullable || givenByDatabase || computed || !defaultExpression.isNull();
    }
};

struct ForeignKey {
    enum class Action { Forbid, Cascade, SetNull, SetDefault };
    QStringList columns;
    QString table;
    QStringList referencedColumns; // in the order of `columns`
    Action onDelete = Action::Forbid;
};

struct Table {
    QString name;
    bool isView = false;
    QList<Column> columns;
    QStringList key; // columns that identify a record; empty: the table is read only
    // SQLite: a column name that reaches the hidden row number; null when there is none to reach
    // (WITHOUT ROWID), when all its names are taken, or when the key is that number.
    QString rowNumber;
    QList<ForeignKey> foreignKeys;
    QList<QStringList> uniqueKeys; // without the key itself

    const Column* column(const QString& columnName) const;
    int indexOf(const QString& columnName) const; // -1: none
    std::vector<ColumnType> keyTypes() const;
    bool hasComputedColumns() const;
    // Why no record of this table can be changed; empty when it can.
    QString readOnlyReason() const;
    // The foreign key that consists of just this column; null: none.
    const ForeignKey* referenceOf(const QString& columnName) const;
};

struct Catalog {
    QList<Table> tables; // by name; Gravin's own tables are left out

    const Table* table(const QString& name) const;
    // Every table and foreign key that refers to this table.
    QList<std::pair<const Table*, const ForeignKey*>> referencesTo(const QString& table) const;
};

} // namespace gravin
