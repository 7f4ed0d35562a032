// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/change_writer.h"

#include "core/fitting/binding.h"
#include "support/scratch.h"

#include <gmock/gmock.h>

using namespace gravin;
using namespace gravin::test;

namespace {

const QString Schema = QStringLiteral(
    "CREATE TABLE sector (id INTEGER PRIMARY KEY, name TEXT NOT NULL);"
    "CREATE TABLE aid (id INTEGER PRIMARY KEY, code VARCHAR(6) NOT NULL UNIQUE, name TEXT, rate "
    "DECIMAL(8,2), "
    "sector_id INTEGER REFERENCES sector (id), n INTEGER CHECK (n < 100), "
    "twice INTEGER GENERATED ALWAYS AS (n * 2) VIRTUAL);"
    "CREATE TABLE visit (id INTEGER PRIMARY KEY, aid_id INTEGER NOT NULL REFERENCES aid (id) ON "
    "DELETE CASCADE,"
    "vessel TEXT);"
    "CREATE TABLE tag (id INTEGER PRIMARY KEY, aid_id INTEGER REFERENCES aid (id) ON DELETE SET "
    "NULL);"
    "INSERT INTO sector VALUES (1, 'Outer'), (2, 'Inner');"
    "INSERT INTO aid (id, code, name, rate, sector_id, n) VALUES (1, 'A1', 'Old Maid', 184.5, 1, "
    "10), "
    "(2, 'A2', 'Fiddler', 97, 2, 20);"
    "INSERT INTO visit VALUES (1, 1, 'Tern'), (2, 1, 'Grebe'); INSERT INTO tag VALUES (1, 1);");

class ChangeWriterTest : public ::testing::Test {
protected:
    ChangeWriterTest()
        : database(Schema)
        , desk(database) {}

    static RecordEdit edit(qint64 id, const FieldValues& before, const FieldValues& after) {
        return {Operation::Update, QStringLiteral("aid"), key(id), before, after};
    }
    Value stored(qint64 id, const char* column) {
        const Record record = desk.read(QStringLiteral("aid"), key(id));
        return record.values[static_cast<size_t>(
            desk.table(QStringLiteral("aid")).indexOf(QLatin1String(column)))];
    }
    qint64 logged() { return static_cast<qint64>(ChangeLog(desk.session()).list({})->size()); }
    // Asserts a refusal of one field and that nothing was written.
    void expectRefused(const WriteResult& result, const char* field, const char* check) {
        ASSERT_FALSE(result);
        EXPECT_EQ(result.error().error.kind, ErrorKind::Refused);
        ASSERT_FALSE(result.error().problems.empty());
        EXPECT_EQ(result.error().problems.front().field, QLatin1String(field));
        EXPECT_EQ(result.error().problems.front().check, QLatin1String(check));
        EXPECT_FALSE(result.error().problems.front().message.isEmpty());
        EXPECT_EQ(database.dump(), before);
        EXPECT_EQ(logged(), 0);
    }

