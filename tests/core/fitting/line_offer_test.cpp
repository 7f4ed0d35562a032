// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/line_offer.h"
#include "support/scratch.h"
#include "support/text.h"

namespace gravin::test {
namespace {

TEST(LineOffer, EveryForeignKeyThatLeadsToATableIsOffered) {
    const ScratchDatabase database(QStringLiteral(
        "CREATE TABLE trip (no INTEGER, leg INTEGER, PRIMARY KEY (no, leg));"
        "CREATE TABLE \"odd stop\" (id INTEGER PRIMARY KEY, trip_no INTEGER, trip_leg INTEGER, "
        "back_no INTEGER, back_leg INTEGER, miles NUMERIC,"
        "FOREIGN KEY (trip_no, trip_leg) REFERENCES trip (no, leg),"
        "FOREIGN KEY (back_no, back_leg) REFERENCES trip (no, leg));"));
    const Catalog catalog = *database.open()->readCatalog();
    const QList<LinesOffer> offers = linesOf(catalog, *catalog.table(name("trip")));
    ASSERT_EQ(offers.size(), 2);
    EXPECT_TRUE(offers[0].isOneOfSeveral);
    const auto& there = offers[0].columns.front() == u"trip_no" ? offers[0] : offers[1];
    EXPECT_EQ(lineExpression(there, Subquery::Function::Sum, name("miles")),
              u"(SELECT SUM(miles) FROM \"odd stop\" WHERE \"odd stop\".trip_no = record.no AND "
              u"\"odd stop\".trip_leg = record.leg)");
    EXPECT_EQ(lineExpression(there, Subquery::Function::Count, {}).left(30),
              u"(SELECT COUNT(*) FROM \"odd sto");
    EXPECT_TRUE(linesOf(catalog, *catalog.table(name("odd stop"))).isEmpty());
}

TEST(LineOffer, WhatCanBeMadeDependsOnTheType) {
    using Function = Subquery::Function;
    EXPECT_EQ(functionsFor(ExpressionType::Decimal).front(), Function::Sum);
    EXPECT_EQ(functionsFor(ExpressionType::Date),
              (QList<Function>{Function::Largest, Function::Smallest}));
    EXPECT_TRUE(functionsFor(ExpressionType::Other).isEmpty());
    EXPECT_EQ(functionText(Function::Largest, ExpressionType::Date), u"latest");
    EXPECT_EQ(functionText(Function::Largest, ExpressionType::Integer), u"largest");
}

} // namespace
} // namespace gravin::test
