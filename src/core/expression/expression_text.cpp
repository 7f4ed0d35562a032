// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/expression_text.h"

#include "core/expression/literal.h"

namespace gravin {

namespace {

using Node = ExpressionNode;
using NodeOperation = ExpressionNode::Operation;

// How tightly an operation holds its operands together, as the parser reads them.
enum Binding { Disjunction, Conjunction, Negation, Predicate, Sum, Product, Sign, Primary };

struct Written {
    QString text;
    Binding binding = Primary;
};

const char* infix(NodeOperation operation) {
    switch (operation) {
    case NodeOperation::And:
        return " AND ";
    case NodeOperation::Or:
        return " OR ";
    case NodeOperation::Add:
        return " + ";
    case NodeOperation::Subtract:
        return " - ";
    case NodeOperation::Multiply:
        return " * ";
    case NodeOperation::Divide:
        return " / ";
    case NodeOperation::Concatenate:
        return " || ";
    case NodeOperation::Equal:
        return " = ";
    case NodeOperation::NotEqual:
        return " <> ";
    case NodeOperation::Less:
        return " < ";
    case NodeOperation::LessOrEqual:
        return " <= ";
    case NodeOperation::Greater:
        return " > ";
    case NodeOperation::GreaterOrEqual:
        return " >= ";
    case NodeOperation::Distinct:
        return " IS DISTINCT FROM ";
    case NodeOperation::Like:
        return " LIKE ";
    default:
        return nullptr;
    }
}

const char* functionName(NodeOperation operation) {
    switch (operation) {
    case NodeOperation::Coalesce:
        return "COALESCE";
    case NodeOperation::NullIf:
        return "NULLIF";
    case NodeOperation::Upper:
        return "UPPER";
    case NodeOperation::Lower:
        return "LOWER";
    case NodeOperation::CharLength:
        return "CHAR_LENGTH";
    case NodeOperation::OctetLength:
        return "OCTET_LENGTH";
    case NodeOperation::Power:
        return "POWER";
    case NodeOperation::SquareRoot:
        return "SQRT";
    case NodeOperation::Replace:
        return "REPLACE";
    case NodeOperation::Round:
        return "ROUND";
    case NodeOperation::Absolute:
        return "ABS";
    case NodeOperation::Modulo:
        return "MOD";
    case NodeOperation::Floor:
        return "FLOOR";
    case NodeOperation::Ceiling:
        return "CEILING";
    default:
        return nullptr;
    }
}

QString castName(const Node& node) {
    switch (node.type) {
    case ExpressionType::Boolean:
        return QStringLiteral("BOOLEAN");
    case ExpressionType::Integer:
        return QStringLiteral("INTEGER");
    case ExpressionType::Decimal:
        return QStringLiteral("DECIMAL(%1, %2)").arg(Decimal::MaximumDigits).arg(node.scale);
    case ExpressionType::Double:
        return QStringLiteral("DOUBLE PRECISION");
    case ExpressionType::Date:
        return QStringLiteral("DATE");
    case ExpressionType::Time:
        return QStringLiteral("TIME");
    case ExpressionType::Timestamp:
        return QStringLiteral("TIMESTAMP");
    default:
        return node.textLength < 0 ? QStringLiteral("VARCHAR")
               : node.isPadded     ? QStringLiteral("CHAR(%1)").arg(node.textLength)
                                   : QStringLiteral("VARCHAR(%1)").arg(node.textLength);
    }
}

QString partName(Node::Part part) {
    switch (part) {
    case Node::Part::Year:
        return QStringLiteral("YEAR");
    case Node::Part::Month:
        return QStringLiteral("MONTH");
    case Node::Part::Day:
        return QStringLiteral("DAY");
    case Node::Part::Hour:
        return QStringLiteral("HOUR");
    case Node::Part::Minute:
        return QStringLiteral("MINUTE");
    case Node::Part::Second:
        return QStringLiteral("SECOND");
    }
    return {};
}

QString intervalText(const Interval& interval) {
    constexpr qint64 Second = 1'000'000;
    constexpr qint64 Minute = 60 * Second;
    const auto written = [](qint64 count, const char* unit) {
        return QStringLiteral("INTERVAL '%1' %2").arg(count).arg(QLatin1String(unit));
    };
    if (interval.months != 0)
        return written(interval.months, "MONTH");
    if (interval.microseconds == 0)
        return written(interval.days, "DAY");
    return interval.microseconds % Minute == 0 ? written(interval.microseconds / Minute, "MINUTE")
                                               : written(interval.microseconds / Second, "SECOND");
}

class Writer {
public:
    Writer(const Expression& expression, const std::function<QString(const QString&)>& nameOf)
        : m_expression(expression)
        , m_nameOf(nameOf) {}

