// SPDX-License-Identifier: GPL-3.0-or-later
// How a client hears of what others commit, and what it costs a server that nothing happens.
#include "core/changes/change_feed.h"
#include "core/changes/change_writer.h"
#include "core/database/worker.h"
#include "demonstrated.h"
#include "support/text.h"
#include "support/wait.h"

#include <QCoreApplication>
#include <QElapsedTimer>
#include <QThread>

namespace gravin::test {
namespace {

class News : public Demonstrated {
protected:
    void SetUp() override {
        Demonstrated::SetUp();
        if (IsSkipped())
            return;
        Worker::setConnections(std::chrono::milliseconds(400), 4);
        other = database->open();
        catalog = std::make_shared<const Catalog>(*other->readCatalog());
        commit("the first, with the log's tables"); // before anybody looks
    }
    void TearDown() override {
        feed.reset();
        writer.reset();
        kept.reset();
        (void)Worker::waitUntilAllClosed(std::chrono::seconds(20));
        Worker::setConnections(std::chrono::minutes(1), 4);
    }

    void look() {
        writer = startWorker(database->spec(), Session::Access::ReadWrite);
        kept = startWorker(database->spec(), Session::Access::ReadOnly);
        kept->keepConnection();
        feed = std::make_unique<ChangeFeed>(catalog, isServer() ? kept.get() : writer.get(),
                                            database->spec());
        QObject::connect(feed.get(), &ChangeFeed::committedByOthers, feed.get(),
                         [this](const CommittedChange& change) { heard += change.note; });
        QObject::connect(feed.get(), &ChangeFeed::lost, feed.get(), [this] { ++losses; });
        QObject::connect(feed.get(), &ChangeFeed::restored, feed.get(), [this] { ++returns; });
        // It has looked at the log once.
        settle(std::chrono::milliseconds(1500));
    }
    // Another client commits a change.
    qint64 commit(const char* note) {
        ChangeRequest request;
        request.person = name("somebody");
        request.action = name("edit");
        request.note = name(note);
        request.edits.push_back({Operation::Update,
                                 name("aid"),
                                 Key({Value::integer(1 + m_commits % 80)}),
                                 {},
                                 {{name("name"), Value::text(name("Aid %1").arg(++m_commits))}}});
        const auto written = ChangeWriter(*other, *catalog, {}).write(request);
        EXPECT_TRUE(written) << qPrintable(written.error().error.sentence +
                                           written.error().error.detail);
        return written ? written->id : 0;
    }
    static void settle(std::chrono::milliseconds most) {
        QElapsedTimer timer;
        timer.start();
        while (timer.elapsed() < most.count())
            QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
    }
    bool hears(const char* note) {
        return waitFor([&] { return heard.contains(name(note)); });
    }
    // But for the connection of this test itself, which never asks meanwhile.
    qint64 connections() const {
        const QString sql =
            database->engine() == Engine::PostgreSql
                ? name("SELECT count(*) FROM pg_stat_activity WHERE datname = current_database() "
                       "AND pid <> pg_backend_pid() AND backend_type = 'client backend'")
                : name("SELECT count(*) FROM information_schema.PROCESSLIST WHERE DB = DATABASE() "
                       "AND ID <> CONNECTION_ID()");
        return database->run(sql).trimmed().toLongLong() - 1;
    }
    bool isServer() const { return database->engine() != Engine::Sqlite; }

