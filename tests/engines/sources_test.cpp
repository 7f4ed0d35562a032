// SPDX-License-Identifier: GPL-3.0-or-later
// A developer's own SELECT as a source, the same on all three engines.
#include "core/fitting/binding.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/query_source.h"
#include "core/value/text_form.h"
#include "engines/demonstrated.h"

namespace gravin::test {
namespace {

const char* AidsWithSector = "SELECT aid.id, aid.name, aid.next_due, aid.sector_id, "
                             "sector.name AS sector_name FROM aid JOIN sector ON "
                             "sector.id = aid.sector_id -- all of them";

class Sources : public Demonstrated {
protected:
    Result<Table> described(const char* select, const char* table = "") {
        auto session = database->open(Session::Access::ReadOnly);
        const auto catalog = session->readCatalog();
        return describeSource(*session, *catalog, source(select, table));
    }
    Status verified(const char* select, const char* table) {
        auto session = database->open(Session::Access::ReadOnly);
        const auto catalog = session->readCatalog();
        auto made = describeSource(*session, *catalog, source(select, table));
        return made ? verifySource(*session, *catalog, *made) : Status(made.error());
    }
    static QuerySource source(const char* select, const char* table = "") {
        return {QStringLiteral("mine"), QString::fromUtf8(select), QLatin1String(table)};
    }
    static Project withSources(const QList<QuerySource>& sources) {
        Project project;
        project.sources = sources;
        return project;
    }
    static QString sentence(const Result<Table>& made) {
        return made ? QString() : made.error().sentence + made.error().detail;
    }
};

TEST_P(Sources, KnowsWhoseColumnsItShows) {
    const auto made = described(AidsWithSector, "aid");
    ASSERT_TRUE(made) << qPrintable(sentence(made));
    EXPECT_EQ(made->key, QStringList{QStringLiteral("id")});
    EXPECT_EQ(made->base, QStringLiteral("aid"));
    EXPECT_TRUE(made->readOnlyReason().isEmpty());
    EXPECT_FALSE(made->column(QStringLiteral("name"))->computed);
    EXPECT_EQ(made->column(QStringLiteral("next_due"))->type.kind, TypeKind::Date);
    EXPECT_TRUE(made->column(QStringLiteral("sector_name"))->computed);
    EXPECT_EQ(made->column(QStringLiteral("sector_name"))->type.kind, TypeKind::Text);
    ASSERT_NE(made->referenceOf(QStringLiteral("sector_id")), nullptr);
    EXPECT_TRUE(verified(AidsWithSector, "aid"));
}

TEST_P(Sources, WithoutATableItIsOnlyReadAndSaysWhy) {
    const auto made = described("SELECT sector_id, count(*) AS aids FROM aid GROUP BY sector_id");
    ASSERT_TRUE(made) << qPrintable(sentence(made));
    EXPECT_TRUE(made->readOnlyReason().contains(QStringLiteral("no table is named")));
    auto session = database->open(Session::Access::ReadOnly);
    const auto rows = TableReader(*session, *made).range({{QStringLiteral("aids"), true}}, 0, 3);
    ASSERT_TRUE(rows) << qPrintable(rows.error().detail);
    ASSERT_EQ(rows->size(), 3U);
    EXPECT_GE(rows->front().values[1].asInteger(), rows->back().values[1].asInteger());
}

TEST_P(Sources, RefusesWhatIsNoSelectOrCannotBeChanged) {
    const auto refused = [&](const char* select, const char* table, const char* words) {
        const auto made = described(select, table);
        ASSERT_FALSE(made) << select;
        EXPECT_TRUE(sentence(made).contains(QLatin1String(words))) << qPrintable(sentence(made));
    };
    refused("SELECT id, id FROM aid", "", "id");
    refused("", "", "Write a SELECT");
    refused("SELECT name FROM aid", "aid", "id, a part of the key");
    refused("SELECT id AS number, name FROM aid", "aid", "id, a part of the key");
    refused("SELECT id FROM aid", "nowhere", "nowhere");
    EXPECT_FALSE(described("DELETE FROM visit"));
    EXPECT_FALSE(described("SELECT 1 AS a) AS x; DELETE FROM visit; SELECT * FROM (SELECT 1 AS a"));
    EXPECT_FALSE(described("SELECT nothing FROM aid"));
    EXPECT_EQ(database->run(QStringLiteral("SELECT count(*) > 0 FROM visit")).trimmed().left(1),
              GetParam() == Engine::PostgreSql ? QStringLiteral("t") : QStringLiteral("1"));
}

TEST_P(Sources, VerifyingFindsWhatTheWordsDoNotTell) {
    // Every aid once for each of its visits.
    const Status doubled =
        verified("SELECT aid.id, aid.name FROM aid JOIN visit ON visit.aid_id = aid.id", "aid");
    ASSERT_FALSE(doubled);
    EXPECT_TRUE(doubled.error().sentence.contains(QStringLiteral("same key")));
    const Status missing = verified(
        "SELECT aid.id, aid.name FROM sector LEFT JOIN aid ON aid.sector_id = sector.id AND "
        "aid.id < 0 WHERE sector.id = 1",
        "aid");
    ASSERT_FALSE(missing);
    EXPECT_TRUE(missing.error().sentence.contains(QStringLiteral("empty")));
    // The key of one aid with the name of another.
    const Status crossed =
        verified("SELECT a.id, b.name FROM aid a JOIN aid b ON b.id = a.id + 1", "aid");
    ASSERT_FALSE(crossed);
    EXPECT_TRUE(crossed.error().sentence.contains(QStringLiteral("name")));
}

TEST_P(Sources, ChangesGoThroughTheOneDoorToTheTable) {
    auto session = database->open();
    const auto catalog = catalogOf(*session, withSources({source(AidsWithSector, "aid")}));
    ASSERT_TRUE(catalog) << qPrintable(catalog.error().detail);
    const Table& mine = *catalog->table(QStringLiteral("mine"));
    const RuleBook rules;
    ChangeWriter writer(*session, *catalog, rules);
    const auto before = TableReader(*session, mine).record(key(3));
    ASSERT_TRUE(before && *before);
    const FieldValues was = fieldValues(mine, **before);
    EXPECT_FALSE(was.contains(QStringLiteral("sector_name")));
    const QString dump = database->dump();

    ChangeRequest request;
    request.action = QStringLiteral("edit");
    request.edits.push_back({Operation::Update,
                             mine.name,
                             key(3),
                             was,
                             {{QStringLiteral("name"), text("Ösel Light")}}});
    const auto written = writer.write(request);
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    EXPECT_EQ(written->records.front().table, QStringLiteral("aid"));
    EXPECT_EQ(database->run(QStringLiteral("SELECT name FROM aid WHERE id = 3")).trimmed(),
              QStringLiteral("Ösel Light"));
    // What was seen is compared with what is stored, so a second such edit is a conflict.
    const auto late = writer.write(request);
    EXPECT_TRUE(late); // the same value is no clash
    request.edits.front().after[QStringLiteral("name")] = text("Other");
    const auto clash = writer.write(request);
    ASSERT_FALSE(clash);
    ASSERT_EQ(clash.error().conflicts.size(), 1U);
    EXPECT_EQ(clash.error().conflicts.front().fields.front().column, QStringLiteral("name"));

    // A column that is not the table's own is refused, and nothing is written.
    request.edits.front().after = {{QStringLiteral("sector_name"), text("x")}};
    EXPECT_FALSE(writer.write(request));
    auto plan = planRollback(*session, *catalog, written->id);
    ASSERT_TRUE(plan);
    const auto back = rollbackRequest(*plan, OnConflict::Stop);
    ASSERT_TRUE(back);
    ASSERT_TRUE(writer.write(*back));
    EXPECT_EQ(database->dump(), dump);
}

TEST_P(Sources, AScreenOnItSharesTheTablesDefinitions) {
    auto session = database->open(Session::Access::ReadOnly);
    Project project;
    project.connection.changeLog = true;
    project.sources += source(AidsWithSector, "aid");
    const auto catalog = catalogOf(*session, project);
    ASSERT_TRUE(catalog);
    project.fields[QStringLiteral("aid")] +=
        FieldDefinition{QStringLiteral("name"), QStringLiteral("Name of the aid")};
    const QString id = addGeneratedScreen(
        project, *catalog, *catalog->table(QStringLiteral("mine")), Arrangement::GridForm);
    const auto screen = bindScreen(project, *catalog, *project.screenById(id));
    ASSERT_TRUE(screen);
    EXPECT_EQ(screen->field(QStringLiteral("name"))->label(), QStringLiteral("Name of the aid"));
    EXPECT_TRUE(screen->field(QStringLiteral("name"))->isEditable());
    EXPECT_EQ(screen->field(QStringLiteral("sector_id"))->definition.shownAs, ShownAs::Lookup);
    EXPECT_FALSE(screen->field(QStringLiteral("sector_name"))->isEditable());
    EXPECT_TRUE(project.definition(QStringLiteral("mine"), QStringLiteral("sector_name")));
    EXPECT_FALSE(project.definition(QStringLiteral("mine"), QStringLiteral("name")));
}

TEST_P(Sources, ABrokenOneStaysInSightWithItsReason) {
    auto session = database->open(Session::Access::ReadOnly);
    const auto catalog =
        catalogOf(*session, withSources({source("SELECT gone FROM aid"),
                                         {QStringLiteral("aid"), QStringLiteral("x")}}));
    ASSERT_TRUE(catalog);
    const Table* broken = catalog->table(QStringLiteral("mine"));
    ASSERT_NE(broken, nullptr);
    EXPECT_FALSE(broken->readOnlyReason().isEmpty());
    EXPECT_FALSE(catalog->table(QStringLiteral("aid"))->isQuery());
}

INSTANTIATE_TEST_SUITE_P(Engines, Sources,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
