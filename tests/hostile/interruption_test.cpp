// SPDX-License-Identifier: GPL-3.0-or-later
// A command that is stopped or killed, and a program that was cut off, leave nothing running or
// unreadable behind.
#include "hostile/program.h"

#include <QElapsedTimer>
#include <QThread>

#include <csignal>

namespace gravin::test {
namespace {

class Interruption : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        const bool isPostgres = GetParam() == Engine::PostgreSql;
        database->run(QStringLiteral("CREATE TABLE buoy (id INTEGER PRIMARY KEY, name VARCHAR(40));"
                                     "INSERT INTO buoy VALUES (1, 'Tern');"
                                     "CREATE VIEW slow AS SELECT id, name, %1 AS wait FROM buoy;")
                          .arg(isPostgres ? QStringLiteral("CAST(pg_sleep(60) AS text)")
                                          : QStringLiteral("sleep(60)")));
        ASSERT_EQ(Program()
                      .run({QStringLiteral("new"), project(), QStringLiteral("--database"),
                            database->spec().url(), QStringLiteral("--table"),
                            QStringLiteral("slow"), QStringLiteral("--read-only")})
                      .code,
                  0);
    }
    QString project() const { return m_folder.filePath(QStringLiteral("p.gravin")); }
    // How many sleep on the server.
    int sleeping() const {
        return database
            ->run(GetParam() == Engine::PostgreSql
                      ? QStringLiteral("SELECT count(*) FROM pg_stat_activity WHERE wait_event = "
                                       "'PgSleep' AND datname = current_database()")
                      : QStringLiteral("SELECT count(*) FROM information_schema.PROCESSLIST WHERE "
                                       "STATE = 'User sleep' AND DB = DATABASE()"))
            .trimmed()
            .toInt();
    }
    bool until(int count) const {
        for (int i = 0; i < 100; ++i) {
            if (sleeping() == count)
                return true;
            QThread::msleep(100);
        }
        return false;
    }
    void begin(QProcess& process) const {
        process.start(QStringLiteral(GRAVIN),
                      {QStringLiteral("rows"), project(), QStringLiteral("slow")});
        ASSERT_TRUE(process.waitForStarted());
        ASSERT_TRUE(until(1));
    }

    QTemporaryDir m_folder;
};

TEST_P(Interruption, StopsTheStatementOnTheServerToo) {
    QProcess process;
    begin(process);
    QElapsedTimer time;
    time.start();
    ASSERT_EQ(::kill(static_cast<pid_t>(process.processId()), SIGINT), 0);
    ASSERT_TRUE(process.waitForFinished(20'000));
    EXPECT_LT(time.elapsed(), 9'000) << "by itself, not by its last resort";
    EXPECT_EQ(process.exitStatus(), QProcess::NormalExit);
    EXPECT_EQ(process.exitCode(), 3);
    EXPECT_TRUE(process.readAllStandardError().contains("Stopped on request"));
    EXPECT_TRUE(until(0));
}

TEST_P(Interruption, KilledLeavesNothingRunningWhereTheServerCanTell) {
    if (GetParam() != Engine::PostgreSql)
        GTEST_SKIP() << "MariaDB looks for its client when the statement ends: see time_limit";
    QProcess process;
    begin(process);
    process.kill();
    process.waitForFinished();
    EXPECT_TRUE(until(0));
}

TEST_P(Interruption, ATimeLimitEndsWhatTakesTooLong) {
    QFile file(project());
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    Json json = Json::parse(file.readAll().toStdString());
    file.close();
    json["connection"]["time_limit"] = 1;
    writeFile(project(), QByteArray::fromStdString(json.dump()));
    const Answer answer =
        Program().run({QStringLiteral("rows"), project(), QStringLiteral("slow")});
    EXPECT_TRUE(answer.ended);
    EXPECT_EQ(answer.code, 3);
    EXPECT_TRUE(answer.err.contains("1 second")) << answer.err.constData();
    EXPECT_TRUE(until(0));
}

INSTANTIATE_TEST_SUITE_P(Servers, Interruption,
                         ::testing::Values(Engine::PostgreSql, Engine::MariaDb), engineTestName);

// What another program that was cut off has left of a transaction.
TEST(HotJournal, IsPutRightAtOpening) {
    ScratchDatabase database(QStringLiteral(
        "CREATE TABLE buoy (id INTEGER PRIMARY KEY, name TEXT); WITH RECURSIVE n(i) AS (SELECT 1 "
        "UNION ALL SELECT i + 1 FROM n WHERE i < 20000) INSERT INTO buoy SELECT i, 'Tern' FROM "
        "n;"));
    const QString project = database.folder() + QStringLiteral("/p.gravin");
    ASSERT_EQ(Program()
                  .run({QStringLiteral("new"), project, QStringLiteral("--database"),
                        QStringLiteral("sqlite:") + database.path(), QStringLiteral("--read-only")})
                  .code,
              0);
    QProcess other;
    other.start(QStringLiteral("sqlite3"), {database.path()});
    ASSERT_TRUE(other.waitForStarted());
    other.write("PRAGMA journal_mode = DELETE; PRAGMA cache_size = 2; BEGIN IMMEDIATE; UPDATE buoy "
                "SET name = 'half done'; SELECT 'ready';\n");
    while (!other.readAllStandardOutput().contains("ready"))
        ASSERT_TRUE(other.waitForReadyRead(20'000));
    other.kill();
    other.waitForFinished();
    ASSERT_GT(QFileInfo(database.path() + QStringLiteral("-journal")).size(), 0)
        << "nothing is left, so this says nothing";
    const Answer answer = Program().run({QStringLiteral("rows"), project, QStringLiteral("buoy"),
                                         QStringLiteral("--limit"), QStringLiteral("1")});
    EXPECT_EQ(answer.code, 0) << answer.err.constData();
    EXPECT_TRUE(answer.out.contains("Tern")) << answer.out.constData();
}

} // namespace
} // namespace gravin::test
