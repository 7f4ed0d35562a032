// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/dialect.h"
#include "core/expression/evaluation/evaluator.h"

namespace gravin {

// How many digits a number can have: before the point, and behind it.
struct Digits {
    int whole = 0;
    int scale = 0;
};

// Says an expression in an engine's SQL. What all engines have in common stands here; each engine's
// own class says the rest, or refuses it. Used for one expression and thrown away.
class ExpressionTranslator {
public:
    ExpressionTranslator(const Expression& expression, const Table& table, const Present& present)
        : m_expression(expression)
        , m_table(table)
        , m_present(present) {}
    virtual ~ExpressionTranslator() = default;

    std::optional<SqlFragment> translate(int node);

protected:
    using Node = ExpressionNode;
    using Operation = ExpressionNode::Operation;
    using Type = ExpressionType;

    // Thrown by refuse() and caught in translate().
    struct Refused {};
    [[noreturn]] static void refuse() { throw Refused{}; }

    // What an engine says its own way. Each may refuse.
    virtual QString column(const Column& column, Type type) = 0;
    virtual QString literal(const Value& value) = 0;
    virtual QString text(const QString& text) = 0;
    virtual QString null(Type) { return QStringLiteral("NULL"); }
    virtual QString distinct(const QString& a, const QString& b) = 0;
    // Numbers that are not exact enough for the engine have to be refused here.
    virtual void require(const Digits& digits) = 0;
    virtual QString divided(const Digits&, const QString&, const QString&) { refuse(); }
    virtual QString remainder(const QString&, const QString&) { refuse(); }
    virtual QString rounded(const QString&, int) { refuse(); }
    virtual QString whole(Operation, const QString&) { refuse(); } // ABS, FLOOR, CEILING, −
    virtual QString cast(const Node&, const QString&, Type) { refuse(); }
    virtual QString daysBetween(const QString&, const QString&) { refuse(); }
    virtual QString extracted(const Node&, const QString&, Type) { refuse(); }
    virtual QString concatenated(const QString&, const QString&) { refuse(); }
    virtual QString ofText(const Node&, const QStringList&) { refuse(); }
    // The pattern is one of LIKE with ! as its escape.
    virtual QString like(const QString&, const QString&) { refuse(); }
    // A value of one type among those of another that holds it.
    virtual QString widened(const QString& sql, Type from, Type to) = 0;

    const Node& at(int node) const { return m_expression.nodes()[static_cast<size_t>(node)]; }
    const Column& columnOf(const Node& node) const {
        const Column& column = *m_table.column(m_expression.columns()[node.column]);
        if (column.isBeyond())
            refuse(); // other records are asked of what is read
        return column;
    }
    // The value of a part without columns. Requires: it is one.
    Value constant(int node) const;
    bool isConstant(int node) const;
    // A placeholder for this text.
    QString bind(const QString& text);

private:
    QString sql(int node);
    QString operation(const Node& node);
    QString junction(const Node& node);
    QString compared(const Node& node);
    QString among(const Node& node);
    QString caseOf(const Node& node);
    QString coalesced(const Node& node);
    QString nullIf(const Node& node);
    QString arithmetic(const Node& node);
    QString number(const Node& node);
    QString substring(const Node& node);
    QString like(const Node& node);
    // The operand as a value of this type.
    QString as(int operand, Type type);
    Type commonType(int a, int b) const;
    Digits digits(int node) const;
    Digits digitsOf(const Node& node) const;

    const Expression& m_expression;
    const Table& m_table;
    const Present& m_present;
    QVariantList m_values;
};

} // namespace gravin
