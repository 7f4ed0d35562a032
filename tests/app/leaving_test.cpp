// SPDX-License-Identifier: GPL-3.0-or-later
// Leaving a project: nothing typed is lost unasked, at whatever moment it was typed, and nothing of
// the project stays behind.
#include "app/history/as_it_was_page.h"
#include "app/shell/workspace_view.h"
#include "session/workspace.h"
#include "support/text.h"
#include "whole_example.h"

#include <QDialog>
#include <QPointer>
#include <QPushButton>
#include <QStackedWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

class Leaving : public OpenDemonstration {
protected:
    QString project() const { return folder() + QStringLiteral("/harbour.gravin"); }
    static QWidget* question() {
        for (QWidget* top : QApplication::topLevelWidgets()) {
            if (top->objectName() == u"leave-question" && top->isVisible())
                return top;
        }
        return nullptr;
    }
    static void answer(const char* button) {
        ASSERT_TRUE(Driver::until([] { return question() != nullptr; }));
        Driver::click(name(button), question());
    }
    bool isAnother(const Workspace* former) {
        return Driver::until([&] {
            return window().workspace() && window().workspace() != former && page() &&
                   page()->grid()->model()->rowCount() > 0;
        });
    }
    qint64 idOf(int row) const { return grid()->gridModel()->recordAt(row).key[0].asInteger(); }
};

TEST_F(Leaving, OffersToSaveAndGoes) {
    const qint64 id = idOf(0);
    typeIn(0, "name", "Kept by leaving");
    window().close();
    EXPECT_TRUE(window().isVisible()) << "it asks first";
    answer("leave-save");
    ASSERT_TRUE(Driver::until([this] { return !window().isVisible(); }));
    EXPECT_EQ(storedText(id, "name"), "Kept by leaving");
}

