// SPDX-License-Identifier: GPL-3.0-or-later
// Actions of a screen, on the demonstration: used by key, button and menu, and made in Build.
#include "app/build/actions_dialog.h"
#include "app/use/edit_window.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/screen_actions.h"
#include "core/project/project_file.h"
#include "support/text.h"
#include "whole_example.h"

#include <QComboBox>
#include <QDir>
#include <QKeySequenceEdit>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPointer>
#include <QPushButton>
#include <QTableWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

using Does = ActionStep::Does;

class OwnActions : public OpenDemonstration {
protected:
    void give(const ScreenAction& action) {
        workspace().document()->change(name("action"), [&](Project& project) {
            project.screenById(name("defect"))->ownActions = {action};
        });
    }
    void showDefects() {
        window().showScreen(name("defect"));
        ASSERT_TRUE(Driver::until([this] { return areRowsRead() && count() > 3; }));
        Driver::clickCell(grid(), openDefect(), columnOf("severity"));
        Driver::settle(200);
    }
    int count() { return grid()->gridModel()->rowCount(); }
    // The first one that is not closed.
    int openDefect() {
        for (int row = 0; row < count(); ++row) {
            if (shown(row, "closed_on").isEmpty() || shown(row, "closed_on") == u"–")
                return row;
        }
        ADD_FAILURE() << "all are closed";
        return 0;
    }
    QAction* own(int at = 0) { return page()->ownActions()->all().value(at); }
    Value inDatabase(const QString& sql) {
        auto session =
            Session::open({Engine::Sqlite, folder() + QStringLiteral("/harbour.db"), true},
                          Session::Access::ReadOnly);
        const auto value = (*session)->scalar(sql);
        return value ? Value::text(value->toString()) : Value();
    }
};

