// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/dialect.h"
#include "core/expression/references.h"

#include <functional>

namespace gravin {

// A way through references to a column of another record: supplier_id -> phone.
struct Reach {
    // The record whose `key` has the values of `from`, columns of the record before it: as many.
    struct Step {
        QStringList from;
        Table to;
        QStringList key;
    };
    QList<Step> steps; // never empty
    Column column;     // of the last step's table
};

// Whether one of its steps is a record of this table.
bool leadsTo(const Reach& reach, const QString& table);

// A reference that expressions may follow besides those that the database declares.
struct StatedReference {
    QString table;
    QString column;
    QString to;
    QString key; // of `to`, unique there
    friend bool operator==(const StatedReference&, const StatedReference&) = default;
};

// Where the references of a catalog lead, as it was when this was made. A reference is followed
// where it leads to one record at the most: to a key, or to what is unique. One of a column is
// called by that, one of several columns by its constraint. Thread-safe.
class CatalogReferences {
public:
    // `lines`: the tables that subqueries may read, with what may be computed of their records; the
    // same may be asked of what references lead to.
    CatalogReferences(const Catalog& catalog, const QList<StatedReference>& stated,
                      const QList<Table>& lines = {});

    // Nothing: the path leads nowhere, or to what Gravin computes.
    std::optional<Reach> reach(const QString& table, const QStringList& path) const;
    // What Gravin computes at the end of the path, in terms of the table that it begins at. Its
    // name is the path's. Nothing: there is no such thing.
    std::optional<Column> computedBehind(const QString& table, const QStringList& path) const;
    // The table that one reference after the other leads to, without what Gravin computes; null:
    // nowhere.
    const Table* behind(const QString& table, const QStringList& references) const;
    // The tables that subqueries may read.
    QStringList tables() const;
    const Table* table(const QString& name) const; // null: none of these

private:
    std::optional<Reach::Step> step(const QString& table, const QString& reference) const;
    friend class TableReferences;

    Catalog m_catalog; // without what Gravin computes
    QList<StatedReference> m_stated;
    Catalog m_lines;
    // By which what is computed of the lines was read; null: there are none.
    std::shared_ptr<const CatalogReferences> m_withoutLines;
};

// The same for the expressions over one table.
class TableReferences : public References {
public:
    TableReferences(std::shared_ptr<const CatalogReferences> all, QString table)
        : m_all(std::move(all))
        , m_table(std::move(table)) {}

    std::optional<QList<ExpressionColumn>> behind(const QStringList& path) const override;
    QStringList ofSeveralColumns(const QStringList& path) const override;
    QStringList tables() const override;
    QList<ExpressionColumn> columnsOf(const QString& table) const override;
    std::unique_ptr<References> of(const QString& table) const override;
    const Table* tableBehind(const QStringList& references) const {
        return m_all->behind(m_table, references);
    }
    // Null: there is no such table that could be read.
    const Table* table(const QString& name) const { return m_all->table(name); }
    std::shared_ptr<const TableReferences> referencesOf(const QString& table) const {
        return std::make_shared<const TableReferences>(m_all, table);
    }
    std::optional<Reach> reach(const QStringList& path) const {
        return m_all->reach(m_table, path);
    }
    std::optional<Column> computedBehind(const QStringList& path) const {
        return m_all->computedBehind(m_table, path);
    }

private:
    std::shared_ptr<const CatalogReferences> m_all;
    QString m_table;
};

// Hard limit of what is reached from one table, so that no project can exhaust an engine.
constexpr qsizetype MostReachedColumns = 200;

// Gives the table a column for each path that one of the texts follows, and for each subquery in
// it, that it has none for yet: read with every record, never written, named as the text writes it
// and shown to nobody. Nothing happens where the table's expressions may follow no references. What
// is beyond MostReachedColumns is left out, so that the expression cannot be bound.
void addReachedColumns(Table& table, const QStringList& texts);
// The same of a table that stays as it is.
Table withReached(Table table, const QStringList& texts);

// What is reached, as a value in a statement that reads records of `root`. `valueOf` says the last
// column, which stands under its own name there.
QString reachedSql(const Dialect& dialect, const Table& root, const Reach& reach,
                   const std::function<QString(const Column& reached)>& valueOf);

} // namespace gravin
