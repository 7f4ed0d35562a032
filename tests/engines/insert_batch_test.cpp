// SPDX-License-Identifier: GPL-3.0-or-later
// Many new records of one change: written together, they come to what they come to one by one.
#include "core/changes/log/log_verification.h"
#include "support/engines.h"

using namespace gravin;
using namespace gravin::test;

namespace {

constexpr int Many = 700;

class InsertBatches : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(
            QStringLiteral("CREATE TABLE port (id INTEGER PRIMARY KEY, name VARCHAR(20));"
                           "INSERT INTO port VALUES (1, 'Tarn'), (2, 'Quay');"
                           "CREATE TABLE berth (id %1, code VARCHAR(20) NOT NULL UNIQUE, depth "
                           "INTEGER DEFAULT 7, port_id INTEGER REFERENCES port (id));"
                           "CREATE TABLE tag (berth VARCHAR(20) NOT NULL, word VARCHAR(20) NOT "
                           "NULL, PRIMARY KEY (berth, word));")
                .arg(dialectFor(database->spec())->declaration(FieldKind::GivenNumber, -1, true)));
    }

    static RecordEdit berth(int n) {
        RecordEdit edit{Operation::Insert, name("berth"), {}, {}, {}};
        edit.after.insert(name("code"), Value::text(name("B%1").arg(n)));
        if (n % 3 != 0)
            edit.after.insert(name("depth"), n % 3 == 1 ? Value::integer(n) : Value::null());
        edit.after.insert(name("port_id"), Value::integer(n % 2 + 1));
        return edit;
    }

    static std::vector<RecordEdit> berths() {
        std::vector<RecordEdit> edits;
        for (int n = 1; n <= Many; ++n)
            edits.push_back(berth(n));
        return edits;
    }

    QString count(const char* of) const {
        return database->run(name("SELECT count(*) FROM ") + name(of)).trimmed();
    }
};

TEST_P(InsertBatches, TheLogSaysOfEachWhatIsStored) {
    Desk desk(database->open());
    const auto written = desk.write(berths());
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    ASSERT_EQ(written->records.size(), size_t{Many});
    for (int n = 1; n <= Many; ++n) {
        const RecordChange& change = written->records[static_cast<size_t>(n - 1)];
        EXPECT_EQ(change.after[name("code")], Value::text(name("B%1").arg(n)));
        const Record stored = desk.read(name("berth"), change.key);
        EXPECT_EQ(fieldValues(desk.table(name("berth")), stored), change.after);
    }
    // The database's own default where nothing was said, and the file's order in the numbers.
    EXPECT_EQ(count("berth WHERE depth = 7"), QString::number(Many / 3 + 1));
    EXPECT_EQ(database->run(name("SELECT code FROM berth ORDER BY id LIMIT 3")).simplified(),
              name("B1 B2 B3"));
    const auto verified = LogVerifier(desk.session()).verify({});
    ASSERT_TRUE(verified);
    EXPECT_TRUE(verified->isIntact());
    ASSERT_TRUE(desk.rollBack(written->id));
    EXPECT_EQ(count("berth"), name("0"));
    // Taken back once more, they are as they were.
    ASSERT_TRUE(desk.rollBack(written->id + 1));
    EXPECT_EQ(count("berth"), QString::number(Many));
}

TEST_P(InsertBatches, OneThatStandsInTheWayIsNamed) {
    Desk desk(database->open());
    std::vector<RecordEdit> edits = berths();
    edits[600].after.insert(name("code"), Value::text(name("B7")));
    const auto written = desk.write(edits);
    ASSERT_FALSE(written);
    ASSERT_TRUE(written.error().edit);
    EXPECT_EQ(*written.error().edit, size_t{600});
    EXPECT_EQ(written.error().problems.front().check, name("unique"));
    EXPECT_EQ(count("berth"), name("0"));
}

TEST_P(InsertBatches, AReferenceThatPointsNowhereIsNamed) {
    Desk desk(database->open());
    std::vector<RecordEdit> edits = berths();
    edits[300].after.insert(name("port_id"), Value::integer(99));
    const auto written = desk.write(edits);
    ASSERT_FALSE(written);
    EXPECT_EQ(written.error().edit.value_or(0), size_t{300});
    EXPECT_EQ(written.error().problems.front().field, name("port_id"));
    EXPECT_EQ(count("berth"), name("0"));
}

TEST_P(InsertBatches, ARunLeavesOutWhatItsChecksSay) {
    Desk desk(database->open());
    TableRules& rules = desk.rules()[name("berth")];
    CheckRule rule;
    rule.name = name("condition");
    rule.column = name("depth");
    rule.columns = {name("depth")};
    rule.asks = CheckRule::Asks::Condition;
    rule.condition = *bindExpression(name("depth < 100"), desk.table(name("berth")));
    rule.message = name("Too deep.");
    rule.inRuns = InRuns::LeaveOut;
    rules.checks += rule;
    ChangeRequest request;
    request.action = name("import");
    request.isRun = true;
    request.edits = berths();
    const auto written = ChangeWriter(desk.session(), desk.catalog(), desk.rules()).write(request);
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    // 1, 4, … 697 with their number as depth: those from 100 on stay out.
    EXPECT_EQ(written->leftOut.size(), size_t{201});
    EXPECT_EQ(count("berth"), QString::number(Many - 201));
}

TEST_P(InsertBatches, KeysOfSeveralColumnsAreKept) {
    Desk desk(database->open());
    std::vector<RecordEdit> edits;
    for (int n = 0; n < Many; ++n)
        edits.push_back({Operation::Insert,
                         name("tag"),
                         {},
                         {},
                         {{name("berth"), Value::text(name("B%1").arg(n / 10))},
                          {name("word"), Value::text(name("w%1").arg(n % 10))}}});
    const auto written = desk.write(edits);
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    EXPECT_EQ(written->records.back().key,
              Key({Value::text(name("B69")), Value::text(name("w9"))}));
    EXPECT_EQ(count("tag"), QString::number(Many));
}

// What a trigger makes of a record is what the log has.
TEST_P(InsertBatches, WhatTriggersSetIsLogged) {
    switch (GetParam()) {
    case Engine::Sqlite:
        database->run(name("CREATE TRIGGER deeper AFTER INSERT ON berth BEGIN UPDATE berth SET "
                           "depth = 3 WHERE id = NEW.id; END;"));
        break;
    case Engine::PostgreSql:
        database->run(name("CREATE FUNCTION deeper() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN "
                           "NEW.depth := 3; RETURN NEW; END $$; CREATE TRIGGER deeper BEFORE "
                           "INSERT ON berth FOR EACH ROW EXECUTE FUNCTION deeper();"));
        break;
    case Engine::MariaDb:
        database->run(name("CREATE TRIGGER deeper BEFORE INSERT ON berth FOR EACH ROW SET "
                           "NEW.depth = 3;"));
        break;
    }
    Desk desk(database->open());
    const auto written = desk.write(berths());
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    for (const RecordChange& change : written->records)
        EXPECT_EQ(change.after[name("depth")], Value::integer(3));
}

INSTANTIATE_TEST_SUITE_P(Engines, InsertBatches,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
