// SPDX-License-Identifier: GPL-3.0-or-later
// The structure of an open database becomes another: by somebody else, by a field that is added to
// a table, and by another table for a screen.
#include "app/build/screen_settings.h"
#include "app/build/table_switch_dialog.h"
#include "app/commands/command_list.h"
#include "app/sources/new_field_dialog.h"
#include "app/use/edit_window.h"
#include "app/use/open_edits.h"
#include "support/text.h"
#include "whole_example.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QToolButton>
#include <QTreeWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

class Structure : public OpenDemonstration {
protected:
    void run(const char* command) { window().commands()->run(name(command)); }
    bool showsField(const char* column) {
        return Driver::until(
            [&] { return page() && page()->binding()->screen().table->column(name(column)); });
    }
    NewFieldDialog* askForField() {
        Driver::key(Qt::Key_F9);
        Driver::settle(200);
        auto* button = page()->findChild<QToolButton*>(name("add-field"));
        for (QAction* action : button->menu()->actions()) {
            if (action->objectName() == u"new-field")
                action->trigger();
        }
        return qobject_cast<NewFieldDialog*>(Driver::find(name("new-field-dialog")));
    }
    TableSwitchDialog* askForTable() {
        if (!window().isBuild())
            Driver::key(Qt::Key_F9);
        run("screen-settings");
        Driver::click(name("screen-other-table"));
        return qobject_cast<TableSwitchDialog*>(Driver::find(name("table-switch-dialog")));
    }
};

TEST_F(Structure, AColumnOfSomebodyElseIsThereOnceItIsReadAgain) {
    grid()->setCurrentRecord({Key({Value::integer(3)}), 0});
    writeOutside(name("ALTER TABLE aid ADD COLUMN painted TEXT"));
    run("read-structure");
    EXPECT_TRUE(noticed("painted is new"));
    EXPECT_TRUE(showsField("painted"));
    EXPECT_TRUE(Driver::until([this] { return grid()->model()->rowCount() == 82; }));
    run("read-structure");
    EXPECT_TRUE(noticed("nothing is otherwise"));
}

// An edit window of a record goes on where it stands, with what is typed in it.
TEST_F(Structure, EditWindowsOutliveIt) {
    EditWindow* opened = window().openEdits()->open(name("aid"), {Key({Value::integer(3)}), 0});
    ASSERT_NE(opened, nullptr);
    typeIn(1, "name", "Painted rock"); // record 2: the table waits for it
    writeOutside(name("ALTER TABLE visit ADD COLUMN weather TEXT"));
    run("read-structure");
    ASSERT_TRUE(noticed("weather is new"));
    ASSERT_TRUE(Driver::until([this] { return window().openEdits()->windows().size() == 1; }));
    EXPECT_EQ(window().openEdits()->windows().front()->record(),
              (RecordId{Key({Value::integer(3)}), 0}));
    EXPECT_TRUE(Driver::until([this] { return shown(1, "name") == u"Painted rock"; }));
    page()->save();
}

TEST_F(Structure, AFieldIsAddedToTheTableAndStandsOnThePlate) {
    NewFieldDialog* dialog = askForField();
    ASSERT_NE(dialog, nullptr);
    auto* add = dialog->findChild<QPushButton*>(name("field-add"));
    EXPECT_FALSE(add->isEnabled()) << "it has no name yet";
    Driver::settle(300);
    Driver::click(dialog->findChild<QLineEdit*>(name("field-name")));
    Driver::type(name("pennant"));
    auto* statement = dialog->findChild<QPlainTextEdit*>(name("field-statement"));
    EXPECT_EQ(statement->toPlainText(), u"ALTER TABLE \"aid\" ADD COLUMN \"pennant\" TEXT;");
    EXPECT_TRUE(add->isEnabled());
    dialog->findChild<QCheckBox*>(name("field-required"))->click();
    Driver::click(add);
    EXPECT_TRUE(showsField("pennant"));
    EXPECT_TRUE(noticed("Added the field pennant to aid"));
    const Project& project = workspace().project();
    EXPECT_NE(project.screenById(name("aid"))->field(name("pennant")), nullptr);
    EXPECT_TRUE(project.definition(name("aid"), name("pennant"))->required);
    EXPECT_TRUE(window().isBuild());
    EXPECT_EQ(BuildFace::of(page())->plate()->currentColumn(), u"pennant");
    // The project's part of it is one step; the column stays in the database.
    workspace().document()->undoStack()->undo();
    EXPECT_EQ(project.screenById(name("aid"))->field(name("pennant")), nullptr);
}

