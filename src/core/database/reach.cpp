// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/reach.h"

#include <algorithm>

namespace gravin {

namespace {

bool isUnique(const Table& table, const QString& column) {
    const QStringList alone{column};
    return table.key == alone || table.uniqueKeys.contains(alone);
}

} // namespace

bool leadsTo(const Reach& reach, const QString& table) {
    return std::any_of(reach.steps.begin(), reach.steps.end(),
                       [&](const Reach::Step& step) { return step.to.name == table; });
}

CatalogReferences::CatalogReferences(const Catalog& catalog, const QList<StatedReference>& stated)
    : m_stated(stated) {
    for (const Table& table : catalog.tables) {
        m_catalog.tables += table.stored();
        // Those of before would keep whatever they were made of, one behind the other.
        m_catalog.tables.back().references.reset();
    }
}

std::optional<Reach::Step> CatalogReferences::step(const QString& table,
                                                   const QString& column) const {
    const Table* here = m_catalog.table(table);
    // Columns of a SELECT are those of the declared table, where they are its own.
    const Table* written = here ? m_catalog.table(here->written()) : nullptr;
    const Column* from = here ? here->column(column) : nullptr;
    if (!written || !from || (here->isQuery() && from->computed))
        return std::nullopt;
    QString to;
    QString key;
    if (const ForeignKey* foreign = written->referenceOf(column)) {
        to = foreign->table;
        key = foreign->referencedColumns.value(0);
    }
    for (const StatedReference& stated : m_stated) {
        if (to.isEmpty() && stated.table == written->name && stated.column == column) {
            to = stated.to;
            key = stated.key;
        }
    }
    const Table* there = m_catalog.table(to);
    if (!there || there->isQuery() || !there->column(key) || !isUnique(*there, key))
        return std::nullopt;
    return Reach::Step{column, *there, key};
}

const Table* CatalogReferences::behind(const QString& table, const QString& column) const {
    const auto followed = step(table, column);
    return followed ? m_catalog.table(followed->to.name) : nullptr;
}

std::optional<Reach> CatalogReferences::reach(const QString& table, const QStringList& path) const {
    Reach reach;
    QString here = table;
    for (const QString& column : path.mid(0, path.size() - 1)) {
        const auto followed = step(here, column);
        if (!followed)
            return std::nullopt;
        reach.steps += *followed;
        here = followed->to.name;
    }
    const Column* column =
        reach.steps.isEmpty() ? nullptr : reach.steps.back().to.column(path.back());
    if (!column)
        return std::nullopt;
    reach.column = *column;
    return reach;
}

std::optional<QList<ExpressionColumn>> TableReferences::behind(const QStringList& path) const {
    const Table* here = nullptr;
    QString table = m_table;
    for (const QString& column : path) {
        here = m_all->behind(table, column);
        if (!here)
            return std::nullopt;
        table = here->name;
    }
    QList<ExpressionColumn> columns;
    for (const Column& column : here->columns)
        columns += ExpressionColumn{column.name, column.type};
    return columns;
}

void addReachedColumns(Table& table, const QStringList& texts) {
    if (!table.references)
        return;
    QList<ExpressionColumn> columns;
    qsizetype count = 0;
    for (const Column& column : table.columns) {
        columns += ExpressionColumn{column.name, column.type};
        count += column.reach ? 1 : 0;
    }
    for (const QString& text : texts) {
        for (const QStringList& path : reachedPaths(text, columns, *table.references)) {
            const QString name = reachedName(path);
            auto reach = table.references->reach(path);
            if (!reach || table.column(name) || count >= MostReachedColumns)
                continue;
            ++count;
            Column column;
            column.name = name;
            column.type = reach->column.type;
            column.declaredType = reach->column.declaredType;
            column.computed = true;
            column.expression = name;
            column.reach = std::make_shared<const Reach>(std::move(*reach));
            table.columns += column;
        }
    }
}

Table withReached(Table table, const QStringList& texts) {
    addReachedColumns(table, texts);
    return table;
}

QString reachedSql(const Dialect& dialect, const Table& root, const Reach& reach,
                   const std::function<QString(const Column& reached)>& valueOf) {
    // Within each bracket a plain name is one of the table there; its alias keeps the tables apart
    // where a record refers to another one of its own table.
    QString sql = dialect.quoted(root) + u'.' + dialect.quoted(reach.steps.front().from);
    for (qsizetype i = 0; i < reach.steps.size(); ++i) {
        const Reach::Step& step = reach.steps[i];
        const QString alias = dialect.quoted(QStringLiteral("gravin_reached_%1").arg(i + 1));
        const bool isLast = i + 1 == reach.steps.size();
        const QString value =
            isLast ? valueOf(reach.column) : alias + u'.' + dialect.quoted(reach.steps[i + 1].from);
        sql = QStringLiteral("(SELECT %1 FROM %2 AS %3 WHERE %3.%4 = %5)")
                  .arg(value, dialect.quoted(step.to), alias, dialect.quoted(step.key), sql);
    }
    return sql;
}

} // namespace gravin
