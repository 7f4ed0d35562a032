// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/table_reader.h"

#include "core/base/text.h"
#include "core/database/reach.h"
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

QList<Column> keyColumnsOf(const Table& table) {
    QList<Column> columns;
    for (const QString& column : table.key)
        columns += *table.column(column);
    return columns;
}

// To the values from this place on.
std::vector<const Value*> pointersFrom(const std::vector<Value>& values, size_t first) {
    std::vector<const Value*> pointers;
    for (size_t i = first; i < values.size(); ++i)
        pointers.push_back(&values[i]);
    return pointers;
}

// Whether they are whole numbers, each the one behind that before it.
bool areConsecutive(const std::vector<Key>& keys) {
    constexpr size_t Few = 8; // a list of them is as quick
    if (keys.size() < Few || keys.front()[0].kind() != Value::Kind::Integer)
        return false;
    const qint64 first = keys.front()[0].asInteger();
    for (size_t i = 1; i < keys.size(); ++i) {
        if (keys[i][0].kind() != Value::Kind::Integer ||
            static_cast<quint64>(keys[i][0].asInteger()) != static_cast<quint64>(first) + i)
            return false;
    }
    return true;
}

} // namespace

SqlFragment whereKeys(const Dialect& dialect, const Table& table, const std::vector<Key>& keys,
                      const QString& of) {
    // Most keys are one number, and planners are quicker with a list of them.
    const Column* single = table.key.size() == 1 ? table.column(table.key.front()) : nullptr;
    if (single && std::all_of(keys.begin(), keys.end(), [&](const Key& key) {
            return !key[0].isNull() && dialect.isPlainlyExact(*single, key[0]);
        })) {
        if (areConsecutive(keys))
            return {QStringLiteral(" WHERE %1 BETWEEN %2 AND %2")
                        .arg(of + dialect.quoted(single->name), dialect.placeholder(*single)),
                    {dialect.encode(keys.front()[0], single->type),
                     dialect.encode(keys.back()[0], single->type)}};
        QVariantList values;
        values.reserve(static_cast<qsizetype>(keys.size()));
        for (const Key& key : keys)
            values += dialect.encode(key[0], single->type);
        const QStringList places(values.size(), dialect.placeholder(*single));
        return {QStringLiteral(" WHERE %1 IN (%2)")
                    .arg(of + dialect.quoted(single->name), places.join(u',')),
                values};
    }
    QStringList conditions;
    QVariantList values;
    for (const Key& key : keys) {
        const SqlFragment condition = dialect.keyCondition(table, key);
        conditions += u'(' + condition.sql + u')';
        values += condition.values;
    }
    return {QStringLiteral(" WHERE ") + conditions.join(QStringLiteral(" OR ")), values};
}

SqlFragment keysStatement(const Dialect& dialect, const Table& table, const SortOrder& sort) {
    const bool hasKey = !table.key.isEmpty();
    const RowPlan plan(dialect, table, hasKey ? keyColumnsOf(table) : table.columns, sort);
    return {plan.select() + plan.order().sql, plan.order().values};
}

SqlFragment recordsStatement(const Dialect& dialect, const Table& table,
                             const std::vector<Key>& keys) {
    const SqlFragment where = whereKeys(dialect, table, keys);
    return {RowPlan(dialect, table, table.columns, {}).select() + where.sql, where.values};
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
                         coreTr("%1 has no column “%2” to sort by.").arg(table.name, name)};
        order.append({name, descending});
    }
    return order;
}

RowPlan TableReader::plan(const QList<Column>& wanted, const SortOrder& sort) const {
    return {m_session.dialect(), m_table, wanted, sort};
}

// A SELECT is read where nothing can be locked; its records are guarded as they are written.
QString TableReader::locking() const {
    return m_table.isQuery() ? QString() : m_session.dialect().lockingClause(m_table);
}

QString TableReader::from() const {
    return QStringLiteral(" FROM ") + m_session.dialect().rowsOf(m_table);
}

QList<Column> TableReader::keyColumns() const { return keyColumnsOf(m_table); }

Record TableReader::recordOf(std::vector<Value>&& values) const {
    std::vector<Value> key;
    for (const QString& column : m_table.key)
        key.push_back(values[static_cast<size_t>(m_table.indexOf(column))]);
    return {Key(std::move(key)), std::move(values)};
}

