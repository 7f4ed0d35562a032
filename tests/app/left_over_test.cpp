// SPDX-License-Identifier: GPL-3.0-or-later
// What was typed outlives the program: kept as it is typed, offered again after a run was cut off.
#include "session/drafts/draft_keeper.h"
#include "support/text.h"
#include "whole_example.h"

#include <QDialog>
#include <QDir>
#include <QFile>
#include <QStandardPaths>
#include <QTreeWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

class LeftOver : public OpenDemonstration {
protected:
    static QString folderOfDrafts() {
        return QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) +
               QStringLiteral("/gravin/drafts");
    }
    static QMap<QString, QByteArray> filesOfDrafts() {
        QMap<QString, QByteArray> files;
        const QDir drafts(folderOfDrafts());
        for (const QString& each : drafts.entryList({QStringLiteral("*.json")})) {
            QFile file(drafts.filePath(each));
            if (file.open(QIODevice::ReadOnly))
                files.insert(file.fileName(), file.readAll());
        }
        return files;
    }
    // As a process would find it that comes after this one was killed: the same files, no locks.
    void cutOff() {
        const QString project = workspace().document()->file();
        // What is kept follows what is edited a little later.
        QMap<QString, QByteArray> files;
        ASSERT_TRUE(Driver::until([&] {
            const QMap<QString, QByteArray> before = filesOfDrafts();
            Driver::settle(800);
            files = filesOfDrafts();
            return files == before;
        }));
        closeWindow();
        for (auto each = files.begin(); each != files.end(); ++each) {
            QFile file(each.key());
            ASSERT_TRUE(file.open(QIODevice::WriteOnly));
            file.write(each.value());
        }
        open(project);
    }
    QWidget* panel() { return Driver::find(name("left-over-panel")); }
};

TEST_F(LeftOver, EditsAreTakenUpWhereTheyWereLeft) {
    typeIn(0, "name", "Older Maid");
    typeIn(1, "day_rate", "much"); // no number: kept as typed
    typeIn(2, "name", "Mine");
    page()->action(ScreenPage::Command::New)->trigger();
    Driver::settle();
    const RecordId fresh = grid()->currentRecord();
    ASSERT_TRUE(fresh.isNew());
    workspace().records()->type(grid()->gridModel()->binding()->screen(), fresh,
                                *grid()->gridModel()->binding()->screen().field(name("name")),
                                name("Newly"));
    cutOff();
    ASSERT_TRUE(Driver::until([this] { return panel() != nullptr; }));
    auto* list = panel()->findChild<QTreeWidget*>(name("left-over"));
    ASSERT_EQ(list->topLevelItemCount(), 4);
    writeOutside(name("UPDATE aid SET name = 'Theirs' WHERE id = 3"));
    Driver::click(name("left-over-take"), panel());
    ASSERT_TRUE(noticed("Took up 4 drafts"));
    EXPECT_EQ(shown(0, "name"), name("Older Maid"));
    EXPECT_EQ(shown(1, "day_rate"), name("much"));
    const Draft* clash =
        workspace().records()->drafts(name("aid"))->find(grid()->gridModel()->recordAt(2));
    ASSERT_NE(clash, nullptr);
    EXPECT_EQ(clash->theirs.size(), 1) << "somebody changed it meanwhile";
    EXPECT_EQ(shown(82, "name"), name("Newly"));
    EXPECT_EQ(storedText(1, "name"), "Old Maid") << "nothing is saved by itself";

    Driver::clickCell(grid(), 0, columnOf("name"));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(Driver::until([this] { return storedText(1, "name") == "Older Maid"; }));
    // What is saved is not offered again, once the window knows that it is; what is not, is.
    ASSERT_TRUE(Driver::until([this] { return workspace().records()->openDrafts().size() == 3; }));
    Driver::settle(1500); // what is kept on disk follows a moment later
    cutOff();
    ASSERT_TRUE(Driver::until([this] { return panel() != nullptr; }));
    EXPECT_EQ(panel()->findChild<QTreeWidget*>(name("left-over"))->topLevelItemCount(), 3);
    Driver::click(name("left-over-discard"), panel());
    Driver::settle();
    EXPECT_TRUE(workspace().records()->openDrafts().isEmpty());
    cutOff();
    EXPECT_TRUE(workspace().writing()->draftKeeper()->leftOver().isEmpty());
}

TEST_F(LeftOver, AnOrderlyEndLeavesNothingAndDecidingCanWait) {
    typeIn(0, "name", "Older Maid");
    const QString project = workspace().document()->file();
    Driver::settle(400);
    closeWindow();
    open(project);
    EXPECT_TRUE(workspace().writing()->draftKeeper()->leftOver().isEmpty())
        << "given up on purpose";
    typeIn(0, "name", "Older Maid");
    cutOff();
    ASSERT_TRUE(Driver::until([this] { return panel() != nullptr; }));
    static_cast<QDialog*>(panel())->reject();
    typeIn(1, "name", "Another");
    Driver::settle(400);
    closeWindow();
    open(project);
    ASSERT_EQ(workspace().writing()->draftKeeper()->leftOver().size(), 1) << "not decided on yet";
    EXPECT_EQ(workspace().writing()->draftKeeper()->leftOver()[0].changed.value(name("name")),
              Value::text(name("Older Maid")));
}

} // namespace
