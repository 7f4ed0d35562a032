// SPDX-License-Identifier: GPL-3.0-or-later
// A view that a trigger writes becomes one whose records are edited, in Build.
#include "app/build/writing_dialog.h"
#include "support/text.h"
#include "whole_example.h"

#include <QLabel>
#include <QListWidget>
#include <QPushButton>

using namespace gravin;
using namespace gravin::test;

namespace {

using WritingOfAView = OpenDemonstration;

TEST_F(WritingOfAView, IsSaidByItsKeyAndThenItIsEdited) {
    writeOutside(
        name("CREATE TRIGGER overdue_written INSTEAD OF UPDATE ON overdue_inspection BEGIN "
             "UPDATE aid SET name = NEW.name WHERE code = OLD.code; END"));
    bool isRead = false;
    workspace().records()->readStructure(&window(), [&](const Result<QString>&) { isRead = true; });
    ASSERT_TRUE(Driver::until([&] { return isRead; }));
    const Screen* screen = workspace().project().screen(name("overdue_inspection"));
    ASSERT_NE(screen, nullptr);
    window().showScreen(screen->id);
    ASSERT_TRUE(Driver::until([this] { return areRowsRead() && grid()->model()->rowCount() > 0; }));
    EXPECT_TRUE(grid()->gridModel()->binding()->screen().readOnlyReason.contains(
        name("by which fields they are known")));
    auto* dialog = new WritingDialog(&workspace(), name("overdue_inspection"), &window());
    dialog->open();
    auto* keys = dialog->findChild<QListWidget*>(name("writing-keys"));
    ASSERT_NE(keys, nullptr);
    EXPECT_TRUE(
        dialog->findChild<QLabel*>(name("writing-note"))->text().contains(name("by which fields")));
    keys->findItems(name("code"), Qt::MatchExactly).front()->setCheckState(Qt::Checked);
    Driver::click(dialog->findChild<QPushButton*>(name("writing-set")));
    ASSERT_TRUE(Driver::until([this] {
        return page() && grid()->gridModel()->binding()->screen().readOnlyReason.isEmpty() &&
               areRowsRead();
    }));
    const QString code = shown(0, "code");
    typeIn(0, "name", "Gone and back");
    Driver::settle();
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    auto session = Session::open(workspace().project().connection, Session::Access::ReadOnly);
    EXPECT_TRUE(Driver::until([&] {
        return (*session)
                   ->scalar(name("SELECT name FROM aid WHERE code = ?"), {code})
                   ->toString() == name("Gone and back");
    })) << qPrintable(page()->noticeText());
    // Undone, it is only read again.
    workspace().document()->undoStack()->undo();
    EXPECT_TRUE(Driver::until([this] {
        return page() && !grid()->gridModel()->binding()->screen().readOnlyReason.isEmpty();
    }));
}

} // namespace
