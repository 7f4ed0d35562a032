// SPDX-License-Identifier: GPL-3.0-or-later
// A project file that two developers shape at once, and one that is not what its developer signed.
#include "app/build/merge_dialog.h"
#include "app/commands/command_list.h"
#include "core/base/whole_file.h"
#include "core/project/known_signers.h"
#include "core/project/project_file.h"
#include "support/text.h"
#include "whole_example.h"

#include <QComboBox>
#include <QTableWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

class SharedProject : public OpenDemonstration {
protected:
    QString file() { return workspace().document()->file(); }
    ProjectDocument& document() { return *workspace().document(); }
    Project onDisk() { return *loadProject(file()); }
    // The other developer, at another desk.
    void saveElsewhere(const std::function<void(Project&)>& edit) {
        Project theirs = onDisk();
        edit(theirs);
        ASSERT_TRUE(saveProject(theirs, file()));
    }
    void build() {
        window().commands()->run(name("switch"));
        ASSERT_TRUE(Driver::until([&] { return window().isBuild(); }));
    }
    static auto calls(int screen, const char* label) {
        return [=](Project& project) { project.screens[screen].label = name(label); };
    }
    QTableWidget* table() { return qobject_cast<QTableWidget*>(Driver::find(name("merge-table"))); }
};

TEST_F(SharedProject, WhatBothChangedIsBroughtTogetherByKeys) {
    build();
    document().change(name("rename"), calls(0, "Ours"));
    saveElsewhere(calls(1, "Theirs"));
    EXPECT_TRUE(Driver::until([&] { return noticed("Somebody else has saved the project"); }));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_NE(table(), nullptr);
    EXPECT_EQ(table()->rowCount(), 2);
    EXPECT_EQ(onDisk().screens[0].label == name("Ours"), false) << "nothing is written over theirs";
    Driver::key(Qt::Key_Return);
    ASSERT_TRUE(Driver::until([&] { return document().project().screens[1].label == "Theirs"; }));
    EXPECT_EQ(document().project().screens[0].label, name("Ours"));
    EXPECT_TRUE(document().isModified());
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(Driver::until([&] { return !document().isModified(); }));
    EXPECT_EQ(onDisk().screens[0].label, name("Ours"));
    EXPECT_EQ(onDisk().screens[1].label, name("Theirs"));
    // One step of undo.
    document().undoStack()->undo();
    EXPECT_NE(document().project().screens[1].label, name("Theirs"));
    EXPECT_EQ(document().project().screens[0].label, name("Ours"));
}

TEST_F(SharedProject, OfOneSettingOneOfTheTwoIsChosen) {
    build();
    document().change(name("rename"), calls(0, "Ours"));
    saveElsewhere(calls(0, "Theirs"));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_NE(table(), nullptr);
    ASSERT_EQ(table()->rowCount(), 1);
    EXPECT_TRUE(table()->item(0, 0)->text().startsWith(QStringLiteral("⚠")));
    auto* choice = qobject_cast<QComboBox*>(table()->cellWidget(0, 4));
    EXPECT_EQ(choice->currentIndex(), 0) << "ours counts without a choice";
    EXPECT_TRUE(Driver::choose(choice, choice->itemText(1)));
    Driver::click(name("merge-take"));
    EXPECT_TRUE(Driver::until([&] { return document().project().screens[0].label == "Theirs"; }));
    EXPECT_FALSE(document().isModified());
}

TEST_F(SharedProject, WithNothingChangedHereTheirsIsTakenOver) {
    build();
    saveElsewhere(calls(1, "Theirs"));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_NE(table(), nullptr);
    Driver::key(Qt::Key_Return);
    ASSERT_TRUE(Driver::until([&] { return document().project().screens[1].label == "Theirs"; }));
    EXPECT_FALSE(document().isModified());
}

TEST_F(SharedProject, AnotherDatabaseIsNotTakenUnderWhatIsOpen) {
    build();
    saveElsewhere([](Project& project) { project.connection.path += name("x"); });
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_NE(table(), nullptr);
    Driver::click(name("merge-take"));
    EXPECT_NE(table(), nullptr) << "it is said there";
    Driver::key(Qt::Key_Escape);
    EXPECT_FALSE(document().project().connection.path.endsWith(u'x'));
}

TEST_F(SharedProject, NotNowLeavesBothAsTheyAre) {
    build();
    document().change(name("rename"), calls(0, "Ours"));
    saveElsewhere(calls(0, "Theirs"));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_NE(table(), nullptr);
    Driver::key(Qt::Key_Escape);
    EXPECT_EQ(document().project().screens[0].label, name("Ours"));
    EXPECT_EQ(onDisk().screens[0].label, name("Theirs"));
}

TEST_F(SharedProject, AFileThatIsNoProjectAnyMoreIsNotTaken) {
    build();
    document().change(name("rename"), calls(0, "Ours"));
    ASSERT_TRUE(writeWholeFile(file(), "{"));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_NE(table(), nullptr);
    EXPECT_FALSE(Driver::find(name("merge-take"))->isEnabled());
    Driver::key(Qt::Key_Escape);
    EXPECT_EQ(document().project().screens[0].label, name("Ours"));
}

TEST_F(SharedProject, WhatIsNotAsItWasSignedIsReadOnly) {
    const QString path = file();
    closeWindow();
    QTemporaryDir keys;
    const auto key = SigningKey::create(keys.filePath(name("key.pem")), {});
    const QByteArray content = *readWholeFile(path, MostProjectBytes);
    QByteArray altered = *signedProject(content, *key, name("Ida Moor"));
    ASSERT_TRUE(writeWholeFile(path, altered));
    open(path);
    EXPECT_EQ(window().commands()->reasonAgainst(name("switch")), QString());
    closeWindow();
    altered.replace("\"Defects\"", "\"Defacts\"");
    ASSERT_TRUE(writeWholeFile(path, altered));
    open(path);
    EXPECT_TRUE(Driver::until([&] { return noticed("since Ida Moor signed it"); }));
    for (const char* command : {"new-record", "delete", "bulk-update", "import", "switch"})
        EXPECT_TRUE(
            window().commands()->reasonAgainst(QLatin1String(command)).contains(name("Ida Moor")))
            << command;
    EXPECT_EQ(window().commands()->reasonAgainst(name("filter")), QString());
    EXPECT_EQ(*readWholeFile(path, MostProjectBytes), altered);
}

} // namespace
