// SPDX-License-Identifier: GPL-3.0-or-later
// One list of commands serves the menu, the find box, the keys and what is said of them.
#include "app/build/project_settings.h"
#include "app/commands/command_list.h"
#include "app/commands/command_menu.h"
#include "app/commands/find_box.h"
#include "app/commands/keys_dialog.h"
#include "app/history/change_log_panel.h"
#include "app/look/said_log.h"
#include "support/text.h"
#include "whole_example.h"

#include <QCompleter>
#include <QKeySequenceEdit>
#include <QMenu>
#include <QPointer>
#include <QPushButton>
#include <QSet>
#include <QTableWidget>
#include <QTextBlock>
#include <QTextBrowser>
#include <QToolButton>
#include <QTreeWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

class Commands : public OpenDemonstration {
protected:
    CommandList& list() { return *window().commands(); }
    QMenu* menu() { return static_cast<QToolButton*>(Driver::find(name("menu")))->menu(); }
    QMenu* groupOf(const char* label) {
        for (const QAction* action : menu()->actions()) {
            if (action->text() == name(label))
                return action->menu();
        }
        return nullptr;
    }
    QStringList offered() {
        auto* box = static_cast<FindBox*>(Driver::find(name("find")));
        QStringList texts;
        const QAbstractItemModel* model = box->completer()->model();
        for (int row = 0; row < model->rowCount(); ++row)
            texts += model->index(row, 0).data().toString();
        return texts;
    }
    QString notice() { return page()->noticeText(); }
};

TEST_F(Commands, EachIsThereOnceAndFoundInMenuOrFindBox) {
    QSet<QString> ids;
    QSet<QString> texts;
    QHash<QString, QString> keys;
    for (const Command& command : list().all()) {
        EXPECT_FALSE(ids.contains(command.id)) << qPrintable(command.id);
        EXPECT_FALSE(texts.contains(command.text)) << qPrintable(command.text);
        ids.insert(command.id);
        texts.insert(command.text);
        const QString key = command.usualKeys.toString();
        EXPECT_FALSE(!key.isEmpty() && keys.contains(key))
            << qPrintable(key) << " of " << qPrintable(keys.value(key)) << " and "
            << qPrintable(command.text);
        keys.insert(key, command.text);
        EXPECT_TRUE(command.run) << qPrintable(command.id);
    }
    Driver::key(Qt::Key_K, Qt::ControlModifier);
    const QStringList inBox = offered();
    QSet<QString> inMenu;
    for (const QAction* group : menu()->actions()) {
        ASSERT_NE(group->menu(), nullptr) << "every line of the menu is a group";
        EXPECT_LE(group->menu()->actions().size(), 10) << qPrintable(group->text());
        for (const QAction* action : group->menu()->actions())
            inMenu.insert(action->objectName());
    }
    for (const Command& command : list().all()) {
        EXPECT_EQ(inMenu.contains(command.id), command.isInMenu) << qPrintable(command.text);
        EXPECT_EQ(inBox.count(list().textNow(command.id)), 1) << qPrintable(command.text);
    }
    // Nothing else of the window has a key that the list does not know.
    for (const QAction* action : window().actions())
        EXPECT_TRUE(ids.contains(action->objectName())) << qPrintable(action->text());
}

TEST_F(Commands, TheMenuDisablesWithAReasonAndTheKeySaysIt) {
    QMenu* record = groupOf("Record");
    ASSERT_NE(record, nullptr);
    Q_EMIT record->aboutToShow();
    QAction* discard = list().action(name("discard"));
    EXPECT_FALSE(discard->isEnabled());
    EXPECT_EQ(discard->toolTip(), name("There are no edits to discard."));
    EXPECT_TRUE(list().action(name("new-record"))->isEnabled());
    Q_EMIT record->aboutToHide();
    EXPECT_TRUE(discard->isEnabled()) << "so that its key reaches it";
    Driver::clickCell(grid(), 0, columnOf("name"));
    Driver::key(Qt::Key_Up, Qt::AltModifier);
    EXPECT_EQ(notice(), name("This is the first record."));
}

TEST_F(Commands, TheFindBoxRunsThemAndSaysWhyNot) {
    Driver::key(Qt::Key_K, Qt::ControlModifier);
    Driver::type(name("statements of"));
    Driver::key(Qt::Key_Return);
    Driver::settle();
    EXPECT_EQ(notice(), name("Switch to Build first."));
    Driver::key(Qt::Key_K, Qt::ControlModifier);
    Driver::type(name("visi")); // the first that fits
    Driver::key(Qt::Key_Return);
    EXPECT_TRUE(Driver::until([this] { return page()->screenLabel() == u"Visits"; }));
    Driver::key(Qt::Key_K, Qt::ControlModifier);
    Driver::type(name("no such thing"));
    Driver::key(Qt::Key_Return);
    EXPECT_TRUE(noticed("Nothing here is called"));
}

