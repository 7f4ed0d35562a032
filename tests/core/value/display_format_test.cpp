// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/display_format.h"
#include "core/value/mask.h"

#include <gtest/gtest.h>

using namespace gravin;

namespace {

Value decimal(const char* text) {
    return Value::decimal(*Decimal::fromText(QString::fromLatin1(text)));
}

TEST(DisplayFormat, WritesNumbersByTheirPatternAndNeverRounds) {
    const struct {
        Value value;
        const char* format;
        const char* english;
        const char* german;
    } cases[] = {
        {decimal("1234.5"), "#,##0.00 m", "1,234.50 m", "1.234,50 m"},
        {decimal("1234.5678"), "0.00", "1234.5678", "1234,5678"},
        {decimal("12.5000"), "0.00", "12.50", "12,50"},
        {decimal("-1234567.00"), "€ #,##0.00", "-€ 1,234,567.00", "-€ 1.234.567,00"},
        {decimal("0.00"), "0", "0", "0"},
        {Value::integer(1000), "#,##0", "1,000", "1.000"},
        {Value::integer(-7), "0 'x0'", "-7 x0", "-7 x0"},
        {Value::real(54.0712), "0.0°", "54.0712°", "54,0712°"},
        {Value::real(1e300), "#,##0.00", "1e+300", "1e+300"},
        {Value::text(QStringLiteral("odd")), "0.00", "odd", "odd"},
        {Value::null(), "0.00", "", ""},
    };
    const ColumnType type{TypeKind::Decimal};
    for (const auto& [value, format, english, german] : cases) {
        const QString pattern = QString::fromUtf8(format);
        EXPECT_EQ(formatted(value, type, pattern, LocaleForm(QLocale(QLocale::English))),
                  QString::fromUtf8(english))
            << format;
        EXPECT_EQ(formatted(value, type, pattern, LocaleForm(QLocale(QLocale::German))),
                  QString::fromUtf8(german))
            << format;
    }
}

TEST(DisplayFormat, WritesDatesByPatternAndByTheWordsOfTheReader) {
    const Value date = Value::date({2026, 12, 4});
    const ColumnType type{TypeKind::Date};
    const QLocale english(QLocale::English, QLocale::UnitedKingdom);
    const LocaleForm form(english);
    EXPECT_EQ(formatted(date, type, QStringLiteral("d MMM yyyy"), form),
              QStringLiteral("4 Dec 2026"));
    EXPECT_EQ(formatted(date, type, QStringLiteral("short"), form),
              english.toString(QDate(2026, 12, 4), QLocale::ShortFormat));
    EXPECT_EQ(formatted(date, type, QStringLiteral("iso"), form), QStringLiteral("2026-12-04"));
    EXPECT_EQ(
        formatted(Value::text(QStringLiteral("infinity")), type, QStringLiteral("short"), form),
        QStringLiteral("infinity"))
        << "what the format cannot serve is written as it is";
}

TEST(DisplayFormat, RefusesPatternsThatMeanNothing) {
    const std::tuple<const char*, TypeKind, bool> cases[] = {
        {"", TypeKind::Text, true},           {"0.00", TypeKind::Decimal, true},
        {"#,##0 m", TypeKind::Integer, true}, {"metres", TypeKind::Integer, false},
        {"0 or 0", TypeKind::Integer, false}, {"short", TypeKind::Date, true},
        {"???", TypeKind::Date, false},       {"0.00", TypeKind::Text, false}};
    for (const auto& [format, kind, taken] : cases)
        EXPECT_EQ(static_cast<bool>(checkFormat(QLatin1String(format), {kind})), taken) << format;
}

TEST(Mask, GuidesWhatIsTyped) {
    const struct {
        const char* mask;
        const char* typed;
        const char* left;
        bool refuses;
    } cases[] = {{"AA-999", "T", "T", false},
                 {"AA-999", "TB", "TB-", false}, // what stands fixed is put in
                 {"AA-999", "TB0", "TB-0", false},
                 {"AA-999", "TB-0", "TB-0", false},
                 {"AA-999", "T1B", "TB-", true},
                 {"AA-999", "TB-x01", "TB-01", true},
                 {"AA-999", "TB-0012", "TB-001", true},
                 {"AA-999", "tb001", "tb-001", false},
                 {"AA-999", " TB 001 ", "TB-001", true}, // pasted, with blanks
                 {"(999) 99", "12345", "(123) 45", false},
                 {"(999) 99", "(123) 45", "(123) 45", false},
                 {"\\A9", "7", "A7", false},
                 {"**", "é日", "é日", false},
                 {"AA-999", "", "", false},
                 {"", "x", "", true}};
    for (const auto& [mask, typed, left, refuses] : cases) {
        const MaskedTyping typing =
            typedIntoMask(QString::fromUtf8(typed), QString::fromUtf8(mask));
        EXPECT_EQ(typing.text.toStdString(), left) << mask << " " << typed;
        EXPECT_EQ(!typing.refusal.isEmpty(), refuses) << mask << " " << typed;
        // What is left may be typed on, and is not changed by being looked at again.
        EXPECT_EQ(typedIntoMask(typing.text, QString::fromUtf8(mask)).text, typing.text);
    }
}

TEST(Mask, TakesTextsOfJustItsForm) {
    const std::tuple<const char*, const char*, bool> cases[] = {{"AA-999", "TB-001", true},
                                                                {"AA-999", "tb-001", true},
                                                                {"AA-999", "ÖÄ-001", true},
                                                                {"AA-999", "TB-01", false},
                                                                {"AA-999", "TB-0011", false},
                                                                {"AA-999", "T1-001", false},
                                                                {"\\A9", "A7", true},
                                                                {"\\A9", "B7", false},
                                                                {"**", "x1", true},
                                                                {"9\\", "1\\", true},
                                                                {"", "", true},
                                                                {"", "a", false}};
    for (const auto& [mask, text, fits] : cases)
        EXPECT_EQ(matchesMask(QString::fromUtf8(text), QString::fromUtf8(mask)), fits)
            << mask << " " << text;
    for (const char* mask : {"AA-999", "\\A9*", "9\\9"})
        EXPECT_TRUE(matchesMask(maskExample(QLatin1String(mask)), QLatin1String(mask))) << mask;
}

} // namespace
