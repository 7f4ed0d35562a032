// SPDX-License-Identifier: GPL-3.0-or-later
// What is shown reaches the accessibility layer: names, states, values and reasons.
#include "app/use/edit_window.h"
#include "app/use/open_edits.h"
#include "whole_example.h"

#include <QAbstractButton>
#include <QAccessible>
#include <QComboBox>
#include <QLineEdit>
#include <QTest>
#include <QToolButton>

namespace gravin {
namespace {

class Accessibility : public test::OpenDemonstration {
protected:
    static QString nameOf(QWidget* widget) {
        QAccessibleInterface* found = QAccessible::queryAccessibleInterface(widget);
        return found ? found->text(QAccessible::Name) : QString();
    }
    // What can have the focus and has no name.
    static QStringList nameless(QWidget* within) {
        QStringList found;
        for (QWidget* widget : within->findChildren<QWidget*>()) {
            const bool takesKeys = widget->isVisible() && widget->focusPolicy() != Qt::NoFocus &&
                                   !widget->focusProxy();
            const bool isControl =
                qobject_cast<QAbstractButton*>(widget) || qobject_cast<QLineEdit*>(widget) ||
                qobject_cast<QComboBox*>(widget) || qobject_cast<QAbstractItemView*>(widget);
            if (takesKeys && isControl && nameOf(widget).isEmpty())
                found += QStringLiteral("%1 %2 in %3")
                             .arg(QLatin1String(widget->metaObject()->className()),
                                  widget->objectName(), widget->parentWidget()->objectName());
        }
        return found;
    }
};

TEST_F(Accessibility, EverythingThatTakesKeysHasAName) {
    QStringList found = nameless(&window());
    EXPECT_TRUE(found.isEmpty()) << qPrintable(found.join(u'\n'));
    window().setBuild(true);
    Driver::settle(200);
    found = nameless(&window());
    EXPECT_TRUE(found.isEmpty()) << qPrintable(found.join(u'\n'));
    window().setBuild(false);
    EditWindow* edit =
        window().openEdits()->open(page()->screenId(), {Key({Value::integer(3)}), 0});
    Driver::settle(200);
    found = nameless(edit);
    EXPECT_TRUE(found.isEmpty()) << qPrintable(found.join(u'\n'));
}

TEST_F(Accessibility, CellsSayTheirValuesAndStates) {
    QAccessibleInterface* table = QAccessible::queryAccessibleInterface(grid());
    ASSERT_NE(table, nullptr);
    EXPECT_EQ(table->role(), QAccessible::Table);
    ASSERT_NE(table->tableInterface(), nullptr);
    EXPECT_EQ(table->tableInterface()->rowCount(), 82);
    const int column = columnOf("name");
    QAccessibleInterface* cell = table->tableInterface()->cellAt(2, column);
    ASSERT_NE(cell, nullptr);
    EXPECT_EQ(cell->text(QAccessible::Name), shown(2, "name"));
    EXPECT_FALSE(cell->state().readOnly);
    const QString before = shown(2, "name");
    grid()->gridModel()->setData(grid()->model()->index(2, column), QStringLiteral("Said"),
                                 Qt::EditRole);
    cell = table->tableInterface()->cellAt(2, column);
    EXPECT_EQ(cell->text(QAccessible::Name), QStringLiteral("Said"));
    EXPECT_TRUE(cell->text(QAccessible::Description).contains(before)) << "what it was";
    // The gutter's mark, in words.
    EXPECT_FALSE(
        grid()->model()->headerData(2, Qt::Vertical, Qt::AccessibleTextRole).toString().isEmpty());
}

TEST_F(Accessibility, WhatCannotBeDoneSaysWhy) {
    QWidget* save = Driver::find(QStringLiteral("save-record"), form());
    QAccessibleInterface* button = QAccessible::queryAccessibleInterface(save);
    EXPECT_TRUE(button->state().disabled);
    EXPECT_EQ(button->text(QAccessible::Description), QStringLiteral("No changes"));
    grid()->gridModel()->setData(grid()->model()->index(0, columnOf("name")), QString(),
                                 Qt::EditRole);
    Driver::settle();
    EXPECT_TRUE(button->state().disabled);
    EXPECT_TRUE(button->text(QAccessible::Description).contains(QStringLiteral("missing")));
    // Each field by the label beside it, and its message with it.
    QWidget* field = Driver::find(QStringLiteral("field:name"), form());
    EXPECT_TRUE(nameOf(field).contains(QStringLiteral("Name")));
}

TEST_F(Accessibility, GroupsSayTheirCountAndWhetherTheyAreOpen) {
    Driver::clickCell(grid(), 0, columnOf("status"));
    Driver::key(Qt::Key_F8, Qt::ShiftModifier);
    ASSERT_TRUE(Driver::until([this] { return grid()->gridModel()->isGrouped(); }));
    grid()->gridModel()->openAllGroups(false);
    QAccessibleInterface* table = QAccessible::queryAccessibleInterface(grid());
    const QString text =
        table->tableInterface()->cellAt(0, columnOf("name"))->text(QAccessible::Name);
    EXPECT_TRUE(text.startsWith(QStringLiteral("Status: "))) << qPrintable(text);
    EXPECT_TRUE(text.contains(QStringLiteral("records, closed"))) << qPrintable(text);
}

} // namespace
} // namespace gravin
