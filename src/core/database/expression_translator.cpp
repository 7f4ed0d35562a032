// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/expression_translator.h"

#include "core/base/text.h"

#include <algorithm>
#include <functional>

namespace gravin {

namespace {

// What the evaluator itself can have.
constexpr int MostComputedDigits = 900;
// Code units of what an engine is sent. Some parts are written several times, nested ones could
// grow beyond all bounds.
constexpr qsizetype LongestSql = 50'000;
// Digits of what a function of dates or texts counts.
constexpr Digits Counted{10, 0};

QString symbol(ExpressionNode::Operation operation) {
    using Operation = ExpressionNode::Operation;
    switch (operation) {
    case Operation::Equal:
        return QStringLiteral("=");
    case Operation::NotEqual:
        return QStringLiteral("<>");
    case Operation::Less:
        return QStringLiteral("<");
    case Operation::LessOrEqual:
        return QStringLiteral("<=");
    case Operation::Greater:
        return QStringLiteral(">");
    case Operation::GreaterOrEqual:
        return QStringLiteral(">=");
    case Operation::Add:
        return QStringLiteral("+");
    case Operation::Subtract:
        return QStringLiteral("-");
    case Operation::Multiply:
        return QStringLiteral("*");
    default:
        return {};
    }
}

// The pattern with ! as its escape; nothing: it is none.
std::optional<QString> patternWithOwnEscape(const QString& pattern, const QString& escape) {
    constexpr char16_t Own = u'!';
    QString result;
    const QList<uint> letters = pattern.toUcs4();
    const QList<uint> escapes = escape.toUcs4();
    if (escapes.size() > 1)
        return std::nullopt;
    for (qsizetype i = 0; i < letters.size(); ++i) {
        uint letter = letters[i];
        const bool escaped = !escapes.isEmpty() && letter == escapes.front();
        if (escaped) {
            if (++i == letters.size())
                return std::nullopt;
            letter = letters[i];
            if (letter != u'%' && letter != u'_' && letter != escapes.front())
                return std::nullopt;
        }
        const bool isWild = (letter == u'%' || letter == u'_') && !escaped;
        if (!isWild && (letter == u'%' || letter == u'_' || letter == Own))
            result += QChar(Own);
        const char32_t point = letter;
        result += QString::fromUcs4(&point, 1);
    }
    return result;
}

} // namespace

std::optional<SqlFragment> ExpressionTranslator::translate(int node) {
    try {
        const QString text = sql(node);
        return SqlFragment{text, m_values};
    } catch (const Refused&) {
        return std::nullopt;
    }
}

QString ExpressionTranslator::bind(const QString& text) {
    m_values += notNull(text);
    return QStringLiteral("?");
}

bool ExpressionTranslator::isConstant(int node) const {
    const Node& it = at(node);
    return it.operation != Operation::Column && it.operation != Operation::IntervalLiteral &&
           std::all_of(it.operands.begin(), it.operands.end(), [&](int operand) {
               return at(operand).operation == Operation::IntervalLiteral || isConstant(operand);
           });
}

Value ExpressionTranslator::constant(int node) const {
    static const Value null;
    const std::vector<const Value*> values(static_cast<size_t>(m_expression.columns().size()),
                                           &null);
    auto value = evaluatePart(m_expression, node, values, m_present);
    if (!value)
        refuse();
    return *value;
}

// Every placeholder is bound in the order in which its part is written.
QString ExpressionTranslator::sql(int node) {
    if (isConstant(node)) {
        const Value value = constant(node);
        if (value.isNull())
            return null(at(node).type);
        return value.kind() == Value::Kind::Text ? text(value.asText()) : literal(value);
    }
    QString text = operation(at(node));
    if (text.size() > LongestSql)
        refuse();
    return text;
}

QString ExpressionTranslator::operation(const Node& node) {
    switch (node.operation) {
    case Operation::Column:
        return column(columnOf(node), node.type);
    case Operation::And:
    case Operation::Or:
        return junction(node);
    case Operation::Not:
        return QStringLiteral("(NOT %1)").arg(sql(node.operands[0]));
    case Operation::IsNull:
        return QStringLiteral("(%1 IS NULL)").arg(sql(node.operands[0]));
    case Operation::IsTrue:
        return QStringLiteral("(%1 IS TRUE)").arg(sql(node.operands[0]));
    case Operation::IsFalse:
        return QStringLiteral("(%1 IS FALSE)").arg(sql(node.operands[0]));
    case Operation::Equal:
    case Operation::NotEqual:
    case Operation::Less:
    case Operation::LessOrEqual:
    case Operation::Greater:
    case Operation::GreaterOrEqual:
    case Operation::Distinct:
        return compared(node);
    case Operation::In:
        return among(node);
    case Operation::Case:
        return caseOf(node);
    case Operation::Coalesce:
        return coalesced(node);
    case Operation::NullIf:
        return nullIf(node);
    case Operation::Add:
    case Operation::Subtract:
    case Operation::Multiply:
    case Operation::Divide:
    case Operation::Modulo:
        return arithmetic(node);
    case Operation::Negate:
    case Operation::Absolute:
    case Operation::Floor:
    case Operation::Ceiling:
    case Operation::Round:
        return number(node);
    case Operation::Cast:
        return cast(node, sql(node.operands[0]), at(node.operands[0]).type);
    case Operation::Extract:
        return extracted(node, sql(node.operands[0]), at(node.operands[0]).type);
    case Operation::Concatenate: {
        const QString left = sql(node.operands[0]);
        return concatenated(left, sql(node.operands[1]));
    }
    case Operation::Like:
        return like(node);
    case Operation::Substring:
        return substring(node);
    case Operation::Trim:
    case Operation::TrimLeft:
    case Operation::TrimRight:
    case Operation::Position:
    case Operation::CharLength:
    case Operation::Replace: {
        QStringList operands;
        for (const int operand : node.operands)
            operands += sql(operand);
        return ofText(node, operands);
    }
    default:
        refuse(); // case and patterns: every engine has rules of its own
    }
}

QString ExpressionTranslator::junction(const Node& node) {
    QStringList parts;
    for (const int operand : node.operands)
        parts += sql(operand);
    return u'(' +
           parts.join(node.operation == Operation::And ? QStringLiteral(" AND ")
                                                       : QStringLiteral(" OR ")) +
           u')';
}

ExpressionTranslator::Type ExpressionTranslator::commonType(int a, int b) const {
    const Type left = at(a).type;
    const Type right = at(b).type;
    if (left == Type::Null || left == right)
        return right;
    if (right == Type::Null)
        return left;
    // Numbers in the order of the enumeration; otherwise a date among timestamps.
    return left <= Type::Double ? std::max(left, right) : Type::Timestamp;
}

QString ExpressionTranslator::as(int operand, Type type) {
    const Type from = at(operand).type;
    if (from == Type::Null) // whatever it is made of
        return null(type);
    const QString text = sql(operand);
    return from == type ? text : widened(text, from, type);
}

QString ExpressionTranslator::compared(const Node& node) {
    const Type type = commonType(node.operands[0], node.operands[1]);
    const QString left = as(node.operands[0], type);
    const QString right = as(node.operands[1], type);
    if (node.operation == Operation::Distinct)
        return distinct(left, right);
    return QStringLiteral("(%1 %2 %3)").arg(left, symbol(node.operation), right);
}

// Spelled out, so that each is compared in the type both have.
QString ExpressionTranslator::among(const Node& node) {
    QStringList parts;
    for (qsizetype i = 1; i < node.operands.size(); ++i) {
        const Type type = commonType(node.operands[0], node.operands[i]);
        const QString left = as(node.operands[0], type);
        parts += QStringLiteral("%1 = %2").arg(left, as(node.operands[i], type));
    }
    return u'(' + parts.join(QStringLiteral(" OR ")) + u')';
}

QString ExpressionTranslator::caseOf(const Node& node) {
    QString text = QStringLiteral("(CASE");
    const qsizetype last = node.operands.size() - 1;
    for (qsizetype i = 0; i < last; i += 2) {
        const QString condition = sql(node.operands[i]);
        text +=
            QStringLiteral(" WHEN %1 THEN %2").arg(condition, as(node.operands[i + 1], node.type));
    }
    return text + QStringLiteral(" ELSE %1 END)").arg(as(node.operands[last], node.type));
}

QString ExpressionTranslator::coalesced(const Node& node) {
    QStringList parts;
    for (const int operand : node.operands)
        parts += as(operand, node.type);
    return QStringLiteral("COALESCE(%1)").arg(parts.join(QStringLiteral(", ")));
}

QString ExpressionTranslator::nullIf(const Node& node) {
    const Type type = commonType(node.operands[0], node.operands[1]);
    const QString left = as(node.operands[0], type);
    const QString right = as(node.operands[1], type);
    return QStringLiteral("(CASE WHEN %1 = %2 THEN NULL ELSE %3 END)")
        .arg(left, right, sql(node.operands[0]));
}

QString ExpressionTranslator::arithmetic(const Node& node) {
    const Type left = at(node.operands[0]).type;
    const Type right = at(node.operands[1]).type;
    if (node.operation == Operation::Subtract && left == Type::Date && right == Type::Date) {
        const QString later = sql(node.operands[0]);
        return daysBetween(later, sql(node.operands[1]));
    }
    // Floating-point numbers leave their range with an error on one engine only; a moment may be
    // moved out of the years that Gravin knows.
    if (node.type != Type::Integer && node.type != Type::Decimal)
        refuse();
    const QString a = as(node.operands[0], Type::Decimal);
    const QString b = as(node.operands[1], Type::Decimal);
    require(digitsOf(node));
    if (node.operation == Operation::Divide)
        return divided(digitsOf(node), a, b);
    if (node.operation == Operation::Modulo)
        return remainder(a, b);
    return QStringLiteral("(%1 %2 %3)").arg(a, symbol(node.operation), b);
}

QString ExpressionTranslator::number(const Node& node) {
    if (node.type != Type::Integer && node.type != Type::Decimal)
        refuse();
    const QString operand = as(node.operands[0], Type::Decimal);
    require(digitsOf(node));
    if (node.operation != Operation::Round)
        return whole(node.operation, operand);
    int places = 0;
    if (node.operands.size() > 1) {
        constexpr qint64 Most = 30;
        if (!isConstant(node.operands[1]))
            refuse();
        const Value wanted = constant(node.operands[1]);
        if (wanted.kind() != Value::Kind::Integer || wanted.asInteger() < 0 ||
            wanted.asInteger() > Most)
            refuse();
        places = static_cast<int>(wanted.asInteger());
    }
    return rounded(operand, places);
}

// Engines disagree about places before the first and about lengths below nothing.
QString ExpressionTranslator::substring(const Node& node) {
    for (qsizetype i = 1; i < node.operands.size(); ++i) {
        constexpr qint64 Most = 1'000'000;
        if (!isConstant(node.operands[i]))
            refuse();
        const Value number = constant(node.operands[i]);
        if (number.kind() != Value::Kind::Integer || number.asInteger() < (i == 1 ? 1 : 0) ||
            number.asInteger() > Most)
            refuse();
    }
    QStringList operands;
    for (const int operand : node.operands)
        operands += sql(operand);
    return ofText(node, operands);
}

QString ExpressionTranslator::like(const Node& node) {
    for (qsizetype i = 1; i < node.operands.size(); ++i) {
        if (!isConstant(node.operands[i]) || constant(node.operands[i]).kind() != Value::Kind::Text)
            refuse();
    }
    const bool hasEscape = node.operands.size() > 2;
    const QString escape = hasEscape ? constant(node.operands[2]).asText() : QString();
    const auto pattern = patternWithOwnEscape(constant(node.operands[1]).asText(), escape);
    if (!pattern || (hasEscape && escape.isEmpty()))
        refuse();
    const QString subject = sql(node.operands[0]);
    return like(subject, text(*pattern));
}

Digits ExpressionTranslator::digits(int node) const {
    const Node& it = at(node);
    if (isConstant(node)) {
        const Value value = constant(node);
        if (value.kind() == Value::Kind::Integer)
            return {Decimal(value.asInteger()).wholeDigits(), 0};
        if (value.kind() == Value::Kind::Decimal)
            return {value.asDecimal().wholeDigits(), value.asDecimal().scale()};
        return {};
    }
    return digitsOf(it);
}

Digits ExpressionTranslator::digitsOf(const Node& node) const {
    constexpr Digits WholeNumber{19, 0};
    constexpr int QuotientScale = 6;
    const auto of = [&](qsizetype operand) { return digits(node.operands[operand]); };
    const auto most = [&](qsizetype from, qsizetype step) {
        Digits result;
        for (qsizetype i = from; i < node.operands.size(); i += step) {
            const Digits each = digits(node.operands[i]);
            result = {std::max(result.whole, each.whole), std::max(result.scale, each.scale)};
        }
        return result;
    };
    Digits result;
    switch (node.operation) {
    case Operation::Column: {
        const ColumnType& type = columnOf(node).type;
        if (type.kind == TypeKind::Integer)
            return WholeNumber;
        if (type.precision < 0) // any number of digits
            return {MostComputedDigits, MostComputedDigits};
        return {type.precision - std::max(0, type.scale), std::max(0, type.scale)};
    }
    case Operation::Add:
    case Operation::Subtract:
        if (at(node.operands[0]).type == Type::Date)
            return Counted;
        result = most(0, 1);
        return {result.whole + 1, result.scale};
    case Operation::Multiply:
        return {of(0).whole + of(1).whole, of(0).scale + of(1).scale};
    case Operation::Divide:
        return {of(0).whole + of(1).scale + 1, std::max({QuotientScale, of(0).scale, of(1).scale})};
    case Operation::Modulo:
        return most(0, 1);
    case Operation::Negate:
    case Operation::Absolute:
        return of(0);
    case Operation::Floor:
    case Operation::Ceiling:
    case Operation::Round:
        result = of(0);
        return {result.whole + 1, result.scale};
    case Operation::Case:
        result = most(1, 2);
        return {std::max(result.whole, digits(node.operands.back()).whole),
                std::max(result.scale, digits(node.operands.back()).scale)};
    case Operation::Coalesce:
        return most(0, 1);
    case Operation::NullIf:
        return of(0);
    case Operation::Cast:
        return {of(0).whole + 1, std::max(of(0).scale, node.scale)};
    default:
        return Counted;
    }
}

} // namespace gravin
