// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/expression.h"

namespace gravin {

// Adds nodes to a tree and gives each its type. What does not fit together, and a tree that grows
// too large or too deep, throws an ExpressionError; the parser catches it.
class TreeBuilder {
public:
    int literal(ExpressionType type, const Value& value, int at, int length);
    int column(int column, ExpressionType type, int at, int length);
    int cast(int operand, const ExpressionNode& wanted, int at, int length);
    int extract(ExpressionNode::Part part, int operand, int at, int length);
    int add(ExpressionNode::Operation operation, const QList<int>& operands, int at, int length);

    // Throws unless the node is of this type, or a bare NULL. `why` begins the sentence.
    void require(int node, ExpressionType type, const QString& why) const;
    void requireNumber(int node) const;

    ExpressionNode& at(int node) { return m_nodes[static_cast<size_t>(node)]; }
    std::vector<ExpressionNode> takeNodes() { return std::move(m_nodes); }

private:
    ExpressionType typeOf(int node) const { return m_nodes[static_cast<size_t>(node)].type; }
    [[noreturn]] void fail(int node, const QString& sentence) const;
    ExpressionType resultOf(ExpressionNode::Operation operation, const QList<int>& operands) const;
    ExpressionType arithmetic(ExpressionNode::Operation operation, int left, int right) const;
    // The type that all of them fit into.
    ExpressionType common(const QList<int>& operands) const;
    ExpressionType resultOfCase(const QList<int>& operands) const;
    void requireComparable(int left, int right, bool ordered) const;
    void requireText(int node) const;
    void requireAll(const QList<int>& operands, ExpressionType type, const QString& why) const;
    int push(ExpressionNode node);

    std::vector<ExpressionNode> m_nodes;
};

} // namespace gravin
