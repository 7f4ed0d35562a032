// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/table_reader.h"

#include "core/base/text.h"
#include "core/value/text_form.h"

#include <QRegularExpression>

#include <algorithm>
#include <limits>

namespace gravin {

namespace {

// Keys asked for in one statement; far below every engine's limit of bound values.
constexpr size_t KeysPerStatement = 200;
// The first run is a screenful, so that it can be shown at once.
constexpr qsizetype FirstRun = 256;
constexpr qsizetype LaterRun = 100'000;

// Collects keys and hands them on in runs.
class RunCollector {
public:
    explicit RunCollector(const std::function<bool(KeyIndex&&)>& take)
        : m_take(take) {}

    KeyIndex& run() { return m_run; }
    bool full() const { return m_run.size() >= m_limit; }
    bool flush() {
        if (m_run.isEmpty())
            return true;
        m_limit = LaterRun;
        return m_take(std::exchange(m_run, {}));
    }

private:
    const std::function<bool(KeyIndex&&)>& m_take;
    KeyIndex m_run;
    qsizetype m_limit = FirstRun;
};

QString columnList(const Dialect& dialect, const QList<Column>& columns) {
    QStringList names;
    for (const Column& column : columns)
        names += dialect.readable(column);
    return names.isEmpty() ? QStringLiteral("*") : names.join(QStringLiteral(", "));
}

QString fromTable(const Dialect& dialect, const Table& table) {
    return QStringLiteral(" FROM ") + dialect.rowsOf(table);
}

QString orderBy(const Dialect& dialect, const Table& table, const SortOrder& sort) {
    // With the table before it a name means the column, not the text form that is read of it.
    const QString prefix = dialect.quoted(table) + u'.';
    QStringList parts;
    for (const SortBy& by : sort)
        parts += prefix + dialect.quoted(by.column) +
                 (by.descending ? QStringLiteral(" DESC") : QString());
    for (const QString& column : table.key)
        parts += prefix + dialect.quoted(column);
    return parts.isEmpty() ? QString()
                           : QStringLiteral(" ORDER BY ") + parts.join(QStringLiteral(", "));
}

QString selectKeys(const Dialect& dialect, const Table& table) {
    QList<Column> columns;
    for (const QString& column : table.key)
        columns += *table.column(column);
    return QStringLiteral("SELECT ") + columnList(dialect, columns) + fromTable(dialect, table);
}

} // namespace

QString keysStatement(const Dialect& dialect, const Table& table, const SortOrder& sort) {
    return selectKeys(dialect, table) + orderBy(dialect, table, sort);
}

SqlFragment recordsStatement(const Dialect& dialect, const Table& table,
                             const std::vector<Key>& keys) {
    QStringList conditions;
    QVariantList values;
    for (const Key& key : keys) {
        const SqlFragment condition = dialect.keyCondition(table, key);
        conditions += u'(' + condition.sql + u')';
        values += condition.values;
    }
    return {QStringLiteral("SELECT ") + columnList(dialect, table.columns) +
                fromTable(dialect, table) + QStringLiteral(" WHERE ") +
                conditions.join(QStringLiteral(" OR ")),
            values};
}

Result<SortOrder> sortOrderFromText(const QString& text, const Table& table) {
    SortOrder order;
    static const QRegularExpression direction(QStringLiteral("\\s+(ASC|DESC)$"),
                                              QRegularExpression::CaseInsensitiveOption);
    for (const QString& part : splitEscaped(text)) {
        QString name = part.trimmed();
        const auto match = direction.match(name);
        const bool descending = match.captured(1).compare(u"DESC", Qt::CaseInsensitive) == 0;
        if (match.hasMatch())
            name = name.left(match.capturedStart()).trimmed();
        if (!table.column(name))
            return Error{ErrorKind::Usage,
                         say("%1 has no column “%2” to sort by.").arg(table.name, name)};
        order.append({name, descending});
    }
    return order;
}

QString TableReader::selectColumns() const {
    return columnList(m_session.dialect(), m_table.columns);
}

QString TableReader::from() const { return fromTable(m_session.dialect(), m_table); }

Record TableReader::recordOf(const QSqlQuery& row) const {
    Record record;
    record.values.reserve(static_cast<size_t>(m_table.columns.size()));
    for (qsizetype i = 0; i < m_table.columns.size(); ++i)
        record.values.push_back(
            m_session.dialect().decode(row.value(static_cast<int>(i)), m_table.columns[i].type));
    std::vector<Value> key;
    for (const QString& column : m_table.key)
        key.push_back(record.values[static_cast<size_t>(m_table.indexOf(column))]);
    record.key = Key(std::move(key));
    return record;
}

Status TableReader::collect(const QString& sql, const QVariantList& values,
                            std::vector<Record>& records) {
    return m_session.select(sql, values, [&](const QSqlQuery& row) {
        records.push_back(recordOf(row));
        return true;
    });
}

Result<qint64> TableReader::count() {
    auto counted = m_session.scalar(QStringLiteral("SELECT count(*)") + from());
    if (!counted)
        return counted.error();
    return counted->toLongLong();
}

Result<std::vector<Record>> TableReader::range(const SortOrder& sort, qint64 offset, qint64 limit) {
    std::vector<Record> records;
    Status status = collect(
        QStringLiteral("SELECT ") + selectColumns() + from() +
            orderBy(m_session.dialect(), m_table, sort) + QStringLiteral(" LIMIT ? OFFSET ?"),
        {limit < 0 ? std::numeric_limits<qint64>::max() : limit, offset}, records);
    if (!status)
        return status.error();
    if (m_table.key.isEmpty()) {
        for (Record& record : records)
            record.key = Key({Value::integer(offset++)});
    }
    return records;
}

Result<std::vector<Record>> TableReader::records(const std::vector<Key>& keys,
                                                 const SortOrder& sort) {
    if (m_table.key.isEmpty())
        return recordsByPosition(keys, sort);
    std::vector<Record> records;
    for (size_t first = 0; first < keys.size(); first += KeysPerStatement) {
        const size_t last = std::min(first + KeysPerStatement, keys.size());
        const SqlFragment statement =
            recordsStatement(m_session.dialect(), m_table,
                             {keys.begin() + static_cast<std::ptrdiff_t>(first),
                              keys.begin() + static_cast<std::ptrdiff_t>(last)});
        Status status = collect(statement.sql, statement.values, records);
        if (!status)
            return status.error();
    }
    return records;
}

Result<std::optional<Record>> TableReader::recordToChange(const Key& key) {
    const SqlFragment condition = m_session.dialect().keyCondition(m_table, key);
    std::vector<Record> records;
    Status status =
        collect(QStringLiteral("SELECT ") + selectColumns() + from() + QStringLiteral(" WHERE ") +
                    condition.sql + m_session.dialect().lockingClause(m_table),
                condition.values, records);
    if (!status)
        return status.error();
    if (records.empty())
        return std::optional<Record>{};
    return std::optional(std::move(records.front()));
}

Result<std::vector<Record>> TableReader::recordsByPosition(const std::vector<Key>& keys,
                                                           const SortOrder& sort) {
    if (keys.empty())
        return std::vector<Record>{};
    qint64 first = keys.front()[0].asInteger();
    qint64 last = first;
    for (const Key& key : keys) {
        first = std::min(first, key[0].asInteger());
        last = std::max(last, key[0].asInteger());
    }
    return range(sort, first, last - first + 1);
}

Result<std::optional<Record>> TableReader::record(const Key& key) {
    auto found = records({key});
    if (!found)
        return found.error();
    if (found->empty())
        return std::optional<Record>{};
    return std::optional(std::move(found->front()));
}

SqlFragment TableReader::whereAll(const QStringList& columns,
                                  const std::vector<Value>& values) const {
    // Compared as the engine compares for a reference, so that an index serves.
    SqlFragment where{QStringLiteral(" WHERE "), {}};
    for (qsizetype i = 0; i < columns.size(); ++i) {
        where.sql += (i > 0 ? QStringLiteral(" AND ") : QString()) +
                     m_session.dialect().quoted(columns[i]) + QStringLiteral(" = ");
        const Column* column = m_table.column(columns[i]);
        where.sql += column ? m_session.dialect().placeholder(*column) : QStringLiteral("?");
        where.values += m_session.dialect().encode(values[static_cast<size_t>(i)],
                                                   column ? column->type : ColumnType{});
    }
    return where;
}

Result<qint64> TableReader::countWhere(const QStringList& columns,
                                       const std::vector<Value>& values) {
    const SqlFragment where = whereAll(columns, values);
    auto counted =
        m_session.scalar(QStringLiteral("SELECT count(*)") + from() + where.sql, where.values);
    if (!counted)
        return counted.error();
    return counted->toLongLong();
}

Result<std::vector<Key>> TableReader::keysWhere(const QStringList& columns,
                                                const std::vector<Value>& values) {
    const SqlFragment where = whereAll(columns, values);
    std::vector<Record> found;
    Status status = collect(QStringLiteral("SELECT ") + selectColumns() + from() + where.sql +
                                orderBy(m_session.dialect(), m_table, {}),
                            where.values, found);
    if (!status)
        return status.error();
    std::vector<Key> keys;
    for (Record& record : found)
        keys.push_back(std::move(record.key));
    return keys;
}

Status TableReader::scanKeys(const SortOrder& sort, const Restriction& only,
                             const std::function<bool(KeyIndex&&)>& take) {
    RunCollector collector(take);
    if (m_table.key.isEmpty()) {
        auto total = count();
        if (!total)
            return total.error();
        for (qint64 position = 0; position < *total; ++position) {
            collector.run().appendInteger(position);
            if (collector.full() && !collector.flush())
                return done();
        }
        collector.flush();
        return done();
    }

    const SqlFragment where = only.isEmpty() ? SqlFragment{} : whereAll(only.columns, only.values);
    const QString sql = selectKeys(m_session.dialect(), m_table) + where.sql +
                        orderBy(m_session.dialect(), m_table, sort);

    const std::vector<ColumnType> types = m_table.keyTypes();
    const Column& first = *m_table.column(m_table.key.front());
    if (only.isEmpty() && types.size() == 1 && first.givenByDatabase &&
        first.type.kind == TypeKind::Integer) {
        Status scanned = m_session.scanIntegers(sql, [&](qint64 key) {
            collector.run().appendInteger(key);
            return !collector.full() || collector.flush();
        });
        if (scanned)
            collector.flush();
        return scanned;
    }
    Status scanned = m_session.select(sql, where.values, [&](const QSqlQuery& row) {
        std::vector<Value> key;
        for (size_t i = 0; i < types.size(); ++i)
            key.push_back(m_session.dialect().decode(row.value(static_cast<int>(i)), types[i]));
        collector.run().append(Key(std::move(key)));
        return !collector.full() || collector.flush();
    });
    if (scanned)
        collector.flush();
    return scanned;
}

Status TableReader::scanMatching(const Filter& filter, const SortOrder& sort,
                                 const QList<Column>& columns,
                                 const std::function<bool(std::vector<Value>&&)>& take) {
    QList<Column> read = columns;
    for (const int asked : filter.asked())
        read += m_table.columns[asked];
    const QString where =
        filter.where().sql.isEmpty() ? QString() : QStringLiteral(" WHERE ") + filter.where().sql;
    // Nothing but how many there are is asked of some.
    const QString list =
        read.isEmpty() ? QStringLiteral("1") : columnList(m_session.dialect(), read);
    return m_session.select(
        QStringLiteral("SELECT ") + list + from() + where +
            (columns.isEmpty() ? QString() : orderBy(m_session.dialect(), m_table, sort)),
        filter.where().values, [&](const QSqlQuery& row) {
            const auto valueAt = [&](qsizetype place) {
                return m_session.dialect().decode(row.value(static_cast<int>(place)),
                                                  read[place].type);
            };
            std::vector<Value> asked;
            std::vector<const Value*> pointers;
            asked.reserve(static_cast<size_t>(filter.asked().size()));
            for (qsizetype place = columns.size(); place < read.size(); ++place)
                pointers.push_back(&asked.emplace_back(valueAt(place)));
            if (!filter.passes(pointers))
                return true;
            std::vector<Value> values;
            for (qsizetype place = 0; place < columns.size(); ++place)
                values.push_back(valueAt(place));
            return take(std::move(values));
        });
}

Result<qint64> TableReader::countMatching(const Filter& filter) {
    if (filter.isHandedOver()) {
        auto counted = m_session.scalar(QStringLiteral("SELECT count(*)") + from() +
                                            QStringLiteral(" WHERE ") + filter.where().sql,
                                        filter.where().values);
        if (!counted)
            return counted.error();
        return counted->toLongLong();
    }
    qint64 count = 0;
    const Status scanned = scanMatching(filter, {}, {}, [&](std::vector<Value>&&) {
        ++count;
        return true;
    });
    if (!scanned)
        return scanned.error();
    return count;
}

Result<KeyIndex> TableReader::keysMatching(const Filter& filter, const SortOrder& sort) {
    QList<Column> columns;
    for (const QString& name : m_table.key)
        columns += *m_table.column(name);
    KeyIndex keys;
    const Status scanned = scanMatching(filter, sort, columns, [&](std::vector<Value>&& values) {
        keys.append(Key(std::move(values)));
        return true;
    });
    if (!scanned)
        return scanned.error();
    return keys;
}

Result<QStringList> distinctTexts(Session& session, const Table& table, const Column& column,
                                  int limit) {
    const QString name = session.dialect().quoted(column.name);
    QStringList texts;
    Status selected = session.select(
        QStringLiteral("SELECT %1 FROM %2 WHERE %3 IS NOT NULL GROUP BY %3 ORDER BY %4.%3 LIMIT ?")
            .arg(session.dialect().readable(column), session.dialect().rowsOf(table), name,
                 session.dialect().quoted(table)),
        {limit}, [&](const QSqlQuery& row) {
            texts += toText(session.dialect().decode(row.value(0), column.type), column.type);
            return true;
        });
    if (!selected)
        return selected.error();
    return texts;
}

} // namespace gravin
