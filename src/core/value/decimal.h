// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include <boost/multiprecision/cpp_int.hpp>

#include <compare>
#include <optional>

namespace gravin {

// An exact decimal number: coefficient × 10^-scale. The scale is part of the value ("1.50" is kept
// as written), but numbers compare by worth.
class Decimal {
public:
    using Integer = boost::multiprecision::cpp_int;

    // Digits in all that a text may have; longer ones are refused rather than worked on for ever.
    static constexpr int MaximumDigits = 1000;
    // 10 to the exponent, which is not negative.
    static Integer powerOfTen(int exponent);

    Decimal() = default;
    Decimal(Integer coefficient, int scale);
    explicit Decimal(qint64 number)
        : m_coefficient(number) {}

    // Reads "-12.50", "7", ".5", "1e3": ASCII digits, a point, no grouping. Nothing else.
    static std::optional<Decimal> fromText(QStringView text);
    // The shortest decimal that reads back as this very double; nothing for infinities and NaN.
    static std::optional<Decimal> fromDouble(double number);

    // Plain digits with a point, never an exponent.
    QString toText() const;
    // The nearest double.
    double toDouble() const;
    // The whole number, where it is one and fits into 64 bits.
    std::optional<qint64> toInteger() const;

    // The same worth with this many digits after the point; nothing if digits would be lost.
    std::optional<Decimal> rescaled(int scale) const;

    const Integer& coefficient() const { return m_coefficient; }
    int scale() const { return m_scale; }
    // Digits before the point, at least 1.
    int wholeDigits() const;
    // True when coefficient and scale are the same: 1.5 and 1.50 are not identical.
    bool identical(const Decimal& other) const {
        return m_scale == other.m_scale && m_coefficient == other.m_coefficient;
    }

    friend bool operator==(const Decimal& a, const Decimal& b) { return std::is_eq(a <=> b); }
    friend std::strong_ordering operator<=>(const Decimal& a, const Decimal& b);

private:
    Integer m_coefficient = 0;
    int m_scale = 0; // 0 … MaximumDigits
};

} // namespace gravin
