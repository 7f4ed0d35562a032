// SPDX-License-Identifier: GPL-3.0-or-later
#include "open_project.h"
#include "session/drafts/draft_history.h"

using namespace gravin;
using namespace gravin::test;

namespace {

class RecordsTest : public OpenProject {};

TEST_F(RecordsTest, WhatIsTypedBecomesADraftAndWhatCannotBeReadIsKept) {
    type(1, "length", "8.5");
    const Draft* draft = drafts("boat").find({key(1), 0});
    ASSERT_NE(draft, nullptr);
    const int length = screen("boat").table->indexOf(name("length"));
    EXPECT_EQ(draft->value(length), decimal("8.5"));
    type(1, "length", "long");
    draft = drafts("boat").find({key(1), 0});
    ASSERT_TRUE(draft->bad.contains(length));
    EXPECT_EQ(draft->bad[length].text, u"long");
    EXPECT_EQ(records().problems(name("boat"), {key(1), 0}).size(), 1U);
    EXPECT_EQ(stored("SELECT length FROM boat WHERE id = 1"), u"7") << "nothing is stored yet";
}

TEST_F(RecordsTest, NobodyCanHaveTypedIntoWhatIsNotHere) {
    const BoundScreen bound = screen("boat");
    records().type(bound, {key(99), 0}, fieldOf(bound, "name"), name("Ghost"));
    EXPECT_EQ(drafts("boat").find({key(99), 0}), nullptr);
}

TEST_F(RecordsTest, UndoAndRedoGoThroughWhatWasTyped) {
    type(1, "name", "Grey heron");
    settle();
    type(2, "name", "Arctic tern");
    settle();
    ASSERT_TRUE(records().history()->canUndo());
    EXPECT_EQ(records().history()->undoPlace(), (DraftRef{name("boat"), {key(2), 0}}));
    records().history()->undo();
    EXPECT_EQ(drafts("boat").find({key(2), 0}), nullptr);
    records().history()->undo();
    EXPECT_EQ(drafts("boat").find({key(1), 0}), nullptr);
    EXPECT_FALSE(records().history()->canUndo());
    records().history()->redo();
    EXPECT_EQ(records().nameOf(DraftRef{name("boat"), {key(1), 0}}), u"Grey heron");
}

// However long ago it was: what was typed into a record comes back although the record has left
// memory since.
TEST_F(RecordsTest, UndoAndRedoNeedNoRecordInMemory) {
    type(1, "name", "Grey heron");
    settle();
    records().discard(name("boat"), {key(1), 0});
    settle();
    ASSERT_EQ(drafts("boat").find({key(1), 0}), nullptr);
    records().store(name("boat"))->forgetAll();
    records().history()->undo();
    const Draft* draft = drafts("boat").find({key(1), 0});
    ASSERT_NE(draft, nullptr);
    EXPECT_EQ(records().nameOf(DraftRef{name("boat"), {key(1), 0}}), u"Grey heron");
    records().history()->undo();
    EXPECT_EQ(drafts("boat").find({key(1), 0}), nullptr);
    records().store(name("boat"))->forgetAll();
    records().history()->redo();
    ASSERT_NE(drafts("boat").find({key(1), 0}), nullptr);
    // It is saved as any other.
    bool isSaved = false;
    QObject context;
    QObject::connect(&records(), &Records::saved, &context, [&] { isSaved = true; });
    writing().save(screen("boat"), {key(1), 0});
    ASSERT_TRUE(until([&] { return isSaved; }));
    EXPECT_EQ(stored("SELECT name FROM boat WHERE id = 1"), u"Grey heron");
}

TEST_F(RecordsTest, WhatIsHeldTogetherIsUndoneTogetherButForWhatIsSavedMeanwhile) {
    DraftHistory* history = records().history();
    auto together = history->oneStep();
    for (const qint64 boat : {1, 2, 3}) {
        type(boat, "name", "Renamed");
        settle();
    }
    EXPECT_FALSE(history->canUndo());
    history->undo();
    EXPECT_NE(drafts("boat").find({key(3), 0}), nullptr) << "it goes on";
    bool isSaved = false;
    QObject context;
    QObject::connect(&records(), &Records::saved, &context, [&] { isSaved = true; });
    writing().save(screen("boat"), {key(2), 0});
    ASSERT_TRUE(until([&] { return isSaved; }));
    settle();
    together.reset();
    ASSERT_TRUE(history->canUndo());
    history->undo();
    EXPECT_EQ(records().openDrafts().size(), 0);
    EXPECT_FALSE(history->canUndo());
    EXPECT_EQ(stored("SELECT name FROM boat WHERE id = 2"), u"Renamed");
}

TEST_F(RecordsTest, ACopyLeavesOutWhatMustNotOccurTwice) {
    ASSERT_NE(record("berth", 1), nullptr);
    const auto copy = records().copyRecord(screen("berth"), {key(1), 0});
    ASSERT_TRUE(copy);
    EXPECT_TRUE(copy->isNew());
    const Draft* draft = drafts("berth").find(*copy);
    EXPECT_TRUE(draft->value(0).isNull()) << "the key is given anew";
    EXPECT_TRUE(draft->value(1).isNull()) << "the name is unique";
    ASSERT_NE(record("boat", 3), nullptr);
    const auto boat = records().copyRecord(screen("boat"), {key(3), 0});
    ASSERT_TRUE(boat);
    EXPECT_EQ(drafts("boat").find(*boat)->value(1), text("Skua"));
    EXPECT_FALSE(records().copyRecord(screen("boat"), {key(99), 0}));
}

TEST_F(RecordsTest, NewRecordsOfANewOneGoWithIt) {
    const RecordId parent = records().newRecord(screen("berth"));
    const DraftParent belonging{name("berth"), parent, {name("berth_id")}, {name("id")}};
    const RecordId child = records().newRecord(screen("boat"), {}, belonging);
    const RecordId other = records().newRecord(screen("boat"));
    const QList<DraftRef> together = records().families().savedTogether({{name("boat"), child}});
    ASSERT_EQ(together.size(), 2);
    EXPECT_EQ(together.front(), (DraftRef{name("berth"), parent})) << "parents come first";
    EXPECT_EQ(records().families().descendants({name("berth"), parent}).size(), 2);
    EXPECT_EQ(records().openDrafts().size(), 3);
    records().discard(name("berth"), parent);
    EXPECT_EQ(drafts("berth").find(parent), nullptr);
    EXPECT_EQ(drafts("boat").find(child), nullptr);
    EXPECT_NE(drafts("boat").find(other), nullptr);
}

TEST_F(RecordsTest, EditedChildrenHangOnTheRecordThatTheyBelongTo) {
    type(1, "name", "Grey heron"); // at berth 1
    type(3, "name", "Great skua"); // at berth 2
    ASSERT_NE(record("berth", 1), nullptr);
    const auto below = records().families().draftsBelow(screen("berth"), {key(1), 0});
    ASSERT_EQ(below.size(), 1);
    EXPECT_EQ(below.front(), (DraftRef{name("boat"), {key(1), 0}}));
}

TEST_F(RecordsTest, ATextForALookupFindsTheRecordThatItMeans) {
    type(1, "berth_id", "South");
    const int berth = screen("boat").table->indexOf(name("berth_id"));
    EXPECT_TRUE(until([&] {
        const Draft* draft = drafts("boat").find({key(1), 0});
        return draft && draft->bad.isEmpty() && draft->value(berth) == Value::integer(2);
    }));
    type(2, "berth_id", "Nowhere");
    settle();
    const Draft* draft = drafts("boat").find({key(2), 0});
    ASSERT_NE(draft, nullptr);
    EXPECT_EQ(draft->bad.value(berth).text, u"Nowhere") << "it stays as it was typed";
}

TEST_F(RecordsTest, SomebodyElsesDeletionKeepsTheDraftAndIsSaid) {
    type(2, "name", "Arctic tern");
    Desk other(database);
    ASSERT_TRUE(other.write({Operation::Delete, name("boat"), key(2), {}, {}}));
    EXPECT_TRUE(isSaid("Arctic tern was deleted elsewhere"));
    ASSERT_NE(drafts("boat").find({key(2), 0}), nullptr);
    const RecordId anew = records().addAnew(screen("boat"), {key(2), 0});
    EXPECT_TRUE(anew.isNew());
    EXPECT_EQ(records().nameOf(DraftRef{name("boat"), anew}), u"Arctic tern");
}

// Another program gives the table a column while it is shown.
TEST_F(RecordsTest, AColumnThatCameIsThereOnceTheStructureIsReadAgain) {
    ASSERT_NE(record("boat", 1), nullptr);
    (void)database.sqlite(name("ALTER TABLE boat ADD COLUMN colour TEXT DEFAULT 'red'"));
    int replaced = 0;
    QObject context;
    QObject::connect(&records(), &Records::sourcesReplaced, &context, [&] { ++replaced; });
    std::optional<Result<QString>> changes;
    records().readStructure(&context, [&](const Result<QString>& told) { changes = told; });
    ASSERT_TRUE(until([&] { return changes.has_value(); }));
    ASSERT_TRUE(*changes);
    EXPECT_EQ(**changes, u"boat: colour is new.");
    EXPECT_EQ(replaced, 1);
    const int colour = records().table(name("boat"))->indexOf(name("colour"));
    ASSERT_GE(colour, 0);
    ASSERT_NE(record("boat", 1), nullptr);
    EXPECT_EQ(record("boat", 1)->values[static_cast<size_t>(colour)].asText(), u"red");
    EXPECT_GE(screen("berth").table->indexOf(name("name")), 0);
    changes.reset();
    records().readStructure(&context, [&](const Result<QString>& told) { changes = told; });
    ASSERT_TRUE(until([&] { return changes.has_value(); }));
    EXPECT_TRUE((*changes)->isEmpty());
    EXPECT_EQ(replaced, 1) << "nothing is made anew where nothing is otherwise";
}

// Who edits goes on as the record was laid out; the new column comes with the save.
TEST_F(RecordsTest, ATableThatIsEditedFollowsWhenItsEditsAreSaved) {
    type(1, "name", "Grey heron");
    (void)database.sqlite(name("ALTER TABLE boat ADD COLUMN colour TEXT"));
    std::optional<Result<QString>> changes;
    QObject context;
    records().readStructure(&context, [&](const Result<QString>& told) { changes = told; });
    ASSERT_TRUE(until([&] { return changes.has_value(); }));
    EXPECT_EQ(**changes, u"boat: colour is new.");
    EXPECT_LT(records().table(name("boat"))->indexOf(name("colour")), 0);
    ASSERT_NE(drafts("boat").find({key(1), 0}), nullptr) << "what was typed is still there";
    writing().save(screen("boat"), {key(1), 0});
    EXPECT_TRUE(until([&] { return records().table(name("boat"))->column(name("colour")); }));
    EXPECT_EQ(stored("SELECT name FROM boat WHERE id = 1"), u"Grey heron");
}

TEST_F(RecordsTest, AFieldIsAddedToATableAndShownAtOnce) {
    ASSERT_NE(record("boat", 1), nullptr);
    std::optional<Result<QString>> answer;
    QObject context;
    (void)writing().addField(name("boat"), {name("berthed on"), FieldKind::Date}, &context,
                             [&](const Result<QString>& told) { answer = told; });
    ASSERT_TRUE(until([&] { return answer.has_value(); }));
    ASSERT_TRUE(*answer) << qPrintable(answer->error().sentence);
    EXPECT_TRUE((**answer).contains(name("berthed on")));
    EXPECT_NE(records().table(name("boat"))->column(name("berthed on")), nullptr);
    answer.reset();
    (void)writing().addField(name("boat"), {name("NAME"), FieldKind::Date}, &context,
                             [&](const Result<QString>& told) { answer = told; });
    ASSERT_TRUE(until([&] { return answer.has_value(); }));
    EXPECT_FALSE(*answer);
}

} // namespace
