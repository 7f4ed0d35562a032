// SPDX-License-Identifier: GPL-3.0-or-later
// A protected change log: with another program too nobody changes, removes or signs what others
// did, what one may not see is not in it, and Gravin goes on as before.
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/change_feed.h"
#include "core/changes/log/log_marks.h"
#include "core/changes/log/log_verification.h"
#include "core/changes/rollback.h"
#include "core/changes/watch/table_watching.h"
#include "core/database/worker.h"
#include "engines/granted.h"
#include "support/wait.h"

using namespace gravin;
using namespace gravin::test;

namespace {

class LogProtectionTest : public Granted {
protected:
    // All that the log says, as who may see all of it sees it.
    QString log() const {
        return database->run(name("SELECT * FROM gravin_change ORDER BY id; SELECT * FROM "
                                  "gravin_entry ORDER BY change_id, seq, part; SELECT * FROM "
                                  "gravin_seal ORDER BY change_id;"));
    }
    static QString newChange(const char* person, const char* account) {
        return name("INSERT INTO gravin_change (uid, at, person, screen, action, note, tables, op, "
                    "account, records) VALUES ('0f3c6f0e-4a7f-4a55-b8a0-6f2f3fb5f7a1', "
                    "'1999-01-01T00:00:00.000000Z', '%1', '', 'edit', '', 'aid', 'update', '%2', "
                    "1)")
            .arg(QLatin1String(person), QLatin1String(account));
    }
    static const char* newSeal() {
        return "INSERT INTO gravin_seal (change_id, content, records) SELECT max(id), 'x', 'x' "
               "FROM gravin_change";
    }
    // Several statements of one program in one transaction.
    Status together(const char* role, const QStringList& statements) {
        auto session = Session::open(specOf(role), Session::Access::ReadWrite);
        if (!session)
            return session.error();
        SessionWriter writer = writerOf(**session);
        WriteTransaction transaction(writer);
        Status done = transaction.begin(false);
        for (const QString& each : statements) {
            if (done)
                done = writer.command(each);
        }
        return done ? transaction.commit() : done;
    }
};

TEST_P(LogProtectionTest, NothingInItIsChangedOrRemoved) {
    ASSERT_TRUE(sit("clerk").write({rename(1, "Alder")}));
    ASSERT_TRUE(sit("foreman").write({rename(2, "Birch")}));
    const QString before = log();
    const QStringList tries{
        name("UPDATE gravin_change SET note = 'x'"),
        name("UPDATE gravin_change SET person = 'x'"),
        name("UPDATE gravin_change SET at = 'x'"),
        name("UPDATE gravin_change SET account = 'x'"),
        name("UPDATE gravin_change SET records = 0 WHERE id = (SELECT x FROM (SELECT max(id) x "
             "FROM gravin_change) y)"),
        name("DELETE FROM gravin_change"),
        name("UPDATE gravin_entry SET new_value = 'x'"),
        name("DELETE FROM gravin_entry"),
        name("UPDATE gravin_seal SET chain = 'x'"),
        name("UPDATE gravin_seal SET content = 'x'"),
        name("UPDATE gravin_seal SET position = NULL"),
        name("DELETE FROM gravin_seal"),
        name("UPDATE gravin_name SET name = 'x'"),
        name("DELETE FROM gravin_name"),
        name("UPDATE gravin_log SET version = 2"),
        name("DROP TABLE gravin_change"),
        name("ALTER TABLE gravin_entry ADD COLUMN x INTEGER"),
        name("DROP TRIGGER gravin_protect_change") +
            (isPostgres() ? name(" ON gravin_change") : QString()),
        name(isPostgres() ? "ALTER TABLE gravin_change DISABLE ROW LEVEL SECURITY"
                          : "DROP PROCEDURE gravin_chain"),
        name("SET ROLE gravin_log_owner")};
    for (const char* role : {"clerk", "foreman"}) {
        for (const QString& sql : tries) {
            (void)plainly(role, sql);
            EXPECT_EQ(log(), before) << role << ": " << qPrintable(sql);
        }
    }
    EXPECT_FALSE(plainly("clerk", tries.last()));
    EXPECT_TRUE(LogVerifier(owner->session()).verify({})->isIntact());
}

TEST_P(LogProtectionTest, NobodySignsWithAnothersNameOrTime) {
    // A change that is not finished cannot stand, nor one in somebody else's name.
    if (isPostgres())
        EXPECT_FALSE(plainly("clerk", newChange("Foreman", "foreman")));
    else
        EXPECT_FALSE(
            together("clerk", {newChange("Foreman", "foreman@localhost"), name(newSeal())}));
    EXPECT_EQ(database->run(name("SELECT count(*) FROM gravin_change;")).trimmed(), name("1"));
    const QByteArray own = specOf("clerk").user.toUtf8();
    const Status finished = together("clerk", {newChange("Foreman", own), name(newSeal())});
    ASSERT_TRUE(finished) << qPrintable(finished.error().detail);
    const QString written =
        database
            ->run(name("SELECT person, at > '2026' FROM gravin_change ORDER BY id DESC LIMIT 1;"))
            .trimmed();
    EXPECT_EQ(written.section(u'\t', 0, 0), specOf("clerk").user);
    EXPECT_NE(written.section(u'\t', 1, 1), name("0"));
    EXPECT_NE(written.section(u'\t', 1, 1), name("f"));
    // What nobody else did outside cannot be told of.
    EXPECT_FALSE(together(
        "clerk", {newChange("", "foreman").replace(name("'edit'"), name("'outside Gravin'")),
                  name(newSeal())}));
    // Verifying says whose hash it is not.
    const auto found = LogVerifier(owner->session()).verify({});
    ASSERT_TRUE(found);
    EXPECT_FALSE(found->isIntact()) << "a change whose hash its writer made up";
}

TEST_P(LogProtectionTest, NothingIsAddedToWhatIsFinishedOrNotOnes) {
    ASSERT_TRUE(sit("foreman").write({rename(1, "Alder")}));
    ASSERT_TRUE(sit("clerk").write({rename(1, "Birch")}));
    const QString before = log();
    for (const int change : {1, 2, 3, 99}) {
        EXPECT_FALSE(plainly("clerk", name("INSERT INTO gravin_entry (change_id, seq, part, "
                                           "table_id, record_key, op, column_id) VALUES (%1, 77, "
                                           "0, 1, 'i1', 2, 1)")
                                          .arg(change)))
            << change;
        EXPECT_FALSE(plainly("clerk", name("INSERT INTO gravin_seal (change_id, content, records) "
                                           "VALUES (%1, 'x', 'x')")
                                          .arg(change)))
            << change;
    }
    EXPECT_EQ(log(), before);
}

TEST_P(LogProtectionTest, GravinGoesOnAndTheChainIsWhole) {
    Seat clerk = sit("clerk");
    ASSERT_TRUE(clerk.session->logLayout());
    EXPECT_TRUE(clerk.session->isProtected());
    const auto first = clerk.write({rename(1, "Alder"), added(9, "North")});
    ASSERT_TRUE(first) << qPrintable(first.error().error.sentence);
    EXPECT_EQ(first->person, specOf("clerk").user) << "the server says who";
    ASSERT_TRUE(clerk.write({rename(9, "Nine")}));
    Seat foreman = sit("foreman");
    ASSERT_TRUE(foreman.write({removed(2)}));
    const auto plan = planRollback(*foreman.session, foreman.catalog, first->id + 2);
    ASSERT_TRUE(plan) << qPrintable(plan.error().sentence);
    const auto found = LogVerifier(owner->session()).verify({});
    ASSERT_TRUE(found);
    EXPECT_TRUE(found->isIntact())
        << qPrintable(found->damages.empty() ? QString() : found->damages.front().reason);
    EXPECT_EQ(
        database->run(name("SELECT count(*) FROM gravin_seal WHERE position IS NULL;")).trimmed(),
        name("0"));
    // The chain that the server made is the one that Gravin makes.
    EXPECT_EQ(found->changes, 4);
}

TEST_P(LogProtectionTest, WhatASuperuserDoesIsFound) {
    ASSERT_TRUE(sit("clerk").write({rename(1, "Alder")}));
    database->run(name(isPostgres() ? "ALTER TABLE gravin_entry DISABLE TRIGGER USER; UPDATE "
                                      "gravin_entry SET new_value = 'Xlder' WHERE change_id = 2;"
                                    : "UPDATE gravin_entry SET new_value = 'Xlder' WHERE "
                                      "change_id = 2;"));
    const auto found = LogVerifier(owner->session()).verify({});
    ASSERT_TRUE(found);
    EXPECT_FALSE(found->isIntact());
}

TEST_P(LogProtectionTest, WhoHasNoSightOfHistorySeesTheirOwn) {
    const auto others = sit("foreman").write({rename(1, "Alder")});
    const auto own = sit("clerk").write({rename(1, "Birch")});
    ASSERT_TRUE(others && own);
    if (!isPostgres()) {
        EXPECT_TRUE(std::any_of(grants.notes.begin(), grants.notes.end(), [](const QString& note) {
            return note.contains(QStringLiteral("whole change log"));
        }));
        return;
    }
    EXPECT_EQ(read("clerk", "SELECT count(*) FROM gravin_change"), name("1"));
    EXPECT_EQ(read("clerk", "SELECT count(DISTINCT change_id) FROM gravin_entry"), name("1"));
    EXPECT_EQ(read("foreman", "SELECT count(*) FROM gravin_change"), name("3"));
    Seat clerk = sit("clerk");
    EXPECT_TRUE(ChangeLog(*clerk.session).change(own->id, clerk.catalog));
    EXPECT_FALSE(ChangeLog(*clerk.session).change(others->id, clerk.catalog));
    // And takes it back, over what they do not see.
    const auto plan = planRollback(*clerk.session, clerk.catalog, own->id);
    ASSERT_TRUE(plan) << qPrintable(plan.error().sentence);
    EXPECT_TRUE(plan->isOwn);
}

TEST_P(LogProtectionTest, ARecordThatARoleHidesIsNotInItsLog) {
    if (!isPostgres())
        GTEST_SKIP() << "this engine has no conditions on records";
    // Who keeps the North and may look back there.
    project.roles[0].screens[0].may->set(Act::History, true);
    project.roles[0].may.set(Act::History, true);
    database->run(grantsOf(project, owner->catalog(), owner->session())->script(GetParam()));
    Seat foreman = sit("foreman");
    const auto hidden = foreman.write({rename(2, "Secret")});
    const auto shown = foreman.write({rename(1, "Alder")});
    const auto both = foreman.write({rename(1, "Birch"), rename(2, "Secret too")});
    ASSERT_TRUE(hidden && shown && both);
    EXPECT_EQ(read("clerk", "SELECT count(*) FROM gravin_entry WHERE new_value LIKE '%Secret%'"),
              name("0"));
    Seat clerk = sit("clerk");
    ChangeLog log(*clerk.session);
    EXPECT_TRUE(log.change(shown->id, clerk.catalog));
    for (const qint64 change : {hidden->id, both->id}) {
        const auto seen = log.change(change, clerk.catalog);
        ASSERT_FALSE(seen) << change;
        EXPECT_EQ(seen.error().kind, ErrorKind::Refused) << qPrintable(seen.error().sentence);
        const auto plan = planRollback(*clerk.session, clerk.catalog, change);
        EXPECT_FALSE(plan);
    }
}

TEST_P(LogProtectionTest, WindowsFollowWhatTheirAccountDoesNotSee) {
    Seat clerk = sit("clerk");
    const auto catalog = std::make_shared<const Catalog>(clerk.catalog);
    WorkerHandle worker = startWorker(specOf("clerk"), Session::Access::ReadOnly);
    worker->keepConnection();
    int outside = 0;
    QList<qint64> told;
    int losses = 0;
    {
        ChangeFeed feed(catalog, worker.get(), specOf("clerk"));
        QObject::connect(&feed, &ChangeFeed::changedOutside, &feed, [&] { ++outside; });
        QObject::connect(&feed, &ChangeFeed::lost, &feed, [&] { ++losses; });
        QObject::connect(&feed, &ChangeFeed::committedByOthers, &feed,
                         [&](const CommittedChange& change) { told += change.id; });
        QElapsedTimer timer;
        timer.start();
        (void)waitFor([&] { return timer.elapsed() > 1500; }); // it has looked once
        const auto others = sit("foreman").write({rename(1, "Alder")});
        ASSERT_TRUE(others);
        EXPECT_TRUE(waitFor([&] { return outside + told.size() > 0; }));
        EXPECT_EQ(told.contains(others->id), !isPostgres());
        EXPECT_EQ(losses, 0);
    }
    worker.reset();
    (void)Worker::waitUntilAllClosed(std::chrono::seconds(20));
}

TEST_P(LogProtectionTest, TrimmingIsARightOfItsOwn) {
    ASSERT_TRUE(sit("clerk").write({rename(1, "Alder")}));
    Seat foreman = sit("foreman");
    EXPECT_FALSE(LogMarks(*foreman.session, foreman.catalog).trim(1, {}));
    Seat developer = sit("developer");
    const auto trimmed = LogMarks(*developer.session, developer.catalog).trim(1, {});
    EXPECT_TRUE(trimmed) << qPrintable(trimmed.error().error.sentence +
                                       trimmed.error().error.detail);
    EXPECT_TRUE(LogVerifier(owner->session()).verify({})->isIntact());
}

TEST_P(LogProtectionTest, ABulkUpdateIsCountedWhenItIsFinished) {
    database->run(name("INSERT INTO aid SELECT 1000 + a.n, 'x', 'North', 1 FROM (SELECT 1 n UNION "
                       "SELECT 2 UNION SELECT 3 UNION SELECT 4 UNION SELECT 5) a;"));
    Seat developer = sit("developer");
    BulkValues values;
    values.put = {{name("name"), Value::text(name("many"))}};
    const auto preview = previewBulkUpdate(
        *developer.session, std::make_shared<const Table>(*developer.catalog.table(name("aid"))),
        developer.rules.value(name("aid")), BulkScope(), values);
    ASSERT_TRUE(preview);
    ChangeRequest request =
        bulkUpdateRequest(std::make_shared<const BulkPreview>(*preview), {}, false);
    request.fewestSetWise = 1;
    const auto written =
        ChangeWriter(*developer.session, developer.catalog, developer.rules).write(request);
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    EXPECT_EQ(database->run(name("SELECT records FROM gravin_change ORDER BY id DESC LIMIT 1;"))
                  .trimmed(),
              name("7"));
    EXPECT_TRUE(LogVerifier(owner->session()).verify({})->isIntact());
}

TEST_P(LogProtectionTest, WatchedTablesGoOn) {
    ASSERT_TRUE(TableWatching(owner->session(), owner->catalog()).set({name("aid")}, true));
    Desk anew(database->open());
    database->run(grantsOf(project, anew.catalog(), anew.session())->script(GetParam()));
    ASSERT_TRUE(plainly("foreman", "UPDATE aid SET name = 'Outside' WHERE id = 1"));
    Seat clerk = sit("clerk");
    const auto own = clerk.write({rename(1, "Inside")});
    ASSERT_TRUE(own) << qPrintable(own.error().error.sentence + own.error().error.detail);
    const auto gathered = TableWatching(*clerk.session, clerk.catalog).gather();
    ASSERT_TRUE(gathered) << qPrintable(gathered.error().detail);
    const QString accounts =
        database->run(name("SELECT account FROM gravin_change WHERE action = 'outside Gravin';"));
    EXPECT_TRUE(accounts.contains(specOf("foreman").user)) << qPrintable(accounts);
    EXPECT_EQ(database->run(name("SELECT count(*) FROM gravin_seen;")).trimmed(), name("0"));
    EXPECT_TRUE(LogVerifier(anew.session()).verify({})->isIntact());
}

INSTANTIATE_TEST_SUITE_P(Each, LogProtectionTest,
                         testing::Values(Engine::PostgreSql, Engine::MariaDb), engineTestName);

} // namespace
