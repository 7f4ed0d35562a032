// SPDX-License-Identifier: GPL-3.0-or-later
// What happens on a screen when other people, other programs and odd data are around.
#include "app/build/plate_editor.h"
#include "app/use/edit_window.h"
#include "app/use/lines/children_panel.h"
#include "app/use/open_edits.h"
#include "whole_example.h"

#include <QAbstractItemModelTester>
#include <QCheckBox>
#include <QFile>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

#include <QScrollBar>

using namespace gravin;
using namespace gravin::test;

namespace {

class ScreenPageTest : public OpenDemonstration {
protected:
    const BoundField& field(const char* column) const {
        return *grid()->gridModel()->binding()->screen().field(QLatin1String(column));
    }
    void typeInto(qint64 id, const char* column, const QString& text) {
        workspace().records()->type(grid()->gridModel()->binding()->screen(), recordId(id),
                                    field(column), text);
    }
    static RecordId recordId(qint64 id) { return {Key({Value::integer(id)}), 0}; }
    void save(qint64 id) {
        workspace().writing()->save(grid()->gridModel()->binding()->screen(), recordId(id));
    }
    const Draft* draft(qint64 id) {
        return workspace().records()->drafts(QStringLiteral("aid"))->find(recordId(id));
    }
};

TEST_F(ScreenPageTest, TheModelKeepsItsPromises) {
    const QAbstractItemModelTester tester(grid()->model(),
                                          QAbstractItemModelTester::FailureReportingMode::Fatal);
    Driver::key(Qt::Key_N, Qt::ControlModifier);
    typeInto(3, "name", QStringLiteral("x"));
    save(3);
    ASSERT_TRUE(noticed("Saved x"));
    writeOutside(QStringLiteral("DELETE FROM aid WHERE id = 82"));
    ASSERT_TRUE(Driver::until(
        [this] { return workspace().records()->view(QStringLiteral("aid"))->count() == 81; }));
}

TEST_F(ScreenPageTest, ShowsWhatAnotherProgramWrote) {
    writeOutside(QStringLiteral("UPDATE aid SET name = 'Seen' WHERE id = 1"));
    EXPECT_TRUE(Driver::until([this] { return shown(0, "name") == QStringLiteral("Seen"); }));
}

TEST_F(ScreenPageTest, KeepsBothWhenAnotherChangedAnotherField) {
    typeInto(1, "name", QStringLiteral("Mine"));
    writeOutside(QStringLiteral("UPDATE aid SET status = 'stored' WHERE id = 1"));
    save(1);
    ASSERT_TRUE(noticed("Saved Mine"));
    EXPECT_EQ(storedText(1, "name") + storedText(1, "status"), "Minestored");
}

TEST_F(ScreenPageTest, ShowsAConflictFieldByFieldAndLetsThePersonDecide) {
    typeInto(1, "name", QStringLiteral("Mine"));
    writeOutside(QStringLiteral("UPDATE aid SET name = 'Theirs' WHERE id = 1"));
    save(1);
    ASSERT_TRUE(noticed("Somebody else changed Name"));
    EXPECT_EQ(storedText(1, "name"), "Theirs");
    ASSERT_NE(draft(1), nullptr);
    EXPECT_TRUE(grid()->gridModel()->marks(0).elsewhere);
    EXPECT_FALSE(form()->saveReason().isEmpty());
    const int name = field("name").columnIndex;
    workspace().records()->drafts(QStringLiteral("aid"))->keepMine(recordId(1), name);
    EXPECT_TRUE(form()->saveReason().isEmpty());
    save(1);
    ASSERT_TRUE(noticed("Saved Mine"));
    EXPECT_EQ(storedText(1, "name"), "Mine");
}

TEST_F(ScreenPageTest, KeepsTheDraftOfARecordThatAnotherDeleted) {
    typeInto(1, "name", QStringLiteral("Mine"));
    writeOutside(QStringLiteral("DELETE FROM aid WHERE id = 1"));
    save(1);
    ASSERT_TRUE(noticed("was deleted meanwhile"));
    ASSERT_NE(draft(1), nullptr);
    EXPECT_EQ(draft(1)->value(field("name").columnIndex), Value::text(QStringLiteral("Mine")));
    EXPECT_TRUE(draft(1)->gone);
}

TEST_F(ScreenPageTest, ADeletionNamesWhatWouldGoToo) {
    Driver::clickCell(grid(), 0, columnOf("name"));
    Driver::click(QStringLiteral("delete-record"));
    auto* sure = Driver::find(QStringLiteral("delete-sure"));
    auto* agree = qobject_cast<QCheckBox*>(Driver::find(QStringLiteral("delete-agree")));
    ASSERT_NE(agree, nullptr);
    EXPECT_FALSE(sure->isEnabled());
    const auto* told = qobject_cast<QLabel*>(Driver::find(QStringLiteral("delete-consequences")));
    EXPECT_TRUE(told->text().contains(QStringLiteral("of Visits would have to go too")));
    EXPECT_EQ(storedText(1, "name"), "Old Maid");
    Driver::click(agree);
    ASSERT_TRUE(sure->isEnabled());
    Driver::click(sure);
    ASSERT_TRUE(noticed("Deleted"));
    EXPECT_EQ(storedText(1, "name"), "no such record");
    EXPECT_EQ(grid()->model()->rowCount(), 81);
    // All of it comes back as it was.
    Driver::key(Qt::Key_L, Qt::ControlModifier);
    Driver::click(QStringLiteral("roll-back"));
    QWidget* back = Driver::find(QStringLiteral("rollback-run"));
    ASSERT_TRUE(Driver::until([&] { return back->isEnabled(); }));
    Driver::click(back);
    ASSERT_TRUE(noticed("Rolled back"));
    EXPECT_EQ(storedText(1, "name"), "Old Maid");
}

TEST_F(ScreenPageTest, SeveralRecordsAreDeletedAsOneChange) {
    // New ones, to which nothing refers.
    for (const char* code : {"Z1", "Z2", "Z3"})
        writeOutside(
            QStringLiteral("INSERT INTO aid (code, name, sector_id, aid_type_id, day_rate) "
                           "VALUES ('%1', 'Spare %1', 1, 1, 10)")
                .arg(QLatin1String(code)));
    ASSERT_TRUE(Driver::until([this] { return grid()->model()->rowCount() == 85; }));
    Driver::clickCell(grid(), 82, columnOf("name"));
    Driver::clickCell(grid(), 84, columnOf("name"), Qt::ShiftModifier);
    Driver::click(QStringLiteral("delete-record"));
    auto* sure = qobject_cast<QPushButton*>(Driver::find(QStringLiteral("delete-sure")));
    ASSERT_TRUE(Driver::until([&] { return sure->isEnabled(); }));
    EXPECT_EQ(sure->text(), QStringLiteral("Delete 3 records"));
    Driver::click(sure);
    ASSERT_TRUE(noticed("Deleted 3 records: change 1"));
    EXPECT_EQ(grid()->model()->rowCount(), 82);
}

TEST_F(ScreenPageTest, LosesNoDraftWhenTheFileIsGoneAndSavesWhenItIsBack) {
    typeInto(1, "name", QStringLiteral("Kept"));
    const QString path = folder() + QStringLiteral("/harbour.db");
    ASSERT_TRUE(QFile::rename(path, path + QStringLiteral(".away")));
    auto* state = window().findChild<QLabel*>(QStringLiteral("connection-state"));
    EXPECT_TRUE(
        Driver::until([&] { return state->text().contains(QStringLiteral("out of reach")); }));
    save(1);
    ASSERT_TRUE(noticed("Not saved"));
    ASSERT_NE(draft(1), nullptr);
    ASSERT_TRUE(QFile::rename(path + QStringLiteral(".away"), path));
    EXPECT_TRUE(
        Driver::until([&] { return !state->text().contains(QStringLiteral("out of reach")); }));
    save(1);
    ASSERT_TRUE(noticed("Saved Kept")) << qPrintable(page()->noticeText());
    EXPECT_EQ(storedText(1, "name"), "Kept");
}

TEST_F(ScreenPageTest, ASaveThatWasNotAnsweredDoesNotComeBackInPlaceOfWhatIsMeantNow) {
    typeInto(1, "name", QStringLiteral("First"));
    const QString path = folder() + QStringLiteral("/harbour.db");
    ASSERT_TRUE(QFile::rename(path, path + QStringLiteral(".away")));
    save(1);
    ASSERT_TRUE(noticed("Not saved"));
    workspace().records()->discard(QStringLiteral("aid"), {Key({Value::integer(1)}), 0});
    ASSERT_TRUE(QFile::rename(path + QStringLiteral(".away"), path));
    typeInto(1, "name", QStringLiteral("Second"));
    ASSERT_TRUE(Driver::until([&] {
        save(1);
        Driver::settle(100);
        return draft(1) == nullptr;
    }));
    EXPECT_EQ(storedText(1, "name"), "Second");
}

TEST_F(ScreenPageTest, MarksTextStoredWhereANumberBelongs) {
    writeOutside(QStringLiteral("UPDATE aid SET day_rate = 'by the hour' WHERE id = 1"));
    ASSERT_TRUE(
        Driver::until([this] { return shown(0, "day_rate") == QStringLiteral("by the hour"); }));
    const QModelIndex cell = grid()->model()->index(0, columnOf("day_rate"));
    EXPECT_TRUE(cell.data(GridModel::OddRole).toBool());
    EXPECT_TRUE(cell.data(Qt::ToolTipRole).toString().contains(QStringLiteral("another type")));
    // Another field of that record can still be saved.
    typeInto(1, "name", QStringLiteral("Hourly"));
    save(1);
    ASSERT_TRUE(noticed("Saved Hourly"));
    EXPECT_EQ(storedText(1, "day_rate"), "by the hour");
}

TEST_F(ScreenPageTest, AWindowStaysOnItsRecordWhileTheListIsSortedAndShrinks) {
    grid()->setCurrentRecord(recordId(9));
    page()->action(ScreenPage::Command::Open)->trigger();
    EditWindow* edit = window().openEdits()->windows().at(0);
    workspace().records()->view(QStringLiteral("aid"))->setSort({{QStringLiteral("name"), true}});
    ASSERT_TRUE(Driver::until([this] { return shown(0, "name") != QStringLiteral("Old Maid"); }));
    EXPECT_EQ(grid()->currentRecord(), recordId(9)) << "the position stays on its record";
    EXPECT_EQ(edit->record(), recordId(9));
    EXPECT_EQ(window().openEdits()->open(QStringLiteral("aid"), recordId(9)), edit)
        << "raised, not opened twice";
    // A draft begun in the window is the one of the grid.
    auto* name = qobject_cast<QLineEdit*>(Driver::find(QStringLiteral("field:name"), edit));
    name->setFocus();
    Driver::key(Qt::Key_End);
    Driver::type(QStringLiteral("!"));
    EXPECT_EQ(shown(grid()->gridModel()->rowOf(recordId(9)), "name"), QStringLiteral("Fiddler!"));
    edit->close();
    Driver::settle();
    EXPECT_NE(draft(9), nullptr) << "closing a window keeps the draft";
}

TEST_F(ScreenPageTest, EditsWhatAViewOrAKeylessTableShowsNever) {
    window().showScreen(QStringLiteral("overdue_inspection"));
    ASSERT_TRUE(Driver::until([this] { return grid()->model()->rowCount() > 0; }));
    EXPECT_FALSE(grid()->model()->flags(grid()->model()->index(0, 0)) & Qt::ItemIsEditable);
    for (const auto command :
         {ScreenPage::Command::New, ScreenPage::Command::Delete, ScreenPage::Command::Bulk}) {
        EXPECT_FALSE(page()->action(command)->isEnabled());
        EXPECT_TRUE(page()->action(command)->toolTip().contains(QStringLiteral("view")));
    }
    ASSERT_TRUE(Driver::until([this] { return !shown(0, "name").isEmpty(); }))
        << "it is read by position";
}

TEST_F(ScreenPageTest, AnEmptyTableSaysSoAndTakesItsFirstRecord) {
    writeOutside(QStringLiteral("DELETE FROM supplier"));
    window().showScreen(QStringLiteral("supplier"));
    auto* position = Driver::find(QStringLiteral("position"), page());
    EXPECT_TRUE(Driver::until(
        [&] { return qobject_cast<QLabel*>(position)->text() == QStringLiteral("no records"); }));
    EXPECT_FALSE(page()->action(ScreenPage::Command::Open)->isEnabled());
    page()->action(ScreenPage::Command::New)->trigger();
    const RecordId id = grid()->currentRecord();
    ASSERT_TRUE(id.isNew());
    workspace().records()->type(grid()->gridModel()->binding()->screen(), id, field("name"),
                                QStringLiteral("First"));
    workspace().writing()->save(grid()->gridModel()->binding()->screen(), id);
    ASSERT_TRUE(noticed("Added First"));
    EXPECT_TRUE(Driver::until([this] {
        return grid()->model()->rowCount() == 1 && !grid()->currentRecord().isNone() &&
               !grid()->currentRecord().isNew();
    }));
}

TEST_F(ScreenPageTest, ThePlateRefusesWithWordsAndUndoesExactly) {
    QUndoStack& undo = *workspace().document()->undoStack();
    auto* binding = grid()->gridModel()->binding();
    PlateEditor editor(binding);
    QStringList refusals;
    QObject::connect(&editor, &PlateEditor::refused, &editor,
                     [&](const QString& reason) { refusals += reason; });
    const Project before = workspace().project();
    const std::tuple<PlateLine, const char*, const char*, bool> cases[] = {
        {PlateLine::Label, "name", "Title", true},
        {PlateLine::Label, "name", " ", false},
        {PlateLine::ShownAs, "notes", "Text", true},
        {PlateLine::ShownAs, "name", "Date", false},
        {PlateLine::ShownAs, "name", "Hologram", false},
        {PlateLine::Source, "name", "a; b=Bee", true},
        {PlateLine::Source, "sector_id", "sector.code", true},
        {PlateLine::Source, "next_due", "soon", false},
        {PlateLine::Format, "day_rate", "#,##0.00 a day", true},
        {PlateLine::Format, "name", "0.00", false},
        {PlateLine::Alignment, "name", "right", true},
        {PlateLine::Frozen, "name", "✓", true},
        {PlateLine::Order, "code", "5", true},
        {PlateLine::Order, "code", "500", false},
        {PlateLine::Section, "notes", "Remarks", true},
        {PlateLine::Span, "name", "2", true},
        {PlateLine::Span, "name", "9", false},
        {PlateLine::BeginsRow, "next_due", "✓", true},
        {PlateLine::Required, "notes", "✓", true},
        {PlateLine::Required, "notes", "perhaps", false},
        {PlateLine::Editable, "id", "always", false},
        {PlateLine::Editable, "code", "only new", true},
        {PlateLine::Editable, "name", "perhaps", false},
        {PlateLine::Help, "name", "As on the chart", true},
        {PlateLine::Default, "next_due", "today", true},
        {PlateLine::Default, "next_due", "soon", false},
        {PlateLine::Default, "notes", "person's name", true},
        {PlateLine::Editable, "name", "", true},
        {PlateLine::Visible, "photo", "", true},
        {PlateLine::Width, "name", "200", true},
        {PlateLine::Width, "name", "wide", false},
        {PlateLine::BoundTo, "name", "x", false}};
    for (const auto& [line, column, text, taken] : cases) {
        const auto refused = refusals.size();
        const int steps = undo.count();
        editor.set(line, {QLatin1String(column)}, QString::fromUtf8(text));
        EXPECT_EQ(undo.count() > steps, taken) << column << text;
        EXPECT_EQ(refusals.size() > refused, !taken) << column << text;
    }
    // The effect is there as soon as the codes are read.
    EXPECT_TRUE(Driver::until([this] { return shown(0, "sector_id") == QStringLiteral("MG"); }))
        << qPrintable(shown(0, "sector_id"));
    while (undo.canUndo())
        undo.undo();
    EXPECT_EQ(workspace().project(), before);
    while (undo.canRedo())
        undo.redo();
    EXPECT_FALSE(workspace().project() == before);
}

TEST_F(ScreenPageTest, FrozenFieldsStayInSightAndAreEditedThere) {
    PlateEditor(grid()->gridModel()->binding())
        .set(PlateLine::Frozen, {QStringLiteral("name")}, QStringLiteral("✓"));
    EXPECT_EQ(columnOf("name"), 0) << "what is frozen stands first";
    grid()->setFocus();
    grid()->setCurrentIndex(grid()->model()->index(2, columnOf("notes")));
    auto* frozen = Driver::find(QStringLiteral("frozen"), grid());
    ASSERT_NE(frozen, nullptr);
    const int scrolled = grid()->horizontalScrollBar()->value();
    ASSERT_GT(scrolled, 0);
    grid()->setCurrentIndex(grid()->model()->index(2, 0));
    EXPECT_EQ(grid()->horizontalScrollBar()->value(), scrolled);
    Driver::key(Qt::Key_F2);
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    Driver::type(QStringLiteral("Kept In Sight"));
    Driver::key(Qt::Key_Return);
    EXPECT_EQ(shown(2, "name"), QStringLiteral("Kept In Sight"));
    EXPECT_EQ(grid()->horizontalScrollBar()->value(), scrolled);
    // A column that would lie below the frozen ones is scrolled out from there.
    grid()->setCurrentIndex(grid()->model()->index(2, 1));
    EXPECT_TRUE(!frozen->isVisible() ||
                grid()->visualRect(grid()->currentIndex()).left() >= frozen->width());
}

TEST_F(ScreenPageTest, AScreenWhoseTableIsGoneIsSaidAndTheOthersWork) {
    workspace().document()->change(QStringLiteral("gone"), [](Project& project) {
        project.screenById(QStringLiteral("defect"))->table = QStringLiteral("lost_table");
    });
    window().showScreen(QStringLiteral("defect"));
    EXPECT_TRUE(noticed("lost_table"));
    EXPECT_EQ(page()->screenId(), QStringLiteral("aid"));
    window().showScreen(QStringLiteral("part"));
    EXPECT_EQ(page()->screenId(), QStringLiteral("part"));
    EXPECT_TRUE(Driver::until([this] { return grid()->model()->rowCount() > 0; }));
}

TEST_F(ScreenPageTest, ChildrenFollowTheirParentAndTakeNewOnes) {
    window().showScreen(QStringLiteral("supplier"));
    ASSERT_NE(page()->children(), nullptr);
    GridView* parts = page()->children()->grids().front();
    const auto rows = [parts] { return parts->gridModel()->rows().recordRows(); };
    ASSERT_TRUE(Driver::until([&] { return rows() > 0; }));
    const auto countOf = [this](qint64 supplier) {
        auto session =
            Session::open({Engine::Sqlite, folder() + QStringLiteral("/harbour.db"), true},
                          Session::Access::ReadOnly);
        return (*session)
            ->scalar(QStringLiteral("SELECT count(*) FROM part WHERE supplier_id = ?"), {supplier})
            ->toInt();
    };
    ASSERT_TRUE(Driver::until([&] { return rows() == countOf(1); }));
    grid()->setCurrentIndex(grid()->model()->index(3, 1));
    ASSERT_TRUE(Driver::until([&] { return rows() == countOf(4); }));

    // Ctrl+N in the children's grid makes a child of this parent.
    parts->setFocus();
    Driver::key(Qt::Key_N, Qt::ControlModifier);
    const RecordId made = parts->currentRecord();
    ASSERT_TRUE(made.isNew());
    const Draft* draft = workspace().records()->drafts(QStringLiteral("part"))->find(made);
    ASSERT_NE(draft, nullptr);
    EXPECT_EQ(draft->value(parts->gridModel()->binding()->screen().table->indexOf(
                  QStringLiteral("supplier_id"))),
              Value::integer(4));
    Driver::key(Qt::Key_Escape);
    const int with = rows();
    grid()->setCurrentIndex(grid()->model()->index(0, 1));
    ASSERT_TRUE(Driver::until([&] { return rows() == countOf(1); })) << "drafts stay with theirs";
    grid()->setCurrentIndex(grid()->model()->index(3, 1));
    ASSERT_TRUE(Driver::until([&] { return rows() == with; }));
    workspace().records()->drafts(QStringLiteral("part"))->discard(made);
    EXPECT_EQ(rows(), with - 1);
}

TEST_F(ScreenPageTest, ChoicesComeFromTheDataWhenNoneAreGiven) {
    PlateEditor editor(grid()->gridModel()->binding());
    editor.set(PlateLine::ShownAs, {QStringLiteral("paint_hex")}, QStringLiteral("Choices"));
    ASSERT_TRUE(
        Driver::until([this] { return field("paint_hex").definition.choices.size() >= 4; }));
}

TEST(Demonstration, IsAPrivateCopyThatCanBeReset) {
    QTemporaryDir folder;
    const QByteArray before = qgetenv("XDG_DATA_HOME");
    qputenv("XDG_DATA_HOME", QFile::encodeName(folder.path()));
    {
        MainWindow window({});
        window.show();
        window.openDemonstration(false);
        const auto rows = [&] {
            return window.currentPage() ? window.currentPage()->grid()->model()->rowCount() : 0;
        };
        ASSERT_TRUE(Driver::until([&] { return rows() == 82; }));
        ASSERT_TRUE(
            QFile::exists(folder.filePath(QStringLiteral("gravin/demonstration/harbour.db"))));
        const auto shown = [&] {
            return window.currentPage()->grid()->model()->index(0, 1).data().toString();
        };
        ASSERT_TRUE(Driver::until([&] { return shown() == QStringLiteral("Old Maid"); }));
        const auto& screen = window.currentPage()->grid()->gridModel()->binding()->screen();
        const RecordId first{Key({Value::integer(1)}), 0};
        window.workspace()->records()->type(screen, first, *screen.field(QStringLiteral("name")),
                                            QStringLiteral("Changed"));
        window.workspace()->writing()->save(screen, first);
        ASSERT_TRUE(Driver::until(
            [&] { return window.currentPage()->noticeText().contains(QStringLiteral("Saved")); }));
        window.openDemonstration(true);
        ASSERT_TRUE(Driver::until([&] { return rows() == 82; }));
        EXPECT_TRUE(Driver::until([&] { return shown() == QStringLiteral("Old Maid"); }));
    }
    qputenv("XDG_DATA_HOME", before);
}

TEST(StartPage, SaysWhyAProjectCannotBeOpened) {
    QTemporaryDir folder;
    const QString path = folder.filePath(QStringLiteral("half.gravin"));
    QFile file(path);
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write("{\"gravin\": 1, \"conn");
    file.close();
    MainWindow window({path, {}, false});
    window.show();
    auto* state = window.findChild<QLabel*>(QStringLiteral("start-state"));
    EXPECT_TRUE(
        Driver::until([&] { return state->text().contains(QStringLiteral("cannot be opened")); }));
}

// Nothing that is pressed passes without a word.
TEST_F(ScreenPageTest, AKeyThatCannotWorkSaysWhy) {
    page()->focusGrid();
    Driver::key(Qt::Key_D, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_TRUE(noticed("This screen shows no lines."));
    Driver::key(Qt::Key_F6, Qt::ControlModifier);
    Driver::settle(100);
    workspace().document()->change(QStringLiteral("rights"), [](Project& project) {
        project.screens.front().allowed.set(Operation::Insert, false);
    });
    Driver::settle(100);
    page()->focusForm();
    Driver::key(Qt::Key_N, Qt::ControlModifier);
    EXPECT_TRUE(Driver::until([this] {
        return page()->noticeText() == page()->action(ScreenPage::Command::New)->toolTip();
    })) << qPrintable(page()->noticeText());
    EXPECT_FALSE(page()->noticeText().isEmpty());
}

} // namespace
