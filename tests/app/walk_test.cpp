// SPDX-License-Identifier: GPL-3.0-or-later
// The walk through the demonstration: each step goes on once it was done, and it is taken up where
// it was left.
#include "app/commands/command_list.h"
#include "app/history/change_log_panel.h"
#include "app/history/rollback_dialog.h"
#include "app/shell/walk_band.h"
#include "support/text.h"
#include "whole_example.h"

#include <QLabel>
#include <QPushButton>
#include <QSettings>

using namespace gravin;
using namespace gravin::test;

namespace {

class Walk : public OpenDemonstration {
protected:
    void SetUp() override {
        forget();
        begin();
    }
    void TearDown() override {
        closeWindow();
        forget();
    }
    // What a person's settings remember, as of somebody who never was here.
    static void forget() {
        for (const char* of : {"walk", "left-off"})
            QSettings(QSettings::IniFormat, QSettings::UserScope, name("gravin"), name(of)).clear();
    }
    void begin() {
        beginWithout();
        window().openDemonstration(true);
        ASSERT_TRUE(
            Driver::until([this] { return page() && page()->grid()->model()->rowCount() > 0; }));
        window().activateWindow();
        Driver::settle(300);
    }
    WalkBand* band() { return window().findChild<WalkBand*>(); }
    bool isAt(int step) {
        return Driver::until([&] { return WalkBand::reached() == step && band()->isVisible(); });
    }
    void run(const char* command) { window().commands()->run(name(command)); }
};

TEST_F(Walk, EachStepGoesOnOnceItIsDone) {
    ASSERT_TRUE(isAt(1));
    EXPECT_TRUE(band()->text().contains(name("Ctrl+G")));
    Driver::key(Qt::Key_G, Qt::ControlModifier);
    Driver::type(name("cooper"));
    Driver::key(Qt::Key_Return);
    ASSERT_TRUE(isAt(2)) << qPrintable(band()->text());
    typeIn(grid()->currentIndex().row(), "name", "Walked rock");
    page()->save();
    ASSERT_TRUE(isAt(3));
    Driver::key(Qt::Key_H, Qt::ControlModifier);
    ASSERT_TRUE(isAt(4));
    Driver::settle(300);
    auto* panel = window().changeLog();
    ASSERT_NE(panel, nullptr);
    window().changeLog()->chooseNewest();
    ASSERT_TRUE(Driver::until([&] {
        auto* button = panel->findChild<QPushButton*>(name("roll-back"));
        return button && button->isEnabled();
    }));
    Driver::click(name("roll-back"), panel);
    auto* run = Driver::find(name("rollback-run"));
    ASSERT_NE(run, nullptr);
    ASSERT_TRUE(Driver::until([&] { return run->isEnabled(); }));
    Driver::click(run);
    ASSERT_TRUE(isAt(5));
    workspace().document()->change(
        name("order"), [](Project& project) { project.screens.front().fields.move(1, 3); });
    ASSERT_TRUE(isAt(WalkBand::Steps + 1));
    Driver::click(name("walk-leave"));
    EXPECT_FALSE(band()->isVisible());
}

// A person without the guide, who does what the walk says: what it takes.
TEST_F(Walk, ByKeysAlone) {
    ASSERT_TRUE(isAt(1));
    int actions = 0;
    const auto key = [&](Qt::Key which, Qt::KeyboardModifiers modifiers = {}) {
        Driver::key(which, modifiers);
        Driver::settle(250);
        ++actions;
    };
    const auto type = [&](const char* text) {
        Driver::type(name(text));
        Driver::settle(250);
        ++actions;
    };
    key(Qt::Key_G, Qt::ControlModifier);
    type("cooper");
    key(Qt::Key_Return);
    ASSERT_TRUE(isAt(2));
    key(Qt::Key_Right); // from the code to the name
    type("Walked rock");
    key(Qt::Key_Return);
    key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(isAt(3));
    key(Qt::Key_H, Qt::ControlModifier);
    ASSERT_TRUE(isAt(4));
    auto* button = window().changeLog()->findChild<QPushButton*>(name("roll-back"));
    ASSERT_TRUE(Driver::until([&] { return button->isEnabled(); }));
    for (int tabs = 0; tabs < 12 && QApplication::focusWidget() != button; ++tabs)
        key(Qt::Key_Tab);
    ASSERT_EQ(QApplication::focusWidget(), button);
    key(Qt::Key_Space);
    auto* run = Driver::find(name("rollback-run"));
    ASSERT_NE(run, nullptr);
    ASSERT_TRUE(Driver::until([&] { return run->isEnabled(); }));
    key(Qt::Key_Return, Qt::ControlModifier);
    ASSERT_TRUE(isAt(5));
    key(Qt::Key_F9);
    auto* plate = BuildFace::of(page())->plate();
    while (plate->currentIndex().row() < plateRow(PlateLine::Order))
        key(Qt::Key_Down);
    type("3");
    key(Qt::Key_Return);
    ASSERT_TRUE(isAt(WalkBand::Steps + 1));
    std::printf("the walk by keys alone: %d actions\n", actions);
    EXPECT_LE(actions, 40);
}

TEST_F(Walk, ByMouseAloneButForWhatIsTyped) {
    ASSERT_TRUE(isAt(1));
    int actions = 0;
    const auto click = [&](QWidget* widget) {
        ASSERT_NE(widget, nullptr);
        Driver::click(widget);
        Driver::settle(250);
        ++actions;
    };
    Driver::clickCell(grid(), 6, columnOf("name"));
    ++actions;
    ASSERT_TRUE(isAt(2));
    Driver::doubleClickCell(grid(), 6, columnOf("name"));
    Driver::type(name("Walked rock"));
    actions += 2;
    Driver::clickCell(grid(), 6, columnOf("code"));
    ++actions;
    auto* save = page()->findChild<QPushButton*>(name("save-record"));
    ASSERT_TRUE(Driver::until([&] { return save->isEnabled(); }));
    click(save);
    ASSERT_TRUE(isAt(3));
    // Menu, Look back, History of this record.
    run("record-history");
    actions += 3;
    ASSERT_TRUE(isAt(4));
    auto* button = window().changeLog()->findChild<QPushButton*>(name("roll-back"));
    ASSERT_TRUE(Driver::until([&] { return button->isEnabled(); }));
    click(button);
    auto* runs = Driver::find(name("rollback-run"));
    ASSERT_NE(runs, nullptr);
    ASSERT_TRUE(Driver::until([&] { return runs->isEnabled(); }));
    click(runs);
    ASSERT_TRUE(isAt(5));
    click(Driver::find(name("switch-build")));
    auto* plate = BuildFace::of(page())->plate();
    const auto label = [&](int column) {
        return plate->visualRect(plate->plateModel()->index(plateRow(PlateLine::Label), column))
            .center();
    };
    Driver::drag(plate->viewport(), label(0), label(2) + QPoint(20, 0));
    ++actions;
    ASSERT_TRUE(isAt(WalkBand::Steps + 1));
    std::printf("the walk by mouse: %d actions\n", actions);
    EXPECT_LE(actions, 20);
}

TEST_F(Walk, IsLeftAndTakenUpWhereItWasAlsoByTheNextWindow) {
    ASSERT_TRUE(isAt(1));
    Driver::click(name("walk-skip"));
    ASSERT_TRUE(isAt(2));
    Driver::click(name("walk-leave"));
    EXPECT_FALSE(band()->isVisible());
    closeWindow();
    beginWithout();
    window().openDemonstration(false);
    ASSERT_TRUE(Driver::until([this] { return page() && band(); }));
    Driver::settle(200);
    EXPECT_FALSE(band()->isVisible()) << "it was left";
    run("walk");
    EXPECT_TRUE(isAt(2));
}

TEST_F(Walk, OtherProjectsHaveNone) {
    const auto project = writeDemonstration(folder());
    ASSERT_TRUE(project);
    window().openProject(*project);
    ASSERT_TRUE(Driver::until([&] {
        return window().workspace() && workspace().document()->file() == *project && page();
    }));
    Driver::settle(200);
    EXPECT_FALSE(band()->isVisible());
    // The command leads to the demonstration.
    run("walk");
    EXPECT_TRUE(Driver::until([&] { return workspace().document()->file() != *project; }));
    EXPECT_TRUE(isAt(1));
}

} // namespace
