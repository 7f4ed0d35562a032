// SPDX-License-Identifier: GPL-3.0-or-later
// A server that is killed and started again while records are saved: what was answered is there,
// what was not answered is there once or not at all, and asking again does it once.
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/change_writer.h"
#include "core/changes/log/log_verification.h"
#include "core/changes/rollback.h"
#include "core/database/worker.h"
#include "support/engines.h"
#include "support/text.h"
#include "support/writes.h"

#include <QCoreApplication>
#include <QDir>
#include <QElapsedTimer>
#include <QFile>
#include <QProcess>
#include <QThread>

#include <atomic>
#include <random>
#include <thread>

#include <csignal>
#include <unistd.h>

namespace gravin::test {
namespace {

// A server of its own that can be killed.
class KillableServer {
public:
    explicit KillableServer(Engine engine)
        : m_engine(engine) {
        const QString data = folder() + name("/data");
        if (engine == Engine::MariaDb) {
            // A server that starts removes what others seem to have left in the usual place.
            run({name("env"), name("TMPDIR=") + folder(), name("mariadb-install-db"),
                 name("--no-defaults"), name("--datadir=") + data, name("--skip-test-db"),
                 name("--auth-root-authentication-method=normal")});
        } else {
            // The server refuses to run as the system's administrator.
            run({name("chmod"), name("777"), folder()});
            run(asServer({bin() + name("/initdb"), name("-D"), data, name("-A"), name("trust"),
                          name("-U"), name("postgres"), name("--no-sync")}));
        }
    }
    ~KillableServer() { kill(); }

