// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/fold.h"

#include "core/base/text.h"
#include "core/expression/evaluation/number_operations.h"
#include "core/expression/evaluation/value_order.h"

#include <algorithm>

namespace gravin {

namespace {

using Function = Subquery::Function;

ExpressionNode operation(ExpressionNode::Operation operation, ExpressionType type) {
    ExpressionNode node;
    node.operation = operation;
    node.type = type;
    return node;
}

} // namespace

Fold::Rare& Fold::rare() {
    if (!m_rare)
        m_rare = std::make_unique<Rare>();
    return *m_rare;
}

void Fold::spoil(const Error& error) {
    if (!rare().error)
        rare().error = error;
}

void Fold::add(const Value& what, const Value& order) {
    if (what.isNull())
        return;
    ++m_count;
    switch (m_subquery->function) {
    case Function::Count:
    case Function::Exists:
        break;
    case Function::Sum:
    case Function::Average:
        sumUp(what);
        break;
    case Function::Smallest:
        if (m_value.isNull() || compareValues(what, m_value) < 0)
            m_value = what;
        break;
    case Function::Largest:
        if (m_value.isNull() || compareValues(what, m_value) > 0)
            m_value = what;
        break;
    case Function::List:
        rare().length += what.asText().size() + m_subquery->separator.size();
        if (rare().length > LongestList)
            spoil({ErrorKind::Refused,
                   coreTr("The list is too long: more than %1 characters.").arg(LongestList)});
        else
            rare().listed.push_back({order, what.asText()});
        break;
    }
}

void Fold::sumUp(const Value& what) {
    if (m_value.isNull()) {
        m_value = what;
        return;
    }
    auto sum = arithmetic(operation(ExpressionNode::Operation::Add, m_subquery->what->type()),
                          m_value, what);
    if (sum)
        m_value = std::move(*sum);
    else
        spoil(sum.error());
}

Result<Value> Fold::result() const {
    if (m_rare && m_rare->error)
        return *m_rare->error;
    switch (m_subquery->function) {
    case Function::Count:
        return Value::integer(m_count);
    case Function::Exists:
        return Value::boolean(m_count > 0);
    case Function::Average:
        if (m_count == 0)
            return Value::null();
        return arithmetic(operation(ExpressionNode::Operation::Divide, m_subquery->type), m_value,
                          Value::integer(m_count));
    case Function::List:
        return list();
    case Function::Sum:
    case Function::Smallest:
    case Function::Largest:
        break;
    }
    return m_value;
}

// What has nothing to be ordered by comes last; texts of one place stand in their own order, so
// that the list is the same whenever it is made.
Result<Value> Fold::list() const {
    if (!m_rare)
        return Value::null();
    std::vector<const Listed*> ordered;
    ordered.reserve(m_rare->listed.size());
    for (const Listed& each : m_rare->listed)
        ordered.push_back(&each);
    std::sort(ordered.begin(), ordered.end(), [&](const Listed* a, const Listed* b) {
        if (a->order.isNull() != b->order.isNull())
            return b->order.isNull();
        const int order = a->order.isNull() ? 0 : compareValues(a->order, b->order);
        if (order != 0)
            return m_subquery->isDescending ? order > 0 : order < 0;
        return compareValues(Value::text(a->text), Value::text(b->text)) < 0;
    });
    QString text;
    for (const Listed* each : ordered)
        text += (each == ordered.front() ? QString() : m_subquery->separator) + each->text;
    return Value::text(text);
}

} // namespace gravin
