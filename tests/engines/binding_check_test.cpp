// SPDX-License-Identifier: GPL-3.0-or-later
// A project that fitted, and a database that was changed behind its back: each way of breaking is
// found, explained and, where that is safe, mended. The same on all three engines.
#include "core/fitting/binding.h"
#include "core/fitting/findings/binding_check.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/query_source.h"
#include "support/engines.h"
#include "support/text.h"

#include <gmock/gmock.h>

namespace gravin::test {
namespace {

constexpr const char* BindingSchema = R"(
CREATE TABLE quay (id INTEGER PRIMARY KEY, code VARCHAR(4) NOT NULL, name VARCHAR(20));
CREATE TABLE berth (id INTEGER PRIMARY KEY, name VARCHAR(20) NOT NULL, depth DECIMAL(5,2),
                    quay_id INTEGER REFERENCES quay (id), since DATE, state VARCHAR(12), remark VARCHAR(40));
INSERT INTO quay VALUES (1, 'N', 'North'), (2, 'S', 'South');
INSERT INTO berth VALUES (1, 'One', 4.50, 1, '2026-01-01', 'open', NULL),
                         (2, 'Two', 60.00, 2, NULL, 'odd', 'x');
)";

class Binding : public testing::TestWithParam<Engine> {
protected:
    void SetUp() override {
        if (GetParam() != Engine::Sqlite && !serversAreThere())
            GTEST_SKIP() << "not within with-servers.sh";
        database = std::make_unique<EngineDatabase>(GetParam());
        database->run(name(BindingSchema));
        const Catalog before = catalog();
        project.connection = database->spec();
        for (const char* table : {"berth", "quay"})
            addGeneratedScreen(project, before, *before.table(name(table)), Arrangement::GridForm);
        ASSERT_TRUE(bindingFindings(project, before).empty());
    }

    Catalog catalog() {
        auto session = database->open(Session::Access::ReadOnly);
        return *catalogOf(*session, project);
    }
    Findings findings(bool withData = false) {
        const Catalog now = catalog();
        Findings all = bindingFindings(project, now);
        if (withData) {
            auto session = database->open(Session::Access::ReadOnly);
            auto data = dataFindings(*session, project, now, [] { return true; });
            EXPECT_TRUE(data) << qPrintable(data.error().detail);
            all.insert(all.end(), data->begin(), data->end());
        }
        return all;
    }
    QStringList ids(bool withData = false) {
        QStringList ids;
        for (const Finding& finding : findings(withData))
            ids += finding.id();
        return ids;
    }
    // It is the only one; says what it should; and after its mend nothing is left.
    void expectOne(const char* id, Finding::Severity severity, const char* cause,
                   bool withData = false, bool mends = true) {
        const Findings found = findings(withData);
        ASSERT_EQ(ids(withData), QStringList{name(id)});
        const Finding& finding = found.front();
        EXPECT_EQ(finding.severity, severity);
        EXPECT_THAT(finding.cause.toStdString(), testing::HasSubstr(cause));
        EXPECT_FALSE(finding.place.isEmpty());
        EXPECT_FALSE(finding.consequence.isEmpty());
        EXPECT_EQ(finding.mend.isEmpty(), !mends);
        if (!mends) {
            EXPECT_FALSE(mendFindings(project, found, {name(id)}));
            return;
        }
        ASSERT_TRUE(mendFindings(project, found, {name(id)}));
        EXPECT_EQ(ids(withData), QStringList());
    }
    FieldDefinition& field(const char* column) {
        return *project.definition(name("berth"), name(column));
    }
    Screen& screen() { return *project.screenById(name("berth")); }
    void change(const char* sql) { database->run(name(sql)); }
    Check range(const char* most) {
        Check check;
        check.kind = CheckKind::Range;
        check.column = name("depth");
        check.most = name(most);
        return check;
    }