Status TableReader::rows(RowPlan& plan, const SqlFragment& where, const SqlFragment& tail,
                         const std::function<bool(const QSqlQuery&)>& take) {
    auto reader = m_session.readerOf(m_table);
    if (!reader)
        return reader.error();
    if (Status prepared = plan.prepare(**reader, where); !prepared)
        return prepared;
    return (*reader)->select(plan.select() + where.sql + tail.sql, where.values + tail.values,
                             take);
}

Result<qint64> TableReader::number(const QString& sql, const QVariantList& values) {
    qint64 number = 0;
    auto reader = m_session.readerOf(m_table);
    if (!reader)
        return reader.error();
    Status selected = (*reader)->select(sql, values, [&](const QSqlQuery& row) {
        number = row.value(0).toLongLong();
        return false;
    });
    return selected ? Result<qint64>(number) : selected.error();
}

Status TableReader::scan(RowPlan plan, const SqlFragment& where, const Passes& passes,
                         const Take& take) {
    struct Row {
        std::vector<Value> values;
        std::vector<Value> sortedBy;
    };
    std::vector<Row> unsorted;
    Status selected = rows(plan, where, plan.order(), [&](const QSqlQuery& row) {
        std::vector<Value> values = plan.values(row);
        if (passes && !passes(values))
            return true;
        if (!plan.isSortedByReader())
            return take(std::move(values));
        unsorted.push_back({std::move(values), plan.sortValues(row)});
        return true;
    });
    if (!selected)
        return selected;
    std::stable_sort(unsorted.begin(), unsorted.end(), [&](const Row& a, const Row& b) {
        return plan.comesBefore(a.sortedBy, b.sortedBy);
    });
    for (Row& row : unsorted) {
        if (!take(std::move(row.values)))
            break;
    }
    return ok();
}

Status TableReader::collect(const SqlFragment& where, const QString& locking,
                            std::vector<Record>& records) {
    RowPlan reading = plan(m_table.columns);
    return rows(reading, where, {locking, {}}, [&](const QSqlQuery& row) {
        records.push_back(recordOf(reading.values(row)));
        return true;
    });
}

Result<qint64> TableReader::count() { return number(QStringLiteral("SELECT count(*)") + from()); }

Result<std::vector<Record>> TableReader::range(const SortOrder& sort, qint64 offset, qint64 limit) {
    std::vector<Record> records;
    const qint64 most = limit < 0 ? std::numeric_limits<qint64>::max() : limit;
    RowPlan reading = plan(m_table.columns, sort);
    Status status = ok();
    if (reading.isSortedByReader()) {
        qint64 place = 0;
        status = scan(std::move(reading), {}, {}, [&](std::vector<Value>&& values) {
            if (place++ >= offset && static_cast<qint64>(records.size()) < most)
                records.push_back(recordOf(std::move(values)));
            return static_cast<qint64>(records.size()) < most;
        });
    } else {
        const SqlFragment tail{reading.order().sql + QStringLiteral(" LIMIT ? OFFSET ?"),
                               reading.order().values + QVariantList{most, offset}};
        status = rows(reading, {}, tail, [&](const QSqlQuery& row) {
            records.push_back(recordOf(reading.values(row)));
            return true;
        });
    }
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
        const std::vector<Key> some{keys.begin() + static_cast<std::ptrdiff_t>(first),
                                    keys.begin() + static_cast<std::ptrdiff_t>(last)};
        Status status = collect(whereKeys(m_session.dialect(), m_table, some), {}, records);
        if (!status)
            return status.error();
    }
    return records;
}

Result<std::optional<Record>> TableReader::recordToChange(const Key& key) {
    const SqlFragment condition = m_session.dialect().keyCondition(m_table, key);
    std::vector<Record> records;
    Status status =
        collect({QStringLiteral(" WHERE ") + condition.sql, condition.values}, locking(), records);
    if (!status)
        return status.error();
    if (records.empty())
        return std::optional<Record>{};
    return std::optional(std::move(records.front()));
}

Result<std::vector<Record>> TableReader::recordsToChange(const std::vector<Key>& keys) {
    std::vector<Record> records;
    for (size_t first = 0; first < keys.size(); first += KeysPerStatement) {
        const size_t last = std::min(first + KeysPerStatement, keys.size());
        const SqlFragment where = whereKeys(m_session.dialect(), m_table,
                                            {keys.begin() + static_cast<std::ptrdiff_t>(first),
                                             keys.begin() + static_cast<std::ptrdiff_t>(last)});
        if (Status status = collect(where, locking(), records); !status)
            return status.error();
    }
    return records;
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
    return number(QStringLiteral("SELECT count(*)") + from() + where.sql, where.values);
}

