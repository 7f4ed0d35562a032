// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/record_copy.h"

#include "open_project.h"
#include "session/drafts/draft_history.h"
#include "session/screen_binding.h"

using namespace gravin;
using namespace gravin::test;

namespace {

// A berth with its boats, and with its steps, which have notes of their own.
class RecordCopyTest : public OpenProject {
protected:
    RecordCopyTest()
        : OpenProject(
              name("CREATE TABLE step (berth_id INTEGER NOT NULL REFERENCES berth (id), place "
                   "INTEGER NOT NULL, what TEXT, PRIMARY KEY (berth_id, place));"
                   "CREATE TABLE remark (id INTEGER PRIMARY KEY, berth_id INTEGER, place INTEGER, "
                   "words TEXT, FOREIGN KEY (berth_id, place) REFERENCES step (berth_id, place));"
                   "INSERT INTO step VALUES (1, 2, 'sound'), (1, 4, 'dredge');"
                   "INSERT INTO remark VALUES (1, 1, 4, 'muddy'), (2, 1, 4, 'deep');"),
              {name("step"), name("remark")}) {
        workspace().document()->change(name("lines"), [](Project& project) {
            for (const char* screen : {"berth", "step"})
                project.screenById(name(screen))->arrangement = Arrangement::FormChildren;
        });
        settle();
    }
    std::optional<RecordId> copy(const RecordId& berth) {
        auto* copying = new RecordCopy(workspace().database(), workspace().document(), &records());
        std::optional<RecordId> made;
        QObject::connect(copying, &RecordCopy::done, copying,
                         [&](const RecordId& id) { made = id; });
        QObject::connect(copying, &RecordCopy::failed, copying,
                         [&](const Error& error) { failure = error.sentence; });
        copying->copy(screen("berth"), berth);
        (void)until([&] { return made || !failure.isEmpty(); });
        return made;
    }

    QString failure;
};

TEST_F(RecordCopyTest, TakesLinesToEveryDepthAndIsSavedAsOne) {
    const auto made = copy({key(1), 0});
    ASSERT_TRUE(made) << qPrintable(failure);
    EXPECT_EQ(drafts("step").newRecords().size(), 2);
    EXPECT_EQ(drafts("remark").newRecords().size(), 2);
    EXPECT_EQ(drafts("boat").newRecords().size(), 2);
    EXPECT_EQ(stored("SELECT count(*) FROM step"), u"2") << "nothing is stored yet";
    ScreenBinding binding(&workspace(), name("berth"));
    binding.setSavesChildren(true);
    // Its name comes once only, so it is not copied.
    drafts("berth").setValue(*made, nullptr, 1, text("East"));
    EXPECT_EQ(binding.recordsSaved(*made), 7);
    binding.save(*made);
    EXPECT_TRUE(isSaid("Saved 7 records as one: change 1."));
    EXPECT_EQ(stored("SELECT group_concat(place || what, ' ') FROM step WHERE berth_id = 3"),
              u"1sound 2dredge")
        << "they are numbered anew";
    EXPECT_EQ(stored("SELECT group_concat(place || words, ' ') FROM remark WHERE berth_id = 3"),
              u"2muddy 2deep");
    EXPECT_EQ(stored("SELECT count(*) FROM boat WHERE berth_id = 3"), u"2");
}

TEST_F(RecordCopyTest, TakesWhatIsEditedAndLeavesWhatGoes) {
    RecordStore* steps = records().store(name("step"));
    const Key sound({Value::integer(1), Value::integer(2)});
    const Key dredge({Value::integer(1), Value::integer(4)});
    ASSERT_TRUE(until([&] { return steps->record(sound) && steps->record(dredge); }));
    drafts("step").setValue({sound, 0}, steps->record(sound), 2, text("measure"));
    drafts("step").setRemoved({dredge, 0}, steps->record(dredge), true);
    (void)records().newRecord(
        screen("step"), {{name("berth_id"), Value::integer(1)}, {name("what"), text("begun")}});
    ASSERT_TRUE(copy({key(1), 0}));
    QStringList whats;
    for (const RecordId& line : drafts("step").newRecords()) {
        if (drafts("step").find(line)->parent)
            whats += drafts("step").find(line)->value(2).asText();
    }
    EXPECT_EQ(whats, (QStringList{name("measure"), name("begun")}));
    // A copy of what is new is one too, and one step of the undo.
    const RecordId berth = *copy({key(2), 0});
    (void)records().newRecord(screen("step"), {{name("what"), text("lines")}},
                              DraftParent{name("berth"), berth, {name("berth_id")}, {name("id")}});
    settle();
    const auto before = records().openDrafts().size();
    ASSERT_TRUE(copy(berth));
    EXPECT_EQ(records().openDrafts().size(), before + 3) << "itself, a boat and a step";
    settle();
    records().history()->undo();
    EXPECT_EQ(records().openDrafts().size(), before);
}

TEST_F(RecordCopyTest, OfWhatIsNotThereSaysSo) {
    EXPECT_FALSE(copy({key(99), 0}));
    EXPECT_TRUE(failure.contains(name("not there any more"))) << qPrintable(failure);
}

} // namespace
