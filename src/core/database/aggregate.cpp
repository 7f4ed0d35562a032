// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/aggregate.h"

#include <algorithm>

namespace gravin {

namespace {

using NodeOperation = ExpressionNode::Operation;

const ExpressionNode& nodeOf(const Expression& expression, int at) {
    return expression.nodes()[static_cast<size_t>(at)];
}

// Values of these types are found again by what they are; decimals of one amount are written in
// several ways.
bool canLink(ExpressionType type) {
    return type == ExpressionType::Integer || type == ExpressionType::Text ||
           type == ExpressionType::Date || type == ExpressionType::Boolean;
}

// That a stored column of the line equals one of the record; nothing: it is another condition.
std::optional<Aggregate::Link> linkOf(const Table& from, const Expression& condition, int at) {
    const ExpressionNode& node = nodeOf(condition, at);
    if (node.operation != NodeOperation::Equal)
        return std::nullopt;
    const ExpressionNode& a = nodeOf(condition, node.operands[0]);
    const ExpressionNode& b = nodeOf(condition, node.operands[1]);
    if (a.operation != NodeOperation::Column || b.operation != NodeOperation::Column ||
        a.type != b.type || !canLink(a.type))
        return std::nullopt;
    const QString left = condition.columns()[a.column];
    const QString right = condition.columns()[b.column];
    const bool isRightOfRecord = !columnOfRecord(right).isNull();
    if (isRightOfRecord == !columnOfRecord(left).isNull())
        return std::nullopt;
    const Column* ofLine = from.column(isRightOfRecord ? left : right);
    if (!ofLine || !ofLine->expression.isEmpty())
        return std::nullopt;
    return Aggregate::Link{ofLine->name, columnOfRecord(isRightOfRecord ? right : left)};
}

bool readsRecord(const Expression& expression, int at) {
    const ExpressionNode& node = nodeOf(expression, at);
    if (node.operation == NodeOperation::Column)
        return !columnOfRecord(expression.columns()[node.column]).isNull();
    return std::any_of(node.operands.begin(), node.operands.end(),
                       [&](int operand) { return readsRecord(expression, operand); });
}

} // namespace

bool Aggregate::readsRecord() const {
    const auto reads = [](const std::shared_ptr<const Expression>& part) {
        return part && gravin::readsRecord(*part, part->root());
    };
    return reads(subquery->what) || reads(subquery->order) ||
           std::any_of(conditions.begin(), conditions.end(),
                       [&](int node) { return gravin::readsRecord(*subquery->condition, node); });
}

std::optional<Aggregate> aggregateOf(const Table& from,
                                     const std::shared_ptr<const Subquery>& subquery) {
    Aggregate aggregate{subquery, from, {}};
    if (const auto& condition = subquery->condition) {
        const ExpressionNode& root = nodeOf(*condition, condition->root());
        const QList<int> parts =
            root.operation == NodeOperation::And ? root.operands : QList<int>{condition->root()};
        for (const int part : parts) {
            if (const auto link = linkOf(from, *condition, part))
                aggregate.links += *link;
            else
                aggregate.conditions += part;
        }
    }
    // Otherwise every line would have to be asked for every record.
    if (aggregate.links.isEmpty() && aggregate.readsRecord())
        return std::nullopt;
    return aggregate;
}

} // namespace gravin