TEST_F(Leaving, StaysWhereWhatIsTypedCannotBeSaved) {
    const qint64 id = idOf(0);
    typeIn(0, "name", "");
    typeIn(1, "name", "Could be saved");
    window().close();
    answer("leave-save");
    QWidget* problems = Driver::find(QStringLiteral("save-problems"));
    ASSERT_NE(problems, nullptr) << "what stands in the way is listed";
    problems->close();
    Driver::settle(200);
    EXPECT_TRUE(window().isVisible());
    EXPECT_EQ(workspace().records()->openDrafts().size(), 2);
    EXPECT_NE(storedText(id, "name"), "");
    // Mended and saved later on, nobody leaves any more.
    typeIn(0, "name", "Mended");
    Driver::key(Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
    ASSERT_TRUE(Driver::until([this] { return workspace().records()->openDrafts().isEmpty(); }));
    Driver::settle(200);
    EXPECT_TRUE(window().isVisible());
}

TEST_F(Leaving, WhatWasGivenUpIsGoneAndNothingElse) {
    const qint64 id = idOf(0);
    const std::string before = storedText(id, "name");
    typeIn(0, "name", "Given up");
    window().close();
    answer("leave-stay");
    EXPECT_TRUE(window().isVisible());
    EXPECT_EQ(workspace().records()->openDrafts().size(), 1);
    window().close();
    answer("leave-discard");
    ASSERT_TRUE(Driver::until([this] { return !window().isVisible(); }));
    EXPECT_EQ(storedText(id, "name"), before);
}

// The former project can be worked in until the other one has answered.
TEST_F(Leaving, WhatIsTypedWhileAnotherOpensIsAskedFor) {
    const Workspace* former = &workspace();
    window().openProject(project());
    typeIn(0, "name", "Typed meanwhile");
    answer("leave-stay");
    Driver::settle(200);
    EXPECT_EQ(&workspace(), former);
    ASSERT_EQ(workspace().records()->openDrafts().size(), 1);
    EXPECT_EQ(workspace().records()->openDrafts().front().name, QStringLiteral("Typed meanwhile"));
    window().openProject(project());
    answer("leave-discard");
    ASSERT_TRUE(isAnother(former));
    EXPECT_TRUE(workspace().records()->openDrafts().isEmpty());
}

TEST_F(Leaving, WhatIsTypedAfterGivingUpTheRestIsAskedForToo) {
    const Workspace* former = &workspace();
    const qint64 id = idOf(1);
    typeIn(0, "name", "Given up");
    window().openProject(project());
    ASSERT_NE(question(), nullptr);
    // Nothing is answered in between.
    question()->findChild<QPushButton*>(name("leave-discard"))->click();
    typeIn(1, "name", "Typed meanwhile");
    answer("leave-save"); // asked anew
    ASSERT_TRUE(isAnother(former));
    EXPECT_EQ(storedText(id, "name"), "Typed meanwhile");
}

TEST_F(Leaving, AProjectThatCannotBeOpenedCostsNothing) {
    const Workspace* former = &workspace();
    typeIn(0, "name", "Still here");
    window().openProject(folder() + QStringLiteral("/nowhere.gravin"));
    answer("leave-discard");
    ASSERT_TRUE(Driver::until([this] { return !page()->noticeText().isEmpty(); }));
    EXPECT_EQ(&workspace(), former);
    EXPECT_EQ(workspace().records()->openDrafts().size(), 1);
    window().close();
    EXPECT_TRUE(Driver::until([] { return question() != nullptr; })) << "and it is asked for again";
    answer("leave-stay");
}

TEST_F(Leaving, DialogsAndPagesGoWithTheirProject) {
    typeIn(0, "name", "A change");
    Driver::key(Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
    ASSERT_TRUE(noticed("Saved"));
    const Workspace* former = &workspace();
    window().findChild<WorkspaceView*>()->rollBackChange(1);
    const QPointer<QWidget> dialog = Driver::find(name("rollback-dialog"));
    ASSERT_FALSE(dialog.isNull());
    auto* pages = window().findChild<QStackedWidget*>(name("project-pages"));
    QPointer<AsItWasPage> then = new AsItWasPage(&workspace(), page()->screenId(), 0);
    pages->addWidget(then); // not in front
    window().openProject(project());
    ASSERT_TRUE(isAnother(former));
    EXPECT_TRUE(dialog.isNull());
    EXPECT_TRUE(then.isNull());
}

// Esc in the question while it deletes: what came of it is said, and is known for one's own.
TEST_F(Leaving, AnOutcomeIsToldWhenWhoAskedHasGone) {
    int committed = 0;
    QObject::connect(workspace().writing(), &Writing::committed, &window(),
                     [&](const CommittedChange&) { ++committed; });
    ChangeRequest request;
    request.action = QStringLiteral("edit");
    const Key key = grid()->gridModel()->recordAt(0).key;
    request.edits.push_back({Operation::Update,
                             QStringLiteral("aid"),
                             key,
                             {},
                             {{QStringLiteral("name"), Value::text(name("By nobody"))}}});
    auto asker = std::make_unique<QObject>();
    workspace().writing()->write(request, asker.get(), [](const WriteResult&) { ADD_FAILURE(); });
    asker.reset();
    ASSERT_TRUE(noticed("Done: 1 record"));
    EXPECT_EQ(committed, 1);
    request.edits.front().after = {{QStringLiteral("name"), Value()}};
    asker = std::make_unique<QObject>();
    workspace().writing()->write(request, asker.get(), [](const WriteResult&) { ADD_FAILURE(); });
    asker.reset();
    EXPECT_TRUE(noticed("Nothing was written"));
}

TEST_F(Leaving, ARefusalIsNotSaidOfWhatIsTypedAfterIt) {
    typeIn(0, "name", "");
    workspace().writing()->save(grid()->gridModel()->binding()->screen(),
                                grid()->gridModel()->recordAt(0));
    ASSERT_TRUE(noticed("Not saved."));
    typeIn(0, "name", "Mended");
    EXPECT_EQ(page()->noticeText(), QString());
    page()->showNotice({Notice::Kind::Refused, name("Another thing")});
    typeIn(0, "name", "Mended once more");
    EXPECT_EQ(page()->noticeText(), name("Another thing")) << "what is not about it stays";
}

TEST_F(Leaving, WhatIsStillBeingTypedInACellCounts) {
    Driver::clickCell(grid(), 0, columnOf("name"));
    Driver::type(name("Half"));
    EXPECT_TRUE(workspace().records()->openDrafts().isEmpty()) << "it is not done yet";
    window().close();
    answer("leave-stay");
    EXPECT_TRUE(window().isVisible());
    EXPECT_EQ(workspace().records()->openDrafts().size(), 1);
}

// The commands of what is not seen do nothing to it.
TEST_F(Leaving, NothingIsUndoneBehindAnotherPage) {
    typeIn(0, "name", "Typed");
    QAction* other = nullptr;
    for (QAction* action : window().actions()) {
        if (action->text() == u"New project from a database…")
            other = action;
    }
    ASSERT_NE(other, nullptr);
    other->trigger();
    EXPECT_EQ(window().currentPage(), nullptr);
    for (const auto keys : {QKeySequence::Undo, QKeySequence::Save}) {
        for (QAction* action : window().actions()) {
            if (action->shortcut() == QKeySequence(keys))
                action->trigger();
        }
    }
    EXPECT_EQ(workspace().records()->openDrafts().size(), 1);
    EXPECT_EQ(window().currentPage(), nullptr) << "the page that is worked in stays";
}

} // namespace
