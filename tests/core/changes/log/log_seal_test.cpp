// SPDX-License-Identifier: GPL-3.0-or-later
// A change log that was tampered with is found out, whatever was changed and where.
#include "core/changes/as_it_was.h"
#include "core/changes/change_writer.h"
#include "core/changes/log/log_marks.h"
#include "core/changes/log/log_verification.h"
#include "support/scratch.h"
#include "support/text.h"
#include "support/writes.h"

using namespace gravin;
using namespace gravin::test;

namespace {

class SealTest : public ::testing::Test {
protected:
    SealTest()
        : database(name("CREATE TABLE t (id INTEGER PRIMARY KEY, a TEXT, n, x BLOB);"
                        "INSERT INTO t VALUES (1, 'one', 1, x'00ff'), (2, 'two', 2.5, NULL);"))
        , desk(database) {
        write({Operation::Update, T, key(1), {}, {{name("a"), text("eins")}}});
        write({{Operation::Update, T, key(2), {}, {{name("n"), Value::real(0.1)}}},
               {Operation::Insert, T, {}, {}, {{name("a"), text("three")}}}});
        write({Operation::Delete, T, key(1), {}, {}});
    }

    LogVerification verify(const QString& head = {}) {
        const auto session = database.open(Session::Access::ReadOnly);
        return *LogVerifier(*session).verify(head);
    }

    void write(RecordEdit edit) { write(std::vector{std::move(edit)}); }
    void write(std::vector<RecordEdit> edits) { EXPECT_TRUE(desk.write(std::move(edits))); }

