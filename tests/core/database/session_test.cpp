// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/session.h"

#include "core/database/latest_job.h"
#include "core/database/worker.h"
#include "support/scratch.h"
#include "support/wait.h"
#include "support/writes.h"

#include <QCoreApplication>
#include <QElapsedTimer>
#include <QFile>
#include <QThread>

#include <cmath>
#include <limits>

#include <unistd.h>

using namespace gravin;
using namespace gravin::test;

namespace {

ErrorKind openingFailsWith(const QString& path) {
    auto session = Session::open({Engine::Sqlite, path, true}, Session::Access::ReadWrite);
    if (session) {
        ADD_FAILURE() << "opened";
        return ErrorKind::Usage;
    }
    EXPECT_FALSE(session.error().sentence.isEmpty());
    return session.error().kind;
}

TEST(Session, RefusesWhatIsNoDatabase) {
    const ScratchDatabase database;
    const QString other = database.folder() + QStringLiteral("/letter.txt");
    QFile file(other);
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write("Dear harbour office, this is a letter and no database.");
    file.close();
    EXPECT_EQ(openingFailsWith(other), ErrorKind::Damaged);
    EXPECT_EQ(openingFailsWith(database.folder()), ErrorKind::Unavailable);
    const QString missing = database.folder() + QStringLiteral("/gone.db");
    EXPECT_EQ(openingFailsWith(missing), ErrorKind::Unavailable);
    EXPECT_FALSE(QFile::exists(missing)) << "opening must not create a file";
}

TEST(Session, SaysThatADatabaseIsDamaged) {
    const ScratchDatabase database(QStringLiteral("CREATE TABLE t (a); INSERT INTO t VALUES (1);"));
    QFile file(database.path());
    ASSERT_TRUE(file.open(QIODevice::ReadWrite));
    file.seek(20);
    file.write(QByteArray(4000, '\x7f'));
    file.close();
    auto session = Session::open(database.spec(), Session::Access::ReadOnly);
    const bool refused = !session || !(*session)->readCatalog();
    EXPECT_TRUE(refused);
}

TEST(Session, OpensFilesWithStrangeNames) {
    const ScratchDatabase database(QStringLiteral("CREATE TABLE t (a);"));
    for (const char* name : {"/a b?c#d%20.db", "/灯台;.db", "/quo'te\".db"}) {
        const QString path = database.folder() + QString::fromUtf8(name);
        ASSERT_TRUE(QFile::copy(database.path(), path));
        auto session = Session::open({Engine::Sqlite, path, true}, Session::Access::ReadWrite);
        ASSERT_TRUE(session) << name << qPrintable(session.error().detail);
        EXPECT_NE((*session)->readCatalog()->table(QStringLiteral("t")), nullptr);
    }
}

TEST(Session, NoticesThatItsFileIsGoneBeforeWriting) {
    const ScratchDatabase database(
        QStringLiteral("CREATE TABLE t (id INTEGER PRIMARY KEY, a TEXT);"));
    Desk desk(database);
    ASSERT_TRUE(QFile::rename(database.path(), database.path() + QStringLiteral(".away")));
    const auto result = desk.write(
        {Operation::Insert, QStringLiteral("t"), {}, {}, {{QStringLiteral("a"), text("x")}}});
    ASSERT_FALSE(result);
    EXPECT_EQ(result.error().error.kind, ErrorKind::Unavailable);
    // Another file in its place is not the one that was opened either.
    QFile other(database.path());
    ASSERT_TRUE(other.open(QIODevice::WriteOnly));
    EXPECT_EQ(desk.write({Operation::Insert, QStringLiteral("t"), {}, {}, {}}).error().error.kind,
              ErrorKind::Unavailable);
}

// A lock of POSIX goes with the first handle on its file that a process closes. Were ours lost when
// another session opens, a program that reads beside us would take the write-ahead log away with
// it.
TEST(Session, KeepsItsLocksWhenAnotherSessionOpens) {
    const ScratchDatabase database(
        QStringLiteral("PRAGMA journal_mode = WAL; CREATE TABLE t (x);"));
    const auto first = database.open();
    ASSERT_TRUE(writerOf(first).execute(QStringLiteral("INSERT INTO t VALUES (1)")));
    const auto second = database.open(Session::Access::ReadOnly);
    EXPECT_EQ(database.sqlite(QStringLiteral("SELECT count(*) FROM t")).trimmed(),
              QStringLiteral("1"));
    ASSERT_TRUE(writerOf(first).execute(QStringLiteral("INSERT INTO t VALUES (2)")));
    EXPECT_EQ(database.sqlite(QStringLiteral("SELECT count(*) FROM t")).trimmed(),
              QStringLiteral("2"))
        << "what was committed is there for everybody";
}

TEST(Session, SaysThatTheDatabaseIsLocked) {
    const ScratchDatabase database(
        QStringLiteral("CREATE TABLE t (id INTEGER PRIMARY KEY, a TEXT);"));
    Desk desk(database);
    auto other = database.open();
    ASSERT_TRUE(writerOf(other).execute(QStringLiteral("BEGIN EXCLUSIVE")));
    const auto result = desk.write(
        {Operation::Insert, QStringLiteral("t"), {}, {}, {{QStringLiteral("a"), text("x")}}});
    ASSERT_FALSE(result);
    EXPECT_EQ(result.error().error.kind, ErrorKind::Busy);
    ASSERT_TRUE(writerOf(other).execute(QStringLiteral("ROLLBACK")));
    EXPECT_TRUE(desk.write(
        {Operation::Insert, QStringLiteral("t"), {}, {}, {{QStringLiteral("a"), text("x")}}}));
}

TEST(Session, SaysThatTheDatabaseIsReadOnly) {
    const ScratchDatabase database(
        QStringLiteral("CREATE TABLE t (id INTEGER PRIMARY KEY, a TEXT);"));
    auto session = database.open(Session::Access::ReadOnly);
    const Catalog catalog = *session->readCatalog();
    ChangeRequest request;
    request.edits.push_back(
        {Operation::Insert, QStringLiteral("t"), {}, {}, {{QStringLiteral("a"), text("x")}}});
    const auto result = ChangeWriter(*session, catalog, {}).write(request);
    ASSERT_FALSE(result);
    EXPECT_EQ(result.error().error.kind, ErrorKind::ReadOnly);
}

TEST(Session, SaysThatTheDiskIsFull) {
    const ScratchDatabase database(
        QStringLiteral("CREATE TABLE t (id INTEGER PRIMARY KEY, a TEXT);"));
    Desk desk(database);
    ASSERT_TRUE(desk.write(
        {Operation::Insert, QStringLiteral("t"), {}, {}, {{QStringLiteral("a"), text("x")}}}));
    const QString before = database.dump();
    // The engine's own limit answers as a full disk does.
    ASSERT_TRUE(desk.session().scalar(QStringLiteral("PRAGMA max_page_count = 1")));
    const auto result = desk.write({Operation::Insert,
                                    QStringLiteral("t"),
                                    {},
                                    {},
                                    {{QStringLiteral("a"), Value::text(QString(100'000, u'x'))}}});
    ASSERT_FALSE(result);
    EXPECT_EQ(result.error().error.kind, ErrorKind::Full);
    EXPECT_EQ(database.dump(), before);
}

// What is stored comes back exactly, whatever was stored in whichever column.
TEST(SqliteDialect, DecodesAndEncodesWithoutAnyLoss) {
    const ScratchDatabase database(
        QStringLiteral("CREATE TABLE t (id INTEGER PRIMARY KEY, i INTEGER, r REAL, d DECIMAL(8,2), "
                       "b BOOLEAN, day DATE, c TIME,"
                       "at TIMESTAMP, x BLOB, s TEXT, n TEXT COLLATE NOCASE, a);"));
    Desk desk(database);
    const Table& table = desk.table(QStringLiteral("t"));
    const QVariantList stored{QVariant(),
                              QVariant::fromValue<qint64>(0),
                              QVariant::fromValue<qint64>(1),
                              std::numeric_limits<qint64>::min(),
                              std::numeric_limits<qint64>::max(),
                              0.1,
                              -2.5,
                              184.5,
                              1e300,
                              5e-324,
                              0.30000000000000004,
                              std::numeric_limits<double>::infinity(),
                              QStringLiteral(""),
                              QStringLiteral("Abc "),
                              QStringLiteral("2026-12-04"),
                              QStringLiteral("2026-2-4"),
                              QStringLiteral("07:30"),
                              QStringLiteral("07:30:00"),
                              QStringLiteral("2026-12-04 07:30:00.000250"),
                              QStringLiteral("n/a"),
                              QStringLiteral("12"),
                              QStringLiteral("nul\0inside").replace(QStringLiteral("x"), QString()),
                              QString(QStringLiteral("a") + QChar(0) + QStringLiteral("b")),
                              QStringLiteral("„灯🚢\n"),
                              QByteArray(""),
                              QByteArray("\0\x01\xff", 3)};
    const QString quotedRow =
        QStringLiteral("SELECT %1, typeof(%1), quote(%1) FROM t WHERE id = 1");
    for (const Column& column : table.columns) {
        if (column.name == u"id")
            continue;
        for (const QVariant& value : stored) {
            const QString set =
                QStringLiteral("INSERT OR REPLACE INTO t (id, %1) VALUES (1, ?)").arg(column.name);
            ASSERT_TRUE(writerOf(desk.session()).execute(set, {value}));
            QString before;
            QVariant read;
            const auto look = [&](QString& into) {
                return desk.session().select(
                    quotedRow.arg(column.name), {}, [&](const QSqlQuery& row) {
                        read = row.value(0);
                        into = row.value(1).toString() + row.value(2).toString();
                        return true;
                    });
            };
            ASSERT_TRUE(look(before));
            const Value decoded = desk.session().dialect().decode(read, column.type);
            ASSERT_TRUE(writerOf(desk.session())
                            .execute(set, {desk.session().dialect().encode(decoded, column.type)}));
            QString after;
            ASSERT_TRUE(look(after));
            EXPECT_EQ(before, after) << qPrintable(column.name);
            // And the guard finds exactly this value again.
            const SqlFragment guard = desk.session().dialect().exactly(column, decoded);
            EXPECT_EQ(desk.session()
                          .scalar(QStringLiteral("SELECT count(*) FROM t WHERE ") + guard.sql,
                                  guard.values)
                          ->toInt(),
                      1)
                << qPrintable(column.name) << qPrintable(before);
        }
    }
}

TEST(SqliteDialect, GuardsTellCaseApartWhereTheColumnDoesNot) {
    const ScratchDatabase database(
        QStringLiteral("CREATE TABLE t (id INTEGER PRIMARY KEY, n TEXT COLLATE NOCASE); INSERT "
                       "INTO t VALUES (1, 'Abc');"));
    Desk desk(database);
    const Column& column = desk.table(QStringLiteral("t")).columns[1];
    for (const auto& [value, hits] :
         {std::pair{text("Abc"), 1}, std::pair{text("abc"), 0}, std::pair{Value(), 0}}) {
        const SqlFragment guard = desk.session().dialect().exactly(column, value);
        EXPECT_EQ(
            desk.session()
                .scalar(QStringLiteral("SELECT count(*) FROM t WHERE ") + guard.sql, guard.values)
                ->toInt(),
            hits);
    }
}

TEST(SqliteDialect, RefusesDecimalsThatTheEngineWouldRound) {
    const ScratchDatabase database(
        QStringLiteral("CREATE TABLE t (id INTEGER PRIMARY KEY, d DECIMAL(30,4));"));
    Desk desk(database);
    const auto result = desk.write({Operation::Insert,
                                    QStringLiteral("t"),
                                    {},
                                    {},
                                    {{QStringLiteral("d"), decimal("12345678901234567890.1234")}}});
    ASSERT_FALSE(result);
    EXPECT_EQ(result.error().problems.front().field, QStringLiteral("d"));
    EXPECT_EQ(result.error().problems.front().check, QStringLiteral("exact"));
}

TEST(Worker, CancelsARunningStatementWithTheEnginesOwnInterrupt) {
    const ScratchDatabase database;
    Worker worker(database.spec(), Session::Access::ReadOnly);
    QObject context;
    std::optional<ErrorKind> answered;
    bool begun = false;
    const auto job = worker.run<QVariant>(
        &context,
        [&](Session& session) {
            worker.report(&context, [&] { begun = true; });
            return session.scalar(
                QStringLiteral("WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) "
                               "SELECT max(i) FROM n"));
        },
        [&](const Result<QVariant>& result) {
            answered = result ? ErrorKind::Usage : result.error().kind;
        });
    ASSERT_TRUE(waitFor([&] { return begun; }));
    // The report may come a moment before the statement runs.
    ASSERT_TRUE(waitFor([&] {
        worker.cancel(job);
        return answered.has_value();
    }));
    EXPECT_EQ(*answered, ErrorKind::Cancelled);
}

// The engine's own interrupt finds nothing to stop there.
TEST(Worker, CancelsAJobThatIsBetweenTwoStatements) {
    const ScratchDatabase database(QStringLiteral("CREATE TABLE t (a); INSERT INTO t VALUES (1);"));
    Worker worker(database.spec(), Session::Access::ReadWrite);
    QObject context;
    std::optional<ErrorKind> answered;
    std::atomic<bool> isBetween = false;
    std::atomic<bool> goesOn = false;
    const auto job = worker.run<qint64>(
        &context,
        [&](Session& session) -> Result<qint64> {
            SessionWriter writer = writerOf(session);
            WriteTransaction transaction(writer);
            if (Status begun = transaction.begin(false); !begun)
                return begun.error();
            (void)writerOf(session).execute(QStringLiteral("UPDATE t SET a = 2"));
            isBetween = true;
            while (!goesOn)
                QThread::msleep(1);
            auto updated = writerOf(session).execute(QStringLiteral("UPDATE t SET a = 3"));
            if (!updated)
                return updated.error();
            if (Status committed = transaction.commit(); !committed)
                return committed.error();
            return *updated;
        },
        [&](const Result<qint64>& result) {
            answered = result ? ErrorKind::Usage : result.error().kind;
        });
    ASSERT_TRUE(waitFor([&] { return isBetween.load(); }));
    worker.cancel(job);
    QThread::msleep(50); // the interrupt has come and gone
    goesOn = true;
    ASSERT_TRUE(waitFor([&] { return answered.has_value(); }));
    EXPECT_EQ(*answered, ErrorKind::Cancelled);
    EXPECT_EQ(database.sqlite(QStringLiteral("SELECT a FROM t;")).trimmed(), QStringLiteral("1"))
        << "taken back, though nothing else was begun";
    // The next job is another one.
    answered.reset();
    worker.run<qint64>(
        &context,
        [](Session& session) {
            return writerOf(session).execute(QStringLiteral("UPDATE t SET a = 4"));
        },
        [&](const Result<qint64>& result) {
            answered = result ? ErrorKind::Usage : result.error().kind;
        });
    ASSERT_TRUE(waitFor([&] { return answered.has_value(); }));
    EXPECT_EQ(*answered, ErrorKind::Usage) << "it was done";
}

TEST(LatestJob, OnlyTheNewestAnswerCounts) {
    const ScratchDatabase database;
    Worker worker(database.spec(), Session::Access::ReadOnly);
    QObject context;
    LatestJob<int> job;
    std::vector<int> answers;
    for (int turn = 1; turn <= 3; ++turn)
        job.run(
            &worker, &context, [turn](Session&) -> Result<int> { return turn; },
            [&](const Result<int>& answer) { answers.push_back(answer ? *answer : -1); });
    EXPECT_TRUE(job.isRunning());
    ASSERT_TRUE(waitFor([&] { return !answers.empty(); }));
    worker.drain();
    QCoreApplication::processEvents();
    EXPECT_EQ(answers, std::vector<int>{3});
    EXPECT_FALSE(job.isRunning());
    job.run(
        &worker, &context, [](Session&) -> Result<int> { return 4; },
        [&](const Result<int>&) { answers.push_back(4); });
    job.cancel();
    worker.drain();
    QCoreApplication::processEvents();
    EXPECT_EQ(answers.size(), 1u) << "nobody waits for it any more";
}

TEST(LatestJob, AStoppedOneIsStillHeardOf) {
    const ScratchDatabase database;
    Worker worker(database.spec(), Session::Access::ReadOnly);
    QObject context;
    LatestJob<int> job;
    std::atomic<bool> isBegun = false;
    std::optional<int> answer;
    const auto run = [&] {
        isBegun = false;
        answer.reset();
        job.runInParts(
            &worker, &context,
            [&](Session&, const LatestJob<int>::Meanwhile& meanwhile) -> Result<int> {
                isBegun = true;
                for (int turns = 1; turns < 1000; ++turns) {
                    if (meanwhile.isCancelled())
                        return turns;
                    QThread::msleep(10);
                }
                return -1;
            },
            [&](const Result<int>& result) { answer = result ? *result : -2; });
    };
    run();
    ASSERT_TRUE(waitFor([&] { return isBegun.load(); }));
    job.stop();
    ASSERT_TRUE(waitFor([&] { return answer.has_value(); }));
    EXPECT_GT(*answer, 0);
    job.stop(); // nothing runs
    // The next one begins anew.
    run();
    ASSERT_TRUE(waitFor([&] { return isBegun.load(); }));
    QThread::msleep(50);
    EXPECT_FALSE(answer);
    job.stop();
    ASSERT_TRUE(waitFor([&] { return answer.has_value(); }));
    EXPECT_GT(*answer, 1);
}

TEST(Worker, AnswersNobodyWhoIsGoneAndOpensAgainWhenTheFileIsBack) {
    const ScratchDatabase database(QStringLiteral("CREATE TABLE t (a);"));
    Worker worker(database.spec(), Session::Access::ReadOnly);
    int answers = 0;
    auto context = std::make_unique<QObject>();
    worker.run<QVariant>(
        context.get(), [](Session& session) { return session.scalar(QStringLiteral("SELECT 1")); },
        [&](const Result<QVariant>&) { ++answers; });
    worker.drain();
    context.reset();
    QCoreApplication::processEvents();
    EXPECT_EQ(answers, 0);

    QObject here;
    std::vector<bool> reached;
    const auto ask = [&] {
        worker.run<QVariant>(
            &here,
            [](Session& session) {
                return session.scalar(QStringLiteral("SELECT count(*) FROM t"));
            },
            [&](const Result<QVariant>& result) { reached.push_back(result.ok()); });
    };
    const QString away = database.path() + QStringLiteral(".away");
    ASSERT_TRUE(QFile::rename(database.path(), away));
    ask();
    ASSERT_TRUE(waitFor([&] { return reached.size() == 1; }));
    ASSERT_TRUE(QFile::rename(away, database.path()));
    ask();
    ASSERT_TRUE(waitFor([&] { return reached.size() == 2; }));
    EXPECT_EQ(reached, (std::vector<bool>{false, true}));
}

} // namespace