Result<qint64> TableReader::largestWhere(const QString& column, const QStringList& columns,
                                         const std::vector<Value>& values) {
    const SqlFragment where = columns.isEmpty() ? SqlFragment{} : whereAll(columns, values);
    return number(
        QStringLiteral("SELECT COALESCE(MAX(%1), 0)").arg(m_session.dialect().quoted(column)) +
            from() + where.sql,
        where.values);
}

Result<std::vector<Key>> TableReader::keysWhere(const QStringList& columns,
                                                const std::vector<Value>& values) {
    std::vector<Key> keys;
    Status status =
        scan(plan(keyColumns()), whereAll(columns, values), {}, [&](std::vector<Value>&& key) {
            keys.emplace_back(std::move(key));
            return true;
        });
    if (!status)
        return status.error();
    return keys;
}

Status TableReader::scanPositions(const std::function<bool(KeyIndex&&)>& take) {
    RunCollector collector(take);
    auto total = count();
    if (!total)
        return total.error();
    for (qint64 position = 0; position < *total; ++position) {
        collector.run().appendInteger(position);
        if (collector.full() && !collector.flush())
            return ok();
    }
    collector.flush();
    return ok();
}

Result<TableReader::Narrowed> TableReader::narrowed(const RecordQuery& query) const {
    Narrowed to{m_table, {}, {}};
    if (!query.only.isEmpty())
        to.where = whereAll(query.only.columns, query.only.values);
    const auto narrow = [&to](const SqlFragment& by) {
        if (by.sql.isEmpty())
            return;
        to.where.sql +=
            (to.where.sql.isEmpty() ? QStringLiteral(" WHERE ") : QStringLiteral(" AND ")) + by.sql;
        to.where.values += by.values;
    };
    narrow(searchSql(m_session.dialect(), m_table, query));
    if (const QString text = conjunctionOf(query.conditions); !text.isEmpty()) {
        addReachedColumns(to.table, {text});
        const auto condition = bindCondition(text, to.table);
        if (!condition)
            return Error{ErrorKind::Usage, condition.error().sentence};
        to.filter.emplace(*condition, Filter::Wants::Holding, to.table, m_session.spec().engine);
        narrow(to.filter->where());
    }
    return to;
}

Status TableReader::scanValues(const RecordQuery& query, const QList<Column>& columns,
                               const Take& take) {
    const auto to = narrowed(query);
    if (!to)
        return to.error();
    return scanNarrowed(*to, columns, query.sort, take);
}

Status TableReader::scanNarrowed(const Narrowed& to, const QList<Column>& columns,
                                 const SortOrder& sort, const Take& take) {
    QList<Column> read = columns;
    const auto wanted = static_cast<size_t>(columns.size());
    if (to.filter) {
        for (const int asked : to.filter->asked())
            read += to.table.columns[asked];
    }
    return scan(
        RowPlan(m_session.dialect(), to.table, read, sort), to.where,
        [&](const std::vector<Value>& values) {
            return !to.filter || to.filter->passes(pointersFrom(values, wanted));
        },
        [&](std::vector<Value>&& values) {
            values.resize(wanted);
            return take(std::move(values));
        });
}

Status TableReader::scanKeys(const RecordQuery& query,
                             const std::function<bool(KeyIndex&&)>& take) {
    if (m_table.key.isEmpty())
        return scanPositions(take);
    const auto to = narrowed(query);
    if (!to)
        return to.error();
    RunCollector collector(take);
    const RowPlan reading = plan(keyColumns(), query.sort);
    const Column& first = *m_table.column(m_table.key.front());
    const bool isPlain = to->where.sql.isEmpty() && !to->filter && !reading.isSortedByReader() &&
                         reading.order().values.isEmpty() && m_table.key.size() == 1;
    auto reader = m_session.readerOf(m_table);
    if (!reader)
        return reader.error();
    Status scanned = ok();
    if (isPlain && first.givenByDatabase && first.type.kind == TypeKind::Integer)
        scanned = (*reader)->scanIntegers(reading.select() + reading.order().sql, [&](qint64 key) {
            collector.run().appendInteger(key);
            return !collector.full() || collector.flush();
        });
    else
        scanned = scanNarrowed(*to, keyColumns(), query.sort, [&](std::vector<Value>&& values) {
            collector.run().append(Key(std::move(values)));
            return !collector.full() || collector.flush();
        });
    if (scanned)
        collector.flush();
    return scanned;
}

