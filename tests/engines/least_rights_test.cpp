// SPDX-License-Identifier: GPL-3.0-or-later
// The least that an account needs for each thing, as docs/security.md says it.
#include "core/changes/as_it_was.h"
#include "core/changes/log/log_marks.h"
#include "core/changes/log/log_verification.h"
#include "core/database/secrets.h"
#include "core/fitting/findings/binding_check.h"
#include "core/fitting/generation/evidence.h"
#include "core/fitting/query_source.h"
#include "core/records/table_reader.h"
#include "support/engines.h"

#include <QCoreApplication>

namespace gravin::test {
namespace {

class LeastRights : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name("CREATE TABLE buoy (id INTEGER PRIMARY KEY, name VARCHAR(40), depth "
                           "INTEGER); INSERT INTO buoy VALUES (1, 'Tern', 4), (2, 'Skua', 5);"));
        // The log is made by who may.
        Desk owner(database->open());
        ASSERT_TRUE(owner.write(rename(1, "Ebb")));
        ASSERT_TRUE(owner.write(rename(2, "Flood")));
        m_account = name("least_%1").arg(QCoreApplication::applicationPid());
        m_spec = database->spec();
        m_spec.user = m_account;
        m_spec.mayTrim = true;
        Secrets::remember(m_spec, name("x"));
        if (isPostgres())
            database->run(name("CREATE ROLE %1 LOGIN PASSWORD 'x';").arg(m_account));
        else
            database->run(name("CREATE USER %1@localhost IDENTIFIED BY 'x';").arg(m_account));
    }
    void TearDown() override {
        if (m_account.isEmpty())
            return;
        Secrets::forget(m_spec);
        database->run(isPostgres() ? name("DROP OWNED BY %1; DROP ROLE %1;").arg(m_account)
                                   : name("DROP USER %1@localhost;").arg(m_account));
    }

    bool isPostgres() const { return GetParam() == Engine::PostgreSql; }
    QString grantee() const { return isPostgres() ? m_account : m_account + name("@localhost"); }
    // "rights ON tables": one at a time, as both understand it.
    void grant(const char* rights, std::initializer_list<const char*> tables) {
        for (const char* table : tables)
            database->run(name("GRANT %1 ON %2 TO %3;")
                              .arg(QLatin1String(rights), QLatin1String(table), grantee()));
    }
    void grantReading() { grant("SELECT", {"buoy"}); }
    void grantWorking() {
        grantReading();
        grant("INSERT", {"buoy"});
        grant("UPDATE", {"buoy"});
        grant("DELETE", {"buoy"});
        grant("SELECT, INSERT, UPDATE", {"gravin_change", "gravin_seal"});
        grant("SELECT, INSERT", {"gravin_entry", "gravin_name"});
        grant("SELECT", {"gravin_log"});
    }
    Desk open(Session::Access access = Session::Access::ReadWrite) {
        auto session = Session::open(m_spec, access);
        EXPECT_TRUE(session) << (session ? ""
                                         : qPrintable(session.error().sentence +
                                                      session.error().detail));
        return Desk(std::move(*session));
    }
    static RecordEdit rename(qint64 id, const char* to) {
        return {Operation::Update, name("buoy"), key(id), {}, {{name("name"), text(to)}}};
    }

    QString m_account;
    ConnectionSpec m_spec;
};

TEST_P(LeastRights, Reading) {
    grantReading();
    Desk reader = open(Session::Access::ReadOnly);
    EXPECT_EQ(reader.read(name("buoy"), key(1)).values[1], text("Ebb"));
    EXPECT_FALSE(reader.table(name("buoy")).readOnlyReason().isEmpty());
    EXPECT_FALSE(open().write(rename(1, "Neap")));
}