// Fields set, the sheet printed, the next one shown: one key.
TEST_F(OwnActions, OneKeyClosesARecordPrintsItAndGoesOn) {
    give({name("Close"),
          ScreenAction::Place::Button,
          name("Ctrl+Shift+Y"),
          name("closed_on IS NULL"),
          {},
          {ActionStep{Does::Set, {{name("closed_on"), name("CURRENT_DATE")}}},
           ActionStep{.does = Does::Print, .text = folder()}, ActionStep{Does::Next}}});
    showDefects();
    const RecordId closed = grid()->currentRecord();
    const int before = grid()->currentIndex().row();
    // What is being edited goes along.
    typeIn(before, "description", "Lantern cracked");
    Driver::key(Qt::Key_Y, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_TRUE(noticed("Close: 1 record, change 2; printed to"));
    EXPECT_FALSE(grid()->currentRecord() == closed) << "the next one is shown";
    EXPECT_EQ(inDatabase(QStringLiteral("SELECT description || ' ' || (closed_on = date('now')) "
                                        "FROM defect WHERE id = %1")
                             .arg(closed.key[0].asInteger())),
              Value::text(name("Lantern cracked 1")));
    EXPECT_EQ(QDir(folder()).entryList({name("Close*.pdf")}).size(), 1);
    EXPECT_EQ(inDatabase(name("SELECT note FROM gravin_change WHERE id = 2")),
              Value::text(name("Close")));
    // Closed already: it says why not.
    grid()->setCurrentRecord(closed);
    Driver::settle(100);
    EXPECT_FALSE(own()->isEnabled());
    EXPECT_TRUE(own()->toolTip().contains(name("closed_on IS NULL")));
}

// A sheet with every save, and the next record after it.
TEST_F(OwnActions, OneRunsAfterASaveBeforeWhatFollows) {
    give({name("Sheet"),
          ScreenAction::Place::Menu,
          {},
          name("description <> 'no sheet'"),
          {},
          {ActionStep{.does = Does::Print, .text = folder()}}});
    workspace().document()->change(name("after saving"), [&](Project& project) {
        Screen* screen = project.screenById(name("defect"));
        screen->runAfterSaving = name("Sheet");
        screen->afterSaving = AfterSaving::NextRecord;
    });
    const auto sheets = [this] { return QDir(folder()).entryList({name("Sheet*.pdf")}).size(); };
    const auto savedAs = [this](const char* words) {
        const RecordId saved = grid()->currentRecord();
        typeIn(grid()->currentIndex().row(), "description", words);
        Driver::settle();
        Driver::key(Qt::Key_S, Qt::ControlModifier);
        EXPECT_TRUE(Driver::until([&] { return !(grid()->currentRecord() == saved); }))
            << "the next one is shown: " << qPrintable(page()->noticeText());
    };
    showDefects();
    savedAs("Lantern cracked");
    EXPECT_EQ(sheets(), 1);
    savedAs("no sheet");
    EXPECT_EQ(sheets(), 1) << "it is not for this one";
    // Refused, one stays on the record.
    workspace().document()->change(name("folder"), [&](Project& project) {
        project.screenById(name("defect"))->ownActions[0].steps[0].text =
            folder() + name("/no/such/folder");
    });
    const RecordId stays = grid()->currentRecord();
    typeIn(grid()->currentIndex().row(), "description", "Chain worn");
    Driver::settle();
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(noticed("Sheet was not done"));
    Driver::settle(200);
    EXPECT_TRUE(grid()->currentRecord() == stays);
}

// Nor does an edit window close before it is done.
TEST_F(OwnActions, AnEditWindowClosesWhenItIsDone) {
    give({name("Sheet"),
          ScreenAction::Place::Menu,
          {},
          {},
          {},
          {ActionStep{.does = Does::Print, .text = folder()}}});
    workspace().document()->change(name("after saving"), [&](Project& project) {
        Screen* screen = project.screenById(name("defect"));
        screen->runAfterSaving = name("Sheet");
        screen->afterSaving = AfterSaving::Close;
    });
    showDefects();
    const QPointer<EditWindow> there =
        window().openEdits()->open(name("defect"), grid()->currentRecord());
    typeIn(grid()->currentIndex().row(), "description", "Lantern cracked");
    Driver::settle();
    there->activateWindow();
    Driver::settle(100);
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(Driver::until([&] { return !there || !there->isVisible(); }));
    EXPECT_EQ(QDir(folder()).entryList({name("Sheet*.pdf")}).size(), 1);
}

TEST_F(OwnActions, SeveralRecordsAreOneChange) {
    give({name("Make it high"),
          ScreenAction::Place::Button,
          {},
          {},
          name("All of them?"),
          {ActionStep{Does::Set, {{name("severity"), name("'high'")}}}}});
    showDefects();
    Driver::clickCell(grid(), 0, columnOf("severity"));
    Driver::clickCell(grid(), 2, columnOf("severity"), Qt::ShiftModifier);
    Driver::click(name("button-of-own-action:Make it high"), page());
    QWidget* question = Driver::find(name("action-question"));
    ASSERT_NE(question, nullptr);
    Driver::click(name("action-run"), question);
    EXPECT_TRUE(noticed("change 1"));
    EXPECT_EQ(inDatabase(name("SELECT count(*) FROM defect WHERE severity = 'high' AND id IN "
                              "(SELECT id FROM defect ORDER BY id LIMIT 3)")),
              Value::text(name("3")));
    EXPECT_EQ(inDatabase(name("SELECT count(*) FROM gravin_change")), Value::text(name("1")));
}

TEST_F(OwnActions, WhatAChecksRefusesIsSaidAndTheRestNotDone) {
    give({name("Close long ago"),
          ScreenAction::Place::Button,
          {},
          {},
          {},
          {ActionStep{Does::Set, {{name("closed_on"), name("DATE '1990-01-01'")}}},
           ActionStep{Does::Next}}});
    showDefects();
    const RecordId stays = grid()->currentRecord();
    own()->trigger();
    EXPECT_TRUE(noticed("Close long ago was not done"));
    EXPECT_TRUE(grid()->currentRecord() == stays);
    EXPECT_EQ(inDatabase(name("SELECT count(*) FROM defect WHERE closed_on = '1990-01-01'")),
              Value::text(name("0")));
}

TEST_F(OwnActions, ANewRecordAndAnotherScreenAreReached) {
    ActionStep begins{Does::NewRecord,
                      {{name("aid_id"), name("aid_id")}, {name("inspected_on"), name("found_on")}}};
    begins.screen = name("inspection");
    ActionStep goes{Does::GoTo};
    goes.screen = name("visit");
    goes.columns = {name("aid_id")};
    goes.match = {name("aid_id")};
    goes.where = name("hours > 0");
    give({name("Inspect"), ScreenAction::Place::Menu, {}, {}, {}, {begins, goes}});
    showDefects();
    EXPECT_TRUE(page()->ownActions()->buttons().isEmpty());
    const QString aid = shown(grid()->currentIndex().row(), "aid_id");
    own()->trigger();
    ASSERT_TRUE(Driver::until([this] { return window().openEdits()->windows().size() == 1; }));
    EditWindow* edit = window().openEdits()->windows().front();
    EXPECT_TRUE(edit->record().isNew());
    auto* field = qobject_cast<QLineEdit*>(Driver::find(name("field:aid_id"), edit));
    EXPECT_TRUE(Driver::until([&] { return field->text() == aid; })) << qPrintable(field->text());
    edit->dismiss();
    EXPECT_TRUE(Driver::until([this] { return page()->screenId() == u"visit"; }));
    EXPECT_TRUE(page()->filterBar()->isFiltered());
}

// A stored text must not be able to start a program.
TEST_F(OwnActions, ALinkIsShownBeforeItIsOpened) {
    ActionStep opens{Does::OpenLink};
    opens.text = name("'file:///etc/passwd'");
    give({name("Look up"), ScreenAction::Place::Button, {}, {}, {}, {opens}});
    showDefects();
    own()->trigger();
    EXPECT_TRUE(noticed("is no address that is opened"));
    opens.text = name("'https://tarnbay.example/' || severity");
    give({name("Look up"), ScreenAction::Place::Button, {}, {}, {}, {opens}});
    own()->trigger();
    auto* question = Driver::find(name("action-question"));
    ASSERT_NE(question, nullptr);
    EXPECT_TRUE(qobject_cast<QDialog*>(question));
    Driver::key(Qt::Key_Escape);
}

TEST_F(OwnActions, AnEditWindowHasThemToo) {
    give({name("Close"),
          ScreenAction::Place::Button,
          name("Ctrl+Shift+Y"),
          name("closed_on IS NULL"),
          {},
          {ActionStep{Does::Set, {{name("closed_on"), name("CURRENT_DATE")}}},
           ActionStep{Does::Close}}});
    showDefects();
    EditWindow* edit = window().openEdits()->open(name("defect"), grid()->currentRecord());
    edit->activateWindow();
    Driver::settle(200);
    ASSERT_TRUE(Driver::find(name("button-of-own-action:Close"), edit));
    Driver::key(Qt::Key_Y, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_TRUE(Driver::until([this] { return window().openEdits()->windows().isEmpty(); }));
    EXPECT_EQ(inDatabase(name("SELECT count(*) FROM defect WHERE closed_on = date('now')")),
              Value::text(name("1")));
}

// By keys alone, on the page of actions.
TEST_F(OwnActions, AreMadeInBuild) {
    showDefects();
    auto* dialog = new ActionsDialog(&workspace(), name("defect"), page());
    dialog->open();
    Driver::settle();
    Driver::click(name("add-action"), dialog);
    Driver::type(name("Close"));
    Driver::key(Qt::Key_Tab);
    const auto made = [this] {
        return workspace().project().screenById(name("defect"))->ownActions.value(3);
    };
    EXPECT_EQ(made().name, name("Close"));
    auto* steps = dialog->findChild<QTableWidget*>(name("action-steps"));
    steps->setCurrentCell(0, 2);
    steps->setFocus();
    Driver::type(name("nosuch = 1"));
    Driver::key(Qt::Key_Return);
    EXPECT_TRUE(dialog->findChild<QLabel*>(name("action-reason"))->text().contains(name("nosuch")))
        << qPrintable(dialog->findChild<QLabel*>(name("action-reason"))->text()) << " / "
        << qPrintable(assignmentsText(made().steps.value(0).values));
    steps->setCurrentCell(0, 2);
    steps->setFocus();
    Driver::type(name("closed_on = CURRENT_DATE"));
    Driver::key(Qt::Key_Return);
    EXPECT_EQ(made().steps.value(0).values.value(name("closed_on")), name("CURRENT_DATE"));
    EXPECT_EQ(dialog->findChild<QLabel*>(name("action-reason"))->text(), QString());
    Driver::click(name("add-step"), dialog);
    auto* does = qobject_cast<QComboBox*>(Driver::find(name("step-does-1"), dialog));
    ASSERT_NE(does, nullptr);
    EXPECT_TRUE(Driver::choose(does, actionStepLabel(Does::Next)));
    EXPECT_EQ(made().steps.value(1).does, Does::Next);
    dialog->close();
    Driver::settle(300);
    EXPECT_TRUE(Driver::until([this] { return page()->ownActions()->all().size() == 4; }));
    workspace().document()->undoStack()->undo();
    EXPECT_EQ(made().steps.value(1).does, Does::Set);
}

TEST_F(OwnActions, AKeyThatIsTakenIsSaid) {
    give({name("Close"),
          ScreenAction::Place::Button,
          name("Ctrl+K"),
          {},
          {},
          {ActionStep{.does = Does::Next}}});
    showDefects();
    auto* dialog = new ActionsDialog(&workspace(), name("defect"), page());
    dialog->open();
    auto* reason = dialog->findChild<QLabel*>(name("action-reason"));
    EXPECT_TRUE(reason->text().contains(name("already"))) << qPrintable(reason->text());
    auto* key = dialog->findChild<QKeySequenceEdit*>(name("action-key"));
    key->setKeySequence(QKeySequence(name("Ctrl+Alt+Shift+Y")));
    Q_EMIT key->editingFinished();
    EXPECT_TRUE(Driver::until([&] { return reason->text().isEmpty(); }))
        << qPrintable(reason->text());
    dialog->close();
}

TEST_F(OwnActions, TheProjectIsLeftWhileOneTypesInTheDialog) {
    showDefects();
    auto* dialog = new ActionsDialog(&workspace(), name("defect"), page());
    dialog->open();
    Driver::settle();
    Driver::click(name("add-action"), dialog);
    Driver::type(name("half a na"));
    closeWindow();
}

// Closed in the middle of it: the window that began it cannot say so any more.
TEST_F(OwnActions, WhatEndsWithItsWindowIsSaidElsewhere) {
    give({name("Close"),
          ScreenAction::Place::Button,
          {},
          {},
          {},
          {ActionStep{Does::Set, {{name("closed_on"), name("CURRENT_DATE")}}},
           ActionStep{.does = Does::Print, .text = folder()}}});
    showDefects();
    EditWindow* edit = window().openEdits()->open(name("defect"), grid()->currentRecord());
    edit->activateWindow();
    Driver::settle(200);
    auto* button =
        qobject_cast<QPushButton*>(Driver::find(name("button-of-own-action:Close"), edit));
    ASSERT_NE(button, nullptr);
    QStringList said;
    QObject::connect(workspace().notices(), &Notices::said, workspace().notices(),
                     [&said](const Notice& notice) { said += notice.text; });
    button->click();
    delete edit;
    EXPECT_TRUE(Driver::until([&] {
        return std::any_of(said.begin(), said.end(), [](const QString& text) {
            return text.contains(QStringLiteral("its window was closed"));
        });
    })) << qPrintable(said.join(u'|'));
}

} // namespace
