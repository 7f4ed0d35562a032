// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/expansion.h"
#include "core/expression/expression_text.h"
#include "core/expression/literal.h"

#include <gtest/gtest.h>

#include <limits>

namespace gravin {
namespace {

Expression read(const char* text, const QStringList& numbers) {
    QList<ExpressionColumn> columns;
    for (const QString& name : numbers)
        columns += ExpressionColumn{name, {TypeKind::Integer}};
    const auto expression = parseExpression(QString::fromUtf8(text), columns);
    EXPECT_TRUE(expression) << text;
    return *expression;
}

std::string written(const Expression& expression) {
    return expressionText(expression, nameText).toStdString();
}

TEST(Expansion, PutsAnExpressionWhereAColumnStood) {
    const QStringList names{QStringLiteral("net"), QStringLiteral("tax"), QStringLiteral("gross")};
    const auto whole = expanded(read("gross * 2 - gross", names),
                                {{QStringLiteral("gross"), read("net + tax", names)}});
    ASSERT_TRUE(whole);
    EXPECT_EQ(written(*whole), "(net + tax) * 2 - (net + tax)");
    EXPECT_EQ(whole->columns(), (QStringList{QStringLiteral("net"), QStringLiteral("tax")}));
    EXPECT_EQ(whole->text(), QStringLiteral("gross * 2 - gross"))
        << "what people see stays what they wrote";
}

TEST(Expansion, WhatIsNotReplacedStays) {
    const QStringList names{QStringLiteral("a"), QStringLiteral("b")};
    const auto same = expanded(read("a + b", names), {});
    ASSERT_TRUE(same);
    EXPECT_EQ(written(*same), "a + b");
}

TEST(Expansion, GrowthWithoutEndIsRefused) {
    const QStringList names{QStringLiteral("a"), QStringLiteral("b")};
    Expression grown = read("a + a + a + a + a + a + a + a", names);
    bool isRefused = false;
    for (int round = 0; round < 8 && !isRefused; ++round) {
        const auto next = expanded(grown, {{QStringLiteral("a"), grown}});
        isRefused = !next;
        if (next)
            grown = *next;
    }
    EXPECT_TRUE(isRefused);
    EXPECT_LE(grown.nodes().size(), static_cast<size_t>(Expression::MostNodes));
}

TEST(ExpressionText, WritesOnlyTheBracketsItNeeds) {
    const QStringList names{QStringLiteral("a"), QStringLiteral("b")};
    for (const auto& [text, anew] :
         {std::pair("((a)) + (b * a)", "a + b * a"), std::pair("(a - b) - a", "a - b - a"),
          std::pair("a - (b - a)", "a - (b - a)"), std::pair("-(a + b)", "-(a + b)"),
          std::pair("NOT ((a = b))", "NOT a = b"),
          std::pair("(a = 1 OR b = 1) AND a = 2", "(a = 1 OR b = 1) AND a = 2")})
        EXPECT_EQ(written(read(text, names)), anew) << text;
}

TEST(ExpressionText, AColumnIsRenamedInNamesOnly) {
    const Expression expression =
        read("CASE WHEN stock > 1 THEN 'stock' ELSE 'none' END", {QStringLiteral("stock")});
    EXPECT_EQ(
        renamedColumn(expression, QStringLiteral("stock"), QStringLiteral("on hand")).toStdString(),
        "CASE WHEN \"on hand\" > 1 THEN 'stock' ELSE 'none' END");
}

TEST(Literal, IsReadAsTheSameValue) {
    const std::vector<Value> values{Value::integer(-7),
                                    Value::decimal(*Decimal::fromText(u"12.50")),
                                    Value::text(QStringLiteral("O'Neil")),
                                    Value::text(QStringLiteral("")),
                                    Value::boolean(false),
                                    Value::date({2026, 12, 4}),
                                    Value::time({3'661'000'250}),
                                    Value::timestamp({QDate(2026, 2, 28), {86'399'000'000}}),
                                    Value::real(0.1)};
    for (const Value& value : values) {
        const QString text = literalText(value);
        const auto expression = parseExpression(text, {});
        ASSERT_TRUE(expression) << qPrintable(text);
        // Written anew it is the same text, so nothing was lost on the way.
        EXPECT_EQ(written(*expression), text.toStdString());
    }
}

TEST(Literal, OfWhatNoneCanStandForIsNull) {
    EXPECT_TRUE(literalText(Value::binary("x")).isNull());
    EXPECT_TRUE(literalText(Value::real(std::numeric_limits<double>::infinity())).isNull());
}

TEST(Literal, NamesAreQuotedWhereTheyMust) {
    EXPECT_EQ(nameText(QStringLiteral("stock")), QStringLiteral("stock"));
    EXPECT_EQ(nameText(QStringLiteral("on hand")), QStringLiteral("\"on hand\""));
    EXPECT_EQ(nameText(QStringLiteral("case")), QStringLiteral("\"case\""));
    EXPECT_EQ(nameText(QStringLiteral("a\"b")), QStringLiteral("\"a\"\"b\""));
    EXPECT_EQ(nameText(QStringLiteral("2nd")), QStringLiteral("\"2nd\""));
}

} // namespace
} // namespace gravin