    std::unique_ptr<EngineDatabase> database;
    Project project;
};

constexpr auto Breaks = Finding::Severity::Breaks;
constexpr auto Risks = Finding::Severity::Risks;

TEST_P(Binding, AColumnThatWasRenamed) {
    field("depth").label = name("Depth at low water");
    change("ALTER TABLE berth RENAME COLUMN depth TO depths;");
    expectOne("column_missing:berth.depth", Breaks, "Did you mean “depths”?");
    EXPECT_EQ(field("depths").label, name("Depth at low water"));
    EXPECT_NE(screen().field(name("depths")), nullptr);
}

TEST_P(Binding, AColumnThatIsGone) {
    change("ALTER TABLE berth DROP COLUMN remark;");
    expectOne("column_missing:berth.remark", Breaks, "berth has no column remark.");
    EXPECT_EQ(screen().field(name("remark")), nullptr);
}

TEST_P(Binding, ATableThatWasRenamed) {
    change("ALTER TABLE berth RENAME TO berths;");
    expectOne("table_missing:berth", Breaks, "Did you mean “berths”?");
    EXPECT_EQ(screen().table, name("berths"));
}

TEST_P(Binding, AColumnOfAnotherType) {
    if (GetParam() == Engine::Sqlite)
        change("ALTER TABLE berth DROP COLUMN remark; ALTER TABLE berth ADD COLUMN remark TEXT;");
    else
        change(GetParam() == Engine::MariaDb ? "ALTER TABLE berth MODIFY remark VARCHAR(60);"
                                             : "ALTER TABLE berth ALTER remark TYPE VARCHAR(60);");
    expectOne("type_changed:berth.remark", Risks, "was text(40)");
}

TEST_P(Binding, AnEditorThatCannotHoldTheType) {
    change("ALTER TABLE berth DROP COLUMN since; ALTER TABLE berth ADD COLUMN since VARCHAR(10);");
    expectOne("editor_misfit:berth.since", Breaks, "cannot be shown as date");
    EXPECT_EQ(field("since").shownAs, ShownAs::Text);
}

TEST_P(Binding, ANewColumnThatEveryRecordNeeds) {
    change(GetParam() == Engine::Sqlite
               ? "DROP TABLE berth; CREATE TABLE berth (id INTEGER PRIMARY KEY, name VARCHAR(20) "
                 "NOT NULL, depth DECIMAL(5,2), quay_id INTEGER REFERENCES quay (id), since DATE, "
                 "state VARCHAR(12), remark VARCHAR(40), owner VARCHAR(9) NOT NULL);"
               : "DELETE FROM berth; ALTER TABLE berth ADD COLUMN owner VARCHAR(9) NOT NULL;");
    expectOne("required_missing:berth.owner", Breaks, "asks for owner in every new record");
    EXPECT_NE(screen().field(name("owner")), nullptr);
}

TEST_P(Binding, AColumnThatIsComputedNow) {
    change(GetParam() == Engine::Sqlite
               ? "ALTER TABLE berth DROP COLUMN remark; ALTER TABLE berth ADD COLUMN remark "
                 "VARCHAR(40) GENERATED ALWAYS AS (name || '!') VIRTUAL;"
               : "ALTER TABLE berth DROP COLUMN remark; ALTER TABLE berth ADD COLUMN remark "
                 "VARCHAR(40) GENERATED ALWAYS AS (upper(name)) STORED;");
    expectOne("editable_generated:berth.remark", Risks, "is given by the database");
}

TEST_P(Binding, ALookupWhoseColumnsAreGone) {
    change("ALTER TABLE quay DROP COLUMN name; ALTER TABLE quay RENAME COLUMN code TO sign;");
    const QStringList found = ids();
    EXPECT_TRUE(found.contains(name("lookup_target:berth.quay_id")))
        << qPrintable(found.join(u' '));
    ASSERT_TRUE(mendFindings(project, findings(), {name("lookup_target:berth.quay_id")}));
    EXPECT_EQ(field("quay_id").lookup.shownColumns, QStringList{name("sign")});
    EXPECT_FALSE(ids().contains(name("lookup_target:berth.quay_id")));
}

TEST_P(Binding, ALookupThatStoresNoKey) {
    field("state").shownAs = ShownAs::Lookup;
    field("state").lookup = {name("quay"), name("code"), {name("name")}};
    expectOne("lookup_target:berth.state", Risks, "is no key", false, false);
}

TEST_P(Binding, ADefaultAndAFormatThatDoNotFit) {
    field("depth").defaultValue = {FieldDefault::Kind::Fixed, name("deep")};
    expectOne("default_misfit:berth.depth", Risks, "“deep” cannot be a value");
    field("depth").format = name("d MMM");
    expectOne("format_misfit:berth.depth", Risks, "d MMM");
}

TEST_P(Binding, TwoFieldsOnOneColumn) {
    screen().fields += ScreenField{name("depth")};
    expectOne("column_twice:berth.depth", Breaks, "Two fields");
    EXPECT_NE(screen().field(name("depth")), nullptr);
}

TEST_P(Binding, ATableWithoutAKey) {
    change("DROP TABLE berth; CREATE TABLE berth (id INTEGER, name VARCHAR(20) NOT NULL, depth "
           "DECIMAL(5,2), quay_id INTEGER REFERENCES quay (id), since DATE, state VARCHAR(12), "
           "remark VARCHAR(40));");
    expectOne("no_key:berth", Risks, "neither a primary key", false, false);
}

TEST_P(Binding, LinksThatLeadNowhere) {
    screen().children = {RecordLink{name("gone"), {name("id")}, {name("berth_id")}}};
    expectOne("child_broken:berth.gone", Risks, "There is no screen “gone”.");
    RowAction action{RowAction::Kind::GoTo};
    action.link = {name("quay"), {name("quay_id")}, {name("number")}};
    screen().actions = {action};
    expectOne("action_broken:berth.quay", Breaks, "quay has no column number.");
    project.startScreen = name("nowhere");
    expectOne("start_screen", Risks, "nowhere");
}

TEST_P(Binding, ChecksThatNoLongerFit) {
    Check rule;
    rule.condition = name("depth > 0 OR state = 'shut'");
    project.checks[name("berth")].checks = {rule, range("40")};
    EXPECT_EQ(ids(), QStringList());
    change("ALTER TABLE berth RENAME COLUMN depth TO depths;");
    const QStringList found = ids();
    EXPECT_EQ(found, (QStringList{name("column_missing:berth.depth"),
                                  name("check_broken:berth.condition1"),
                                  name("check_broken:berth.range2")}));
    ASSERT_TRUE(mendFindings(project, findings(), found));
    EXPECT_EQ(ids(), QStringList());
    EXPECT_EQ(project.checks[name("berth")].checks[0].condition,
              name("depths > 0 OR state = 'shut'"));
    project.checks[name("jetty")].checks = {rule};
    expectOne("checks_lost:jetty", Risks, "jetty");
    Check reference;
    reference.kind = CheckKind::Reference;
    reference.column = name("state");
    reference.table = name("states");
    reference.target = name("word");
    project.checks[name("berth")].checks = {reference};
    expectOne("check_target:berth.state", Breaks, "There is no table states.", false, false);
}

TEST_P(Binding, ATagThatNoLongerFits) {
    project.checks[name("berth")].tags = {
        {name("depth > 10"), name("deep"), {}, {}},
        {name("state = 'shut'"), name("shut"), name("state"), {}}};
    EXPECT_EQ(ids(), QStringList());
    change("ALTER TABLE berth RENAME COLUMN depth TO depths;");
    ASSERT_TRUE(mendFindings(project, findings(), {name("column_missing:berth.depth")}));
    expectOne("tag_broken:berth.1", Risks, "“depths”");
}

TEST_P(Binding, ASelectThatNoLongerRuns) {
    project.sources = {{name("deep"), name("SELECT id, depth FROM berth"), name("berth")}};
    addGeneratedScreen(project, catalog(), *catalog().table(name("deep")), Arrangement::Grid);
    EXPECT_EQ(ids(), QStringList());
    change("ALTER TABLE berth DROP COLUMN depth;");
    EXPECT_TRUE(ids().contains(name("source_broken:deep")));
}

TEST_P(Binding, WhatTheStoredDataSays) {
    EXPECT_EQ(ids(true), QStringList());
    field("since").required = true;
    expectOne("required_broken:berth.since", Risks, "1 record without Since", true);
    field("state").shownAs = ShownAs::Choices;
    field("state").choices = {{name("open"), name("Open")}};
    expectOne("choices_broken:berth.state", Risks, "odd", true, false);
    field("state").shownAs = ShownAs::Text;
    project.checks[name("berth")].checks = {range("40")};
    expectOne("check_violated:berth.range1", Risks, "60.00", true, false);
    project.checks[name("berth")].checks = {range("60")};
    EXPECT_EQ(ids(true), QStringList());
}

TEST_P(Binding, AnAccountWithoutRights) {
    if (GetParam() == Engine::Sqlite)
        GTEST_SKIP() << "a file knows no accounts";
    Catalog now = catalog();
    for (Table& table : now.tables)
        table.rights = {table.name == u"quay", true, true};
    const Findings found = bindingFindings(project, now);
    ASSERT_EQ(found.size(), 1U);
    EXPECT_EQ(found.front().id(), name("rights_missing:berth"));
    ASSERT_TRUE(mendFindings(project, found, {found.front().id()}));
    EXPECT_FALSE(screen().allowed.insert);
    EXPECT_TRUE(bindingFindings(project, now).empty());
}

INSTANTIATE_TEST_SUITE_P(Engines, Binding,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
