// SPDX-License-Identifier: GPL-3.0-or-later
// A project is given another database, after it was compared.
#include "app/connect/connection_page.h"
#include "app/fitting/repoint_panel.h"
#include "core/project/project_file.h"
#include "support/text.h"
#include "support/writes.h"
#include "whole_example.h"

#include <QAction>
#include <QFile>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTreeWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

class Repointed : public OpenDemonstration {
protected:
    QString other() const { return folder() + QStringLiteral("/second.db"); }
    RepointPanel* panel() { return window().findChild<RepointPanel*>(); }
    QPushButton* use() { return panel()->findChild<QPushButton*>(name("repoint-use")); }
    void compare() {
        for (QAction* action : window().actions()) {
            if (action->text() == name("Use another database…"))
                action->trigger();
        }
        auto* path = static_cast<QLineEdit*>(Driver::find(name("database-path")));
        ASSERT_NE(path, nullptr);
        Driver::click(path);
        path->selectAll();
        Driver::type(other());
        Driver::click(name("create-project"));
        ASSERT_TRUE(Driver::until([this] { return panel() && panel()->isVisible(); }));
        ASSERT_TRUE(Driver::until([this] {
            return !panel()
                        ->findChild<QLabel*>(name("repoint-summary"))
                        ->text()
                        .contains(name("Comparing"));
        }));
    }
    void runOnOther(const char* sql) {
        auto session = Session::open({Engine::Sqlite, other(), true}, Session::Access::ReadWrite);
        ASSERT_TRUE(session);
        ASSERT_TRUE(writerOf(*session).execute(name(sql)));
    }
};

TEST_F(Repointed, OneThatFitsIsUsed) {
    ASSERT_TRUE(writeDemonstrationDatabase(other()));
    runOnOther("UPDATE aid SET name = 'Second Maid' WHERE id = 1");
    const RecordId first = grid()->gridModel()->recordAt(0);
    workspace().records()->type(grid()->gridModel()->binding()->screen(), first,
                                *grid()->gridModel()->binding()->screen().field(name("name")),
                                name("Edited"));
    compare();
    EXPECT_FALSE(use()->isEnabled()) << "there is an unsaved edit";
    EXPECT_TRUE(use()->toolTip().contains(name("1 record is not saved")));
    workspace().records()->drafts(name("aid"))->discard(first);
    ASSERT_TRUE(Driver::until([this] { return use()->isEnabled(); }));
    EXPECT_EQ(use()->text(), name("Use this database"));
    Driver::click(name("repoint-ask"), panel());
    EXPECT_TRUE(Driver::until([this] {
        return panel()
            ->findChild<QLabel*>(name("repoint-summary"))
            ->text()
            .startsWith(name("The project fits its database."));
    }));
    Driver::click(use());
    ASSERT_TRUE(Driver::until([this] {
        return page() && grid()->model()->rowCount() > 0 && shown(0, "name") == name("Second Maid");
    }));
    EXPECT_EQ(loadProject(workspace().document()->file())->connection.path, other());
}

TEST_F(Repointed, WhatWouldNotWorkIsListedAndMayBeLeft) {
    ASSERT_TRUE(writeDemonstrationDatabase(other()));
    runOnOther("ALTER TABLE aid RENAME COLUMN notes TO remarks");
    runOnOther("DROP TABLE defect");
    const QString before = workspace().project().connection.path;
    compare();
    auto* list = panel()->findChild<QTreeWidget*>(name("findings"));
    EXPECT_GE(list->topLevelItemCount(), 2);
    EXPECT_TRUE(use()->text().contains(name("will not work"))) << qPrintable(use()->text());
    panel()->reject();
    EXPECT_TRUE(Driver::until([this] { return !panel(); }));
    Driver::click(name("cancel-connection"));
    Driver::settle();
    EXPECT_EQ(workspace().project().connection.path, before);
    EXPECT_EQ(shown(0, "name"), name("Old Maid"));
}

TEST_F(Repointed, OneThatCannotBeReadIsNotOffered) {
    QFile file(other());
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write("no database at all, but long enough to be looked at");
    file.close();
    compare();
    EXPECT_FALSE(use()->isEnabled());
    EXPECT_FALSE(use()->toolTip().isEmpty());
}

} // namespace
