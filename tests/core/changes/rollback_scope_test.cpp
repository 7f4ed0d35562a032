// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/rollback.h"

#include "support/scratch.h"
#include "support/text.h"

using namespace gravin;
using namespace gravin::test;

namespace {

// What of the log is taken back, and what is done with what stands in the way.
class RollbackScope : public ::testing::Test {
protected:
    RollbackScope()
        : database(name("CREATE TABLE t (id INTEGER PRIMARY KEY, a TEXT, b INTEGER);"
                        "INSERT INTO t VALUES (1, 'one', 1), (2, 'two', 2), (3, 'three', 3);"))
        , desk(database) {}

    RecordEdit edit(qint64 id, const FieldValues& after) const {
        return {Operation::Update, name("t"), key(id), {}, after};
    }
    qint64 setAll(const char* a, qint64 b) {
        const auto written = desk.write(std::vector<RecordEdit>{
            edit(1, {{name("a"), text(a)}, {name("b"), Value::integer(b)}}),
            edit(2, {{name("a"), text(a)}, {name("b"), Value::integer(b)}}),
            edit(3, {{name("a"), text(a)}, {name("b"), Value::integer(b)}})});
        EXPECT_TRUE(written);
        return written ? written->id : 0;
    }
    // "one/1 two/2 three/3"
    std::string content() {
        QStringList words;
        for (qint64 id = 1; id <= 3; ++id) {
            const Record record = desk.read(name("t"), key(id));
            words +=
                record.values[1].asText() + u'/' + QString::number(record.values[2].asInteger());
        }
        return words.join(u' ').toStdString();
    }
    RollbackPlan plan(const LogScope& scope, const RollbackChoices& choices = {}) {
        const auto made = planRollback(desk.session(), desk.catalog(), scope, choices);
        EXPECT_TRUE(made);
        return made ? *made : RollbackPlan();
    }

