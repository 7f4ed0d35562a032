// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/key.h"
#include "core/value/value.h"

#include <gtest/gtest.h>

#include <limits>

using namespace gravin;

namespace {

std::vector<Value> everyKind() {
    return {Value::null(),
            Value::boolean(true),
            Value::boolean(false),
            Value::integer(std::numeric_limits<qint64>::min()),
            Value::integer(42),
            Value::decimal(*Decimal::fromText(u"-1.50")),
            Value::real(0.1),
            Value::real(-0.0),
            Value::real(std::numeric_limits<double>::infinity()),
            Value::text(QStringLiteral("")),
            Value::text(QStringLiteral("a,b\\c\n„ßΩ灯🚢")),
            Value::date(QDate(1, 1, 1)),
            Value::time({86'399'999'999}),
            Value::timestamp({QDate(2026, 11, 23), {250}}),
            Value::binary(QByteArray("\0\xff", 2)),
            Value::binary({})};
}

TEST(Value, EncodesEveryKindExactly) {
    for (const Value& value : everyKind()) {
        const auto back = Value::decoded(value.encoded());
        ASSERT_TRUE(back.has_value()) << qPrintable(value.encoded());
        EXPECT_TRUE(*back == value) << qPrintable(value.encoded());
    }
}

TEST(Value, DiffersWhereAnythingDiffers) {
    const auto values = everyKind();
    for (size_t i = 0; i < values.size(); ++i) {
        for (size_t j = 0; j < values.size(); ++j)
            EXPECT_EQ(values[i] == values[j], i == j) << i << " " << j;
    }
    EXPECT_FALSE(Value::text(QStringLiteral("abc")) == Value::text(QStringLiteral("Abc")));
    EXPECT_FALSE(Value::integer(1) == Value::real(1));
}

TEST(Value, RefusesDamagedEncodings) {
    for (const char16_t* text :
         {u"", u"q1", u"i", u"i1x", u"b2", u"D2026-13-01", u"T25:00:00", u"x***", u"nn", u"d"})
        EXPECT_FALSE(Value::decoded(QStringView(text)).has_value());
}

TEST(IsoText, ReadsExactlyWhatItWrites) {
    for (const char* text : {"07:30:00", "23:59:59.000250", "00:00:00"})
        EXPECT_EQ(isoText(*timeFromIso(QString::fromLatin1(text))), QLatin1String(text));
    for (const char* text :
         {"7:30:00", "07:30", "07:30:00.5", "07:30:00.000000", "24:00:00", "07:60:00", "aa:bb:cc"})
        EXPECT_FALSE(timeFromIso(QString::fromLatin1(text)).has_value()) << text;
    EXPECT_FALSE(dateFromIso(u"2026-02-30").has_value());
    EXPECT_FALSE(dateFromIso(u"0000-01-01").has_value());
    EXPECT_FALSE(timestampFromIso(u"2026-11-23T07:30:00").has_value());
    EXPECT_TRUE(timestampFromIso(u"2026-11-23 07:30:00.123456").has_value());
}

TEST(Key, EncodesPartsWithCommasAndBackslashes) {
    const Key key({Value::text(QStringLiteral("a,b\\,")), Value::integer(-3), Value::null()});
    const auto back = Key::decoded(key.encoded());
    ASSERT_TRUE(back.has_value());
    EXPECT_EQ(*back, key);
    EXPECT_EQ(qHash(*back), qHash(key));
    EXPECT_FALSE(Key::decoded(u"i1,zz").has_value());
}

} // namespace
