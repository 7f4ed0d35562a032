// SPDX-License-Identifier: GPL-3.0-or-later
// When a field can be edited and has to be filled in: asked by the one door and by the preview of a
// bulk update, the same on all three engines.
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/change_writer.h"
#include "core/changes/rollback.h"
#include "core/fitting/binding.h"
#include "core/fitting/findings/binding_check.h"
#include "core/fitting/query_source.h"
#include "core/project/field_conditions.h"
#include "core/records/drafts/draft_store.h"
#include "core/records/table_reader.h"
#include "support/engines.h"

namespace gravin::test {
namespace {

constexpr const char* BerthSchema = R"(
CREATE TABLE quay (id INTEGER NOT NULL PRIMARY KEY, state VARCHAR(10) NOT NULL);
INSERT INTO quay VALUES (1, 'open'), (2, 'shut');
CREATE TABLE berth (id INTEGER NOT NULL PRIMARY KEY, quay_id INTEGER, state VARCHAR(10), depth INTEGER, note VARCHAR(40),
                    FOREIGN KEY (quay_id) REFERENCES quay (id));
INSERT INTO berth VALUES (1, 1, 'open', 4, NULL), (2, 1, 'shut', 5, 'silt'), (3, 2, 'open', 6, NULL);
)";

class FieldConditions : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name(BerthSchema));
        state("state <> 'shut'", "state = 'shut'");
    }
    // When the depth can be edited, and the note has to be filled in.
    void state(const char* editable, const char* required) {
        FieldDefinition depth{name("depth"), name("Depth"), ShownAs::Number};
        depth.editableWhen = name(editable);
        FieldDefinition note{name("note"), name("Note")};
        note.requiredWhen = name(required);
        project.fields[name("berth")] = {depth, note};
        session = database->open();
        catalog = *catalogOf(*session, project);
    }
    WriteResult write(Operation operation, qint64 id, const FieldValues& after) {
        ChangeRequest request;
        request.person = name("tester");
        request.action = name("edit");
        request.edits = {{operation,
                          name("berth"),
                          operation == Operation::Insert ? Key() : key(id),
                          {},
                          after}};
        return ChangeWriter(*session, catalog, rulesOf(project, catalog)).write(request);
    }
    WriteResult update(qint64 id, const FieldValues& after) {
        return write(Operation::Update, id, after);
    }
    static QStringList checksOf(const WriteResult& result) {
        QStringList checks;
        for (const Problem& problem : result ? std::vector<Problem>() : result.error().problems)
            checks += problem.field + u' ' + problem.check;
        return checks;
    }
    static Value text(const char* words) { return Value::text(name(words)); }
    static Value number(qint64 value) { return Value::integer(value); }

    Project project;
    std::unique_ptr<Session> session;
    Catalog catalog;
};

TEST_P(FieldConditions, AFieldIsEditedOnlyWhileItsConditionWasOrIsTrue) {
    EXPECT_TRUE(update(1, {{name("depth"), number(7)}}));
    const auto refused = update(2, {{name("depth"), number(7)}});
    EXPECT_EQ(checksOf(refused), QStringList{name("depth editable")});
    ASSERT_FALSE(refused);
    EXPECT_TRUE(refused.error().problems[0].message.contains(u"state <> 'shut'"));
    // Opened with the same change, or shut with it: both were to be edited when it was typed.
    EXPECT_TRUE(update(2, {{name("depth"), number(7)}, {name("state"), text("open")}}));
    EXPECT_TRUE(update(
        1,
        {{name("depth"), number(8)}, {name("state"), text("shut")}, {name("note"), text("done")}}));
    // Unknown is not true.
    EXPECT_TRUE(update(3, {{name("state"), Value::null()}}));
    EXPECT_EQ(checksOf(update(3, {{name("depth"), number(9)}})),
              QStringList{name("depth editable")});
    EXPECT_TRUE(update(3, {{name("note"), text("other fields are free")}}));
}

TEST_P(FieldConditions, ANewRecordIsAskedAsItWillBe) {
    EXPECT_TRUE(write(
        Operation::Insert, 0,
        {{name("id"), number(4)}, {name("state"), text("open")}, {name("depth"), number(1)}}));
    EXPECT_EQ(checksOf(write(Operation::Insert, 0,
                             {{name("id"), number(5)},
                              {name("state"), text("shut")},
                              {name("note"), text("n")},
                              {name("depth"), number(1)}})),
              QStringList{name("depth editable")});
}

TEST_P(FieldConditions, AFieldIsRequiredWhileItsConditionIsTrue) {
    EXPECT_EQ(checksOf(update(1, {{name("state"), text("shut")}})),
              QStringList{name("note required")});
    EXPECT_EQ(checksOf(update(2, {{name("note"), text("  ")}})), QStringList{name("note required")})
        << "blanks are nothing";
    EXPECT_TRUE(update(1, {{name("state"), text("shut")}, {name("note"), text("full")}}));
    EXPECT_TRUE(update(1, {{name("state"), text("open")}, {name("note"), Value::null()}}));
}

TEST_P(FieldConditions, ConditionsFollowReferences) {
    state("quay_id -> state = 'open'", "quay_id -> state = 'shut'");
    EXPECT_TRUE(update(1, {{name("depth"), number(7)}}));
    EXPECT_EQ(checksOf(update(3, {{name("depth"), number(7)}})),
              (QStringList{name("depth editable")}));
    EXPECT_EQ(checksOf(update(1, {{name("quay_id"), number(2)}})),
              QStringList{name("note required")});
    EXPECT_TRUE(update(3, {{name("depth"), number(7)}, {name("quay_id"), number(1)}}))
        << "the new quay is open";
}