TEST_P(LeastRights, Working) {
    grantWorking();
    Desk clerk = open();
    ASSERT_TRUE(clerk.write(rename(1, "Neap")));
    ASSERT_TRUE(clerk.write({Operation::Insert,
                             name("buoy"),
                             {},
                             {},
                             {{name("id"), Value::integer(3)}, {name("name"), text("Dove")}}}));
    ASSERT_TRUE(clerk.write({Operation::Delete, name("buoy"), key(2), {}, {}}));
    const auto back = clerk.rollBack(5);
    EXPECT_TRUE(back) << qPrintable(back.error().error.sentence + back.error().error.detail);
    const auto found = LogVerifier(clerk.session()).verify({});
    ASSERT_TRUE(found) << qPrintable(found.error().detail);
    EXPECT_TRUE(found->isIntact());
    EXPECT_EQ(found->changes, 6);
    EXPECT_FALSE(LogMarks(clerk.session(), clerk.catalog()).trim(1, {})) << "that takes more";
    EXPECT_TRUE(LogVerifier(clerk.session()).verify({})->isIntact());
}

TEST_P(LeastRights, LookingBack) {
    grantWorking();
    if (isPostgres())
        database->run(name("REVOKE TEMPORARY ON DATABASE %1 FROM PUBLIC;").arg(m_spec.database));
    {
        Desk clerk = open();
        EXPECT_FALSE(lookBack(clerk.session(), clerk.catalog(), clerk.table(name("buoy")), 1));
    }
    database->run(name(isPostgres() ? "GRANT TEMPORARY ON DATABASE %1 TO %2;"
                                    : "GRANT CREATE TEMPORARY TABLES ON %1.* TO %2;")
                      .arg(m_spec.database, grantee()));
    Desk clerk = open();
    const auto then = lookBack(clerk.session(), clerk.catalog(), clerk.table(name("buoy")), 1);
    ASSERT_TRUE(then) << qPrintable(then.error().sentence + then.error().detail);
    const auto rows = TableReader(clerk.session(), *then->table).record(key(2));
    ASSERT_TRUE(rows && *rows);
    EXPECT_EQ((*rows)->values[1], text("Skua"));
}

TEST_P(LeastRights, Trimming) {
    grantWorking();
    grant("DELETE", {"gravin_entry"});
    Desk keeper = open();
    const auto trimmed = LogMarks(keeper.session(), keeper.catalog()).trim(1, name("keeper"));
    ASSERT_TRUE(trimmed) << qPrintable(trimmed.error().error.sentence +
                                       trimmed.error().error.detail);
    EXPECT_TRUE(LogVerifier(keeper.session()).verify({})->isIntact());
}

// What nobody may read is not there: the screen works, and what asks for it is a finding.
TEST_P(LeastRights, ASubqueryOverATableThatCannotBeReadBreaksNoScreen) {
    database->run(name("CREATE TABLE secret (id INTEGER PRIMARY KEY, buoy_id INTEGER);"));
    grantReading();
    auto session = Session::open(m_spec, Session::Access::ReadOnly);
    ASSERT_TRUE(session);
    Project project;
    project.connection = m_spec;
    project.computed[name("buoy")] = {
        {name("known"), name("(SELECT COUNT(*) FROM secret WHERE buoy_id = record.id)")}};
    const auto catalog = catalogOf(**session, project);
    ASSERT_TRUE(catalog);
    const Table& buoy = *catalog->table(name("buoy"));
    EXPECT_EQ(buoy.column(name("known")), nullptr);
    EXPECT_TRUE(TableReader(**session, buoy).records({key(1)}));
    EXPECT_FALSE(bindingFindings(project, *catalog).empty());
}

// A change log that may not be read takes nothing from what the values themselves say.
TEST_P(LeastRights, EvidenceIsWholeWithoutTheChangeLog) {
    database->run(name("ALTER TABLE buoy ADD laid DATE; UPDATE buoy SET laid = '2026-04-01';"));
    grantReading();
    auto session = Session::open(m_spec, Session::Access::ReadOnly);
    ASSERT_TRUE(session);
    const Catalog catalog = *(*session)->readCatalog();
    const auto evidence = gatherEvidence(**session, catalog, *catalog.table(name("buoy")), {}, {},
                                         [](double) { return true; });
    ASSERT_TRUE(evidence) << qPrintable(evidence.error().sentence + evidence.error().detail);
    EXPECT_EQ(evidence->records, 2);
    ASSERT_NE(evidence->column(name("name")), nullptr);
    EXPECT_EQ(evidence->column(name("name"))->filled, 2);
    EXPECT_EQ(evidence->column(name("name"))->daysOfAdding, 0);
}

INSTANTIATE_TEST_SUITE_P(Servers, LeastRights, testing::Values(Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
