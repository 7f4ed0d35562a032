// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/decimal.h"

namespace gravin {

// Exact arithmetic. Sums keep the larger scale, products the sum of both. Nothing: the result
// would have more digits than Decimal::MaximumDigits.
std::optional<Decimal> sum(const Decimal& a, const Decimal& b);
std::optional<Decimal> difference(const Decimal& a, const Decimal& b);
std::optional<Decimal> product(const Decimal& a, const Decimal& b);
// Rounded half away from zero to this many digits after the point. Requires: b is not zero.
std::optional<Decimal> quotient(const Decimal& a, const Decimal& b, int scale);
// What is left of a after b went into it as often as it does, with a's sign. Requires: b is not
// zero.
std::optional<Decimal> remainder(const Decimal& a, const Decimal& b);
Decimal negated(const Decimal& number);

enum class Rounding { HalfAwayFromZero, Down, Up }; // Down: towards minus infinity
// With a scale below 0, tens and hundreds are rounded; the result's scale is then 0.
std::optional<Decimal> rounded(const Decimal& number, int scale, Rounding rounding);

} // namespace gravin
