// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/evaluation/number_operations.h"

#include "core/base/text.h"
#include "core/expression/evaluation/operands.h"
#include "core/value/decimal_arithmetic.h"

#include <algorithm>
#include <cmath>

namespace gravin {

namespace {

using NodeOperation = ExpressionNode::Operation;
using Type = ExpressionType;

// Digits behind the point of a quotient, or those of what is divided if they are more.
constexpr int QuotientScale = 6;

std::optional<Decimal> decimalArithmetic(NodeOperation operation, const Decimal& a,
                                         const Decimal& b) {
    switch (operation) {
    case NodeOperation::Add:
        return sum(a, b);
    case NodeOperation::Subtract:
        return difference(a, b);
    case NodeOperation::Multiply:
        return product(a, b);
    case NodeOperation::Divide:
        return quotient(a, b, std::max({QuotientScale, a.scale(), b.scale()}));
    default:
        return remainder(a, b);
    }
}

// A whole number that needs more than 64 bits stays a decimal.
Result<Value> numberOf(const ExpressionNode& node, const std::optional<Decimal>& result) {
    if (result && node.type == Type::Integer) {
        if (const auto whole = result->toInteger())
            return Value::integer(*whole);
    }
    return fromDecimal(result);
}

// Nothing: the result needs more than 64 bits.
std::optional<Value> wholeArithmetic(NodeOperation operation, qint64 a, qint64 b) {
    qint64 result = 0;
    bool overflows = false;
    switch (operation) {
    case NodeOperation::Add:
        overflows = __builtin_add_overflow(a, b, &result);
        break;
    case NodeOperation::Subtract:
        overflows = __builtin_sub_overflow(a, b, &result);
        break;
    case NodeOperation::Multiply:
        overflows = __builtin_mul_overflow(a, b, &result);
        break;
    default: // the remainder
        if (b == 0)
            return Value::null();
        result = b == -1 ? 0 : a % b; // the smallest number by −1 would trap
        break;
    }
    if (overflows)
        return std::nullopt;
    return Value::integer(result);
}

int limitedScale(qint64 digits) {
    return static_cast<int>(
        std::clamp<qint64>(digits, -Decimal::MaximumDigits - 1, Decimal::MaximumDigits));
}

Result<Value> ofDouble(NodeOperation operation, double number, qint64 digits) {
    switch (operation) {
    case NodeOperation::Negate:
        return fromDouble(-number);
    case NodeOperation::Absolute:
        return fromDouble(std::abs(number));
    case NodeOperation::Floor:
        return fromDouble(std::floor(number));
    case NodeOperation::Ceiling:
        return fromDouble(std::ceil(number));
    default: {
        // By the decimal that stands for it, so that 2.675 becomes 2.68.
        const auto decimal = Decimal::fromDouble(number);
        const auto result =
            decimal ? rounded(*decimal, limitedScale(digits), Rounding::HalfAwayFromZero)
                    : std::nullopt;
        if (!result)
            return outOfRange();
        return fromDouble(result->toDouble());
    }
    }
}

} // namespace

Result<Value> arithmetic(const ExpressionNode& node, const Value& a, const Value& b) {
    const bool divides =
        node.operation == NodeOperation::Divide || node.operation == NodeOperation::Modulo;
    if (node.type == Type::Double) {
        const double left = toDouble(a);
        const double right = toDouble(b);
        if (divides && right == 0)
            return Value::null();
        return fromDouble(node.operation == NodeOperation::Add        ? left + right
                          : node.operation == NodeOperation::Subtract ? left - right
                          : node.operation == NodeOperation::Multiply ? left * right
                                                                      : left / right);
    }
    const bool small = a.kind() == Value::Kind::Integer && b.kind() == Value::Kind::Integer;
    if (node.type == Type::Integer && small) {
        if (const auto result = wholeArithmetic(node.operation, a.asInteger(), b.asInteger()))
            return *result;
    }
    const Decimal left = toDecimal(a);
    const Decimal right = toDecimal(b);
    if (divides && right == Decimal(0))
        return Value::null();
    return numberOf(node, decimalArithmetic(node.operation, left, right));
}

Result<Value> ofNumber(const ExpressionNode& node, const std::vector<Value>& operands) {
    const Value& number = operands[0];
    const auto asked = operands.size() > 1 ? wholeOf(operands[1]) : 0;
    if (!asked)
        return outOfRange();
    const qint64 digits = *asked;
    if (number.kind() == Value::Kind::Double)
        return ofDouble(node.operation, number.asDouble(), digits);
    const Decimal decimal = toDecimal(number);
    std::optional<Decimal> result;
    switch (node.operation) {
    case NodeOperation::Negate:
        result = negated(decimal);
        break;
    case NodeOperation::Absolute:
        result = decimal < Decimal(0) ? negated(decimal) : decimal;
        break;
    case NodeOperation::Floor:
        result = rounded(decimal, 0, Rounding::Down);
        break;
    case NodeOperation::Ceiling:
        result = rounded(decimal, 0, Rounding::Up);
        break;
    default:
        result = rounded(decimal, limitedScale(digits), Rounding::HalfAwayFromZero);
        break;
    }
    return numberOf(node, result);
}

Result<Value> root(const ExpressionNode& node, const std::vector<Value>& operands) {
    const double base = toDouble(operands[0]);
    if (node.operation == NodeOperation::SquareRoot)
        return base < 0
                   ? Result<Value>(Error{ErrorKind::Refused,
                                         coreTr("There is no square root of a negative number.")})
                   : fromDouble(std::sqrt(base));
    const double exponent = toDouble(operands[1]);
    const bool isNone =
        (base == 0 && exponent < 0) || (base < 0 && std::trunc(exponent) != exponent);
    return isNone ? Result<Value>(
                        Error{ErrorKind::Refused, coreTr("There is no such power of this number.")})
                  : fromDouble(std::pow(base, exponent));
}

} // namespace gravin
