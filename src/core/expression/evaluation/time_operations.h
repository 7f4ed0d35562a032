// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/expression.h"

namespace gravin {

constexpr qint64 MicrosecondsPerDay = 86'400'000'000;

// The operations of expressions on moments. Operands are not NULL and fit the node.

// A moment by an interval later, or earlier. A day that the month does not have becomes its last;
// beyond the years 1 to 9999 it is out of range.
Result<Value> moved(const Value& moment, const Interval& interval, bool earlier);
// The part of a moment that EXTRACT asks for.
Result<Value> extracted(const ExpressionNode& node, const Value& moment);

} // namespace gravin
