// SPDX-License-Identifier: GPL-3.0-or-later
// A screen is shown over another table: what fits stays, and what does not is said.
#include "core/fitting/table_switch.h"

#include "core/fitting/binding.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_catalog.h"
#include "support/scratch.h"
#include "support/text.h"

#include <gtest/gtest.h>

using namespace gravin;
using namespace gravin::test;

namespace {

class TableSwitchTest : public ::testing::Test {
protected:
    TableSwitchTest() {
        catalog = *database.open()->readCatalog();
        id = addGeneratedScreen(project, catalog, *catalog.table(name("boat")),
                                Arrangement::GridForm);
    }
    Screen& screen() { return *project.screenById(id); }
    FieldDefinition& field(const char* column) {
        return *project.definition(name("boat"), name(column));
    }
    TableSwitch switched(const char* table = "ship") {
        Catalog extended = catalog;
        extendCatalog(extended, project);
        return switchedTable(project, extended, id, name(table));
    }
    static bool says(const QStringList& sentences, const char* part) {
        return sentences.join(u'\n').contains(name(part));
    }

    ScratchDatabase database{QStringLiteral(
        "CREATE TABLE berth (id INTEGER PRIMARY KEY, name TEXT);"
        "CREATE TABLE boat (id INTEGER PRIMARY KEY, name TEXT, length NUMERIC, beam NUMERIC, "
        "kind TEXT, berth_id INTEGER REFERENCES berth (id));"
        // Another case, another type, one missing, some more.
        "CREATE TABLE ship (id INTEGER PRIMARY KEY, Name TEXT, length NUMERIC, beam NUMERIC, "
        "kind INTEGER, flag TEXT, owner TEXT);")};
    Catalog catalog;
    Project project;
    QString id;
};

TEST_F(TableSwitchTest, FieldsOfTheSameNameStayAndTheOthersAreNamed) {
    const TableSwitch plan = switched();
    const Screen& after = *plan.project.screenById(id);
    EXPECT_EQ(after.table, u"ship");
    QStringList columns;
    for (const ScreenField& each : after.fields)
        columns += each.column;
    EXPECT_EQ(columns,
              QStringList({name("id"), name("Name"), name("length"), name("beam"), name("kind")}));
    EXPECT_EQ(plan.kept.size(), 5);
    ASSERT_EQ(plan.lost.size(), 1);
    EXPECT_TRUE(says(plan.lost, "Berth: ship has no column berth_id"));
    EXPECT_TRUE(says(plan.notes, "2 columns")) << "flag and owner wait to be shown";
    EXPECT_TRUE(bindScreen(plan.project, catalog, after)->missingColumns.isEmpty());
}

TEST_F(TableSwitchTest, HowAFieldIsShownStaysWhereItsTypeIsTheSame) {
    field("length").label = name("Length over all");
    field("length").format = name("0.00 m");
    field("kind").label = name("Sort");
    field("kind").choices = {{name("t"), name("tug")}};
    field("kind").shownAs = ShownAs::Choices;
    const TableSwitch plan = switched();
    const FieldDefinition* length = plan.project.definition(name("ship"), name("length"));
    ASSERT_NE(length, nullptr);
    EXPECT_EQ(length->format, u"0.00 m");
    EXPECT_EQ(length->label, u"Length over all");
    const FieldDefinition* kind = plan.project.definition(name("ship"), name("kind"));
    ASSERT_NE(kind, nullptr);
    EXPECT_EQ(kind->label, u"Sort");
    EXPECT_TRUE(kind->choices.isEmpty());
    EXPECT_EQ(kind->shownAs, ShownAs::Number);
    EXPECT_TRUE(says(plan.notes, "Sort is")) << qPrintable(plan.notes.join(u'\n'));
}

TEST_F(TableSwitchTest, WhatTheOtherTableSaysOfItsFieldsIsNotTouched) {
    FieldDefinition own;
    own.column = name("length");
    own.label = name("Metres");
    project.fields[name("ship")] += own;
    EXPECT_EQ(switched().project.definition(name("ship"), name("length"))->label, u"Metres");
}

TEST_F(TableSwitchTest, ConditionsThatCannotBeAskedThereGoAndAreSaid) {
    field("beam").requiredWhen = name("berth_id IS NOT NULL");
    field("length").requiredWhen = name("beam > 2");
    screen().field(name("length"))->visibleWhen = name("berth_id = 1");
    const TableSwitch plan = switched();
    EXPECT_TRUE(plan.project.definition(name("ship"), name("beam"))->requiredWhen.isEmpty());
    EXPECT_EQ(plan.project.definition(name("ship"), name("length"))->requiredWhen, u"beam > 2");
    EXPECT_TRUE(plan.project.screenById(id)->field(name("length"))->visibleWhen.isEmpty());
    EXPECT_TRUE(says(plan.lost, "“berth_id IS NOT NULL”"));
    EXPECT_TRUE(says(plan.lost, "“berth_id = 1”"));
    EXPECT_EQ(plan.lost.size(), 3) << qPrintable(plan.lost.join(u'\n'));
}

TEST_F(TableSwitchTest, ComputedFieldsComeAlongWhereTheyCanBeComputed) {
    setComputed(project, name("boat"),
                {{name("area"), name("length * beam")}, {name("moored"), name("berth_id > 0")}});
    screen().fields += {ScreenField{name("area")}, ScreenField{name("moored")}};
    const TableSwitch plan = switched();
    ASSERT_EQ(plan.project.computed[name("ship")].size(), 1);
    EXPECT_EQ(plan.project.computed[name("ship")].front().name, u"area");
    const Screen& after = *plan.project.screenById(id);
    EXPECT_NE(after.field(name("area")), nullptr);
    EXPECT_EQ(after.field(name("moored")), nullptr);
    EXPECT_TRUE(says(plan.lost, "moored"));
    EXPECT_EQ(plan.project.computed[name("boat")], project.computed[name("boat")])
        << "other screens of the table keep them";
}

TEST_F(TableSwitchTest, ListsRunsAndLinksAreKeptAsFarAsTheyFit) {
    screen().list.filters = {{name("length"), name("long"), name("length > 10")},
                             {name("berth_id"), name("moored"), name("berth_id > 0")}};
    screen().list.sort = {{name("berth_id")}, {name("length")}};
    KeptBulkUpdate fits{name("measure"), id, name("beam > 1"), {}};
    fits.lines += {name("length"), KeptBulkUpdate::Line::Gets::Expression, name("length + 1")};
    KeptBulkUpdate unfit{name("move"), id, {}, {}};
    unfit.lines += {name("berth_id"), KeptBulkUpdate::Line::Gets::Value, name("1")};
    project.bulkUpdates = {fits, unfit};
    screen().actions = QList<RowAction>{
        {}, {RowAction::Kind::GoTo, {}, {name("berth"), {name("berth_id")}, {name("id")}, {}}, {}}};
    const TableSwitch plan = switched();
    const Screen& after = *plan.project.screenById(id);
    ASSERT_EQ(after.list.filters.size(), 1);
    EXPECT_EQ(after.list.filters.front().words, u"long");
    EXPECT_EQ(after.list.sort.size(), 1);
    ASSERT_EQ(plan.project.bulkUpdates.size(), 1);
    EXPECT_EQ(plan.project.bulkUpdates.front().name, u"measure");
    EXPECT_EQ(after.actions->size(), 1);
    for (const char* part : {"moored", "sorted", "“move”", "row action to berth"})
        EXPECT_TRUE(says(plan.lost, part)) << part << "\n" << qPrintable(plan.lost.join(u'\n'));
}

} // namespace
