// SPDX-License-Identifier: GPL-3.0-or-later
// Nothing separates a change from its log entry, not even a process that dies at any moment.
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/log/log_verification.h"
#include "support/scratch.h"

#include <QProcess>
#include <QThread>

#include <random>

using namespace gravin;
using namespace gravin::test;

namespace {

class Crash : public ::testing::TestWithParam<const char*> {};

TEST_P(Crash, LeavesEveryChangeWithItsLogEntry) {
    ScratchDatabase database(
        QStringLiteral("PRAGMA journal_mode = %1; CREATE TABLE t (id INTEGER PRIMARY KEY, "
                       "n INTEGER); INSERT INTO t VALUES (1, 0), (2, 0);")
            .arg(QLatin1String(GetParam())));
    std::mt19937 chance(7);
    constexpr qint64 Enough = 24; // changes: some of the kills then met one under way
    qint64 furthest = 0;
    for (int round = 0; round < 12 || (furthest <= Enough && round < 200); ++round) {
        QProcess saver;
        saver.start(QStringLiteral(SAVE_LOOP), {database.path()});
        ASSERT_TRUE(saver.waitForReadyRead(10'000));
        QThread::usleep(2'000 + chance() % 60'000);
        saver.kill(); // SIGKILL
        ASSERT_TRUE(saver.waitForFinished(10'000));

        Desk desk(database);
        const auto changes = *ChangeLog(desk.session()).list({});
        ASSERT_FALSE(changes.empty());
        // Each change is whole: two records, one field each.
        const QString halves = database.sqlite(QStringLiteral(
            "SELECT count(*) FROM gravin_change c WHERE (SELECT count(*) FROM gravin_entry r WHERE "
            "r.change_id = c.id AND r.part = 0) <> 2 OR (SELECT count(*) FROM gravin_entry r WHERE "
            "r.change_id = c.id) <> 2;"));
        EXPECT_EQ(halves, QStringLiteral("0\n"));
        // What the newest entry says is what is stored, so no change is without its entry.
        const auto newest = *ChangeLog(desk.session()).change(changes.front().id, desk.catalog());
        for (const RecordChange& record : newest.records)
            EXPECT_EQ(desk.read(QStringLiteral("t"), record.key).values[1],
                      record.after.value(QStringLiteral("n")));
        furthest = changes.front().id;
    }
    EXPECT_GT(furthest, Enough) << "the process must have been killed in the middle of its work";
}

// Of thousands of records all are changed, or none, and the log is what was written.
TEST_P(Crash, InTheMidstOfManyLeavesAllOrNothing) {
    ScratchDatabase database(
        QStringLiteral("PRAGMA journal_mode = %1; CREATE TABLE t (id INTEGER PRIMARY KEY, n "
                       "INTEGER); INSERT INTO t WITH RECURSIVE c(x) AS (SELECT 1 UNION ALL SELECT "
                       "x + 1 FROM c WHERE x < 2000) SELECT x, 0 FROM c;")
            .arg(QLatin1String(GetParam())));
    std::mt19937 chance(11);
    int midst = 0;
    qint64 before = 0;
    for (int round = 0; round < 8; ++round) {
        QProcess changer;
        changer.start(QStringLiteral(SAVE_LOOP), {database.path(), QStringLiteral("many")});
        ASSERT_TRUE(changer.waitForReadyRead(20'000));
        QThread::usleep(2'000 + chance() % 300'000);
        changer.kill(); // SIGKILL
        ASSERT_TRUE(changer.waitForFinished(10'000));

        EXPECT_EQ(database.sqlite(QStringLiteral("SELECT count(DISTINCT n) FROM t;")),
                  QStringLiteral("1\n"));
        Desk desk(database);
        const auto verified = LogVerifier(desk.session()).verify({});
        ASSERT_TRUE(verified);
        EXPECT_TRUE(verified->isIntact());
        const auto changes = *ChangeLog(desk.session()).list({});
        for (const ChangeSummary& change : changes)
            EXPECT_EQ(change.records, 2000);
        const auto logged = ChangeLog(desk.session()).change(changes.front().id, desk.catalog());
        ASSERT_TRUE(logged);
        EXPECT_EQ(desk.read(QStringLiteral("t"), logged->records[77].key).values[1],
                  logged->records[77].after.value(QStringLiteral("n")));
        midst += changes.front().id - before > 0 ? 1 : 0;
        before = changes.front().id;
    }
    EXPECT_EQ(midst, 8) << "each time something was finished before";
}

// The disk fills up at one page after the other of a bulk update, and of its rollback.
TEST_P(Crash, AFullDiskInTheMidstOfManyLeavesNothing) {
    ScratchDatabase database(
        QStringLiteral("PRAGMA journal_mode = %1; CREATE TABLE t (id INTEGER PRIMARY KEY, n "
                       "INTEGER); INSERT INTO t WITH RECURSIVE c(x) AS (SELECT 1 UNION ALL SELECT "
                       "x + 1 FROM c WHERE x < 2000) SELECT x, 0 FROM c;")
            .arg(QLatin1String(GetParam())));
    Desk desk(database);
    const auto table = std::make_shared<const Table>(desk.table(QStringLiteral("t")));
    const auto room = [&](qint64 pages) {
        ASSERT_TRUE(desk.session().scalar(QStringLiteral("PRAGMA max_page_count = %1").arg(pages)));
    };
    // The engine's own limit answers as a full disk does.
    const auto untilItFits = [&](const std::function<WriteResult()>& write) {
        const QString before = database.dump();
        const qint64 pages =
            desk.session().scalar(QStringLiteral("PRAGMA page_count"))->toLongLong();
        int refused = 0;
        for (qint64 more = 0;; more += 1 + more / 4) {
            room(pages + more);
            const WriteResult written = write();
            if (written) {
                room(1'000'000);
                EXPECT_GT(refused, 5);
                return written->id;
            }
            ++refused;
            EXPECT_EQ(written.error().error.kind, ErrorKind::Full)
                << qPrintable(written.error().error.sentence + written.error().error.detail);
            EXPECT_EQ(database.dump(), before);
            EXPECT_TRUE(LogVerifier(desk.session()).verify({})->isIntact());
        }
    };
    BulkValues values;
    values.set.insert(QStringLiteral("n"), *bindExpression(QStringLiteral("n + 1"), *table));
    const auto preview = std::make_shared<const BulkPreview>(
        *previewBulkUpdate(desk.session(), table, {}, {}, values));
    const QString before = database.dump();
    const qint64 change = untilItFits([&] {
        return ChangeWriter(desk.session(), desk.catalog(), desk.rules())
            .write(bulkUpdateRequest(preview));
    });
    EXPECT_EQ(database.sqlite(QStringLiteral("SELECT count(*) FROM t WHERE n = 1;")),
              QStringLiteral("2000\n"));
    untilItFits([&] { return desk.rollBack(change); });
    EXPECT_EQ(database.dump(), before);
    EXPECT_TRUE(LogVerifier(desk.session()).verify({})->isIntact());
}

INSTANTIATE_TEST_SUITE_P(Journals, Crash, ::testing::Values("WAL", "DELETE"));

} // namespace
