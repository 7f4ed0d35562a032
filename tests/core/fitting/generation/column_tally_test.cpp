// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/generation/column_tally.h"

#include "core/fitting/generation/evidence.h"
#include "support/text.h"

#include <gtest/gtest.h>

#include <numeric>

using namespace gravin;
using test::name;

namespace {

ColumnEvidence tallied(TypeKind kind, const std::vector<Value>& values) {
    ColumnTally tally(name("c"), {kind});
    for (const Value& value : values)
        tally.take(value);
    return tally.result();
}
Value words(const char* text) { return Value::text(name(text)); }

TEST(ColumnTally, CountsWhatThereIsAndHowOften) {
    const ColumnEvidence evidence =
        tallied(TypeKind::Text, {words("a"), words("b"), words("a"), words("c"), words("a")});
    EXPECT_EQ(evidence.lookedAt, 5);
    EXPECT_EQ(evidence.distinct, 3);
    EXPECT_TRUE(evidence.hasAllValues());
    ASSERT_FALSE(evidence.seen.empty());
    EXPECT_EQ(evidence.seen.front().value, words("a"));
    EXPECT_EQ(evidence.seen.front().count, 3);
}

TEST(ColumnTally, WhatIsEmptyHoldsNothing) {
    const ColumnEvidence evidence =
        tallied(TypeKind::Text, {Value(), words(""), words("  "), words("a")});
    EXPECT_EQ(evidence.filled, 1);
    EXPECT_EQ(evidence.lookedAt, 1);
    EXPECT_EQ(evidence.distinct, 1);
}

TEST(ColumnTally, OfManyOnlyTheMostFrequentAreKept) {
    std::vector<Value> values;
    for (int i = 0; i < 100; ++i)
        values.push_back(Value::integer(i));
    values.push_back(Value::integer(7));
    const ColumnEvidence evidence = tallied(TypeKind::Integer, values);
    EXPECT_EQ(evidence.distinct, 100);
    EXPECT_FALSE(evidence.hasAllValues());
    EXPECT_LE(evidence.seen.size(), static_cast<size_t>(ColumnEvidence::MostSeen));
    EXPECT_EQ(evidence.smallest, Value::integer(0));
    EXPECT_EQ(evidence.largest, Value::integer(99));
    EXPECT_EQ(std::accumulate(evidence.bars.begin(), evidence.bars.end(), qint64(0)), 101);
}

TEST(ColumnTally, LengthsAreCharactersAndUsualLeavesTheRareOut) {
    std::vector<Value> values(40, words("ab😀"));
    values.push_back(words("abcdefghijklmnopqrstuvwxyz"));
    const ColumnEvidence evidence = tallied(TypeKind::Text, values);
    EXPECT_EQ(evidence.shortest, 3);
    EXPECT_EQ(evidence.longest, 26);
    EXPECT_EQ(evidence.usual, 3);
    EXPECT_EQ(evidence.longestText.left(3), name("abc"));
}

TEST(ColumnTally, CodesHaveAShape) {
    const ColumnEvidence evidence =
        tallied(TypeKind::Text, {words("TB-001"), words("TB-002"), words("XY-117")});
    ASSERT_EQ(evidence.shapes.size(), 1u);
    EXPECT_EQ(evidence.shapes.front().count, 3);
    EXPECT_EQ(evidence.builds, 1);
}

TEST(ColumnTally, ValuesOfAnotherTypeAreStrangers) {
    const ColumnEvidence evidence =
        tallied(TypeKind::Integer, {Value::integer(1), words("seven"), words("eight")});
    EXPECT_EQ(evidence.strangers, 2);
    EXPECT_TRUE(evidence.strangerExamples.contains(name("seven")));
    EXPECT_EQ(evidence.largest, Value::integer(1));
}

TEST(ColumnTally, AnotherCountMayKnowTheExtremesBetter) {
    ColumnTally tally(name("c"), {TypeKind::Integer});
    tally.take(Value::integer(5));
    tally.setExtremes(Value::integer(-3), Value::integer(900));
    EXPECT_EQ(tally.result().smallest, Value::integer(-3));
    EXPECT_EQ(tally.result().largest, Value::integer(900));
}

TEST(ColumnTally, OrphansAreCountedAndNamed) {
    ColumnTally tally(name("c"), {TypeKind::Integer});
    tally.take(Value::integer(5));
    tally.takeOrphan(Value::integer(5));
    EXPECT_EQ(tally.result().orphans, 1);
    EXPECT_EQ(tally.result().orphanExamples, QStringList{name("5")});
}

TEST(Evidence, SaysOfHowMuchItSpeaks) {
    Evidence all;
    all.records = all.lookedAt = 1204;
    EXPECT_TRUE(all.isExact());
    EXPECT_TRUE(all.basis().contains(QLocale().toString(1204)));
    Evidence sample;
    sample.records = 1'000'000;
    sample.lookedAt = 30'303;
    sample.step = 33;
    EXPECT_FALSE(sample.isExact());
    EXPECT_TRUE(sample.basis().contains(name("33")));
    EXPECT_EQ(sample.column(name("none")), nullptr);
}

} // namespace
