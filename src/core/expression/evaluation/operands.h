// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/expression.h"

namespace gravin {

// The values of operands as the operations of expressions need them, and results made of them.

Decimal toDecimal(const Value& number);             // Requires: a whole number or a decimal.
std::optional<qint64> wholeOf(const Value& number); // Nothing: it does not fit into 64 bits.
double toDouble(const Value& number);               // Requires: a number of any kind.
Timestamp toTimestamp(const Value& moment);         // Requires: a date, timestamp or instant.

Error outOfRange();
// Nothing: out of range.
Result<Value> fromDecimal(const std::optional<Decimal>& decimal);
// What is not finite is out of range.
Result<Value> fromDouble(double number);

} // namespace gravin
