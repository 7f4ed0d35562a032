// SPDX-License-Identifier: GPL-3.0-or-later
// Rows within rows, on real windows: suppliers, their parts, and where those were used.
#include "app/grid/totals_row.h"
#include "app/use/form_fields.h"
#include "app/use/lines/nested_lists.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/lists/record_list.h"
#include "app/use/open_edits.h"
#include "support/text.h"
#include "whole_example.h"

#include <QAbstractItemModelTester>
#include <QAccessible>
#include <QHeaderView>
#include <QScrollBar>
#include <QTest>

using namespace gravin;
using namespace gravin::test;

namespace {

class Nested : public OpenDemonstration {
protected:
    void SetUp() override {
        OpenDemonstration::SetUp();
        window().resize(1280, 800);
        arrange("supplier", Arrangement::GridNested);
        window().showScreen(name("supplier"));
        ASSERT_TRUE(page()->nested());
        ASSERT_TRUE(Driver::until([this] { return model()->view()->isComplete(); }));
        page()->focusGrid();
        settle();
    }
    void arrange(const char* screen, Arrangement arrangement) {
        workspace().document()->change(name("arranged"), [&](Project& project) {
            project.screenById(name(screen))->arrangement = arrangement;
        });
    }
    GridModel* model() const { return grid()->gridModel(); }
    void settle() {
        ASSERT_TRUE(Driver::until([this] { return page()->nested()->isSettled(); }));
        Driver::settle(120);
    }
    static QWidget* focus() { return QApplication::focusWidget(); }
    static void press(Qt::Key key, Qt::KeyboardModifiers modifiers = Qt::NoModifier) {
        QTest::keyClick(focus(), key, modifiers);
        Driver::settle(60);
    }
    // The list that the keyboard is in.
    GridView* here() const { return page()->activeList()->grid(); }
    // The records of the first list in the inset of the current record.
    GridView* inner() const {
        const auto lists = page()->nested()->listsInSight();
        return lists.isEmpty() ? nullptr : lists.front()->grid();
    }
    RecordId supplier(int index) const { return model()->rows().recordAtIndex(index); }
    void open(int index) {
        grid()->setCurrentRecord(supplier(index));
        model()->openRow(supplier(index), true);
        settle();
    }
    int panels() const {
        return static_cast<int>(
            grid()
                ->viewport()
                ->findChildren<ChildrenPanel*>(QString(), Qt::FindDirectChildrenOnly)
                .size());
    }
    static int placeOf(const GridView* list, const char* column) {
        const auto& fields = list->gridModel()->binding()->fields();
        for (int i = 0; i < fields.size(); ++i) {
            if (fields[i].name() == QLatin1String(column))
                return i;
        }
        ADD_FAILURE() << "no field " << column;
        return 0;
    }
    QString asked(const char* sql) const {
        auto session = Session::open({Engine::Sqlite, folder() + name("/harbour.db"), true},
                                     Session::Access::ReadOnly);
        return (*session)->scalar(name(sql))->toString();
    }
};

TEST_F(Nested, OpensByKeysAndLeadsInAndOut) {
    press(Qt::Key_Home);
    const RecordId first = grid()->currentRecord();
    press(Qt::Key_Right);
    settle();
    ASSERT_TRUE(model()->rows().isOpen(0));
    EXPECT_TRUE(model()->rows().isInset(1));
    press(Qt::Key_Right);
    EXPECT_EQ(grid()->currentIndex().column(), 1) << "of an open row it goes on";
    press(Qt::Key_Down);
    settle();
    ASSERT_TRUE(grid()->viewport()->isAncestorOf(focus()));
    EXPECT_EQ(page()->activeList()->grid(), inner());
    EXPECT_EQ(here()->currentIndex().row(), 0);
    EXPECT_EQ(grid()->currentRecord(), first) << "around it its record is current";
    press(Qt::Key_Up);
    EXPECT_EQ(focus(), grid());
    EXPECT_EQ(grid()->currentRecord(), first);
    press(Qt::Key_Down);
    const int last = here()->model()->rowCount() - 1;
    here()->goToRow(last);
    press(Qt::Key_Down);
    EXPECT_EQ(focus(), grid());
    EXPECT_EQ(grid()->currentRecord(), supplier(1));
    press(Qt::Key_Up);
    EXPECT_NE(focus(), grid()) << "back into it, at its end";
    EXPECT_EQ(here()->currentIndex().row(), last);
    QTest::keyClick(focus(), Qt::Key_Home);
    press(Qt::Key_Up, Qt::ControlModifier); // to the first line
    here()->goToRow(0);
    press(Qt::Key_Home);
    // The first line opens nothing, and at its left edge the key leads back.
    press(Qt::Key_Left);
    EXPECT_EQ(focus(), grid());
    press(Qt::Key_Home);
    press(Qt::Key_Left);
    EXPECT_FALSE(model()->rows().isOpen(0));
    EXPECT_EQ(model()->rowCount(), 12);
    // From any cell.
    press(Qt::Key_End);
    press(Qt::Key_Right, Qt::AltModifier);
    EXPECT_TRUE(model()->rows().isOpen(0));
    press(Qt::Key_Left, Qt::AltModifier);
    EXPECT_FALSE(model()->rows().isOpen(0));
}

TEST_F(Nested, OpensByAClickToThreeLevelsAndNoFurther) {
    const auto clickOpening = [](GridView* list, int row) {
        QHeaderView* gutter = list->verticalHeader();
        QTest::mouseClick(gutter->viewport(), Qt::LeftButton, {},
                          {9, gutter->sectionViewportPosition(row) + 12});
        Driver::settle(100);
    };
    clickOpening(grid(), 2);
    settle();
    ASSERT_TRUE(model()->rows().isOpen(2));
    GridView* parts = inner();
    ASSERT_TRUE(parts && parts->isVisible());
    ASSERT_TRUE(Driver::until([&] { return parts->gridModel()->rows().recordRows() > 2; }));
    clickOpening(parts, 1);
    ASSERT_TRUE(parts->gridModel()->rows().isOpen(1));
    ASSERT_TRUE(Driver::until([&] { return page()->nested()->listsInSight().size() == 2; }));
    GridView* used = page()->nested()->listsInSight().last()->grid();
    EXPECT_EQ(used->gridModel()->binding()->tableName(), u"visit_part");
    EXPECT_FALSE(used->gridModel()->opensRows());
    EXPECT_TRUE(grid()->viewport()->rect().contains(used->mapTo(grid()->viewport(), QPoint(2, 2))));
    clickOpening(grid(), 2);
    EXPECT_FALSE(model()->rows().isOpen(2));
    clickOpening(grid(), 2);
    settle();
    EXPECT_TRUE(inner()->gridModel()->rows().isOpen(1)) << "what stood open in it is so again";
}

TEST_F(Nested, LinesAreEditedInPlaceAndSavedWithTheirRecordAsOneChange) {
    typeIn(0, "town", "Elsewhere");
    open(0);
    press(Qt::Key_Down);
    settle();
    here()->setCurrentIndex(here()->model()->index(0, placeOf(here(), "stock")));
    const RecordId part = here()->currentRecord();
    Driver::type(name("77"));
    Driver::key(Qt::Key_Return);
    EXPECT_TRUE(here()->gridModel()->binding()->draft(part));
    const RecordId goneOnTo = here()->currentRecord();
    QTest::keyClick(focus(), Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved"));
    settle();
    EXPECT_EQ(asked("SELECT town FROM supplier ORDER BY id LIMIT 1"), u"Elsewhere");
    EXPECT_EQ(asked(qPrintable(
                  name("SELECT stock FROM part WHERE id = %1").arg(part.key[0].asInteger()))),
              u"77");
    EXPECT_EQ(asked("SELECT COUNT(*) FROM gravin_change"), u"1");
    EXPECT_TRUE(model()->rows().isOpen(0)) << "after the save all stands as it stood";
    EXPECT_EQ(here()->currentRecord(), goneOnTo);
}

// Also where nothing between them and their record is edited.
TEST_F(Nested, LinesOfTheThirdLevelAreSavedWithTheOutermostRecord) {
    open(0);
    press(Qt::Key_Down);
    settle();
    press(Qt::Key_Right, Qt::AltModifier);
    settle();
    press(Qt::Key_Down);
    settle();
    ASSERT_EQ(here()->gridModel()->binding()->tableName(), u"visit_part");
    here()->setCurrentIndex(here()->model()->index(0, placeOf(here(), "quantity")));
    const Key line = here()->currentRecord().key;
    const auto quantity = [&] {
        return asked(
            qPrintable(name("SELECT quantity FROM visit_part WHERE visit_id = %1 AND part_id = %2")
                           .arg(line[0].asInteger())
                           .arg(line[1].asInteger())));
    };
    Driver::type(name("91"));
    Driver::key(Qt::Key_Return);
    EXPECT_EQ(page()->binding()->recordsSaved(supplier(0)), 1);
    QTest::keyClick(focus(), Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(Driver::until([&] { return quantity() == u"91"; }));
    settle();
    EXPECT_EQ(page()->binding()->recordsSaved(supplier(0)), 0);
    EXPECT_EQ(page()->binding()->recordsSaved(supplier(1)), 0) << "nothing of another record";
}

// A record and its lines, begun and saved where they stand.
TEST_F(Nested, ANewRecordTakesItsLinesInPlace) {
    QTest::keyClick(grid(), Qt::Key_N, Qt::ControlModifier);
    Driver::settle(150);
    const RecordId begun = grid()->currentRecord();
    ASSERT_TRUE(begun.isNew());
    typeIn(model()->rowOf(begun), "name", "Tideway Stores");
    page()->focusGrid();
    press(Qt::Key_Right, Qt::AltModifier);
    settle();
    ASSERT_TRUE(model()->rows().isOpen(model()->rowOf(begun)));
    press(Qt::Key_Down);
    settle();
    ASSERT_NE(focus(), grid());
    for (const auto& [column, text] :
         {std::pair{"code", "P-9001"}, {"name", "Pintle"}, {"price", "12.50"}}) {
        here()->setCurrentIndex(here()->model()->index(0, placeOf(here(), column)));
        Driver::type(name(text));
        Driver::key(Qt::Key_Return);
        Driver::settle(60);
    }
    ASSERT_EQ(here()->gridModel()->rows().recordRows(), 1);
    EXPECT_EQ(grid()->currentRecord(), begun);
    QTest::keyClick(focus(), Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved"));
    settle();
    EXPECT_EQ(asked("SELECT s.name FROM part p JOIN supplier s ON s.id = p.supplier_id "
                    "WHERE p.code = 'P-9001'"),
              u"Tideway Stores");
    const RecordId saved = grid()->currentRecord();
    EXPECT_FALSE(saved.isNew());
    EXPECT_TRUE(model()->rows().isOpen(model()->rowOf(saved)));
    ASSERT_TRUE(inner());
    EXPECT_TRUE(Driver::until([this] { return inner()->gridModel()->rows().recordRows() == 1; }));
}

// However many are open: widgets for what is in sight, and everything where it was.
TEST_F(Nested, ManyOpenAtOnceKeepTheirPlacesAndCostWhatIsInSight) {
    open(0);
    press(Qt::Key_Down);
    settle();
    here()->goToRow(2);
    const RecordId third = here()->currentRecord();
    page()->focusGrid();
    for (int i = 0; i < 12; ++i)
        open(i);
    EXPECT_EQ(model()->rows().openRows().count(), 12);
    EXPECT_EQ(model()->rowCount(), 24);
    EXPECT_LE(panels(), 6);
    grid()->verticalScrollBar()->setValue(grid()->verticalScrollBar()->maximum());
    settle();
    EXPECT_EQ(grid()->currentRecord(), supplier(11));
    grid()->verticalScrollBar()->setValue(0);
    settle();
    grid()->makeCurrent(supplier(0));
    ASSERT_TRUE(inner());
    EXPECT_TRUE(Driver::until([&] { return inner()->currentRecord() == third; }));
    EXPECT_LE(panels(), 6);
    // None lies over another, nor over a record.
    const auto all =
        grid()->viewport()->findChildren<ChildrenPanel*>(QString(), Qt::FindDirectChildrenOnly);
    for (const ChildrenPanel* panel : all) {
        if (!panel->isVisible())
            continue;
        const int row = model()->rowOf(panel->parentRecord());
        EXPECT_GE(panel->y(), grid()->rowViewportPosition(row + 1));
        EXPECT_LE(panel->y() + panel->height(),
                  grid()->rowViewportPosition(row + 1) + grid()->rowHeight(row + 1));
    }
}

TEST_F(Nested, SortingFilteringAndOtherPeoplesChangesLeaveOpenWhatIsOpen) {
    auto tester = std::make_unique<QAbstractItemModelTester>(
        model(), QAbstractItemModelTester::FailureReportingMode::Fatal);
    open(1);
    open(4);
    const RecordId one = supplier(1);
    const RecordId four = supplier(4);
    page()->filterBar()->sortBy(name("name"), false);
    page()->filterBar()->sortBy(name("name"), false);
    ASSERT_TRUE(Driver::until([&] { return model()->view()->isComplete(); }));
    settle();
    EXPECT_TRUE(model()->rows().isOpen(model()->rowOf(one)));
    EXPECT_TRUE(model()->rows().isOpen(model()->rowOf(four)));
    EXPECT_EQ(model()->rowCount(), 14);
    writeOutside(name("INSERT INTO supplier (name) VALUES ('Zenith Chandlers')"));
    ASSERT_TRUE(Driver::until([&] { return model()->view()->count() == 13; }));
    EXPECT_EQ(model()->rowCount(), 15);
    tester.reset(); // groups are opened while others still hear of the reset before
    page()->filterBar()->groupBy(name("town"));
    ASSERT_TRUE(Driver::until([&] { return model()->isGrouped(); }));
    model()->openAllGroups(true);
    settle();
    EXPECT_TRUE(model()->rows().isOpen(model()->rowOf(four)));
    page()->filterBar()->groupBy(name("town"));
    ASSERT_TRUE(Driver::until([&] { return !model()->isGrouped(); }));
    page()->workspace()->records()->discard(name("supplier"), one);
    writeOutside(
        name("UPDATE part SET supplier_id = 1 WHERE supplier_id = %1").arg(one.key[0].asInteger()));
    writeOutside(name("DELETE FROM supplier WHERE id = %1").arg(one.key[0].asInteger()));
    ASSERT_TRUE(Driver::until([&] { return model()->view()->count() == 12; }));
    EXPECT_EQ(model()->rowCount(), 13) << "its inset went with it";
    settle();
}

// What is in the way of saving is gone to, also where it stands in a closed row.
TEST_F(Nested, SaveGoesToALineInAClosedRow) {
    open(0);
    press(Qt::Key_Down);
    settle();
    const RecordId part = here()->currentRecord();
    const BoundScreen& screen = here()->gridModel()->binding()->screen();
    workspace().records()->type(screen, part, *screen.field(name("code")), QString());
    page()->focusGrid();
    model()->openRow(supplier(0), false);
    settle();
    QTest::keyClick(grid(), Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(Driver::until([&] { return model()->rows().isOpen(0) && focus() != grid(); }));
    settle();
    EXPECT_EQ(here()->currentRecord(), part);
    EXPECT_EQ(here()->gridModel()->binding()->fields()[here()->currentIndex().column()].name(),
              u"code");
}

TEST_F(Nested, ListsOfOneKindAreArrangedAlikeAndSearchedEachByItself) {
    open(0);
    open(1);
    const auto all = [this] {
        QList<RecordList*> lists;
        for (const ChildrenPanel* panel : grid()->viewport()->findChildren<ChildrenPanel*>(
                 QString(), Qt::FindDirectChildrenOnly)) {
            if (!panel->parentRecord().isNone())
                lists += panel->lists().front();
        }
        return lists;
    };
    ASSERT_EQ(all().size(), 2);
    all()[0]->bar()->sortBy(name("price"), false);
    ASSERT_TRUE(Driver::until(
        [&] { return all()[1]->model()->view()->query().sort.value(0).column == u"price"; }));
    all()[0]->bar()->focusSearch();
    Driver::type(name("lamp"));
    Driver::key(Qt::Key_Return);
    settle();
    EXPECT_FALSE(all()[0]->model()->view()->query().words().isEmpty());
    EXPECT_TRUE(all()[1]->model()->view()->query().words().isEmpty());
    EXPECT_EQ(page()->activeList(), all()[0]) << "its bar belongs to it";
}

TEST_F(Nested, BuildAndOtherArrangementsHaveClosedRows) {
    open(0);
    window().setBuild(true);
    Driver::settle(200);
    EXPECT_FALSE(model()->opensRows());
    EXPECT_EQ(model()->rowCount(), 12);
    window().setBuild(false);
    settle();
    EXPECT_TRUE(model()->rows().isOpen(0)) << "back at work it is as it was left";
    arrange("supplier", Arrangement::Grid);
    Driver::settle(200);
    EXPECT_EQ(model()->rowCount(), 12);
    EXPECT_EQ(page()->nested(), nullptr);
    arrange("supplier", Arrangement::GridNested);
    settle();
    EXPECT_TRUE(page()->nested());
}

// Names and levels, for those who hear the screen.
TEST_F(Nested, SaysLevelsAndWhatIsOpen) {
    const auto said = [](GridView* list, int row) {
        return list->model()->headerData(row, Qt::Vertical, Qt::AccessibleTextRole).toString();
    };
    EXPECT_EQ(said(grid(), 0), u"closed");
    open(0);
    EXPECT_EQ(said(grid(), 0), u"open");
    ASSERT_TRUE(inner());
    EXPECT_EQ(inner()->accessibleName(), u"Parts, level 2");
    const auto panel = grid()
                           ->viewport()
                           ->findChildren<ChildrenPanel*>(QString(), Qt::FindDirectChildrenOnly)
                           .front();
    EXPECT_EQ(panel->accessibleName(), u"Belongs to Brightwater Lamps, level 2");
    press(Qt::Key_Down);
    settle();
    press(Qt::Key_Right, Qt::AltModifier);
    ASSERT_TRUE(Driver::until([&] { return page()->nested()->listsInSight().size() == 2; }));
    GridView* used = page()->nested()->listsInSight().last()->grid();
    EXPECT_EQ(used->accessibleName(), u"Visit part, level 3");
    // As those hear it who ask through Qt's accessibility.
    const auto heard = [](QWidget* widget, QAccessible::Text text) {
        QAccessibleInterface* found = QAccessible::queryAccessibleInterface(widget);
        return found ? found->text(text) : QString();
    };
    EXPECT_EQ(heard(used, QAccessible::Name), u"Visit part, level 3");
    auto* totals = used->parentWidget()->findChild<TotalsRow*>();
    ASSERT_NE(totals, nullptr);
    EXPECT_TRUE(Driver::until([&] {
        return heard(totals, QAccessible::Description).contains(name("Amount: sum"));
    })) << qPrintable(heard(totals, QAccessible::Description));
    QAccessibleInterface* table = QAccessible::queryAccessibleInterface(grid());
    ASSERT_TRUE(table && table->tableInterface());
    EXPECT_EQ(table->tableInterface()->cellAt(1, 1)->text(QAccessible::Name),
              u"What belongs to the record above");
}

} // namespace
