// SPDX-License-Identifier: GPL-3.0-or-later
// A window of somebody whose roles do not let them do everything, and the page where roles are
// made.
#include "app/build/roles_dialog.h"
#include "app/commands/command_list.h"
#include "app/shell/screen_list.h"
#include "core/base/person.h"
#include "core/project/project_file.h"
#include "support/text.h"
#include "whole_example.h"

#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QTableWidget>
#include <QTreeView>

using namespace gravin;
using namespace gravin::test;

namespace {

class RolesInTheWindow : public OpenDemonstration {
protected:
    // Opens the demonstration as somebody with this role.
    void openWith(const Role& role) {
        const QString file = workspace().document()->file();
        closeWindow();
        auto project = loadProject(file);
        ASSERT_TRUE(project);
        project->roles = {role, {name("developer"), {name("somebody-else")}, Acts::all()}};
        ASSERT_TRUE(saveProject(*project, file));
        open(file);
    }
    static Role role(const QList<Act>& may) {
        Role made{name("clerk"), {personName()}};
        for (const Act act : may)
            made.may.set(act, true);
        return made;
    }
    QString reasonOf(const char* command) {
        return window().commands()->reasonAgainst(QLatin1String(command));
    }
    QStringList shelf() {
        QStringList labels;
        const auto* list = window().findChild<ScreenList*>();
        for (int row = 0; row < list->count(); ++row) {
            if (list->item(row)->flags() & Qt::ItemIsSelectable)
                labels += list->item(row)->text();
        }
        return labels;
    }
};

TEST_F(RolesInTheWindow, CommandsSayWhatTheRoleDoesNotAllow) {
    openWith(role({Act::Open, Act::Change}));
    for (const char* command :
         {"new-record", "delete", "bulk-update", "export", "print", "import", "change-log",
          "record-history", "start-trial", "switch", "new-screens", "roles", "project-settings",
          "save-project", "other-database"})
        EXPECT_TRUE(reasonOf(command).contains(name("your role"))) << command;
    EXPECT_EQ(reasonOf("filter"), QString());
    window().commands()->run(name("switch"));
    EXPECT_FALSE(window().isBuild());
    typeIn(0, "name", "Renamed");
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(noticed("Saved"));
}

TEST_F(RolesInTheWindow, OnlyScreensThatAreOpenStandOnTheShelf) {
    const QString shown = workspace().project().screens.at(1).id;
    const QString label = workspace().project().screens.at(1).label;
    ASSERT_GT(shelf().size(), 2);
    Role only = role({});
    only.screens = {{shown}};
    only.screens[0].may.emplace().set(Act::Open, true);
    openWith(only);
    EXPECT_EQ(shelf(), QStringList{label});
    EXPECT_EQ(page()->screenId(), shown);
}

TEST_F(RolesInTheWindow, RecordsOfOthersAreNowhere) {
    const int all = grid()->gridModel()->rowCount();
    Role only = role({Act::Open, Act::Change});
    only.records = {{name("aid"), name("id <= 7")}};
    openWith(only);
    EXPECT_TRUE(Driver::until([this] { return grid()->gridModel()->rowCount() == 7; }));
    EXPECT_GT(all, 7);
    // Nor does a lookup offer them, or show what another record refers to.
    window().showScreen(name("defect"));
    ASSERT_TRUE(
        Driver::until([this] { return areRowsRead() && grid()->gridModel()->rowCount() > 7; }));
    Driver::click(name("list:aid_id"), form());
    QWidget* offered = Driver::find(name("lookup-list"));
    ASSERT_NE(offered, nullptr);
    const auto* list = offered->findChild<QTreeView*>();
    EXPECT_TRUE(Driver::until([list] { return list->model()->rowCount() > 0; }));
    Driver::settle(300);
    EXPECT_EQ(list->model()->rowCount(), 7);
}

// By keys and clicks on the page: the first role is one's own, another is limited.
TEST_F(RolesInTheWindow, RolesAreMadeInBuild) {
    window().commands()->run(name("roles"));
    auto* dialog = window().findChild<RolesDialog*>();
    ASSERT_TRUE(Driver::until([&] { return dialog && dialog->isVisible(); }));
    Driver::click(name("add-role"), dialog);
    ASSERT_EQ(workspace().project().roles.size(), 1);
    EXPECT_EQ(workspace().project().roles[0].members, QStringList{personName()});
    EXPECT_TRUE(workspace().project().roles[0].may == Acts::all());
    // Taking it away again would lock its maker out only if others had roles; so it may go.
    Driver::click(name("add-role"), dialog);
    ASSERT_EQ(workspace().project().roles.size(), 2);
    Driver::type(name("clerk"));
    Driver::key(Qt::Key_Tab);
    Driver::type(name("anna, bo"));
    Driver::key(Qt::Key_Tab);
    const auto clerk = [this] { return workspace().project().roles[1]; };
    EXPECT_EQ(clerk().name, name("clerk"));
    EXPECT_EQ(clerk().members, (QStringList{name("anna"), name("bo")}));
    EXPECT_FALSE(clerk().may.has(Act::Delete));
    auto* acts = dialog->findChild<QTableWidget*>(name("role-acts"));
    acts->setCurrentCell(static_cast<int>(Act::Delete) + 1, 0);
    acts->setFocus();
    Driver::key(Qt::Key_Space);
    EXPECT_TRUE(clerk().may.has(Act::Delete));
    // A screen of its own.
    acts->setCurrentCell(0, 1);
    Driver::key(Qt::Key_Space);
    ASSERT_EQ(clerk().screens.size(), 1);
    acts->setCurrentCell(static_cast<int>(Act::Delete) + 1, 1);
    Driver::key(Qt::Key_Space);
    EXPECT_FALSE(clerk().mayOn(clerk().screens[0].screen, Act::Delete));
    EXPECT_TRUE(clerk().mayOn(name("another"), Act::Delete));
    // Nobody locks themselves out.
    dialog->findChild<QListWidget*>(name("roles-list"))->setCurrentRow(0);
    acts->setCurrentCell(static_cast<int>(Act::Build) + 1, 0);
    acts->setFocus();
    Driver::key(Qt::Key_Space);
    EXPECT_TRUE(workspace().project().roles[0].may.has(Act::Build));
    EXPECT_TRUE(dialog->findChild<QLabel*>(name("roles-reason"))->text().contains(name("build")));
    // A condition that the database cannot ask is said at once.
    auto* records = dialog->findChild<QTableWidget*>(name("role-records"));
    records->item(0, 1)->setText(name("nosuch = 1"));
    EXPECT_TRUE(workspace().project().roles[0].records.isEmpty());
    EXPECT_FALSE(dialog->findChild<QLabel*>(name("roles-reason"))->text().isEmpty());
    dialog->findChild<QListWidget*>(name("roles-list"))->setCurrentRow(1);
    Driver::settle();
    workspace().document()->undoStack()->undo();
    EXPECT_TRUE(clerk().mayOn(clerk().screens[0].screen, Act::Delete));
    dialog->close();
}

// What is being typed there must not be taken by a page that is half gone.
TEST_F(RolesInTheWindow, TheProjectIsLeftWhileOneTypesThere) {
    window().commands()->run(name("roles"));
    auto* dialog = window().findChild<RolesDialog*>();
    ASSERT_TRUE(Driver::until([&] { return dialog && dialog->isVisible(); }));
    Driver::click(name("add-role"), dialog);
    Driver::type(name("half a na"));
    closeWindow();
}

} // namespace
