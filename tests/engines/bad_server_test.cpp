// SPDX-License-Identifier: GPL-3.0-or-later
// What goes wrong with servers: each has words, and nothing is lost or left behind.
#include "support/engines.h"

#include "core/database/secrets.h"
#include "core/database/worker.h"
#include "core/fitting/findings/binding_check.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/records/table_reader.h"

#include <QCoreApplication>
#include <QElapsedTimer>

namespace gravin::test {
namespace {

class Server : public ::testing::TestWithParam<Engine> {
protected:
    void SetUp() override {
        if (!serversAreThere())
            GTEST_SKIP() << "run by tests/support/with-servers.sh";
        database = std::make_unique<EngineDatabase>(GetParam());
    }
    bool isPostgres() const { return GetParam() == Engine::PostgreSql; }

    static Error refusalOf(const ConnectionSpec& spec) {
        auto session = Session::open(spec, Session::Access::ReadOnly);
        EXPECT_FALSE(session);
        return session ? Error{} : session.error();
    }
    // Through the network, where passwords are asked for.
    ConnectionSpec throughNetwork(const QString& user) const {
        ConnectionSpec spec = database->spec();
        spec.options.clear();
        spec.host = QStringLiteral("127.0.0.1");
        spec.user = user;
        spec.port = isPostgres() ? qEnvironmentVariableIntValue("PGPORT")
                                 : qEnvironmentVariableIntValue("GRAVIN_TEST_MARIADB_PORT");
        return spec;
    }
    // Ends this account's connections from outside, as a server that is stopped does.
    void endConnections() const { database->endOthers(); }

