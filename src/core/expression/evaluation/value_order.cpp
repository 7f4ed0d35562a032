// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/evaluation/value_order.h"

#include "core/expression/evaluation/operands.h"
#include "core/expression/evaluation/text_functions.h"
#include "core/value/text_form.h"

#include <cmath>

namespace gravin {

namespace {
using Type = ExpressionType;

int sign(std::strong_ordering ordering) {
    return std::is_lt(ordering) ? -1 : std::is_gt(ordering) ? 1 : 0;
}

} // namespace

int compareAsStored(const Value& a, const Value& b) {
    using Kind = Value::Kind;
    const auto stored = [](const Value& value) {
        switch (value.kind()) {
        case Kind::Boolean:
            return Value::integer(value.asBoolean() ? 1 : 0);
        case Kind::Date:
            return Value::text(isoText(value.asDate()));
        case Kind::Time:
            return Value::text(isoText(value.asTime()));
        case Kind::Timestamp:
            return Value::text(isoText(value.asTimestamp()));
        case Kind::Instant:
            return Value::text(isoText(value.asInstant().utc));
        default:
            return value;
        }
    };
    const auto rank = [](const Value& value) {
        return value.kind() == Kind::Text ? 1 : value.kind() == Kind::Binary ? 2 : 0;
    };
    const Value left = stored(a);
    const Value right = stored(b);
    if (rank(left) != rank(right))
        return rank(left) - rank(right);
    if (left.kind() == Kind::Binary)
        return left.asBinary().compare(right.asBinary());
    return compareValues(left, right);
}

bool isOfType(const Value& value, Type type) {
    using Kind = Value::Kind;
    if (type == Type::Other)
        return true;
    switch (value.kind()) {
    case Kind::Null:
        return true;
    case Kind::Boolean:
        return type == Type::Boolean;
    case Kind::Integer:
        return type == Type::Integer || type == Type::Decimal || type == Type::Double;
    case Kind::Decimal:
        return type == Type::Decimal || type == Type::Double;
    case Kind::Double:
        return type == Type::Double && std::isfinite(value.asDouble());
    case Kind::Text:
        return type == Type::Text;
    case Kind::Date:
        return type == Type::Date;
    case Kind::Time:
        return type == Type::Time;
    case Kind::Timestamp:
        return type == Type::Timestamp;
    case Kind::Instant:
        return type == Type::Instant;
    case Kind::Binary:
        return false;
    }
    return false;
}

int compareValues(const Value& a, const Value& b) {
    using Kind = Value::Kind;
    const Kind kind = a.kind();
    if (kind == Kind::Double || b.kind() == Kind::Double) {
        const double left = toDouble(a);
        const double right = toDouble(b);
        return left < right ? -1 : left > right ? 1 : 0;
    }
    switch (kind) {
    case Kind::Integer:
    case Kind::Decimal:
        if (kind == Kind::Integer && b.kind() == Kind::Integer)
            return sign(a.asInteger() <=> b.asInteger());
        if (kind == Kind::Decimal && b.kind() == Kind::Decimal)
            return sign(a.asDecimal() <=> b.asDecimal());
        return sign(toDecimal(a) <=> toDecimal(b));
    case Kind::Boolean:
        return sign(a.asBoolean() <=> b.asBoolean());
    case Kind::Text:
        return compareTexts(a.asText(), b.asText());
    case Kind::Time:
        return sign(a.asTime() <=> b.asTime());
    case Kind::Date:
    case Kind::Timestamp:
    case Kind::Instant: {
        const Timestamp left = toTimestamp(a);
        const Timestamp right = toTimestamp(b);
        if (left.date != right.date)
            return left.date < right.date ? -1 : 1;
        return sign(left.time <=> right.time);
    }
    default:
        return 0;
    }
}

} // namespace gravin
