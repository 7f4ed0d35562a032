// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/operation.h"
#include "core/database/stamp.h"
#include "core/value/column_type.h"

#include <QHash>
#include <QList>
#include <QString>
#include <QStringList>

#include <memory>
#include <optional>
#include <vector>

namespace gravin {

class TableReferences;
struct Aggregate;
struct Reach;

// What the database says of itself. Plain values: read once, shared between threads as const.

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
    QString select = {};
    QString base = {};
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
    // Where its expressions may follow references to; null: nowhere.
    std::shared_ptr<const TableReferences> references = {};

    bool isQuery() const { return kind == Kind::Query; }
    // The table that a change of its records is written to.
    const QString& written() const { return base.isEmpty() ? name : base; }
    // Under which table's name what all screens share of a column is kept.
    const QString& definitionTable(const Column& column) const {
        return column.computed ? name : written();
    }
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
    QList<Table> tables; // by name; Gravin's own tables are left out
    // Who is connected: the account, of a file the desktop's; and what else it goes by: the roles
    // of the database that it has.
    QString account = {};
    QStringList memberships = {};

    const Table* table(const QString& name) const;
    // The table of this name as the engine knows it, not a query; null: none.
    const Table* relation(const QString& schema, const QString& relation) const;
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