Result<std::vector<Key>> TableReader::inOrder(const RecordQuery& query,
                                              const std::vector<Key>& keys) {
    auto to = narrowed(query);
    if (!to)
        return to.error();
    // Other tables may be joined for the order: these columns are the table's own.
    const SqlFragment among = whereKeys(m_session.dialect(), m_table, keys,
                                        m_session.dialect().nameOfRows(m_table) + u'.');
    to->where.sql =
        to->where.sql.isEmpty()
            ? among.sql
            : to->where.sql +
                  QStringLiteral(" AND (%1)").arg(among.sql.mid(QLatin1String(" WHERE ").size()));
    to->where.values += among.values;
    std::vector<Key> ordered;
    const Status scanned =
        scanNarrowed(*to, keyColumns(), query.sort, [&](std::vector<Value>&& values) {
            ordered.emplace_back(std::move(values));
            return true;
        });
    if (!scanned)
        return scanned.error();
    return ordered;
}

Status TableReader::scanMatching(const Filter& filter, const SortOrder& sort,
                                 const QList<Column>& columns, const Take& take) {
    QList<Column> read = columns;
    for (const int asked : filter.asked())
        read += m_table.columns[asked];
    const SqlFragment where =
        filter.where().sql.isEmpty()
            ? SqlFragment{}
            : SqlFragment{QStringLiteral(" WHERE ") + filter.where().sql, filter.where().values};
    const auto passes = [&](const std::vector<Value>& values) {
        return filter.passes(pointersFrom(values, static_cast<size_t>(columns.size())));
    };
    RowPlan reading = plan(read, sort);
    if (columns.isEmpty())
        reading.leaveUnordered();
    return scan(std::move(reading), where, filter.isHandedOver() ? Passes() : Passes(passes),
                [&](std::vector<Value>&& values) {
                    values.resize(static_cast<size_t>(columns.size()));
                    return take(std::move(values));
                });
}

Result<qint64> TableReader::countMatching(const Filter& filter) {
    if (filter.isHandedOver()) {
        return number(QStringLiteral("SELECT count(*)") + from() + QStringLiteral(" WHERE ") +
                          filter.where().sql,
                      filter.where().values);
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
    KeyIndex keys;
    const Status scanned =
        scanMatching(filter, sort, keyColumns(), [&](std::vector<Value>&& values) {
            keys.append(Key(std::move(values)));
            return true;
        });
    if (!scanned)
        return scanned.error();
    return keys;
}

Result<QStringList> distinctTexts(Session& session, const Table& table, const Column& column,
                                  int limit) {
    if (!column.expression.isEmpty())
        return QStringList{}; // the engine does not know it
    const QString name = session.dialect().quoted(column.name);
    QStringList texts;
    auto reader = session.readerOf(table);
    if (!reader)
        return reader.error();
    Status selected = (*reader)->select(
        QStringLiteral("SELECT %1 FROM %2 WHERE %3 IS NOT NULL GROUP BY %3 ORDER BY %4.%3 LIMIT ?")
            .arg(session.dialect().readable(column), session.dialect().rowsOf(table), name,
                 session.dialect().nameOfRows(table)),
        {limit}, [&](const QSqlQuery& row) {
            texts += toText(session.dialect().decode(row.value(0), column.type), column.type);
            return true;
        });
    if (!selected)
        return selected.error();
    return texts;
}

Result<std::vector<ValueCount>> valueCounts(Session& session, const Table& table,
                                            const Column& column, int limit) {
    std::vector<ValueCount> counts;
    if (!column.expression.isEmpty())
        return counts;
    const Dialect& dialect = session.dialect();
    const QString name = dialect.nameOfRows(table) + u'.' + dialect.quoted(column.name);
    auto reader = session.readerOf(table);
    if (!reader)
        return reader.error();
    const Status selected = (*reader)->select(
        QStringLiteral("SELECT %1, count(*) FROM %2 GROUP BY %3 ORDER BY count(*) DESC, %3 LIMIT ?")
            .arg(dialect.readable(column), dialect.rowsOf(table), name),
        {limit}, [&](const QSqlQuery& row) {
            counts.push_back(
                {dialect.decode(row.value(0), column.type), row.value(1).toLongLong()});
            return true;
        });
    if (!selected)
        return selected.error();
    return counts;
}

} // namespace gravin
