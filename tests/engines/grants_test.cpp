// SPDX-License-Identifier: GPL-3.0-or-later
// What `gravin grants` says makes the database hold an account to its role: with another program
// too, and Gravin works with just these rights.
#include "core/changes/rollback.h"
#include "core/database/secrets.h"
#include "core/fitting/binding.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/grants.h"
#include "core/project/project_catalog.h"
#include "core/records/table_reader.h"
#include "support/engines.h"
#include "support/text.h"
#include "support/writes.h"

#include <QCoreApplication>

using namespace gravin;
using namespace gravin::test;

namespace {

class GrantsTest : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name("CREATE TABLE aid (id INTEGER PRIMARY KEY, name VARCHAR(40), sector "
                           "VARCHAR(20), price INTEGER);"
                           "CREATE TABLE pay (id INTEGER PRIMARY KEY, amount INTEGER);"
                           "INSERT INTO aid VALUES (1, 'Ash', 'North', 5), (2, 'Bell', 'South', 6);"
                           "INSERT INTO pay VALUES (1, 100);"));
        m_account = name("clerk_%1").arg(QCoreApplication::applicationPid());
        database->run(isPostgres()
                          ? name("CREATE ROLE %1 LOGIN PASSWORD 'x';").arg(m_account)
                          : name("CREATE USER %1@localhost IDENTIFIED BY 'x';").arg(m_account));
        // The log is made by who may.
        Desk owner(database->open());
        ASSERT_TRUE(owner.write({Operation::Update,
                                 name("aid"),
                                 Key({Value::integer(1)}),
                                 {},
                                 {{name("price"), Value::integer(7)}}}));
        m_spec = database->spec();
        m_spec.user = m_account;
        Secrets::remember(m_spec, name("x"));
        m_project.connection = m_spec;
        m_project.connection.changeLog = true;
        const Catalog& catalog = owner.catalog();
        m_aid =
            addGeneratedScreen(m_project, catalog, *catalog.table(name("aid")), Arrangement::Grid);
        addGeneratedScreen(m_project, catalog, *catalog.table(name("pay")), Arrangement::Grid);
        Role clerk{name("clerk"), {member()}};
        clerk.screens = {{m_aid, Acts(), {name("price")}}};
        for (const Act act : {Act::Open, Act::Change, Act::Add})
            clerk.screens[0].may->set(act, true);
        clerk.records = {{name("aid"), name("sector = 'North'")}};
        m_project.roles = {clerk};
        const auto grants = grantsOf(m_project, catalog, *dialectFor(database->spec()));
        ASSERT_TRUE(grants);
        m_grants = *grants;
        for (const QString& statement : m_grants.statements)
            database->run(statement + u';');
    }
    void TearDown() override {
        if (m_account.isEmpty())
            return;
        Secrets::forget(m_spec);
        database->run(isPostgres() ? name("DROP OWNED BY %1; DROP ROLE %1;").arg(m_account)
                                   : name("DROP USER %1@localhost;").arg(m_account));
    }
    bool isPostgres() const { return GetParam() == Engine::PostgreSql; }
    QString member() const { return isPostgres() ? m_account : m_account + name("@localhost"); }

    // As any other program of that account.
    Status elsewhere(const char* sql) {
        auto session = Session::open(m_spec, Session::Access::ReadWrite);
        if (!session)
            return session.error();
        return writerOf(**session).command(name(sql));
    }
    QString read(const char* sql) {
        auto session = Session::open(m_spec, Session::Access::ReadOnly);
        const auto value =
            session ? (*session)->scalar(name(sql)) : Result<QVariant>(session.error());
        return value ? value->toString() : value.error().sentence;
    }

    QString m_account;
    QString m_aid;
    ConnectionSpec m_spec;
    Project m_project;
    Grants m_grants;
};

TEST_P(GrantsTest, AnotherProgramMayDoNoMore) {
    EXPECT_TRUE(elsewhere("UPDATE aid SET name = 'Alder' WHERE id = 1"));
    EXPECT_FALSE(elsewhere("UPDATE aid SET price = 1 WHERE id = 1")) << "the column is closed";
    EXPECT_FALSE(elsewhere("DELETE FROM aid WHERE id = 1"));
    EXPECT_FALSE(elsewhere("UPDATE pay SET amount = 1"));
    EXPECT_NE(read("SELECT count(*) FROM pay"), name("1")) << "no screen of the role shows it";
    EXPECT_FALSE(elsewhere("DELETE FROM gravin_change"));
    EXPECT_FALSE(elsewhere("DROP TABLE gravin_entry"));
    if (isPostgres()) {
        EXPECT_EQ(read("SELECT count(*) FROM aid"), name("1")) << "only those of the role";
        EXPECT_FALSE(elsewhere("UPDATE aid SET sector = 'South' WHERE id = 1"));
        EXPECT_TRUE(elsewhere("UPDATE aid SET name = 'Buoy' WHERE id = 2")) << "touches nothing";
        EXPECT_EQ(database->run(name("SELECT name FROM aid WHERE id = 2;")).trimmed(),
                  name("Bell"));
    } else {
        EXPECT_TRUE(
            std::any_of(m_grants.notes.begin(), m_grants.notes.end(), [](const QString& note) {
                return note.contains(QStringLiteral("records of aid"));
            }));
    }
}

TEST_P(GrantsTest, GravinWorksWithJustThese) {
    auto session = Session::open(m_spec, Session::Access::ReadWrite);
    ASSERT_TRUE(session) << qPrintable(session.error().sentence);
    Catalog catalog = *(*session)->readCatalog();
    extendCatalog(catalog, m_project);
    EXPECT_EQ(Standing::of(m_project, catalog).roles(), QStringList{name("clerk")})
        << qPrintable(catalog.account);
    const RuleBook rules = rulesOf(m_project, catalog);
    ChangeRequest request;
    request.person = name("anna");
    request.action = name("edit");
    request.edits = {{Operation::Update,
                      name("aid"),
                      Key({Value::integer(1)}),
                      {},
                      {{name("name"), Value::text(name("Alder"))}}}};
    const auto written = ChangeWriter(**session, catalog, rules).write(request);
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence + u' ' +
                                       written.error().error.detail);
    EXPECT_EQ(written->account, catalog.account);
    // Whose a change is the account says, whatever name it bears.
    const auto owners = planRollback(**session, catalog, 1);
    ASSERT_TRUE(owners) << qPrintable(owners.error().sentence);
    EXPECT_FALSE(owners->isOwn);
    const auto own = planRollback(**session, catalog, written->id);
    ASSERT_TRUE(own) << qPrintable(own.error().sentence);
    EXPECT_TRUE(own->isOwn);
    request.edits = {
        {Operation::Insert,
         name("aid"),
         {},
         {},
         {{name("id"), Value::integer(9)}, {name("sector"), Value::text(name("North"))}}}};
    const auto added = ChangeWriter(**session, catalog, rules).write(request);
    EXPECT_TRUE(added) << qPrintable(added ? QString() : added.error().error.sentence);
}

TEST(GrantsOfAFile, AreNone) {
    Project project;
    project.roles = {{QStringLiteral("a")}};
    project.connection = {Engine::Sqlite, QStringLiteral("/x.db")};
    EXPECT_FALSE(grantsOf(project, {}, *dialectFor(project.connection)));
}

INSTANTIATE_TEST_SUITE_P(Each, GrantsTest, testing::Values(Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
