// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/column.h"
#include "core/database/operation.h"
#include "core/database/routine.h"
#include "core/value/value.h"

#include <QHash>
#include <QList>
#include <QMap>
#include <QString>
#include <QStringList>

#include <memory>
#include <optional>
#include <vector>

namespace gravin {

class TableReferences;

// What the database says of itself. Plain values: read once, shared between threads as const.

struct ForeignKey {
    enum class Action { Forbid, Cascade, SetNull, SetDefault };
    QStringList columns;
    QString table;
    QStringList referencedColumns; // in the order of `columns`
    Action onDelete = Action::Forbid;
    Action onUpdate = Action::Forbid; // of what it refers to
    // Of its constraint; where that has none, the name of the table that it refers to.
    QString name = {};
};

struct CheckConstraint {
    QString name;       // may be empty
    QString expression; // in the engine's own syntax
};

// A value that a SELECT of the developer's own was asked with (SourceParameter).
struct GivenParameter {
    QString name;
    QString label;
    ColumnType type;
    Value value;
    friend bool operator==(const GivenParameter&, const GivenParameter&) = default;
};

struct Table {
    enum class Kind { Table, View, MaterializedView, ForeignTable, Query };

    // Unique in the catalog: the plain name, with its schema before it where that is not the
    // connection's own.
    QString name;
    QString schema;   // as the engine knows it; empty on SQLite
    QString relation; // the plain name
    Kind kind = Kind::Table;
    QString comment;
    QList<Column> columns;
    QStringList key; // columns that identify a record; empty: the table is read only
    // SQLite: a column name that reaches the hidden row number; null when there is none to reach
    // (WITHOUT ROWID), when all its names are taken, or when the key is that number.
    QString rowNumber;
    QList<ForeignKey> foreignKeys;
    QList<QStringList> uniqueKeys; // without the key itself
    QList<QStringList> indexes;    // the others, of whole columns of all records
    QList<CheckConstraint> checks;
    // The columns behind a constraint or index of this name, where engines only tell the name.
    QHash<QString, QStringList> constraintColumns;
    // Names of what the database does by itself when its records change; what it does to other
    // records nobody logs.
    QStringList triggers;
    // Columns of its own that they set with each change, as far as their text tells.
    QStringList setByTriggers;
    // The texts of the triggers by which Gravin has it watched (TableWatch); they are not among
    // those above.
    QStringList watchers = {};
    Rights rights; // what the database grants this account
    // Of a developer's own SELECT (Kind::Query): its text, and the table whose records its records
    // are; empty: none is declared, so that it can only be read. Columns that are not that table's
    // own count as computed.
    QString select = {}; // with the values of `given` in it
    QString base = {};
    QList<GivenParameter> given = {};
    // Of a SELECT that cannot be described: why. Its text is not kept then, so that nothing can
    // ever run it; no record of it is read. Empty: it may be read.
    QString unreadable = {};
    // The only records of it that there are for this person, a condition in the engine's own words
    // over its columns; empty: all.
    QString only = {};
    // Whether its text came with the project: it is run where nothing can be written.
    bool isFromProject = false;
    // Why no record can be changed although the table has a key: a storage that keeps no
    // transactions, a view that cannot be read. Empty: none.
    QString notWritableReason;
    // A view: the engine, or an INSTEAD OF trigger, writes what is written to it; what for, its
    // `rights` say.
    bool isWritableView = false;
    // The routines that add, change and delete its records instead of statements.
    QMap<Operation, RoutineUse> writtenThrough = {};
    // As the database says, where that made something else of its rights; null: it says just this.
    std::shared_ptr<const Table> asGranted = {};
    // Where its expressions may follow references to; null: nowhere.
    std::shared_ptr<const TableReferences> references = {};

    bool isQuery() const { return kind == Kind::Query; }
    // The table that a change of its records is written to.
    const QString& written() const { return base.isEmpty() ? name : base; }
    // Under which table's name what all screens share of a column is kept.
    const QString& definitionTable(const Column& column) const {
        return column.computed ? name : written();
    }
    // Whether what is written to it becomes something else on its way: what guards a statement does
    // not reach the rows behind it.
    bool isWrittenIndirectly() const { return isWritableView || !writtenThrough.isEmpty(); }
    bool isView() const { return kind == Kind::View || kind == Kind::MaterializedView; }
    const Column* column(const QString& columnName) const;
    int indexOf(const QString& columnName) const; // -1: none
    std::vector<ColumnType> keyTypes() const;
    bool hasComputedColumns() const;
    // The table as the database knows it: without what Gravin computes.
    Table stored() const;
    // Why no record of this table can be changed; empty when it can.
    QString readOnlyReason() const;
    // Why this cannot be done to any record; empty when it can.
    QString reasonAgainst(Operation operation) const;
    // The foreign key that consists of just this column; null: none.
    const ForeignKey* referenceOf(const QString& columnName) const;
};

struct Catalog {
    QList<Table> tables;          // by name; Gravin's own tables are left out
    QList<Routine> routines = {}; // by name; Gravin's own and those of extensions are left out
    // Who is connected: the account, of a file the desktop's; and what else it goes by: the roles
    // of the database that it has.
    QString account = {};
    QStringList memberships = {};

    const Table* table(const QString& name) const;
    // The table of this name as the engine knows it, not a query; null: none.
    const Table* relation(const QString& schema, const QString& relation) const;
    const Routine* routine(const QString& name) const; // null: none
    // Every table and foreign key that refers to this table.
    QList<std::pair<const Table*, const ForeignKey*>> referencesTo(const QString& table) const;
};

// That what the table's triggers do to other records is not in the log; empty: it has none.
QString noteOnTriggers(const Table& table);

// The columns that the text of a trigger gives a value, by NEW.column or, where there is no such
// thing, by an UPDATE of the table itself.
void noteTrigger(Table& table, const QString& name, const QString& text);

// What every reader of a catalog does at its end: references and unique keys in the order of their
// columns, a view's columns without what only matters for writing, and, where there is no primary
// key, a unique key whose columns are never empty in its place.
void complete(Table& table);
// Whether a relation of this name is one of Gravin's own, which no catalog shows.
bool isOwnTable(const QString& relation);

} // namespace gravin