    Written written(int index) const {
        const Node& node = at(index);
        switch (node.operation) {
        case NodeOperation::Literal: {
            const QString text = literalText(node.literal);
            return {text, text.startsWith(u'-') ? Sign : Primary};
        }
        case NodeOperation::IntervalLiteral:
            return {intervalText(node.interval)};
        case NodeOperation::Column:
            return {nameOf(m_expression.columns()[node.column])};
        case NodeOperation::CurrentUser:
            return {QStringLiteral("CURRENT_USER")};
        case NodeOperation::CurrentDate:
            return {QStringLiteral("CURRENT_DATE")};
        case NodeOperation::CurrentTimestamp:
            return {QStringLiteral("CURRENT_TIMESTAMP")};
        case NodeOperation::LocalTimestamp:
            return {QStringLiteral("LOCALTIMESTAMP")};
        case NodeOperation::Negate:
            return {u'-' + operand(node, 0, Primary), Sign};
        case NodeOperation::Not:
            return {QStringLiteral("NOT ") + operand(node, 0, Negation), Negation};
        case NodeOperation::And:
        case NodeOperation::Or:
            return junction(node);
        case NodeOperation::Case:
            return caseOf(node);
        case NodeOperation::Cast:
            return {QStringLiteral("CAST(%1 AS %2)")
                        .arg(operand(node, 0, Disjunction), castName(node))};
        case NodeOperation::Extract:
            return {QStringLiteral("EXTRACT(%1 FROM %2)")
                        .arg(partName(node.part), operand(node, 0, Disjunction))};
        case NodeOperation::Position:
            return {QStringLiteral("POSITION(%1 IN %2)")
                        .arg(operand(node, 0, Sum), operand(node, 1, Sum))};
        case NodeOperation::Substring:
            return substring(node);
        case NodeOperation::Trim:
        case NodeOperation::TrimLeft:
        case NodeOperation::TrimRight:
            return trim(node);
        default:
            break;
        }
        if (const char* name = functionName(node.operation))
            return {QStringLiteral("%1(%2)").arg(QLatin1String(name), list(node, 0, Disjunction))};
        return node.operation == NodeOperation::Add || node.operation == NodeOperation::Subtract ||
                       node.operation == NodeOperation::Concatenate ||
                       node.operation == NodeOperation::Multiply ||
                       node.operation == NodeOperation::Divide
                   ? arithmetic(node)
                   : predicate(node);
    }

private:
    const Node& at(int index) const { return m_expression.nodes()[static_cast<size_t>(index)]; }

    // In brackets where it would otherwise fall apart.
    QString operand(const Node& node, qsizetype which, Binding least) const {
        const Written inside = written(node.operands[which]);
        return inside.binding >= least ? inside.text : u'(' + inside.text + u')';
    }

    QString list(const Node& node, qsizetype from, Binding least) const {
        QStringList parts;
        for (qsizetype i = from; i < node.operands.size(); ++i)
            parts += operand(node, i, least);
        return parts.join(QStringLiteral(", "));
    }