    ScratchDatabase database;
    Desk desk;
};

TEST_F(RollbackScope, OneFieldOfOneRecord) {
    const qint64 change = setAll("x", 9);
    ASSERT_TRUE(desk.rollBack(
        LogScope{.changes = {change}, .table = name("t"), .key = key(2), .column = name("b")}));
    EXPECT_EQ(content(), "x/9 x/2 x/9");
}

TEST_F(RollbackScope, OneFieldOfAllRecords) {
    const qint64 change = setAll("x", 9);
    ASSERT_TRUE(
        desk.rollBack(LogScope{.changes = {change}, .table = name("t"), .column = name("a")}));
    EXPECT_EQ(content(), "one/9 two/9 three/9");
}

TEST_F(RollbackScope, SomeRecords) {
    const qint64 change = setAll("x", 9);
    ASSERT_TRUE(
        desk.rollBack(LogScope{.changes = {change}, .table = name("t"), .keys = {key(1), key(3)}}));
    EXPECT_EQ(content(), "one/1 x/9 three/3");
}

TEST_F(RollbackScope, EverythingSinceAChange) {
    const qint64 first = setAll("x", 9);
    setAll("y", 8);
    ASSERT_TRUE(desk.write(edit(2, {{name("a"), text("z")}})));
    const RollbackPlan back = plan({.afterId = first});
    EXPECT_EQ(back.changes.size(), 2);
    EXPECT_TRUE(back.isClean()) << "later steps count as done for those behind them";
    ASSERT_TRUE(desk.rollBack(LogScope{.afterId = first}));
    EXPECT_EQ(content(), "x/9 x/9 x/9");
}

TEST_F(RollbackScope, ARecordIsFollowedThroughItsKeys) {
    setAll("x", 9);
    ASSERT_TRUE(
        desk.write(edit(2, {{name("id"), Value::integer(20)}, {name("b"), Value::integer(7)}})));
    ASSERT_TRUE(desk.write(edit(20, {{name("id"), Value::integer(200)}})));
    // Somebody else takes the key that became free; that is another record.
    ASSERT_TRUE(desk.write(RecordEdit{Operation::Insert,
                                      name("t"),
                                      {},
                                      {},
                                      {{name("id"), Value::integer(2)},
                                       {name("a"), text("new")},
                                       {name("b"), Value::integer(0)}}}));
    ASSERT_TRUE(desk.write(edit(200, {{name("a"), text("z")}})));
    const LogScope all{.afterId = 0, .table = name("t"), .key = key(200)};
    EXPECT_EQ(plan(all).count(), 4);
    EXPECT_EQ(
        plan({.afterId = 0, .table = name("t"), .key = key(200), .column = name("b")}).count(), 2);
    EXPECT_EQ(plan({.afterId = 0, .table = name("t"), .key = key(2)}).count(), 1);
    ASSERT_TRUE(desk.rollBack(
        LogScope{.afterId = 0, .table = name("t"), .key = key(200), .column = name("b")}));
    EXPECT_EQ(desk.read(name("t"), key(200)).values[2], Value::integer(2));
    EXPECT_EQ(desk.read(name("t"), key(200)).values[1], text("z"));
}

TEST_F(RollbackScope, OnePersonsChanges) {
    setAll("x", 9);
    EXPECT_EQ(plan({.afterId = 0, .person = name("somebody else")}).count(), 0);
    EXPECT_EQ(plan({.afterId = 0, .person = name("tester")}).count(), 3);
}

TEST_F(RollbackScope, WhatStandsInTheWayIsSkippedByItsKind) {
    const qint64 change = setAll("x", 9);
    ASSERT_TRUE(desk.write(edit(2, {{name("a"), text("later")}})));
    RollbackChoices choices;
    choices.byState.insert(RollbackState::ChangedSince, OnConflict::Skip);
    const RollbackPlan partly = plan({.changes = {change}}, choices);
    EXPECT_EQ(partly.count(RollbackState::ChangedSince), 1);
    EXPECT_EQ(partly.writing, 2);
    EXPECT_EQ(partly.left, 1);
    ASSERT_TRUE(desk.rollBack(LogScope{.changes = {change}}, choices));
    EXPECT_EQ(content(), "one/1 later/9 three/3");
}

TEST_F(RollbackScope, OneStepIsDecidedOtherwise) {
    const qint64 change = setAll("x", 9);
    ASSERT_TRUE(desk.write(std::vector<RecordEdit>{edit(1, {{name("a"), text("later")}}),
                                                   edit(2, {{name("a"), text("later")}})}));
    const RollbackPlan asked = plan({.changes = {change}});
    const auto clash = std::find_if(asked.steps.begin(), asked.steps.end(), [](const auto& step) {
        return step.state == RollbackState::ChangedSince && step.key == key(2);
    });
    ASSERT_NE(clash, asked.steps.end());
    RollbackChoices choices(OnConflict::Skip);
    choices.bySteps.insert({clash->change, clash->sequence}, OnConflict::Overwrite);
    ASSERT_TRUE(desk.rollBack(LogScope{.changes = {change}}, choices));
    EXPECT_EQ(content(), "later/9 two/2 three/3");
}

TEST_F(RollbackScope, ThePlanSaysWhatItWouldDo) {
    const qint64 change = setAll("x", 9);
    const RollbackPlan made = plan({.changes = {change}});
    ASSERT_EQ(made.steps.size(), 3u);
    const RollbackStep& step = made.steps.front();
    EXPECT_EQ(step.operation, Operation::Update);
    EXPECT_EQ(step.change, change);
    ASSERT_EQ(step.fields.size(), 2u);
    EXPECT_EQ(step.fields[0].column, name("a"));
    EXPECT_EQ(step.fields[0].now, text("x"));
    EXPECT_NE(step.fields[0].restored, step.fields[0].now);
    EXPECT_EQ(content(), "x/9 x/9 x/9") << "a plan changes nothing";
}

TEST_F(RollbackScope, ARequestOfWhatIsAlreadySoHasNothingToDo) {
    const qint64 change = setAll("x", 9);
    ASSERT_TRUE(desk.rollBack(change));
    const auto request = rollbackRequest(plan({.changes = {change}}), {});
    ASSERT_TRUE(request);
    EXPECT_TRUE(request->edits.empty());
}

TEST(RollbackState, EachHasAWordOfItsOwn) {
    QStringList words;
    for (const auto state :
         {RollbackState::Ready, RollbackState::AlreadySo, RollbackState::ChangedSince,
          RollbackState::RecordGone, RollbackState::KeyTaken, RollbackState::Held})
        words += stateName(state);
    words.removeDuplicates();
    EXPECT_EQ(words.size(), 6);
    EXPECT_FALSE(words.contains(QString()));
}

} // namespace
