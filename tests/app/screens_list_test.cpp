// SPDX-License-Identifier: GPL-3.0-or-later
// What a screen's list begins with for everyone, and lists that the project keeps: set up in Build
// in the list itself, met in Use.
#include "app/use/lists/filter_bar.h"
#include "support/text.h"
#include "whole_example.h"

#include <QInputDialog>
#include <QLineEdit>
#include <QMenu>
#include <QTest>
#include <QToolButton>

using namespace gravin;
using namespace gravin::test;

namespace {

class ScreensList : public OpenDemonstration {
protected:
    // Of the menu of kept lists.
    static void pick(const char* begins) {
        Driver::click(name("saved-lists"));
        auto* menu = qobject_cast<QMenu*>(Driver::find(name("saved-menu")));
        ASSERT_NE(menu, nullptr);
        bool isThere = false;
        for (QAction* action : menu->actions()) {
            if (!isThere && action->text().startsWith(QString::fromUtf8(begins))) {
                isThere = true;
                EXPECT_TRUE(action->isEnabled()) << begins;
                action->trigger();
            }
        }
        EXPECT_TRUE(isThere) << begins;
        menu->close();
        Driver::settle(200);
    }
    // In Build: aids without a reflector only, by name downward, without their day rate.
    void setUpInBuild() {
        Driver::key(Qt::Key_F9);
        Driver::settle();
        FilterBar* bar = page()->filterBar();
        bar->add({name("radar_reflector"), name("Radar reflector is no"),
                  name("radar_reflector = FALSE")});
        bar->sortBy(name("name"), false);
        bar->sortBy(name("name"), false);
        bar->hide(name("day_rate"));
        Driver::settle(200);
    }
    void use() {
        Driver::key(Qt::Key_F9);
        Driver::settle(200);
    }
    QString firstName() { return shown(0, "name"); }
    // Counted, once the list has been read.
    bool becomes(int records) {
        return Driver::until([&] { return grid()->model()->rowCount() == records; });
    }
    int without() const {
        const auto session = Session::open({Engine::Sqlite, folder() + name("/harbour.db"), true},
                                           Session::Access::ReadOnly);
        return (*session)
            ->scalar(name("SELECT COUNT(*) FROM aid WHERE radar_reflector = 0"))
            ->toInt();
    }
};

TEST_F(ScreensList, BeginsAsItWasSetUpInBuildAndPeoplesOwnComesOnTop) {
    setUpInBuild();
    pick("The screen begins with this list");
    const ListSetUp& kept = workspace().project().screen(name("aid"))->list;
    ASSERT_EQ(kept.filters.size(), 1);
    EXPECT_FALSE(kept.filters[0].fixed);
    EXPECT_EQ(kept.sort, (SortOrder{{name("name"), true}}));
    EXPECT_EQ(kept.hidden, QStringList{name("day_rate")});
    use();
    // A page of its own, as one who opens the project has it.
    window().showScreen(name("visit"));
    Driver::settle(300);
    window().showScreen(name("aid"));
    ASSERT_TRUE(becomes(without()));
    EXPECT_TRUE(grid()->isColumnHidden(columnOf("day_rate")));
    const QString last = firstName();
    // One's own on top, and undone by one key.
    page()->filterBar()->sortBy(name("name"), false);
    page()->filterBar()->clearFilters();
    ASSERT_TRUE(becomes(82));
    EXPECT_NE(firstName(), last);
    grid()->setFocus();
    QTest::keyClick(grid(), Qt::Key_F8, Qt::ControlModifier);
    ASSERT_TRUE(becomes(without()));
    EXPECT_TRUE(Driver::until([&] { return firstName() == last; }));
}

TEST_F(ScreensList, AFixedConditionIsLiftedByNobody) {
    setUpInBuild();
    pick("…and nobody lifts its filters");
    EXPECT_NE(Driver::find(name("filter-word")), nullptr) << "who shapes the screen may";
    use();
    ASSERT_TRUE(becomes(without()));
    for (const QWidget* word : page()->filterBar()->findChildren<QWidget*>(name("filter-word")))
        EXPECT_FALSE(word->isVisible());
    EXPECT_NE(Driver::find(name("held-word")), nullptr);
    page()->filterBar()->clearFilters();
    Driver::settle(200);
    EXPECT_EQ(grid()->model()->rowCount(), without());
    // Nor by another filter on the same field, nor by a list that was kept before.
    page()->filterBar()->add(
        {name("radar_reflector"), name("Radar reflector is yes"), name("radar_reflector = TRUE")});
    EXPECT_TRUE(becomes(0));
    page()->filterBar()->clearFilters();
    EXPECT_TRUE(becomes(without()));
    // Taken back by one step of the undo, in the list too.
    workspace().document()->undoStack()->undo();
    EXPECT_TRUE(workspace().project().screen(name("aid"))->list.isEmpty());
    page()->filterBar()->takeScreens();
    EXPECT_TRUE(becomes(82));
}

// What is gone to and left out by what nobody lifts is said, not passed over.
TEST_F(ScreensList, SaysThatARecordIsLeftOutThatIsGoneTo) {
    workspace().document()->change(name("narrowed"), [](Project& project) {
        project.screens.front().list.filters = {
            {name("code"), name("Code is not TB-003"), name("code <> 'TB-003'"), true}};
    });
    ASSERT_TRUE(becomes(81));
    page()->goToRecord(Key({Value::integer(5)}));
    ASSERT_TRUE(Driver::until([this] {
        return grid()->currentRecord() == RecordId{Key({Value::integer(5)}), 0};
    }));
    EXPECT_FALSE(page()->noticeText().contains(name("leaves it out")));
    page()->goToRecord(Key({Value::integer(3)}));
    EXPECT_TRUE(noticed("is not among these records"));
}

TEST_F(ScreensList, AListIsKeptForEveryoneInTheProject) {
    setUpInBuild();
    pick("Keep this list for everyone as…");
    auto* question = qobject_cast<QInputDialog*>(Driver::find(name("keep-list")));
    ASSERT_NE(question, nullptr);
    question->setTextValue(name("Without"));
    question->accept();
    ASSERT_NE(workspace().project().list(name("aid"), name("WITHOUT")), nullptr);
    page()->filterBar()->takeScreens();
    ASSERT_TRUE(becomes(82));
    use();
    pick("Without");
    EXPECT_TRUE(becomes(without()));
    EXPECT_TRUE(workspace().document()->findings().empty());
}

TEST_F(ScreensList, WhatIsBeingTypedIntoTheSearchStaysWhenTheProjectChanges) {
    auto* search = qobject_cast<QLineEdit*>(Driver::find(name("search")));
    ASSERT_NE(search, nullptr);
    search->setFocus();
    QTest::keyClicks(search, name("light"));
    workspace().document()->change(name("test"), [](Project& project) {
        project.screenById(name("aid"))->list.sort = {{name("name"), true}};
    });
    EXPECT_EQ(search->text(), u"light");
    EXPECT_TRUE(
        Driver::until([&] { return page()->filterBar()->words() == QStringList{name("light")}; }));
}

TEST_F(ScreensList, WhatDoesNotFitAnyMoreIsFoundAndMended) {
    workspace().document()->change(name("test"), [](Project& project) {
        ListSetUp& list = project.screenById(name("aid"))->list;
        list.filters = {{name("gone"), name("Gone"), name("gone = 1")},
                        {name("radar_reflector"), name("Has one"), name("radar_reflector")}};
        list.sort = {{name("gone")}};
        project.lists = {{name("Old"), name("aid"), list}};
    });
    Findings findings = workspace().document()->findings();
    ASSERT_EQ(findings.size(), 2U);
    for (const Finding& finding : findings)
        EXPECT_EQ(finding.kind, u"list_broken");
    workspace().document()->change(name("mend"), [&](Project& project) {
        for (const Finding& finding : findings)
            finding.apply(project);
    });
    EXPECT_TRUE(workspace().document()->findings().empty());
    EXPECT_EQ(workspace().project().screen(name("aid"))->list.filters.size(), 1);
    EXPECT_EQ(workspace().project().lists[0].setUp.filters.size(), 1);
}

} // namespace
