// SPDX-License-Identifier: GPL-3.0-or-later
// What `gravin grants` says makes the database hold an account to its role: with another program
// too, and Gravin works with just these rights.
#include "core/changes/rollback.h"
#include "engines/granted.h"

using namespace gravin;
using namespace gravin::test;

namespace {

using GrantsTest = Granted;

TEST_P(GrantsTest, AnotherProgramMayDoNoMore) {
    EXPECT_TRUE(plainly("clerk", "UPDATE aid SET name = 'Alder' WHERE id = 1"));
    EXPECT_FALSE(plainly("clerk", "UPDATE aid SET price = 1 WHERE id = 1"))
        << "the column is closed";
    EXPECT_FALSE(plainly("clerk", "DELETE FROM aid WHERE id = 1"));
    EXPECT_FALSE(plainly("clerk", "UPDATE pay SET amount = 1"));
    EXPECT_NE(read("clerk", "SELECT count(*) FROM pay"), name("1"))
        << "no screen of the role shows it";
    if (isPostgres()) {
        EXPECT_EQ(read("clerk", "SELECT count(*) FROM aid"), name("1")) << "only those of the role";
        EXPECT_FALSE(plainly("clerk", "UPDATE aid SET sector = 'South' WHERE id = 1"));
        EXPECT_TRUE(plainly("clerk", "UPDATE aid SET name = 'Buoy' WHERE id = 2"))
            << "touches nothing";
        EXPECT_EQ(database->run(name("SELECT name FROM aid WHERE id = 2;")).trimmed(),
                  name("Bell"));
    } else {
        EXPECT_TRUE(std::any_of(grants.notes.begin(), grants.notes.end(), [](const QString& note) {
            return note.contains(QStringLiteral("records of aid"));
        }));
    }
}

TEST_P(GrantsTest, GravinWorksWithJustThese) {
    Seat clerk = sit("clerk");
    EXPECT_EQ(Standing::of(project, clerk.catalog).roles(), QStringList{name("clerk")})
        << qPrintable(clerk.catalog.account);
    const auto written = clerk.write({rename(1, "Alder")});
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence + u' ' +
                                       written.error().error.detail);
    EXPECT_EQ(written->account, clerk.catalog.account);
    // Whose a change is the account says, whatever name it bears.
    const auto own = planRollback(*clerk.session, clerk.catalog, written->id);
    ASSERT_TRUE(own) << qPrintable(own.error().sentence);
    EXPECT_TRUE(own->isOwn);
    const auto others = planRollback(*clerk.session, clerk.catalog, 1);
    EXPECT_TRUE(!others || !others->isOwn) << "what the owner did";
    const auto added = clerk.write({Granted::added(9, "North")});
    EXPECT_TRUE(added) << qPrintable(added ? QString() : added.error().error.sentence);
}

// Who may is no superuser: whoever owns the tables and may make roles.
TEST_P(GrantsTest, AreRunByWhoeverOwnsTheTables) {
    if (!isPostgres())
        GTEST_SKIP() << "this engine's tables have no owner";
    const QString maker = name("maker_%1").arg(QCoreApplication::applicationPid());
    QString owned = name("CREATE ROLE %1 CREATEROLE; ALTER SCHEMA public OWNER TO %1;");
    for (const char* table : {"aid", "pay", "gravin_change", "gravin_entry", "gravin_seal",
                              "gravin_name", "gravin_log"})
        owned += name("ALTER TABLE %2 OWNER TO %1;").arg(maker, QLatin1String(table));
    // From a log that was not protected yet.
    database->run(name("UPDATE gravin_log SET version = 2;") + owned.arg(maker));
    for (int times = 0; times < 2; ++times) {
        const QString said = database->run(name("SET ROLE %1;").arg(maker) +
                                           grants.script(GetParam()) + name("SELECT 'all run';"));
        EXPECT_TRUE(said.contains(name("all run"))) << qPrintable(said);
    }
    EXPECT_EQ(database->run(name("SELECT version FROM gravin_log;")).trimmed(), name("4"));
    EXPECT_EQ(database
                  ->run(name("SELECT count(*) FROM pg_tables WHERE tableowner = "
                             "'gravin_log_owner' AND tablename LIKE 'gravin%';"))
                  .trimmed(),
              name("5"));
    EXPECT_FALSE(
        database->run(name("SELECT pg_has_role('%1', 'gravin_log_owner', 'MEMBER');").arg(maker))
            .startsWith(u't'));
    Seat clerk = sit("clerk");
    const auto written = clerk.write({rename(1, "Alder")});
    EXPECT_TRUE(written) << qPrintable(written ? QString() : written.error().error.detail);
    database->run(
        name("REASSIGN OWNED BY %1 TO CURRENT_USER; DROP OWNED BY %1; DROP ROLE %1;").arg(maker));
}

