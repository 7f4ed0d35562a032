// SPDX-License-Identifier: GPL-3.0-or-later
// Which records are chosen: a selection outlives another order of the list, and where a screen has
// boxes to tick, what is ticked outlives moving, searching and sorting.
#include "app/commands/command_list.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/lists/record_list.h"
#include "support/text.h"
#include "whole_example.h"

#include <QHeaderView>
#include <QLabel>
#include <QSignalSpy>
#include <QTest>

using namespace gravin;
using namespace gravin::test;

namespace {

class Choosing : public OpenDemonstration {
protected:
    QList<qint64> chosen() const {
        QList<qint64> ids;
        for (const RecordId& id : grid()->chosenRecords())
            ids += id.key.values().front().asInteger();
        std::sort(ids.begin(), ids.end());
        return ids;
    }
    void sortBy(const char* column) {
        QSignalSpy complete(grid()->gridModel()->view(), &RecordView::completed);
        const int section = columnOf(column);
        auto* heads = grid()->horizontalHeader();
        grid()->scrollTo(grid()->model()->index(0, section));
        QTest::mouseClick(heads->viewport(), Qt::LeftButton, {},
                          {heads->sectionViewportPosition(section) + 20, heads->height() / 2});
        ASSERT_TRUE(Driver::until([&] { return complete.count() > 0; }));
    }
    void haveBoxes() {
        workspace().document()->change(name("boxes"), [](Project& project) {
            project.screenById(name("aid"))->tickBoxes = true;
        });
        Driver::settle(200);
    }
    void clickBox(int row, Qt::KeyboardModifiers modifiers = {}) {
        auto* gutter = grid()->verticalHeader();
        QTest::mouseClick(
            gutter->viewport(), Qt::LeftButton, modifiers,
            {14, gutter->sectionViewportPosition(row) + gutter->sectionSize(row) / 2});
    }
    bool footSays(const char* text) {
        return Driver::until([&] {
            for (const QLabel* label : page()->findChildren<QLabel*>()) {
                if (label->isVisible() && label->text().contains(name(text)))
                    return true;
            }
            return false;
        });
    }
};

TEST_F(Choosing, ASelectionIsOfTheSameRecordsAfterASort) {
    Driver::clickCell(grid(), 1, columnOf("name"));
    Driver::clickCell(grid(), 4, columnOf("name"), Qt::ShiftModifier);
    const QList<qint64> before = chosen();
    ASSERT_EQ(before.size(), 4);
    sortBy("name");
    EXPECT_TRUE(Driver::until([&] { return chosen() == before; }));
    EXPECT_GT(grid()->selectedRows().size(), 1U) << "they stand apart now";
    // What is clicked afterwards is meant alone.
    Driver::clickCell(grid(), 0, columnOf("name"));
    EXPECT_EQ(chosen().size(), 1);
    sortBy("code");
    Driver::settle(200);
    EXPECT_EQ(chosen().size(), 1);
}

TEST_F(Choosing, AllStayAllAfterASort) {
    Driver::clickCell(grid(), 0, columnOf("name"));
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    ASSERT_EQ(grid()->selectedCount(), 82);
    sortBy("name");
    EXPECT_TRUE(Driver::until([this] { return grid()->selectedCount() == 82; }));
}

TEST_F(Choosing, WhatIsTickedStaysWhileOneMovesSearchesAndSorts) {
    haveBoxes();
    clickBox(0);
    clickBox(2);
    const QList<qint64> ticked = chosen();
    EXPECT_EQ(ticked.size(), 2);
    EXPECT_TRUE(footSays("2 ticked"));
    Driver::clickCell(grid(), 5, columnOf("name"));
    Driver::key(Qt::Key_Down);
    EXPECT_EQ(chosen(), ticked);
    sortBy("name");
    EXPECT_EQ(chosen(), ticked);
    clickBox(grid()->gridModel()->rowOf({Key({Value::integer(ticked.front())}), 0}));
    EXPECT_EQ(chosen().size(), 1);
    window().commands()->run(name("untick"));
    EXPECT_EQ(grid()->tickedCount(), 0);
    EXPECT_FALSE(window().commands()->reasonAgainst(name("untick")).isEmpty());
}

TEST_F(Choosing, BoxesAreTickedByKeyAndAsFarAsAClickWithShift) {
    EXPECT_FALSE(window().commands()->reasonAgainst(name("tick")).isEmpty()) << "it has no boxes";
    haveBoxes();
    Driver::clickCell(grid(), 3, columnOf("name"));
    Driver::key(Qt::Key_Space, Qt::ControlModifier);
    EXPECT_EQ(grid()->tickedCount(), 1);
    EXPECT_TRUE(grid()->isTicked(3));
    Driver::key(Qt::Key_Space, Qt::ControlModifier);
    EXPECT_EQ(grid()->tickedCount(), 0);
    clickBox(1);
    clickBox(4, Qt::ShiftModifier);
    EXPECT_EQ(grid()->tickedCount(), 4);
    // Many at once by key: what is selected.
    Driver::clickCell(grid(), 6, columnOf("name"));
    Driver::key(Qt::Key_Down, Qt::ShiftModifier, 2);
    Driver::key(Qt::Key_Space, Qt::ControlModifier);
    EXPECT_EQ(grid()->tickedCount(), 7);
}

TEST_F(Choosing, ADeletedRecordIsNotTickedAnyMore) {
    haveBoxes();
    clickBox(0);
    clickBox(1);
    const RecordId first = grid()->gridModel()->recordAt(0);
    CommittedChange change;
    change.id = 1;
    RecordChange gone;
    gone.table = name("aid");
    gone.key = first.key;
    gone.operation = Operation::Delete;
    change.records.push_back(gone);
    Q_EMIT workspace().writing()->committed(change);
    EXPECT_EQ(grid()->tickedCount(), 1);
    EXPECT_FALSE(grid()->chosenRecords().contains(first));
}

} // namespace
