// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/tree_builder.h"

#include <gtest/gtest.h>

namespace gravin {
namespace {

using Op = ExpressionNode::Operation;
using Type = ExpressionType;

// Two columns of these types joined by an operation: its type, or nothing where it is refused.
std::optional<Type> typeOfTwo(Op operation, Type left, Type right) {
    TreeBuilder tree;
    const int first = tree.column(0, left, 0, 1);
    const int second = tree.column(1, right, 2, 1);
    try {
        const int node = tree.add(operation, {first, second}, 0, 3);
        return tree.at(node).type;
    } catch (const ExpressionError&) {
        return std::nullopt;
    }
}

TEST(TreeBuilder, ArithmeticIsAsExactAsItsOperands) {
    EXPECT_EQ(typeOfTwo(Op::Add, Type::Integer, Type::Integer), Type::Integer);
    EXPECT_EQ(typeOfTwo(Op::Add, Type::Integer, Type::Decimal), Type::Decimal);
    EXPECT_EQ(typeOfTwo(Op::Multiply, Type::Decimal, Type::Double), Type::Double);
    EXPECT_EQ(typeOfTwo(Op::Divide, Type::Integer, Type::Integer), Type::Decimal);
    EXPECT_EQ(typeOfTwo(Op::Add, Type::Text, Type::Integer), std::nullopt);
    EXPECT_EQ(typeOfTwo(Op::Add, Type::Boolean, Type::Boolean), std::nullopt);
}

TEST(TreeBuilder, MomentsMoveByIntervals) {
    EXPECT_EQ(typeOfTwo(Op::Add, Type::Timestamp, Type::Interval), Type::Timestamp);
    EXPECT_EQ(typeOfTwo(Op::Add, Type::Interval, Type::Timestamp), Type::Timestamp);
    EXPECT_EQ(typeOfTwo(Op::Subtract, Type::Instant, Type::Interval), Type::Instant);
    EXPECT_EQ(typeOfTwo(Op::Subtract, Type::Interval, Type::Timestamp), std::nullopt);
    EXPECT_EQ(typeOfTwo(Op::Subtract, Type::Date, Type::Date), Type::Integer) << "days";
    EXPECT_EQ(typeOfTwo(Op::Multiply, Type::Date, Type::Integer), std::nullopt);
}

TEST(TreeBuilder, WhatIsComparedHasAnOrderInCommon) {
    EXPECT_EQ(typeOfTwo(Op::Less, Type::Integer, Type::Double), Type::Boolean);
    EXPECT_EQ(typeOfTwo(Op::Less, Type::Date, Type::Timestamp), Type::Boolean);
    EXPECT_EQ(typeOfTwo(Op::Equal, Type::Text, Type::Integer), std::nullopt);
    EXPECT_EQ(typeOfTwo(Op::Equal, Type::Time, Type::Date), std::nullopt);
    EXPECT_EQ(typeOfTwo(Op::Equal, Type::Other, Type::Other), std::nullopt);
    EXPECT_EQ(typeOfTwo(Op::Equal, Type::Boolean, Type::Boolean), Type::Boolean);
}

TEST(TreeBuilder, ABareNullFitsEverywhere) {
    EXPECT_EQ(typeOfTwo(Op::Add, Type::Null, Type::Decimal), Type::Decimal);
    EXPECT_EQ(typeOfTwo(Op::Equal, Type::Text, Type::Null), Type::Boolean);
    EXPECT_EQ(typeOfTwo(Op::And, Type::Null, Type::Boolean), Type::Boolean);
    EXPECT_EQ(typeOfTwo(Op::Coalesce, Type::Null, Type::Date), Type::Date);
}

TEST(TreeBuilder, AChoiceHasTheTypeThatAllFitInto) {
    EXPECT_EQ(typeOfTwo(Op::Coalesce, Type::Integer, Type::Double), Type::Double);
    EXPECT_EQ(typeOfTwo(Op::Coalesce, Type::Integer, Type::Decimal), Type::Decimal);
    EXPECT_EQ(typeOfTwo(Op::Coalesce, Type::Integer, Type::Text), std::nullopt);
    EXPECT_EQ(typeOfTwo(Op::NullIf, Type::Text, Type::Text), Type::Text);
}

TEST(TreeBuilder, TextsAndConditions) {
    EXPECT_EQ(typeOfTwo(Op::Concatenate, Type::Text, Type::Text), Type::Text);
    EXPECT_EQ(typeOfTwo(Op::Concatenate, Type::Text, Type::Integer), std::nullopt);
    EXPECT_EQ(typeOfTwo(Op::Or, Type::Boolean, Type::Integer), std::nullopt);
    EXPECT_EQ(typeOfTwo(Op::Position, Type::Text, Type::Text), Type::Integer);
}

TEST(TreeBuilder, AMistakeStandsAtTheOperandThatDoesNotFit) {
    TreeBuilder tree;
    const int number = tree.column(0, Type::Integer, 10, 4);
    const int text = tree.column(1, Type::Text, 20, 5);
    try {
        tree.add(Op::Add, {number, text}, 10, 15);
        FAIL() << "a text is no number";
    } catch (const ExpressionError& error) {
        EXPECT_EQ(error.at, 20);
        EXPECT_EQ(error.length, 5);
    }
}

TEST(TreeBuilder, NeitherDepthNorSizeIsWithoutEnd) {
    TreeBuilder deep;
    int node = deep.column(0, Type::Integer, 0, 1);
    EXPECT_THROW(
        {
            for (int i = 0; i <= Expression::DeepestNesting; ++i)
                node = deep.add(Op::Negate, {node}, 0, 1);
        },
        ExpressionError);
    TreeBuilder large;
    EXPECT_THROW(
        {
            for (int i = 0; i <= Expression::MostNodes; ++i)
                large.column(0, Type::Integer, 0, 1);
        },
        ExpressionError);
}

} // namespace
} // namespace gravin
