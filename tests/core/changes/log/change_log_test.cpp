// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/change_log.h"

#include "core/changes/log/log_marks.h"
#include "support/scratch.h"
#include "support/text.h"
#include "support/writes.h"

#include <gtest/gtest.h>

using namespace gravin;
using namespace gravin::test;

namespace {

class ChangeLogTest : public ::testing::Test {
protected:
    ChangeLogTest()
        : database(name("CREATE TABLE aid (id INTEGER PRIMARY KEY, name TEXT, n INTEGER);"
                        "CREATE TABLE buoy (id INTEGER PRIMARY KEY, name TEXT);"
                        "INSERT INTO aid VALUES (1, 'Old Maid', 1), (2, 'Fiddler', 2);"
                        "INSERT INTO buoy VALUES (1, 'North');"))
        , desk(database)
        , log(desk.session()) {}

    qint64 write(const char* person, const char* action, std::vector<RecordEdit> edits,
                 const char* note = "", const QString& uid = {}) {
        ChangeRequest request;
        request.person = name(person);
        request.screen = name("Aids");
        request.action = name(action);
        request.note = name(note);
        request.uid = uid;
        request.edits = std::move(edits);
        const auto written =
            ChangeWriter(desk.session(), desk.catalog(), desk.rules()).write(request);
        EXPECT_TRUE(written);
        return written ? written->id : 0;
    }
    qint64 rename(const char* table, qint64 id, const char* to, const char* person = "Ines") {
        return write(person, "edit",
                     {{Operation::Update, name(table), key(id), {}, {{name("name"), text(to)}}}});
    }
    std::vector<qint64> ids(const LogFilter& filter) {
        std::vector<qint64> found;
        const auto changes = log.list(filter);
        EXPECT_TRUE(changes);
        for (const ChangeSummary& each : *changes)
            found.push_back(each.id);
        return found;
    }
    // "3.0 3.1 1.0": change and sequence of what a scope holds, in the order it comes.
    std::string scanned(const LogScope& scope) {
        QStringList found;
        EXPECT_TRUE(
            log.scan(scope, desk.catalog(), [&](qint64 change, qint64 sequence, RecordChange&&) {
                found += QStringLiteral("%1.%2").arg(change).arg(sequence);
                return true;
            }));
        return found.join(u' ').toStdString();
    }

