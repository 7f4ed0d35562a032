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

const NumberedFolds::Numbered* NumberedFolds::inOrder(qint64 number) const {
    if (m_next >= m_inOrder.size() || m_inOrder[m_next].number != number) {
        const auto found = std::lower_bound(
            m_inOrder.begin(), m_inOrder.end(), number,
            [](const Numbered& each, qint64 wanted) { return each.number < wanted; });
        m_next = static_cast<size_t>(found - m_inOrder.begin());
    }
    const bool isThere = m_next < m_inOrder.size() && m_inOrder[m_next].number == number;
    return isThere ? &m_inOrder[m_next++] : nullptr;
}

Fold& NumberedFolds::of(qint64 number) {
    if (m_inOrder.empty() || number > m_inOrder.back().number)
        return m_inOrder.emplace_back(Numbered{number, Fold(m_subquery)}).fold;
    if (number == m_inOrder.back().number)
        return m_inOrder.back().fold;
    if (inOrder(number))
        return m_inOrder[m_next - 1].fold;
    return m_others.try_emplace(number, m_subquery).first->second;
}

const Fold* NumberedFolds::find(qint64 number) const {
    if (const Numbered* known = inOrder(number))
        return &known->fold;
    const auto other = m_others.find(number);
    return other == m_others.end() ? nullptr : &other->second;
}

AggregateLines::AggregateLines(std::shared_ptr<const Aggregate> aggregate, const Table& table)
    : m_aggregate(std::move(aggregate))
    , m_question(*m_aggregate, table)
    , m_byNumber(m_question.subquery()) {}

Key AggregateLines::linkOf(const std::vector<Value>& values) const {
    return Key({values.begin(), values.begin() + static_cast<std::ptrdiff_t>(m_question.links())});
}

const Value* AggregateLines::integerLink(const std::vector<Value>& values) const {
    return m_question.links() == 1 && values.front().kind() == Value::Kind::Integer
               ? &values.front()
               : nullptr;
}

Fold& AggregateLines::foldOf(const std::vector<Value>& line) {
    if (const Value* number = integerLink(line))
        return m_byNumber.of(number->asInteger());
    return m_folds.try_emplace(linkOf(line), m_question.subquery()).first->second;
}

const Fold* AggregateLines::knownFold(const std::vector<Value>& record) const {
    if (const Value* number = integerLink(record))
        return m_byNumber.find(number->asInteger());
    const auto fold = m_folds.find(linkOf(record));
    return fold == m_folds.end() ? nullptr : &fold->second;
}

void AggregateLines::take(std::vector<Value>&& values, const Present& present) {
    if (m_question.readsRecord()) {
        m_lines[linkOf(values)].push_back(std::move(values));
        return;
    }
    m_question.addTo(foldOf(values), values, {}, present);
}

Value AggregateLines::valueOf(const std::vector<Value>& record, const Present& present) const {
    // NULL equals nothing, not even NULL.
    const bool hasLines = std::none_of(
        record.begin(), record.begin() + static_cast<std::ptrdiff_t>(m_question.links()),
        [](const Value& value) { return value.isNull(); });
    const auto valueFrom = [](const Fold& fold) {
        auto result = fold.result();
        return result ? std::move(*result) : Value::null();
    };
    if (hasLines && !m_question.readsRecord()) {
        if (const Fold* known = knownFold(record))
            return valueFrom(*known);
    }
    Fold fold(m_question.subquery());
    if (hasLines && m_question.readsRecord()) {
        const auto lines = m_lines.constFind(linkOf(record));
        if (lines != m_lines.constEnd()) {
            for (const std::vector<Value>& line : *lines)
                m_question.addTo(fold, line, record, present);
        }
    }
    return valueFrom(fold);
}

} // namespace gravin
