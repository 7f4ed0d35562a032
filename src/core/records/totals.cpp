// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/totals.h"

#include "core/base/text.h"
#include "core/expression/evaluation/evaluator.h"
#include "core/records/table_reader.h"
#include "core/value/decimal_arithmetic.h"

#include <limits>

namespace gravin {

namespace {

constexpr int MoreDigitsOfAverage = 2;

bool areComparable(const Value& a, const Value& b) {
    const auto isNumber = [](const Value& value) {
        return value.kind() == Value::Kind::Integer || value.kind() == Value::Kind::Decimal ||
               value.kind() == Value::Kind::Double;
    };
    return a.kind() == b.kind() || (isNumber(a) && isNumber(b));
}

Error cancelled() { return {ErrorKind::Cancelled, coreTr("Cancelled.")}; }

// Closes and opens groups as records come in the order of the list.
class GroupMaker {
public:
    GroupMaker(size_t levels, size_t totals)
        : m_levels(levels)
        , m_open(levels, std::vector<Totals>(totals, Totals(Totals::Wants::Sums)))
        , m_at(levels, 0) {}

    void take(const std::vector<Value>& values) {
        const size_t same = m_place == 0 ? 0 : sameLevels(values);
        if (same < m_levels) {
            close(same);
            for (size_t level = same; level < m_levels; ++level)
                open(level, values);
        }
        for (size_t level = 0; level < m_levels; ++level) {
            ++m_groups[m_at[level]].count;
            for (size_t i = 0; i < m_open[level].size(); ++i)
                m_open[level][i].take(values[m_levels + i]);
        }
        ++m_place;
    }
    std::vector<RecordGroup> finish() {
        if (m_place > 0)
            close(0);
        return std::move(m_groups);
    }

private:
    size_t sameLevels(const std::vector<Value>& values) const {
        const std::vector<Value>& now = m_groups[m_at[m_levels - 1]].values;
        size_t same = 0;
        while (same < m_levels && now[same] == values[same])
            ++same;
        return same;
    }
    void open(size_t level, const std::vector<Value>& values) {
        m_at[level] = m_groups.size();
        m_groups.push_back(
            {static_cast<int>(level),
             {values.begin(), values.begin() + static_cast<std::ptrdiff_t>(level) + 1},
             m_place,
             0,
             {}});
        m_open[level].assign(m_open[level].size(), Totals(Totals::Wants::Sums));
    }
    void close(size_t from) {
        for (size_t level = from; m_place > 0 && level < m_levels; ++level) {
            for (const Totals& totals : m_open[level])
                m_groups[m_at[level]].totals.push_back(totals.result());
        }
    }

