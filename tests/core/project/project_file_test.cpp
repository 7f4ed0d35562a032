// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/person.h"
#include "core/project/project_file.h"

#include "core/fitting/binding.h"
#include "core/fitting/field_input.h"
#include "core/fitting/findings/binding_check.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/value/text_form.h"
#include "support/scratch.h"

#include <QFile>

using namespace gravin;
using namespace gravin::test;

namespace {

const QByteArray Full = R"({
  "gravin": 1,
  "name": "Tarn",
  "connection": {
    "database": "sqlite:harbour.db",
    "change_log": true,
    "copy_of": "office.db",
    "allow": [
      "insert",
      "update"
    ],
    "colour": "green"
  },
  "fields": {
    "aid": {
      "status": {
        "label": "Status",
        "shown_as": "choices",
        "required": true,
        "required_when": "depth > 3",
        "editable": "new",
        "editable_when": "status <> 'removed'",
        "help": "As the buoy is today",
        "default": {
          "value": "in service"
        },
        "hint": "as painted",
        "filled_with": "sector_id -> name",
        "stamped": {
          "when": "added",
          "with": "CURRENT_USER"
        },
        "choices": [
          {
            "stored": "in service",
            "label": "in service",
            "tint": 3
          }
        ],
        "later": [
          1,
          2
        ]
      },
      "sector_id": {
        "label": "Sector",
        "shown_as": "lookup",
        "editable": false,
        "default": {
          "from": "person"
        },
        "lookup": {
          "table": "sector",
          "stored": "id",
          "shown": "name",
          "sort": "name"
        }
      }
    }
  },
  "screens": [
    {
      "id": "aid",
      "label": "Aids",
      "group": "Afloat",
      "table": "aid",
      "arrangement": "grid-form",
      "fields": [
        {
          "column": "status",
          "visible": false,
          "width": 90,
          "frozen": true
        }
      ],
      "zoom": 2
    }
  ],
  "from the future": {
    "a": null
  }
}
)";

TEST(ProjectFile, GivesTheSameBytesAndKeepsWhatItDoesNotKnow) {
    const auto project = projectFromJson(Full);
    ASSERT_TRUE(project) << qPrintable(project.error().sentence);
    EXPECT_EQ(projectToJson(*project), Full);
    EXPECT_EQ(project->definition(QStringLiteral("aid"), QStringLiteral("sector_id"))
                  ->lookup.shownColumns.value(0),
              QStringLiteral("name"));
    EXPECT_EQ(project->screen(QStringLiteral("AIDS"))->id, QStringLiteral("aid"));
}

