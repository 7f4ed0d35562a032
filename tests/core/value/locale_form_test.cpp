// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/display_format.h"
#include "core/value/locale_form.h"
#include "core/value/text_form.h"

#include <gtest/gtest.h>

#include <random>

using namespace gravin;

namespace {

const ColumnType Whole{TypeKind::Integer};
const ColumnType Amount{TypeKind::Decimal, -1, 12, 2};
const ColumnType Weight{TypeKind::Decimal, -1, 12, 3};
const ColumnType Day{TypeKind::Date};
const ColumnType Clock{TypeKind::Time};
const ColumnType Moment{TypeKind::Timestamp};
const QDate Today(2026, 11, 18); // a Wednesday

const char* const Locales[] = {"de", "fr", "en_US", "en_GB", "sv",    "pl",
                               "ar", "fa", "hi",    "ja",    "pt_BR", "tr"};

LocaleForm formOf(const char* locale) { return LocaleForm(QLocale(QString::fromLatin1(locale))); }

struct Case {
    const char* locale;
    ColumnType type;
    const char* typed;
    const char* means; // as toText() has it; null: refused
};

class TypedByPeople : public ::testing::TestWithParam<Case> {};

TEST_P(TypedByPeople, MeansWhatTheyMean) {
    const Case& c = GetParam();
    const LocaleForm form = formOf(c.locale);
    const auto value = form.value(QString::fromUtf8(c.typed), c.type, Today);
    if (!c.means) {
        ASSERT_FALSE(value) << c.locale << " took " << c.typed << " for "
                            << qPrintable(toText(*value, c.type));
        EXPECT_EQ(value.error().kind, ErrorKind::Refused);
        EXPECT_FALSE(value.error().sentence.isEmpty());
        return;
    }
    ASSERT_TRUE(value) << c.locale << " " << c.typed << ": " << qPrintable(value.error().sentence);
    EXPECT_EQ(toText(*value, c.type).toStdString(), c.means) << c.locale << " " << c.typed;
}

INSTANTIATE_TEST_SUITE_P(
    Figures, TypedByPeople,
    ::testing::Values(
        Case{"de", Amount, "1.204,50", "1204.50"}, Case{"de", Amount, "1204,5", "1204.50"},
        Case{"de", Amount, "1204.5", "1204.50"}, Case{"de", Amount, "1 204,50", "1204.50"},
        Case{"de", Amount, "-0,25", "-0.25"}, Case{"de", Amount, "−0,25", "-0.25"},
        Case{"de", Amount, ",5", "0.50"}, Case{"de", Amount, "5,", "5.00"},
        Case{"de", Amount, "1.204", "1204.00"}, // three digits do not fit behind a point
        Case{"de", Weight, "1.204", nullptr},   // but here they do
        Case{"de", Weight, "0.204", "0.204"}, Case{"de", Weight, "1204.500", "1204.500"},
        Case{"de", Whole, "1.204", "1204"}, Case{"de", Whole, "1,5", nullptr},
        Case{"de", Amount, "1.20,4", nullptr}, Case{"de", Amount, "1,204.50", nullptr},
        Case{"en_US", Amount, "1,204.50", "1204.50"}, Case{"en_US", Amount, "1,20", nullptr},
        Case{"en_US", Weight, "1,204", "1204.000"}, Case{"en_US", Weight, "1.204", "1.204"},
        Case{"fr", Amount, "1 204,50", "1204.50"}, Case{"fr", Amount, "1204.5", "1204.50"},
        Case{"de_CH", Amount, "1'204.50", "1204.50"}, Case{"de_CH", Amount, "1’204.50", "1204.50"},
        Case{"hi", Whole, "12,34,567", "1234567"}, Case{"hi", Whole, "1,234,567", "1234567"},
        Case{"ar", Amount, "١٬٢٠٤٫٥٠", "1204.50"},
        Case{"fa", Amount, "‎−۱۲۰۴٫۵", "-1204.50"},
        Case{"ja", Amount, "１，２０４．５", "1204.50"}, Case{"sv", Whole, "−7", "-7"},
        Case{"de", {TypeKind::Double}, "1,5e3", "1500"}, Case{"de", Whole, "vier", nullptr},
        Case{"de", Whole, "", ""}, Case{"de", Whole, "12e", nullptr},
        Case{"de", Amount, "1..5", nullptr}, Case{"de", Amount, ",", nullptr}));

INSTANTIATE_TEST_SUITE_P(
    Dates, TypedByPeople,
    ::testing::Values(
        Case{"de", Day, "28.11.2026", "2026-11-28"}, Case{"de", Day, "28.11.", "2026-11-28"},
        Case{"de", Day, "28.11", "2026-11-28"}, Case{"de", Day, "1.2.26", "2026-02-01"},
        Case{"de", Day, "1.2.46", "2046-02-01"}, Case{"de", Day, "1.2.47", "1947-02-01"},
        Case{"de", Day, "28-11-2026", "2026-11-28"}, Case{"de", Day, "28 11 26", "2026-11-28"},
        Case{"de", Day, "2026-11-28", "2026-11-28"}, Case{"de", Day, "31.11.2026", nullptr},
        Case{"de", Day, "11/28/26", "2026-11-28"}, // 28 is no month
        Case{"de", Day, "11/12/26", nullptr}, Case{"de", Day, "28. November 2026", "2026-11-28"},
        Case{"de", Day, "28. Nov. 26", "2026-11-28"}, Case{"de", Day, "28 Mai", "2026-05-28"},
        Case{"de", Day, "Samstag, 28. November 2026", "2026-11-28"},
        Case{"de", Day, "28112026", "2026-11-28"}, Case{"de", Day, "281126", "2026-11-28"},
        Case{"de", Day, "20261128", "2026-11-28"}, Case{"de", Day, "heute Nacht", nullptr},
        Case{"de", Day, "today", "2026-11-18"}, Case{"de", Day, "+3", "2026-11-21"},
        Case{"de", Day, "-18", "2026-10-31"}, Case{"de", Day, "mo", "2026-11-23"},
        Case{"de", Day, "Mi", "2026-11-25"}, Case{"de", Day, "Freitag", "2026-11-20"},
        Case{"de", Day, "tue", "2026-11-24"}, Case{"en_US", Day, "11/28/26", "2026-11-28"},
        Case{"en_US", Day, "11/12/26", "2026-11-12"}, Case{"en_US", Day, "11/28", "2026-11-28"},
        Case{"en_US", Day, "11-12-2026", "2026-11-12"}, Case{"en_US", Day, "28/11/2026", nullptr},
        Case{"en_US", Day, "11.12.2026", nullptr}, Case{"en_US", Day, "28.11.2026", "2026-11-28"},
        Case{"en_US", Day, "Nov 28, 2026", "2026-11-28"},
        Case{"en_GB", Day, "28/11/26", "2026-11-28"}, Case{"en_GB", Day, "11/28/26", nullptr},
        Case{"en_GB", Day, "11.12.26", "2026-12-11"}, Case{"sv", Day, "26-11-28", "2026-11-28"},
        Case{"sv", Day, "28/11", "2026-11-28"}, Case{"sv", Day, "11/12", nullptr},
        Case{"ar", Day, "٢٨/١١/٢٠٢٦", "2026-11-28"}, Case{"fa", Day, "۲۰۲۶/۱۱/۲۸", "2026-11-28"},
        Case{"fa", Day, "۱۴۰۵/۹/۷", nullptr}, // 2026 by the other calendar
        Case{"fa", Day, "1405-09-07", "1405-09-07"},
        Case{"ja", Day, "2026年11月28日", "2026-11-28"},
        Case{"ja", Day, "2026／11／28", "2026-11-28"}, Case{"ja", Day, "11/28", "2026-11-28"},
        Case{"tr", Day, "pa", nullptr}, // two days begin so
        Case{"pt_BR", Day, "28 de novembro de 2026", "2026-11-28"},
        Case{"pl", Day, "28 listopada 2026", "2026-11-28"},
        Case{"C", Day, "2026-11-28", "2026-11-28"}, Case{"C", Day, "11/12/26", nullptr},
        Case{"C", Day, "28.11.", "2026-11-28"}, Case{"de", Day, "29.2.2026", nullptr},
        Case{"de", Day, "0.1.2026", nullptr}, Case{"de", Day, "2026", nullptr},
        Case{"de", Day, "28.11.2026 7:30", nullptr}));

INSTANTIATE_TEST_SUITE_P(
    Times, TypedByPeople,
    ::testing::Values(
        Case{"de", Clock, "7:30", "07:30:00"}, Case{"de", Clock, "7.30", "07:30:00"},
        Case{"de", Clock, "0730", "07:30:00"}, Case{"de", Clock, "19:30:05,25", "19:30:05.250000"},
        Case{"de", Clock, "24:00", nullptr}, Case{"de", Clock, "7", nullptr},
        Case{"en_US", Clock, "7:30 pm", "19:30:00"}, Case{"en_US", Clock, "12 am", "00:00:00"},
        Case{"en_US", Clock, "12:05 PM", "12:05:00"}, Case{"en_US", Clock, "19:30 pm", nullptr},
        Case{"fr", Clock, "7h30", "07:30:00"}, Case{"ja", Clock, "午後5:05", "17:05:00"},
        Case{"ar", Clock, "٥:٠٥ م", "17:05:00"}, Case{"tr", Clock, "5:05 ÖS", "17:05:00"},
        Case{"de", Moment, "28.11.2026 07:30", "2026-11-28 07:30:00"},
        Case{"de", Moment, "28.11. 7.30", "2026-11-28 07:30:00"},
        Case{"de", Moment, "2026-11-28T07:30:00", "2026-11-28 07:30:00"},
        Case{"de", Moment, "28.11.2026, 07:30:05.000250", "2026-11-28 07:30:05.000250"},
        Case{"de", Moment, "28.11.2026", nullptr}, Case{"de", Moment, "28 Nov 2026", nullptr},
        Case{"de", Moment, "+1 7:30", "2026-11-19 07:30:00"},
        Case{"en_US", Moment, "11/28/26 5:05 PM", "2026-11-28 17:05:00"},
        Case{"de", Moment, "11/12/26 7:30", nullptr}));

TEST(LocaleForm, NamesBothReadings) {
    const auto date = formOf("de").value(QStringLiteral("11/12/26"), Day, Today);
    ASSERT_FALSE(date);
    EXPECT_EQ(date.error().sentence.toStdString(),
              "“11/12/26” can mean 11 Dezember 2026 or 12 November 2026. Type the one you mean.");
    const auto number = formOf("de").value(QStringLiteral("1.204"), Weight, Today);
    ASSERT_FALSE(number);
    EXPECT_EQ(number.error().sentence.toStdString(),
              "“1.204” can mean 1204,000 or 1,204. Type the one you mean.");
    // Each of them can be typed.
    EXPECT_TRUE(formOf("de").value(QStringLiteral("1204,000"), Weight));
    EXPECT_TRUE(formOf("de").value(QStringLiteral("1,204"), Weight));
    EXPECT_TRUE(formOf("de").value(QStringLiteral("11 Dezember 2026"), Day));
}

TEST(LocaleForm, WritesAsPeopleDo) {
    const Value date = Value::date({2026, 11, 8});
    const Value number = Value::decimal(*Decimal::fromText(u"-1204.50"));
    const Value evening = Value::time({(17 * 60 + 5) * 60LL * 1'000'000});
    const std::tuple<const char*, const char*, const char*, const char*> cases[] = {
        {"de", "08.11.2026", "-1204,50", "17:05"},    {"en_US", "11/8/2026", "-1204.50", "5:05 PM"},
        {"en_GB", "08/11/2026", "-1204.50", "17:05"}, {"sv", "2026-11-08", "−1204,50", "17:05"},
        {"pl", "8.11.2026", "-1204,50", "17:05"},     {"ja", "2026/11/08", "-1204.50", "17:05"},
        {"C", "2026-11-08", "-1204.50", "17:05"}};
    for (const auto& [locale, day, amount, clock] : cases) {
        const LocaleForm form = formOf(locale);
        EXPECT_EQ(form.text(date, Day).toStdString(), day) << locale;
        EXPECT_EQ(form.text(number, Amount).toStdString(), amount) << locale;
        EXPECT_EQ(form.text(evening, Clock).toStdString(), clock) << locale;
    }
    EXPECT_EQ(formatted(Value::integer(1234567), Whole, QStringLiteral("#,##0"), formOf("hi"))
                  .toStdString(),
              "12,34,567");
}

// Whatever is shown can be typed and pasted, and is the very same value then.
TEST(LocaleForm, ReadsBackWhatItWrites) {
    std::mt19937_64 random(20261118);
    const auto below = [&random](qint64 limit) {
        return static_cast<qint64>(random() % static_cast<quint64>(limit));
    };
    const auto day = [&] { return QDate(1, 1, 1).addDays(below(3'652'058)); };
    const auto clock = [&] {
        const qint64 unit = std::array<qint64, 3>{60'000'000, 1'000'000, 1}[below(3)];
        return TimeOfDay{below(86'400'000'000) / unit * unit};
    };
    constexpr int Cases = 200; // 3000 were run without a difference
    const char* const formats[] = {"",           "short",      "long",  "iso",
                                   "d MMM yyyy", "#,##0.00 m", "€ 0.00"};
    for (const char* locale : Locales) {
        const LocaleForm form = formOf(locale);
        for (int i = 0; i < Cases; ++i) {
            const qint64 number = static_cast<qint64>(random()) >> below(64);
            const int scale = static_cast<int>(below(6));
            const std::pair<Value, ColumnType> cases[] = {
                {Value::integer(number), Whole},
                {Value::decimal(*Decimal::fromText(QString::number(number))->rescaled(scale)),
                 {TypeKind::Decimal}},
                {Value::decimal(*Decimal::fromText(QStringLiteral("%1.%2")
                                                       .arg(below(10'000))
                                                       .arg(below(1000), 3, 10, QLatin1Char('0')))),
                 Weight},
                {Value::real(std::bit_cast<double>(random() & 0xBFEF'FFFF'FFFF'FFFF)),
                 {TypeKind::Double}},
                {Value::date(day()), Day},
                {Value::time(clock()), Clock},
                {Value::timestamp({day(), clock()}), Moment},
                {Value::instant({{QDate(2020, 1, 1).addDays(below(4000)), clock()}}),
                 {TypeKind::Instant}}};
            for (const auto& [value, type] : cases) {
                const QString shown = form.text(value, type);
                const auto back = form.value(shown, type, Today);
                ASSERT_TRUE(back) << locale << " " << qPrintable(shown) << ": "
                                  << qPrintable(back.error().sentence);
                ASSERT_TRUE(*back == value)
                    << locale << " " << qPrintable(shown) << " for " << qPrintable(value.encoded());
                // ISO forms and points are taken everywhere.
                const auto plain = form.value(toText(value, type), type, Today);
                if (type.kind != TypeKind::Decimal) {
                    ASSERT_TRUE(plain && *plain == value)
                        << locale << qPrintable(toText(value, type));
                }
                const QString format = QLatin1String(formats[below(std::size(formats))]);
                const QString typed = typedText(value, type, format, form);
                const auto again = fromFormatted(typed, type, format, form);
                ASSERT_TRUE(again && *again == value)
                    << locale << " " << qPrintable(format) << " " << qPrintable(typed);
            }
        }
    }
}

} // namespace
