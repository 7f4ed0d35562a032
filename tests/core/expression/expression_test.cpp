// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/evaluation/evaluator.h"
#include "core/expression/expression_text.h"
#include "core/expression/literal.h"
#include "core/expression/references.h"
#include "core/value/text_form.h"

#include <gtest/gtest.h>

#include <QFile>

namespace gravin {
namespace {

QDate day(int year, int month, int number) { return {year, month, number}; }

// The record every expression here is evaluated over.
struct Field {
    ExpressionColumn column;
    Value value;
};
const QList<Field>& fields() {
    static const QList<Field> all{
        {{QStringLiteral("name"), {TypeKind::Text}}, Value::text(QStringLiteral("Ärø Light"))},
        {{QStringLiteral("empty"), {TypeKind::Text}}, Value()},
        {{QStringLiteral("stock"), {TypeKind::Integer}}, Value::integer(7)},
        {{QStringLiteral("price"), {TypeKind::Decimal}},
         Value::decimal(*Decimal::fromText(u"12.50"))},
        {{QStringLiteral("depth"), {TypeKind::Double}}, Value::real(2.5)},
        {{QStringLiteral("done"), {TypeKind::Boolean}}, Value::boolean(true)},
        {{QStringLiteral("next_due"), {TypeKind::Date}}, Value::date(day(2026, 3, 31))},
        {{QStringLiteral("started"), {TypeKind::Time}}, Value::time({3'661'000'250})},
        {{QStringLiteral("reported"), {TypeKind::Timestamp}},
         Value::timestamp({day(2026, 2, 28), {86'399'000'000}})},
        {{QStringLiteral("photo"), {TypeKind::Binary}}, Value::binary("x")},
        {{QStringLiteral("odd \"one\""), {TypeKind::Integer}}, Value::integer(3)},
        {{QStringLiteral("wrong"), {TypeKind::Integer}}, Value::text(QStringLiteral("seven"))},
        {{QStringLiteral("maker_id"), {TypeKind::Integer}}, Value::integer(1)},
    };
    return all;
}

// What its maker is, and what that one refers to.
const QList<Field>& reached() {
    static const QList<Field> all{
        {{QStringLiteral("maker_id -> phone"), {TypeKind::Text}},
         Value::text(QStringLiteral("555-01"))},
        {{QStringLiteral("maker_id -> rate"), {TypeKind::Decimal}},
         Value::decimal(*Decimal::fromText(u"12.500"))},
        {{QStringLiteral("maker_id -> town"), {TypeKind::Text}}, Value::text(QStringLiteral("TB"))},
        {{QStringLiteral("maker_id -> owner_id"), {TypeKind::Integer}}, Value()},
        {{QStringLiteral("maker_id -> town -> name"), {TypeKind::Text}},
         Value::text(QStringLiteral("Tarn Bay"))},
        {{QStringLiteral("maker_id -> owner_id -> name"), {TypeKind::Text}}, Value()},
    };
    return all;
}

class ItsMaker : public References {
public:
    std::optional<QList<ExpressionColumn>> behind(const QStringList& path) const override {
        QList<ExpressionColumn> columns;
        const QString before = reachedName(path) + QStringLiteral(" -> ");
        for (const Field& field : reached()) {
            const QString& name = field.column.name;
            if (name.startsWith(before) && !name.mid(before.size()).contains(u'>'))
                columns += ExpressionColumn{name.mid(before.size()), field.column.type};
        }
        return columns.isEmpty() ? std::nullopt : std::optional(columns);
    }
};

QList<ExpressionColumn> columns() {
    QList<ExpressionColumn> all;
    for (const Field& field : fields())
        all += field.column;
    return all;
}

Result<Value> valueOf(const Expression& expression) {
    static const QList<Field> everything = fields() + reached();
    std::vector<const Value*> values;
    for (const QString& name : expression.columns()) {
        for (const Field& field : everything) {
            if (field.column.name == name)
                values.push_back(&field.value);
        }
    }
    return evaluate(expression, values,
                    {day(2026, 5, 1),
                     {{day(2026, 5, 1), {0}}},
                     {day(2026, 5, 1), {0}},
                     QStringLiteral("nora")});
}

// "NULL", the text of the value, or the sentence of what went wrong.
QString answer(const QString& text) {
    const ItsMaker references;
    const auto expression = parseExpression(text, columns(), &references);
    if (!expression)
        return QStringLiteral("%1: %2").arg(expression.error().at).arg(expression.error().sentence);
    const auto value = valueOf(*expression);
    if (!value)
        return value.error().sentence;
    if (value->isNull())
        return QStringLiteral("NULL");
    if (value->kind() == Value::Kind::Boolean)
        return value->asBoolean() ? QStringLiteral("true") : QStringLiteral("false");
    return toText(*value, {});
}

class ExpressionValue : public ::testing::TestWithParam<std::pair<const char*, const char*>> {};

TEST_P(ExpressionValue, IsAsStated) {
    const auto& [text, expected] = GetParam();
    EXPECT_EQ(answer(QString::fromUtf8(text)).toStdString(), expected) << text;
    // Written anew it is the same expression, and written once more it does not change.
    if (const auto expression = parseExpression(QString::fromUtf8(text), columns())) {
        const QString anew = expressionText(*expression, nameText);
        EXPECT_EQ(answer(anew).toStdString(), expected) << qPrintable(anew);
        const auto again = parseExpression(anew, columns());
        ASSERT_TRUE(again) << qPrintable(anew);
        EXPECT_EQ(expressionText(*again, nameText).toStdString(), anew.toStdString());
        EXPECT_EQ(again->type(), expression->type()) << qPrintable(anew);
    }
}

INSTANTIATE_TEST_SUITE_P(
    Numbers, ExpressionValue,
    ::testing::Values(std::pair("1 + 2 * 3", "7"), std::pair("(1 + 2) * 3", "9"),
                      std::pair("-stock - -2", "-5"), std::pair("price * 3", "37.50"),
                      std::pair("0.1 + 0.2", "0.3"), std::pair("1 / 3", "0.333333"),
                      std::pair("-2 / 3", "-0.666667"), std::pair("1.5 / 0", "NULL"),
                      std::pair("MOD(-7, 3)", "-1"), std::pair("MOD(7.5, 2)", "1.5"),
                      std::pair("MOD(7, 0)", "NULL"), std::pair("ROUND(2.5)", "3"),
                      std::pair("ROUND(-2.5)", "-3"), std::pair("ROUND(12.345, 2)", "12.35"),
                      std::pair("ROUND(1250, -2)", "1300"), std::pair("ROUND(2.675e0, 2)", "2.68"),
                      std::pair("FLOOR(-1.5)", "-2"), std::pair("CEILING(-1.5)", "-1"),
                      std::pair("ABS(-3)", "3"), std::pair("depth * 2 = 5", "true"),
                      std::pair("9223372036854775807 + 1", "9223372036854775808"),
                      std::pair("-9223372036854775807 - 1 = -9223372036854775808", "true"),
                      std::pair("9223372036854775807 + 1 - 1", "9223372036854775807"),
                      std::pair("SUBSTRING('abc' FROM 9223372036854775807 * 2)",
                                "A result is out of range."),
                      std::pair("1e308 * 10", "A result is out of range."),
                      std::pair("1 = 1.0 AND 1.0 = 1e0", "true"), std::pair("NULL + 1", "NULL")));

INSTANTIATE_TEST_SUITE_P(
    Texts, ExpressionValue,
    ::testing::Values(
        std::pair("UPPER(name)", "ÄRØ LIGHT"), std::pair("LOWER(name)", "ärø light"),
        std::pair("name || ' ' || 'N'", "Ärø Light N"), std::pair("CHAR_LENGTH('a😀b')", "3"),
        std::pair("SUBSTRING('a😀bc' FROM 2 FOR 2)", "😀b"), std::pair("SUBSTRING('abc', 0, 2)", "a"),
        std::pair("SUBSTRING('abc' FROM -9223372036854775807 FOR 9223372036854775807)", ""),
        std::pair("SUBSTRING('abc' FROM 9 FOR 9223372036854775807)", ""),
        std::pair("POSITION('Li' IN name)", "5"), std::pair("POSITION('x' IN name)", "0"),
        std::pair("TRIM('  a ')", "a"), std::pair("TRIM(LEADING '0' FROM '0070')", "70"),
        std::pair("TRIM(TRAILING FROM 'a  ')", "a"), std::pair("REPLACE('aXbX', 'X', '')", "ab"),
        std::pair("REPLACE('a', '', 'b')", "a"), std::pair("'it''s'", "it's"),
        std::pair("'Z' < 'a'", "true"), std::pair("'😀' > ''", "true"),
        std::pair("name LIKE 'Är_ L%'", "true"), std::pair("name LIKE '%light'", "false"),
        std::pair("'50%' LIKE '50!%' ESCAPE '!'", "true"), std::pair("'a' NOT LIKE 'b%'", "true"),
        std::pair("'TB-001' LIKE_REGEX '^[A-Z]{2}-\\d{3}$'", "true"),
        std::pair("empty || 'x'", "NULL"), std::pair("'' IS NULL", "false")));

INSTANTIATE_TEST_SUITE_P(
    Moments, ExpressionValue,
    ::testing::Values(
        std::pair("next_due + INTERVAL '1' MONTH", "2026-04-30"),
        std::pair("INTERVAL '7' DAY + next_due", "2026-04-07"),
        std::pair("next_due - INTERVAL '1' YEAR", "2025-03-31"),
        std::pair("reported + INTERVAL '2' SECOND", "2026-03-01 00:00:01"),
        std::pair("reported - INTERVAL '24' HOUR", "2026-02-27 23:59:59"),
        std::pair("CURRENT_DATE - next_due", "31"), std::pair("next_due < CURRENT_DATE", "true"),
        std::pair("reported < next_due", "true"), std::pair("DATE '2026-03-31' = next_due", "true"),
        std::pair("EXTRACT(YEAR FROM next_due)", "2026"),
        std::pair("EXTRACT(SECOND FROM started)", "1.000250"),
        std::pair("EXTRACT(HOUR FROM started)", "1"),
        std::pair("DATE '9999-12-31' + INTERVAL '1' DAY", "A result is out of range."),
        std::pair("CAST(reported AS DATE)", "2026-02-28")));

INSTANTIATE_TEST_SUITE_P(
    Logic, ExpressionValue,
    ::testing::Values(std::pair("NULL AND FALSE", "false"), std::pair("NULL OR TRUE", "true"),
                      std::pair("NOT (NULL = 1)", "NULL"), std::pair("empty IS NULL", "true"),
                      std::pair("empty = ''", "NULL"), std::pair("(empty = '') IS UNKNOWN", "true"),
                      std::pair("(empty = '') IS NOT TRUE", "true"),
                      std::pair("done IS TRUE", "true"),
                      std::pair("empty IS DISTINCT FROM NULL", "false"),
                      std::pair("stock IS NOT DISTINCT FROM 7", "true"),
                      std::pair("stock BETWEEN 1 AND 7 AND done", "true"),
                      std::pair("stock NOT BETWEEN 8 AND NULL", "true"),
                      std::pair("stock IN (1, 7)", "true"), std::pair("stock IN (1, NULL)", "NULL"),
                      std::pair("stock NOT IN (1, 2)", "true"),
                      std::pair("CASE WHEN stock > 5 THEN 'many' ELSE 'few' END", "many"),
                      std::pair("CASE stock WHEN 6 THEN 1 WHEN 7 THEN 2.5 END", "2.5"),
                      std::pair("CASE WHEN FALSE THEN 1 END", "NULL"),
                      std::pair("COALESCE(empty, name)", "Ärø Light"),
                      std::pair("NULLIF(stock, 7)", "NULL"), std::pair("photo IS NOT NULL", "true"),
                      std::pair("\"odd \"\"one\"\"\" + 1", "4"), std::pair("STOCK + 1", "8"),
                      std::pair("wrong > 1", "wrong holds “seven”, which is not a whole number."),
                      // What decides comes first; what stands behind it is not asked.
                      std::pair("FALSE AND wrong > 1", "false"),
                      std::pair("CASE WHEN TRUE THEN 1 ELSE wrong END", "1")));

INSTANTIATE_TEST_SUITE_P(
    Casts, ExpressionValue,
    ::testing::Values(std::pair("CAST('12' AS INTEGER) + 1", "13"),
                      std::pair("CAST(2.5 AS INTEGER)", "3"),
                      std::pair("CAST('1.005' AS DECIMAL(8, 2))", "1.01"),
                      std::pair("CAST(7 AS DECIMAL(8, 2))", "7.00"),
                      std::pair("CAST('x' AS INTEGER)", "“x” cannot become a whole number."),
                      std::pair("CAST(1e30 AS INTEGER)", "“1e+30” cannot become a whole number."),
                      std::pair("CAST(done AS VARCHAR(4))", "TRUE"),
                      std::pair("CAST(done AS VARCHAR(3))", "TRU"),
                      std::pair("CAST('Tern' AS CHAR(2))", "Te"),
                      std::pair("CAST('a' AS CHARACTER(3)) || '!'", "a  !"),
                      std::pair("SQRT(-1)", "There is no square root of a negative number."),
                      std::pair("POWER(-1, 0.5)", "There is no such power of this number."),
                      std::pair("CAST(' 2026-01-02' AS DATE)", "2026-01-02"),
                      std::pair("1 --1", "1"), std::pair("CAST('false' AS BOOLEAN)", "false")));

INSTANTIATE_TEST_SUITE_P(
    Mistakes, ExpressionValue,
    ::testing::Values(
        std::pair("nxt_due < CURRENT_DATE",
                  "0: There is no field “nxt_due” here. Did you mean “next_due”?"),
        std::pair("1 + zebra", "4: There is no field “zebra” here."),
        std::pair("INTERVAL '2' DAY + INTERVAL '2' DAY",
                  "0: A number is expected here, and this is an interval."),
        std::pair("next_due < '2026-01-01'",
                  "11: This is a text. Write DATE before it to compare it with a date."),
        std::pair("stock > 'a'",
                  "8: This is a text, which cannot be compared with a whole number."),
        std::pair("stock AND done", "0: A condition is expected here, and this is a whole number."),
        std::pair("name + 1", "0: A number is expected here, and this is a text."),
        std::pair("photo = photo", "0: This is of a type that can only be asked whether it is "
                                   "empty, which has no order."),
        std::pair("stock >", "7: The expression ends here, but a value is expected."),
        std::pair("stock > 1 2", "10: The expression ends before “2”; an operator such as AND is "
                                 "expected here."),
        std::pair("(stock", "6: The expression ends here, but “)” is expected."),
        std::pair("'open", "0: This text has no closing quote (')."),
        std::pair("a ? b", "2: “?” has no meaning here."),
        std::pair("1 /* never ends", "2: This comment has no end (*/)."),
        std::pair("UPER(name)", "0: There is no function UPER. Did you mean UPPER?"),
        std::pair("ROUND()", "0: ROUND takes at least 1 value."),
        std::pair("MOD(1)", "0: MOD takes 2 values."),
        std::pair("name LIKE_REGEX '('", "16: This is no regular expression: missing closing "
                                         "parenthesis."),
        std::pair("next_due + INTERVAL '1' HOUR",
                  "11: A date has no time of day: add whole days, months or years, or CAST it to "
                  "TIMESTAMP."),
        std::pair("DATE '2026-02-30'", "5: “2026-02-30” is not a date. Type year-month-day, "
                                       "for example 2026-12-04."),
        std::pair("CASE END", "5: A value is expected here, not “END”."),
        std::pair("CASE WHEN done THEN 1 ELSE 'a' END",
                  "27: This is a text; the values before it are a whole number."),
        std::pair("EXTRACT(HOUR FROM next_due)", "18: This is a date, which has no such part."),
        std::pair("12abc", "0: A number ends here and a name begins; put a blank or an operator "
                           "between them.")));

// The reference says nothing that is not so.
TEST(Expression, EveryRowOfTheReferenceIsTrue) {
    QFile file(QStringLiteral(DOCS "/expressions.md"));
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    static const QRegularExpression row(QStringLiteral("^\\| `(.+)` \\| (.*) \\|$"));
    int rows = 0;
    for (const QString& line : QString::fromUtf8(file.readAll()).split(u'\n')) {
        const auto match = row.match(line);
        // What subqueries give is asked of the engines.
        if (!match.hasMatch() || line.contains(QStringLiteral("SELECT")))
            continue;
        ++rows;
        const QString text = match.captured(1).replace(QStringLiteral("\\|"), QStringLiteral("|"));
        EXPECT_EQ(answer(text).toStdString(), match.captured(2).toStdString()) << qPrintable(text);
    }
    EXPECT_GT(rows, 60);
}

TEST(Expression, AConditionHasToBeTrueOrFalse) {
    EXPECT_TRUE(parseCondition(QStringLiteral("stock > 1"), columns()));
    EXPECT_TRUE(parseCondition(QStringLiteral("NULL"), columns()));
    const auto number = parseCondition(QStringLiteral("stock + 1"), columns());
    ASSERT_FALSE(number);
    EXPECT_TRUE(number.error().sentence.contains(QStringLiteral("true or false")));
}

TEST(Expression, NamesEachColumnOnce) {
    const auto read = parseExpression(QStringLiteral("stock + Stock * price"), columns());
    ASSERT_TRUE(read);
    EXPECT_EQ(read->columns(), (QStringList{QStringLiteral("stock"), QStringLiteral("price")}));
    EXPECT_EQ(read->type(), ExpressionType::Decimal);
}

TEST(Expression, TwoFieldsThatDifferInCaseAreToldApart) {
    const QList<ExpressionColumn> two{{QStringLiteral("Code"), {TypeKind::Text}},
                                      {QStringLiteral("code"), {TypeKind::Integer}}};
    EXPECT_EQ(parseExpression(QStringLiteral("code"), two)->type(), ExpressionType::Integer);
    const auto either = parseExpression(QStringLiteral("CODE"), two);
    ASSERT_FALSE(either);
    EXPECT_TRUE(either.error().sentence.contains(QStringLiteral("several")));
}

TEST(Expression, HostileTextsEndInAnError) {
    const auto refused = [](const QString& text) { return !parseExpression(text, columns()); };
    EXPECT_TRUE(refused(QString(9'000, u'(')));
    EXPECT_TRUE(refused(QString(9'000, u'-') + u'1'));
    EXPECT_TRUE(refused(QStringLiteral("NOT ").repeated(2'000) + QStringLiteral("done")));
    EXPECT_TRUE(refused(QStringLiteral("1+").repeated(400) + u'1'));
    EXPECT_TRUE(refused(QStringLiteral("CASE ").repeated(1'500)));
    EXPECT_TRUE(refused(QStringLiteral("'a'||").repeated(2'100)));
    EXPECT_TRUE(refused(QString(Expression::LongestText + 1, u' ')));
    EXPECT_TRUE(refused(QString()));
    // Long, but flat.
    EXPECT_FALSE(refused(QStringLiteral("done AND ").repeated(900) + QStringLiteral("done")));
    EXPECT_FALSE(refused(QStringLiteral("stock IN (") + QStringLiteral("1,").repeated(1'000) +
                         QStringLiteral("2)")));
}

TEST(Expression, TextsThatWouldGrowWithoutEndAreStopped) {
    QString text = QStringLiteral("'%1'").arg(QString(1'000, u'a'));
    for (int i = 0; i < 8; ++i)
        text = QStringLiteral("REPLACE(%1, 'a', 'aaaaaaaaaaaaaaaa')").arg(text);
    EXPECT_EQ(answer(text), QStringLiteral("A result is out of range."));
    // A pattern that makes a careless matcher take for ever.
    const auto like =
        parseExpression(QStringLiteral("'%1' LIKE '%2b'")
                            .arg(QString(2'000, u'a'), QStringLiteral("%a").repeated(1'000)),
                        columns());
    ASSERT_TRUE(like);
    EXPECT_FALSE(valueOf(*like)->asBoolean());
}

} // namespace
} // namespace gravin