    static inline const QString T = name("t");
    ScratchDatabase database;
    Desk desk;
};

TEST_F(SealTest, AnUntouchedLogIsIntact) {
    const LogVerification found = verify();
    EXPECT_TRUE(found.isIntact());
    EXPECT_EQ(found.changes, 3);
    EXPECT_EQ(found.unsealed, 0);
    EXPECT_EQ(found.head.size(), 64);
    EXPECT_TRUE(verify(found.head).isIntact());
    write({Operation::Update, T, key(2), {}, {{name("a"), text("zwei")}}});
    EXPECT_TRUE(verify(found.head).isIntact()) << "a log that has grown still has the former head";
}

TEST_F(SealTest, AnyChangedCellIsFoundWithItsChange) {
    // One at a time, each taken back by a copy of the file.
    int cells = 0;
    for (const char* table : {"gravin_change", "gravin_entry", "gravin_name", "gravin_seal"}) {
        const QStringList columns =
            database.sqlite(name("SELECT name FROM pragma_table_info('%1');").arg(name(table)))
                .split(u'\n', Qt::SkipEmptyParts);
        const int rows = database.sqlite(name("SELECT count(*) FROM %1;").arg(name(table))).toInt();
        const bool hasRowid = name(table) != u"gravin_entry";
        for (int row = 0; row < rows; ++row) {
            for (const QString& column : columns) {
                const QString picked = name(hasRowid ? "rowid" : "change_id, seq, part");
                const QString keys = hasRowid ? picked : u'(' + picked + u')';
                const QString order = picked;
                database.sqlite(
                    name("PRAGMA ignore_check_constraints = ON; CREATE TABLE kept AS SELECT * FROM "
                         "%1; UPDATE %1 SET %2 = CASE typeof(%2) WHEN 'integer' THEN %2 + 100 "
                         "WHEN 'real' THEN %2 * 2 WHEN 'null' THEN 7 WHEN 'blob' THEN x'01fe' "
                         "ELSE %2 || 'x' END WHERE %3 = (SELECT %4 FROM %1 ORDER BY %5 LIMIT 1 "
                         "OFFSET %6);")
                        .arg(name(table), column, keys, picked, order)
                        .arg(row));
                const LogVerification found = verify();
                EXPECT_FALSE(found.isIntact())
                    << table << " row " << row << " column " << qPrintable(column);
                for (const LogDamage& damage : found.damages)
                    EXPECT_FALSE(damage.reason.isEmpty());
                database.sqlite(name("PRAGMA ignore_check_constraints = ON; DELETE FROM %1; INSERT "
                                     "INTO %1 SELECT * FROM kept; DROP TABLE kept;")
                                    .arg(name(table)));
                ++cells;
            }
        }
    }
    EXPECT_GT(cells, 80);
    EXPECT_TRUE(verify().isIntact()) << "all is as it was";
}

TEST_F(SealTest, TheSmallestChangeOfAValueIsSeen) {
    // The same number of another kind.
    database.sqlite(name("UPDATE gravin_entry SET new_value = CAST(new_value AS TEXT) "
                         "WHERE typeof(new_value) = 'real';"));
    const LogVerification found = verify();
    ASSERT_EQ(found.damages.size(), 1U);
    EXPECT_EQ(found.damages.front().change, 2);
}

TEST_F(SealTest, WhatIsTakenOutOrPutInIsFound) {
    const QString head = verify().head;
    database.sqlite(name("CREATE TABLE kept AS SELECT * FROM gravin_change;"
                         "DELETE FROM gravin_change WHERE id = 2;"));
    EXPECT_FALSE(verify().isIntact());
    database.sqlite(name("DELETE FROM gravin_change; INSERT INTO gravin_change SELECT * FROM kept; "
                         "DROP TABLE kept;"));
    ASSERT_TRUE(verify().isIntact());
    database.sqlite(name("INSERT INTO gravin_change SELECT 9, 'u9', at, person, screen, action, "
                         "note, undoes, 0, '', '', account FROM gravin_change WHERE id = 1;"));
    EXPECT_FALSE(verify().isIntact()) << "a change that Gravin did not write";
    database.sqlite(name("DELETE FROM gravin_change WHERE id = 9;"
                         "DELETE FROM gravin_change WHERE id = 3; DELETE FROM gravin_entry WHERE "
                         "change_id = 3; DELETE FROM gravin_seal WHERE change_id = 3;"));
    EXPECT_TRUE(verify().isIntact()) << "a log cut short alone cannot be told from a shorter one";
    EXPECT_FALSE(verify(head).isIntact()) << "but by the hash that was kept";
}

// A record beside the others that no change ever named: nobody may go by it.
// The engine itself would go on below it, and numbers of changes would no longer be in order.
TEST_F(SealTest, NoLogComesBehindTheLargestNumber) {
    database.sqlite(
        name("INSERT INTO gravin_change SELECT 9223372036854775807, 'x', at, person, "
             "screen, action, note, undoes, records, tables, op, account FROM gravin_change "
             "LIMIT 1;"));
    const QString before = database.dump();
    const auto refused = desk.write({Operation::Update, T, key(2), {}, {{name("a"), text("x")}}});
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().error.kind, ErrorKind::Damaged);
    EXPECT_EQ(database.dump(), before);
}

TEST_F(SealTest, RecordsOutsideTheirOrderAreFoundAndNotRolledBack) {
    for (const char* place : {"-1", "7", "'x'"}) {
        database.sqlite(name("PRAGMA ignore_check_constraints = ON; INSERT INTO gravin_entry "
                             "SELECT 1, %1, 0, table_id, 'i:2', 1, NULL, column_id, NULL, 'two' "
                             "FROM gravin_entry LIMIT 1;")
                            .arg(name(place)));
        EXPECT_FALSE(verify().isIntact()) << place;
        const auto plan = planRollback(desk.session(), desk.catalog(), 1);
        ASSERT_FALSE(plan) << place;
        EXPECT_EQ(plan.error().kind, ErrorKind::Damaged);
        EXPECT_TRUE(plan.error().sentence.contains(name("Change 1"))) << place;
        EXPECT_FALSE(LogVerifier(desk.session()).verifyChanges({1})) << place;
        EXPECT_FALSE(lookBack(desk.session(), desk.catalog(), desk.table(T), 0)) << place;
        database.sqlite(
            name("DELETE FROM gravin_entry WHERE change_id = 1 AND seq = %1;").arg(name(place)));
        ASSERT_TRUE(verify().isIntact()) << place;
    }
    EXPECT_FALSE(writerOf(desk.session())
                     .execute(name("INSERT INTO gravin_entry VALUES (1, -1, 0, 1, 'i:2', 1, "
                                   "NULL, 0, NULL, NULL)")))
        << "the table itself takes no such row";
}

