// SPDX-License-Identifier: GPL-3.0-or-later
// Tables of which the database keeps the log itself: what other programs and triggers do.
#include "core/changes/as_it_was.h"
#include "core/changes/log/log_verification.h"
#include "core/changes/watch/table_watching.h"
#include "support/engines.h"
#include "support/writes.h"

using namespace gravin;
using namespace gravin::test;

namespace {

class WatchedTables : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(
            name("CREATE TABLE buoy (id INTEGER PRIMARY KEY, name VARCHAR(60), depth INTEGER);"
                 "CREATE TABLE visit (id INTEGER PRIMARY KEY, buoy_id INTEGER NOT NULL REFERENCES "
                 "buoy (id), cost INTEGER NOT NULL);"
                 "CREATE TABLE tally (id INTEGER PRIMARY KEY, spent INTEGER NOT NULL);"
                 "INSERT INTO buoy VALUES (1, 'Tarn Rock', 4), (2, 'East Bank', 9);"
                 "INSERT INTO tally VALUES (1, 0), (2, 0);"));
    }

    // Visits add to what is spent at their buoy.
    void addTriggers() {
        const QString add = name("UPDATE tally SET spent = spent + NEW.cost WHERE id = "
                                 "NEW.buoy_id;");
        const QString take = name("UPDATE tally SET spent = spent - OLD.cost WHERE id = "
                                  "OLD.buoy_id;");
        QString triggers;
        for (const auto& [event, body] : {std::pair{name("INSERT"), add}, {name("DELETE"), take}}) {
            const QString title = name("spent_") + event;
            if (GetParam() == Engine::PostgreSql)
                triggers += QStringLiteral("CREATE FUNCTION %1() RETURNS trigger LANGUAGE plpgsql "
                                           "AS $$ BEGIN %3 RETURN NULL; END $$; CREATE TRIGGER %1 "
                                           "AFTER %2 ON visit FOR EACH ROW EXECUTE FUNCTION "
                                           "%1();")
                                .arg(title, event, body);
            else
                triggers += QStringLiteral("CREATE TRIGGER %1 AFTER %2 ON visit FOR EACH ROW %3")
                                .arg(title, event,
                                     GetParam() == Engine::Sqlite
                                         ? QStringLiteral("BEGIN %1 END;").arg(body)
                                         : body);
        }
        database->run(triggers);
    }

    void watch(const QStringList& tables, bool isWatched = true) {
        Desk desk(database->open());
        const Status set = TableWatching(desk.session(), desk.catalog()).set(tables, isWatched);
        ASSERT_TRUE(set) << qPrintable(set.error().sentence + u' ' + set.error().detail);
    }

    static int gather(Desk& desk) {
        const auto gathered = TableWatching(desk.session(), desk.catalog()).gather();
        EXPECT_TRUE(gathered) << qPrintable(gathered.error().sentence + gathered.error().detail);
        return gathered ? *gathered : -1;
    }

    static std::vector<ChangeSummary> logOf(Desk& desk) {
        return *ChangeLog(desk.session()).list({});
    }

    static bool isIntact(Desk& desk) {
        const auto verified = LogVerifier(desk.session()).verify({});
        return verified && verified->isIntact();
    }
};

