// SPDX-License-Identifier: GPL-3.0-or-later
// Who may do what, by the roles that a project has and the accounts that have them.
#include "core/project/standing.h"

#include "core/project/project_json.h"

#include "support/text.h"

#include <gtest/gtest.h>

using namespace gravin;
using namespace gravin::test;

namespace {

Acts acts(const QList<Act>& all) {
    Acts set;
    for (const Act act : all)
        set.set(act, true);
    return set;
}

Project withRoles() {
    Project project;
    project.connection = {Engine::Sqlite, name("/x.db")};
    for (const char* id : {"aid", "visit", "order"}) {
        Screen screen;
        screen.id = screen.label = screen.table = name(id);
        project.screens += screen;
    }
    Role clerk{name("clerk"), {name("anna"), name("office")}, acts({Act::Open, Act::Change})};
    clerk.screens = {{name("visit"), acts({Act::Open, Act::Add, Act::RollBackAll})},
                     {name("order"), Acts()}};
    clerk.screens[0].locked = {name("report")};
    clerk.screens[0].hidden = {name("cost")};
    clerk.records = {{name("aid"), name("sector = 'N'")}};
    Role keeper{name("keeper"), {name("keepers")}, acts({Act::Open})};
    keeper.records = {{name("aid"), name("sector = 'S'")}};
    Role developer{name("developer"), {name("dora")}, Acts::all()};
    project.roles = {clerk, keeper, developer};
    return project;
}

Standing standingOf(const char* account, const QStringList& memberships = {}) {
    Catalog catalog;
    catalog.account = name(account);
    catalog.memberships = memberships;
    return Standing::of(withRoles(), catalog);
}

TEST(Standing, WithoutRolesEverybodyMayDoEverything) {
    const Standing standing = Standing::of(Project(), Catalog());
    EXPECT_FALSE(standing.isLimited());
    for (const Act act : allActs()) {
        EXPECT_TRUE(standing.may(act));
        EXPECT_TRUE(standing.may(act, name("whatever")));
        EXPECT_EQ(standing.reasonAgainst(act, name("whatever")), QString());
    }
    EXPECT_EQ(standing.recordsOf(name("aid")), QString());
}

TEST(Standing, WhoHasNoRoleMayDoNothingAndIsToldSo) {
    const Standing standing = standingOf("stranger");
    for (const Act act : allActs())
        EXPECT_FALSE(standing.may(act, isOfScreens(act) ? name("aid") : QString()));
    EXPECT_TRUE(standing.reasonAgainst(Act::Open, name("aid")).contains(name("stranger")));
}

TEST(Standing, AScreenMaySayOtherwise) {
    const Standing anna = standingOf("anna");
    EXPECT_EQ(anna.roles(), QStringList{name("clerk")});
    EXPECT_TRUE(anna.may(Act::Change, name("aid")));
    EXPECT_FALSE(anna.may(Act::Add, name("aid")));
    EXPECT_FALSE(anna.may(Act::Change, name("visit"))) << "its own list stands alone";
    EXPECT_TRUE(anna.may(Act::Add, name("visit")));
    EXPECT_FALSE(anna.may(Act::Open, name("order")));
    EXPECT_TRUE(anna.may(Act::RollBackOwn, name("visit"))) << "all changes are also one's own";
    EXPECT_FALSE(anna.may(Act::Build));
    EXPECT_FALSE(anna.may(Act::Open, name("no such screen"))) << "that is for who builds";
    EXPECT_TRUE(standingOf("dora").may(Act::Open, name("no such screen")));
}

TEST(Standing, MembershipsCountAndSeveralRolesAddUp) {
    EXPECT_EQ(standingOf("bo", {name("office")}).roles(), QStringList{name("clerk")});
    const Standing both = standingOf("anna", {name("keepers")});
    EXPECT_TRUE(both.may(Act::Open, name("order"))) << "as a keeper";
    EXPECT_TRUE(both.may(Act::Change, name("aid"))) << "as a clerk";
    EXPECT_FALSE(both.isHidden(name("visit"), name("cost"))) << "a keeper sees it";
    EXPECT_TRUE(standingOf("anna").isHidden(name("visit"), name("cost")));
    EXPECT_TRUE(standingOf("anna").isLocked(name("visit"), name("report")));
    EXPECT_FALSE(standingOf("anna").isLocked(name("visit"), name("cost")));
}

TEST(Standing, ConditionsOfSeveralRolesAreEither) {
    EXPECT_EQ(standingOf("anna").recordsOf(name("aid")), name("sector = 'N'"));
    EXPECT_EQ(standingOf("anna", {name("keepers")}).recordsOf(name("aid")),
              name("(sector = 'N') OR (sector = 'S')"));
    EXPECT_EQ(standingOf("anna", {name("dora")}).recordsOf(name("aid")), QString())
        << "who sees all of them as somebody else sees all";
    EXPECT_EQ(standingOf("anna").recordsOf(name("visit")), QString());
}

TEST(Standing, RolesAreKeptInTheProjectsFile) {
    const Project project = withRoles();
    const QByteArray json = projectToJson(project);
    EXPECT_TRUE(json.contains("\"gravin\": 2")) << "an older program must not pass over them";
    const auto again = projectFromJson(json);
    ASSERT_TRUE(again) << qPrintable(again.error().sentence);
    EXPECT_EQ(again->roles, project.roles);
    EXPECT_EQ(projectToJson(*again), json);
    Project without = project;
    without.roles.clear();
    EXPECT_TRUE(projectToJson(without).contains("\"gravin\": 1"));
}

TEST(Standing, AWordThatIsNotKnownIsRefused) {
    const auto withWord = [](const char* role) {
        return projectFromJson(QByteArray(R"({"gravin": 2, "connection": {"database": "sqlite:x"},)"
                                          R"("roles": [)") +
                               role + "]}");
    };
    EXPECT_TRUE(withWord(R"({"name": "a", "members": ["*"], "may": ["open"]})"));
    EXPECT_FALSE(withWord(R"({"name": "a", "may": ["opne"]})"));
    EXPECT_FALSE(withWord(R"({"name": "a", "may": "open"})"));
    EXPECT_FALSE(withWord(R"({"may": ["open"]})"));
    EXPECT_FALSE(withWord(R"({"name": "a", "screens": [{"screen": "s", "may": ["build"]}]})"));
    EXPECT_FALSE(withWord(R"({"name": "a", "screens": [{"screen": "s"}, {"screen": "s"}]})"));
    EXPECT_FALSE(withWord(R"({"name": "a"}, {"name": "a"})"));
}

} // namespace
