// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/row_plan.h"

#include "core/database/expression_sql.h"
#include "core/database/reach.h"

#include <algorithm>

namespace gravin {

namespace {

// The table with what is sorted by; null: it has all.
std::shared_ptr<const Table> withOrder(const Table& table, const SortOrder& sort) {
    QStringList texts;
    for (const SortBy& by : sort) {
        if (!by.by.isEmpty())
            texts += by.by;
    }
    if (texts.isEmpty())
        return nullptr;
    auto ordered = std::make_shared<Table>(withReached(table, texts));
    for (const QString& text : std::as_const(texts)) {
        const auto bound = bindExpression(text, *ordered);
        const auto type = bound ? columnTypeOf(bound->expression->type()) : std::nullopt;
        if (ordered->column(text) || !type)
            continue;
        Column column;
        column.name = text;
        column.type = *type;
        column.computed = true;
        column.expression = text;
        ordered->columns += column;
    }
    return ordered;
}

// What is sorted by, one column after the other.
SortOrder flattened(const SortOrder& sort, const Table& table) {
    SortOrder columns;
    for (const SortBy& by : sort) {
        if (!by.by.isEmpty() && table.column(by.by))
            columns += SortBy{by.by, by.descending};
        columns += SortBy{by.column, by.descending};
    }
    return columns;
}

// Whether the engine may compare the two. Texts of different collations it may not, but what a
// foreign key joins is of one.
bool canBeCompared(const Table& lines, const Aggregate::Link& link, const Table& table) {
    const ForeignKey* reference = lines.referenceOf(link.column);
    return expressionTypeOf(lines.column(link.column)->type) != ExpressionType::Text ||
           (reference && reference->table == table.written() &&
            reference->referencedColumns.value(0) == link.ofRecord);
}

} // namespace

RowPlan::RowPlan(const Dialect& dialect, const Table& table, const QList<Column>& wanted,
                 const SortOrder& sort)
    : m_dialect(dialect)
    , m_own(withOrder(table, sort))
    , m_table(m_own ? *m_own : table)
    , m_computed(m_table) {
    for (const Column& column : wanted)
        m_wanted.push_back(sourceOf(column));
    sortByEngine(flattened(sort, m_table));
}

int RowPlan::read(const Column& column) {
    const int place = m_table.indexOf(column.name);
    const auto at = m_read.indexOf(place);
    if (at >= 0)
        return static_cast<int>(at);
    m_read += place;
    return static_cast<int>(m_read.size()) - 1;
}

RowPlan::Source RowPlan::sourceOf(const Column& column) {
    if (column.expression.isEmpty() || column.reach)
        return {read(column)};
    const int place = m_table.indexOf(column.name);
    if (column.aggregate) {
        readFor(place);
        return {-1, place};
    }
    const BoundExpression* computed = m_computed.at(place);
    if (!computed)
        return {};
    for (const int operand : computed->places)
        readFor(operand);
    return {-1, -1, *computed};
}

void RowPlan::readFor(int place) {
    const Column& column = m_table.columns[place];
    if (!column.aggregate) {
        read(column);
        return;
    }
    const auto [lines, isNew] = m_aggregates.try_emplace(place, column.aggregate, m_table);
    for (const int ofRecord : isNew ? lines->second.question().ofRecord() : QList<int>())
        read(m_table.columns[ofRecord]);
}

Status RowPlan::prepare(Session& session, const SqlFragment& where) {
    for (auto& entry : m_aggregates) {
        AggregateLines& lines = entry.second;
        const Aggregate& aggregate = *m_table.columns[entry.first].aggregate;
        RowPlan reading(m_dialect, aggregate.from, lines.question().columns(), {});
        SqlFragment only;
        for (const Aggregate::Link& link :
             where.sql.isEmpty() ? QList<Aggregate::Link>() : aggregate.links) {
            if (!canBeCompared(aggregate.from, link, m_table))
                continue;
            only.sql +=
                QStringLiteral("%1%2 IN (SELECT %3 FROM %4%5)")
                    .arg(only.sql.isEmpty() ? QStringLiteral(" WHERE ") : QStringLiteral(" AND "),
                         reading.qualified(link.column), orderedBy(*m_table.column(link.ofRecord)),
                         m_dialect.rowsOf(m_table), where.sql);
            only.values += where.values;
        }
        // Lines have lines of their own where a subquery stands in a subquery.
        if (Status prepared = reading.prepare(session, only); !prepared)
            return prepared;
        // All lines at once come in the order of what links them: each record's stand together.
        if (where.sql.isEmpty() && aggregate.links.size() == 1)
            only.sql += QStringLiteral(" ORDER BY ") + reading.qualified(aggregate.links[0].column);
        const Status read =
            session.select(reading.select() + only.sql, only.values, [&](const QSqlQuery& row) {
                lines.take(reading.values(row), m_present);
                return true;
            });
        if (!read)
            return read;
    }
    return ok();
}

QString RowPlan::select() const {
    QStringList names;
    for (const int place : m_read)
        names += readable(m_table.columns[place]);
    names += m_ranks;
    // Of some nothing is asked but how many there are.
    return QStringLiteral("SELECT ") +
           (names.isEmpty() ? QStringLiteral("1") : names.join(QStringLiteral(", "))) +
           QStringLiteral(" FROM ") + m_dialect.rowsOf(m_table) + m_joins.join(QString());
}

Value RowPlan::valueOf(const Source& source, const QSqlQuery& row) const {
    const auto stored = [&](int at) {
        const QVariant value = row.value(at);
        return at < m_read.size() ? m_dialect.decode(value, m_table.columns[m_read[at]].type)
                                  : Value::integer(value.toLongLong()); // a rank
    };
    if (source.at >= 0)
        return stored(source.at);
    if (source.aggregate >= 0)
        return valueAt(source.aggregate, row);
    if (!source.computed)
        return {};
    std::vector<Value> values;
    RecordValues pointers;
    values.reserve(static_cast<size_t>(source.computed->places.size()));
    for (const int place : source.computed->places)
        pointers.push_back(&values.emplace_back(valueAt(place, row)));
    auto computed = evaluate(*source.computed->expression, pointers, m_present);
    return computed ? std::move(*computed) : Value::null();
}

// Of a column that an expression reads.
Value RowPlan::valueAt(int place, const QSqlQuery& row) const {
    const auto stored = [&](int column) {
        return m_dialect.decode(row.value(static_cast<int>(m_read.indexOf(column))),
                                m_table.columns[column].type);
    };
    const auto lines = m_aggregates.find(place);
    if (lines == m_aggregates.end())
        return stored(place);
    std::vector<Value> ofRecord;
    for (const int column : lines->second.question().ofRecord())
        ofRecord.push_back(stored(column));
    return lines->second.valueOf(ofRecord, m_present);
}

std::vector<Value> RowPlan::values(const QSqlQuery& row) const {
    std::vector<Value> values;
    values.reserve(m_wanted.size());
    for (const Source& source : m_wanted)
        values.push_back(valueOf(source, row));
    return values;
}

std::vector<Value> RowPlan::sortValues(const QSqlQuery& row) const {
    std::vector<Value> values;
    values.reserve(m_sortedBy.size());
    for (const SortedBy& by : m_sortedBy)
        values.push_back(valueOf(by.source, row));
    return values;
}

bool RowPlan::comesBefore(const std::vector<Value>& a, const std::vector<Value>& b) const {
    for (size_t i = 0; i < m_sortedBy.size(); ++i) {
        const bool bothNull = a[i].isNull() && b[i].isNull();
        if (bothNull)
            continue;
        int order = 0;
        if (a[i].isNull() || b[i].isNull())
            order = a[i].isNull() == m_dialect.sortsNullsFirst() ? -1 : 1;
        else
            order = compareValues(a[i], b[i]);
        if (order != 0)
            return m_sortedBy[i].descending ? order > 0 : order < 0;
    }
    return false;
}

// With the table before it a name means the column, not the text form that is read of it.
QString RowPlan::qualified(const QString& column) const {
    return m_dialect.nameOfRows(m_table) + u'.' + m_dialect.quoted(column);
}

QString RowPlan::readable(const Column& column) const {
    return column.reach ? reachedSql(m_dialect, m_table, *column.reach,
                                     [this](const Column& far) { return m_dialect.readable(far); })
                        : m_dialect.readable(column);
}

// By what the database itself orders a column.
QString RowPlan::orderedBy(const Column& column) const {
    return column.reach
               ? reachedSql(m_dialect, m_table, *column.reach,
                            [this](const Column& far) { return m_dialect.quoted(far.name); })
               : qualified(column.name);
}

// A sort over all records asks for what is reached in each: a join is quicker than a question for
// each of them. What is joined has names of its own, so that plain names stay the table's.
QString RowPlan::joined(const Column& column) {
    if (const auto known = m_ordered.constFind(column.name); known != m_ordered.constEnd())
        return *known;
    const Reach& reach = *column.reach;
    QStringList from;
    for (const QString& reference : reach.steps.front().from)
        from += qualified(reference);
    for (qsizetype i = 0; i < reach.steps.size(); ++i) {
        const Reach::Step& step = reach.steps[i];
        const QString alias =
            m_dialect.quoted(QStringLiteral("gravin_joined_%1").arg(m_joins.size() + 1));
        const QStringList wanted =
            i + 1 == reach.steps.size() ? QStringList{reach.column.name} : reach.steps[i + 1].from;
        QStringList selected;
        QStringList conditions;
        for (qsizetype k = 0; k < step.key.size(); ++k) {
            const QString key = m_dialect.quoted(QStringLiteral("gravin_key_%1").arg(k + 1));
            selected += m_dialect.quoted(step.key[k]) + QStringLiteral(" AS ") + key;
            conditions += alias + u'.' + key + QStringLiteral(" = ") + from[k];
        }
        from.clear();
        for (qsizetype k = 0; k < wanted.size(); ++k) {
            const QString value = m_dialect.quoted(QStringLiteral("gravin_value_%1").arg(k + 1));
            selected += m_dialect.quoted(wanted[k]) + QStringLiteral(" AS ") + value;
            from += alias + u'.' + value;
        }
        m_joins += QStringLiteral(" LEFT JOIN (SELECT %1 FROM %2) AS %3 ON %4")
                       .arg(selected.join(QStringLiteral(", ")), m_dialect.rowsOf(step.to), alias,
                            conditions.join(QStringLiteral(" AND ")));
    }
    m_ordered.insert(column.name, from.front());
    return from.front();
}

void RowPlan::appendKeyOrder() {
    for (const QString& column : m_table.key)
        m_order.sql +=
            (m_order.sql.isEmpty() ? QStringLiteral(" ORDER BY ") : QStringLiteral(", ")) +
            qualified(column);
}

// What the engine sorts by; nothing: it cannot say it. Where a stored value is not of its column's
// type there is nothing to sort by, as Gravin computes nothing of it either.
std::optional<SqlFragment> RowPlan::engineOrder(const Column& column) {
    if (column.reach)
        return SqlFragment{joined(column), {}};
    if (column.expression.isEmpty())
        return SqlFragment{orderedBy(column), {}};
    if (column.aggregate)
        return std::nullopt;
    const BoundExpression* computed = m_computed.at(m_table.indexOf(column.name));
    // The same for every record; a bare number behind ORDER BY would count columns.
    if (!computed || computed->places.isEmpty())
        return SqlFragment{};
    const Expression& expression = *computed->expression;
    // How an engine orders texts is its own affair, and not the same for each.
    if (expression.type() == ExpressionType::Text)
        return std::nullopt;
    auto sql = expressionSql(expression, expression.root(), m_table, m_dialect.engine(), m_present);
    if (!sql)
        return std::nullopt;
    QStringList conforming;
    for (const QString& name : expression.columns()) {
        const auto part = conformingSql(*m_table.column(name), m_dialect.engine());
        if (!part)
            return std::nullopt;
        if (!part->isEmpty())
            conforming += *part;
    }
    if (!conforming.isEmpty())
        sql->sql = QStringLiteral("CASE WHEN %1 THEN %2 END")
                       .arg(conforming.join(QStringLiteral(" AND ")), sql->sql);
    return sql;
}

void RowPlan::sortByEngine(const SortOrder& sort) {
    QStringList parts;
    QVariantList values;
    for (const SortBy& by : sort) {
        const auto part = engineOrder(*m_table.column(by.column));
        if (!part) {
            sortByReader(sort);
            return;
        }
        if (part->sql.isEmpty())
            continue;
        parts += part->sql + (by.descending ? QStringLiteral(" DESC") : QString());
        values += part->values;
    }
    if (!parts.isEmpty())
        m_order = {QStringLiteral(" ORDER BY ") + parts.join(QStringLiteral(", ")), values};
    appendKeyOrder();
}

// Columns that the database keeps are ordered as it orders them: by the rank that it gives.
void RowPlan::sortByReader(const SortOrder& sort) {
    std::vector<int> ranked;
    for (const SortBy& by : sort) {
        const Column& column = *m_table.column(by.column);
        if (column.expression.isEmpty() || column.reach) {
            m_ranks += QStringLiteral("DENSE_RANK() OVER (ORDER BY %1)")
                           .arg(column.reach ? joined(column) : orderedBy(column));
            ranked.push_back(static_cast<int>(m_sortedBy.size()));
            m_sortedBy.push_back({{}, by.descending});
        } else {
            m_sortedBy.push_back({sourceOf(column), by.descending});
        }
    }
    // Ranks stand behind all columns, whose number is known only now.
    for (size_t i = 0; i < ranked.size(); ++i)
        m_sortedBy[static_cast<size_t>(ranked[i])].source.at =
            static_cast<int>(m_read.size() + static_cast<qsizetype>(i));
    appendKeyOrder();
}

} // namespace gravin
