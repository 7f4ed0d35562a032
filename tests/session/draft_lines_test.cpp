// SPDX-License-Identifier: GPL-3.0-or-later
// Lines of a record: numbered as they begin, and deleted with the save of what they belong to.
#include "session/drafts/draft_numbers.h"

#include "core/records/drafts/draft_journal.h"

#include "open_project.h"
#include "session/drafts/draft_history.h"
#include "session/drafts/line_moves.h"
#include "session/screen_binding.h"

using namespace gravin;
using namespace gravin::test;

namespace {

class DraftLines : public OpenProject {
protected:
    DraftLines()
        : OpenProject(name("CREATE TABLE step (berth_id INTEGER NOT NULL REFERENCES berth (id), "
                           "place INTEGER NOT NULL, what TEXT, PRIMARY KEY (berth_id, place));"
                           "INSERT INTO step VALUES (1, 1, 'sound'), (1, 4, 'dredge');"),
                      {name("step")}) {}
    RecordId begin(qint64 berth) {
        return records().newRecord(screen("step"), {{name("berth_id"), Value::integer(berth)}});
    }
    RecordId beginIn(const RecordId& berth) {
        return records().newRecord(
            screen("step"), {},
            DraftParent{name("berth"), berth, {name("berth_id")}, {name("id")}});
    }
    std::optional<qint64> number(const RecordId& id) {
        const Draft* draft = drafts("step").find(id);
        const Value value = draft ? draft->value(1) : Value();
        return value.isNull() ? std::nullopt : std::optional(value.asInteger());
    }
    static Key step(qint64 berth, qint64 place) {
        return Key({Value::integer(berth), Value::integer(place)});
    }
    const Record* read(const Key& key) {
        RecordStore* store = records().store(name("step"));
        (void)until([&] { return store->record(key) || store->isGone(key); });
        return store->record(key);
    }
};

TEST_F(DraftLines, AreNumberedBehindWhatIsStoredAndBegun) {
    EXPECT_EQ(screen("step").field(name("place"))->definition.defaultValue.kind,
              FieldDefault::Kind::NextNumber)
        << "it completes the key behind its berth";
    const RecordId one = begin(1);
    const RecordId two = begin(1);
    const RecordId other = begin(2);
    EXPECT_TRUE(until([&] { return number(one) == 5 && number(two) == 6 && number(other) == 1; }));
    EXPECT_TRUE(drafts("step").find(one)->given.contains(1)) << "nobody typed it";
    records().discard(name("step"), one);
    const RecordId third = begin(1);
    EXPECT_TRUE(until([&] { return number(third) == 7; }));
    // Nothing of it is a step of its own to undo.
    records().history()->undo();
    EXPECT_TRUE(until([&] { return drafts("step").find(third) == nullptr; }));
}

TEST_F(DraftLines, OfANewRecordCountFromOne) {
    const RecordId berth = records().newRecord(screen("berth"), {{name("name"), text("East")}});
    const RecordId one = beginIn(berth);
    const RecordId two = beginIn(berth);
    EXPECT_EQ(number(one), 1);
    EXPECT_EQ(number(two), 2);
    const RecordId elsewhere =
        beginIn(records().newRecord(screen("berth"), {{name("name"), text("West")}}));
    EXPECT_EQ(number(elsewhere), 1);
    // With the number that was typed over the next one counts on.
    drafts("step").setValue(two, nullptr, 1, Value::integer(40));
    EXPECT_EQ(number(beginIn(berth)), 41);
    drafts("step").setValue(two, nullptr, 1, Value::integer(std::numeric_limits<qint64>::max()));
    EXPECT_EQ(number(beginIn(berth)), 42) << "there is none behind the last";
}

TEST_F(DraftLines, AreDeletedWithTheSave) {
    const RecordId id{step(1, 4), 0};
    const Record* record = read(id.key);
    ASSERT_NE(record, nullptr);
    ScreenBinding binding(&workspace(), name("step"));
    drafts("step").setRemoved(id, record, true);
    EXPECT_EQ(binding.recordsSaved(id), 1);
    EXPECT_TRUE(binding.saveReason(id).isEmpty());
    EXPECT_FALSE(binding.readOnlyReason(*binding.screen().field(name("what")), id).isEmpty());
    EXPECT_FALSE(binding.reasonAgainstDeleting(id).isEmpty()) << "it is already";
    records().history()->undo();
    EXPECT_EQ(drafts("step").find(id), nullptr);
    records().history()->redo();
    ASSERT_NE(drafts("step").find(id), nullptr);
    EXPECT_TRUE(drafts("step").find(id)->removed);
    EXPECT_EQ(stored("SELECT count(*) FROM step"), u"2") << "nothing is deleted yet";

    const RecordId made = begin(1);
    ASSERT_TRUE(until([&] { return number(made) == 5; }));
    workspace().writing()->saver()->save(name("Steps"), {name("step"), id}, {{name("step"), made}});
    EXPECT_TRUE(isSaid("Saved 2 records as one: change 1."));
    EXPECT_EQ(stored("SELECT group_concat(place) FROM step"), u"1,5");
    EXPECT_EQ(stored("SELECT group_concat(op) FROM (SELECT DISTINCT seq, op FROM "
                     "gravin_entry ORDER BY seq)"),
              u"3,1");
    EXPECT_TRUE(drafts("step").all().isEmpty());
    EXPECT_FALSE(std::any_of(said.begin(), said.end(), [](const Notice& notice) {
        return notice.text.contains(name("deleted elsewhere"));
    })) << "it was this person";
}

TEST_F(DraftLines, ThatSomebodyElseDeletedAreWhatWasWanted) {
    const RecordId id{step(1, 4), 0};
    drafts("step").setRemoved(id, read(id.key), true);
    drafts("step").setGone(id);
    EXPECT_EQ(drafts("step").find(id), nullptr);
}

TEST_F(DraftLines, ToBeDeletedAreStillSoInTheNextRun) {
    const RecordId id{step(1, 4), 0};
    drafts("step").setRemoved(id, read(id.key), true);
    const Table& table = *records().table(name("step"));
    const JournalledDraft kept = journalled(*drafts("step").find(id), table, name("run"));
    EXPECT_TRUE(kept.removed);
    EXPECT_TRUE(takenUp(kept, table, read(id.key), id).removed);
    EXPECT_TRUE(takenUp(kept, table, nullptr, id).isEmpty()) << "it is gone already";
}

// A check of a record that reads its lines follows them as they are typed, whether the record
// itself is edited or not.
TEST_F(DraftLines, AreJudgedByTheCheckOfTheirRecordWhileTheyAreTyped) {
    Check few;
    few.kind = CheckKind::Condition;
    few.condition = name("(SELECT COUNT(*) FROM step WHERE step.berth_id = record.id) <= 3");
    few.message = name("A berth has three steps at most.");
    workspace().document()->change(name("few"), [&](Project& project) {
        project.checks[name("berth")].checks += few;
        project.screenById(name("berth"))->arrangement = Arrangement::FormChildren;
    });
    const RecordId berth{key(1), 0};
    ASSERT_NE(record("berth", 1), nullptr);
    ScreenBinding binding(&workspace(), name("berth"));
    binding.setSavesChildren(true);
    const auto reason = [&] { return binding.saveReason(berth); };
    (void)begin(1);
    EXPECT_TRUE(until([&] { return reason().isEmpty(); })) << "three are well";
    const RecordId fourth = begin(1);
    EXPECT_TRUE(until([&] { return reason().contains(few.message); }))
        << "without any edit of the berth";
    ASSERT_TRUE(binding.firstToMend(berth));
    EXPECT_EQ(binding.firstToMend(berth)->place, (DraftRef{name("berth"), berth}));
    // With an edit of something else as well.
    const BoundScreen bound = screen("berth");
    records().type(bound, berth, fieldOf(bound, "name"), name("North end"));
    EXPECT_TRUE(until([&] { return reason().contains(few.message); }));
    // One goes for the new one.
    drafts("step").setRemoved({step(1, 4), 0}, read(step(1, 4)), true);
    EXPECT_TRUE(until([&] { return reason().isEmpty(); }));
    records().history()->undo();
    EXPECT_TRUE(until([&] { return reason().contains(few.message); }));
    records().discard(name("step"), fourth);
    EXPECT_TRUE(until([&] { return reason().isEmpty(); }));
}

// Cut there and put down here, they count on among those that are here already.
TEST_F(DraftLines, MoveToAnotherRecordAndAreNumberedThere) {
    database.sqlite(name("INSERT INTO step VALUES (2, 7, 'paint')"));
    const RecordId sound{step(1, 1), 0};
    const RecordId dredge{step(1, 4), 0};
    LineMoves* moves = records().lineMoves();
    const QStringList links{name("berth_id")};
    moves->takeUp(name("step"), links, {sound, dredge}, name("1\tsound"));
    EXPECT_FALSE(moves->areMeant(name("step"), links, name("other words")));
    EXPECT_FALSE(moves->areMeant(name("boat"), links, name("1\tsound")));
    ASSERT_TRUE(moves->areMeant(name("step"), links, name("1\tsound")));
    moves->putDown(screen("step"), {{name("berth_id"), Value::integer(2)}});
    EXPECT_TRUE(isSaid("2 records moved here with the next save."));
    EXPECT_EQ(number(sound), 8);
    EXPECT_EQ(number(dredge), 9);
    EXPECT_FALSE(moves->areMeant(name("step"), links, name("1\tsound"))) << "only once";
    records().history()->undo();
    EXPECT_TRUE(drafts("step").all().isEmpty()) << "one step back";
    records().history()->redo();
    workspace().writing()->saver()->save(name("Steps"), {name("step"), sound},
                                         {{name("step"), dredge}});
    EXPECT_TRUE(isSaid("Saved 2 records as one: change 1."));
    EXPECT_EQ(
        stored("SELECT group_concat(line) FROM (SELECT berth_id || '.' || place || what AS line "
               "FROM step ORDER BY line)"),
        u"2.7paint,2.8sound,2.9dredge");
    // To where they are is no move.
    moves->takeUp(name("step"), links, {RecordId{step(2, 8), 0}}, name("x"));
    moves->putDown(screen("step"), {{name("berth_id"), Value::integer(2)}});
    EXPECT_TRUE(isSaid("They belong here already."));
    EXPECT_TRUE(drafts("step").all().isEmpty());
}

} // namespace
