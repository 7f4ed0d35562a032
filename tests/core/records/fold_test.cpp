// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/fold.h"
#include "support/scratch.h"

#include <limits>

namespace gravin::test {
namespace {

using Function = Subquery::Function;

Subquery subqueryOf(Function function, ExpressionType of) {
    const TypeKind kind = of == ExpressionType::Integer   ? TypeKind::Integer
                          : of == ExpressionType::Decimal ? TypeKind::Decimal
                                                          : TypeKind::Text;
    Subquery subquery;
    subquery.function = function;
    subquery.what = std::make_shared<const Expression>(
        *parseExpression(QStringLiteral("x"), {{QStringLiteral("x"), {kind}}}));
    subquery.type = function == Function::Average ? ExpressionType::Decimal : of;
    return subquery;
}

Value folded(const Subquery& subquery, const std::vector<Value>& values) {
    Fold fold(subquery);
    for (const Value& value : values)
        fold.add(value);
    const auto result = fold.result();
    EXPECT_TRUE(result);
    return result ? *result : Value();
}

TEST(Fold, NullCountsForNothing) {
    const Subquery sum = subqueryOf(Function::Sum, ExpressionType::Integer);
    EXPECT_TRUE(folded(sum, {}).isNull());
    EXPECT_TRUE(folded(sum, {Value(), Value()}).isNull());
    EXPECT_EQ(folded(sum, {Value::integer(2), Value(), Value::integer(3)}), Value::integer(5));
    const Subquery count = subqueryOf(Function::Count, ExpressionType::Integer);
    EXPECT_EQ(folded(count, {Value(), Value::integer(1)}), Value::integer(1));
    const Subquery average = subqueryOf(Function::Average, ExpressionType::Integer);
    EXPECT_EQ(folded(average, {Value::integer(1), Value(), Value::integer(2)}),
              decimal("1.500000"));
}

TEST(Fold, SumsAreExactAndGrowBeyondSixtyFourBits) {
    const Subquery sum = subqueryOf(Function::Sum, ExpressionType::Decimal);
    EXPECT_EQ(folded(sum, std::vector<Value>(10, decimal("0.1"))), decimal("1.0"));
    const Subquery whole = subqueryOf(Function::Sum, ExpressionType::Integer);
    const Value most = Value::integer(std::numeric_limits<qint64>::max());
    EXPECT_EQ(folded(whole, {most, most}), decimal("18446744073709551614"));
}

TEST(Fold, AListIsTheSameWhateverTheOrderItIsMadeIn) {
    Subquery list = subqueryOf(Function::List, ExpressionType::Text);
    list.separator = QStringLiteral(", ");
    EXPECT_EQ(folded(list, {text("b"), text("a"), Value(), text("a")}), text("a, a, b"));
    const auto ordered = [&](bool descending) {
        list.isDescending = descending;
        Fold fold(list);
        fold.add(text("last"), Value());
        fold.add(text("two"), Value::integer(2));
        fold.add(text("also two"), Value::integer(2));
        fold.add(text("one"), Value::integer(1));
        return *fold.result();
    };
    EXPECT_EQ(ordered(false), text("one, also two, two, last"));
    EXPECT_EQ(ordered(true), text("also two, two, one, last"));
}

TEST(Fold, WhatCannotBeHadSpoilsIt) {
    const Subquery list = subqueryOf(Function::List, ExpressionType::Text);
    Fold fold(list);
    fold.add(Value::text(QString(Fold::LongestList + 1, u'x')));
    EXPECT_FALSE(fold.result());
    const Subquery sum = subqueryOf(Function::Sum, ExpressionType::Integer);
    Fold spoiled(sum);
    spoiled.add(Value::integer(1));
    spoiled.spoil({ErrorKind::Refused, QStringLiteral("no")});
    ASSERT_FALSE(spoiled.result());
    EXPECT_EQ(spoiled.result().error().sentence, u"no");
}

} // namespace
} // namespace gravin::test
