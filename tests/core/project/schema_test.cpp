// SPDX-License-Identifier: GPL-3.0-or-later
// What is written fits the schema that is published, and what does not fit is found by it.
#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_json.h"
#include "support/scratch.h"
#include "support/text.h"

#include <QFile>
#include <QProcess>

using namespace gravin;
using namespace gravin::test;

namespace {

class SchemaTest : public ::testing::Test {
protected:
    // Empty: it fits. Else what the validator says.
    QString misfit(const QByteArray& json) {
        QFile file(m_folder.filePath(name("project.gravin")));
        EXPECT_TRUE(file.open(QIODevice::WriteOnly));
        file.write(json);
        file.close();
        QProcess validator;
        validator.start(name("python3"),
                        {name("-c"),
                         name("import json, sys, jsonschema\n"
                              "schema, project = (json.load(open(path)) for path in sys.argv[1:])\n"
                              "jsonschema.validate(project, schema)"),
                         name(DOCS "/project-file.schema.json"), file.fileName()});
        EXPECT_TRUE(validator.waitForFinished(30'000));
        return validator.exitCode() == 0 ? QString()
                                         : QString::fromUtf8(validator.readAllStandardError());
    }

    // With every arrangement, editor kind, check kind and setting.
    static Project everything() {
        const ScratchDatabase database(
            name("CREATE TABLE aid (id INTEGER PRIMARY KEY, name TEXT NOT NULL, kind TEXT, depth "
                 "NUMERIC, on_day DATE, photo BLOB);"
                 "CREATE TABLE visit (id INTEGER PRIMARY KEY, aid_id INTEGER REFERENCES aid (id), "
                 "hours NUMERIC);"));
        const Catalog catalog = *database.open()->readCatalog();
        Project project;
        project.name = name("Everything");
        project.connection = database.spec();
        project.connection.timeLimit = 30;
        project.connection.mayTrim = true;
        project.connection.allowed.remove = false;
        for (const Arrangement arrangement : allArrangements())
            addGeneratedScreen(project, catalog, *catalog.table(name("aid")), arrangement);
        addGeneratedScreen(project, catalog, *catalog.table(name("visit")), Arrangement::GridForm);
        project.startScreen = project.screens.front().id;
        project.locale = QStringLiteral("en-GB");
        for (const ShownAs shownAs : allShownAs()) {
            FieldDefinition field{shownAsName(shownAs), shownAsLabel(shownAs)};
            field.shownAs = shownAs;
            field.required = true;
            field.editable = Editable::OnlyNew;
            field.requiredWhen = name("depth > 1");
            field.editableWhen = name("kind IS NULL");
            field.help = name("Help");
            field.mask = shownAs == ShownAs::MaskedText ? name("AA-999") : QString();
            field.alignment = Alignment::Centre;
            if (picksFromChoices(shownAs))
                field.choices = {{name("a"), name("A"), name("#1F6F66")}};
            if (shownAs == ShownAs::Lookup)
                field.lookup = {name("aid"),  name("id"), {name("name")},
                                name("name"), true,       {{name("kind"), name("buoy")}}};
            field.defaultValue = {FieldDefault::Kind::Fixed, name("1")};
            project.fields[name("aid")] += field;
        }
        TableChecks& checks = project.checks[name("aid")];
        for (const CheckKind kind : allCheckKinds()) {
            Check check;
            check.kind = kind;
            check.column = name("name");
            check.least = name("1");
            check.most = name("9");
            check.shortest = 1;
            check.longest = 40;
            check.pattern = name("[A-Z].*");
            check.values = {name("a"), name("b")};
            check.with = {name("kind")};
            check.table = name("visit");
            check.target = name("id");
            check.condition = name("depth > 0");
            check.message = name("No.");
            check.severity = Severity::Warn;
            check.stages = {name("ready")};
            check.inRuns = InRuns::LeaveOut;
            checks.checks += check;
        }
        checks.stages = {{name("ready"), name("depth > 0")}};
        checks.tags = {{name("depth > 5"), name("deep"), name("depth"), name("#A3263B")}};
        project.computed[name("visit")] = {{name("cost"), name("hours * 10")}};
        project.sources = {{name("deep"),
                            name("SELECT id, name FROM aid WHERE id > :least"),
                            name("aid"),
                            {{name("least"), TypeKind::Integer, name("At least"), name("1")}}}};
        project.viewKeys = {{name("due"), {name("id")}}};
        project.writtenThrough[name("visit")] = {
            {Operation::Update, {name("visit_change"), {{name("p_id"), name("id")}}}},
            {Operation::Delete, {name("visit_delete"), {}}}};
        Screen& screen = project.screens.front();
        screen.group = name("Afloat");
        screen.afterSaving = AfterSaving::NewRecord;
        screen.runAfterSaving = name("Close");
        screen.savesItself = SavesItself::AfterField;
        screen.rowHeight = RowHeight::Tall;
        screen.list.filters = {{name("kind"), name("Kind is buoy"), name("kind = 'buoy'"), true}};
        screen.list.sort = {{name("name"), true}, {name("id")}};
        screen.list.groupedBy = {name("kind")};
        screen.list.hidden = {name("photo")};
        project.lists = {{name("Deep"), screen.id, screen.list}};
        project.lists.front().setUp.search = name("bell");
        project.cards = {{name("Cards"), screen.id, {{name("name")}, name("photo")}}};
        KeptImport import;
        import.name = name("Yard's list");
        import.screen = screen.id;
        import.columns = {{ name("Mark"), name("name") }};
        import.match = {name("name")};
        import.does = KeptImport::Does::ChangeOnly;
        import.missing = KeptImport::Missing::Deleted;
        import.makes = {name("kind")};
        import.locale = name("de");
        import.sheet = name("2026");
        import.separator = name(";");
        import.leavesOut = true;
        import.hasHeads = false;
        project.imports = {import};
        project.roles = {{name("clerk"), {name("*")}, Acts::all()}};
        project.roles[0].screens = {{name("aid"), Acts(), {name("kind")}, {name("depth")}}};
        project.roles[0].records = {{name("aid"), name("id > 1")}};
        ScreenAction action{name("Close"), ScreenAction::Place::Menu, name("Ctrl+Y"),
                            name("id > 1"), name("Sure?")};
        for (const auto does : allActionSteps()) {
            ActionStep step{does, {{name("kind"), name("'x'")}}};
            step.name = step.screen = step.where = step.text = name("x");
            step.columns = step.match = {name("id")};
            action.steps += step;
        }
        project.screens.front().ownActions = {action};
        screen.fields.front().visibleWhen = name("depth > 1");
        screen.fields.front().frozen = true;
        screen.fields.front().width = 120;
        return project;
    }

private:
    QTemporaryDir m_folder;
};

TEST_F(SchemaTest, EverythingThatCanBeWrittenFits) {
    const Project project = everything();
    const QByteArray json = projectToJson(project);
    EXPECT_EQ(misfit(json), QString());
    const auto read = projectFromJson(json);
    ASSERT_TRUE(read) << qPrintable(read.error().sentence);
    // Line by line, so that a failure says which.
    const QList<QByteArray> before = json.split('\n');
    const QList<QByteArray> after = projectToJson(*read).split('\n');
    for (qsizetype i = 0; i < std::min(before.size(), after.size()); ++i)
        ASSERT_EQ(after[i].toStdString(), before[i].toStdString()) << "in line " << i + 1;
    EXPECT_EQ(after.size(), before.size());
}

TEST_F(SchemaTest, AnEmptyProjectFits) {
    Project project;
    project.connection = ConnectionSpec{Engine::Sqlite, name("/tmp/none.db")};
    EXPECT_EQ(misfit(projectToJson(project)), QString());
}

TEST_F(SchemaTest, WhatNoProjectCanSayIsFound) {
    const QByteArray json = projectToJson(everything());
    ASSERT_TRUE(json.contains("\"long_text\""));
    EXPECT_NE(misfit(QByteArray(json).replace("\"long_text\"", "\"tall_text\"")), QString());
    EXPECT_NE(misfit(QByteArray(json).replace("\"time_limit\": 30", "\"time_limit\": \"soon\"")),
              QString());
    EXPECT_NE(misfit(QByteArray(json).replace("\"fixed\": true", "\"fixed\": \"yes\"")), QString());
    EXPECT_NE(misfit("{}"), QString());
}

} // namespace