    ScratchDatabase database;
    Desk desk;
    QString before = database.dump();
};

const QString Name = QStringLiteral("name");
const QString Rate = QStringLiteral("rate");
const QString Aid = QStringLiteral("aid");

TEST_F(ChangeWriterTest, WritesOnlyTheChangedColumnsAndLogsThem) {
    const auto result =
        desk.write(edit(1, {{Name, text("Old Maid")}}, {{Name, text("Young Maid")}}));
    ASSERT_TRUE(result);
    ASSERT_EQ(result->records.size(), 1u);
    EXPECT_EQ(result->records[0].before, (FieldValues{{Name, text("Old Maid")}}));
    EXPECT_EQ(result->records[0].after, (FieldValues{{Name, text("Young Maid")}}));
    const auto logged = ChangeLog(desk.session()).change(result->id, desk.catalog());
    ASSERT_TRUE(logged);
    EXPECT_EQ(logged->records[0].after, result->records[0].after);
    EXPECT_EQ(logged->person, QStringLiteral("tester"));
}

// The log's tables are made with the first change, and go with it when the database refuses that.
TEST_F(ChangeWriterTest, TheFirstChangeMayFailAndTheNextIsLoggedAllTheSame) {
    database.sqlite(QStringLiteral(
        "CREATE TRIGGER never BEFORE UPDATE ON sector WHEN NEW.name = 'never' BEGIN SELECT "
        "RAISE(ABORT, 'never'); END;"));
    const auto name = [&](qint64 id, const char* to) {
        return RecordEdit{
            Operation::Update, QStringLiteral("sector"), key(id), {}, {{Name, text(to)}}};
    };
    EXPECT_FALSE(desk.write({name(1, "first"), name(2, "never")}));
    const auto written = desk.write({name(1, "first")});
    ASSERT_TRUE(written) << qPrintable(written.error().error.detail);
    EXPECT_EQ(logged(), 1);
}

// Another connection writes between reading and saving.
TEST_F(ChangeWriterTest, KeepsBothWhenAnotherChangedAnotherColumn) {
    database.sqlite(QStringLiteral("UPDATE aid SET rate = 200 WHERE id = 1;"));
    ASSERT_TRUE(desk.write(edit(1, {{Name, text("Old Maid")}}, {{Name, text("Mine")}})));
    EXPECT_EQ(stored(1, "name"), text("Mine"));
    EXPECT_EQ(stored(1, "rate"), decimal("200.00"));
}

TEST_F(ChangeWriterTest, ShowsAConflictWhenAnotherChangedTheSameColumn) {
    database.sqlite(QStringLiteral("UPDATE aid SET name = 'Theirs' WHERE id = 1;"));
    const auto result = desk.write(edit(1, {{Name, text("Old Maid")}}, {{Name, text("Mine")}}));
    ASSERT_FALSE(result);
    EXPECT_EQ(result.error().error.kind, ErrorKind::Conflict);
    ASSERT_EQ(result.error().conflicts.size(), 1u);
    const FieldConflict& field = result.error().conflicts[0].fields.at(0);
    EXPECT_EQ(field.before, text("Old Maid"));
    EXPECT_EQ(field.theirs, text("Theirs"));
    EXPECT_EQ(field.mine, text("Mine"));
    EXPECT_EQ(stored(1, "name"), text("Theirs"));
    EXPECT_EQ(logged(), 0);
}

TEST_F(ChangeWriterTest, TakesTheSameValueAsNoClash) {
    database.sqlite(QStringLiteral("UPDATE aid SET name = 'Same' WHERE id = 1;"));
    const auto result = desk.write(
        edit(1, {{Name, text("Old Maid")}}, {{Name, text("Same")}, {Rate, decimal("1.00")}}));
    ASSERT_TRUE(result);
    EXPECT_EQ(result->records[0].after, (FieldValues{{Rate, decimal("1.00")}}));
}

TEST_F(ChangeWriterTest, TellsThatARecordIsGone) {
    database.sqlite(QStringLiteral("PRAGMA foreign_keys = OFF; DELETE FROM aid WHERE id = 2;"));
    const auto result = desk.write(edit(2, {{Name, text("Fiddler")}}, {{Name, text("Mine")}}));
    ASSERT_FALSE(result);
    EXPECT_EQ(result.error().error.kind, ErrorKind::Conflict);
    EXPECT_TRUE(result.error().conflicts.at(0).gone);
}

TEST_F(ChangeWriterTest, WritesNothingWhereNothingChanges) {
    const auto result = desk.write(edit(1, {}, {{Name, text("Old Maid")}}));
    ASSERT_TRUE(result);
    EXPECT_EQ(result->id, 0);
    EXPECT_EQ(logged(), 0);
}

TEST_F(ChangeWriterTest, GivesTheNewKeyOfAnInsert) {
    const auto result =
        desk.write({Operation::Insert, Aid, {}, {}, {{QStringLiteral("code"), text("A3")}}});
    ASSERT_TRUE(result);
    EXPECT_EQ(result->records[0].key, key(3));
    EXPECT_TRUE(desk.exists(Aid, key(3)));
}

TEST_F(ChangeWriterTest, IsAllOrNothing) {
    const auto result = desk.write(std::vector<RecordEdit>{
        edit(1, {}, {{Name, text("Mine")}}), edit(2, {}, {{QStringLiteral("code"), text("A1")}})});
    expectRefused(result, "code", "unique");
}

TEST_F(ChangeWriterTest, RefusesMissingRequiredFields) {
    desk.rules()[Aid].fields += FieldRule{Name, QStringLiteral("Name"), true, true};
    expectRefused(desk.write(edit(1, {}, {{Name, text("  ")}})), "name", "required");
    expectRefused(
        desk.write({Operation::Insert, Aid, {}, {}, {{QStringLiteral("code"), text("A9")}}}),
        "name", "required");
    expectRefused(desk.write(edit(1, {}, {{QStringLiteral("code"), Value()}})), "code", "required");
}

TEST_F(ChangeWriterTest, RefusesTextThatIsTooLong) {
    expectRefused(desk.write(edit(1, {}, {{QStringLiteral("code"), text("ABCDEFG")}})), "code",
                  "length");
}

TEST_F(ChangeWriterTest, RefusesReferencesThatPointNowhere) {
    expectRefused(desk.write(edit(1, {}, {{QStringLiteral("sector_id"), Value::integer(99)}})),
                  "sector_id", "reference");
}

TEST_F(ChangeWriterTest, RefusesComputedAndLockedFields) {
    expectRefused(desk.write(edit(1, {}, {{QStringLiteral("twice"), Value::integer(1)}})), "twice",
                  "editable");
    desk.rules()[Aid].fields += FieldRule{Name, QStringLiteral("Name"), false, false};
    expectRefused(desk.write(edit(1, {}, {{Name, text("x")}})), "name", "editable");
}

TEST_F(ChangeWriterTest, TracesTheDatabasesOwnRefusals) {
    desk.rules().clear(); // else its CHECK is asked before
    const auto result = desk.write(edit(1, {}, {{QStringLiteral("n"), Value::integer(100)}}));
    expectRefused(result, "", "database");
    EXPECT_THAT(result.error().error.detail.toStdString(), ::testing::HasSubstr("CHECK"));
}

TEST_F(ChangeWriterTest, RefusesToDeleteWhatOthersReferTo) {
    const auto result = desk.write({Operation::Delete, Aid, key(1), {}, {}});
    expectRefused(result, "", "reference");
    EXPECT_THAT(result.error().error.sentence.toStdString(),
                ::testing::HasSubstr("2 records of visit"));
}

TEST_F(ChangeWriterTest, DeletesWithWhatRefersToItWhenTold) {
    const auto result = desk.write({Operation::Delete, Aid, key(1), {}, {}, true});
    ASSERT_TRUE(result);
    // Two visits go, one tag is emptied, the aid goes: all of it in the log.
    EXPECT_EQ(result->records.size(), 4u);
    EXPECT_FALSE(desk.exists(QStringLiteral("visit"), key(2)));
    ASSERT_TRUE(desk.rollBack(result->id));
    EXPECT_EQ(database.dump(), before);
}

TEST_F(ChangeWriterTest, RefusesTablesWithoutAKeyAndUnknownColumns) {
    database.sqlite(QStringLiteral("CREATE TABLE bare (a);"));
    Desk later(database);
    EXPECT_EQ(
        later.write({Operation::Insert, QStringLiteral("bare"), {}, {}, {}}).error().error.kind,
        ErrorKind::ReadOnly);
    EXPECT_EQ(desk.write(edit(1, {}, {{QStringLiteral("nosuch"), text("x")}})).error().error.kind,
              ErrorKind::Usage);
}

TEST_F(ChangeWriterTest, DoesNotWriteWithoutTheConsentToALog) {
    ConnectionSpec spec = database.spec();
    spec.changeLog = false;
    auto session = *Session::open(spec, Session::Access::ReadWrite);
    ChangeRequest request;
    request.edits.push_back(edit(1, {}, {{Name, text("x")}}));
    const auto result = ChangeWriter(*session, desk.catalog(), {}).write(request);
    ASSERT_FALSE(result);
    EXPECT_EQ(result.error().error.kind, ErrorKind::ReadOnly);
    EXPECT_EQ(database.sqlite(
                  QStringLiteral("SELECT count(*) FROM sqlite_master WHERE name LIKE 'gravin%';")),
              QStringLiteral("0\n"));
}

// Without its log entry a change does not happen.
TEST_F(ChangeWriterTest, UndoesTheChangeWhenTheLogCannotBeWritten) {
    ASSERT_TRUE(desk.write(edit(1, {}, {{Name, text("First")}})));
    database.sqlite(QStringLiteral("CREATE TRIGGER refuse BEFORE INSERT ON gravin_entry BEGIN "
                                   "SELECT RAISE(ABORT, 'log is broken'); END;"));
    ASSERT_FALSE(desk.write(edit(1, {}, {{Name, text("Second")}})));
    EXPECT_EQ(stored(1, "name"), text("First"));
}

TEST_F(ChangeWriterTest, LogsWhatATriggerDidToTheRecord) {
    database.sqlite(QStringLiteral("CREATE TRIGGER stamp AFTER UPDATE OF name ON aid BEGIN "
                                   "UPDATE aid SET n = n + 1 WHERE id = new.id; END;"));
    const auto result = desk.write(edit(1, {}, {{Name, text("Stamped")}}));
    ASSERT_TRUE(result);
    EXPECT_EQ(result->records[0].after.value(QStringLiteral("n")), Value::integer(11));
}

TEST_F(ChangeWriterTest, NamesOfAnySortAreOnlyNames) {
    database.sqlite(QStringLiteral(
        "CREATE TABLE \"se;lect \"\"x\" (\"from\" TEXT PRIMARY KEY, \"b'c; DROP TABLE aid\" TEXT, "
        "\"灯\" INTEGER);"));
    Desk later(database);
    const QString table = QStringLiteral("se;lect \"x");
    const QString column = QStringLiteral("b'c; DROP TABLE aid");
    const auto added = later.write({Operation::Insert,
                                    table,
                                    {},
                                    {},
                                    {{QStringLiteral("from"), text("k'; --")},
                                     {column, text("'; DROP TABLE aid; --")},
                                     {QString::fromUtf8("灯"), Value::integer(5)}}});
    ASSERT_TRUE(added) << qPrintable(added.error().error.detail);
    const Key recordKey({text("k'; --")});
    ASSERT_TRUE(later.write({Operation::Update, table, recordKey, {}, {{column, text("x")}}}));
    ASSERT_TRUE(later.rollBack(2));
    EXPECT_EQ(later.read(table, recordKey).values[1], text("'; DROP TABLE aid; --"));
    EXPECT_TRUE(later.exists(Aid, key(1)));
}

} // namespace
