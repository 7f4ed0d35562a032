// SPDX-License-Identifier: GPL-3.0-or-later
// What must hold: stated in Build as a developer would, met in Use by the person who keys data in.
#include "app/build/build_face.h"
#include "app/build/checks_panel.h"
#include "app/use/edit_window.h"
#include "app/use/open_edits.h"
#include "support/text.h"
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

#include <algorithm>

using namespace gravin;
using namespace gravin::test;

namespace {

class CheckedScreen : public OpenDemonstration {
protected:
    void SetUp() override {
        OpenDemonstration::SetUp();
        window().showScreen(name("visit"));
        ASSERT_TRUE(Driver::until([this] {
            return page()->grid()->gridModel()->binding()->tableName() == u"visit" &&
                   page()->grid()->model()->rowCount() > 0;
        }));
        ASSERT_TRUE(Driver::until([this] { return areRowsRead(); }));
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
        if (!BuildFace::of(page())->plate()->isVisible())
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
        workspace().records()->type(grid()->gridModel()->binding()->screen(), current(), *field,
                                    name(text));
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
        BuildFace::of(page())->plate()->plateModel()->indexOf(PlateLine::Checks, name("hours"));
    EXPECT_EQ(cell.data().toString(), name("from 0.1 to 24"));

    // One step of undo takes all of them back.
    workspace().document()->undoStack()->undo();
    EXPECT_TRUE(workspace().project().checks.value(name("visit")).checks.isEmpty());
}

TEST_F(CheckedScreen, TheCurrentRecordIsTriedAsSoonAsItIsRead) {
    Driver::key(Qt::Key_F9);
    workspace().records()->store(name("visit"))->forgetAll();
    Driver::click(name("checks"), &window());
    ASSERT_TRUE(Driver::until([this] { return panel() && panel()->isVisible(); }));
    add("Condition");
    typeInto("expression", "hours IS NULL OR hours > 0");
    EXPECT_TRUE(Driver::until([this] {
        return part<QLabel>("expression-note")->text() == name("The current record meets it.");
    })) << qPrintable(part<QLabel>("expression-note")->text());
}

TEST_F(CheckedScreen, APlatesFieldIsTakenOverAndReturnSets) {
    Driver::key(Qt::Key_F9);
    BuildFace::of(page())->plate()->setCurrent(PlateLine::Label, name("cost"));
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

TEST_F(CheckedScreen, AKindOffersOnlyTheFieldsItCanBeAbout) {
    Driver::key(Qt::Key_F9);
    BuildFace::of(page())->plate()->setCurrent(PlateLine::Label, name("cost"));
    openPanel();
    add("Length");
    auto* fields = part<QComboBox>("check-field");
    EXPECT_EQ(fields->currentText(), name("Report")) << "a cost has no length";
    EXPECT_TRUE(fields->hasFocus());
    Driver::key(Qt::Key_Up, {}, 3);
    EXPECT_EQ(fields->currentText(), name("Report")) << "it is the only text";
    add("Unique");
    EXPECT_EQ(fields->currentText(), name("Cost"));
    Driver::key(Qt::Key_Down);
    EXPECT_NE(fields->currentText(), name("Cost per hour")) << "what is computed is not stored";
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
    workspace().document()->change(name("checks"), [&](Project& project) {
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
    ASSERT_NE(workspace().records()->drafts(name("visit"))->find(id), nullptr) << "told, not saved";
    EXPECT_TRUE(grid()->gridModel()->binding()->isWarned(id));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(Driver::until(
        [&] { return workspace().records()->drafts(name("visit"))->find(id) == nullptr; }));
}

TEST_F(CheckedScreen, WhatDoesNotFitIsCountedAndMended) {
    auto* count = window().findChild<QToolButton*>(name("findings-count"));
    ASSERT_NE(count, nullptr);
    Driver::key(Qt::Key_F9);
    EXPECT_FALSE(count->isVisible()) << "the demonstration fits";
    workspace().document()->change(name("break"), [](Project& project) {
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
    workspace().document()->undoStack()->undo();
    EXPECT_EQ(workspace().document()->findings().size(), 1U);
    panel()->close();
}

// One definition, met on every way in which a person writes: cell, form, edit window, new record,
// and a change of many. None of them gets past it, and what was typed is there still.
TEST_F(CheckedScreen, EveryWayToWriteMeetsTheCheck) {
    window().showScreen(name("aid"));
    ASSERT_TRUE(
        Driver::until([this] { return grid()->gridModel()->binding()->tableName() == u"aid"; }));
    Driver::settle(200);
    Check onlyLost;
    onlyLost.condition = name("status <> 'withdrawn' OR name LIKE 'Lost%'");
    onlyLost.column = name("status");
    onlyLost.message = name("Only what is lost is withdrawn.");
    workspace().document()->change(
        name("check"), [&](Project& project) { project.checks[name("aid")].checks = {onlyLost}; });
    const auto refusedBy = [this](QWidget* form) {
        auto* reason = qobject_cast<QLabel*>(Driver::find(name("save-reason"), form));
        return Driver::until([&] { return reason->text().contains(name("1 thing to mend")); }) &&
               !Driver::find(name("save-record"), form)->isEnabled();
    };
    const auto withdrawnIn = [](QWidget* form) {
        return Driver::choose(Driver::find(name("field:status"), form), name("withdrawn"));
    };

    // A cell of the grid.
    Driver::clickCell(grid(), 1, columnOf("name"));
    const QModelIndex cell = grid()->model()->index(1, columnOf("status"));
    workspace().records()->type(grid()->gridModel()->binding()->screen(), current(),
                                *grid()->gridModel()->binding()->screen().field(name("status")),
                                name("withdrawn"));
    EXPECT_TRUE(cell.data(GridModel::ProblemRole).toBool());
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    Driver::settle(200);
    EXPECT_EQ(storedText(2, "status"), "needs repair");
    EXPECT_EQ(shown(1, "status"), name("withdrawn")) << "what was chosen stays";

    // The form beside it shows the same draft; another record is chosen in it.
    EXPECT_TRUE(refusedBy(form()));
    Driver::clickCell(grid(), 2, columnOf("name"));
    ASSERT_TRUE(withdrawnIn(form()));
    EXPECT_TRUE(refusedBy(form()));

    // An edit window.
    Driver::clickCell(grid(), 4, columnOf("name"));
    Driver::key(Qt::Key_Return, Qt::ControlModifier);
    ASSERT_TRUE(Driver::until([this] { return !window().openEdits()->windows().isEmpty(); }));
    EditWindow* edit = window().openEdits()->windows().at(0);
    ASSERT_TRUE(withdrawnIn(edit));
    EXPECT_TRUE(refusedBy(edit));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    Driver::settle(200);
    EXPECT_TRUE(edit->hasDraft());
    EXPECT_EQ(storedText(5, "status"), "needs repair");
    window().openEdits()->closeAll();

    // A new record.
    page()->action(ScreenPage::Command::New)->trigger();
    Driver::settle();
    const RecordId fresh = grid()->currentRecord();
    ASSERT_TRUE(fresh.isNew());
    workspace().records()->type(grid()->gridModel()->binding()->screen(), fresh,
                                *grid()->gridModel()->binding()->screen().field(name("status")),
                                name("withdrawn"));
    workspace().records()->type(grid()->gridModel()->binding()->screen(), fresh,
                                *grid()->gridModel()->binding()->screen().field(name("name")),
                                name("Found"));
    const auto problems = workspace().records()->problems(name("aid"), fresh);
    EXPECT_TRUE(std::any_of(problems.begin(), problems.end(), [&](const Problem& problem) {
        return problem.message == onlyLost.message;
    }));
    workspace().records()->drafts(name("aid"))->discard(fresh);

    // Many at once: refused at the one door, with its words, and nothing is written.
    Driver::clickCell(grid(), 10, columnOf("status"));
    Driver::clickCell(grid(), 14, columnOf("status"), Qt::ShiftModifier);
    Driver::click(name("bulk-update"));
    ASSERT_TRUE(Driver::choose(Driver::find(name("bulk-field")), name("Status")));
    QWidget* dialog = Driver::find(name("bulk-dialog"));
    ASSERT_TRUE(withdrawnIn(dialog));
    auto* reason = qobject_cast<QLabel*>(Driver::find(name("bulk-reason"), dialog));
    QWidget* run = Driver::find(name("bulk-run"), dialog);
    ASSERT_TRUE(Driver::until(
        [&] { return run->isEnabled() || reason->text().contains(onlyLost.message); }));
    if (run->isEnabled())
        Driver::click(run);
    EXPECT_TRUE(Driver::until([&] { return reason->text().contains(onlyLost.message); }))
        << qPrintable(reason->text());
    EXPECT_EQ(storedText(11, "status"), "in service");
}

} // namespace
