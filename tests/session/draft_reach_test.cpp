// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/drafts/draft_reach.h"

#include "open_project.h"

using namespace gravin;
using namespace gravin::test;

namespace {

// What drafts reach in the record that they refer to.
class DraftReachTest : public OpenProject {
protected:
    DraftReachTest() {
        workspace().document()->change(name("berth's name"), [](Project& project) {
            project.computed[name("boat")] = {{name("berth"), name("berth_id -> name")}};
            Check check;
            check.kind = CheckKind::Condition;
            check.column = name("berth_id");
            check.condition = name("berth_id -> name <> 'South' OR length < 9");
            check.message = name("Too long for South.");
            project.checks[name("boat")].checks = {check};
        });
        settle();
    }
    int place() { return records().table(name("boat"))->indexOf(name("berth_id -> name")); }
    Value reached(qint64 boat) { return reached(RecordId{key(boat), 0}); }
    Value reached(const RecordId& id) {
        const Draft* draft = drafts("boat").find(id);
        return draft ? draft->value(place()) : Value();
    }
    void moor(qint64 boat, qint64 berth) {
        ASSERT_NE(record("boat", boat), nullptr);
        const BoundScreen bound = screen("boat");
        records().choose(bound, {key(boat), 0}, fieldOf(bound, "berth_id"), Value::integer(berth));
    }
    bool isReached(const RecordId& id, const char* berth) {
        return until([&] { return reached(id) == text(berth); });
    }
    bool isReached(qint64 boat, const char* berth) {
        return isReached(RecordId{key(boat), 0}, berth);
    }
};

TEST_F(DraftReachTest, ItIsReadWithTheRecord) {
    ASSERT_NE(record("boat", 3), nullptr);
    EXPECT_EQ(record("boat", 3)->values[static_cast<size_t>(place())], text("South"));
    type(3, "name", "Great skua");
    EXPECT_EQ(reached(3), text("South")) << "the reference is as it was";
}

TEST_F(DraftReachTest, ItFollowsTheReferenceThatIsEdited) {
    moor(1, 2);
    EXPECT_TRUE(reached(1).isNull()) << "it is on its way";
    EXPECT_TRUE(isReached(1, "South"));
    moor(1, 1);
    EXPECT_EQ(drafts("boat").find({key(1), 0}), nullptr) << "nothing is edited any more";
    type(1, "name", "Grey heron");
    moor(1, 2);
    moor(1, 1);
    settle();
    EXPECT_EQ(reached(1), text("North")) << "a late answer is about another reference";
}

TEST_F(DraftReachTest, ANewRecordReachesWhatWasChosen) {
    const RecordId made =
        records().newRecord(screen("boat"), {{name("berth_id"), Value::integer(2)}});
    EXPECT_TRUE(isReached(made, "South"));
}

TEST_F(DraftReachTest, ChecksAreAskedOfWhatItWillBe) {
    moor(2, 2); // nine long
    EXPECT_TRUE(until([&] { return !records().problems(name("boat"), {key(2), 0}).empty(); }));
    EXPECT_EQ(records().problems(name("boat"), {key(2), 0}).front().message,
              u"Too long for South.");
    type(2, "length", "8");
    EXPECT_TRUE(records().problems(name("boat"), {key(2), 0}).empty());
}

TEST_F(DraftReachTest, ItFollowsWhatBecomesOfTheOtherRecord) {
    type(1, "name", "Grey heron");
    ASSERT_NE(record("boat", 2), nullptr);
    ASSERT_NE(record("berth", 1), nullptr);
    records().type(screen("berth"), {key(1), 0}, fieldOf(screen("berth"), "name"),
                   name("Far North"));
    writing().save(screen("berth"), {key(1), 0});
    EXPECT_TRUE(isReached(1, "Far North"));
    EXPECT_TRUE(until([&] {
        const Record* tern = records().store(name("boat"))->record(key(2));
        return tern && tern->values[static_cast<size_t>(place())] == text("Far North");
    }));
    EXPECT_EQ(drafts("boat").all().size(), 1) << "nobody else's draft was begun";
}

} // namespace
