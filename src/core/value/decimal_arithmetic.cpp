// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/decimal_arithmetic.h"

#include <algorithm>

namespace gravin {

namespace {

using Integer = Decimal::Integer;

// Both coefficients at the larger scale.
std::pair<Integer, Integer> aligned(const Decimal& a, const Decimal& b) {
    const int scale = std::max(a.scale(), b.scale());
    return {a.coefficient() * Decimal::powerOfTen(scale - a.scale()),
            b.coefficient() * Decimal::powerOfTen(scale - b.scale())};
}

std::optional<Decimal> limited(Integer coefficient, int scale) {
    static const Integer limit = Decimal::powerOfTen(Decimal::MaximumDigits);
    if (scale > Decimal::MaximumDigits || coefficient >= limit || coefficient <= -limit)
        return std::nullopt;
    return Decimal(std::move(coefficient), scale);
}

// a / b as a whole number. Requires: b is not zero.
Integer divided(const Integer& a, const Integer& b, Rounding rounding) {
    Integer whole;
    Integer rest;
    boost::multiprecision::divide_qr(a, b, whole, rest);
    if (rest == 0)
        return whole;
    const bool negative = (a < 0) != (b < 0);
    const auto magnitude = [](const Integer& number) -> Integer {
        return number < 0 ? Integer(-number) : number;
    };
    const bool away = rounding == Rounding::HalfAwayFromZero ? magnitude(rest) * 2 >= magnitude(b)
                      : rounding == Rounding::Down           ? negative
                                                             : !negative;
    if (away)
        whole += negative ? -1 : 1;
    return whole;
}

} // namespace

std::optional<Decimal> sum(const Decimal& a, const Decimal& b) {
    const auto [left, right] = aligned(a, b);
    return limited(left + right, std::max(a.scale(), b.scale()));
}

std::optional<Decimal> difference(const Decimal& a, const Decimal& b) { return sum(a, negated(b)); }

std::optional<Decimal> product(const Decimal& a, const Decimal& b) {
    return limited(a.coefficient() * b.coefficient(), a.scale() + b.scale());
}

std::optional<Decimal> quotient(const Decimal& a, const Decimal& b, int scale) {
    const auto [left, right] = aligned(a, b);
    return limited(divided(left * Decimal::powerOfTen(scale), right, Rounding::HalfAwayFromZero),
                   scale);
}

std::optional<Decimal> remainder(const Decimal& a, const Decimal& b) {
    const auto [left, right] = aligned(a, b);
    return limited(left % right, std::max(a.scale(), b.scale()));
}

Decimal negated(const Decimal& number) { return {-number.coefficient(), number.scale()}; }

std::optional<Decimal> rounded(const Decimal& number, int scale, Rounding rounding) {
    if (scale >= number.scale())
        return number;
    if (scale < -Decimal::MaximumDigits)
        return Decimal(0);
    const Integer whole =
        divided(number.coefficient(), Decimal::powerOfTen(number.scale() - scale), rounding);
    return scale >= 0 ? limited(whole, scale) : limited(whole * Decimal::powerOfTen(-scale), 0);
}

} // namespace gravin