TEST(Defaults, NewRecordsBeginWithThem) {
    const ScratchDatabase database(QStringLiteral("CREATE TABLE visit (id INTEGER PRIMARY KEY, "
                                                  "on_day DATE, at TIMESTAMP, by_whom TEXT, hours "
                                                  "DECIMAL(4,1), note TEXT);"));
    const auto catalog = *database.open()->readCatalog();
    Project project;
    project.connection = database.spec();
    const QString id = addGeneratedScreen(project, catalog, *catalog.table(QStringLiteral("visit")),
                                          Arrangement::Grid);
    const auto bound = [&] { return *bindScreen(project, catalog, *project.screen(id)); };
    const auto set = [&](const char* column, const char* typed) {
        const QString name = QLatin1String(column);
        const auto standard =
            defaultFromText(*bound().field(name), *bound().table, QString::fromUtf8(typed));
        if (standard)
            project.definition(QStringLiteral("visit"), name)->defaultValue = *standard;
        return standard.ok();
    };
    EXPECT_TRUE(defaultsOf(bound()).isEmpty());
    EXPECT_TRUE(set("on_day", "Today"));
    EXPECT_TRUE(set("at", "now"));
    EXPECT_TRUE(set("by_whom", "person's name"));
    EXPECT_TRUE(set("hours", "1.5"));
    EXPECT_FALSE(set("hours", "1.55")) << "more digits than the column has";
    EXPECT_FALSE(set("id", "7")) << "the database gives it";
    EXPECT_FALSE(set("on_day", "person's name"));
    const auto values = defaultsOf(bound());
    EXPECT_EQ(values.size(), 4);
    EXPECT_EQ(values[QStringLiteral("on_day")], Value::date(QDate::currentDate()));
    EXPECT_EQ(values[QStringLiteral("at")].kind(), Value::Kind::Timestamp);
    EXPECT_EQ(values[QStringLiteral("by_whom")], Value::text(personName()));
    EXPECT_EQ(values[QStringLiteral("hours")], decimal("1.5"));
    EXPECT_EQ(defaultText(*bound().field(QStringLiteral("on_day"))), u"today");
    EXPECT_TRUE(set("on_day", "CURRENT_DATE + INTERVAL '7' DAY")) << "no date: an expression";
    EXPECT_TRUE(set("hours", "computed 3 / 2"));
    EXPECT_TRUE(set("note", "computed UPPER(by_whom) || ' at ' || CAST(on_day AS VARCHAR(20))"));
    EXPECT_FALSE(set("hours", "computed 'two'")) << "no number";
    EXPECT_FALSE(set("hours", "computed hour + 1")) << "no such column";
    const auto computed = defaultsOf(bound());
    EXPECT_EQ(computed[QStringLiteral("on_day")], Value::date(QDate::currentDate().addDays(7)));
    EXPECT_EQ(toText(computed[QStringLiteral("hours")], {}), QStringLiteral("1.5"));
    EXPECT_FALSE(computed.contains(QStringLiteral("note")))
        << "computed ones do not see each other";
    EXPECT_EQ(defaultText(*bound().field(QStringLiteral("hours"))), u"computed 3 / 2");
    EXPECT_TRUE(bindingFindings(project, catalog).empty());
    EXPECT_TRUE(*projectFromJson(projectToJson(project)) == project);
    project.definition(QStringLiteral("visit"), QStringLiteral("hours"))->defaultValue.text =
        QStringLiteral("gone + 1");
    ASSERT_EQ(bindingFindings(project, catalog).size(), 1U);
    EXPECT_EQ(bindingFindings(project, catalog).front().id(),
              QStringLiteral("default_misfit:visit.hours"));
    EXPECT_TRUE(set("on_day", " "));
    EXPECT_FALSE(defaultsOf(bound()).contains(QStringLiteral("on_day")));
}

