// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/expansion.h"

#include "core/base/text.h"
#include "core/expression/subquery.h"

#include <algorithm>

namespace gravin {

// Copies nodes in their order, so that operands still stand before what they belong to.
class ExpressionExpander {
public:
    explicit ExpressionExpander(const QHash<QString, Expression>& replacements)
        : m_replacements(replacements) {}

    Result<Expression, ExpressionError> run(const Expression& expression) {
        m_result.m_text = expression.text();
        m_result.m_root = copy(expression, true);
        const std::vector<ExpressionNode>& nodes = m_result.m_nodes;
        const bool isTooLarge = m_isTooLarge || nodes[static_cast<size_t>(m_result.m_root)].depth >
                                                    Expression::DeepestNesting;
        if (isTooLarge)
            return ExpressionError{
                0, static_cast<int>(expression.text().size()),
                coreTr("With the computed fields that it names, the expression is "
                       "too large.")};
        return std::move(m_result);
    }

private:
    // Where the root is now.
    int copy(const Expression& from, bool replaces) {
        std::vector<int> places;
        places.reserve(from.nodes().size());
        for (const ExpressionNode& node : from.nodes()) {
            if (m_result.m_nodes.size() > static_cast<size_t>(Expression::MostNodes)) {
                m_isTooLarge = true;
                return 0;
            }
            const bool isColumn = node.operation == ExpressionNode::Operation::Column;
            const auto replacement = replaces && isColumn
                                         ? m_replacements.constFind(from.columns()[node.column])
                                         : m_replacements.constEnd();
            if (replacement != m_replacements.constEnd()) {
                places.push_back(copy(*replacement, false));
                continue;
            }
            ExpressionNode copied = node;
            if (isColumn)
                copied.column = columnOf(from, from.columns()[node.column]);
            for (int& operand : copied.operands)
                operand = places[static_cast<size_t>(operand)];
            copied.depth = depthOf(copied);
            m_result.m_nodes.push_back(std::move(copied));
            places.push_back(static_cast<int>(m_result.m_nodes.size()) - 1);
        }
        return places[static_cast<size_t>(from.root())];
    }

    int columnOf(const Expression& from, const QString& name) {
        const auto at = m_result.m_columns.indexOf(name);
        if (at >= 0)
            return static_cast<int>(at);
        if (from.reached().contains(name))
            m_result.m_reached += name;
        for (const auto& subquery : from.subqueries()) {
            if (subquery->name == name)
                m_result.m_subqueries += subquery;
        }
        m_result.m_columns += name;
        return static_cast<int>(m_result.m_columns.size()) - 1;
    }

    int depthOf(const ExpressionNode& node) const {
        int deepest = 0;
        for (const int operand : node.operands)
            deepest = std::max(deepest, m_result.m_nodes[static_cast<size_t>(operand)].depth);
        return deepest + 1;
    }

    const QHash<QString, Expression>& m_replacements;
    Expression m_result;
    bool m_isTooLarge = false;
};

Result<Expression, ExpressionError> expanded(const Expression& expression,
                                             const QHash<QString, Expression>& replacements) {
    return ExpressionExpander(replacements).run(expression);
}

} // namespace gravin