    void start() {
        QStringList command;
        if (m_engine == Engine::MariaDb)
            command = {name("mariadbd"),
                       name("--no-defaults"),
                       name("--datadir=") + folder() + name("/data"),
                       name("--socket=") + folder() + name("/socket"),
                       name("--skip-networking"),
                       name("--tmpdir=") + folder(),
                       name("--user=") +
                           name(::geteuid() == 0 ? "root" : qgetenv("USER").constData()),
                       name("--lc-messages-dir=/usr/share/mysql")};
        else
            command = asServer({bin() + name("/postgres"), name("-D"), folder() + name("/data"),
                                name("-k"), folder(), name("-c"), name("listen_addresses=")});
        m_process = std::make_unique<QProcess>();
        m_process->setProcessChannelMode(QProcess::MergedChannels);
        m_process->setStandardOutputFile(folder() + name("/server.log"), QIODevice::Append);
        m_process->start(command.takeFirst(), command);
        ASSERT_TRUE(m_process->waitForStarted(10'000));
        QElapsedTimer waited;
        waited.start();
        while (!Session::open(spec(), Session::Access::ReadOnly)) {
            ASSERT_LT(waited.elapsed(), 60'000);
            QThread::msleep(50);
        }
    }
    // As a power cut: nothing is said to anybody. Any thread.
    void kill() {
        if (!m_process)
            return;
        if (m_engine == Engine::MariaDb) {
            ::kill(static_cast<pid_t>(m_process->processId()), SIGKILL);
        } else {
            // Its children serve the connections; "immediate" ends all without a word.
            QProcess::execute(
                name("sh"),
                {name("-c"),
                 QString(name("kill -QUIT $(head -1 '%1/data/postmaster.pid')")).arg(folder())});
        }
    }
    void waitUntilDead() {
        m_process->waitForFinished(20'000);
        m_process.reset();
    }
    ConnectionSpec spec() const {
        ConnectionSpec spec = *ConnectionSpec::fromUrl(
            m_engine == Engine::MariaDb
                ? name("mariadb://root@localhost/mysql?socket=%1/socket").arg(folder())
                : name("postgresql:///postgres?host=%1&user=postgres").arg(folder()));
        spec.changeLog = true;
        return spec;
    }

private:
    QString folder() const { return m_folder.path(); }
    static QString bin() {
        QProcess asked;
        asked.start(name("sh"), {name("-c"), name("ls -d /usr/lib/postgresql/*/bin | tail -1")});
        asked.waitForFinished();
        return QString::fromUtf8(asked.readAllStandardOutput()).trimmed();
    }
    static QStringList asServer(const QStringList& command) {
        return ::geteuid() == 0 ? QStringList{name("setpriv"), name("--reuid=postgres"),
                                              name("--regid=postgres"), name("--clear-groups")} +
                                      command
                                : command;
    }
    static void run(QStringList command) {
        QProcess process;
        process.setProcessChannelMode(QProcess::MergedChannels);
        process.start(command.takeFirst(), command);
        ASSERT_TRUE(process.waitForFinished(120'000));
        ASSERT_EQ(process.exitCode(), 0) << process.readAll().constData();
    }

    Engine m_engine;
    QTemporaryDir m_folder;
    std::unique_ptr<QProcess> m_process;
};

class StoppingServer : public ::testing::TestWithParam<Engine> {
protected:
    void SetUp() override {
        if (!serversAreThere())
            GTEST_SKIP() << "run by tests/support/with-servers.sh";
    }
};

TEST_P(StoppingServer, SavesGoOnWithoutLossAndWithoutDoingAnythingTwice) {
    constexpr int Rounds = 5;
    constexpr int SavesInARound = 40;
    KillableServer server(GetParam());
    server.start();
    {
        auto session = Session::open(server.spec(), Session::Access::ReadWrite);
        ASSERT_TRUE(writerOf(*session).command(
            GetParam() == Engine::MariaDb
                ? name("CREATE TABLE t (id BIGINT AUTO_INCREMENT PRIMARY KEY, n BIGINT)")
                : name("CREATE TABLE t (id BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY, "
                       "n BIGINT)")));
    }
    Catalog catalog;
    {
        auto session = Session::open(server.spec(), Session::Access::ReadOnly);
        catalog = *(*session)->readCatalog();
    }
    const RuleBook rules;
    std::mt19937 chance(3);
    qint64 next = 0;
    int unanswered = 0;
    // When the server goes is left to chance: more rounds where it never went during a save.
    for (int round = 0; round < Rounds || (unanswered == 0 && round < 4 * Rounds); ++round) {
        std::atomic<bool> killed = false;
        std::jthread killer([&, wait = 5 + chance() % 120] {
            std::this_thread::sleep_for(std::chrono::milliseconds(wait));
            server.kill();
            killed = true;
        });
        auto session = Session::open(server.spec(), Session::Access::ReadWrite);
        for (int save = 0; save < SavesInARound || !killed; ++save) {
            ChangeRequest request;
            request.action = name("add");
            request.uid = newChangeUid();
            request.edits.push_back(
                {Operation::Insert, name("t"), {}, {}, {{name("n"), Value::integer(++next)}}});
            WriteResult written = session ? ChangeWriter(**session, catalog, rules).write(request)
                                          : WriteResult(WriteFailure{session.error(), {}, {}});
            if (!written) {
                ASSERT_EQ(written.error().error.kind, ErrorKind::Unavailable)
                    << qPrintable(written.error().error.sentence + written.error().error.detail +
                                  u'|' + written.error().error.code);
                ++unanswered;
                killer.join();
                session = Error{ErrorKind::Unavailable, {}};
                server.waitUntilDead();
                server.start();
                session = Session::open(server.spec(), Session::Access::ReadWrite);
                ASSERT_TRUE(session);
                request.isRepeated = true;
                written = ChangeWriter(**session, catalog, rules).write(request);
            }
            ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
        }
        if (killer.joinable())
            killer.join();
    }
    EXPECT_GT(unanswered, 0);
    auto session = Session::open(server.spec(), Session::Access::ReadOnly);
    if (!session) {
        // Killed right after the last save was answered.
        server.waitUntilDead();
        server.start();
        session = Session::open(server.spec(), Session::Access::ReadOnly);
    }
    ASSERT_TRUE(session);
    const auto asked = [&](const char* sql) { return (*session)->scalar(name(sql))->toLongLong(); };
    EXPECT_EQ(asked("SELECT count(*) FROM t"), next) << "none lost, none twice";
    EXPECT_EQ(asked("SELECT count(DISTINCT n) FROM t"), next);
    EXPECT_EQ(asked("SELECT count(*) FROM gravin_change"), next) << "none without its log";
    EXPECT_EQ(asked("SELECT count(DISTINCT record_key) FROM gravin_entry"), next);
    // What a killed server left out of the chain, whoever came next has put in.
    const auto verified = LogVerifier(**session).verify({});
    ASSERT_TRUE(verified);
    EXPECT_TRUE(verified->isIntact());
    EXPECT_LE(verified->unsealed, 1);
}

// Thousands of records change, or none; the log and its hashes are what was written.
TEST_P(StoppingServer, InTheMidstOfManyLeavesAllOrNothing) {
    constexpr int Rounds = 6;
    constexpr int Records = 3000;
    KillableServer server(GetParam());
    server.start();
    Catalog catalog;
    {
        auto session = *Session::open(server.spec(), Session::Access::ReadWrite);
        ASSERT_TRUE(
            writerOf(session).command(name("CREATE TABLE t (id BIGINT PRIMARY KEY, n BIGINT)")));
        QStringList rows;
        for (int id = 1; id <= Records; ++id)
            rows += QStringLiteral("(%1, 0)").arg(id);
        ASSERT_TRUE(writerOf(session).command(name("INSERT INTO t VALUES ") + rows.join(u',')));
        catalog = *session->readCatalog();
    }
    const auto table = std::make_shared<const Table>(*catalog.table(name("t")));
    const RuleBook rules;
    std::mt19937 chance(5);
    qint64 finished = 0;
    int cutOff = 0;
    unsigned longest = 900; // milliseconds; longer where the machine finishes nothing in that time
    const auto sawNothing = [&] { return finished == 0 || cutOff == 0; };
    for (int round = 0; round < Rounds || (sawNothing() && round < 4 * Rounds); ++round) {
        std::jthread killer([&, wait = 150 + chance() % longest] {
            std::this_thread::sleep_for(std::chrono::milliseconds(wait));
            server.kill();
        });
        {
            // One after the other, each the next time taken back.
            auto session = Session::open(server.spec(), Session::Access::ReadWrite);
            bool goesOn = session.ok();
            while (goesOn) {
                ChangeWriter writer(**session, catalog, rules);
                const auto newest = ChangeLog(**session).list({});
                Result<ChangeRequest> request = ChangeRequest();
                if (newest && newest->size() % 2 == 1) {
                    const auto plan = planRollback(**session, catalog, newest->front().id);
                    request = plan ? rollbackRequest(*plan, OnConflict::Stop)
                                   : Result<ChangeRequest>(plan.error());
                } else {
                    BulkValues values;
                    values.set.insert(name("n"), *bindExpression(name("n + 1"), *table));
                    auto preview = previewBulkUpdate(**session, table, {}, {}, values);
                    request = preview
                                  ? bulkUpdateRequest(std::make_shared<const BulkPreview>(*preview))
                                  : Result<ChangeRequest>(preview.error());
                }
                const bool isAsked = newest && request;
                const auto written = isAsked ? writer.write(*request) : WriteResult(WriteFailure{});
                goesOn = isAsked && written;
                cutOff += isAsked && !written ? 1 : 0;
                if (isAsked && !written) {
                    EXPECT_EQ(written.error().error.kind, ErrorKind::Unavailable)
                        << qPrintable(written.error().error.sentence);
                }
            }
        }
        killer.join();
        server.waitUntilDead();
        server.start();
        auto session = *Session::open(server.spec(), Session::Access::ReadOnly);
        EXPECT_EQ(session->scalar(name("SELECT count(DISTINCT n) FROM t"))->toInt(), 1);
        const auto verified = LogVerifier(*session).verify({});
        ASSERT_TRUE(verified);
        EXPECT_TRUE(verified->isIntact());
        const auto changes = *ChangeLog(*session).list({});
        for (const ChangeSummary& change : changes)
            EXPECT_EQ(change.records, Records);
        EXPECT_EQ(session->scalar(name("SELECT min(n) FROM t"))->toLongLong(),
                  static_cast<qint64>(changes.size() % 2))
            << "what the log says is what is stored";
        finished = static_cast<qint64>(changes.size());
        if (finished == 0)
            longest *= 2;
    }
    EXPECT_GT(finished, 0);
    EXPECT_GT(cutOff, 0) << "some must have been under way";
}

INSTANTIATE_TEST_SUITE_P(Engines, StoppingServer,
                         testing::Values(Engine::PostgreSql, Engine::MariaDb), engineTestName);

} // namespace
} // namespace gravin::test
