// SPDX-License-Identifier: GPL-3.0-or-later
// A record with its lines: on a page, in a window of its own, and as a person arranged it.
#include "app/grid/totals_row.h"
#include "app/use/edit_window.h"
#include "app/use/form_fields.h"
#include "app/use/lines/children_panel.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/lists/own_arrangement.h"
#include "app/use/lists/record_list.h"
#include "app/use/open_edits.h"
#include "app/use/record_form.h"
#include "session/drafts/draft_history.h"
#include "support/text.h"
#include "whole_example.h"

#include <QFile>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSplitter>
#include <QTest>

using namespace gravin;
using namespace gravin::test;

namespace {

class Lines : public OpenDemonstration {
protected:
    void SetUp() override {
        OpenDemonstration::SetUp();
        m_file = workspace().document()->file();
        window().resize(1280, 800);
        showVisits();
    }
    void showVisits() {
        window().showScreen(name("visit"));
        ASSERT_TRUE(page()->children());
        ASSERT_TRUE(Driver::until([this] { return records() > 0; }));
        Driver::settle(200);
    }
    RecordList* list() { return page()->children()->lists().front(); }
    GridView* lines() { return list()->grid(); }
    QByteArray projectBytes() const {
        QFile file(m_file);
        return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    }
    void reopen() {
        closeWindow();
        open(m_file);
    }
    int records() { return lines()->gridModel()->rows().recordRows(); }
    static int placeOf(const GridView* grid, const char* column) {
        const auto& fields = grid->gridModel()->binding()->fields();
        for (int i = 0; i < fields.size(); ++i) {
            if (fields[i].name() == QLatin1String(column))
                return i;
        }
        return -1;
    }
    QString asked(const char* sql) {
        auto session = Session::open({Engine::Sqlite, folder() + name("/harbour.db"), true},
                                     Session::Access::ReadOnly);
        return (*session)->scalar(name(sql))->toString();
    }

private:
    QString m_file;
};

// The form takes what its fields need, the lines at least half of the height.
TEST_F(Lines, HaveAtLeastHalfOfTheHeight) {
    EXPECT_GE(page()->children()->height(), page()->form()->height());
    EXPECT_GE(lines()->viewport()->height() / lines()->rowHeight(0), 8);
    const auto* fields = page()->form()->fields();
    EXPECT_GE(fields->parentWidget()->height(), fields->leastHeight()) << "no field is cut";
    window().resize(1900, 900);
    Driver::settle(300);
    EXPECT_LT(page()->form()->mapTo(page(), QPoint()).x() + page()->form()->width(),
              page()->children()->mapTo(page(), QPoint()).x() + 2)
        << "beside each other where there is room";
}

// A long text is low at rest and grows while one is in it.
TEST_F(Lines, ALongTextGrowsWhileOneIsInIt) {
    workspace().document()->change(name("long"), [](Project& project) {
        for (FieldDefinition& field : project.fields[name("visit")]) {
            if (field.column == u"report")
                field.shownAs = ShownAs::LongText;
        }
    });
    Driver::settle(300);
    auto* text = page()->form()->findChild<QPlainTextEdit*>();
    ASSERT_NE(text, nullptr);
    const int atRest = text->height();
    text->setFocus();
    text->setPlainText(QString(12, u'\n'));
    Driver::settle(200);
    EXPECT_GE(text->height(), 10 * text->fontMetrics().lineSpacing());
    page()->focusForm();
    Driver::settle(200);
    EXPECT_LE(text->height(), 5 * text->fontMetrics().lineSpacing());
    EXPECT_LE(atRest, text->height());
}

// One draft each in window, page and list, with the same sum at every step.
TEST_F(Lines, StandInTheWindowOfTheirRecordToo) {
    const RecordId visit = grid()->currentRecord();
    EditWindow* window = this->window().openEdits()->open(name("visit"), visit);
    ASSERT_NE(window, nullptr);
    ASSERT_NE(window->children(), nullptr);
    GridView* inside = window->children()->grids().front();
    ASSERT_TRUE(
        Driver::until([&] { return inside->gridModel()->rows().recordRows() == records(); }));
    window->activateWindow();
    Driver::settle(200);
    EXPECT_GE(window->children()->height(), window->form()->height());

    const int before = records();
    const auto sumIn = [](QWidget* around) {
        const auto* totals = around->findChild<TotalsRow*>();
        const GridView* grid = around->findChild<GridView*>();
        return totals->textBelow(placeOf(grid, "amount"));
    };
    const QString sum = sumIn(window->children());
    inside->setFocus();
    inside->setCurrentIndex(inside->model()->index(0, placeOf(inside, "quantity")));
    Driver::type(name("1"));
    Driver::key(Qt::Key_Return);
    EXPECT_TRUE(Driver::until([&] {
        return !sumIn(window->children()).isEmpty() && sumIn(window->children()) != sum &&
               sumIn(window->children()) == sumIn(page()->children());
    })) << sumIn(window->children()).toStdString()
        << " and " << sumIn(page()->children()).toStdString();
    EXPECT_EQ(lines()->model()->index(0, placeOf(lines(), "quantity")).data().toString(), u"1");

    // Ctrl+N begins a line, Ctrl+Delete takes one out, Save writes all as one change.
    Driver::key(Qt::Key_N, Qt::ControlModifier);
    EXPECT_TRUE(inside->currentRecord().isNew());
    Driver::key(Qt::Key_Escape);
    Driver::key(Qt::Key_Delete, Qt::ControlModifier);
    EXPECT_EQ(inside->gridModel()->rows().recordRows(), before);
    inside->setFocus();
    inside->setCurrentIndex(inside->model()->index(1, placeOf(inside, "quantity")));
    Driver::key(Qt::Key_Delete, Qt::ControlModifier);
    EXPECT_TRUE(window->noticeText().contains(name("will be deleted with the next save")))
        << window->noticeText().toStdString();
    auto* save = qobject_cast<QPushButton*>(Driver::find(name("save-record"), window));
    EXPECT_TRUE(Driver::until([&] { return save->text() == u"Save 2 records"; }))
        << save->text().toStdString();
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(Driver::until([&] { return window->noticeText().contains(name("Saved 2")); }))
        << window->noticeText().toStdString();
    EXPECT_TRUE(Driver::until([&] { return records() == before - 1; }));
    EXPECT_TRUE(workspace().records()->openDrafts().isEmpty());
    EXPECT_EQ(asked("SELECT count(*) FROM gravin_change"), u"1");
    Driver::key(Qt::Key_W, Qt::ControlModifier);
}

// Widths, order, hidden fields, sort and split are there again, and nothing of it in the project.
TEST_F(Lines, AreAsThePersonLeftThem) {
    const QByteArray file = projectBytes();
    const int part = placeOf(lines(), "part_id");
    const int quantity = placeOf(lines(), "quantity");
    lines()->horizontalHeader()->resizeSection(part, 333);
    lines()->horizontalHeader()->moveSection(lines()->horizontalHeader()->visualIndex(quantity), 0);
    list()->bar()->sortBy(name("quantity"), false);
    list()->bar()->hide(name("amount"));
    auto* split = page()->children()->parentWidget();
    ASSERT_NE(qobject_cast<QSplitter*>(split), nullptr);
    // As a hand does that drags the line between.
    QWidget* handle = qobject_cast<QSplitter*>(split)->handle(1);
    const QPoint at = handle->rect().center();
    QTest::mousePress(handle, Qt::LeftButton, {}, at);
    QTest::mouseMove(handle, at + QPoint(0, 40));
    QTest::mouseRelease(handle, Qt::LeftButton, {}, at + QPoint(0, 40));
    Driver::settle(200);
    const int height = page()->children()->height();

    reopen();
    showVisits();
    EXPECT_EQ(lines()->columnWidth(part), 333);
    EXPECT_EQ(lines()->horizontalHeader()->visualIndex(quantity), 0);
    EXPECT_TRUE(lines()->isColumnHidden(placeOf(lines(), "amount")));
    EXPECT_EQ(lines()->gridModel()->view()->query().sort,
              (SortOrder{SortBy{name("quantity"), false}}));
    EXPECT_NEAR(page()->children()->height(), height, 4);
    EXPECT_EQ(projectBytes(), file);

    // And put back by one command.
    lines()->setFocus();
    Driver::key(Qt::Key_F8, Qt::ControlModifier);
    Driver::settle(200);
    EXPECT_NE(lines()->columnWidth(part), 333);
    EXPECT_EQ(lines()->horizontalHeader()->visualIndex(quantity), quantity);
    EXPECT_FALSE(lines()->isColumnHidden(placeOf(lines(), "amount")));
    EXPECT_FALSE(list()->isArranged());
}

// Only what is typed begins a record in the empty line.
TEST_F(Lines, NothingButTypingBeginsARecord) {
    const int empty = records();
    lines()->setFocus();
    lines()->setCurrentIndex(lines()->model()->index(empty, placeOf(lines(), "quantity")));
    Driver::key(Qt::Key_Delete);
    Driver::key(Qt::Key_Return, Qt::ControlModifier);
    Driver::settle(200);
    EXPECT_EQ(records(), empty);
    EXPECT_TRUE(workspace().records()->openDrafts().isEmpty());
    EXPECT_FALSE(lines()->model()->setData(lines()->currentIndex(), name("3"), Qt::EditRole))
        << "it has no record to write to";
    EXPECT_TRUE(workspace().records()->openDrafts().isEmpty());
    EXPECT_TRUE(window().openEdits()->windows().isEmpty());
    Driver::type(name("3"));
    EXPECT_EQ(records(), empty + 1);
}

// A list below is put back without taking the page's own list along.
TEST_F(Lines, PuttingOneListBackLeavesTheOthers) {
    const QString file = workspace().document()->file();
    OwnArrangement main(file, name("visit"));
    ListArrangement wide;
    wide.widths = {{name("id"), 123}};
    main.keep(wide);
    lines()->setFocus();
    Driver::key(Qt::Key_F8, Qt::ControlModifier);
    Driver::settle(200);
    ASSERT_TRUE(main.list());
    EXPECT_EQ(main.list()->widths[name("id")], 123);
}

TEST_F(Lines, ADeletionShowsThemAndSaysWhichRecordItMeans) {
    page()->focusWork();
    Driver::key(Qt::Key_Delete, Qt::ControlModifier);
    ASSERT_NE(Driver::find(name("delete-question")), nullptr);
    const auto* told = qobject_cast<QLabel*>(Driver::find(name("delete-consequences")));
    ASSERT_TRUE(Driver::until([&] { return told->text().contains(name("would have to go too")); }));
    // What lookups show comes a moment later.
    EXPECT_TRUE(Driver::until([&] { return told->text().contains(name("Topmark no. 3")); }))
        << told->text().toStdString();
    const auto* which = qobject_cast<QLabel*>(Driver::find(name("delete-which")));
    EXPECT_TRUE(which->text().contains(name("Saint Orrin"))) << which->text().toStdString();
    Driver::key(Qt::Key_Escape);
}

TEST_F(Lines, AreCopiedWithTheirRecord) {
    const int before = records();
    page()->focusWork();
    Driver::key(Qt::Key_D, Qt::ControlModifier | Qt::ShiftModifier);
    ASSERT_TRUE(Driver::until([this] { return grid()->currentRecord().isNew(); }));
    EXPECT_TRUE(Driver::until([&] { return records() == before; }));
    for (int row = 0; row < before; ++row)
        EXPECT_TRUE(lines()->gridModel()->recordAt(row).isNew());
    EXPECT_EQ(workspace().records()->openDrafts().size(), before + 1);
    // In the lines it says why not.
    lines()->setFocus();
    Driver::settle();
    EXPECT_FALSE(page()->action(ScreenPage::Command::CopyWithLines)->isEnabled());
    EXPECT_TRUE(page()
                    ->action(ScreenPage::Command::CopyWithLines)
                    ->toolTip()
                    .contains(name("copied with the record")));
}

TEST_F(Lines, AGridAndItsFormFoldAwayByKey) {
    window().showScreen(name("aid"));
    Driver::settle(200);
    ASSERT_TRUE(page()->list()->isVisible() && form()->isVisible());
    Driver::key(Qt::Key_F6, Qt::ControlModifier);
    EXPECT_FALSE(page()->list()->isVisible());
    EXPECT_TRUE(form()->isAncestorOf(QApplication::focusWidget())) << "work goes on there";
    Driver::key(Qt::Key_F7, Qt::ControlModifier);
    EXPECT_TRUE(page()->list()->isVisible());
    EXPECT_FALSE(form()->isVisible());
    Driver::key(Qt::Key_F7, Qt::ControlModifier);
    EXPECT_TRUE(page()->list()->isVisible() && form()->isVisible());
}

TEST(OwnArrangements, OfDamagedSettingsAreNone) {
    const QTemporaryDir folder;
    OwnArrangement own(folder.filePath(name("a.gravin")), name("x / y"));
    EXPECT_FALSE(own.list());
    EXPECT_FALSE(own.split(name("below")));
    ListArrangement list;
    list.widths = {{name("a/b"), 100}, {name("c"), 1'000'000}};
    list.order = {name("c"), name("a/b")};
    own.keep(list);
    const auto kept = OwnArrangement(folder.filePath(name("a.gravin")), name("x / y")).list();
    ASSERT_TRUE(kept);
    EXPECT_EQ(kept->order, list.order);
    EXPECT_EQ(kept->widths[name("a/b")], 100);
    EXPECT_EQ(kept->widths[name("c")], 5000) << "no wider than anybody can use";
    own.keepSplit(name("below"), 7);
    EXPECT_FALSE(own.split(name("below")));
    own.forget();
    EXPECT_FALSE(own.list());
    OwnArrangement nowhere({}, name("x"));
    nowhere.keep(list);
    EXPECT_FALSE(nowhere.list());
}

// Cut among those of one visit and pasted among those of another, with the keys that all know.
TEST_F(Lines, MoveToAnotherRecordByCutAndPaste) {
    const RecordId from = grid()->currentRecord();
    const int before = records();
    const RecordId line = lines()->gridModel()->recordAt(0);
    QHeaderView* gutter = lines()->verticalHeader();
    QTest::mouseClick(gutter->viewport(), Qt::LeftButton, {},
                      {gutter->width() - 6, gutter->sectionViewportPosition(0) + 10});
    QTest::keyClick(lines(), Qt::Key_X, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Cut 1 record."));
    EXPECT_TRUE(lines()->gridModel()->binding()->draft(line) == nullptr) << "nothing is cleared";
    page()->action(ScreenPage::Command::Next)->trigger();
    page()->focusGrid();
    grid()->setCurrentRecord(grid()->gridModel()->rows().recordAtIndex(
        grid()->gridModel()->rows().indexOf(grid()->gridModel()->rowOf(from)) + 1));
    ASSERT_TRUE(Driver::until([&] { return !(grid()->currentRecord() == from); }));
    Driver::settle(300);
    const int there = records();
    const RecordId to = grid()->currentRecord();
    lines()->setFocus();
    QTest::keyClick(lines(), Qt::Key_V, Qt::ControlModifier);
    ASSERT_TRUE(noticed("1 record moved here with the next save."));
    ASSERT_TRUE(Driver::until([&] { return records() == there + 1; })) << "shown at once";
    EXPECT_EQ(lines()->gridModel()->recordAt(there), line);
    grid()->setCurrentRecord(from);
    ASSERT_TRUE(Driver::until([&] { return records() == before; }));
    const int row = lines()->gridModel()->rowOf(line);
    ASSERT_GE(row, 0);
    EXPECT_TRUE(lines()->gridModel()->cell(lines()->gridModel()->index(row, 0)).isRemoved)
        << "struck through where it goes";
    // Back by one undo, and done again.
    workspace().records()->history()->undo();
    Driver::settle(100);
    EXPECT_FALSE(lines()->gridModel()->cell(lines()->gridModel()->index(row, 0)).isRemoved);
    workspace().records()->history()->redo();
    grid()->setCurrentRecord(to);
    ASSERT_TRUE(Driver::until([&] { return records() == there + 1; }));
    QTest::keyClick(lines(), Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved"));
    EXPECT_EQ(asked(qPrintable(name("SELECT count(*) FROM visit_part WHERE visit_id = %1")
                                   .arg(to.key[0].asInteger())))
                  .toInt(),
              there + 1);
    EXPECT_TRUE(Driver::until([&] { return records() == there + 1; }));
}

// A list of few columns leaves its room to the form, one of many takes at most a good half; what a
// hand makes of it stays.
TEST_F(Lines, AListAndTheFormBesideItShareTheirRoom) {
    const auto listPart = [this] {
        return static_cast<double>(page()->list()->width()) /
               (page()->list()->width() + form()->width());
    };
    window().showScreen(name("aid"));
    ASSERT_TRUE(Driver::until([this] { return grid()->gridModel()->view()->isComplete(); }));
    Driver::settle(300);
    EXPECT_NEAR(listPart(), 0.57, 0.02);
    EXPECT_GE(page()->form()->width(), 440) << "two columns of fields can be read at 1280";
    workspace().document()->change(name("few"), [](Project& project) {
        for (ScreenField& field : project.screenById(name("defect"))->fields)
            field.shownIn = field.column == u"id" ? ShownIn::GridAndForm : ShownIn::Form;
    });
    window().showScreen(name("defect"));
    ASSERT_TRUE(Driver::until([this] { return grid()->gridModel()->view()->isComplete(); }));
    Driver::settle(300);
    EXPECT_NEAR(listPart(), 0.36, 0.02);
    auto* split = qobject_cast<QSplitter*>(page()->list()->parentWidget());
    ASSERT_NE(split, nullptr);
    QWidget* handle = split->handle(split->count() - 1);
    Driver::drag(handle, {0, 10}, {150, 10});
    Driver::settle(100);
    const double made = listPart();
    EXPECT_GT(made, 0.4);
    window().resize(1400, 800);
    Driver::settle(300);
    EXPECT_NEAR(listPart(), made, 0.02);
    reopen();
    window().resize(1280, 800);
    window().showScreen(name("defect"));
    Driver::settle(400);
    EXPECT_NEAR(listPart(), made, 0.02) << "there again in the next run";
}

// The record with its lines in a window, one of them in another, the page behind: one draft each,
// right in all three after each key, also when another program changes a line meanwhile.
TEST_F(Lines, InThreePlacesAtOnceAreOneDraftEach) {
    const RecordId visit = grid()->currentRecord();
    ASSERT_GE(records(), 2);
    const RecordId line = lines()->gridModel()->recordAt(0);
    const RecordId other = lines()->gridModel()->recordAt(1);
    EditWindow* ofVisit = window().openEdits()->open(name("visit"), visit);
    ASSERT_TRUE(ofVisit && ofVisit->children());
    const QString lineScreen = lines()->gridModel()->binding()->screenId();
    EditWindow* ofLine = window().openEdits()->open(lineScreen, line);
    ASSERT_TRUE(ofLine);
    GridView* inWindow = ofVisit->children()->lists().front()->grid();
    ASSERT_TRUE(Driver::until([&] { return inWindow->gridModel()->rowOf(line) >= 0; }));
    const auto quantityIn = [&](const GridView* list, const RecordId& id) {
        return list->model()
            ->index(list->gridModel()->rowOf(id), placeOf(list, "quantity"))
            .data()
            .toString();
    };
    const auto quantityInLine = [&] {
        auto* editor = Driver::find(name("field:quantity"), ofLine);
        return editor ? editor->property("text").toString() : QString();
    };
    const auto isEverywhere = [&](const QString& text) {
        return Driver::until([&] {
            return quantityIn(lines(), line) == text && quantityIn(inWindow, line) == text &&
                   quantityInLine() == text;
        });
    };
    const auto typeInto = [&](const RecordId& id, const char* text) {
        const BoundScreen& screen = lines()->gridModel()->binding()->screen();
        workspace().records()->type(screen, id, *screen.field(name("quantity")), name(text));
    };
    ASSERT_TRUE(Driver::until([&] { return !quantityInLine().isEmpty(); }));
    for (const char* text : {"3", "35", "357"}) {
        typeInto(line, text);
        EXPECT_TRUE(isEverywhere(name(text))) << text;
        EXPECT_EQ(workspace().records()->drafts(name("visit_part"))->all().size(), 1);
    }
    // Another program changes the same line in another field's place, and the line beside it.
    writeOutside(name("UPDATE visit_part SET quantity = 44 WHERE visit_id = %1 AND part_id = %2")
                     .arg(other.key[0].asInteger())
                     .arg(other.key[1].asInteger()));
    workspace().records()->refreshNow();
    EXPECT_TRUE(Driver::until([&] {
        return quantityIn(lines(), other) == u"44" && quantityIn(inWindow, other) == u"44";
    }));
    EXPECT_TRUE(isEverywhere(name("357"))) << "what was typed stays";
    // And the very one: the save finds it, and all three show the conflict.
    writeOutside(name("UPDATE visit_part SET quantity = 55 WHERE visit_id = %1 AND part_id = %2")
                     .arg(line.key[0].asInteger())
                     .arg(line.key[1].asInteger()));
    const auto isMarked = [&](const GridView* list) {
        const int row = list->gridModel()->rowOf(line); // while the list is read anew, nowhere
        return row >= 0 && list->gridModel()
                               ->cell(list->gridModel()->index(row, placeOf(list, "quantity")))
                               .isElsewhere;
    };
    EXPECT_TRUE(Driver::until([&] {
        if (isMarked(lines()) && isMarked(inWindow))
            return true;
        ofVisit->form()->save(); // it may still be reading what was asked for
        Driver::settle(200);
        return false;
    }));
    // The file's own sign may tell of it before the save does, which then is still under way:
    // whoever keeps theirs and saves just then does it once more.
    DraftStore* drafts = workspace().records()->drafts(name("visit_part"));
    const int quantity =
        lines()->gridModel()->binding()->screen().field(name("quantity"))->columnIndex;
    ASSERT_TRUE(Driver::until([&] {
        if (isMarked(lines()))
            drafts->keepMine(line, quantity);
        EXPECT_TRUE(isEverywhere(name("357")));
        ofVisit->form()->save();
        Driver::settle(300);
        return drafts->all().isEmpty();
    }));
    EXPECT_TRUE(isEverywhere(name("357")));
    EXPECT_EQ(asked(qPrintable(
                  name("SELECT quantity FROM visit_part WHERE visit_id = %1 AND part_id = %2")
                      .arg(line.key[0].asInteger())
                      .arg(line.key[1].asInteger()))),
              u"357");
}

// What can be done with a line stands in its menu in a window too.
TEST_F(Lines, HaveTheirMenuInAWindow) {
    EditWindow* ofVisit = window().openEdits()->open(name("visit"), grid()->currentRecord());
    GridView* list = ofVisit->children()->lists().front()->grid();
    ASSERT_TRUE(Driver::until([&] { return list->gridModel()->rows().recordRows() > 0; }));
    ofVisit->activateWindow();
    Driver::settle(300);
    list->setFocus();
    Driver::settle(100);
    ASSERT_TRUE(list->hasFocus());
    const RecordId line = list->gridModel()->recordAt(0);
    const auto choose = [&](const char* begins) {
        const QPoint at =
            list->visualRect(list->model()->index(0, list->shownColumns()[0])).center();
        QContextMenuEvent asked(QContextMenuEvent::Mouse, at, list->viewport()->mapToGlobal(at));
        QApplication::sendEvent(list->viewport(), &asked);
        auto* menu = qobject_cast<QMenu*>(Driver::find(name("row-actions"), ofVisit));
        ASSERT_NE(menu, nullptr);
        bool isThere = false;
        for (QAction* action : menu->actions()) {
            if (!isThere && action->text().startsWith(name(begins))) {
                isThere = true;
                EXPECT_TRUE(action->isEnabled()) << begins;
                action->trigger();
            }
        }
        EXPECT_TRUE(isThere) << begins;
        menu->close();
        Driver::settle(150);
    };
    choose("Delete");
    ASSERT_TRUE(workspace().records()->drafts(name("visit_part"))->find(line));
    EXPECT_TRUE(workspace().records()->drafts(name("visit_part"))->find(line)->removed);
    workspace().records()->history()->undo();
    ofVisit->activateWindow();
    Driver::settle(300);
    list->setFocus();
    choose("Open in window");
    EXPECT_TRUE(Driver::until([&] { return window().openEdits()->windows().size() == 2; }));
}

// Lists of projects without a file have no place in common: none is arranged by another.
TEST_F(Lines, OfAProjectWithoutAFileAreArrangedEachByItself) {
    int told = 0;
    const auto heard = QObject::connect(&ArrangementNews::instance(), &ArrangementNews::kept,
                                        [&told](const QString&) { ++told; });
    ListArrangement wide;
    wide.widths.insert(name("part_id"), 300);
    OwnArrangement(QString(), name("visit")).keep(wide);
    EXPECT_EQ(told, 0);
    OwnArrangement(folder() + name("/other.gravin"), name("visit")).keep(wide);
    EXPECT_EQ(told, 1);
    QObject::disconnect(heard);
}

} // namespace