    std::unique_ptr<EngineDatabase> database;
};

TEST_P(Server, NotThere) {
    ConnectionSpec spec = throughNetwork(QStringLiteral("keeper"));
    spec.port = 1;
    const Error error = refusalOf(spec);
    EXPECT_EQ(error.kind, ErrorKind::Unavailable);
    EXPECT_TRUE(error.sentence.contains(u"127.0.0.1")) << qPrintable(error.sentence);
    EXPECT_FALSE(error.detail.isEmpty());
}

TEST_P(Server, WrongPasswordIsNotRepeated) {
    const ConnectionSpec spec = throughNetwork(QStringLiteral("keeper"));
    Secrets::remember(spec, QStringLiteral("not-the-tide-table"));
    const Error error = refusalOf(spec);
    Secrets::forget(spec);
    EXPECT_EQ(error.kind, ErrorKind::AccessDenied) << qPrintable(error.detail);
    EXPECT_FALSE((error.sentence + error.detail).contains(u"not-the-tide-table"));
}

TEST_P(Server, RightPasswordOfAnAddressOpensAndStaysOutOfIt) {
    if (isPostgres())
        database->run(QStringLiteral("CREATE ROLE keeper LOGIN PASSWORD 'tide-table'"));
    ConnectionSpec spec = throughNetwork(QStringLiteral("keeper"));
    QString url = spec.url();
    url.replace(QStringLiteral("keeper@"), QStringLiteral("keeper:tide-table@"));
    auto parsed = ConnectionSpec::fromUrl(url);
    ASSERT_TRUE(parsed);
    EXPECT_FALSE(parsed->url().contains(u"tide-table"));
    auto session = Session::open(*parsed, Session::Access::ReadOnly);
    EXPECT_TRUE(session) << qPrintable(session.error().detail);
    if (session) {
        EXPECT_TRUE((*session)->facts()->account.startsWith(u"keeper"));
    }
    session = Error{};
    Secrets::forget(*parsed);
    if (isPostgres())
        database->run(QStringLiteral("DROP ROLE keeper"));
}

TEST_P(Server, NoSuchDatabase) {
    ConnectionSpec spec = database->spec();
    spec.database = QStringLiteral("atlantis");
    const Error error = refusalOf(spec);
    EXPECT_EQ(error.kind, ErrorKind::Unavailable);
    EXPECT_TRUE(error.sentence.contains(u"atlantis")) << qPrintable(error.sentence);
}

TEST_P(Server, EncryptionThatCannotBeHadIsRefused) {
    ConnectionSpec spec =
        throughNetwork(isPostgres() ? QStringLiteral("postgres") : QStringLiteral("keeper"));
    Secrets::remember(spec, isPostgres() ? qEnvironmentVariable("PGPASSWORD")
                                         : QStringLiteral("tide-table"));
    spec.tls = TlsMode::Require;
    const Error error = refusalOf(spec);
    EXPECT_EQ(error.kind, ErrorKind::Unavailable);
    EXPECT_TRUE(error.sentence.contains(u"protected")) << qPrintable(error.sentence);
    // Where it was only wished for, the connection is made without.
    spec.tls = TlsMode::Prefer;
    EXPECT_TRUE(Session::open(spec, Session::Access::ReadOnly));
    Secrets::forget(spec);
}

TEST_P(Server, ALostConnectionIsSaidAndMadeAnew) {
    database->run(QStringLiteral("CREATE TABLE buoy (id INT PRIMARY KEY, name VARCHAR(20));"
                                 "INSERT INTO buoy VALUES (1, 'Tern');"));
    Worker worker(database->spec(), Session::Access::ReadWrite);
    QObject here;
    const auto ask = [&] {
        std::optional<Result<QVariant>> answer;
        worker.run<QVariant>(
            &here,
            [](Session& session) {
                return session.scalar(QStringLiteral("SELECT name FROM buoy"));
            },
            [&](Result<QVariant> result) { answer = std::move(result); });
        QElapsedTimer waiting;
        waiting.start();
        while (!answer && waiting.elapsed() < 10'000)
            QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
        EXPECT_TRUE(answer);
        return answer.value_or(Error{});
    };
    ASSERT_TRUE(ask());
    endConnections();
    const auto lost = ask();
    ASSERT_FALSE(lost);
    EXPECT_EQ(lost.error().kind, ErrorKind::Unavailable) << qPrintable(lost.error().detail);
    const auto again = ask();
    ASSERT_TRUE(again) << qPrintable(again.error().detail);
    EXPECT_EQ(again->toString(), u"Tern");
}

// Keys are scanned past the ordinary road: a connection lost there must be noticed as well.
TEST_P(Server, AConnectionLostWhileKeysAreScannedIsMadeAnew) {
    database->run(QStringLiteral("CREATE TABLE buoy (id INT PRIMARY KEY); INSERT INTO buoy VALUES "
                                 "(1), (2);"));
    const auto session = database->open();
    const auto scan = [&] {
        return session->scanIntegers(QStringLiteral("SELECT id FROM buoy"),
                                     [](qint64) { return true; });
    };
    ASSERT_TRUE(scan());
    EXPECT_FALSE(session->isLost());
    endConnections();
    EXPECT_FALSE(scan());
    EXPECT_TRUE(session->isLost());
}

TEST_P(Server, AConnectionLostWithinAChangeLeavesNothing) {
    database->run(QStringLiteral("CREATE TABLE buoy (id INT PRIMARY KEY, name VARCHAR(20));"
                                 "INSERT INTO buoy VALUES (1, 'Tern');"));
    Desk desk(database->open());
    ASSERT_TRUE(desk.write({Operation::Update,
                            QStringLiteral("buoy"),
                            key(1),
                            {},
                            {{QStringLiteral("name"), text("Grebe")}}}));
    const QString before = database->dump();
    endConnections();
    const auto result = desk.write({Operation::Update,
                                    QStringLiteral("buoy"),
                                    key(1),
                                    {},
                                    {{QStringLiteral("name"), text("Heron")}}});
    ASSERT_FALSE(result);
    EXPECT_EQ(result.error().error.kind, ErrorKind::Unavailable);
    EXPECT_EQ(database->dump(), before);
}

TEST_P(Server, ALongStatementIsStoppedByTheEngine) {
    Worker worker(database->spec(), Session::Access::ReadOnly);
    QObject here;
    std::optional<Result<QVariant>> answer;
    const auto job = worker.run<QVariant>(
        &here,
        [this](Session& session) {
            return session.scalar(isPostgres() ? QStringLiteral("SELECT pg_sleep(20)")
                                               : QStringLiteral("SELECT SLEEP(20) + 0"));
        },
        [&](Result<QVariant> result) { answer = std::move(result); });
    QElapsedTimer waiting;
    waiting.start();
    while (waiting.elapsed() < 500)
        QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
    worker.cancel(job);
    while (!answer && waiting.elapsed() < 10'000)
        QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
    ASSERT_TRUE(answer);
    EXPECT_LT(waiting.elapsed(), 8'000);
    // MariaDB's SLEEP answers that it was interrupted instead of failing.
    if (isPostgres()) {
        ASSERT_FALSE(*answer);
        EXPECT_EQ(answer->error().kind, ErrorKind::Cancelled);
    }
}

TEST_P(Server, RightsOfTheAccountNarrowWhatIsOffered) {
    database->run(QStringLiteral("CREATE TABLE open_sea (id INT PRIMARY KEY, name VARCHAR(20));"
                                 "CREATE TABLE read_only (id INT PRIMARY KEY, name VARCHAR(20));"
                                 "CREATE TABLE no_delete (id INT PRIMARY KEY, name VARCHAR(20));"));
    ConnectionSpec spec = throughNetwork(database->spec().database); // an account of this name
    const QString who =
        isPostgres() ? spec.user : QStringLiteral("'%1'@'127.0.0.1'").arg(spec.user);
    database->run(isPostgres() ? QStringLiteral("CREATE ROLE %1 LOGIN PASSWORD 'p';").arg(who)
                               : QStringLiteral("CREATE USER %1 IDENTIFIED BY 'p';").arg(who));
    database->run(QStringLiteral("GRANT SELECT, INSERT, UPDATE, DELETE ON open_sea TO %1;"
                                 "GRANT SELECT ON read_only TO %1;"
                                 "GRANT SELECT, INSERT, UPDATE ON no_delete TO %1;")
                      .arg(who));
    Secrets::remember(spec, QStringLiteral("p"));
    {
        auto session = Session::open(spec, Session::Access::ReadWrite);
        ASSERT_TRUE(session) << qPrintable(session.error().detail);
        const auto catalog = (*session)->readCatalog();
        ASSERT_TRUE(catalog);
        EXPECT_TRUE(catalog->table(QStringLiteral("open_sea"))->readOnlyReason().isEmpty());
        EXPECT_FALSE(catalog->table(QStringLiteral("read_only"))->readOnlyReason().isEmpty());
        const Table* table = catalog->table(QStringLiteral("no_delete"));
        EXPECT_TRUE(table->reasonAgainst(Operation::Update).isEmpty());
        EXPECT_FALSE(table->reasonAgainst(Operation::Delete).isEmpty());

        // The binding check says what this account cannot do, and screens stop offering it.
        Project project;
        project.connection.changeLog = true;
        for (const Table& each : catalog->tables)
            addGeneratedScreen(project, *catalog, each, Arrangement::Grid);
        const Findings findings = bindingFindings(project, *catalog);
        ASSERT_EQ(findings.size(), 2U);
        EXPECT_EQ(findings[0].id(), QStringLiteral("rights_missing:no_delete"));
        EXPECT_TRUE(findings[0].cause.endsWith(u": delete.")) << qPrintable(findings[0].cause);
        EXPECT_EQ(findings[1].id(), QStringLiteral("rights_missing:read_only"));
        ASSERT_TRUE(mendFindings(project, findings, {findings[0].id(), findings[1].id()}));
        EXPECT_TRUE(bindingFindings(project, *catalog).empty());
    }
    Secrets::forget(spec);
    database->run(isPostgres() ? QStringLiteral("DROP OWNED BY %1; DROP ROLE %1;").arg(who)
                               : QStringLiteral("DROP USER %1;").arg(who));
}

TEST_P(Server, HostileNamesAndKeysAreOnlyNames) {
    const QString quote = isPostgres() ? QStringLiteral("\"") : QStringLiteral("`");
    const auto quoted = [&](QString name) {
        return quote + name.replace(quote, quote + quote) + quote;
    };
    const QString table = QStringLiteral("select; drop \"table\" `x` 'y' 🚢");
    const QString column = QStringLiteral("where \"n\" `o` ? :a $1");
    database->run(QStringLiteral("CREATE TABLE %1 (%2 VARCHAR(60) PRIMARY KEY, %3 VARCHAR(60));"
                                 "INSERT INTO %1 VALUES ('a,b''\"c', 'x');")
                      .arg(quoted(isPostgres() ? table
                                               : QString(table).replace(QStringLiteral("🚢"),
                                                                        QStringLiteral("灯"))),
                           quoted(column), quoted(QStringLiteral("order"))));
    const QString before = database->dump();
    Desk desk(database->open());
    ASSERT_EQ(desk.catalog().tables.size(), 1);
    const QString name = desk.catalog().tables.front().name;
    const Key hostile({text("a,b'\"c")});
    const auto edited = desk.write({Operation::Update,
                                    name,
                                    hostile,
                                    {},
                                    {{QStringLiteral("order"), text("'); DELETE FROM x; --")}}});
    ASSERT_TRUE(edited) << qPrintable(edited.error().error.detail);
    const auto deleted = desk.write({Operation::Delete, name, hostile, {}, {}});
    ASSERT_TRUE(deleted) << qPrintable(deleted.error().error.detail);
    ASSERT_TRUE(desk.rollBack(deleted->id));
    ASSERT_TRUE(desk.rollBack(edited->id));
    EXPECT_EQ(database->dump(), before);
}

TEST_P(Server, AGuardTellsWhatTheCollationDoesNot) {
    database->run(isPostgres()
                      ? QStringLiteral("CREATE EXTENSION citext; CREATE TABLE buoy (id INT PRIMARY "
                                       "KEY, name citext); INSERT INTO buoy VALUES (1, 'abc');")
                      : QStringLiteral("CREATE TABLE buoy (id INT PRIMARY KEY, name VARCHAR(20) "
                                       "COLLATE utf8mb4_general_ci); INSERT INTO buoy VALUES (1, "
                                       "'abc');"));
    Desk desk(database->open());
    const auto clash = desk.write({Operation::Update,
                                   QStringLiteral("buoy"),
                                   key(1),
                                   {{QStringLiteral("name"), text("Abc ")}},
                                   {{QStringLiteral("name"), text("mine")}}});
    ASSERT_FALSE(clash);
    EXPECT_EQ(clash.error().error.kind, ErrorKind::Conflict);
    // The same letters in another case are a change.
    EXPECT_TRUE(desk.write({Operation::Update,
                            QStringLiteral("buoy"),
                            key(1),
                            {{QStringLiteral("name"), text("abc")}},
                            {{QStringLiteral("name"), text("ABC")}}}));
    EXPECT_EQ(database->run(QStringLiteral("SELECT name FROM buoy;")).trimmed(), u"ABC");
}

TEST_P(Server, AnEnumerationChangedBehindOurBack) {
    database->run(
        isPostgres() ? QStringLiteral("CREATE TYPE state AS ENUM ('lit', 'dark');"
                                      "CREATE TABLE lamp (id int PRIMARY KEY, state state);"
                                      "INSERT INTO lamp VALUES (1, 'lit'), (2, 'dark');")
                     : QStringLiteral("CREATE TABLE lamp (id INT PRIMARY KEY, state ENUM('lit', "
                                      "'dark'));INSERT INTO lamp VALUES (1, 'lit'), (2, 'dark');"));
    Desk desk(database->open());
    const auto write = [&](const char* word) {
        return desk.write({Operation::Update,
                           QStringLiteral("lamp"),
                           key(2),
                           {},
                           {{QStringLiteral("state"), text(word)}}});
    };
    ASSERT_TRUE(write("lit"));
    database->run(isPostgres()
                      ? QStringLiteral("ALTER TYPE state RENAME VALUE 'lit' TO 'burning';")
                      : QStringLiteral("ALTER TABLE lamp MODIFY state ENUM('lit', 'dark', "
                                       "'burning');UPDATE lamp SET state = 'burning';ALTER TABLE "
                                       "lamp MODIFY state ENUM('burning', 'dark');"));
    // What is stored is shown, though the catalog does not know the word.
    const Record record = desk.read(QStringLiteral("lamp"), key(1));
    EXPECT_EQ(record.values[1], text("burning"));
    // The old word is refused at its field, and nothing is lost.
    const QString dump = database->dump();
    const auto refused = write("lit");
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().error.kind, ErrorKind::Refused);
    ASSERT_FALSE(refused.error().problems.empty());
    EXPECT_EQ(refused.error().problems.front().field, QStringLiteral("state"));
    EXPECT_FALSE(refused.error().problems.front().message.isEmpty());
    EXPECT_EQ(database->dump(), dump);
    // A word that still is one goes through, and back.
    const auto kept = write("dark");
    ASSERT_TRUE(kept) << qPrintable(kept.error().error.detail);
    ASSERT_TRUE(desk.rollBack(kept->id));
    EXPECT_EQ(database->dump(), dump);
}

INSTANTIATE_TEST_SUITE_P(On, Server, testing::Values(Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

TEST(MariaDb, AStorageWithoutTransactionsIsReadOnly) {
    if (!serversAreThere())
        GTEST_SKIP() << "run by tests/support/with-servers.sh";
    const EngineDatabase database(Engine::MariaDb);
    database.run(QStringLiteral("CREATE TABLE old (id INT PRIMARY KEY) ENGINE = MyISAM"));
    const auto catalog = database.open()->readCatalog();
    ASSERT_TRUE(catalog);
    EXPECT_TRUE(catalog->table(QStringLiteral("old"))->readOnlyReason().contains(u"InnoDB"));
}

// One that was made while a table was empty would go through all of its rows later.
TEST(Postgres, PlansAreMadeForTheTableAsItIs) {
    if (!serversAreThere())
        GTEST_SKIP() << "run by tests/support/with-servers.sh";
    const EngineDatabase database(Engine::PostgreSql);
    database.run(QStringLiteral("CREATE TABLE buoy (id INT PRIMARY KEY, name VARCHAR(20));"));
    Desk desk(database.open());
    for (int n = 1; n <= 12; ++n)
        ASSERT_TRUE(
            TableReader(desk.session(), desk.table(QStringLiteral("buoy"))).records({key(n)}));
    const auto plans = [&](const char* kind) {
        const auto sum = desk.session().scalar(
            QStringLiteral("SELECT coalesce(sum(%1), 0) FROM pg_prepared_statements WHERE "
                           "statement LIKE '%buoy%' AND cardinality(parameter_types) > 0")
                .arg(QLatin1String(kind)));
        return sum ? sum->toInt() : -1;
    };
    EXPECT_GE(plans("custom_plans"), 12);
    EXPECT_EQ(plans("generic_plans"), 0);
}

TEST(Postgres, TablesOfOtherSchemasBearTheirSchema) {
    if (!serversAreThere())
        GTEST_SKIP() << "run by tests/support/with-servers.sh";
    const EngineDatabase database(Engine::PostgreSql);
    database.run(QStringLiteral(
        "CREATE SCHEMA harbour; CREATE TABLE aid (id int PRIMARY KEY, name text);"
        "CREATE TABLE harbour.aid (id int PRIMARY KEY, name text, other int REFERENCES public.aid "
        "(id)); COMMENT ON TABLE harbour.aid IS 'Buoys and beacons'; COMMENT ON COLUMN "
        "harbour.aid.name IS 'As on the chart'; INSERT INTO harbour.aid VALUES (1, 'Tern');"));
    Desk desk(database.open());
    EXPECT_NE(desk.catalog().table(QStringLiteral("aid")), nullptr);
    const Table* table = desk.catalog().table(QStringLiteral("harbour.aid"));
    ASSERT_NE(table, nullptr);
    EXPECT_EQ(table->comment, u"Buoys and beacons");
    EXPECT_EQ(table->column(QStringLiteral("name"))->comment, u"As on the chart");
    EXPECT_EQ(table->foreignKeys.front().table, u"aid");
    EXPECT_TRUE(desk.write(
        {Operation::Update, table->name, key(1), {}, {{QStringLiteral("name"), text("Grebe")}}}));
}

} // namespace
} // namespace gravin::test
