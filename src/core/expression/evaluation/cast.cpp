// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/evaluation/cast.h"

#include "core/base/text.h"
#include "core/expression/evaluation/operands.h"
#include "core/expression/evaluation/text_functions.h"
#include "core/value/decimal_arithmetic.h"
#include "core/value/text_form.h"

namespace gravin {

namespace {

using Type = ExpressionType;

QString castText(const Value& from) {
    switch (from.kind()) {
    case Value::Kind::Text:
        return from.asText();
    case Value::Kind::Boolean:
        return from.asBoolean() ? QStringLiteral("TRUE") : QStringLiteral("FALSE");
    default:
        return toText(from, {});
    }
}

// Rounded where the type has fewer digits: a CAST asks for that.
Result<Value> castOfNumber(const ExpressionNode& node, const Value& from, const Error& cannot) {
    if (node.type == Type::Boolean || from.kind() == Value::Kind::Boolean)
        return from;
    if (from.kind() == Value::Kind::Double && node.type == Type::Double)
        return from;
    if (node.type == Type::Double)
        return fromDouble(toDouble(from));
    const auto exact = from.kind() == Value::Kind::Double ? Decimal::fromDouble(from.asDouble())
                                                          : std::optional(toDecimal(from));
    if (!exact)
        return cannot;
    if (node.type == Type::Integer) {
        const auto whole = rounded(*exact, 0, Rounding::HalfAwayFromZero);
        const auto fit = whole ? whole->toInteger() : std::nullopt;
        if (!fit)
            return cannot;
        return Value::integer(*fit);
    }
    const auto result = rounded(*exact, node.scale, Rounding::HalfAwayFromZero);
    const auto scaled = result ? result->rescaled(node.scale) : std::nullopt;
    if (!scaled)
        return cannot;
    return Value::decimal(*scaled);
}

Result<Value> castOfText(const ExpressionNode& node, const QString& text, const Error& cannot) {
    const auto orCannot = [&](auto value, auto make) -> Result<Value> {
        if (!value)
            return cannot;
        return make(*value);
    };
    switch (node.type) {
    case Type::Boolean: {
        const QString word = text.toUpper();
        if (word != u"TRUE" && word != u"FALSE")
            return cannot;
        return Value::boolean(word == u"TRUE");
    }
    case Type::Date:
        return orCannot(dateFromIso(text), &Value::date);
    case Type::Time:
        return orCannot(timeFromIso(text), &Value::time);
    case Type::Timestamp:
        return orCannot(timestampFromIso(text), &Value::timestamp);
    case Type::Integer:
    case Type::Decimal:
    case Type::Double: {
        const auto decimal = Decimal::fromText(text);
        if (!decimal)
            return cannot;
        return castOfNumber(node, Value::decimal(*decimal), cannot);
    }
    default:
        return cannot;
    }
}

} // namespace

Result<Value> cast(const ExpressionNode& node, const Value& from) {
    const auto cannot = [&] {
        return Error{
            ErrorKind::Refused,
            coreTr("“%1” cannot become %2.").arg(castText(from), expressionTypeText(node.type))};
    };
    switch (node.type) {
    case Type::Text: {
        QString text = castText(from);
        const qint64 count = node.textLength < 0 ? 0 : characterCount(text);
        // ISO cuts without a word: whoever casts has asked for it.
        if (node.textLength >= 0 && count > node.textLength)
            text = substring(text, 1, node.textLength);
        else if (node.isPadded)
            text += QString(node.textLength - static_cast<int>(count), u' ');
        return Value::text(text);
    }
    case Type::Timestamp:
        if (from.kind() == Value::Kind::Date)
            return Value::timestamp(toTimestamp(from));
        break;
    case Type::Date:
        if (from.kind() == Value::Kind::Timestamp)
            return Value::date(from.asTimestamp().date);
        break;
    case Type::Time:
        if (from.kind() == Value::Kind::Timestamp)
            return Value::time(from.asTimestamp().time);
        break;
    default:
        break;
    }
    if (from.kind() == Value::Kind::Text)
        return castOfText(node, from.asText().trimmed(), cannot());
    return castOfNumber(node, from, cannot());
}

} // namespace gravin