    std::unique_ptr<Session> other;
    std::shared_ptr<const Catalog> catalog;
    WorkerHandle writer;
    WorkerHandle kept;
    std::unique_ptr<ChangeFeed> feed;
    QStringList heard;
    int losses = 0;
    int returns = 0;

private:
    int m_commits = 0;
};

TEST_P(News, WhatAnotherClientCommitsIsHeardOnceEach) {
    look();
    EXPECT_TRUE(heard.isEmpty()) << "what was there before is no news";
    QElapsedTimer timer;
    timer.start();
    commit("second");
    ASSERT_TRUE(hears("second"));
    if (database->engine() == Engine::PostgreSql) {
        EXPECT_LT(timer.elapsed(), 1000) << "the server tells it";
    }
    for (int i = 0; i < 20; ++i)
        commit(qPrintable(QString::number(i)));
    ASSERT_TRUE(hears("19"));
    settle(std::chrono::milliseconds(300));
    QStringList wanted{name("second")};
    for (int i = 0; i < 20; ++i)
        wanted += QString::number(i);
    EXPECT_EQ(heard, wanted);
    EXPECT_EQ(losses, 0);
}

TEST_P(News, AtRestAServerHasOneConnectionAndPostgresNoStatements) {
    if (!isServer())
        GTEST_SKIP() << "a file has no connections";
    look();
    // Somebody reads, and is done.
    bool isRead = false;
    writer->run<QVariant>(
        feed.get(), [](Session& session) { return session.scalar(name("SELECT 1")); },
        [&](const Result<QVariant>&) { isRead = true; });
    ASSERT_TRUE(waitFor([&] { return isRead; }));
    EXPECT_EQ(connections(), 2);
    ASSERT_TRUE(waitFor([&] { return connections() == 1; }));
    if (database->engine() != Engine::PostgreSql)
        return;
    const auto lastStatement = [this] {
        return database->run(name("SELECT query, query_start FROM pg_stat_activity WHERE datname = "
                                  "current_database() AND pid <> pg_backend_pid() AND "
                                  "backend_type = 'client backend' ORDER BY query_start"));
    };
    const QString before = lastStatement();
    settle(std::chrono::seconds(5));
    EXPECT_EQ(lastStatement(), before) << "nothing was asked";
    // The next one takes a connection again, and news still comes.
    isRead = false;
    writer->run<QVariant>(
        feed.get(), [](Session& session) { return session.scalar(name("SELECT 1")); },
        [&](const Result<QVariant>& answer) { isRead = answer.ok(); });
    EXPECT_TRUE(waitFor([&] { return isRead; }));
    commit("afterwards");
    EXPECT_TRUE(hears("afterwards"));
}

// The connection is cut; what was committed until there is another one is heard all the same.
TEST_P(News, AListenerThatIsCutOffHearsWhatItMissed) {
    if (!isServer())
        GTEST_SKIP() << "a file has no connections";
    look();
    const QString cut =
        database->engine() == Engine::PostgreSql
            ? name("SELECT count(pg_terminate_backend(pid)) FROM pg_stat_activity WHERE datname = "
                   "current_database() AND query LIKE 'ROLLBACK%' OR query LIKE 'LISTEN%'")
            : QString();
    if (cut.isEmpty()) {
        const QStringList ids =
            database
                ->run(name("SELECT ID FROM information_schema.PROCESSLIST WHERE DB = DATABASE() "
                           "AND ID <> CONNECTION_ID() ORDER BY ID"))
                .split(u'\n', Qt::SkipEmptyParts);
        ASSERT_EQ(ids.size(), 2) << qPrintable(ids.join(u' '));
        (void)database->run(name("KILL %1").arg(ids.back()));
    } else {
        EXPECT_EQ(database->run(cut).trimmed(), u"1");
    }
    for (int i = 0; i < 5; ++i)
        commit(qPrintable(name("missed %1").arg(i)));
    ASSERT_TRUE(hears("missed 4"));
    EXPECT_EQ(heard.size(), 5) << qPrintable(heard.join(u','));
    commit("afterwards");
    EXPECT_TRUE(hears("afterwards"));
    EXPECT_EQ(heard.size(), 6);
}

// Whoever asks: no more connections than there should be, and everybody is answered.
TEST_P(News, ConnectionsAreSharedByThoseWhoNeedThem) {
    if (!isServer())
        GTEST_SKIP() << "a file has no connections";
    look();
    std::vector<WorkerHandle> workers;
    int answers = 0;
    qint64 most = 0;
    for (int i = 0; i < 7; ++i) {
        workers.push_back(startWorker(database->spec(), Session::Access::ReadOnly));
        workers.back()->run<QVariant>(
            feed.get(), [](Session& session) { return session.scalar(name("SELECT 1")); },
            [&](const Result<QVariant>& answer) { answers += answer ? 1 : 0; });
    }
    QElapsedTimer timer;
    timer.start();
    while (answers < 7 && timer.elapsed() < 20'000) {
        settle(std::chrono::milliseconds(30));
        most = std::max(most, connections());
    }
    EXPECT_EQ(answers, 7);
    EXPECT_LE(most, 4);
    EXPECT_LT(timer.elapsed(), 5000) << "nobody waited for what others do not need";
}

INSTANTIATE_TEST_SUITE_P(Engines, News,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