// What was computed could not be edited before; now it would be another record's.
TEST(Editable, WhatIsComputedIsItOnlyWhereThatIsSaid) {
    const auto read = [](const char* more) {
        return *projectFromJson(QByteArray(R"({"gravin": 1, "name": "x",
            "connection": {"database": "sqlite:x.db"}, "screens": [], "fields": {"part": {
            "maker": {"label": "Maker")") +
                                more + R"(}, "code": {"label": "Code"}}},
            "computed": {"part": [{"name": "maker", "expression": "maker_id -> name"}]}})");
    };
    const auto editable = [](const Project& project, const char* column) {
        return project.definition(QStringLiteral("part"), QLatin1String(column))->editable;
    };
    const Project silent = read("");
    EXPECT_EQ(editable(silent, "maker"), Editable::Never);
    EXPECT_EQ(editable(silent, "code"), Editable::Always);
    const Project said = read(R"(, "editable": true)");
    EXPECT_EQ(editable(said, "maker"), Editable::Always);
    for (const Project& each : {silent, said})
        EXPECT_TRUE(*projectFromJson(projectToJson(each)) == each);
}

TEST(Editable, OnlyNewHoldsAtTheOneDoor) {
    const ScratchDatabase database(
        QStringLiteral("CREATE TABLE buoy (id INTEGER PRIMARY KEY, code TEXT);"));
    Project project;
    FieldDefinition code{QStringLiteral("code"), QStringLiteral("Code")};
    code.editable = Editable::OnlyNew;
    project.fields[QStringLiteral("buoy")] = {code};
    Desk desk(database, project);
    const FieldValues first{{QStringLiteral("code"), text("TB-1")}};
    ASSERT_TRUE(desk.write({Operation::Insert, QStringLiteral("buoy"), {}, {}, first}));
    const FieldValues second{{QStringLiteral("code"), text("TB-2")}};
    const auto refused =
        desk.write({Operation::Update, QStringLiteral("buoy"), key(1), {}, second});
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().problems.front().check, u"editable");
    EXPECT_EQ(refused.error().problems.front().field, u"code");
}

// A file cut anywhere is refused with words, never half read.
TEST(ProjectFile, RefusesAFileCutInHalf) {
    for (qsizetype length = 0; length < Full.size() - 2; ++length) {
        const auto project = projectFromJson(Full.left(length));
        ASSERT_FALSE(project) << length;
        ASSERT_EQ(project.error().kind, ErrorKind::Damaged);
        ASSERT_FALSE(project.error().sentence.isEmpty());
    }
}

TEST(ProjectFile, SaysWhereItIsWrong) {
    const std::pair<const char*, const char*> cases[] = {
        {"[]", "should be an object"},
        {"{}", "gravin"},
        {R"({"gravin": 3})", "newer"},
        {R"({"gravin": "1"})", "gravin"},
        {R"({"gravin": 1, "connection": {}})", "connection.database"},
        {R"({"gravin": 1, "connection": {"database": "paper:x"}})", "paper:x"},
        {R"({"gravin": 1, "connection": {"database": "sqlite:x"}, "screens": {}})", "screens"},
        {R"({"gravin": 1, "connection": {"database": "sqlite:x"}, "screens": [{"id": "a", "table": "t", "fields": [{"column": "c", "width": -1}]}]})",
         "width"},
        {R"({"gravin": 1, "connection": {"database": "sqlite:x"}, "checks": {"t": [{"check": "magic"}]}})",
         "magic"},
        {R"({"gravin": 1, "connection": {"database": "sqlite:x"}, "checks": {"t": [{"check": "range"}]}})",
         "checks.t.field"},
        {R"({"gravin": 1, "connection": {"database": "sqlite:x"}, "stages": {"t": [{"name": "x"}]}})",
         "stages.t.when"},
        {R"({"gravin": 1, "connection": {"database": "sqlite:x"}, "screens": [{"id": "a", "table": "t", "fields": []}, {"id": "a", "table": "t", "fields": []}]})",
         "id"},
        {R"({"gravin": 1, "connection": {"database": "sqlite:x"}, "fields": {"t": {"c": {"shown_as": "hologram"}}}})",
         "hologram"},
        {R"({"gravin": 1, "connection": {"database": "sqlite:x"}, "fields": {"t": {"c": {"editable": "old"}}}})",
         "editable"},
        {R"({"gravin": 1, "connection": {"database": "sqlite:x"}, "fields": {"t": {"c": {"default": {"from": "yesterday"}}}}})",
         "default"},
        {R"({"gravin": 1, "connection": {"database": "sqlite:x"}, "fields": {"t": {"c": {"stamped": {"when": "often", "with": "1"}}}}})",
         "when"},
        {R"({"gravin": 1, "connection": {"database": "sqlite:x"}, "fields": {"t": {"c": {"stamped": {"when": "added"}}}}})",
         "with"},
        {R"({"gravin": 1, "connection": {"database": "sqlite:x", "allow": ["drop"]}})", "allow"},
    };
    for (const auto& [json, word] : cases) {
        const auto project = projectFromJson(json);
        ASSERT_FALSE(project) << json;
        EXPECT_TRUE(project.error().sentence.contains(QLatin1String(word)))
            << qPrintable(project.error().sentence);
    }
    EXPECT_FALSE(projectFromJson(QByteArray(100'000, '[')));
}

TEST(ProjectFile, SavesBesideAndRenames) {
    QTemporaryDir folder;
    const QString path = folder.filePath(QStringLiteral("p.gravin"));
    Project project = *projectFromJson(Full);
    project.connection.path = folder.filePath(QStringLiteral("data/harbour.db"));
    ASSERT_TRUE(saveProject(project, path));
    QFile file(path);
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    EXPECT_TRUE(file.readAll().contains("sqlite:data/harbour.db"))
        << "relative to the project's folder";
    EXPECT_EQ(loadProject(path)->connection.path, project.connection.path);
    // A folder that is not there: refused, and what was there stays.
    EXPECT_EQ(
        saveProject(project, folder.filePath(QStringLiteral("no/such/p.gravin"))).error().kind,
        ErrorKind::File);
    EXPECT_EQ(loadProject(folder.filePath(QStringLiteral("none.gravin"))).error().kind,
              ErrorKind::File);
}

TEST(ScreenGenerator, MakesLabelsAPersonWouldSay) {
    const std::tuple<const char*, bool, const char*> cases[] = {
        {"light_character", false, "Light character"},
        {"sector_id", true, "Sector"},
        {"sector_id", false, "Sector id"},
        {"nextDue", false, "Next due"},
        {"id", true, "Id"},
        {"VAT_number", false, "VAT number"},
        {"灯", false, "灯"},
        {"_", false, "_"},
        {"  a  b ", false, "A b"}};
    for (const auto& [name, reference, label] : cases)
        EXPECT_EQ(labelFromName(QString::fromUtf8(name), reference), QString::fromUtf8(label))
            << name;
}

TEST(ScreenGenerator, TakesEditorsLookupsAndRequiredFromTheCatalog) {
    const ScratchDatabase database(
        QStringLiteral("CREATE TABLE sector (id INTEGER PRIMARY KEY, code TEXT, name TEXT);"
                       "CREATE TABLE aid (id INTEGER PRIMARY KEY, name VARCHAR(60) NOT NULL, "
                       "sector_id INTEGER NOT NULL REFERENCES sector, "
                       "lit BOOLEAN NOT NULL, due DATE, rate DECIMAL(8,2), photo BLOB, notes TEXT, "
                       "twice AS (rate * 2));"));
    const Catalog catalog = *database.open()->readCatalog();
    Project project;
    const Table& aid = *catalog.table(QStringLiteral("aid"));
    EXPECT_EQ(addGeneratedScreen(project, catalog, aid, Arrangement::GridForm),
              QStringLiteral("aid"));
    EXPECT_EQ(addGeneratedScreen(project, catalog, aid, Arrangement::Grid),
              QStringLiteral("aid-2"));
    const std::tuple<const char*, ShownAs, bool, bool> expected[] = {
        {"id", ShownAs::Number, false, false},      {"name", ShownAs::Text, true, true},
        {"sector_id", ShownAs::Lookup, true, true}, {"lit", ShownAs::YesNo, false, true},
        {"due", ShownAs::Date, false, true},        {"rate", ShownAs::Number, false, true},
        {"photo", ShownAs::Picture, false, true},   {"notes", ShownAs::LongText, false, true},
        {"twice", ShownAs::Text, false, false}};
    for (const auto& [column, shownAs, required, editable] : expected) {
        const FieldDefinition& field =
            *project.definition(QStringLiteral("aid"), QLatin1String(column));
        EXPECT_EQ(field.shownAs, shownAs) << column;
        EXPECT_EQ(field.required, required) << column;
        EXPECT_EQ(field.editable, editable ? Editable::Always : Editable::Never) << column;
    }
    const Lookup& lookup =
        project.definition(QStringLiteral("aid"), QStringLiteral("sector_id"))->lookup;
    EXPECT_EQ(lookup.storedColumn, QStringLiteral("id"));
    EXPECT_EQ(lookup.shownColumns.value(0), QStringLiteral("name"));
}

TEST(Binding, ListsColumnsThatAreGoneAndNamesRecords) {
    const ScratchDatabase database(
        QStringLiteral("CREATE TABLE t (a INTEGER, b INTEGER, name TEXT, PRIMARY KEY (a, b));"));
    const Catalog catalog = *database.open()->readCatalog();
    Project project;
    project.connection.changeLog = true;
    Screen screen{QStringLiteral("s"), QStringLiteral("S"), {}, QStringLiteral("t")};
    screen.fields = {{QStringLiteral("name")}, {QStringLiteral("gone")}};
    const auto bound = bindScreen(project, catalog, screen);
    ASSERT_TRUE(bound);
    EXPECT_EQ(bound->missingColumns, QStringList{QStringLiteral("gone")});
    EXPECT_TRUE(bound->readOnlyReason.isEmpty());
    EXPECT_EQ(bound->nameOf({Value::integer(1), Value::integer(2), text("Maid")}),
              QStringLiteral("Maid"));
    EXPECT_EQ(bound->nameOf({Value::integer(1), Value::integer(2), Value()}),
              QStringLiteral("1,2"));
    screen.table = QStringLiteral("nosuch");
    EXPECT_EQ(bindScreen(project, catalog, screen).error().kind, ErrorKind::NotFound);
}

TEST(FieldInput, TakesChoicesByLabelOrStoredValue) {
    BoundField field;
    field.column.type = {TypeKind::Integer};
    field.definition.shownAs = ShownAs::Choices;
    field.definition.choices = {{QStringLiteral("1"), QStringLiteral("low")},
                                {QStringLiteral("2"), QStringLiteral("high")}};
    EXPECT_EQ(*inputValue(field, QStringLiteral("HIGH")), Value::integer(2));
    EXPECT_EQ(*inputValue(field, QStringLiteral("1")), Value::integer(1));
    EXPECT_FALSE(inputValue(field, QStringLiteral("3")));
    EXPECT_TRUE(inputValue(field, {})->isNull());
    EXPECT_EQ(shownText(field, Value::integer(2)), QStringLiteral("high"));
    EXPECT_EQ(shownText(field, Value::integer(7)), QStringLiteral("7"));
}

} // namespace
