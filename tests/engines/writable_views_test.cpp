// SPDX-License-Identifier: GPL-3.0-or-later
// Views that the engine, or a trigger in its place, writes.
#include "core/changes/change_writer.h"
#include "core/changes/rollback.h"
#include "core/fitting/binding.h"
#include "core/fitting/query_source.h"
#include "core/project/project_catalog.h"
#include "support/engines.h"
#include "support/text.h"

namespace gravin::test {
namespace {

class WritableViews : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name(
            "CREATE TABLE aid (id INTEGER PRIMARY KEY, name VARCHAR(40), sector INTEGER);"
            "CREATE TABLE sector (id INTEGER PRIMARY KEY, name VARCHAR(40));"
            "INSERT INTO sector VALUES (1, 'North'), (2, 'South');"
            "INSERT INTO aid VALUES (1, 'Ash', 1), (2, 'Bell', 2), (3, 'Cairn', 1);"
            "CREATE VIEW northern AS SELECT id, name, sector FROM aid WHERE sector = 1;"
            "CREATE VIEW counted AS SELECT sector, count(*) AS aids FROM aid GROUP BY sector;"));
        switch (GetParam()) {
        case Engine::Sqlite:
            database->run(name(
                "CREATE TRIGGER n1 INSTEAD OF UPDATE ON northern BEGIN UPDATE aid SET name = "
                "NEW.name, sector = NEW.sector WHERE id = OLD.id; END;"
                "CREATE TRIGGER n2 INSTEAD OF INSERT ON northern BEGIN INSERT INTO aid VALUES "
                "(NEW.id, NEW.name, NEW.sector); END;"
                "CREATE TRIGGER n3 INSTEAD OF DELETE ON northern BEGIN DELETE FROM aid WHERE id = "
                "OLD.id; END;"));
            break;
        case Engine::PostgreSql:
            database->run(name(
                "CREATE VIEW named AS SELECT aid.id, aid.name, sector.name AS place FROM aid JOIN "
                "sector ON sector.id = aid.sector;"
                "CREATE FUNCTION name_it() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN UPDATE aid "
                "SET name = NEW.name WHERE id = OLD.id; RETURN NEW; END $$;"
                "CREATE TRIGGER n INSTEAD OF UPDATE ON named FOR EACH ROW EXECUTE FUNCTION "
                "name_it();"));
            break;
        case Engine::MariaDb:
            break;
        }
        project.connection = database->spec();
        project.connection.changeLog = true;
        project.viewKeys.insert(name("northern"), {name("id")});
        project.viewKeys.insert(name("named"), {name("id")});
        project.viewKeys.insert(name("counted"), {name("sector")});
        session = database->open();
        auto read = catalogOf(*session, project);
        ASSERT_TRUE(read) << qPrintable(read.error().sentence + read.error().detail);
        catalog = *read;
    }
    WriteResult write(const RecordEdit& edit) {
        ChangeRequest request;
        request.person = name("Ada");
        request.action = name("edit");
        request.edits = {edit};
        return ChangeWriter(*session, catalog, rulesOf(project, catalog)).write(request);
    }
    static Key key(qint64 id) { return Key({Value::integer(id)}); }
    static Value text(const char* utf8) { return Value::text(name(utf8)); }
    QString aids() const {
        return database->run(name("SELECT id, name, sector FROM aid ORDER BY id;")).trimmed();
    }
    static QString said(const WriteResult& result) {
        return result ? QString() : result.error().error.sentence + result.error().error.detail;
    }
    void rollBack(qint64 change) {
        const auto plan = planRollback(*session, catalog, change);
        ASSERT_TRUE(plan) << qPrintable(plan.error().sentence);
        auto request = rollbackRequest(*plan, {});
        ASSERT_TRUE(request) << qPrintable(request.error().sentence);
        const auto undone =
            ChangeWriter(*session, catalog, rulesOf(project, catalog)).write(*request);
        ASSERT_TRUE(undone) << qPrintable(said(undone));
    }

    std::unique_ptr<Session> session;
    Project project;
    Catalog catalog;
};