TEST_P(WatchedTables, WhatAnotherProgramDoesIsOneChangeAndGoesBack) {
    watch({name("buoy")});
    const QString before = database->dump();
    database->run(name("BEGIN; UPDATE buoy SET depth = depth + 1; INSERT INTO buoy VALUES (3, "
                       "'O''Hara''s, \"new\"', NULL); DELETE FROM buoy WHERE id = 2; COMMIT;"));
    Desk desk(database->open());
    ASSERT_EQ(gather(desk), 1);
    EXPECT_EQ(gather(desk), 0);
    const auto log = logOf(desk);
    ASSERT_EQ(log.size(), 1U);
    EXPECT_EQ(log[0].action, OutsideAction);
    EXPECT_EQ(log[0].records, 4);
    EXPECT_EQ(log[0].account.isEmpty(), GetParam() == Engine::Sqlite);
    EXPECT_TRUE(isIntact(desk));
    const auto change = *ChangeLog(desk.session()).change(log[0].id, desk.catalog());
    EXPECT_EQ(change.records[0].before.value(name("depth")), Value::integer(4));
    EXPECT_EQ(change.records[0].after.value(name("depth")), Value::integer(5));
    EXPECT_EQ(change.records[2].after.value(name("name")), text("O'Hara's, \"new\""));
    const auto was = lookBack(desk.session(), desk.catalog(), desk.table(name("buoy")), 0);
    ASSERT_TRUE(was) << qPrintable(was.error().sentence);
    EXPECT_EQ(TableReader(desk.session(), *was->table).range({}, 0, -1)->size(), 2U);
    const auto undone = desk.rollBack(log[0].id);
    ASSERT_TRUE(undone) << qPrintable(undone.error().error.sentence);
    EXPECT_EQ(database->dump(), before);
    EXPECT_TRUE(isIntact(desk));
}

TEST_P(WatchedTables, OwnWritingIsLoggedOnceAndBehindWhatOthersDidBefore) {
    watch({name("buoy")});
    database->run(name("UPDATE buoy SET name = 'Tarn Stone' WHERE id = 1;"));
    Desk desk(database->open());
    const auto written = desk.write(
        {Operation::Update, name("buoy"), key(1), {}, {{name("depth"), Value::integer(7)}}});
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    const auto log = logOf(desk);
    ASSERT_EQ(log.size(), 2U);
    EXPECT_EQ(log[0].id, written->id);
    EXPECT_EQ(log[0].records, 1);
    EXPECT_EQ(log[1].action, OutsideAction);
    EXPECT_EQ(gather(desk), 0);
    EXPECT_TRUE(isIntact(desk));
}

TEST_P(WatchedTables, WhatATriggerDoesStandsInTheChangeAndGoesBackOnce) {
    addTriggers();
    watch({name("visit"), name("tally")});
    const QString before = database->dump();
    Desk desk(database->open());
    std::vector<RecordEdit> edits;
    for (const int cost : {1, 10, 100})
        edits.push_back({Operation::Insert,
                         name("visit"),
                         {},
                         {},
                         {{name("id"), Value::integer(cost)},
                          {name("buoy_id"), Value::integer(1)},
                          {name("cost"), Value::integer(cost)}}});
    const auto written = desk.write(edits);
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    EXPECT_EQ(written->count(), 6);
    EXPECT_EQ(desk.read(name("tally"), key(1)).values[1], Value::integer(111));
    const QString between = database->dump();
    const auto undone = desk.rollBack(written->id);
    ASSERT_TRUE(undone) << qPrintable(undone.error().error.sentence);
    EXPECT_EQ(database->dump(), before);
    // And the rollback itself.
    const auto redone = desk.rollBack(undone->id);
    ASSERT_TRUE(redone) << qPrintable(redone.error().error.sentence);
    EXPECT_EQ(database->dump(), between);
    EXPECT_TRUE(isIntact(desk));
}

TEST_P(WatchedTables, WhatIsNotWatchedAnyMoreIsSilent) {
    watch({name("buoy"), name("visit")});
    database->run(name("UPDATE buoy SET depth = 1 WHERE id = 1;"));
    watch({name("buoy")}, false);
    database->run(name("UPDATE buoy SET depth = 2 WHERE id = 1;"));
    Desk desk(database->open());
    EXPECT_TRUE(desk.table(name("buoy")).watchers.isEmpty());
    EXPECT_EQ(watchStateOf(desk.session().dialect(), desk.table(name("visit"))), WatchState::On);
    EXPECT_EQ(gather(desk), 0);
    EXPECT_EQ(logOf(desk).size(), 1U); // what was seen before was brought in
    watch({name("visit")}, false);
    Desk plain(database->open());
    ASSERT_TRUE(plain.session().logLayout());
    EXPECT_FALSE(plain.session().isWatching());
    EXPECT_TRUE(plain.write(
        {Operation::Update, name("buoy"), key(1), {}, {{name("depth"), Value::integer(7)}}}));
}

