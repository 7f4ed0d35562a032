// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/drafts/draft_aggregates.h"

#include "core/value/text_form.h"
#include "open_project.h"

using namespace gravin;
using namespace gravin::test;

namespace {

// What a berth shows of its boats while they are edited.
class DraftAggregatesTest : public OpenProject {
protected:
    DraftAggregatesTest() {
        workspace().document()->change(name("boats' length"), [](Project& project) {
            project.computed[name("berth")] = {
                {name("metres"),
                 name("(SELECT SUM(length) FROM boat WHERE boat.berth_id = record.id)")},
                {name("boats"),
                 name("(SELECT COUNT(*) FROM boat WHERE boat.berth_id = record.id)")},
                {name("double"), name("metres * 2")}};
        });
        settle();
    }
    int place(const char* column) { return records().table(name("berth"))->indexOf(name(column)); }
    // As it stands on the screen.
    QString shown(qint64 berth, const char* column) {
        const Record* stored = record("berth", berth);
        return stored ? toText(stored->values[static_cast<size_t>(place(column))], {}) : QString();
    }
    bool isShown(qint64 berth, const char* column, const char* wanted) {
        return until([&] { return shown(berth, column) == QString::fromUtf8(wanted); });
    }
    QString drafted(const RecordId& berth, const char* column) {
        const Draft* draft = drafts("berth").find(berth);
        const BoundScreen bound = screen("berth");
        if (!draft)
            return {};
        std::vector<Value> values = draft->values();
        bound.computed->fillIn(values, Present::take());
        return toText(values[static_cast<size_t>(place(column))], {});
    }
    void moor(qint64 boat, qint64 berth) {
        ASSERT_NE(record("boat", boat), nullptr);
        const BoundScreen bound = screen("boat");
        records().choose(bound, {key(boat), 0}, fieldOf(bound, "berth_id"), Value::integer(berth));
    }
};

TEST_F(DraftAggregatesTest, ASumFollowsItsLinesWhileTheyAreTyped) {
    ASSERT_TRUE(isShown(1, "metres", "16"));
    EXPECT_EQ(shown(2, "metres"), u"8");
    type(1, "length", "7.5");
    EXPECT_TRUE(isShown(1, "metres", "16.5")) << qPrintable(shown(1, "metres"));
    EXPECT_EQ(shown(1, "double"), u"33.0") << "and what is computed of it";
    moor(2, 2);
    EXPECT_TRUE(isShown(2, "metres", "17")) << "a line that comes over";
    EXPECT_TRUE(isShown(1, "boats", "1"));
    EXPECT_TRUE(isShown(1, "metres", "7.5"));
    EXPECT_EQ(stored("SELECT SUM(length) FROM boat WHERE berth_id = 1"), u"16")
        << "nothing is stored yet";
}

TEST_F(DraftAggregatesTest, NewLinesCountUntilTheyAreDiscarded) {
    ASSERT_TRUE(isShown(2, "boats", "1"));
    const RecordId made = records().newRecord(
        screen("boat"), {{name("berth_id"), Value::integer(2)}, {name("length"), decimal("4")}});
    EXPECT_TRUE(isShown(2, "boats", "2"));
    EXPECT_TRUE(isShown(2, "metres", "12"));
    records().discard(name("boat"), made);
    EXPECT_TRUE(isShown(2, "boats", "1"));
    EXPECT_TRUE(isShown(2, "metres", "8"));
}

TEST_F(DraftAggregatesTest, AfterTheSaveTheDatabaseSaysTheSame) {
    ASSERT_TRUE(isShown(1, "metres", "16"));
    type(1, "length", "9.25");
    ASSERT_TRUE(isShown(1, "metres", "18.25"));
    writing().save(screen("boat"), {key(1), 0});
    ASSERT_TRUE(isSaid("Saved"));
    EXPECT_TRUE(until([&] { return drafts("boat").all().isEmpty(); }));
    settle();
    EXPECT_TRUE(isShown(1, "metres", "18.25"));
    EXPECT_EQ(stored("SELECT SUM(length) FROM boat WHERE berth_id = 1"), u"18.25");
}

TEST_F(DraftAggregatesTest, NothingIsBlankWhileItIsReadAnew) {
    ASSERT_TRUE(isShown(1, "metres", "16"));
    QObject context;
    QStringList seen;
    RecordStore* store = records().store(name("berth"));
    QObject::connect(store, &RecordStore::recordsArrived, &context, [&](const QList<Key>& keys) {
        const Record* here = keys.contains(key(1)) ? store->record(key(1)) : nullptr;
        if (keys.contains(key(1)))
            seen += here ? toText(here->values[static_cast<size_t>(place("metres"))], {})
                         : name("blank");
    });
    type(1, "length", "9");
    ASSERT_TRUE(isShown(1, "metres", "18"));
    writing().save(screen("boat"), {key(1), 0});
    ASSERT_TRUE(until([&] { return drafts("boat").all().isEmpty(); }));
    for (int turn = 0; turn < 200; ++turn)
        settle();
    EXPECT_FALSE(seen.contains(name("blank"))) << qPrintable(seen.join(u' '));
    EXPECT_EQ(seen.back(), u"18");
}

TEST_F(DraftAggregatesTest, LinesThatWereEditedBeforeAnybodyLookedAtTheirParentsCount) {
    type(1, "length", "9");
    settle();
    ASSERT_FALSE(records().tablesInUse().contains(name("berth")));
    EXPECT_TRUE(isShown(1, "metres", "18")) << qPrintable(shown(1, "metres"));
}

TEST_F(DraftAggregatesTest, AParentThatIsLaidOutAnewGoesOnFollowing) {
    type(1, "length", "9");
    ASSERT_TRUE(isShown(1, "metres", "18"));
    const int before = place("metres");
    workspace().document()->change(name("more"), [](Project& project) {
        project.computed[name("berth")].prepend({name("more"), name("name || '!'")});
        project.computed[name("berth")].prepend(
            {name("longest"), name("(SELECT MAX(length) FROM boat WHERE berth_id = record.id)")});
    });
    settle();
    EXPECT_NE(place("metres"), before);
    EXPECT_TRUE(isShown(1, "metres", "18"));
    EXPECT_TRUE(isShown(1, "longest", "9"));
    type(2, "length", "11");
    EXPECT_TRUE(isShown(1, "metres", "20"));
    EXPECT_TRUE(isShown(1, "longest", "11"));
}

TEST_F(DraftAggregatesTest, ANewParentHasTheLinesThatAreBegunForIt) {
    const RecordId parent = records().newRecord(screen("berth"), {{name("name"), text("East")}});
    EXPECT_TRUE(until([&] { return drafted(parent, "boats") == u"0"; }));
    const DraftParent belonging{name("berth"), parent, {name("berth_id")}, {name("id")}};
    records().newRecord(screen("boat"), {{name("length"), decimal("3.5")}}, belonging);
    const RecordId second =
        records().newRecord(screen("boat"), {{name("length"), decimal("2")}}, belonging);
    EXPECT_TRUE(until([&] { return drafted(parent, "metres") == u"5.5"; }));
    EXPECT_TRUE(until([&] { return drafted(parent, "boats") == u"2"; }));
    EXPECT_EQ(drafted(parent, "double"), u"11.0");
    records().discard(name("boat"), second);
    EXPECT_TRUE(until([&] { return drafted(parent, "metres") == u"3.5"; }));
}

TEST_F(DraftAggregatesTest, AParentThatIsEditedItselfFollowsToo) {
    const RecordId north{key(1), 0};
    ASSERT_NE(record("berth", 1), nullptr);
    const BoundScreen bound = screen("berth");
    records().type(bound, north, fieldOf(bound, "name"), name("North quay"));
    EXPECT_EQ(drafted(north, "metres"), u"16");
    type(2, "length", "10");
    EXPECT_TRUE(until([&] { return drafted(north, "metres") == u"17"; }));
    records().discard(name("boat"), {key(2), 0});
    EXPECT_TRUE(until([&] { return drafted(north, "metres") == u"16"; }));
}

TEST_F(DraftAggregatesTest, WhatOthersChangeIsCountedWithWhatIsEdited) {
    ASSERT_TRUE(isShown(1, "metres", "16"));
    type(1, "length", "8");
    ASSERT_TRUE(isShown(1, "metres", "17"));
    type(2, "length", "20");
    ASSERT_TRUE(isShown(1, "metres", "28"));
    writing().save(screen("boat"), {key(2), 0});
    ASSERT_TRUE(isSaid("Saved"));
    settle();
    EXPECT_TRUE(isShown(1, "metres", "28"));
    records().discard(name("boat"), {key(1), 0});
    EXPECT_TRUE(isShown(1, "metres", "27"));
}

} // namespace
