// SPDX-License-Identifier: GPL-3.0-or-later
// Groups, totals, hidden fields and kept lists, on real windows.
#include "app/grid/group_rows.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/lists/saved_lists.h"
#include "core/value/decimal_arithmetic.h"
#include "whole_example.h"

#include <QInputDialog>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMenu>
#include <QPointer>
#include <QTest>

#include <random>

namespace gravin {
namespace {

// Places and rows answer each other, whatever is open.
TEST(GroupRows, EveryShownRecordIsFoundInItsRow) {
    std::mt19937 random(5);
    for (int round = 0; round < 300; ++round) {
        std::vector<RecordGroup> groups;
        qint64 place = 0;
        for (int outer = 0; outer < static_cast<int>(random() % 6); ++outer) {
            const size_t at = groups.size();
            groups.push_back({0, {Value::integer(outer)}, place, 0, {}});
            for (int inner = 0; inner <= static_cast<int>(random() % 4); ++inner) {
                const auto count = static_cast<qint64>(1 + random() % 5);
                groups.push_back(
                    {1, {Value::integer(outer), Value::integer(inner)}, place, count, {}});
                place += count;
            }
            groups[at].count = place - groups[at].first;
        }
        GroupRows rows;
        rows.setGroups(groups, 2, place);
        for (int step = 0; step < 10; ++step) {
            if (rows.rowCount() > 0)
                rows.setOpen(static_cast<int>(random() % static_cast<unsigned>(rows.rowCount())),
                             random() % 3 > 0);
            qint64 shown = 0;
            for (int row = 0; row < rows.rowCount(); ++row) {
                if (rows.groupAt(row))
                    continue;
                ++shown;
                ASSERT_EQ(rows.rowOf(rows.placeAt(row)), row) << "round " << round;
            }
            for (qint64 each = 0; each < place; ++each)
                shown -= rows.rowOf(each) >= 0 ? 1 : 0;
            ASSERT_EQ(shown, 0) << "round " << round;
        }
        if (place > 0) {
            rows.setAllOpen(false);
            EXPECT_EQ(rows.rowOf(place - 1), -1);
            rows.reveal(place - 1);
            EXPECT_GE(rows.rowOf(place - 1), 0);
        }
        rows.setAllOpen(true);
        EXPECT_EQ(rows.rowCount(), static_cast<int>(place) + static_cast<int>(groups.size()));
    }
}

class GroupingTest : public test::OpenDemonstration {
protected:
    GridModel& model() { return *grid()->gridModel(); }
    void press(Qt::Key key, Qt::KeyboardModifiers modifiers = {}) {
        grid()->setFocus();
        QTest::keyClick(grid(), key, modifiers);
        Driver::settle();
    }
    void groupBy(const char* column) {
        Driver::clickCell(grid(), 0, columnOf(column));
        const QStringList before = model().groupedBy();
        press(Qt::Key_F8, Qt::ShiftModifier);
        ASSERT_TRUE(Driver::until([&] { return model().groupedBy().size() > before.size(); }));
    }
    QString position() {
        return qobject_cast<QLabel*>(Driver::find(QStringLiteral("position")))->text();
    }
};

TEST_F(GroupingTest, GroupsOpenCloseAndKeepThePlace) {
    const RecordId first = grid()->currentRecord();
    groupBy("sector_id");
    EXPECT_NE(Driver::find(QStringLiteral("group-word")), nullptr);
    EXPECT_EQ(grid()->currentRecord(), first) << "the record stays, its group opened for it";
    model().openAllGroups(false);
    ASSERT_EQ(model().rowCount(), 8);
    ASSERT_TRUE(Driver::until([&] { return model().groupName(0).startsWith(u"Sector: "); }));
    EXPECT_TRUE(model().groupCount(0).endsWith(QStringLiteral("records")));
    EXPECT_FALSE(model().groupTotal(0, columnOf("day_rate")).isEmpty());

    // By keys: down to the second head, open it, into it, out again.
    grid()->setCurrentIndex(model().index(1, 0));
    press(Qt::Key_Right);
    const auto count = static_cast<int>(model().rows().groupAt(1)->count);
    EXPECT_EQ(model().rowCount(), 8 + count);
    press(Qt::Key_Down);
    EXPECT_FALSE(grid()->currentRecord().isNone());
    EXPECT_TRUE(position().startsWith(QString::number(model().rows().groupAt(1)->first + 1) +
                                      QStringLiteral(" of 82")));
    grid()->setCurrentIndex(model().index(1, 0));
    press(Qt::Key_Left);
    EXPECT_EQ(model().rowCount(), 8);

    // Next opens what it comes to.
    grid()->setCurrentIndex(model().index(2, 0));
    page()->action(ScreenPage::Command::Next)->trigger();
    Driver::settle();
    EXPECT_EQ(model().rows().indexOf(grid()->currentIndex().row()),
              model().rows().groupAt(2)->first);
    // Here position and key are two records.
    page()->goTo(QStringLiteral("82"));
    ASSERT_NE(page()->findChild<QMenu*>(QStringLiteral("go-to-which")), nullptr);
    Driver::key(Qt::Key_Return);
    Driver::settle();
    EXPECT_TRUE(position().startsWith(QStringLiteral("82 of 82")));

    Driver::click(QStringLiteral("group-word"));
    ASSERT_TRUE(Driver::until([&] { return !model().isGrouped(); }));
    EXPECT_EQ(model().rowCount(), 82);
}

TEST_F(GroupingTest, TwoLevelsFollowEditsAndTheirSums) {
    groupBy("sector_id");
    groupBy("status");
    ASSERT_TRUE(Driver::until(
        [&] { return model().rows().groupAt(1) && model().rows().groupAt(1)->level == 1; }));
    model().openAllGroups(true);
    const int row = 2;
    ASSERT_EQ(model().rows().groupAt(row), nullptr);
    grid()->setCurrentIndex(model().index(row, columnOf("day_rate")));
    const RecordId id = grid()->currentRecord();
    const QString before = model().groupTotal(0, columnOf("day_rate"));
    model().setData(model().index(row, columnOf("day_rate")), QStringLiteral("9999.50"),
                    Qt::EditRole);
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved"));
    ASSERT_TRUE(
        Driver::until([&] { return model().groupTotal(0, columnOf("day_rate")) != before; }));
    EXPECT_EQ(grid()->currentRecord(), id);

    qint64 records = 0;
    for (int each = 0; each < model().rowCount(); ++each)
        records += model().rows().groupAt(each) ? 0 : 1;
    EXPECT_EQ(records, 82);
}

TEST_F(GroupingTest, TheFootSaysWhatTheFieldComesTo) {
    Driver::clickCell(grid(), 0, columnOf("day_rate"));
    auto* totals = qobject_cast<QLabel*>(Driver::find(QStringLiteral("totals")));
    ASSERT_TRUE(Driver::until([&] { return totals->text().contains(QStringLiteral("sum ")); }));
    EXPECT_TRUE(totals->text().startsWith(QStringLiteral("Day rate in all 82 records")));
    Driver::clickCell(grid(), 2, columnOf("day_rate"), Qt::ShiftModifier);
    ASSERT_TRUE(Driver::until([&] {
        return totals->text().contains(QStringLiteral("in 3 records selected"));
    })) << qPrintable(totals->text());
    Decimal sum;
    for (const qint64 id : {1, 2, 3})
        sum = *gravin::sum(sum, stored(id, "day_rate").asDecimal());
    EXPECT_TRUE(totals->text().contains(QStringLiteral("sum ") +
                                        QLocale().toString(sum.toDouble(), 'f', 2)))
        << qPrintable(totals->text() + sum.toText());
}

TEST_F(GroupingTest, AListIsKeptUnderANameAndTakenUpAgain) {
    groupBy("sector_id");
    Driver::settle();
    page()->filterBar()->hide(QStringLiteral("name"));
    EXPECT_TRUE(grid()->isColumnHidden(columnOf("name")));
    EXPECT_NE(Driver::find(QStringLiteral("hidden-word")), nullptr);

    SavedLists lists(workspace().document()->file(), page()->screenId());
    EXPECT_TRUE(lists.names().isEmpty());
    Driver::click(QStringLiteral("saved-lists"));
    auto* menu = qobject_cast<QMenu*>(Driver::find(QStringLiteral("saved-menu")));
    ASSERT_NE(menu, nullptr);
    for (QAction* action : menu->actions()) {
        if (action->text().startsWith(QStringLiteral("Keep this list")))
            action->trigger();
    }
    menu->close();
    auto* question = qobject_cast<QInputDialog*>(Driver::find(QStringLiteral("keep-list")));
    ASSERT_NE(question, nullptr);
    question->setTextValue(QStringLiteral("By sector / short"));
    question->accept();
    EXPECT_EQ(lists.names(), QStringList{QStringLiteral("By sector / short")});

    Driver::click(QStringLiteral("hidden-word"));
    Driver::click(QStringLiteral("group-word"));
    ASSERT_TRUE(Driver::until([&] { return !model().isGrouped(); }));
    Driver::click(QStringLiteral("saved-lists"));
    menu = qobject_cast<QMenu*>(Driver::find(QStringLiteral("saved-menu")));
    menu->actions().front()->trigger();
    menu->close();
    ASSERT_TRUE(Driver::until([&] { return model().isGrouped(); }));
    EXPECT_TRUE(grid()->isColumnHidden(columnOf("name")));
    lists.forget(QStringLiteral("By sector / short"));
    EXPECT_TRUE(lists.names().isEmpty());
}

TEST_F(GroupingTest, FieldsAreHiddenAndShownByKeys) {
    page()->focusGrid();
    Driver::key(Qt::Key_F8, Qt::ControlModifier | Qt::ShiftModifier);
    const QPointer<QWidget> dialog = Driver::find(QStringLiteral("shown-fields"));
    ASSERT_NE(dialog, nullptr);
    auto* list = qobject_cast<QListWidget*>(Driver::find(QStringLiteral("shown-fields-list")));
    ASSERT_TRUE(list->hasFocus());
    const QString first = list->item(0)->text();
    Driver::key(Qt::Key_Down);
    const int second =
        columnOf(list->item(1)->data(Qt::UserRole).toString().toLatin1().constData());
    Driver::key(Qt::Key_Space);
    EXPECT_TRUE(grid()->isColumnHidden(second));
    Driver::key(Qt::Key_Space);
    EXPECT_FALSE(grid()->isColumnHidden(second));
    // One stays, whatever is ticked.
    for (int row = 0; row < list->count(); ++row) {
        list->setCurrentRow(row);
        Driver::key(Qt::Key_Space);
    }
    int shownFields = 0;
    for (int column = 0; column < model().columnCount(); ++column)
        shownFields += grid()->isColumnHidden(column) ? 0 : 1;
    EXPECT_EQ(shownFields, 1);
    Driver::key(Qt::Key_Return);
    EXPECT_TRUE(Driver::until([&] { return dialog.isNull(); }));
    Driver::click(QStringLiteral("hidden-word"));
    EXPECT_FALSE(grid()->isColumnHidden(second));
}

TEST_F(GroupingTest, GoesToARecordByAText) {
    page()->goTo(QStringLiteral("cooper"));
    ASSERT_TRUE(Driver::until([&] { return grid()->currentIndex().row() == 6; }));
    page()->goTo(QStringLiteral("no such words"));
    EXPECT_TRUE(noticed("There is no record"));
    EXPECT_EQ(grid()->currentIndex().row(), 6);
}

} // namespace
} // namespace gravin