TEST_P(FieldConditions, ARollbackRestoresAllTheSame) {
    const auto changed = update(
        1, {{name("depth"), number(7)}, {name("state"), text("shut")}, {name("note"), text("n")}});
    ASSERT_TRUE(changed);
    ASSERT_TRUE(update(1, {{name("note"), text("later")}}));
    ASSERT_TRUE(update(1, {{name("note"), text("n")}}));
    const auto plan = planRollback(*session, catalog, changed->id);
    ASSERT_TRUE(plan) << qPrintable(plan.error().sentence);
    const auto request = rollbackRequest(*plan, {});
    ASSERT_TRUE(request);
    EXPECT_TRUE(ChangeWriter(*session, catalog, rulesOf(project, catalog)).write(*request));
}

TEST_P(FieldConditions, ABulkUpdateSaysBeforeWhatItMayNotChange) {
    BulkValues values;
    values.put = {{name("depth"), number(1)}};
    const auto table = std::make_shared<const Table>(*catalog.table(name("berth")));
    const auto preview = previewBulkUpdate(
        *session, table, rulesOf(project, catalog).value(name("berth")), {}, values);
    ASSERT_TRUE(preview) << qPrintable(preview.error().sentence);
    EXPECT_EQ(preview->changing.size(), 3);
    EXPECT_EQ(preview->refused, 1);
    ASSERT_EQ(preview->problems.size(), 1U);
    EXPECT_EQ(preview->problems[0].check, u"editable");
}

// A SELECT has its columns elsewhere than its table: the condition is asked of the right ones, by
// the draft and by the door.
TEST_P(FieldConditions, AScreenOverASelectAsksTheSame) {
    project.sources = {
        {name("seen"), name("SELECT note, depth, state, id FROM berth"), name("berth")}};
    Screen screen;
    screen.id = screen.label = screen.table = name("seen");
    screen.fields = {ScreenField{name("depth")}, ScreenField{name("state")}};
    project.screens = {screen};
    project.connection = database->spec();
    project.connection.changeLog = true;
    catalog = *catalogOf(*session, project);
    const auto bound = bindScreen(project, catalog, screen);
    ASSERT_TRUE(bound) << qPrintable(bound.error().sentence);
    const RuleBook rules = rulesOf(project, catalog);
    for (const qint64 id : {1, 2}) {
        const auto record = TableReader(*session, *bound->table).record(key(id));
        ASSERT_TRUE(record && *record);
        DraftStore drafts(bound->table);
        drafts.setValue({key(id), 0}, &**record, bound->table->indexOf(name("depth")), number(9));
        const auto problems = drafts.problems({key(id), 0}, rules.value(name("seen")));
        EXPECT_EQ(problems.size(), id == 2 ? 1U : 0U) << id;
        ChangeRequest request;
        request.person = name("tester");
        request.action = name("edit");
        request.screenRules = screenRulesOf(*bound);
        request.edits = {
            {Operation::Update, name("berth"), key(id), {}, {{name("depth"), number(9)}}}};
        const auto written = ChangeWriter(*session, catalog, rules).write(request);
        EXPECT_EQ(checksOf(written), id == 2 ? QStringList{name("depth editable")} : QStringList());
        EXPECT_EQ(written.ok(), id == 1)
            << qPrintable(written ? QString() : written.error().error.sentence);
    }
}

TEST_P(FieldConditions, WhatDoesNotFitIsFoundAndMended) {
    state("stat = 1", "depth + 1");
    Screen screen;
    screen.id = screen.label = screen.table = name("berth");
    ScreenField depth{name("depth")};
    depth.visibleWhen = name("depth IS NULL");
    screen.fields = {depth, ScreenField{name("note")}};
    project.screens = {screen};
    const Findings findings = bindingFindings(project, catalog);
    QStringList causes;
    for (const Finding& finding : findings) {
        if (finding.kind.endsWith(u"_when_broken"))
            causes += finding.cause;
    }
    EXPECT_EQ(causes.size(), 3) << qPrintable(causes.join(u'\n'));
    for (const Finding& finding : findings) {
        if (finding.kind.endsWith(u"_when_broken"))
            finding.apply(project);
    }
    EXPECT_EQ(project.fields[name("berth")][0].editableWhen, QString());
    EXPECT_EQ(project.fields[name("berth")][1].requiredWhen, QString());
    EXPECT_EQ(project.screens[0].fields[0].visibleWhen, QString());
    // A rule that cannot be asked stops nothing meanwhile; the binding check has said so.
    EXPECT_TRUE(update(1, {{name("depth"), number(2)}}));
}

TEST_P(FieldConditions, UsualOnesArePickedFromWhatIsKnown) {
    FieldDefinition chosen{name("state"), name("State"), ShownAs::Choices};
    chosen.choices = {{name("open"), name("Open")}, {name("shut"), name("Shut")}};
    project.fields[name("berth")] += chosen;
    project.checks[name("berth")].stages = {{name("deep"), name("depth > 5")}};
    EXPECT_EQ(usualConditions(project, *catalog.table(name("berth")), name("note")),
              (QStringList{name("depth > 5"), name("state = 'open'"), name("state = 'shut'")}));
    EXPECT_EQ(usualConditions(project, *catalog.table(name("berth")), name("depth")),
              (QStringList{name("state = 'open'"), name("state = 'shut'")}))
        << "none that reads the field itself";
}

INSTANTIATE_TEST_SUITE_P(Engines, FieldConditions,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
