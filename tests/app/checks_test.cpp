// SPDX-License-Identifier: GPL-3.0-or-later
// What must hold: stated in Build as a developer would, met in Use by the person who keys data in.
#include "app/build/checks_panel.h"
#include "whole_example.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMenu>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTest>
#include <QToolButton>
#include <QTreeWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

QString name(const char* text) { return QString::fromUtf8(text); }

class CheckedScreen : public OpenDemonstration {
protected:
    void SetUp() override {
        OpenDemonstration::SetUp();
        window().showScreen(name("visit"));
        ASSERT_TRUE(Driver::until([this] {
            return page()->grid()->gridModel()->binding()->tableName() == u"visit" &&
                   page()->grid()->model()->rowCount() > 0;
        }));
        Driver::settle(200);
    }

    ChecksPanel* panel() { return window().findChild<ChecksPanel*>(); }
    template <typename Part>
    Part* part(const char* objectName) {
        auto* found = panel() ? panel()->findChild<Part*>(name(objectName)) : nullptr;
        EXPECT_NE(found, nullptr) << objectName;
        return found;
    }
    void openPanel() {
        if (!page()->plate()->isVisible())
            Driver::key(Qt::Key_F9);
        Driver::click(name("checks"), &window());
        ASSERT_TRUE(Driver::until([this] { return panel() && panel()->isVisible(); }));
        Driver::settle();
    }
    void add(const char* kind) {
        QMenu* menu = part<QPushButton>("check-add")->menu();
        for (QAction* action : menu->actions()) {
            if (action->text() == name(kind))
                action->trigger();
        }
        Driver::settle();
    }
    void typeInto(const char* objectName, const char* text) {
        Driver::click(part<QWidget>(objectName));
        Driver::type(name(text));
        Driver::settle();
    }
    void set() {
        EXPECT_TRUE(part<QPushButton>("checks-set")->isEnabled())
            << qPrintable(part<QPushButton>("checks-set")->toolTip());
        Driver::click(name("checks-set"), panel());
        ASSERT_TRUE(Driver::until([this] { return !panel(); }));
    }
    QString setting(const char* column, const char* text) {
        const BoundField* field = grid()->gridModel()->binding()->screen().field(name(column));
        workspace().type(grid()->gridModel()->binding()->screen(), current(), *field, name(text));
        Driver::settle();
        return saveReason();
    }
    RecordId current() { return grid()->gridModel()->recordAt(grid()->currentIndex().row()); }
    QString saveReason() { return grid()->gridModel()->binding()->saveReason(current()); }
};

TEST_F(CheckedScreen, FiveRulesAreStatedOnThePanel) {
    openPanel();
    EXPECT_EQ(part<QListWidget>("checks-list")->count(), 0);

    add("Range");
    ASSERT_TRUE(Driver::choose(part<QComboBox>("check-field"), name("Hours")));
    typeInto("check-least", "0.1");
    typeInto("check-most", "24");
    add("Condition");
    typeInto("expression", "cost IS NULL OR cost < 100000");
    EXPECT_TRUE(part<QLabel>("expression-note")->text().contains(name("current record")));
    add("Condition");
    typeInto("expression", "visted_on <= CURRENT_DATE");
    EXPECT_TRUE(part<QLabel>("expression-note")->text().contains(name("visited_on")))
        << "a near name is proposed";
    EXPECT_FALSE(part<QPushButton>("checks-set")->isEnabled());
    part<QPlainTextEdit>("expression")->clear();
    typeInto("expression", "visited_on <= CURRENT_DATE + INTERVAL '400' DAY");
    ASSERT_TRUE(Driver::choose(part<QComboBox>("check-severity"),
                               name("it is said, and saving once more lets it pass")));
    add("Filled in");
    ASSERT_TRUE(Driver::choose(part<QComboBox>("check-field"), name("Vessel")));
    add("Unique");
    ASSERT_TRUE(Driver::choose(part<QComboBox>("check-field"), name("Reported at")));
    set();

    const QList<Check> checks = workspace().project().checks.value(name("visit")).checks;
    ASSERT_EQ(checks.size(), 5);
    EXPECT_EQ(checks[0].least, name("0.1"));
    EXPECT_EQ(checks[2].severity, Severity::Warn);
    EXPECT_EQ(checks[3].column, name("vessel_id"));
    const QModelIndex cell =
        page()->plate()->plateModel()->indexOf(PlateLine::Checks, name("hours"));
    EXPECT_EQ(cell.data().toString(), name("from 0.1 to 24"));

    // One step of undo takes all of them back.
    workspace().undoStack()->undo();
    EXPECT_TRUE(workspace().project().checks.isEmpty());
}

