// SPDX-License-Identifier: GPL-3.0-or-later
// Fields that follow an expression until a person types there.
#include "core/records/filled_fields.h"

#include "core/records/drafts/draft_store.h"
#include "support/scratch.h"
#include "support/text.h"

namespace gravin::test {
namespace {

// A price that is twice the amount, and a label made of the price.
Table filledTable() {
    Table table;
    table.name = name("t");
    const auto add = [&](const char* column, TypeKind kind, const char* filledWith) {
        Column made;
        made.name = name(column);
        made.type = {kind};
        made.filledWith = name(filledWith);
        table.columns += made;
    };
    add("id", TypeKind::Integer, "");
    add("amount", TypeKind::Integer, "");
    add("price", TypeKind::Integer, "amount * 2");
    add("label", TypeKind::Text, "CASE WHEN price > 10 THEN 'dear' ELSE 'cheap' END");
    table.key = {name("id")};
    return table;
}

class Filled : public ::testing::Test {
protected:
    Value at(int column) const { return drafts.find(id)->value(column); }
    void amount(qint64 value) { drafts.setValue(id, &record, 1, Value::integer(value)); }

    std::shared_ptr<const Table> table = std::make_shared<const Table>(filledTable());
    DraftStore drafts{table};
    Record record{key(1), {Value::integer(1), Value::integer(3), Value::integer(99), text("old")}};
    RecordId id{key(1), 0};
};

TEST_F(Filled, FollowsWhatItReadsAndAnotherFollowsIt) {
    amount(4);
    EXPECT_EQ(at(2), Value::integer(8));
    EXPECT_EQ(at(3), text("cheap"));
    amount(6);
    EXPECT_EQ(at(2), Value::integer(12));
    EXPECT_EQ(at(3), text("dear"));
    amount(3);
    EXPECT_EQ(drafts.find(id), nullptr) << "as it was: also what was filled";
}

TEST_F(Filled, WhatAPersonTypedStandsUntilItIsEmptied) {
    amount(4);
    drafts.setValue(id, &record, 2, Value::integer(7));
    amount(5);
    EXPECT_EQ(at(2), Value::integer(7));
    EXPECT_EQ(at(3), text("cheap")) << "which follows what was typed";
    drafts.setValue(id, &record, 2, Value::null());
    EXPECT_TRUE(at(2).isNull()) << "it can be emptied";
    amount(6);
    EXPECT_EQ(at(2), Value::integer(12)) << "and follows again";
}

TEST_F(Filled, AnEditOfSomethingElseLeavesItAlone) {
    drafts.setValue(id, &record, 3, text("mine"));
    EXPECT_EQ(at(2), Value::integer(99)) << "what was stored once stays";
}

TEST_F(Filled, ANewRecordIsFilledAndADefaultGivesWay) {
    const RecordId made = drafts.addNew();
    drafts.setValue(made, nullptr, 2, Value::integer(1));
    drafts.setGiven(made, {2});
    drafts.setValue(made, nullptr, 1, Value::integer(4));
    EXPECT_EQ(drafts.find(made)->value(2), Value::integer(8));
    EXPECT_TRUE(drafts.find(made)->given.contains(2)) << "nobody typed it";
}

TEST_F(Filled, UndoneAndRedoneItIsAsItWas) {
    amount(4);
    const auto filled = drafts.edits(id);
    drafts.setValue(id, &record, 2, Value::integer(7));
    const auto typed = drafts.edits(id);
    drafts.putBack(id, &record, filled);
    EXPECT_EQ(at(2), Value::integer(8));
    amount(5);
    EXPECT_EQ(at(2), Value::integer(10)) << "it follows, as before";
    drafts.putBack(id, &record, typed);
    amount(6);
    EXPECT_EQ(at(2), Value::integer(7)) << "the person's word";
}

TEST(FilledFields, SayWhyTheyDoNotFit) {
    Table table = filledTable();
    EXPECT_EQ(reasonAgainstFilling(table, name("price"), name("amount + 1")), QString());
    EXPECT_FALSE(reasonAgainstFilling(table, name("price"), name("label")).isEmpty()) << "a text";
    EXPECT_FALSE(reasonAgainstFilling(table, name("price"), name("price + 1")).isEmpty());
    EXPECT_FALSE(reasonAgainstFilling(table, name("price"), name("amuont")).isEmpty());
    EXPECT_TRUE(fillingCircle(table).isEmpty());
    table.columns[1].filledWith = name("CHAR_LENGTH(label)");
    EXPECT_EQ(fillingCircle(table).size(), 3) << "amount, label, price";
    EXPECT_TRUE(
        reasonAgainstStamp(table, name("label"), {Stamp::When::Changed, name("CURRENT_USER")})
            .isEmpty());
    EXPECT_FALSE(
        reasonAgainstStamp(table, name("amount"), {Stamp::When::Added, name("CURRENT_USER")})
            .isEmpty());
}

} // namespace
} // namespace gravin::test
