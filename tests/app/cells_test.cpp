// SPDX-License-Identifier: GPL-3.0-or-later
// Blocks of cells, undo, and saving many together, on real windows.
#include "app/use/save_many.h"
#include "session/drafts/draft_history.h"
#include "session/drafts/draft_saver.h"
#include "whole_example.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QTest>

namespace gravin {
namespace {

class CellsTest : public test::OpenDemonstration {
protected:
    static void onClipboard(const QString& text) { QGuiApplication::clipboard()->setText(text); }
    static QString clipboard() { return QGuiApplication::clipboard()->text(); }

    void press(Qt::Key key, Qt::KeyboardModifiers modifiers = {}) {
        grid()->setFocus();
        QTest::keyClick(grid(), key, modifiers);
        Driver::settle();
    }
    void select(int top, const char* left, int bottom, const char* right) {
        Driver::clickCell(grid(), top, columnOf(left));
        Driver::clickCell(grid(), bottom, columnOf(right), Qt::ShiftModifier);
    }
    // From the first record on; those behind the last one are new.
    void pasteNames(int rows) {
        QStringList names;
        for (int row = 0; row < rows; ++row)
            names += QStringLiteral("Name %1").arg(row);
        onClipboard(names.join(u'\n'));
        Driver::clickCell(grid(), 0, columnOf("name"));
        grid()->setFocus();
        QTest::keyClick(grid(), Qt::Key_V, Qt::ControlModifier);
    }
    void afterEachSlice(const std::function<void()>& look) {
        QObject::connect(workspace().records(), &Records::draftsChanged, &m_looking, look);
    }
    qsizetype drafts() {
        return workspace().records()->drafts(QStringLiteral("aid"))->all().size();
    }
    const Draft* draft(qint64 id) {
        return workspace()
            .records()
            ->drafts(QStringLiteral("aid"))
            ->find({Key({Value::integer(id)}), 0});
    }
    qint64 asked(const QString& sql) const {
        auto session =
            Session::open({Engine::Sqlite, folder() + QStringLiteral("/harbour.db"), true},
                          Session::Access::ReadOnly);
        return (*session)->scalar(sql)->toLongLong();
    }

private:
    QObject m_looking;
};

TEST_F(CellsTest, CopiesABlockAndPastesItBack) {
    select(0, "code", 1, "name");
    press(Qt::Key_C, Qt::ControlModifier);
    ASSERT_TRUE(Driver::until([] { return clipboard().count(u'\n') == 2; }));
    EXPECT_EQ(clipboard().section(u'\n', 0, 0), shown(0, "code") + u'\t' + shown(0, "name"));

    onClipboard(QStringLiteral("First\nSecond\n"));
    Driver::clickCell(grid(), 4, columnOf("name"));
    press(Qt::Key_V, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Pasted 2 cells into 2 records"));
    EXPECT_EQ(shown(4, "name"), QStringLiteral("First"));
    EXPECT_EQ(shown(5, "name"), QStringLiteral("Second"));
    EXPECT_EQ(drafts(), 2);
    EXPECT_NE(storedText(5, "name"), "First");
}

TEST_F(CellsTest, OneCellFillsTheSelectionAndFillDownTakesTheTop) {
    onClipboard(QStringLiteral("withdrawn"));
    select(2, "light_character", 5, "light_character");
    press(Qt::Key_V, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Pasted 4 cells into 4 records"));
    EXPECT_EQ(shown(5, "light_character"), QStringLiteral("withdrawn"));

    Driver::clickCell(grid(), 8, columnOf("name"));
    const QString top = shown(8, "name");
    select(8, "name", 10, "name");
    press(Qt::Key_D, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Filled 2 cells in 2 records"));
    EXPECT_EQ(shown(10, "name"), top);

    select(8, "light_character", 9, "light_character");
    press(Qt::Key_Delete);
    ASSERT_TRUE(noticed("Cleared 2 cells in 2 records"));
    EXPECT_EQ(draft(9)->value(workspace()
                                  .records()
                                  ->table(QStringLiteral("aid"))
                                  ->indexOf(QStringLiteral("light_character"))),
              Value());
}

TEST_F(CellsTest, SaysWhatItLeftAlone) {
    onClipboard(QStringLiteral("1\tx\n"));
    window().setBuild(false);
    Driver::clickCell(grid(), 0, columnOf("name"));
    // The column of the key is given by the database.
    workspace().document()->change(QStringLiteral("test"), [](Project& project) {
        for (ScreenField& field : project.screens.front().fields) {
            if (field.column == u"id")
                field.shownIn = ShownIn::GridAndForm;
        }
    });
    Driver::settle();
    Driver::clickCell(grid(), 0, columnOf("id"));
    press(Qt::Key_V, Qt::ControlModifier);
    EXPECT_TRUE(noticed("1 cell left alone"));
    onClipboard({});
    press(Qt::Key_V, Qt::ControlModifier);
    EXPECT_TRUE(noticed("The clipboard has no text"));
}

TEST_F(CellsTest, UndoAndRedoGoThroughEditsAndStopAtASave) {
    Driver::clickCell(grid(), 3, columnOf("name"));
    const QString before = shown(3, "name");
    Driver::type(QStringLiteral("Typed"));
    Driver::key(Qt::Key_Return);
    ASSERT_EQ(shown(3, "name"), QStringLiteral("Typed"));
    onClipboard(QStringLiteral("a\nb\nc\n"));
    Driver::clickCell(grid(), 6, columnOf("name"));
    press(Qt::Key_V, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Pasted 3 cells"));
    ASSERT_EQ(drafts(), 4);

    press(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(drafts(), 1);
    EXPECT_EQ(grid()->currentIndex().row(), 6);
    press(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(drafts(), 0);
    EXPECT_EQ(shown(3, "name"), before);
    EXPECT_FALSE(workspace().records()->history()->canUndo());
    press(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    press(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_EQ(drafts(), 4);
    EXPECT_EQ(shown(8, "name"), QStringLiteral("c"));

    Driver::clickCell(grid(), 3, columnOf("name"));
    press(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved Typed"));
    press(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(drafts(), 0);
    EXPECT_EQ(storedText(4, "name"), "Typed");
    // What was saved is taken back by rolling back, which is offered.
    press(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_NE(Driver::find(QStringLiteral("rollback-run")), nullptr);
}

TEST_F(CellsTest, UndoBringsBackWhatWasDiscarded) {
    press(Qt::Key_N, Qt::ControlModifier);
    const RecordId made = grid()->currentRecord();
    ASSERT_TRUE(made.isNew());
    workspace().records()->type(
        grid()->gridModel()->binding()->screen(), made,
        *grid()->gridModel()->binding()->screen().field(QStringLiteral("name")),
        QStringLiteral("Begun"));
    Driver::settle();
    Driver::click(QStringLiteral("discard-edits"), form());
    ASSERT_EQ(drafts(), 0);
    press(Qt::Key_Z, Qt::ControlModifier);
    ASSERT_EQ(drafts(), 1);
    EXPECT_EQ(shown(grid()->gridModel()->rowOf(made), "name"), QStringLiteral("Begun"));
}

// A thousand rows of eight cells from a spreadsheet, two of them wrong.
TEST_F(CellsTest, AThousandRowsWaitAsDraftsAndAreSavedAsOne) {
    const QString sector = shown(0, "sector_id");
    const QString type = shown(0, "aid_type_id");
    QString text;
    for (int row = 0; row < 1000; ++row) {
        const QString due = row == 300 ? QStringLiteral("soon") : QStringLiteral("2027-03-04");
        const QString rate = row == 700 ? QStringLiteral("much") : QString::number(row) + ".50";
        text += QStringLiteral("P%1\tPasted %1\t%2\t%3\tin service\tFl 5s\t%4\t%5\r\n")
                    .arg(row)
                    .arg(sector, type, due, rate);
    }
    onClipboard(text);
    Driver::clickCell(grid(), 0, columnOf("code"));
    press(Qt::Key_V, Qt::ControlModifier);
    // As long as it goes on: a sanitizer makes it slow.
    for (qsizetype before = -1; before != drafts() && !noticed("Pasted 8,000 cells");)
        before = drafts();
    ASSERT_TRUE(noticed("Pasted 8,000 cells into 1,000 records"));
    EXPECT_TRUE(page()->noticeText().contains(QStringLiteral("2 texts cannot be taken")));
    EXPECT_EQ(drafts(), 1000);
    const auto marked = [this] {
        return saveProblems(workspace(), draftsToSave(workspace(), {QStringLiteral("aid")}));
    };
    ASSERT_TRUE(Driver::until([&] { return marked().size() == 2; })) << marked().size();

    Driver::click(QStringLiteral("save-all"));
    ASSERT_NE(Driver::find(QStringLiteral("save-problems")), nullptr);
    EXPECT_EQ(asked(QStringLiteral("SELECT count(*) FROM aid")), 82);
    Driver::click(QStringLiteral("save-problems-go"));
    EXPECT_EQ(grid()->currentIndex().row(), 300);
    const auto mend = [&](int row, const char* column, const QString& value) {
        grid()->gridModel()->setData(grid()->model()->index(row, columnOf(column)), value,
                                     Qt::EditRole);
    };
    mend(300, "next_due", QStringLiteral("2027-05-06"));
    mend(700, "day_rate", QStringLiteral("700.50"));
    ASSERT_TRUE(Driver::until([&] { return marked().isEmpty(); }));
    Driver::click(QStringLiteral("save-all"));
    ASSERT_TRUE(noticed("Saved 1,000 records as one: change 1"));
    EXPECT_EQ(drafts(), 0);
    EXPECT_EQ(asked(QStringLiteral("SELECT count(*) FROM aid WHERE name LIKE 'Pasted %'")), 1000);
    EXPECT_EQ(asked(QStringLiteral("SELECT count(DISTINCT sector_id) FROM aid "
                                   "WHERE name LIKE 'Pasted %'")),
              1);
    EXPECT_EQ(asked(QStringLiteral("SELECT count(*) FROM aid WHERE next_due = '2027-05-06'")), 1);
}

// Many are written in slices of a turn each; to the undo they are one step.
TEST_F(CellsTest, ManyAreWrittenInSlicesAndUndoneAsOne) {
    const DraftHistory* history = workspace().records()->history();
    QList<qsizetype> seen;
    bool couldUndo = false;
    afterEachSlice([&] {
        seen += drafts();
        couldUndo = couldUndo || history->canUndo();
    });
    pasteNames(2000);
    ASSERT_TRUE(noticed("Pasted 2,000 cells into 2,000 records"));
    ASSERT_FALSE(seen.isEmpty());
    EXPECT_LT(seen.front(), 2000);
    EXPECT_FALSE(couldUndo) << "before the end of it";
    EXPECT_EQ(drafts(), 2000);
    ASSERT_TRUE(history->canUndo());
    press(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(drafts(), 0);
    press(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_EQ(drafts(), 2000);
}

TEST_F(CellsTest, WhatIsPastedWhileOthersAreWrittenWaitsForThem) {
    pasteNames(2000);
    onClipboard(QStringLiteral("Over it"));
    Driver::clickCell(grid(), 0, columnOf("name"));
    press(Qt::Key_V, Qt::ControlModifier);
    ASSERT_TRUE(Driver::until([this] { return shown(0, "name") == u"Over it"; }));
    ASSERT_TRUE(Driver::until([this] { return drafts() == 2000; }));
    EXPECT_EQ(shown(1, "name"), QStringLiteral("Name 1"));
}

// The columns stand for other fields then.
TEST_F(CellsTest, WritingStopsWhereTheScreenIsChangedAndSaysSo) {
    bool isChanged = false;
    afterEachSlice([&] {
        if (std::exchange(isChanged, true))
            return;
        QMetaObject::invokeMethod(
            workspace().document(),
            [this] {
                workspace().document()->change(QStringLiteral("test"), [](Project& project) {
                    project.screens.front().fields.removeLast();
                });
            },
            Qt::QueuedConnection);
    });
    pasteNames(2000);
    ASSERT_TRUE(noticed("The screen was changed meanwhile"));
    const qsizetype written = drafts();
    EXPECT_LT(written, 2000);
    Driver::settle();
    EXPECT_EQ(drafts(), written);
    EXPECT_TRUE(workspace().records()->history()->canUndo());
}

TEST_F(CellsTest, WhatIsUniqueIsNotCopied) {
    Driver::clickCell(grid(), 5, columnOf("name"));
    press(Qt::Key_C, Qt::ControlModifier | Qt::ShiftModifier);
    const RecordId made = grid()->currentRecord();
    ASSERT_TRUE(made.isNew());
    const int row = grid()->gridModel()->rowOf(made);
    EXPECT_EQ(shown(row, "name"), shown(5, "name"));
    EXPECT_EQ(shown(row, "sector_id"), shown(5, "sector_id"));
    const auto problems = workspace().records()->problems(QStringLiteral("aid"), made);
    ASSERT_EQ(problems.size(), 1U);
    EXPECT_EQ(problems.front().field, QStringLiteral("code"));
}

class SavingItselfTest : public CellsTest {
protected:
    void saving(SavesItself when) {
        workspace().document()->change(QStringLiteral("test"), [when](Project& project) {
            project.screens.front().savesItself = when;
        });
        Driver::settle();
    }
    void typeName(int row, const QString& name) {
        Driver::clickCell(grid(), row, columnOf("name"));
        Driver::type(name);
        Driver::key(Qt::Key_Return);
    }
};

TEST_F(SavingItselfTest, OnLeavingTheRecordWhatIsCompleteIsSaved) {
    saving(SavesItself::LeavingRecord);
    typeName(2, QStringLiteral("Left"));
    EXPECT_NE(storedText(3, "name"), "Left");
    Driver::clickCell(grid(), 4, columnOf("name"));
    ASSERT_TRUE(noticed("Saved Left"));
    EXPECT_EQ(storedText(3, "name"), "Left");

    Driver::clickCell(grid(), 5, columnOf("name"));
    press(Qt::Key_Delete);
    Driver::clickCell(grid(), 6, columnOf("name"));
    EXPECT_TRUE(noticed("is not saved yet. Name is missing"));
    EXPECT_EQ(drafts(), 1);
}

TEST_F(SavingItselfTest, AfterEachField) {
    saving(SavesItself::AfterField);
    typeName(2, QStringLiteral("At once"));
    ASSERT_TRUE(noticed("Saved At once"));
    EXPECT_EQ(storedText(3, "name"), "At once");
    EXPECT_EQ(drafts(), 0);
    // A new record is finished first.
    press(Qt::Key_N, Qt::ControlModifier);
    EXPECT_TRUE(grid()->currentRecord().isNew());
    EXPECT_EQ(asked(QStringLiteral("SELECT count(*) FROM aid")), 82);
}

} // namespace
} // namespace gravin
