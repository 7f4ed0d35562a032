// SPDX-License-Identifier: GPL-3.0-or-later
// The whole example without a mouse: every step is a key.
#include "app/history/change_log_panel.h"
#include "app/use/edit_window.h"
#include "app/use/open_edits.h"
#include "whole_example.h"

#include <QLabel>

using namespace gravin;
using namespace gravin::test;

namespace {

class Keyboard : public OpenDemonstration {
protected:
    void goTo(int position) {
        Driver::key(Qt::Key_G, Qt::ControlModifier);
        Driver::type(QString::number(position));
        Driver::key(Qt::Key_Return);
        ASSERT_TRUE(Driver::until([&] { return grid()->currentIndex().row() == position - 1; }));
    }
    // Arrows to a column of the row that is current.
    void walkTo(const char* column) {
        Driver::key(Qt::Key_Home);
        Driver::key(Qt::Key_Right, {}, columnOf(column));
    }
    void retype(const QString& text) {
        Driver::key(Qt::Key_F2);
        Driver::key(Qt::Key_A, Qt::ControlModifier);
        if (text.isEmpty())
            Driver::key(Qt::Key_Delete);
        Driver::type(text);
        Driver::key(Qt::Key_Return);
    }
    // Tab until a widget has the focus.
    void tabTo(const QString& objectName) {
        for (int i = 0; i < 60; ++i) {
            const QWidget* focus = QApplication::focusWidget();
            if (focus && focus->objectName() == objectName)
                return;
            Driver::key(Qt::Key_Tab);
        }
        FAIL() << "Tab never reaches " << qPrintable(objectName);
    }
};

TEST_F(Keyboard, DoesTheWholeExample) {
    // Shape: F9, then the plate: label of the first field, required of another.
    Driver::key(Qt::Key_F9);
    ASSERT_TRUE(window().isBuild());
    Driver::key(Qt::Key_Home, Qt::ControlModifier);
    Driver::key(Qt::Key_F2);
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    Driver::type(QStringLiteral("Mark"));
    Driver::key(Qt::Key_Return);
    EXPECT_EQ(
        workspace().project().definition(QStringLiteral("aid"), QStringLiteral("code"))->label,
        QStringLiteral("Mark"));
    Driver::key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(
        workspace().project().definition(QStringLiteral("aid"), QStringLiteral("code"))->label,
        QStringLiteral("Code"));
    Driver::key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved the project"));
    EXPECT_FALSE(workspace().document()->isModified());
    Driver::key(Qt::Key_F9);
    ASSERT_FALSE(window().isBuild());

    // Edit in the grid; the form shares the draft.
    goTo(3);
    walkTo("name");
    retype(QStringLiteral("Gannet North"));
    EXPECT_TRUE(form()->saveReason().isEmpty());
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved Gannet North"));
    EXPECT_EQ(storedText(3, "name"), "Gannet North");

    // Stopped by a required field; Esc steps back.
    goTo(4);
    walkTo("name");
    retype({});
    EXPECT_TRUE(form()->saveReason().contains(QStringLiteral("1 thing missing")));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    Driver::settle(200);
    EXPECT_EQ(storedText(4, "name"), "Gannet Bank S");
    Driver::key(Qt::Key_Escape);
    EXPECT_EQ(shown(3, "name"), QStringLiteral("Gannet Bank S"));

    // A new record: its key is given on save and shown after it.
    Driver::key(Qt::Key_N, Qt::ControlModifier);
    EXPECT_EQ(shown(82, "id"), QStringLiteral("given on save"));
    Driver::type(QStringLiteral("TB-900"));
    Driver::key(Qt::Key_Tab);
    Driver::type(QStringLiteral("New Mark"));
    Driver::key(Qt::Key_Tab);
    Driver::type(QStringLiteral("fairw")); // sector: found while typing, chosen by Return
    Driver::key(Qt::Key_Return);
    ASSERT_TRUE(Driver::until([this] { return shown(82, "sector_id") == u"Fairway"; }));
    Driver::key(Qt::Key_Tab);
    Driver::type(QStringLiteral("Lighthouse")); // kind: left with its name typed
    tabTo(QStringLiteral("field:day_rate"));
    Driver::type(QStringLiteral("97"));
    ASSERT_TRUE(Driver::until([this] { return form()->saveReason().isEmpty(); }))
        << qPrintable(form()->saveReason());
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Added New Mark"));
    EXPECT_EQ(storedText(83, "name"), "New Mark");
    EXPECT_EQ(grid()->currentIndex().row(), 82);
    EXPECT_EQ(form()->record().key, Key({Value::integer(83)}));

    // Delete it again, after saying so.
    Driver::key(Qt::Key_F6);
    Driver::key(Qt::Key_Delete, Qt::ControlModifier);
    ASSERT_NE(Driver::find(QStringLiteral("delete-question")), nullptr);
    const QWidget* sure = Driver::find(QStringLiteral("delete-sure"));
    ASSERT_TRUE(Driver::until([&] { return sure->isEnabled(); })) << qPrintable(
        qobject_cast<QLabel*>(Driver::find(QStringLiteral("delete-consequences")))->text());
    tabTo(QStringLiteral("delete-sure"));
    Driver::key(Qt::Key_Space);
    ASSERT_TRUE(noticed("Deleted New Mark"));
    EXPECT_EQ(grid()->model()->rowCount(), 82);
    EXPECT_EQ(grid()->currentIndex().row(), 81) << "the neighbour is shown";

    // Two windows; the list moves on; each saves its own record.
    for (const int position : {5, 9}) {
        goTo(position);
        Driver::key(Qt::Key_Return, Qt::ControlModifier);
        Driver::settle();
        window().activateWindow();
        Driver::settle();
        page()->focusGrid();
    }
    goTo(20);
    const auto windows = window().openEdits()->windows();
    ASSERT_EQ(windows.size(), 2);
    for (EditWindow* edit : windows) {
        edit->activateWindow();
        Driver::settle();
        tabTo(QStringLiteral("field:name"));
        Driver::key(Qt::Key_End);
        Driver::type(QStringLiteral(" %1").arg(edit->number()));
        Driver::key(Qt::Key_S, Qt::ControlModifier);
    }
    ASSERT_TRUE(Driver::until([&] { return storedText(9, "name") == "Fiddler 2"; }));
    EXPECT_EQ(storedText(5, "name"), "Sker Ledge 1");
    EXPECT_EQ(shown(4, "name"), QStringLiteral("Sker Ledge 1")) << "the list follows";
    for (EditWindow* edit : windows) {
        edit->activateWindow();
        Driver::settle();
        Driver::key(Qt::Key_W, Qt::ControlModifier);
    }
    EXPECT_TRUE(window().openEdits()->windows().isEmpty());

    // Many at once.
    window().activateWindow();
    Driver::settle();
    Driver::key(Qt::Key_F6);
    goTo(10);
    Driver::key(Qt::Key_Home);
    Driver::key(Qt::Key_Down, Qt::ShiftModifier, 2);
    Driver::key(Qt::Key_B, Qt::ControlModifier);
    ASSERT_NE(Driver::find(QStringLiteral("bulk-dialog")), nullptr);
    tabTo(QStringLiteral("bulk-field"));
    Driver::key(Qt::Key_Home);
    Driver::key(Qt::Key_Down);
    tabTo(QStringLiteral("field:name"));
    Driver::type(QStringLiteral("Alike"));
    QWidget* run = Driver::find(QStringLiteral("bulk-run"));
    ASSERT_TRUE(Driver::until([&] { return run->isEnabled(); }));
    tabTo(QStringLiteral("bulk-run"));
    Driver::key(Qt::Key_Space);
    ASSERT_TRUE(noticed("Changed Name of 3 records"));
    EXPECT_EQ(storedText(12, "name"), "Alike");
    EXPECT_EQ(shown(11, "name"), QStringLiteral("Alike"));

    // Read the log, roll the bulk update back.
    Driver::key(Qt::Key_L, Qt::ControlModifier);
    ASSERT_TRUE(Driver::until([&] { return window().changeLog()->chosen() == 6; }));
    tabTo(QStringLiteral("roll-back"));
    Driver::key(Qt::Key_Space);
    ASSERT_NE(Driver::find(QStringLiteral("rollback-dialog")), nullptr);
    QWidget* back = Driver::find(QStringLiteral("rollback-run"));
    ASSERT_TRUE(Driver::until([&] { return back->isEnabled(); }));
    tabTo(QStringLiteral("rollback-run"));
    Driver::key(Qt::Key_Space);
    ASSERT_TRUE(noticed("Rolled back 3 records of change 6"));
    EXPECT_EQ(storedText(12, "name"), "Long Sand W");
    EXPECT_EQ(shown(11, "name"), QStringLiteral("Long Sand W"));
}

TEST_F(Keyboard, MovesFromRecordToRecord) {
    const auto row = [this] { return grid()->currentIndex().row(); };
    EXPECT_EQ(row(), 0);
    Driver::key(Qt::Key_Down, Qt::AltModifier);
    EXPECT_EQ(row(), 1);
    Driver::key(Qt::Key_End, Qt::ControlModifier);
    EXPECT_EQ(row(), 81);
    EXPECT_FALSE(page()->action(ScreenPage::Command::Next)->isEnabled());
    EXPECT_FALSE(page()->action(ScreenPage::Command::Next)->toolTip().isEmpty());
    Driver::key(Qt::Key_Up, Qt::AltModifier);
    EXPECT_EQ(row(), 80);
    Driver::key(Qt::Key_Home, Qt::ControlModifier);
    EXPECT_EQ(row(), 0);
    // Not found: said in place, nothing moves.
    Driver::key(Qt::Key_G, Qt::ControlModifier);
    Driver::type(QStringLiteral("999"));
    Driver::key(Qt::Key_Return);
    EXPECT_TRUE(noticed("There is no record"));
    EXPECT_EQ(row(), 0);
}

TEST_F(Keyboard, KeepsTextThatTheFieldCannotTake) {
    walkTo("day_rate");
    retype(QStringLiteral("dear"));
    EXPECT_EQ(shown(0, "day_rate"), QStringLiteral("dear"));
    EXPECT_TRUE(form()->saveReason().contains(QStringLiteral("1 thing to mend")));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    Driver::settle(150);
    EXPECT_EQ(shown(0, "day_rate"), QStringLiteral("dear"));
    retype(QStringLiteral("12.5"));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved Old Maid"));
    EXPECT_EQ(stored(1, "day_rate"), Value::decimal(*Decimal::fromText(u"12.50")));
}

TEST_F(Keyboard, FindsScreensByName) {
    Driver::key(Qt::Key_K, Qt::ControlModifier);
    Driver::type(QStringLiteral("Suppliers"));
    Driver::key(Qt::Key_Escape); // the list of proposals
    Driver::key(Qt::Key_Return);
    ASSERT_TRUE(Driver::until([this] { return page()->screenId() == QStringLiteral("supplier"); }));
}

} // namespace