TEST_P(WatchedTables, AClientThatDidNotKnowOfItLogsOnce) {
    Desk desk(database->open());
    const auto edit = [&](qint64 depth) {
        return desk.write({Operation::Update,
                           name("buoy"),
                           key(1),
                           {},
                           {{name("depth"), Value::integer(depth)}}});
    };
    ASSERT_TRUE(edit(5));
    watch({name("buoy")});
    const auto written = edit(6);
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    EXPECT_EQ(gather(desk), 0);
    EXPECT_EQ(logOf(desk).size(), 2U);
    watch({name("buoy")}, false);
    ASSERT_TRUE(edit(7));
    EXPECT_EQ(logOf(desk).size(), 3U);
    EXPECT_TRUE(isIntact(desk));
}

TEST_P(WatchedTables, AColumnThatIsAddedIsFoundMissing) {
    watch({name("buoy")});
    database->run(name("ALTER TABLE buoy ADD COLUMN light VARCHAR(20);"
                       "UPDATE buoy SET light = 'red', depth = 5 WHERE id = 1;"));
    Desk desk(database->open());
    const bool isGeneric = GetParam() == Engine::PostgreSql;
    EXPECT_EQ(watchStateOf(desk.session().dialect(), desk.table(name("buoy"))),
              isGeneric ? WatchState::On : WatchState::Outgrown);
    ASSERT_EQ(gather(desk), 1);
    const auto first = *ChangeLog(desk.session()).change(logOf(desk)[0].id, desk.catalog());
    EXPECT_EQ(first.records[0].after.contains(name("light")), isGeneric);
    watch({name("buoy")});
    database->run(name("UPDATE buoy SET light = 'green' WHERE id = 1;"));
    ASSERT_EQ(gather(desk), 1);
    const auto second = *ChangeLog(desk.session()).change(logOf(desk)[0].id, desk.catalog());
    EXPECT_EQ(second.records[0].after.value(name("light")), text("green"));
}

TEST_P(WatchedTables, ATableThatIsGoneOrRenamedIsStillTold) {
    watch({name("tally")});
    database->run(name("UPDATE tally SET spent = 3 WHERE id = 1; DROP TABLE tally;"));
    Desk desk(database->open());
    ASSERT_EQ(gather(desk), 1);
    EXPECT_EQ(logOf(desk)[0].tables, QStringList{name("tally")});
    EXPECT_TRUE(isIntact(desk));
}

TEST_P(WatchedTables, AFailedStatementLeavesNothing) {
    watch({name("visit")});
    Desk desk(database->open());
    const auto refused = desk.write({Operation::Insert,
                                     name("visit"),
                                     {},
                                     {},
                                     {{name("id"), Value::integer(1)},
                                      {name("buoy_id"), Value::integer(77)},
                                      {name("cost"), Value::integer(1)}}});
    EXPECT_FALSE(refused);
    EXPECT_EQ(gather(desk), 0);
    EXPECT_TRUE(logOf(desk).empty());
}

TEST_P(WatchedTables, WhatCannotBeWatchedIsRefusedInWords) {
    database->run(name("CREATE TABLE loose (a INTEGER, b INTEGER);"));
    Desk desk(database->open());
    TableWatching watching(desk.session(), desk.catalog());
    const Status refused = watching.set({name("loose")}, true);
    ASSERT_FALSE(refused);
    EXPECT_TRUE(refused.error().sentence.contains(name("no key")));
    EXPECT_FALSE(watching.set({name("nothing")}, true));
    EXPECT_FALSE(desk.session().isWatching());
    const auto statements = watching.statements({name("buoy")}, true);
    ASSERT_TRUE(statements);
    EXPECT_GE(statements->size(), 4);
}

INSTANTIATE_TEST_SUITE_P(Engines, WatchedTables,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
