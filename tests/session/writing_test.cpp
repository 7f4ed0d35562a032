// SPDX-License-Identifier: GPL-3.0-or-later
#include "open_project.h"
#include "session/drafts/draft_keeper.h"
#include "session/drafts/draft_saver.h"

using namespace gravin;
using namespace gravin::test;

namespace {

class WritingTest : public OpenProject {
protected:
    WritingTest() {
        QObject::connect(&writing(), &Writing::committed, &listener,
                         [this](const CommittedChange& change) { committed += change.id; });
    }
    ChangeRequest renamed(qint64 boat, const char* newName) {
        ChangeRequest request;
        request.action = name("edit");
        request.edits.push_back(
            {Operation::Update, name("boat"), key(boat), {}, {{name("name"), text(newName)}}});
        return request;
    }
    QObject listener;
    QList<qint64> committed;
};

TEST_F(WritingTest, ASaveIsToldAnnouncedAndEndsItsDraft) {
    type(1, "name", "Grey heron");
    writing().save(screen("boat"), {key(1), 0});
    EXPECT_TRUE(isSaid("Saved Grey heron: 1 field, change 1."));
    EXPECT_EQ(drafts("boat").find({key(1), 0}), nullptr);
    EXPECT_TRUE(until([&] { return committed == QList<qint64>{1}; }));
    EXPECT_EQ(stored("SELECT name FROM boat WHERE id = 1"), u"Grey heron");
}

TEST_F(WritingTest, WhatCannotBeSavedSaysWhyAndStays) {
    type(1, "length", "long");
    writing().save(screen("boat"), {key(1), 0});
    EXPECT_TRUE(isSaid("Not saved."));
    EXPECT_TRUE(said.back().isUntilEdited);
    EXPECT_NE(drafts("boat").find({key(1), 0}), nullptr);
    type(1, "length", "100");
    writing().save(screen("boat"), {key(1), 0});
    EXPECT_TRUE(until([&] { return said.size() > 1; }));
    EXPECT_EQ(said.back().kind, Notice::Kind::Refused);
    EXPECT_EQ(stored("SELECT length FROM boat WHERE id = 1"), u"7");
}

TEST_F(WritingTest, TheOutcomeIsToldToWhoAskedOrElseToEverybody) {
    std::optional<bool> answered;
    writing().write(renamed(1, "Grey heron"), &listener,
                    [&](const WriteResult& result) { answered = result.ok(); });
    EXPECT_TRUE(until([&] { return answered.has_value(); }));
    EXPECT_TRUE(said.isEmpty());
    auto gone = std::make_unique<QObject>();
    writing().write(renamed(2, "Arctic tern"), gone.get(),
                    [](const WriteResult&) { ADD_FAILURE() << "whoever asked has gone"; });
    gone.reset();
    EXPECT_TRUE(isSaid("Done: 1 record, change 2."));
    auto refused = std::make_unique<QObject>();
    writing().write(renamed(99, "Ghost"), refused.get(), [](const WriteResult&) {});
    refused.reset();
    EXPECT_TRUE(isSaid("Nothing was written."));
    EXPECT_EQ(committed, (QList<qint64>{1, 2}));
}

TEST_F(WritingTest, ALongChangeTellsHowFarItIsAndCanBeStopped) {
    ChangeRequest request;
    request.action = name("bulk");
    for (int i = 0; i < 2000; ++i)
        request.edits.push_back({Operation::Insert,
                                 name("boat"),
                                 {},
                                 {},
                                 {{name("name"), Value::text(QString::number(i))}}});
    std::optional<ErrorKind> ended;
    Worker::JobId job = 0;
    job = writing().writeLong(
        std::move(request), &listener, [&](qint64) { writing().cancel(job); },
        [&](const WriteResult& result) {
            ended = result ? ErrorKind::Usage : result.error().error.kind;
        });
    ASSERT_TRUE(until([&] { return ended.has_value(); }));
    EXPECT_EQ(*ended, ErrorKind::Cancelled);
    EXPECT_EQ(stored("SELECT count(*) FROM boat"), u"3") << "nothing of it stays";
}

TEST_F(WritingTest, ATableIsMadeAndToldWhoeverHasGone) {
    TablePlan plan;
    plan.name = name("buoy");
    FieldPlan id;
    id.name = name("id");
    id.kind = FieldKind::Integer;
    id.key = true;
    plan.fields = {id};
    auto gone = std::make_unique<QObject>();
    writing().createTable(plan, gone.get(),
                          [](const Result<QString>&) { ADD_FAILURE() << "nobody is there"; });
    gone.reset();
    EXPECT_TRUE(isSaid("Created the table buoy."));
    EXPECT_NE(workspace().catalog().table(name("buoy")), nullptr);
}

TEST_F(WritingTest, OthersChangesAreToldOnceAndNotTheirOwn) {
    Desk other(database);
    ASSERT_TRUE(other.write(
        {Operation::Update, name("boat"), key(3), {}, {{name("name"), text("Great skua")}}}));
    EXPECT_TRUE(until([&] { return committed.size() == 1; }));
    settle();
    EXPECT_EQ(committed, QList<qint64>{1});
    EXPECT_TRUE(until([&] {
        const Record* now = record("boat", 3);
        return now && now->values[1] == text("Great skua");
    }));
}

TEST_F(WritingTest, NotesAndTrialsAreToldAndLogged) {
    writing().write(renamed(1, "Grey heron"), &listener, [](const WriteResult&) {});
    writing().addNote(1, name("as agreed"));
    EXPECT_TRUE(isSaid("Added a note to change 1."));
    writing().addNote(99, name("?"));
    EXPECT_TRUE(isSaid("There is no change 99 in the log."));
    writing().markTrial(0, name("A trial is on."));
    EXPECT_TRUE(isSaid("A trial is on."));
    EXPECT_EQ(stored("SELECT count(*) FROM gravin_change"), u"3");
}

TEST_F(WritingTest, DraftsAreKeptWhileTheyAreTypedAndGoWithAnOrderlyEnd) {
    type(1, "name", "Grey heron");
    const QString folder = database.folder() + name("/gravin/drafts");
    const auto kept = [&] {
        QString all;
        for (const QString& file : QDir(folder).entryList({name("*.json")}, QDir::Files)) {
            QFile journal(folder + u'/' + file);
            if (journal.open(QIODevice::ReadOnly))
                all += QString::fromUtf8(journal.readAll());
        }
        return all;
    };
    EXPECT_TRUE(until([&] { return kept().contains(u"Grey heron"); }));
    close();
    EXPECT_FALSE(kept().contains(u"Grey heron"));
}

} // namespace
