// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/decimal.h"

#include <QByteArray>
#include <QLocale>

#include <gtest/gtest.h>

#include <cmath>
#include <limits>
#include <random>

using gravin::Decimal;

namespace {

Decimal of(const char* text) { return *Decimal::fromText(QString::fromLatin1(text)); }

TEST(Decimal, ReadsAndWritesPlainDigits) {
    const std::pair<const char*, const char*> cases[] = {
        {"0", "0"},
        {"-0", "0"},
        {"184.50", "184.50"},
        {"-12.5", "-12.5"},
        {".5", "0.5"},
        {"007", "7"},
        {"1e3", "1000"},
        {"1.5e-3", "0.0015"},
        {"+7", "7"},
        {"0.10", "0.10"},
        {"00.00", "0.00"},
        {"12.", "12"},
        {"-0.005", "-0.005"},
        {"1E2", "100"},
        {"123456789012345678901234567890.123", "123456789012345678901234567890.123"}};
    for (const auto& [text, expected] : cases)
        EXPECT_EQ(of(text).toText(), QLatin1String(expected)) << text;
}

TEST(Decimal, RefusesWhatIsNoNumber) {
    for (const char* text : {"", "-", ".", "1,5", "1.2.3", "abc", "1e", "1e99999", "--1", "1 2",
                             "0x10", "١٢", "1e+ 3"})
        EXPECT_FALSE(Decimal::fromText(QString::fromUtf8(text)).has_value()) << text;
    EXPECT_FALSE(Decimal::fromText(QString(5000, u'9')).has_value());
}

TEST(Decimal, RescalesOnlyWithoutLoss) {
    EXPECT_EQ(of("184.5").rescaled(2)->toText(), QStringLiteral("184.50"));
    EXPECT_EQ(of("184.50").rescaled(1)->toText(), QStringLiteral("184.5"));
    EXPECT_FALSE(of("184.55").rescaled(1).has_value());
}

TEST(Decimal, ComparesByWorthAndKnowsIdentity) {
    EXPECT_EQ(of("1.5"), of("1.50"));
    EXPECT_FALSE(of("1.5").identical(of("1.50")));
    EXPECT_LT(of("-2"), of("-1.99"));
    EXPECT_GT(of("10"), of("9.999999999999999999999"));
}

TEST(Decimal, GivesIntegersOnlyWhereTheyFit) {
    EXPECT_EQ(of("9223372036854775807").toInteger(), std::numeric_limits<qint64>::max());
    EXPECT_EQ(of("-9223372036854775808").toInteger(), std::numeric_limits<qint64>::min());
    EXPECT_EQ(of("12.00").toInteger(), 12);
    EXPECT_FALSE(of("9223372036854775808").toInteger().has_value());
    EXPECT_FALSE(of("12.5").toInteger().has_value());
}

TEST(Decimal, CountsDigitsBeforeThePoint) {
    EXPECT_EQ(of("0.5").wholeDigits(), 1);
    EXPECT_EQ(of("-123.4").wholeDigits(), 3);
}

// Amounts are read without a text; it must say the same as their shortest text.
TEST(Decimal, ReadsADoubleAsItsShortestText) {
    std::mt19937_64 chance(1);
    const auto expectShortest = [](double number) {
        const auto decimal = Decimal::fromDouble(number);
        const auto shortest = Decimal::fromText(
            QString::fromLatin1(QByteArray::number(number, 'g', QLocale::FloatingPointShortest)));
        ASSERT_TRUE(decimal && shortest && decimal->identical(*shortest)) << number;
    };
    for (const double number : {0.0, -0.0, 0.1, 0.3, 12.5, 100.0, 1e15, 1e15 - 1, 999999999999999.4,
                                0.00001, 1.0 / 3, 2e-5, 1e22, 4503599627370496.5})
        expectShortest(number);
    for (int i = 0; i < 50'000; ++i) {
        const double amount = static_cast<double>(static_cast<qint64>(chance())) /
                              std::pow(10, static_cast<double>(chance() % 19));
        expectShortest(amount);
        expectShortest(std::nextafter(amount, 0));
        expectShortest(std::round(amount) / 1000);
    }
}

// Any finite double survives the way through a decimal, to the last bit.
TEST(Decimal, KeepsEveryDoubleExactly) {
    std::mt19937_64 chance(1);
    std::uniform_real_distribution<double> exponent(-300, 300);
    for (int i = 0; i < 20'000; ++i) {
        const double number =
            std::uniform_real_distribution<double>(-1, 1)(chance) * std::pow(10, exponent(chance));
        const auto decimal = Decimal::fromDouble(number);
        ASSERT_TRUE(decimal.has_value()) << number;
        ASSERT_EQ(decimal->toDouble(), number);
    }
    EXPECT_FALSE(Decimal::fromDouble(std::numeric_limits<double>::infinity()).has_value());
    EXPECT_FALSE(Decimal::fromDouble(std::nan("")).has_value());
}

} // namespace
