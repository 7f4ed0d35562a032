// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/aggregate_reading.h"

#include "core/database/reach.h"
#include "core/records/reached.h"
#include "core/records/row_plan.h"

#include <algorithm>

namespace gravin {

namespace {

// The lines of one record, one after the other.
class OneRecord {
public:
    OneRecord(Session& session, const Table& table, int place, const std::vector<Value>& record)
        : m_session(session)
        , m_aggregate(*table.columns[place].aggregate)
        , m_computed(m_aggregate.from)
        , m_question(m_aggregate, table)
        , m_record(record)
        , m_fold(m_question.subquery()) {}

    // NULL equals nothing: such a record has no lines.
    bool mayHaveLines() const {
        return std::none_of(m_record.begin(),
                            m_record.begin() + static_cast<std::ptrdiff_t>(m_question.links()),
                            [](const Value& value) { return value.isNull(); });
    }

    Status addStored(const QSet<Key>& without) {
        const Table& from = m_aggregate.from;
        QList<Column> wanted = m_question.columns();
        const auto first = static_cast<size_t>(wanted.size());
        for (const QString& column : without.isEmpty() ? QStringList() : from.key)
            wanted += *from.column(column);
        const Dialect& dialect = m_session.dialect();
        RowPlan reading(dialect, from, wanted, {});
        SqlFragment where;
        for (qsizetype i = 0; i < m_aggregate.links.size(); ++i) {
            const Column& column = *from.column(m_aggregate.links[i].column);
            where.sql += (i == 0 ? QStringLiteral(" WHERE ") : QStringLiteral(" AND ")) +
                         dialect.nameOfRows(from) + u'.' + dialect.quoted(column.name) +
                         QStringLiteral(" = ") + dialect.placeholder(column);
            where.values += dialect.encode(m_record[static_cast<size_t>(i)], column.type);
        }
        if (Status prepared = reading.prepare(m_session, where); !prepared)
            return prepared;
        return m_session.select(
            reading.select() + where.sql, where.values, [&](const QSqlQuery& row) {
                const std::vector<Value> line = reading.values(row);
                const auto keyBegin = line.begin() + static_cast<std::ptrdiff_t>(first);
                if (without.isEmpty() || !without.contains(Key({keyBegin, line.end()})))
                    addIfLinked(line);
                return true;
            });
    }

    Status addComing(const QHash<QString, Value>& values, bool isLinked) {
        const Table& from = m_aggregate.from;
        std::vector<Value> all;
        for (const Column& column : from.columns)
            all.push_back(values.value(column.name));
        for (int place = 0; place < from.columns.size(); ++place) {
            const auto& reach = from.columns[place].reach;
            if (!reach)
                continue;
            std::vector<Value> reference;
            for (const QString& column : reach->steps.front().from)
                reference.push_back(values.value(column));
            auto reached = readReached(m_session, from, {place}, reference);
            if (!reached)
                return reached.error();
            all[static_cast<size_t>(place)] = std::move(reached->front());
        }
        m_computed.fillIn(all, m_present);
        if (Status read = addInner(all); !read)
            return read;
        std::vector<Value> line;
        for (const Column& column : m_question.columns())
            line.push_back(all[static_cast<size_t>(from.indexOf(column.name))]);
        if (isLinked)
            m_question.addTo(m_fold, line, m_record, m_present);
        else
            addIfLinked(line);
        return ok();
    }

    Value result() const {
        auto result = m_fold.result();
        return result ? std::move(*result) : Value::null();
    }

private:
    // What subqueries give of a coming line: their own lines are as they are stored.
    Status addInner(std::vector<Value>& line) {
        const Table& from = m_aggregate.from;
        for (int place = 0; place < from.columns.size(); ++place) {
            if (!from.columns[place].aggregate)
                continue;
            const LineQuestion question(*from.columns[place].aggregate, from);
            std::vector<Value> ofLine;
            for (const int column : question.ofRecord())
                ofLine.push_back(line[static_cast<size_t>(column)]);
            auto value = readAggregate(m_session, from, place, ofLine);
            if (!value)
                return value.error();
            line[static_cast<size_t>(place)] = std::move(*value);
        }
        return ok();
    }
    // The engine may take other values for equal.
    void addIfLinked(const std::vector<Value>& line) {
        if (std::equal(line.begin(), line.begin() + static_cast<std::ptrdiff_t>(m_question.links()),
                       m_record.begin()))
            m_question.addTo(m_fold, line, m_record, m_present);
    }

    Session& m_session;
    const Aggregate& m_aggregate;
    ComputedColumns m_computed;
    LineQuestion m_question;
    const std::vector<Value>& m_record;
    Present m_present = Present::take();
    Fold m_fold;
};

} // namespace

Result<Value> readAggregate(Session& session, const Table& table, int place,
                            const std::vector<Value>& record, bool isNew,
                            const ComingLines& coming) {
    OneRecord lines(session, table, place, record);
    if (!isNew && lines.mayHaveLines()) {
        if (Status read = lines.addStored(coming.without); !read)
            return read.error();
    }
    for (const QHash<QString, Value>& line : coming.with) {
        if (Status read = lines.addComing(line, isNew); !read)
            return read.error();
    }
    return lines.result();
}

QList<int> aggregatesOver(const Table& table, const QString& lines) {
    QList<int> places;
    for (int place = 0; place < table.columns.size(); ++place) {
        if (const auto& aggregate = table.columns[place].aggregate;
            aggregate && aggregate->from.name == lines)
            places += place;
    }
    return places;
}

} // namespace gravin
