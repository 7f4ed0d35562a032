// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/evaluation/cast.h"
#include "core/expression/evaluation/number_operations.h"
#include "core/expression/evaluation/operands.h"
#include "core/expression/evaluation/text_functions.h"
#include "core/expression/evaluation/time_operations.h"
#include "core/expression/evaluation/value_order.h"

#include <gtest/gtest.h>

#include <limits>

namespace gravin {
namespace {

Value whole(qint64 number) { return Value::integer(number); }
Value exact(const char* number) {
    return Value::decimal(*Decimal::fromText(QString::fromUtf8(number)));
}
Value words(const char* text) { return Value::text(QString::fromUtf8(text)); }

ExpressionNode nodeOf(ExpressionNode::Operation operation, ExpressionType type) {
    ExpressionNode node;
    node.operation = operation;
    node.type = type;
    return node;
}

using Op = ExpressionNode::Operation;

TEST(NumberOperations, WholeNumbersThatOverflowBecomeDecimals) {
    const ExpressionNode sum = nodeOf(Op::Add, ExpressionType::Integer);
    constexpr qint64 Largest = std::numeric_limits<qint64>::max();
    EXPECT_EQ(*arithmetic(sum, whole(2), whole(3)), whole(5));
    const auto beyond = arithmetic(sum, whole(Largest), whole(1));
    ASSERT_TRUE(beyond);
    EXPECT_EQ(compareValues(*beyond, exact("9223372036854775808")), 0);
}

TEST(NumberOperations, DivisionByZeroIsNull) {
    for (const ExpressionType type : {ExpressionType::Decimal, ExpressionType::Double}) {
        const auto quotient = arithmetic(nodeOf(Op::Divide, type), whole(1), whole(0));
        ASSERT_TRUE(quotient);
        EXPECT_TRUE(quotient->isNull());
    }
    EXPECT_TRUE(
        arithmetic(nodeOf(Op::Modulo, ExpressionType::Integer), whole(7), whole(0))->isNull());
}

TEST(NumberOperations, TheRemainderHasTheSignOfWhatIsDivided) {
    const ExpressionNode rest = nodeOf(Op::Modulo, ExpressionType::Integer);
    EXPECT_EQ(*arithmetic(rest, whole(-7), whole(3)), whole(-1));
    EXPECT_EQ(*arithmetic(rest, whole(7), whole(-3)), whole(1));
    EXPECT_EQ(*arithmetic(rest, whole(std::numeric_limits<qint64>::min()), whole(-1)), whole(0));
}

TEST(NumberOperations, WhatNoDoubleHoldsIsOutOfRange) {
    EXPECT_FALSE(fromDouble(std::numeric_limits<double>::infinity()));
    EXPECT_FALSE(fromDouble(std::numeric_limits<double>::quiet_NaN()));
    EXPECT_FALSE(fromDecimal(std::nullopt));
    EXPECT_EQ(wholeOf(exact("9223372036854775808")), std::nullopt);
    EXPECT_EQ(wholeOf(whole(-5)), -5);
}

TEST(TimeOperations, ADayThatTheMonthDoesNotHaveBecomesItsLast) {
    const Value january = Value::date({2028, 1, 31});
    EXPECT_EQ(*moved(january, {.months = 1}, false), Value::date({2028, 2, 29}));
    EXPECT_EQ(*moved(january, {.months = 13}, false), Value::date({2029, 2, 28}));
    EXPECT_EQ(*moved(Value::date({2028, 3, 31}), {.months = 1}, true), Value::date({2028, 2, 29}));
}

TEST(TimeOperations, TimeRunsOverIntoDays) {
    const Value evening = Value::timestamp({QDate(2026, 12, 31), {MicrosecondsPerDay - 1}});
    EXPECT_EQ(*moved(evening, {.microseconds = 1}, false),
              Value::timestamp({QDate(2027, 1, 1), {0}}));
    const Value midnight = Value::timestamp({QDate(2027, 1, 1), {0}});
    EXPECT_EQ(*moved(midnight, {.microseconds = 1}, true), evening);
}

TEST(TimeOperations, BeyondTheCalendarIsOutOfRange) {
    EXPECT_FALSE(moved(Value::date({9999, 12, 31}), {.days = 1}, false));
    EXPECT_FALSE(moved(Value::date({1, 1, 1}), {.days = 1}, true));
    EXPECT_FALSE(moved(Value::date({2026, 1, 1}), {.months = 12 * 8000}, false));
    EXPECT_FALSE(moved(Value::date({2026, 1, 1}), {.days = 999'999'999}, true));
}

TEST(TimeOperations, SecondsHaveTheirFraction) {
    ExpressionNode node = nodeOf(Op::Extract, ExpressionType::Decimal);
    node.part = ExpressionNode::Part::Second;
    EXPECT_EQ(compareValues(*extracted(node, Value::time({61'000'250})), exact("1.000250")), 0);
    node.part = ExpressionNode::Part::Minute;
    EXPECT_EQ(compareValues(*extracted(node, Value::time({61'000'250})), whole(1)), 0);
}

TEST(TextFunctions, CharactersAreCodePoints) {
    EXPECT_EQ(characterCount(QStringLiteral("a😀b")), 3);
    EXPECT_EQ(substring(QStringLiteral("a😀bc"), 2, 1), QStringLiteral("😀"));
    EXPECT_EQ(substring(QStringLiteral("abc"), -1, 3), QStringLiteral("a"));
    EXPECT_EQ(substring(QStringLiteral("abc"), 2, std::nullopt), QStringLiteral("bc"));
    EXPECT_EQ(positionIn(QStringLiteral("😀ab"), QStringLiteral("b")), 3);
    EXPECT_EQ(positionIn(QStringLiteral("ab"), QString()), 1);
    EXPECT_GT(compareTexts(QStringLiteral("😀"), QStringLiteral("\uFFFD")), 0)
        << "code units would have it the other way round";
}

TEST(TextFunctions, LikeMeansWholeTexts) {
    const auto like = [](const char* text, const char* pattern,
                         std::optional<char32_t> escape = std::nullopt) {
        return isLike(QString::fromUtf8(text), QString::fromUtf8(pattern), escape);
    };
    EXPECT_EQ(like("Tern", "T_rn"), true);
    EXPECT_EQ(like("Tern", "T%"), true);
    EXPECT_EQ(like("Tern", "er"), false);
    EXPECT_EQ(like("", "%"), true);
    EXPECT_EQ(like("😀", "_"), true);
    EXPECT_EQ(like("5%", "5!%", U'!'), true);
    EXPECT_EQ(like("5x", "5!%", U'!'), false);
    EXPECT_EQ(like("5!", "5!", U'!'), std::nullopt) << "ends with the escape";
    EXPECT_EQ(like("5a", "5!a", U'!'), std::nullopt) << "nothing that needs one";
    EXPECT_EQ(like("aab", "%a%b"), true);
}

TEST(TextFunctions, TrimsSetsOfCharactersAtTheEndsNamed) {
    EXPECT_EQ(trimmed(QStringLiteral("xyaxy"), QStringLiteral("xy"), true, true),
              QStringLiteral("a"));
    EXPECT_EQ(trimmed(QStringLiteral("  a "), QStringLiteral(" "), true, false),
              QStringLiteral("a "));
    EXPECT_EQ(trimmed(QStringLiteral("😀a"), QStringLiteral("😀"), true, true), QStringLiteral("a"));
    EXPECT_EQ(trimmed(QStringLiteral("   "), QStringLiteral(" "), false, true), QString());
}

TEST(ValueOrder, NumbersAreComparedExactly) {
    EXPECT_EQ(compareValues(whole(1), exact("1.000")), 0);
    EXPECT_LT(compareValues(exact("0.1"), exact("0.10000000000000001")), 0);
    // As doubles both would be the same.
    EXPECT_LT(compareValues(whole(9007199254740992), exact("9007199254740992.5")), 0);
    EXPECT_GT(compareValues(words("b"), words("a")), 0);
    EXPECT_LT(compareValues(Value::boolean(false), Value::boolean(true)), 0);
    EXPECT_EQ(compareValues(Value::date({2026, 1, 1}), Value::timestamp({QDate(2026, 1, 1), {0}})),
              0);
}

TEST(ValueOrder, StoredValuesGoByKindFirst) {
    EXPECT_LT(compareAsStored(whole(99), words("1")), 0);
    EXPECT_LT(compareAsStored(words("z"), Value::binary("a")), 0);
    EXPECT_LT(compareAsStored(whole(1), Value::real(1.5)), 0);
    EXPECT_EQ(compareAsStored(Value::binary("ab"), Value::binary("ab")), 0);
    EXPECT_LT(compareAsStored(Value::binary("a"), Value::binary("ab")), 0);
}

TEST(ValueOrder, NullIsOfEveryType) {
    for (const auto type : {ExpressionType::Boolean, ExpressionType::Integer, ExpressionType::Text,
                            ExpressionType::Date})
        EXPECT_TRUE(isOfType(Value(), type));
    EXPECT_FALSE(isOfType(words("1"), ExpressionType::Integer));
    EXPECT_TRUE(isOfType(whole(1), ExpressionType::Integer));
}

TEST(Cast, ReadsTextsAsPeopleTypeThem) {
    ExpressionNode toWhole = nodeOf(Op::Cast, ExpressionType::Integer);
    EXPECT_EQ(*cast(toWhole, words(" 12 ")), whole(12));
    EXPECT_EQ(*cast(toWhole, exact("2.5")), whole(3));
    EXPECT_EQ(*cast(toWhole, exact("-2.5")), whole(-3));
    EXPECT_FALSE(cast(toWhole, words("twelve")));
    EXPECT_FALSE(cast(toWhole, Value::real(1e30)));
    ExpressionNode toText = nodeOf(Op::Cast, ExpressionType::Text);
    toText.textLength = 3;
    EXPECT_EQ(*cast(toText, words("Terns")), words("Ter"));
    EXPECT_EQ(*cast(toText, words("a")), words("a"));
    toText.isPadded = true;
    EXPECT_EQ(*cast(toText, words("a")), words("a  "));
    ExpressionNode toDecimal = nodeOf(Op::Cast, ExpressionType::Decimal);
    toDecimal.scale = 2;
    EXPECT_EQ(cast(toDecimal, exact("1.005"))->asDecimal().toText(), QStringLiteral("1.01"));
}

} // namespace
} // namespace gravin
