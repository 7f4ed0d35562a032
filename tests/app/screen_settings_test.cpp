// SPDX-License-Identifier: GPL-3.0-or-later
// A screen's own settings: it is copied, its row actions are renamed and ordered.
#include "app/build/screen_settings.h"
#include "app/commands/command_list.h"
#include "support/text.h"
#include "whole_example.h"

#include <QListWidget>
#include <QPushButton>

using namespace gravin;
using namespace gravin::test;

namespace {

class Settings : public OpenDemonstration {
protected:
    ScreenSettings* openSettings() {
        if (!window().isBuild())
            Driver::key(Qt::Key_F9);
        window().commands()->run(name("screen-settings"));
        Driver::settle(200);
        return page()->findChild<ScreenSettings*>();
    }
};

TEST_F(Settings, ACopyStandsBehindItWithAllThatIsKeptForIt) {
    workspace().document()->change(name("kept"), [](Project& project) {
        project.lists += {name("due"), name("aid"), {}};
        project.lists += {name("other"), name("visit"), {}};
    });
    ScreenSettings* settings = openSettings();
    ASSERT_NE(settings, nullptr);
    Driver::click(name("screen-copy"), settings);
    EXPECT_TRUE(Driver::until([this] { return page() && page()->screenLabel() == u"Aids, copy"; }));
    const Project& project = workspace().project();
    const Screen* original = project.screenById(name("aid"));
    const Screen* copy = project.screenById(name("aid-2"));
    ASSERT_NE(copy, nullptr);
    EXPECT_EQ(copy - original, 1);
    EXPECT_EQ(copy->fields, original->fields);
    EXPECT_NE(project.list(name("aid-2"), name("due")), nullptr);
    EXPECT_EQ(project.list(name("aid-2"), name("other")), nullptr);
    // What is shaped on one is not shaped on the other; one undo takes the copy back.
    workspace().document()->change(name("label"), [](Project& changed) {
        changed.screenById(name("aid-2"))->fields.removeLast();
    });
    EXPECT_NE(project.screenById(name("aid"))->fields.size(),
              project.screenById(name("aid-2"))->fields.size());
    workspace().document()->undoStack()->undo();
    workspace().document()->undoStack()->undo();
    EXPECT_EQ(workspace().project().screenById(name("aid-2")), nullptr);
}

TEST_F(Settings, RowActionsAreRenamedAndKeepTheirPlace) {
    ScreenSettings* settings = openSettings();
    ASSERT_NE(settings, nullptr);
    auto* actions = settings->findChild<QListWidget*>(name("screen-actions"));
    const int before = actions->count();
    ASSERT_GE(before, 2);
    actions->item(0)->setText(name("Look closely"));
    Driver::settle(200);
    const auto kept = [this] { return *workspace().project().screenById(name("aid"))->actions; };
    EXPECT_EQ(kept().front().label, name("Look closely"));
    EXPECT_EQ(kept().front().kind, RowAction::Kind::Open);
    EXPECT_EQ(actions->count(), before) << "the usual one is not offered beside it";
    EXPECT_EQ(actions->item(0)->text(), name("Look closely"));
    actions->item(0)->setText(QString());
    Driver::settle(200);
    EXPECT_TRUE(kept().front().label.isEmpty());
    EXPECT_EQ(actions->item(0)->text(), name("Open in window"));
    workspace().document()->undoStack()->undo();
    EXPECT_EQ(kept().front().label, name("Look closely"));
}

} // namespace
