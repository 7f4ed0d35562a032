// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/aggregate_lines.h"

#include <algorithm>

namespace gravin {

LineQuestion::LineQuestion(const Aggregate& aggregate, const Table& table)
    : m_aggregate(aggregate)
    , m_table(table)
    , m_readsRecord(aggregate.readsRecord()) {
    for (const Aggregate::Link& link : aggregate.links) {
        m_columns += *aggregate.from.column(link.column);
        m_ofRecord += table.indexOf(link.ofRecord);
    }
    m_what = placesOf(aggregate.subquery->what);
    m_order = placesOf(aggregate.subquery->order);
    m_condition = placesOf(aggregate.subquery->condition);
}

LineQuestion::Places LineQuestion::placesOf(const std::shared_ptr<const Expression>& part) {
    Places places;
    for (const QString& name : part ? part->columns() : QStringList())
        places += placeOf(name);
    return places;
}

int LineQuestion::placeOf(const QString& column) {
    if (const QString name = columnOfRecord(column); !name.isNull()) {
        const int place = m_table.indexOf(name);
        if (!m_ofRecord.contains(place))
            m_ofRecord += place;
        return -1 - static_cast<int>(m_ofRecord.indexOf(place));
    }
    for (int i = 0; i < m_columns.size(); ++i) {
        if (m_columns[i].name == column)
            return i;
    }
    m_columns += *m_aggregate.from.column(column);
    return static_cast<int>(m_columns.size()) - 1;
}

std::vector<const Value*> LineQuestion::valuesAt(const Places& places,
                                                 const std::vector<Value>& line,
                                                 const std::vector<Value>& record) {
    std::vector<const Value*> values;
    values.reserve(static_cast<size_t>(places.size()));
    for (const int place : places)
        values.push_back(place >= 0 ? &line[static_cast<size_t>(place)]
                                    : &record[static_cast<size_t>(-1 - place)]);
    return values;
}

void LineQuestion::addTo(Fold& fold, const std::vector<Value>& line,
                         const std::vector<Value>& record, const Present& present) const {
    const Subquery& subquery = *m_aggregate.subquery;
    if (!m_aggregate.conditions.isEmpty()) {
        const auto values = valuesAt(m_condition, line, record);
        for (const int node : m_aggregate.conditions) {
            const auto isMet = evaluatePart(*subquery.condition, node, values, present);
            if (!isMet)
                return fold.spoil(isMet.error());
            if (isMet->isNull() || !isMet->asBoolean())
                return;
        }
    }
    if (!subquery.what)
        return fold.addRecord();
    const auto what = evaluate(*subquery.what, valuesAt(m_what, line, record), present);
    if (!what)
        return fold.spoil(what.error());
    if (!subquery.order)
        return fold.add(*what);
    const auto order = evaluate(*subquery.order, valuesAt(m_order, line, record), present);
    if (!order)
        return fold.spoil(order.error());
    fold.add(*what, *order);
}

AggregateLines::AggregateLines(std::shared_ptr<const Aggregate> aggregate, const Table& table)
    : m_aggregate(std::move(aggregate))
    , m_question(*m_aggregate, table) {}

Key AggregateLines::linkOf(const std::vector<Value>& values) const {
    return Key({values.begin(), values.begin() + static_cast<std::ptrdiff_t>(m_question.links())});
}

void AggregateLines::take(std::vector<Value>&& values, const Present& present) {
    const Key link = linkOf(values);
    if (m_question.readsRecord()) {
        m_lines[link].push_back(std::move(values));
        return;
    }
    auto fold = m_folds.find(link);
    if (fold == m_folds.end())
        fold = m_folds.insert(link, Fold(m_question.subquery()));
    m_question.addTo(*fold, values, {}, present);
}

Value AggregateLines::valueOf(const std::vector<Value>& record, const Present& present) const {
    const Key link = linkOf(record);
    // NULL equals nothing, not even NULL.
    const bool hasLines = std::none_of(
        record.begin(), record.begin() + static_cast<std::ptrdiff_t>(m_question.links()),
        [](const Value& value) { return value.isNull(); });
    Fold fold(m_question.subquery());
    if (hasLines && m_question.readsRecord()) {
        const auto lines = m_lines.constFind(link);
        if (lines != m_lines.constEnd()) {
            for (const std::vector<Value>& line : *lines)
                m_question.addTo(fold, line, record, present);
        }
    } else if (hasLines) {
        if (const auto folded = m_folds.constFind(link); folded != m_folds.constEnd())
            fold = *folded;
    }
    auto result = fold.result();
    return result ? std::move(*result) : Value::null();
}

} // namespace gravin
