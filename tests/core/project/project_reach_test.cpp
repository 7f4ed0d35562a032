// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project_reach.h"

#include "support/text.h"

#include <gtest/gtest.h>

#include <QTemporaryDir>

using namespace gravin;
using namespace gravin::test;

namespace {

Screen screenWith(const ActionStep& step) {
    Screen screen;
    screen.id = screen.label = name("Aids");
    screen.ownActions = {{name("do\u202Ethis"), ScreenAction::Place::Button, {}, {}, {}, {step}}};
    return screen;
}

TEST(ProjectReach, NamesTheDatabaseAndWhoComesToIt) {
    Project project;
    project.connection = *ConnectionSpec::fromUrl(name("postgresql://ida@harbour/tarn"));
    const QStringList reach = reachOf(project);
    ASSERT_EQ(reach.size(), 1);
    EXPECT_TRUE(reach[0].contains(name("harbour")));
    EXPECT_TRUE(reach[0].contains(name("ida")));
}

TEST(ProjectReach, NamesWhatActionsDo) {
    Project project;
    ActionStep link{ActionStep::Does::OpenLink};
    link.text = name("'https://x.test'");
    ActionStep print{ActionStep::Does::Print};
    print.text = name("/srv/out");
    const ActionStep set{ActionStep::Does::Set, {{name("a"), name("1")}}};
    project.screens = {screenWith(link)};
    EXPECT_TRUE(reachOf(project).join(u' ').contains(name("https://x.test")));
    // Marks that turn the text are shown as what they are.
    EXPECT_FALSE(reachOf(project).join(u' ').contains(QChar(0x202E)));
    project.screens = {screenWith(print)};
    EXPECT_TRUE(reachOf(project).join(u' ').contains(name("/srv/out")));
    project.screens = {screenWith(set)};
    EXPECT_EQ(reachOf(project).size(), 2);
    project.screens = {screenWith({ActionStep::Does::Next})};
    EXPECT_EQ(reachOf(project).size(), 1);
}

TEST(KnownProjectsTest, OnlyWhatIsNewIsUnknown) {
    QTemporaryDir folder;
    const KnownProjects known(folder.filePath(name("projects")));
    const QString file = folder.filePath(name("p.gravin"));
    EXPECT_EQ(known.unknownOf(file, {name("a"), name("b")}).size(), 2);
    ASSERT_TRUE(known.agree(file, {name("a"), name("b")}));
    EXPECT_TRUE(known.unknownOf(file, {name("b"), name("a")}).isEmpty());
    EXPECT_EQ(known.unknownOf(file, {name("a"), name("c")}), QStringList{name("c")});
    EXPECT_EQ(known.unknownOf(file + name("x"), {name("a")}).size(), 1);
}

} // namespace
