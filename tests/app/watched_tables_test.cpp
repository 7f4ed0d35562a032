// SPDX-License-Identifier: GPL-3.0-or-later
// Tables of which the database keeps the log itself, on the real window.
#include "app/commands/command_list.h"
#include "app/history/change_log_panel.h"
#include "support/text.h"
#include "whole_example.h"

#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QTreeWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

class WatchedTablesWindow : public OpenDemonstration {
protected:
    QTreeWidget* openDialog() {
        window().commands()->run(name("watched-tables"));
        return qobject_cast<QTreeWidget*>(Driver::find(name("watched-list")));
    }
    static QTreeWidgetItem* itemOf(QTreeWidget* list, const char* table) {
        return list->findItems(name(table), Qt::MatchExactly).value(0);
    }
    static QString statements() {
        return qobject_cast<QPlainTextEdit*>(Driver::find(name("watched-statements")))
            ->toPlainText();
    }
    static bool canApply() {
        return Driver::until([] { return Driver::find(name("watched-apply"))->isEnabled(); });
    }
    QStringList logged() {
        QStringList cells;
        auto* list = window().changeLog()->findChild<QTableWidget*>(name("change-list"));
        for (int row = 0; row < list->rowCount(); ++row) {
            for (int column = 0; column < list->columnCount(); ++column)
                cells += list->item(row, column)->text();
        }
        return cells;
    }
};

TEST_F(WatchedTablesWindow, WhatAnotherProgramDoesIsFollowedAndLogged) {
    QTreeWidget* list = openDialog();
    ASSERT_NE(list, nullptr);
    EXPECT_FALSE(Driver::find(name("watched-apply"))->isEnabled());
    // By keys alone: to the table's line, and the blank bar.
    QTreeWidgetItem* aid = itemOf(list, "aid");
    ASSERT_NE(aid, nullptr);
    Driver::settle(200);
    list->setFocus();
    list->setCurrentItem(aid);
    Driver::key(Qt::Key_Space);
    ASSERT_EQ(aid->checkState(0), Qt::Checked);
    ASSERT_TRUE(canApply());
    EXPECT_TRUE(statements().contains(name("CREATE TRIGGER")));
    Driver::click(name("watched-apply"));
    ASSERT_TRUE(noticed("Watched from now on: aid."));
    ASSERT_TRUE(Driver::until([this] { return page() && grid()->model()->rowCount() == 82; }));

    writeOutside(name("UPDATE aid SET name = 'Outer Rock' WHERE id = 3"));
    window().commands()->run(name("change-log"));
    EXPECT_TRUE(Driver::until([this] { return logged().contains(name("outside Gravin")); }));
    EXPECT_TRUE(logged().contains(name("another program")));
    EXPECT_TRUE(Driver::until([this] { return shown(2, "name") == u"Outer Rock"; }));

    list = openDialog();
    aid = itemOf(list, "aid");
    EXPECT_EQ(aid->checkState(0), Qt::Checked);
    EXPECT_EQ(aid->text(1), name("watched"));
    aid->setCheckState(0, Qt::Unchecked);
    ASSERT_TRUE(canApply());
    EXPECT_TRUE(statements().startsWith(name("DROP TRIGGER")));
    Driver::click(name("watched-apply"));
    EXPECT_TRUE(noticed("Not watched any more: aid."));
}

TEST_F(WatchedTablesWindow, ReturnRunsNothing) {
    QTreeWidget* list = openDialog();
    itemOf(list, "aid")->setCheckState(0, Qt::Checked);
    ASSERT_TRUE(canApply());
    list->setFocus();
    Driver::key(Qt::Key_Return);
    Driver::settle(200);
    ASSERT_NE(Driver::find(name("watched-list")), nullptr);
    Driver::key(Qt::Key_Escape);
    EXPECT_TRUE(Driver::until([this] {
        const auto* shown = window().findChild<QWidget*>(name("watched-list"));
        return !shown || !shown->isVisible();
    }));
}

} // namespace
