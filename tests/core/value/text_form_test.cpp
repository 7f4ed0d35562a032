// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/text_form.h"

#include <gtest/gtest.h>

using namespace gravin;

namespace {

const ColumnType Money{TypeKind::Decimal, -1, 8, 2};
const ColumnType ShortText{TypeKind::Text, 4};

struct FormCase {
    ColumnType type;
    const char* typed;
    const char* shown; // null: refused
};

class TypedText : public ::testing::TestWithParam<FormCase> {};

TEST_P(TypedText, IsReadOrRefusedWithWords) {
    const FormCase& c = GetParam();
    const auto value = fromText(QString::fromUtf8(c.typed), c.type);
    if (!c.shown) {
        ASSERT_FALSE(value) << c.typed;
        EXPECT_EQ(value.error().kind, ErrorKind::Refused);
        EXPECT_FALSE(value.error().sentence.isEmpty());
        return;
    }
    ASSERT_TRUE(value) << c.typed << ": " << qPrintable(value.error().sentence);
    EXPECT_EQ(toText(*value, c.type), QString::fromUtf8(c.shown));
    EXPECT_TRUE(conforms(*value, c.type));
    // What is shown can be typed again.
    EXPECT_TRUE(*fromText(toText(*value, c.type), c.type) == *value);
}

INSTANTIATE_TEST_SUITE_P(
    All, TypedText,
    ::testing::Values(
        FormCase{{TypeKind::Integer}, " 42 ", "42"},
        FormCase{{TypeKind::Integer}, "9223372036854775807", "9223372036854775807"},
        FormCase{{TypeKind::Integer}, "9223372036854775808", nullptr},
        FormCase{{TypeKind::Integer}, "4.5", nullptr},
        FormCase{{TypeKind::Integer}, "vier", nullptr}, FormCase{{TypeKind::Integer}, "", ""},
        FormCase{Money, "184.5", "184.50"}, FormCase{Money, "184.505", nullptr},
        FormCase{Money, "1234567", nullptr}, FormCase{Money, "999999.99", "999999.99"},
        FormCase{Money, "1,5", nullptr}, FormCase{{TypeKind::Double}, "0.1", "0.1"},
        FormCase{{TypeKind::Double}, "inf", nullptr}, FormCase{{TypeKind::Double}, "1e-7", "1e-07"},
        FormCase{{TypeKind::Boolean}, "Yes", "yes"}, FormCase{{TypeKind::Boolean}, "0", "no"},
        FormCase{{TypeKind::Boolean}, "maybe", nullptr},
        FormCase{{TypeKind::Date}, "2026-12-04", "2026-12-04"},
        FormCase{{TypeKind::Date}, "04.12.2026", nullptr},
        FormCase{{TypeKind::Date}, "2026-02-29", nullptr},
        FormCase{{TypeKind::Time}, "07:30", "07:30:00"},
        FormCase{{TypeKind::Time}, "7 o'clock", nullptr},
        FormCase{{TypeKind::Timestamp}, "2026-12-04T07:30", "2026-12-04 07:30:00"},
        FormCase{{TypeKind::Timestamp}, "2026-12-04", nullptr}, FormCase{ShortText, "灯台", "灯台"},
        FormCase{ShortText, "🚢🚢🚢🚢", "🚢🚢🚢🚢"}, FormCase{ShortText, "abcde", nullptr},
        FormCase{ShortText, " a ", " a "}, FormCase{ShortText, "", ""},
        FormCase{{TypeKind::Binary}, "x", nullptr}));

TEST(TextForm, EmptyTextIsNullButInTextColumns) {
    EXPECT_TRUE(fromText({}, {TypeKind::Date})->isNull());
    EXPECT_TRUE(*fromText({}, {TypeKind::Text}) == Value::text(QStringLiteral("")));
}

TEST(TextForm, KeysOfSeveralColumnsEscapeCommas) {
    const std::vector<ColumnType> types{{TypeKind::Integer}, {TypeKind::Text}};
    const Key key({Value::integer(3), Value::text(QStringLiteral("AB,C"))});
    EXPECT_EQ(keyText(key, types), QStringLiteral("3,AB\\,C"));
    EXPECT_EQ(*keyFromText(QStringLiteral("3,AB\\,C"), types), key);
    EXPECT_EQ(keyFromText(QStringLiteral("3"), types).error().kind, ErrorKind::Usage);
    // A single text key is taken as it is.
    EXPECT_EQ((*keyFromText(QStringLiteral("a,b"), {{TypeKind::Text}}))[0].asText(),
              QStringLiteral("a,b"));
}

TEST(TextForm, SeesValuesOfAnotherKind) {
    EXPECT_FALSE(conforms(Value::text(QStringLiteral("n/a")), {TypeKind::Integer}));
    EXPECT_TRUE(conforms(Value::null(), {TypeKind::Integer}));
}

} // namespace
