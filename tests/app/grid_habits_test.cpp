// SPDX-License-Identifier: GPL-3.0-or-later
// What a grid keeps as the person has put it, and what keys and clicks must not set off.
#include "app/look/deliberate_button.h"
#include "app/use/delete_dialog.h"
#include "support/text.h"
#include "whole_example.h"

#include <QDialog>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QTest>
#include <QVBoxLayout>

using namespace gravin;
using namespace gravin::test;

namespace {

class GridHabits : public OpenDemonstration {
protected:
    void selectRows(int first, int last) {
        Driver::clickCell(grid(), first, columnOf("name"));
        Driver::clickCell(grid(), last, columnOf("name"), Qt::ShiftModifier);
        ASSERT_EQ(grid()->selectedRecords().size(), last - first + 1);
    }
    void pointAt(int row) {
        const QPoint at =
            grid()->visualRect(grid()->model()->index(row, columnOf("name"))).center();
        QContextMenuEvent event(QContextMenuEvent::Mouse, at, grid()->viewport()->mapToGlobal(at));
        // The menu is not part of this.
        grid()->blockSignals(true);
        QApplication::sendEvent(grid()->viewport(), &event);
        grid()->blockSignals(false);
    }
};

TEST_F(GridHabits, ARightClickWithinTheSelectionKeepsIt) {
    selectRows(1, 4);
    pointAt(3);
    EXPECT_EQ(grid()->selectedRecords().size(), 4);
    EXPECT_EQ(grid()->currentIndex().row(), 3);
    pointAt(6);
    EXPECT_EQ(grid()->selectedRecords().size(), 1) << "elsewhere it is about that record";
}

// What arrives for the record shows in its other cells, and not over what is being typed.
TEST_F(GridHabits, WhatIsBeingTypedStaysAsOtherChangesArrive) {
    Driver::clickCell(grid(), 0, columnOf("name"));
    Driver::type(name("Gannet"));
    typeIn(0, "notes", "Repainted");
    EXPECT_TRUE(Driver::until([this] { return shown(0, "notes") == u"Repainted"; }));
    Driver::type(name("s"));
    Driver::key(Qt::Key_Return);
    EXPECT_EQ(shown(0, "name"), u"Gannets");
}

TEST_F(GridHabits, TheFootSaysHowManyAreSelected) {
    const auto says = [this](const char* text) {
        for (const QLabel* label : page()->findChildren<QLabel*>()) {
            if (label->isVisible() && label->text().contains(name(text)))
                return true;
        }
        return false;
    };
    Driver::clickCell(grid(), 0, columnOf("name"));
    Driver::settle();
    EXPECT_FALSE(says("selected"));
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    EXPECT_TRUE(Driver::until([&] { return says("82 selected"); }));
}

TEST_F(GridHabits, SelectedRowsAreCountedOnceHoweverTheyWereSelected) {
    auto* selection = grid()->selectionModel();
    selection->clear();
    const auto select = [&](int top, int left, int bottom, int right) {
        selection->select(QItemSelection(grid()->model()->index(top, left),
                                         grid()->model()->index(bottom, right)),
                          QItemSelectionModel::Select);
    };
    select(5, 0, 8, 0);
    select(2, 1, 6, 3);
    select(10, 0, 10, 0);
    EXPECT_EQ(grid()->selectedRows(), (std::vector<std::pair<int, int>>{{2, 8}, {10, 10}}));
    EXPECT_EQ(grid()->selectedCount(), 8);
    EXPECT_EQ(grid()->selectedRecords().size(), 8);
}

TEST_F(GridHabits, ADraggedWidthOutlivesTheNextSort) {
    const int column = columnOf("name");
    const int wide = grid()->columnWidth(column) + 260; // wider than any that is fitted
    grid()->horizontalHeader()->resizeSection(column, wide);
    Driver::settle();
    grid()->applyWidths(); // as every sort and every lookup that arrives does
    EXPECT_EQ(grid()->columnWidth(column), wide);
    EXPECT_NE(grid()->columnWidth(columnOf("code")), wide);
}

// Two records of one name are told apart by their keys and what else is shown of them.
TEST_F(GridHabits, TheDeletionSaysWhichOfTwoOfOneName) {
    writeOutside(name("UPDATE aid SET name = 'Twin' WHERE id IN (1, 2)"));
    ASSERT_TRUE(Driver::until(
        [this] { return shown(0, "name") == u"Twin" && shown(1, "name") == u"Twin"; }));
    selectRows(0, 2);
    page()->action(ScreenPage::Command::Delete)->trigger();
    QWidget* question = Driver::find(name("delete-question"));
    ASSERT_NE(question, nullptr);
    const auto all = [question] {
        QStringList texts;
        for (const QLabel* label : question->findChildren<QLabel*>())
            texts += label->text();
        return texts.join(u'\n');
    };
    EXPECT_TRUE(Driver::until([&] {
        return all().contains(name("Twin (1, ")) && all().contains(name("Twin (2, "));
    })) << qPrintable(all());
    question->close();
}

// What changes many records is pressed, never set off by Return in a field.
TEST(DeliberateButton, IsPressedByCtrlReturnAndOnItselfOnly) {
    QDialog dialog;
    auto* layout = new QVBoxLayout(&dialog);
    auto* field = new QLineEdit;
    auto* other = new QPushButton(name("Another"));
    auto* run = new QPushButton(name("Change 5 records"));
    layout->addWidget(field);
    layout->addWidget(other);
    layout->addWidget(run);
    int pressed = 0;
    QObject::connect(run, &QPushButton::clicked, &dialog, [&] { ++pressed; });
    makeDeliberate(&dialog, run);
    dialog.show();
    dialog.activateWindow();
    field->setFocus();
    Driver::settle();
    QTest::keyClick(field, Qt::Key_Return);
    EXPECT_EQ(pressed, 0);
    QTest::keyClick(field, Qt::Key_Return, Qt::ControlModifier);
    EXPECT_EQ(pressed, 1);
    run->setFocus();
    QTest::keyClick(run, Qt::Key_Return);
    EXPECT_EQ(pressed, 2);
    run->setEnabled(false);
    QTest::keyClick(field, Qt::Key_Return, Qt::ControlModifier);
    EXPECT_EQ(pressed, 2);
}

} // namespace
