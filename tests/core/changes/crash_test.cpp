// SPDX-License-Identifier: GPL-3.0-or-later
// Nothing separates a change from its log entry, not even a process that dies at any moment.
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
    qint64 furthest = 0;
    for (int round = 0; round < 12; ++round) {
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
            "SELECT count(*) FROM gravin_change c WHERE (SELECT count(*) FROM gravin_field f WHERE "
            "f.change_id = c.id) <> 2 "
            "OR (SELECT count(*) FROM gravin_record r WHERE r.change_id = c.id) <> 2;"));
        EXPECT_EQ(halves, QStringLiteral("0\n"));
        // What the newest entry says is what is stored, so no change is without its entry.
        const auto newest = *ChangeLog(desk.session()).change(changes.front().id, desk.catalog());
        for (const RecordChange& record : newest.records)
            EXPECT_EQ(desk.read(QStringLiteral("t"), record.key).values[1],
                      record.after.value(QStringLiteral("n")));
        furthest = changes.front().id;
    }
    EXPECT_GT(furthest, 24) << "the process must have been killed in the middle of its work";
}

INSTANTIATE_TEST_SUITE_P(Journals, Crash, ::testing::Values("WAL", "DELETE"));

} // namespace
