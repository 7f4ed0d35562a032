// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/decimal.h"

#include <QByteArray>
#include <QLocale>

#include <cmath>
#include <limits>

namespace gravin {

namespace {

constexpr int MostUsualScale = 4; // digits after the point that amounts have
constexpr int LargestWordPower = 18;

bool isDigit(QChar c) { return c >= u'0' && c <= u'9'; }

} // namespace

Decimal::Integer Decimal::powerOfTen(int exponent) {
    if (exponent > LargestWordPower)
        return boost::multiprecision::pow(Integer(10), static_cast<unsigned>(exponent));
    qint64 power = 1;
    for (int i = 0; i < exponent; ++i)
        power *= 10;
    return power;
}

Decimal::Decimal(Integer coefficient, int scale)
    : m_coefficient(std::move(coefficient))
    , m_scale(scale) {
    if (m_scale < 0) {
        m_coefficient *= powerOfTen(-m_scale);
        m_scale = 0;
    }
}

std::optional<Decimal> Decimal::fromText(QStringView text) {
    qsizetype at = 0;
    bool negative = false;
    if (at < text.size() && (text[at] == u'-' || text[at] == u'+'))
        negative = text[at++] == u'-';

    std::string digits;
    int scale = 0;
    bool pointSeen = false;
    for (; at < text.size() && (isDigit(text[at]) || (text[at] == u'.' && !pointSeen)); ++at) {
        if (text[at] == u'.') {
            pointSeen = true;
            continue;
        }
        digits.push_back(static_cast<char>(text[at].unicode()));
        scale += pointSeen ? 1 : 0;
    }
    if (digits.empty() || digits.size() > MaximumDigits)
        return std::nullopt;

    int exponent = 0;
    if (at < text.size() && (text[at] == u'e' || text[at] == u'E')) {
        bool ok = false;
        exponent = text.mid(at + 1).toInt(&ok);
        if (!ok || std::abs(exponent) > MaximumDigits ||
            text.mid(at + 1).trimmed() != text.mid(at + 1))
            return std::nullopt;
        at = text.size();
    }
    if (at != text.size() || scale - exponent > MaximumDigits)
        return std::nullopt;

    // A leading zero would make the library read the digits as octal.
    digits.erase(0, std::min(digits.find_first_not_of('0'), digits.size() - 1));
    Integer coefficient(digits);
    return Decimal(negative ? Integer(-coefficient) : coefficient, scale - exponent);
}

std::optional<Decimal> Decimal::fromDouble(double number) {
    if (!std::isfinite(number))
        return std::nullopt;
    // A decimal of at most fifteen digits comes back as itself: one that reads back as this very
    // double is the shortest, and most amounts are found so without a text.
    constexpr double FirstOfSixteenDigits = 1e15;
    double power = 1;
    for (int scale = 0; scale <= MostUsualScale; ++scale, power *= 10) {
        const double coefficient = std::nearbyint(number * power);
        if (std::abs(coefficient) >= FirstOfSixteenDigits)
            break;
        if (coefficient / power == number)
            return Decimal(Integer(static_cast<qint64>(coefficient)), scale);
    }
    return fromText(
        QString::fromLatin1(QByteArray::number(number, 'g', QLocale::FloatingPointShortest)));
}

QString Decimal::toText() const {
    const bool negative = m_coefficient < 0;
    std::string digits = Integer(boost::multiprecision::abs(m_coefficient)).str();
    if (m_scale > 0) {
        const auto scale = static_cast<size_t>(m_scale);
        if (digits.size() <= scale)
            digits.insert(0, scale + 1 - digits.size(), '0');
        digits.insert(digits.size() - scale, ".");
    }
    return QString::fromStdString(negative ? "-" + digits : digits);
}

double Decimal::toDouble() const { return toText().toDouble(); }

std::optional<qint64> Decimal::toInteger() const {
    const auto whole = rescaled(0);
    if (!whole || whole->m_coefficient > std::numeric_limits<qint64>::max() ||
        whole->m_coefficient < std::numeric_limits<qint64>::min())
        return std::nullopt;
    return whole->m_coefficient.convert_to<qint64>();
}

std::optional<Decimal> Decimal::rescaled(int scale) const {
    if (scale >= m_scale)
        return Decimal(m_coefficient * powerOfTen(scale - m_scale), scale);
    const Integer divisor = powerOfTen(m_scale - scale);
    if (m_coefficient % divisor != 0)
        return std::nullopt;
    return Decimal(m_coefficient / divisor, scale);
}

int Decimal::wholeDigits() const {
    const Integer whole = boost::multiprecision::abs(m_coefficient) / powerOfTen(m_scale);
    return static_cast<int>(whole.str().size());
}

std::strong_ordering operator<=>(const Decimal& a, const Decimal& b) {
    if (a.m_scale == b.m_scale) {
        const int order = a.m_coefficient.compare(b.m_coefficient);
        return order <=> 0;
    }
    const int scale = std::max(a.m_scale, b.m_scale);
    const auto left = a.m_coefficient * Decimal::powerOfTen(scale - a.m_scale);
    const auto right = b.m_coefficient * Decimal::powerOfTen(scale - b.m_scale);
    if (left == right)
        return std::strong_ordering::equal;
    return left < right ? std::strong_ordering::less : std::strong_ordering::greater;
}

} // namespace gravin