TEST_F(SealTest, OnlyTheChangeThatIsDamagedIsNotRolledBack) {
    database.sqlite(name("UPDATE gravin_entry SET old_value = 'forged' WHERE change_id = 1;"));
    EXPECT_FALSE(planRollback(desk.session(), desk.catalog(), 1));
    EXPECT_TRUE(planRollback(desk.session(), desk.catalog(), 3));
}

TEST_F(SealTest, WhoAndWhenOfTrimmedChangesIsStillSealed) {
    ConnectionSpec spec = database.spec();
    spec.mayTrim = true;
    auto session = Session::open(spec, Session::Access::ReadWrite);
    ASSERT_TRUE(session);
    const QString head = verify().head;
    ASSERT_TRUE(LogMarks(**session, desk.catalog()).trim(2, name("edda")));
    EXPECT_TRUE(verify(head).isIntact());
    EXPECT_EQ(verify().trimmed, 2);
    EXPECT_EQ(verify().headless, 0);
    for (const char* column : {"person", "at", "action", "note", "screen"}) {
        database.sqlite(
            name("UPDATE gravin_change SET %1 = %1 || 'x' WHERE id = 1;").arg(name(column)));
        EXPECT_FALSE(verify(head).isIntact()) << column;
        database.sqlite(
            name("UPDATE gravin_change SET %1 = substr(%1, 1, length(%1) - 1) WHERE id = 1;")
                .arg(name(column)));
        EXPECT_TRUE(verify(head).isIntact()) << column;
    }
}

TEST(SealOfOthers, ATableOfOursByNameOnlyIsToldFromOurs) {
    ScratchDatabase database(name("CREATE TABLE t (id INTEGER PRIMARY KEY, a TEXT);"
                                  "INSERT INTO t VALUES (1, 'one');"
                                  "CREATE TABLE gravin_change (reason TEXT);"));
    Desk desk(database);
    const auto written =
        desk.write({Operation::Update, name("t"), key(1), {}, {{name("a"), text("eins")}}});
    ASSERT_FALSE(written);
    EXPECT_TRUE(written.error().error.sentence.contains(name("not Gravin's")))
        << qPrintable(written.error().error.sentence);
    EXPECT_EQ(database.sqlite(name("SELECT a FROM t;")).trimmed(), name("one"));
}

TEST_F(SealTest, NotesAndTrimmingArePartOfTheLog) {
    LogMarks marks(desk.session(), desk.catalog());
    const auto note = marks.addNote(1, name("was wrong"), name("edda"));
    ASSERT_TRUE(note);
    EXPECT_EQ(marks.addNote(99, name("?"), {}).error().error.kind, ErrorKind::NotFound);
    EXPECT_EQ(marks.trim(2, name("edda")).error().error.kind, ErrorKind::ReadOnly)
        << "that needs a right of its own";
    ConnectionSpec spec = database.spec();
    spec.mayTrim = true;
    auto session = Session::open(spec, Session::Access::ReadWrite);
    ASSERT_TRUE(session);
    ASSERT_TRUE(LogMarks(**session, desk.catalog()).trim(2, name("edda")));
    const LogVerification found = verify();
    EXPECT_TRUE(found.isIntact());
    EXPECT_EQ(found.changes, 5);
    EXPECT_EQ(found.trimmed, 2);
    LogScope scope;
    scope.changes = {1};
    const auto plan = planRollback(desk.session(), desk.catalog(), scope);
    ASSERT_FALSE(plan);
    EXPECT_TRUE(plan.error().sentence.contains(u"trimmed"));
    // Records that go without having been trimmed are still found.
    database.sqlite(name("DELETE FROM gravin_entry WHERE change_id = 3;"));
    EXPECT_FALSE(verify().isIntact());
}

} // namespace