TEST_F(CheckedScreen, APlatesFieldIsTakenOverAndReturnSets) {
    Driver::key(Qt::Key_F9);
    page()->plate()->setCurrent(PlateLine::Label, name("cost"));
    openPanel();
    add("Range");
    EXPECT_EQ(part<QComboBox>("check-field")->currentText(), name("Cost"));
    EXPECT_EQ(part<QLineEdit>("check-message")->placeholderText(), QString()) << "half a check";
    typeInto("check-least", "0");
    EXPECT_EQ(part<QLineEdit>("check-message")->placeholderText(),
              name("Cost must be at least 0."));
    Driver::key(Qt::Key_Return);
    ASSERT_TRUE(Driver::until([this] { return !panel(); }));
    const QList<Check> checks = workspace().project().checks.value(name("visit")).checks;
    ASSERT_EQ(checks.size(), 1);
    EXPECT_EQ(checks[0].column, name("cost"));
}

TEST_F(CheckedScreen, TheyAreMetWhereDataIsKeyedIn) {
    Check range;
    range.kind = CheckKind::Range;
    range.column = name("hours");
    range.most = name("24");
    Check later;
    later.condition = name("done IS FALSE OR cost > 10");
    later.column = name("cost");
    later.severity = Severity::Warn;
    workspace().change(name("checks"), [&](Project& project) {
        project.checks[name("visit")].checks = {range, later};
    });
    grid()->setCurrentIndex(grid()->model()->index(0, columnOf("hours")));
    Driver::settle();

    EXPECT_TRUE(setting("hours", "24.5").contains(name("1 thing to mend")));
    const QModelIndex cell = grid()->model()->index(0, columnOf("hours"));
    EXPECT_TRUE(cell.data(GridModel::ProblemRole).toBool());
    EXPECT_TRUE(cell.data(Qt::ToolTipRole).toString().contains(name("at most 24")));
    EXPECT_EQ(cell.data().toString().remove(u'.').remove(u','), name("245"))
        << "what was typed stays";
    EXPECT_EQ(setting("hours", "23.5"), QString());
    EXPECT_FALSE(cell.data(GridModel::ProblemRole).toBool());

    // A warning does not stop, but is told once.
    EXPECT_EQ(setting("done", "yes"), QString());
    EXPECT_EQ(setting("cost", "9"), QString());
    const QModelIndex cost = grid()->model()->index(0, columnOf("cost"));
    EXPECT_TRUE(cost.data(GridModel::WarningRole).toBool());
    EXPECT_FALSE(cost.data(GridModel::ProblemRole).toBool());
    const RecordId id = current();
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    Driver::settle(200);
    ASSERT_NE(workspace().drafts(name("visit"))->find(id), nullptr) << "told, not saved";
    EXPECT_TRUE(grid()->gridModel()->binding()->isWarned(id));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(
        Driver::until([&] { return workspace().drafts(name("visit"))->find(id) == nullptr; }));
}

TEST_F(CheckedScreen, WhatDoesNotFitIsCountedAndMended) {
    auto* count = window().findChild<QToolButton*>(name("findings-count"));
    ASSERT_NE(count, nullptr);
    Driver::key(Qt::Key_F9);
    EXPECT_FALSE(count->isVisible()) << "the demonstration fits";
    workspace().change(name("break"), [](Project& project) {
        project.screenById(name("visit"))->fields += ScreenField{name("hour")};
        Check check;
        check.condition = name("hours > 0");
        check.message = name("m");
        project.checks[name("visit")].checks = {check};
        project.checks[name("visit")].checks[0].condition = name("hour > 0");
    });
    ASSERT_TRUE(count->isVisible());
    EXPECT_EQ(count->text(), name("2 findings"));
    Driver::click(count);
    auto panel = [&] { return window().findChild<QDialog*>(name("findings-panel")); };
    ASSERT_TRUE(Driver::until([&] { return panel() && panel()->isVisible(); }));
    auto* list = panel()->findChild<QTreeWidget*>(name("findings"));
    ASSERT_EQ(list->topLevelItemCount(), 2);

    // The records are asked in the background.
    auto* summary = panel()->findChild<QLabel*>(name("findings-summary"));
    Driver::click(name("findings-ask"), panel());
    EXPECT_TRUE(Driver::until([&] {
        return !summary->text().contains(name("being asked")) &&
               !summary->text().contains(name("not been asked"));
    }));
    Driver::click(name("findings-mend"), panel());
    Driver::settle();
    EXPECT_EQ(list->topLevelItemCount(), 1);
    Driver::click(name("findings-mend"), panel());
    Driver::settle();
    EXPECT_EQ(list->topLevelItemCount(), 0);
    EXPECT_FALSE(count->isVisible());
    EXPECT_EQ(workspace().project().checks[name("visit")].checks[0].condition, name("hours > 0"));
    workspace().undoStack()->undo();
    EXPECT_EQ(workspace().findings().size(), 1U);
    panel()->close();
}

} // namespace