TEST_F(Commands, KeysAreChangedForThePersonAndPutBack) {
    list().run(name("keys"));
    auto* dialog = window().findChild<KeysDialog*>();
    ASSERT_NE(dialog, nullptr);
    auto* rows = dialog->findChild<QTreeWidget*>(name("keys-list"));
    const auto choose = [&](const char* text) {
        const auto found = rows->findItems(name(text), Qt::MatchExactly | Qt::MatchRecursive);
        ASSERT_EQ(found.size(), 1) << text;
        rows->setCurrentItem(found.front());
    };
    auto* edit = dialog->findChild<QKeySequenceEdit*>();
    choose("Change log");
    edit->setKeySequence(Qt::Key_F12);
    Q_EMIT edit->editingFinished();
    EXPECT_EQ(list().keys(name("change-log")), QKeySequence(Qt::Key_F12));
    // Another command's: that one has none then, and it is said.
    choose("Find anything");
    edit->setKeySequence(Qt::Key_F12);
    Q_EMIT edit->editingFinished();
    EXPECT_TRUE(list().keys(name("change-log")).isEmpty());
    EXPECT_TRUE(dialog->findChild<QLabel*>(name("keys-said"))->text().contains(name("Change log")));
    // What the fields themselves know stays.
    choose("Paste");
    edit->setKeySequence(Qt::Key_F11);
    Q_EMIT edit->editingFinished();
    EXPECT_EQ(list().keys(name("paste")), QKeySequence(QKeySequence::Paste));
    // The next window has them too.
    {
        CommandList next(&window());
        next.add({.id = name("find"),
                  .text = name("Find"),
                  .usualKeys = Qt::CTRL | Qt::Key_K,
                  .run = [] {}});
        EXPECT_EQ(next.keys(name("find")), QKeySequence(Qt::Key_F12));
    }
    Driver::click(name("keys-usual"), dialog);
    EXPECT_EQ(list().keys(name("change-log")), QKeySequence(Qt::CTRL | Qt::Key_L));
    EXPECT_EQ(list().keys(name("find")), QKeySequence(Qt::CTRL | Qt::Key_K));
    dialog->close();
}

TEST_F(Commands, TheHistoryOfTheRecordIsReachedFromIt) {
    typeIn(1, "name", "Renamed");
    Driver::clickCell(grid(), 1, columnOf("name"));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved"));
    typeIn(2, "name", "Another");
    Driver::clickCell(grid(), 2, columnOf("name"));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(Driver::until([this] { return workspace().records()->openDrafts().isEmpty(); }));
    Driver::clickCell(grid(), 1, columnOf("name"));
    Driver::key(Qt::Key_H, Qt::ControlModifier);
    auto* rows = static_cast<QTableWidget*>(Driver::find(name("change-list")));
    ASSERT_NE(rows, nullptr);
    EXPECT_TRUE(Driver::until([&] { return rows->rowCount() == 1; }));
    Driver::click(name("log-only-record"));
    EXPECT_TRUE(Driver::until([&] { return rows->rowCount() == 2; }));
    page()->focusGrid();
    Driver::key(Qt::Key_H, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_TRUE(Driver::until([] {
        for (QWidget* top : QApplication::topLevelWidgets()) {
            if (top->isVisible() && top->objectName() == u"field-history")
                return top->findChild<QTableWidget*>()->rowCount() >= 1;
        }
        return false;
    }));
}

TEST_F(Commands, WhatWasSaidCanBeReadAgain) {
    workspace().notices()->done(name("The tide is in."));
    workspace().notices()->refuse(name("The tide is out."), name("moon"));
    list().run(name("said"));
    auto* said = window().findChild<QTreeWidget*>(name("said-list"));
    ASSERT_NE(said, nullptr);
    EXPECT_EQ(said->topLevelItem(0)->text(1), name("The tide is out."));
    EXPECT_EQ(said->topLevelItem(0)->child(0)->text(1), name("moon"));
    EXPECT_EQ(said->topLevelItem(1)->text(1), name("The tide is in."));
    said->window()->close();
}

TEST_F(Commands, F1OpensTheGuideAtThePartThatFits) {
    Driver::key(Qt::Key_F1);
    auto* text = window().findChild<QTextBrowser*>(name("guide-text"));
    ASSERT_NE(text, nullptr);
    EXPECT_EQ(text->textCursor().block().text(), name("Use"));
    text->window()->close();
    window().activateWindow();
    Driver::settle();
    Driver::key(Qt::Key_F9);
    BuildFace::of(page())->focus();
    Driver::key(Qt::Key_F1);
    EXPECT_EQ(text->textCursor().block().text(), name("Build"));
    auto* search = text->window()->findChild<QLineEdit*>(name("guide-search"));
    search->setText(name("rolled back"));
    EXPECT_EQ(text->textCursor().selectedText(), name("rolled back"));
    search->setText(name("zzzz"));
    QStringList said;
    for (const QLabel* label : text->window()->findChildren<QLabel*>())
        said += label->text();
    EXPECT_TRUE(said.contains(name("not found")));
    list().run(name("expressions"));
    EXPECT_TRUE(text->toPlainText().contains(name("True, false, unknown")));
    text->window()->close();
}

TEST_F(Commands, AProjectsSettingsGoWithIt) {
    list().run(name("project-settings"));
    const QPointer<ProjectSettings> settings = window().findChild<ProjectSettings*>();
    ASSERT_TRUE(settings);
    window().openProject(folder() + name("/harbour.gravin"));
    EXPECT_TRUE(Driver::until([&] { return !settings && page(); }));
}

} // namespace