TEST_P(WritableViews, AreWrittenAndRolledBack) {
    const QString before = aids();
    ASSERT_EQ(catalog.table(name("northern"))->readOnlyReason(), QString());
    const auto renamed = write({Operation::Update,
                                name("northern"),
                                key(1),
                                {{name("name"), text("Ash")}},
                                {{name("name"), text("Alder")}}});
    ASSERT_TRUE(renamed) << qPrintable(said(renamed));
    EXPECT_TRUE(aids().startsWith(name("1\tAlder\t1")));
    const auto added = write({Operation::Insert,
                              name("northern"),
                              {},
                              {},
                              {{name("id"), Value::integer(9)},
                               {name("name"), text("Dune")},
                               {name("sector"), Value::integer(1)}}});
    ASSERT_TRUE(added) << qPrintable(said(added));
    EXPECT_EQ(added->records[0].key, key(9));
    const auto deleted = write({Operation::Delete, name("northern"), key(3), {}, {}});
    ASSERT_TRUE(deleted) << qPrintable(said(deleted));
    EXPECT_EQ(aids(), name("1\tAlder\t1\n2\tBell\t2\n9\tDune\t1"));
    rollBack(deleted->id);
    rollBack(added->id);
    rollBack(renamed->id);
    EXPECT_EQ(aids(), before);
}

TEST_P(WritableViews, SomebodyElsesChangeIsAConflict) {
    database->run(name("UPDATE aid SET name = 'Elm' WHERE id = 1;"));
    const auto late = write({Operation::Update,
                             name("northern"),
                             key(1),
                             {{name("name"), text("Ash")}},
                             {{name("name"), text("Alder")}}});
    ASSERT_FALSE(late);
    EXPECT_EQ(late.error().error.kind, ErrorKind::Conflict) << qPrintable(said(late));
}

// So it would not be in the view any more: nobody could take that back through it.
TEST_P(WritableViews, WhatWouldLeaveTheViewIsRefused) {
    const QString before = aids();
    const auto moved = write(
        {Operation::Update, name("northern"), key(1), {}, {{name("sector"), Value::integer(2)}}});
    EXPECT_FALSE(moved);
    EXPECT_EQ(aids(), before);
}

// On a screen that says nothing of them.
TEST_P(WritableViews, TheirFieldsAreEditedAsSoonAsTheirKeyIsSaid) {
    Screen screen{name("north"), name("North"), {}, name("northern")};
    screen.fields = {{name("id")}, {name("name")}};
    auto bound = bindScreen(project, catalog, screen);
    ASSERT_TRUE(bound);
    EXPECT_TRUE(bound->field(name("name"))->isEditable());
    project.viewKeys.clear();
    extendCatalog(catalog, project);
    bound = bindScreen(project, catalog, screen);
    ASSERT_TRUE(bound);
    EXPECT_FALSE(bound->field(name("name"))->isEditable());
}

TEST_P(WritableViews, OthersAreNot) {
    EXPECT_FALSE(catalog.table(name("counted"))->readOnlyReason().isEmpty());
    EXPECT_FALSE(write(
        {Operation::Update, name("counted"), key(1), {}, {{name("aids"), Value::integer(5)}}}));
}

TEST_P(WritableViews, WithoutAKeyItIsSaidWhatIsMissing) {
    project.viewKeys.clear();
    const auto read = catalogOf(*session, project);
    ASSERT_TRUE(read);
    EXPECT_TRUE(read->table(name("northern"))
                    ->readOnlyReason()
                    .contains(name("by which fields they are known")));
    project.viewKeys.insert(name("northern"), {name("gone")});
    EXPECT_TRUE(catalogOf(*session, project)->table(name("northern"))->key.isEmpty());
}

TEST_P(WritableViews, ATriggersViewIsWrittenAsFarAsItGoes) {
    if (GetParam() != Engine::PostgreSql)
        GTEST_SKIP();
    const Table& named = *catalog.table(name("named"));
    EXPECT_TRUE(named.reasonAgainst(Operation::Update).isEmpty())
        << qPrintable(named.readOnlyReason());
    EXPECT_FALSE(named.reasonAgainst(Operation::Delete).isEmpty());
    const auto renamed =
        write({Operation::Update, name("named"), key(2), {}, {{name("name"), text("Beacon")}}});
    ASSERT_TRUE(renamed) << qPrintable(said(renamed));
    EXPECT_TRUE(aids().contains(name("2\tBeacon")));
    // The trigger does nothing with this one, and says nothing.
    const auto ignored =
        write({Operation::Update, name("named"), key(2), {}, {{name("place"), text("West")}}});
    ASSERT_FALSE(ignored);
    EXPECT_TRUE(said(ignored).contains(name("did nothing with it"))) << qPrintable(said(ignored));
}

INSTANTIATE_TEST_SUITE_P(Each, WritableViews,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
