// SPDX-License-Identifier: GPL-3.0-or-later
// Actions of a screen: how their values are written, and how the project's file keeps them.
#include "core/project/screen_action.h"

#include "core/project/project_json.h"

#include "support/text.h"

#include <gtest/gtest.h>

using namespace gravin;
using namespace gravin::test;

namespace {

TEST(ScreenAction, ValuesAreWrittenAsPeopleWriteThem) {
    const auto values =
        assignmentsFrom(name(" status = 'a;b = c' ; on=CASE WHEN x = 1 THEN 2 END; "));
    ASSERT_TRUE(values);
    EXPECT_EQ(values->size(), 2);
    EXPECT_EQ(values->value(name("status")), name("'a;b = c'"));
    EXPECT_EQ(values->value(name("on")), name("CASE WHEN x = 1 THEN 2 END"));
    EXPECT_EQ(assignmentsFrom(assignmentsText(*values)), values);
    EXPECT_EQ(assignmentsFrom(name("  ")), (QMap<QString, QString>()));
    for (const char* bad : {"status", "= 1", "a =", "a = 1; a = 2"})
        EXPECT_FALSE(assignmentsFrom(name(bad))) << bad;
}

TEST(ScreenAction, IsKeptInTheProjectsFile) {
    Project project;
    project.connection = {Engine::Sqlite, name("/x.db")};
    Screen screen;
    screen.id = screen.label = screen.table = name("orders");
    ScreenAction action{name("Close"), ScreenAction::Place::Menu, name("Ctrl+Shift+K"),
                        name("closed_on IS NULL"), name("Close it?")};
    for (const auto does : allActionSteps()) {
        ActionStep step{does};
        step.values = {{name("status"), name("'closed'")}};
        step.columns = {name("id")};
        step.match = {name("order_id")};
        step.name = name("n");
        step.screen = name("s");
        step.where = name("w");
        step.text = name("t");
        action.steps += step;
    }
    screen.ownActions = {action, {name("Other")}};
    project.screens = {screen};
    const QByteArray json = projectToJson(project);
    const auto again = projectFromJson(json);
    ASSERT_TRUE(again) << qPrintable(again.error().sentence);
    EXPECT_EQ(again->screens[0].ownActions, screen.ownActions);
    EXPECT_EQ(projectToJson(*again), json);
}

TEST(ScreenAction, WhatIsNotKnownIsRefused) {
    const auto withActions = [](const char* actions) {
        return projectFromJson(
            QByteArray(R"({"gravin": 1, "connection": {"database": "sqlite:x"}, "screens": [{"id":)"
                       R"("s", "table": "t", "fields": [], "own_actions": [)") +
            actions + "]}]}");
    };
    EXPECT_TRUE(withActions(R"({"name": "a", "steps": [{"do": "next"}]})"));
    EXPECT_FALSE(withActions(R"({"name": "a", "steps": [{"do": "run a program"}]})"));
    EXPECT_FALSE(withActions(R"({"steps": []})"));
    EXPECT_FALSE(withActions(R"({"name": "a"}, {"name": "a"})"));
    EXPECT_FALSE(withActions(R"({"name": "a", "steps": [{"do": "go_to", "columns": ["x"]}]})"));
    EXPECT_FALSE(withActions(R"({"name": "a", "steps": [{"do": "set", "values": {"x": 1}}]})"));
}

} // namespace