TEST_F(Structure, AFieldWaitsForWhatIsEdited) {
    typeIn(0, "name", "Edited");
    NewFieldDialog* dialog = askForField();
    ASSERT_NE(dialog, nullptr);
    dialog->findChild<QLineEdit*>(name("field-name"))->setText(name("pennant"));
    EXPECT_FALSE(dialog->findChild<QPushButton*>(name("field-add"))->isEnabled());
    EXPECT_TRUE(
        dialog->findChild<QLabel*>(name("field-reason"))->text().contains(name("Save or discard")));
    dialog->reject();
}

TEST_F(Structure, AScreenShowsAnotherTableAndUndoBringsTheFirstBack) {
    writeOutside(name("CREATE TABLE spare (id INTEGER PRIMARY KEY, name TEXT, code TEXT)"));
    writeOutside(name("INSERT INTO spare VALUES (7, 'Spare light', 'S7')"));
    run("read-structure");
    ASSERT_TRUE(noticed("New: spare"));
    TableSwitchDialog* dialog = askForTable();
    ASSERT_NE(dialog, nullptr);
    auto* tables = dialog->findChild<QComboBox*>(name("switch-table"));
    tables->setCurrentIndex(tables->findData(name("spare")));
    EXPECT_GT(dialog->findChild<QTreeWidget*>(name("switch-list"))->topLevelItemCount(), 1);
    Driver::click(name("switch-apply"), dialog);
    ASSERT_TRUE(
        Driver::until([this] { return page() && page()->binding()->tableName() == u"spare"; }));
    ASSERT_TRUE(Driver::until([this] { return grid()->model()->rowCount() == 1; }));
    EXPECT_TRUE(Driver::until([this] { return shown(0, "name") == u"Spare light"; }));
    EXPECT_EQ(page()->binding()->screen().fields.size(), 3);
    workspace().document()->undoStack()->undo();
    ASSERT_TRUE(
        Driver::until([this] { return page() && page()->binding()->tableName() == u"aid"; }));
    EXPECT_TRUE(Driver::until([this] { return grid()->model()->rowCount() == 82; }));
}

TEST_F(Structure, ASwitchKeepsWhatWasChangedWhileItWasAsked) {
    TableSwitchDialog* dialog = askForTable();
    ASSERT_NE(dialog, nullptr);
    workspace().document()->change(name("another label"), [](Project& project) {
        for (Screen& screen : project.screens) {
            if (screen.id == u"visit")
                screen.label = name("Calls");
        }
    });
    Driver::click(name("switch-apply"), dialog);
    ASSERT_TRUE(
        Driver::until([this] { return page() && page()->binding()->tableName() != u"aid"; }));
    EXPECT_EQ(workspace().project().screenById(name("visit"))->label, u"Calls");
}

TEST_F(Structure, ATableThatWentIsSaidAndAnotherScreenIsShown) {
    writeOutside(name("ALTER TABLE aid RENAME TO gone"));
    run("read-structure");
    EXPECT_TRUE(Driver::until([this] { return page() && page()->screenId() != u"aid"; }));
    EXPECT_GT(page()->grid()->model()->columnCount(), 0);
    writeOutside(name("ALTER TABLE gone RENAME TO aid"));
    run("read-structure");
    ASSERT_TRUE(Driver::until([this] { return workspace().catalog().table(name("aid")); }));
    window().showScreen(name("aid"));
    EXPECT_TRUE(Driver::until([this] { return grid()->model()->rowCount() == 82; }));
}

} // namespace
