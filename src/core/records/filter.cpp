// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/filter.h"

#include "core/database/expression_sql.h"

namespace gravin {

namespace {

// The expression's columns that are read from this node on.
struct ColumnsBelow {
    QList<int> all;
    QList<int> ofType; // whose values must be of their type
};

// Whether a column that stands there may hold anything: whether it is empty can be told of all, and
// what is stored has an order even where it is not of the column's type.
bool takesAnything(const Expression& expression, const ExpressionNode& node, Filter::Wants wants) {
    using Operation = ExpressionNode::Operation;
    const auto isColumn = [&](int operand) {
        return expression.nodes()[static_cast<size_t>(operand)].operation == Operation::Column;
    };
    switch (node.operation) {
    case Operation::IsNull:
        return true;
    case Operation::Equal:
    case Operation::NotEqual:
    case Operation::Less:
    case Operation::LessOrEqual:
    case Operation::Greater:
    case Operation::GreaterOrEqual:
    case Operation::Distinct:
    case Operation::In:
        // Two columns may be declared so that the engine makes one's values the other's.
        return wants == Filter::Wants::Holding &&
               std::count_if(node.operands.begin(), node.operands.end(), isColumn) == 1;
    default:
        return false;
    }
}

ColumnsBelow columnsBelow(const Expression& expression, int node, Filter::Wants wants) {
    using Operation = ExpressionNode::Operation;
    ColumnsBelow columns;
    const auto add = [](QList<int>& to, int column) {
        if (!to.contains(column))
            to += column;
    };
    QList<int> open{node};
    while (!open.isEmpty()) {
        const ExpressionNode& next = expression.nodes()[static_cast<size_t>(open.takeLast())];
        for (const int operand : next.operands) {
            const ExpressionNode& below = expression.nodes()[static_cast<size_t>(operand)];
            if (below.operation == Operation::Column && takesAnything(expression, next, wants))
                add(columns.all, below.column);
            else
                open += operand;
        }
        if (next.operation == Operation::Column) {
            add(columns.all, next.column);
            add(columns.ofType, next.column);
        }
    }
    return columns;
}

} // namespace

Filter::Filter(const BoundExpression& condition, Wants wants, const Table& table, Engine engine)
    : m_condition(condition)
    , m_wants(wants)
    , m_positions(static_cast<size_t>(condition.places.size()), -1) {
    const Expression& expression = *condition.expression;
    const ExpressionNode& root = expression.nodes()[static_cast<size_t>(expression.root())];
    // Parts that have to hold all of them can be asked apart.
    const bool isDivided =
        wants == Wants::Holding && root.operation == ExpressionNode::Operation::And;
    const QList<int> parts = isDivided ? root.operands : QList<int>{expression.root()};
    for (const int part : parts) {
        if (!handOver(part, table, engine))
            keep(part, table);
    }
}

bool Filter::handOver(int node, const Table& table, Engine engine) {
    const Expression& expression = *m_condition.expression;
    const auto sql = expressionSql(expression, node, table, engine, m_present);
    if (!sql)
        return false;
    QStringList conforming;
    for (const int column : columnsBelow(expression, node, m_wants).ofType) {
        const auto part = conformingSql(*table.column(expression.columns()[column]), engine);
        if (!part)
            return false;
        if (!part->isEmpty())
            conforming += *part;
    }
    const QString all = conforming.join(QStringLiteral(" AND "));
    QString text = sql->sql;
    if (m_wants == Wants::Failing)
        text = all.isEmpty() ? QStringLiteral("(%1 IS FALSE)").arg(text)
                             : QStringLiteral("(NOT (%1) OR %2 IS FALSE)").arg(all, text);
    else if (!all.isEmpty())
        text = QStringLiteral("(%1 AND %2)").arg(text, all);
    m_where.sql += (m_where.sql.isEmpty() ? QString() : QStringLiteral(" AND ")) + text;
    m_where.values += sql->values;
    return true;
}

void Filter::keep(int node, const Table& table) {
    const Expression& expression = *m_condition.expression;
    m_kept += node;
    const ColumnsBelow columns = columnsBelow(expression, node, m_wants);
    for (const int column : columns.ofType)
        m_keptColumns +=
            std::pair(column, expressionTypeOf(table.column(expression.columns()[column])->type));
    for (const int column : columns.all) {
        int& position = m_positions[static_cast<size_t>(column)];
        if (position >= 0)
            continue;
        position = static_cast<int>(m_asked.size());
        m_asked += table.indexOf(expression.columns()[column]);
    }
}

bool Filter::passes(const std::vector<const Value*>& values) const {
    static const Value null;
    const Expression& expression = *m_condition.expression;
    std::vector<const Value*> operands;
    operands.reserve(m_positions.size());
    for (const int position : m_positions)
        operands.push_back(position < 0 ? &null : values[static_cast<size_t>(position)]);
    const bool holdingIsWanted = m_wants == Wants::Holding;
    for (const auto& [column, type] : m_keptColumns) {
        if (!isOfType(*operands[static_cast<size_t>(column)], type))
            return !holdingIsWanted;
    }
    for (const int node : m_kept) {
        const auto answer =
            evaluatePart(expression, node, operands, m_present,
                         holdingIsWanted ? Misfits::CompareAsStored : Misfits::Fail);
        const bool isTrue = answer && !answer->isNull() && answer->asBoolean();
        const bool isFalse = !answer || (!answer->isNull() && !answer->asBoolean());
        if (holdingIsWanted ? !isTrue : !isFalse)
            return false;
    }
    return true;
}

} // namespace gravin