    size_t m_levels;
    std::vector<std::vector<Totals>> m_open; // by level
    std::vector<size_t> m_at;                // the open group of each level
    std::vector<RecordGroup> m_groups;
    qint64 m_place = 0;
};

} // namespace

void Totals::take(const Value& value) {
    if (value.isNull())
        return;
    ++m_seen.filled;
    if (m_wants == Wants::All)
        takeExtremes(value);
    add(value);
}

void Totals::takeExtremes(const Value& value) {
    // Of a column that holds kinds which do not compare, the first kind counts.
    if (m_seen.smallest.isNull()) {
        m_seen.smallest = m_seen.largest = value;
    } else if (areComparable(value, m_seen.smallest)) {
        if (compareValues(value, m_seen.smallest) < 0)
            m_seen.smallest = value;
        if (compareValues(value, m_seen.largest) > 0)
            m_seen.largest = value;
    }
}

void Totals::addExactly(const Decimal& number) {
    if (m_coefficient == 0)
        m_scale = number.scale();
    if (number.scale() == m_scale)
        m_coefficient += number.coefficient();
    else
        m_others = m_others ? sum(*m_others, number) : std::nullopt;
}

void Totals::add(const Value& value) {
    switch (value.kind()) {
    case Value::Kind::Integer:
        addExactly(Decimal(value.asInteger()));
        break;
    case Value::Kind::Decimal:
        addExactly(value.asDecimal());
        break;
    case Value::Kind::Double:
        m_double += value.asDouble();
        m_isDouble = true;
        break;
    default:
        m_isNumber = false;
    }
}

ColumnTotals Totals::result() const {
    ColumnTotals totals = m_seen;
    if (!m_isNumber || totals.filled == 0)
        return totals;
    const auto exact = m_others ? sum(Decimal(m_coefficient, m_scale), *m_others) : std::nullopt;
    if (m_isDouble || !exact) {
        const double sum =
            m_double + (exact ? exact->toDouble() : std::numeric_limits<double>::quiet_NaN());
        totals.sum = Value::real(sum);
        totals.average = Value::real(sum / static_cast<double>(totals.filled));
        return totals;
    }
    const auto whole = exact->scale() == 0 ? exact->toInteger() : std::nullopt;
    totals.sum = whole ? Value::integer(*whole) : Value::decimal(*exact);
    if (const auto average =
            quotient(*exact, Decimal(totals.filled), exact->scale() + MoreDigitsOfAverage))
        totals.average = Value::decimal(*average);
    return totals;
}

Result<std::vector<RecordGroup>> readGroups(Session& session, const Table& table,
                                            const RecordQuery& query, const QStringList& groupedBy,
                                            const QStringList& totalled,
                                            const std::function<bool()>& isCancelled) {
    QList<Column> columns;
    for (const QString& name : groupedBy + totalled)
        columns += *table.column(name);
    GroupMaker maker(static_cast<size_t>(groupedBy.size()), static_cast<size_t>(totalled.size()));
    bool stopped = false;
    const Status read =
        TableReader(session, table).scanValues(query, columns, [&](std::vector<Value>&& values) {
            maker.take(values);
            stopped = isCancelled();
            return !stopped;
        });
    if (!read)
        return read.error();
    if (stopped)
        return cancelled();
    return maker.finish();
}

namespace {

std::vector<ColumnTotals> resultsOf(const std::vector<Totals>& totals) {
    std::vector<ColumnTotals> results;
    for (const Totals& each : totals)
        results.push_back(each.result());
    return results;
}

void take(std::vector<Totals>& totals, const std::vector<Value>& values) {
    for (size_t i = 0; i < totals.size(); ++i)
        totals[i].take(values[i]);
}

} // namespace

Result<std::vector<ColumnTotals>> readTotals(Session& session, const Table& table,
                                             const RecordQuery& query, const QStringList& columns,
                                             const std::function<bool()>& isCancelled,
                                             const ComingValues& coming) {
    RecordQuery unsorted = query;
    unsorted.sort.clear();
    QList<Column> read;
    for (const QString& name : columns)
        read += *table.column(name);
    for (const QString& name : coming.instead.isEmpty() ? QStringList() : table.key)
        read += *table.column(name);
    std::vector<Totals> totals(static_cast<size_t>(columns.size()));
    bool stopped = false;
    const Status scanned =
        TableReader(session, table).scanValues(unsorted, read, [&](std::vector<Value>&& values) {
            const auto key = values.begin() + columns.size();
            const auto edited = coming.instead.isEmpty()
                                    ? coming.instead.cend()
                                    : coming.instead.constFind(Key({key, values.end()}));
            take(totals, edited == coming.instead.cend() ? values : *edited);
            stopped = isCancelled();
            return !stopped;
        });
    if (!scanned)
        return scanned.error();
    if (stopped)
        return cancelled();
    for (const std::vector<Value>& values : coming.besides)
        take(totals, values);
    return resultsOf(totals);
}

std::vector<ColumnTotals> totalsOf(const std::vector<std::vector<Value>>& records, size_t columns) {
    std::vector<Totals> totals(columns);
    for (const std::vector<Value>& values : records)
        take(totals, values);
    return resultsOf(totals);
}

} // namespace gravin
