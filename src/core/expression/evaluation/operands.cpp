// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/evaluation/operands.h"

#include "core/base/text.h"

#include <cmath>

namespace gravin {

Error outOfRange() { return {ErrorKind::Refused, coreTr("A result is out of range.")}; }

Decimal toDecimal(const Value& number) {
    return number.kind() == Value::Kind::Integer ? Decimal(number.asInteger()) : number.asDecimal();
}

// Nothing: it does not fit into 64 bits.
std::optional<qint64> wholeOf(const Value& number) {
    return number.kind() == Value::Kind::Integer ? number.asInteger()
                                                 : number.asDecimal().toInteger();
}

double toDouble(const Value& number) {
    switch (number.kind()) {
    case Value::Kind::Integer:
        return static_cast<double>(number.asInteger());
    case Value::Kind::Decimal:
        return number.asDecimal().toDouble();
    default:
        return number.asDouble();
    }
}

Timestamp toTimestamp(const Value& moment) {
    switch (moment.kind()) {
    case Value::Kind::Date:
        return {moment.asDate(), {}};
    case Value::Kind::Instant:
        return moment.asInstant().utc;
    default:
        return moment.asTimestamp();
    }
}

Result<Value> fromDecimal(const std::optional<Decimal>& decimal) {
    if (!decimal)
        return outOfRange();
    return Value::decimal(*decimal);
}

Result<Value> fromDouble(double number) {
    if (!std::isfinite(number))
        return outOfRange();
    return Value::real(number == 0 ? 0.0 : number); // there is one zero
}

} // namespace gravin
