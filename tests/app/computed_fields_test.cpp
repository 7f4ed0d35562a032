// SPDX-License-Identifier: GPL-3.0-or-later
// What is computed of a record, and the words and tints that records bear.
#include "app/build/computed_panel.h"
#include "support/text.h"
#include "whole_example.h"

#include <QLabel>
#include <QMenu>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QTest>
#include <QToolButton>

using namespace gravin;
using namespace gravin::test;

namespace {

class ComputedFieldsInUse : public OpenDemonstration {
protected:
    ComputedPanel* panel() { return window().findChild<ComputedPanel*>(); }
    void openPanel() {
        auto* add = qobject_cast<QToolButton*>(Driver::find(name("add-field")));
        ASSERT_NE(add, nullptr);
        add->menu()->findChild<QAction*>(name("computed-fields"))->trigger();
        ASSERT_TRUE(Driver::until([this] { return panel() && panel()->isVisible(); }));
        Driver::settle();
    }
    // The expression of the chosen row.
    void typeExpression(const char* text) {
        auto* edit = panel()->findChild<QPlainTextEdit*>(name("computed-expression"));
        Driver::click(edit);
        edit->selectAll();
        Driver::type(name(text));
        Driver::settle();
    }
    QString note(const char* objectName) {
        return panel()->findChild<QLabel*>(name(objectName))->text();
    }
    bool canSet() { return panel()->findChild<QPushButton*>(name("computed-set"))->isEnabled(); }
};

TEST_F(ComputedFieldsInUse, OneIsStatedInBuildAndFollowsTheRecord) {
    Driver::key(Qt::Key_F9);
    Driver::settle();
    openPanel();
    // The first one can be typed at once.
    Driver::type(name("yearly"));
    Driver::key(Qt::Key_Return);
    Driver::settle();
    typeExpression("day_rat * 365");
    EXPECT_TRUE(note("computed-expression-note").contains(name("day_rate")))
        << "a near name is proposed";
    EXPECT_FALSE(canSet());
    typeExpression("day_rate * 365");
    EXPECT_TRUE(note("computed-expression-note").contains(name("current record: 144941.50")))
        << qPrintable(note("computed-expression-note"));
    ASSERT_TRUE(canSet()) << qPrintable(note("computed-note"));
    Driver::click(name("computed-set"), panel());
    ASSERT_TRUE(Driver::until([this] { return !panel(); }));
    Driver::settle(300);
    ASSERT_TRUE(Driver::until([this] { return grid()->model()->rowCount() > 0; }));
    EXPECT_EQ(workspace().project().computed.value(name("aid")).size(), 1);
    EXPECT_TRUE(window().isBuild());

    Driver::key(Qt::Key_F9);
    Driver::settle(200);
    ASSERT_TRUE(Driver::until([this] { return !shown(0, "yearly").isEmpty(); }));
    EXPECT_EQ(shown(0, "yearly").remove(u',').remove(u' '), name("144941.50"));
    // With an edit that is not saved yet, too; and nobody can write it.
    workspace().records()->type(
        grid()->gridModel()->binding()->screen(), grid()->gridModel()->recordAt(0),
        *grid()->gridModel()->binding()->screen().field(name("day_rate")), name("100"));
    Driver::settle();
    EXPECT_EQ(shown(0, "yearly").remove(u',').remove(u' '), name("36500.00"));
    const BoundField& yearly = *grid()->gridModel()->binding()->screen().field(name("yearly"));
    EXPECT_TRUE(grid()
                    ->gridModel()
                    ->binding()
                    ->readOnlyReason(yearly, grid()->gridModel()->recordAt(0))
                    .contains(name("day_rate * 365")));
    Driver::clickCell(grid(), 0, columnOf("yearly"));
    Driver::type(name("5"));
    EXPECT_EQ(shown(0, "yearly").remove(u',').remove(u' '), name("36500.00"));

    // A table with unsaved edits stays as it is; without them, undo takes the field away.
    workspace().document()->undoStack()->undo();
    EXPECT_NE(workspace().catalog().table(name("aid"))->column(name("yearly")), nullptr);
    workspace().records()->drafts(name("aid"))->discard(grid()->gridModel()->recordAt(0));
    ASSERT_TRUE(Driver::until([this] {
        return workspace().catalog().table(name("aid"))->column(name("yearly")) == nullptr;
    }));
    Driver::settle(200);
    ASSERT_TRUE(Driver::until([this] { return page() && grid()->model()->rowCount() > 0; }));
    EXPECT_EQ(grid()->gridModel()->binding()->screen().field(name("yearly")), nullptr);
}

TEST_F(ComputedFieldsInUse, NamesAreCompletedByReturn) {
    Driver::key(Qt::Key_F9);
    Driver::settle();
    openPanel();
    Driver::type(name("days"));
    Driver::key(Qt::Key_Return);
    Driver::settle();
    typeExpression("next_d");
    ASSERT_TRUE(Driver::until([] { return QApplication::activePopupWidget() != nullptr; }));
    // As the window system does it: keys go to what has popped up.
    QTest::keyClick(QApplication::activePopupWidget(), Qt::Key_Return);
    auto* edit = panel()->findChild<QPlainTextEdit*>(name("computed-expression"));
    EXPECT_EQ(edit->toPlainText(), name("next_due"));
    EXPECT_EQ(QApplication::activePopupWidget(), nullptr);
    EXPECT_TRUE(canSet());
}

TEST_F(ComputedFieldsInUse, WhatAReferenceLeadsToIsOfferedBehindAnArrow) {
    Driver::key(Qt::Key_F9);
    Driver::settle();
    openPanel();
    Driver::type(name("sector_name"));
    Driver::key(Qt::Key_Return);
    Driver::settle();
    typeExpression("sector_id ->");
    ASSERT_TRUE(Driver::until([] { return QApplication::activePopupWidget() != nullptr; }))
        << "the columns of the sector, without a letter typed";
    QTest::keyClick(QApplication::activePopupWidget(), Qt::Key_Escape);
    typeExpression("sector_id -> nam");
    ASSERT_TRUE(Driver::until([] { return QApplication::activePopupWidget() != nullptr; }));
    QTest::keyClick(QApplication::activePopupWidget(), Qt::Key_Return);
    auto* edit = panel()->findChild<QPlainTextEdit*>(name("computed-expression"));
    EXPECT_EQ(edit->toPlainText(), name("sector_id -> name"));
    EXPECT_TRUE(note("computed-expression-note").contains(name("follows a reference")))
        << qPrintable(note("computed-expression-note"));
    ASSERT_TRUE(canSet()) << qPrintable(note("computed-note"));
    Driver::click(name("computed-set"), panel());
    Driver::settle();
    const Table& aid = *workspace().catalog().table(name("aid"));
    EXPECT_GE(aid.indexOf(name("sector_name")), 0);
    EXPECT_GE(aid.indexOf(name("sector_id -> name")), 0) << "read with each record";
}

TEST_F(ComputedFieldsInUse, WhatAReferenceLeadsToIsPickedFromTheMenu) {
    Driver::key(Qt::Key_F9);
    Driver::settle();
    const auto menuOf = [](QMenu* menu, const char* text) -> QMenu* {
        for (QAction* action : menu->actions()) {
            if (action->text() == QString::fromUtf8(text) && action->menu()) {
                Q_EMIT action->menu()->aboutToShow();
                return action->menu();
            }
        }
        return nullptr;
    };
    auto* add = qobject_cast<QToolButton*>(Driver::find(name("add-field")));
    QMenu* behind = menuOf(add->menu(), "Behind sector_id");
    ASSERT_NE(behind, nullptr);
    ASSERT_NE(menuOf(behind, "Behind part_of_id"), nullptr) << "references lead on";
    for (QAction* action : behind->actions()) {
        if (action->text() == u"name")
            action->trigger();
    }
    Driver::settle(300);
    ASSERT_TRUE(Driver::until([this] { return page() && grid()->model()->rowCount() > 0; }));
    EXPECT_EQ(workspace().project().computed.value(name("aid")),
              (QList<ComputedField>{{name("sector_name"), name("sector_id -> name")}}));
    for (const Finding& finding : workspace().document()->findings())
        ADD_FAILURE() << qPrintable(finding.cause);
    Driver::key(Qt::Key_F9);
    ASSERT_TRUE(Driver::until([this] { return !shown(0, "sector_name").isEmpty(); }));
    EXPECT_EQ(shown(0, "sector_name"), shown(0, "sector_id")) << "the lookup shows the same name";
    // Another sector picked: its name at once, nothing saved.
    const RecordId first = grid()->gridModel()->recordAt(0);
    const BoundScreen& screen = grid()->gridModel()->binding()->screen();
    const QString before = shown(0, "sector_name");
    const Value other = Value::integer(
        workspace().records()
                    ->store(name("aid"))
                    ->record(first.key)
                    ->values[static_cast<size_t>(screen.table->indexOf(name("sector_id")))]
                    .asInteger() == 1
            ? 2
            : 1);
    workspace().records()->choose(screen, first, *screen.field(name("sector_id")), other);
    ASSERT_TRUE(Driver::until(
        [&] { return !shown(0, "sector_name").isEmpty() && shown(0, "sector_name") != before; }));
    EXPECT_EQ(shown(0, "sector_name"), shown(0, "sector_id"));
}

TEST_F(ComputedFieldsInUse, RenamingKeepsItsPlaceAndRemovingTakesItOff) {
    workspace().document()->change(name("computed"), [](Project& project) {
        setComputed(project, name("aid"), {{name("yearly"), name("day_rate * 365")}});
        project.screenById(name("aid"))->fields.prepend(ScreenField{name("yearly")});
    });
    workspace().document()->change(name("renamed"), [](Project& project) {
        setComputed(project, name("aid"), {{name("per_year"), name("day_rate * 365")}});
    });
    EXPECT_EQ(workspace().project().screenById(name("aid"))->fields.front().column,
              name("per_year"));
    workspace().document()->change(name("removed"),
                                   [](Project& project) { setComputed(project, name("aid"), {}); });
    EXPECT_NE(workspace().project().screenById(name("aid"))->fields.front().column,
              name("per_year"));
    EXPECT_TRUE(workspace().project().computed.value(name("aid")).isEmpty());
    EXPECT_TRUE(workspace().document()->findings().empty());
}

TEST_F(ComputedFieldsInUse, RecordsBearTheirTags) {
    workspace().document()->change(name("tags"), [](Project& project) {
        project.checks[name("aid")].tags = {
            {name("day_rate > 500"), name("dear"), {}, name("#A3263B")},
            {name("next_due < DATE '2026-12-01'"), name("soon"), name("next_due"), {}}};
    });
    Driver::settle(200);
    const auto cell = [this](int row, const char* column) {
        return grid()->model()->index(row, columnOf(column));
    };
    const auto rowOf = [&](const char* aid) {
        for (int row = 0; row < grid()->model()->rowCount(); ++row) {
            if (cell(row, "name").data().toString() == name(aid))
                return row;
        }
        return -1;
    };
    const int dear = rowOf("Long Sand E");
    ASSERT_GE(dear, 0);
    EXPECT_EQ(cell(dear, "name").data(GridModel::TagRole).toString(), name("dear"));
    EXPECT_EQ(cell(dear, "code").data(GridModel::TagRole).toString(), QString());
    EXPECT_EQ(cell(dear, "code").data(GridModel::TintRole).value<QColor>(), QColor(0xA3263B))
        << "the whole record is tinted";
    EXPECT_EQ(cell(dear, "next_due").data(GridModel::TagRole).toString(), name("soon"));
    EXPECT_TRUE(cell(dear, "next_due").data(Qt::ToolTipRole).toString().contains(name("soon")));
    const int other = rowOf("Old Maid");
    EXPECT_FALSE(cell(other, "code").data(GridModel::TintRole).value<QColor>().isValid());

    // Edits count before they are saved, in the form too.
    Driver::clickCell(grid(), other, columnOf("name"));
    workspace().records()->type(grid()->gridModel()->binding()->screen(), grid()->currentRecord(),
                                *grid()->gridModel()->binding()->screen().field(name("day_rate")),
                                name("501"));
    EXPECT_EQ(cell(other, "name").data(GridModel::TagRole).toString(), name("dear"));
    auto* words = qobject_cast<QLabel*>(Driver::find(name("record-tags"), form()));
    ASSERT_NE(words, nullptr);
    EXPECT_TRUE(Driver::until([&] { return words->text() == name("dear"); }));
}

} // namespace