    ScratchDatabase database;
    Desk desk;
    ChangeLog log;
};

using Ids = std::vector<qint64>;

TEST_F(ChangeLogTest, AnAbsentLogIsAnEmptyOne) {
    EXPECT_FALSE(*log.exists());
    EXPECT_TRUE(ids({}).empty());
    EXPECT_FALSE(log.summary(1)->has_value());
    EXPECT_EQ(*log.idOf(name("none")), 0);
    EXPECT_EQ(*log.lastIdAt(name("2999-01-01")), 0);
    EXPECT_FALSE(log.openTrial()->has_value());
}

TEST_F(ChangeLogTest, EachConditionNarrowsTheList) {
    const qint64 first = rename("aid", 1, "Young Maid");
    const qint64 second = rename("buoy", 1, "South", "Omar");
    const qint64 third =
        write("Omar", "bulk update",
              {{Operation::Update, name("aid"), key(1), {}, {{name("n"), Value::integer(7)}}},
               {Operation::Update, name("aid"), key(2), {}, {{name("n"), Value::integer(7)}}}},
              "spring Survey");
    EXPECT_EQ(ids({}), (Ids{third, second, first}));
    EXPECT_EQ(ids({.table = name("aid")}), (Ids{third, first}));
    EXPECT_EQ(ids({.person = name("Omar")}), (Ids{third, second}));
    EXPECT_EQ(ids({.table = name("aid"), .key = key(2)}), (Ids{third}));
    EXPECT_EQ(ids({.afterId = first}), (Ids{third, second}));
    EXPECT_EQ(ids({.upToId = second}), (Ids{second, first}));
    EXPECT_EQ(ids({.text = name("SURVEY")}), (Ids{third})) << "whatever its case";
    EXPECT_EQ(ids({.text = name("bulk")}), (Ids{third}));
    EXPECT_EQ(ids({.limit = 2}), (Ids{third, second}));
    EXPECT_TRUE(ids({.since = name("2999-01-01")}).empty());
    EXPECT_TRUE(ids({.text = name("%")}).empty()) << "no wildcard";
}

TEST_F(ChangeLogTest, ASummaryCountsRecordsAndNamesTables) {
    const qint64 id =
        write("Ines", "edit",
              {{Operation::Update, name("aid"), key(1), {}, {{name("n"), Value::integer(5)}}},
               {Operation::Insert, name("buoy"), {}, {}, {{name("name"), text("East")}}}});
    const auto summary = log.summary(id);
    ASSERT_TRUE(summary && summary->has_value());
    EXPECT_EQ((*summary)->records, 2);
    EXPECT_EQ((*summary)->tables, (QStringList{name("aid"), name("buoy")}));
    EXPECT_EQ((*summary)->operation, std::nullopt) << "they saw different ones";
    EXPECT_EQ((*summary)->person, name("Ines"));
    const auto whole = log.change(id, desk.catalog());
    ASSERT_TRUE(whole);
    ASSERT_EQ(whole->records.size(), 2u);
    EXPECT_EQ(whole->records[1].operation, Operation::Insert);
    EXPECT_FALSE(whole->records[1].before.contains(name("name")));
}

TEST_F(ChangeLogTest, OneNameIsOneChange) {
    const QString uid = newChangeUid();
    EXPECT_NE(uid, newChangeUid());
    const qint64 id = write(
        "Ines", "edit",
        {{Operation::Update, name("aid"), key(1), {}, {{name("n"), Value::integer(5)}}}}, "", uid);
    EXPECT_EQ(*log.idOf(uid), id);
    EXPECT_EQ(*log.idOf(newChangeUid()), 0);
}

TEST_F(ChangeLogTest, TheHistoryOfAFieldFollowsItsKey) {
    const qint64 named = rename("aid", 1, "Young Maid");
    const qint64 moved =
        write("Ines", "edit",
              {{Operation::Update, name("aid"), key(1), {}, {{name("id"), Value::integer(10)}}}});
    const qint64 again = rename("aid", 10, "Maid");
    const Table& aid = desk.table(name("aid"));
    const auto history = log.historyOf(aid, key(10), name("name"), desk.catalog());
    ASSERT_TRUE(history);
    ASSERT_EQ(history->size(), 2u);
    EXPECT_EQ((*history)[0].change.id, again);
    EXPECT_EQ((*history)[0].before, text("Young Maid"));
    EXPECT_EQ((*history)[1].change.id, named);
    EXPECT_EQ((*history)[1].before, text("Old Maid"));
    EXPECT_EQ(*log.latestTouching(name("aid"), key(10), name("name"), moved), again);
    EXPECT_EQ(*log.latestTouching(name("aid"), key(10), name("n"), 0), 0);
}

TEST_F(ChangeLogTest, AScopeHoldsWhatItSaysNewestFirst) {
    const qint64 first =
        write("Ines", "edit",
              {{Operation::Update, name("aid"), key(1), {}, {{name("n"), Value::integer(5)}}},
               {Operation::Update, name("aid"), key(2), {}, {{name("name"), text("Fid")}}},
               {Operation::Update, name("buoy"), key(1), {}, {{name("name"), text("West")}}}});
    const qint64 second = rename("aid", 2, "Fiddler's", "Omar");
    ASSERT_EQ(first, 1);
    ASSERT_EQ(second, 2);
    const auto places = [&](LogScope scope) { return scanned(scope); };
    const std::string all = places({.afterId = 0});
    EXPECT_EQ(all.substr(0, 2), "2.") << all;
    EXPECT_EQ(std::count(all.begin(), all.end(), '.'), 4);
    EXPECT_EQ(places({.changes = {second}}), all.substr(0, 3));
    EXPECT_EQ(places({.afterId = first}), all.substr(0, 3));
    EXPECT_EQ(places({.afterId = 0, .person = name("Omar")}), all.substr(0, 3));
    const std::string ofKey = places({.afterId = 0, .table = name("aid"), .key = key(2)});
    EXPECT_EQ(std::count(ofKey.begin(), ofKey.end(), '.'), 2) << ofKey;
    const std::string ofColumn = places({.afterId = 0, .table = name("aid"), .column = name("n")});
    EXPECT_EQ(std::count(ofColumn.begin(), ofColumn.end(), '.'), 1) << ofColumn;
}

TEST_F(ChangeLogTest, ScanningStopsWhenItIsTold) {
    rename("aid", 1, "a");
    rename("aid", 1, "b");
    int seen = 0;
    EXPECT_TRUE(log.scan({.afterId = 0}, desk.catalog(),
                         [&](qint64, qint64, RecordChange&&) { return ++seen < 1; }));
    EXPECT_EQ(seen, 1);
}

TEST_F(ChangeLogTest, TrimmedChangesStayAndLoseTheirRecords) {
    const qint64 first = rename("aid", 1, "a");
    const qint64 second = rename("aid", 1, "b");
    EXPECT_EQ(*log.trimmedUpTo(), 0);
    ConnectionSpec trimming = desk.session().spec();
    trimming.mayTrim = true;
    auto trimmer = *Session::open(trimming, Session::Access::ReadWrite);
    ASSERT_TRUE(LogMarks(*trimmer, desk.catalog()).trim(first, name("Ines")));
    EXPECT_EQ(*log.trimmedUpTo(), first);
    EXPECT_EQ(ids({}), (Ids{second + 1, second, first})) << "the changes themselves stay";
    EXPECT_EQ(planRollback(desk.session(), desk.catalog(), first).error().kind,
              ErrorKind::NotFound);
    EXPECT_TRUE(desk.rollBack(second));
}

TEST_F(ChangeLogTest, WhatHappenedUpToAMoment) {
    const qint64 first = rename("aid", 1, "a");
    const QString moment = log.summary(first)->value().at;
    EXPECT_EQ(*log.lastIdAt(moment), first);
    EXPECT_EQ(*log.lastIdAt(name("1999-01-01T00:00:00.000000Z")), 0);
}

} // namespace
