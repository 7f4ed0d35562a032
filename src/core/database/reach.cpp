// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/reach.h"

#include "core/database/aggregate.h"

#include <algorithm>

namespace gravin {

namespace {

bool isUnique(const Table& table, QStringList columns) {
    const auto isSame = [&](QStringList key) {
        key.sort();
        return key == columns;
    };
    columns.sort();
    return isSame(table.key) ||
           std::any_of(table.uniqueKeys.begin(), table.uniqueKeys.end(), isSame);
}

// What a computed column may name.
QList<ExpressionColumn> columnsBefore(const Table& table, const Column& computed) {
    QList<ExpressionColumn> columns;
    for (const Column& column : table.columns) {
        if (column.name == computed.name)
            break;
        if (!column.isBeyond())
            columns += ExpressionColumn{column.name, column.type};
    }
    return columns;
}

} // namespace

bool leadsTo(const Reach& reach, const QString& table) {
    return std::any_of(reach.steps.begin(), reach.steps.end(),
                       [&](const Reach::Step& step) { return step.to.name == table; });
}

CatalogReferences::CatalogReferences(const Catalog& catalog, const QList<StatedReference>& stated,
                                     const QList<Table>& lines)
    : m_stated(stated) {
    for (const Table& table : lines) {
        if (table.isQuery())
            continue;
        m_lines.tables += table;
        m_lines.tables.back().references.reset();
    }
    for (const Table& table : catalog.tables) {
        m_catalog.tables += table.stored();
        // Those of before would keep whatever they were made of, one behind the other.
        m_catalog.tables.back().references.reset();
    }
    if (!m_lines.tables.isEmpty())
        m_withoutLines = std::make_shared<const CatalogReferences>(catalog, stated);
}

std::optional<Reach::Step> CatalogReferences::step(const QString& table,
                                                   const QString& reference) const {
    const Table* here = m_catalog.table(table);
    // Columns of a SELECT are those of the declared table, where they are its own.
    const Table* written = here ? m_catalog.table(here->written()) : nullptr;
    if (!written)
        return std::nullopt;
    QStringList from{reference};
    QString to;
    QStringList key;
    if (here->column(reference)) {
        if (const ForeignKey* foreign = written->referenceOf(reference)) {
            to = foreign->table;
            key = foreign->referencedColumns;
        }
        for (const StatedReference& stated : m_stated) {
            if (to.isEmpty() && stated.table == written->name && stated.column == reference) {
                to = stated.to;
                key = {stated.key};
            }
        }
    } else {
        for (const ForeignKey& foreign : written->foreignKeys) {
            if (foreign.columns.size() < 2 || foreign.name != reference || !to.isEmpty())
                continue;
            from = foreign.columns;
            to = foreign.table;
            key = foreign.referencedColumns;
        }
    }
    const auto isOwn = [&](const QString& name) {
        const Column* column = here->column(name);
        return column && !(here->isQuery() && column->computed);
    };
    const Table* there = m_catalog.table(to);
    const auto isThere = [&](const QString& name) { return there->column(name) != nullptr; };
    if (!there || there->isQuery() || key.size() != from.size() ||
        !std::all_of(from.begin(), from.end(), isOwn) ||
        !std::all_of(key.begin(), key.end(), isThere) || !isUnique(*there, key))
        return std::nullopt;
    return Reach::Step{from, *there, key};
}

const Table* CatalogReferences::behind(const QString& table, const QStringList& references) const {
    const Table* here = nullptr;
    QString name = table;
    for (const QString& column : references) {
        const auto followed = step(name, column);
        if (!followed)
            return nullptr;
        name = followed->to.name;
        here = m_catalog.table(name);
    }
    return here;
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

std::optional<Column> CatalogReferences::computedBehind(const QString& table,
                                                        const QStringList& path) const {
    const Table* there = behind(table, path.mid(0, path.size() - 1));
    const Table* lines = there ? m_lines.table(there->name) : nullptr;
    const Column* column = lines ? lines->column(path.back()) : nullptr;
    if (!column || column->expression.isEmpty() || column->isBeyond())
        return std::nullopt;
    const TableReferences own(m_withoutLines, there->name);
    const auto text = behindReference(column->expression, columnsBefore(*lines, *column), own,
                                      path.mid(0, path.size() - 1));
    if (!text)
        return std::nullopt;
    Column computed;
    computed.name = reachedName(path);
    computed.type = column->type;
    computed.declaredType = column->declaredType;
    computed.computed = true;
    computed.expression = *text;
    computed.isComputedBeyond = true;
    return computed;
}

std::optional<QList<ExpressionColumn>> TableReferences::behind(const QStringList& path) const {
    const Table* there = m_all->behind(m_table, path);
    if (!there)
        return std::nullopt;
    QList<ExpressionColumn> columns;
    for (const Column& column : there->columns)
        columns += ExpressionColumn{column.name, column.type};
    const Table* lines = m_all->table(there->name);
    for (const Column& column : lines ? lines->columns : QList<Column>()) {
        if (!column.expression.isEmpty() && !column.isBeyond())
            columns += ExpressionColumn{column.name, column.type};
    }
    return columns;
}

QStringList TableReferences::ofSeveralColumns(const QStringList& path) const {
    const Table* there =
        path.isEmpty() ? m_all->m_catalog.table(m_table) : m_all->behind(m_table, path);
    const Table* written = there ? m_all->m_catalog.table(there->written()) : nullptr;
    QStringList names;
    for (const ForeignKey& foreign : written ? written->foreignKeys : QList<ForeignKey>()) {
        if (foreign.columns.size() > 1 && !names.contains(foreign.name) &&
            m_all->step(there->name, foreign.name))
            names += foreign.name;
    }
    return names;
}

QStringList CatalogReferences::tables() const {
    QStringList names;
    for (const Table& table : m_lines.tables)
        names += table.name;
    return names;
}

const Table* CatalogReferences::table(const QString& name) const { return m_lines.table(name); }

QStringList TableReferences::tables() const { return m_all->tables(); }

QList<ExpressionColumn> TableReferences::columnsOf(const QString& table) const {
    QList<ExpressionColumn> columns;
    const Table* named = m_all->table(table);
    for (const Column& column : named ? named->columns : QList<Column>()) {
        if (!column.isBeyond())
            columns += ExpressionColumn{column.name, column.type};
    }
    return columns;
}

std::unique_ptr<References> TableReferences::of(const QString& table) const {
    return std::make_unique<TableReferences>(m_all, table);
}

namespace {

// Adds what is read of other records, up to the limit.
class ColumnAdder {
public:
    explicit ColumnAdder(Table& table)
        : m_table(table) {
        for (const Column& column : table.columns) {
            m_names += ExpressionColumn{column.name, column.type};
            m_count += column.isBeyond() ? 1 : 0;
        }
    }

    void add(const QString& text) {
        addPaths(text);
        for (const auto& subquery : subqueriesIn(text, m_names, *m_table.references))
            add(subquery);
    }

private:
    void addPaths(const QString& text) {
        for (const QStringList& path : reachedPaths(text, m_names, *m_table.references)) {
            if (auto reach = m_table.references->reach(path))
                add(std::move(*reach), reachedName(path));
            else if (auto computed = m_table.references->computedBehind(path))
                add(std::move(*computed));
        }
    }
    bool hasRoomFor(const QString& name) const {
        return !m_table.column(name) && m_count < MostReachedColumns;
    }
    Column columnOf(const QString& name) {
        ++m_count;
        Column column;
        column.name = name;
        column.computed = true;
        column.expression = name;
        return column;
    }
    void add(Reach&& reach, const QString& name) {
        if (!hasRoomFor(name))
            return;
        Column column = columnOf(name);
        column.type = reach.column.type;
        column.declaredType = reach.column.declaredType;
        column.reach = std::make_shared<const Reach>(std::move(reach));
        m_table.columns += column;
    }
    void add(Column&& computed) {
        if (!hasRoomFor(computed.name))
            return;
        addPaths(computed.expression);
        ++m_count;
        m_table.columns += computed;
    }
    void add(const std::shared_ptr<const Subquery>& subquery) {
        const Table* lines = m_table.references->table(subquery->table);
        if (!lines || !hasRoomFor(subquery->name))
            return;
        Table from = *lines;
        from.references = m_table.references->referencesOf(from.name);
        QStringList texts;
        for (const auto& part : subquery->parts())
            texts += part->text();
        addReachedColumns(from, texts);
        addInner(from, *subquery);
        auto aggregate = aggregateOf(from, subquery);
        const auto isThere = [&](const QString& name) {
            const Column* column = m_table.column(name);
            return column && (column->expression.isEmpty() || column->reach);
        };
        const QStringList read = subquery->columnsOfRecord();
        if (!aggregate || !std::all_of(read.begin(), read.end(), isThere))
            return;
        const auto type = columnTypeOf(subquery->type);
        if (!type)
            return;
        Column column = columnOf(subquery->name);
        column.type = *type;
        column.aggregate = std::make_shared<const Aggregate>(std::move(*aggregate));
        m_table.columns += column;
    }

    // What a subquery within reads of these lines stands there under their table's name.
    static void addInner(Table& lines, const Subquery& around) {
        ColumnAdder adder(lines);
        for (const auto& part : around.parts()) {
            for (const auto& inner : part->subqueries()) {
                for (const QString& column : inner->columnsOfRecord())
                    adder.addPaths(column);
                adder.add(inner);
            }
        }
    }

    Table& m_table;
    QList<ExpressionColumn> m_names;
    qsizetype m_count = 0;
};

} // namespace

void addReachedColumns(Table& table, const QStringList& texts) {
    if (!table.references)
        return;
    ColumnAdder adder(table);
    for (const QString& text : texts)
        adder.add(text);
}

Table withReached(Table table, const QStringList& texts) {
    addReachedColumns(table, texts);
    return table;
}

namespace {

// A query for one value within another, for each step of a path.
class ReachedSql {
public:
    ReachedSql(const Dialect& dialect, const Table& root, const Reach& reach)
        : m_dialect(dialect)
        , m_root(root)
        , m_reach(reach) {}

    // A column of the record that this many steps lead to; `value` is how it is read there.
    QString at(qsizetype steps, const QString& value) const {
        if (steps == 0)
            return value;
        const Reach::Step& step = m_reach.steps[steps - 1];
        QStringList conditions;
        for (qsizetype i = 0; i < step.key.size(); ++i)
            conditions += aliasOf(steps) + u'.' + m_dialect.quoted(step.key[i]) +
                          QStringLiteral(" = ") + at(steps - 1, columnAt(steps - 1, step.from[i]));
        return QStringLiteral("(SELECT %1 FROM %2 WHERE %3)")
            .arg(value, m_dialect.rowsOf(step.to, aliasOf(steps)),
                 conditions.join(QStringLiteral(" AND ")));
    }

private:
    QString columnAt(qsizetype steps, const QString& column) const {
        return (steps == 0 ? m_dialect.nameOfRows(m_root) : aliasOf(steps)) + u'.' +
               m_dialect.quoted(column);
    }
    QString aliasOf(qsizetype steps) const {
        return m_dialect.quoted(QStringLiteral("gravin_reached_%1").arg(steps));
    }

    const Dialect& m_dialect;
    const Table& m_root;
    const Reach& m_reach;
};

} // namespace

QString reachedSql(const Dialect& dialect, const Table& root, const Reach& reach,
                   const std::function<QString(const Column& reached)>& valueOf) {
    // Within each bracket a plain name is one of the table there; its alias keeps the tables apart
    // where a record refers to another one of its own table.
    return ReachedSql(dialect, root, reach).at(reach.steps.size(), valueOf(reach.column));
}

} // namespace gravin