// What a later role does not give does not take away what an earlier one gave.
TEST_P(GrantsTest, AnAccountCanHaveSeveralRoles) {
    Role reader{name("reader"), {memberOf("foreman")}};
    reader.screens = {{pay, acts({Act::Open})}};
    project.roles += reader;
    database->run(grantsOf(project, owner->catalog(), owner->session())->script(GetParam()));
    const auto written = sit("foreman").write({rename(1, "Alder")});
    EXPECT_TRUE(written) << qPrintable(written ? QString() : written.error().error.detail);
}

// A table that an account may not write at all, but through what its maker lets it do.
TEST_P(GrantsTest, ATableIsWrittenThroughARoutineOnly) {
    database->run(
        isPostgres()
            ? name("CREATE PROCEDURE pay_change(p_id integer, p_amount integer) LANGUAGE sql "
                   "SECURITY DEFINER AS $$ UPDATE pay SET amount = p_amount WHERE id = p_id $$;"
                   "REVOKE EXECUTE ON PROCEDURE pay_change FROM PUBLIC;")
            : name("CREATE PROCEDURE pay_change(IN p_id INTEGER, IN p_amount INTEGER) SQL SECURITY "
                   "DEFINER UPDATE pay SET amount = p_amount WHERE id = p_id;"));
    project.writtenThrough.insert(
        name("pay"),
        {{Operation::Update,
          {name("pay_change"), {{name("p_id"), name("id")}, {name("p_amount"), name("amount")}}}}});
    project.roles[0].screens += {pay, acts({Act::Open, Act::Change})};
    Catalog catalog = *owner->session().readCatalog();
    extendCatalog(catalog, project);
    const auto made = grantsOf(project, catalog, owner->session());
    ASSERT_TRUE(made) << qPrintable(made.error().sentence);
    database->run(made->script(GetParam()));
    EXPECT_FALSE(plainly("clerk", "UPDATE pay SET amount = 1"));
    const RecordEdit edit{Operation::Update,
                          name("pay"),
                          Key({Value::integer(1)}),
                          {{name("amount"), Value::integer(100)}},
                          {{name("amount"), Value::integer(120)}}};
    Seat clerk = sit("clerk");
    const auto written = clerk.write({edit});
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence +
                                       written.error().error.detail);
    EXPECT_EQ(database->run(name("SELECT amount FROM pay;")).trimmed(), name("120"));
    const auto late = clerk.write({edit});
    ASSERT_TRUE(late) << "it is so already";
    EXPECT_EQ(late->id, 0);
    const auto plan = planRollback(*clerk.session, clerk.catalog, written->id);
    ASSERT_TRUE(plan) << qPrintable(plan.error().sentence);
    EXPECT_TRUE(plan->isClean());
}

TEST_P(GrantsTest, CanBeRunAgain) {
    Seat clerk = sit("clerk");
    ASSERT_TRUE(clerk.write({rename(1, "Alder")}));
    const auto again = grantsOf(project, owner->catalog(), owner->session());
    ASSERT_TRUE(again);
    database->run(again->script(GetParam()));
    const auto written = clerk.write({rename(1, "Birch")});
    EXPECT_TRUE(written) << qPrintable(written.error().error.sentence);
}

TEST(GrantsOfAFile, AreNone) {
    const EngineDatabase file(Engine::Sqlite);
    Project project;
    project.roles = {{QStringLiteral("a")}};
    project.connection = file.spec();
    EXPECT_FALSE(grantsOf(project, {}, *file.open()));
}

INSTANTIATE_TEST_SUITE_P(Each, GrantsTest, testing::Values(Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