    Written junction(const Node& node) const {
        const bool isOr = node.operation == NodeOperation::Or;
        QStringList parts;
        for (qsizetype i = 0; i < node.operands.size(); ++i)
            parts += operand(node, i, isOr ? Conjunction : Negation);
        return {parts.join(QLatin1String(infix(node.operation))), isOr ? Disjunction : Conjunction};
    }

    Written arithmetic(const Node& node) const {
        const bool isProduct =
            node.operation == NodeOperation::Multiply || node.operation == NodeOperation::Divide;
        const Binding own = isProduct ? Product : Sum;
        // What stands at the right is read last.
        const Binding right = isProduct ? Sign : Product;
        return {operand(node, 0, own) + QLatin1String(infix(node.operation)) +
                    operand(node, 1, right),
                own};
    }

    Written predicate(const Node& node) const {
        const QString left = operand(node, 0, Sum);
        switch (node.operation) {
        case NodeOperation::IsNull:
            return {left + QStringLiteral(" IS NULL"), Predicate};
        case NodeOperation::IsTrue:
            return {left + QStringLiteral(" IS TRUE"), Predicate};
        case NodeOperation::IsFalse:
            return {left + QStringLiteral(" IS FALSE"), Predicate};
        case NodeOperation::In:
            return {QStringLiteral("%1 IN (%2)").arg(left, list(node, 1, Sum)), Predicate};
        case NodeOperation::LikeRegex:
            return {QStringLiteral("%1 LIKE_REGEX %2")
                        .arg(left, literalText(Value::text(node.regex->pattern()))),
                    Predicate};
        default:
            break;
        }
        QString text = left + QLatin1String(infix(node.operation)) + operand(node, 1, Sum);
        if (node.operation == NodeOperation::Like && node.operands.size() > 2)
            text += QStringLiteral(" ESCAPE ") + operand(node, 2, Sum);
        return {text, Predicate};
    }

    Written caseOf(const Node& node) const {
        QString text = QStringLiteral("CASE");
        const qsizetype last = node.operands.size() - 1;
        for (qsizetype i = 0; i < last; i += 2)
            text += QStringLiteral(" WHEN %1 THEN %2")
                        .arg(operand(node, i, Disjunction), operand(node, i + 1, Disjunction));
        return {text + QStringLiteral(" ELSE %1 END").arg(operand(node, last, Disjunction))};
    }

    Written substring(const Node& node) const {
        QString text = QStringLiteral("SUBSTRING(%1 FROM %2")
                           .arg(operand(node, 0, Disjunction), operand(node, 1, Disjunction));
        if (node.operands.size() > 2)
            text += QStringLiteral(" FOR ") + operand(node, 2, Disjunction);
        return {text + u')'};
    }

    Written trim(const Node& node) const {
        const QString side = node.operation == NodeOperation::TrimLeft ? QStringLiteral("LEADING")
                             : node.operation == NodeOperation::TrimRight
                                 ? QStringLiteral("TRAILING")
                                 : QStringLiteral("BOTH");
        return {QStringLiteral("TRIM(%1 %2 FROM %3)")
                    .arg(side, operand(node, 1, Disjunction), operand(node, 0, Disjunction))};
    }

    // A path is written as it is.
    QString nameOf(const QString& column) const {
        return m_expression.isBeyond(column) ? column : m_nameOf(column);
    }

    const Expression& m_expression;
    const std::function<QString(const QString&)>& m_nameOf;
};

} // namespace

QString expressionText(const Expression& expression,
                       const std::function<QString(const QString&)>& nameOf) {
    return Writer(expression, nameOf).written(expression.root()).text;
}

QString renamedColumn(const Expression& expression, const QString& from, const QString& to) {
    return expressionText(
        expression, [&](const QString& column) { return nameText(column == from ? to : column); });
}

} // namespace gravin
