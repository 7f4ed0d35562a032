// SPDX-License-Identifier: GPL-3.0-or-later
// A list is sorted, searched and narrowed on the real window; the record stays where the person is.
#include "app/use/lists/filter_bar.h"
#include "support/text.h"
#include "whole_example.h"

#include <QComboBox>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPlainTextEdit>
#include <QTest>
#include <QToolButton>

using namespace gravin;
using namespace gravin::test;

namespace {

class Filtering : public OpenDemonstration {
protected:
    void clickHead(const char* column, Qt::KeyboardModifiers modifiers = {}) {
        QHeaderView* head = grid()->horizontalHeader();
        const QPoint at(head->sectionViewportPosition(columnOf(column)) + 12, head->height() / 2);
        QTest::mouseClick(head->viewport(), Qt::LeftButton, modifiers, at);
        settled();
    }
    void settled() {
        Driver::settle(250);
        ASSERT_TRUE(Driver::until([this] { return grid()->gridModel()->view()->isComplete(); }));
        Driver::settle();
    }
    QWidget* panel() { return Driver::find(name("filter-panel")); }
    QString position() {
        return static_cast<QLabel*>(Driver::find(name("position"), page()))->text();
    }
    QStringList words() {
        QStringList texts;
        for (const QToolButton* each : page()->filterBar()->findChildren<QToolButton*>()) {
            if (each->objectName().endsWith(u"-word") && each->isVisible())
                texts += each->text();
        }
        return texts;
    }
};

TEST_F(Filtering, AHeadSortsAndTheRecordStays) {
    Driver::clickCell(grid(), 4, columnOf("name")); // Sker Ledge
    const RecordId chosen = grid()->currentRecord();
    clickHead("name");
    EXPECT_EQ(shown(0, "name"), name("Anvil Rock"));
    EXPECT_EQ(grid()->currentRecord(), chosen) << "the position moves with its record";
    EXPECT_NE(position(), name("5 of 82"));
    EXPECT_EQ(words(), QStringList{name("Sorted by Name ↑  ✕")});
    clickHead("name");
    EXPECT_EQ(shown(81, "name"), name("Anvil Rock"));
    clickHead("status");
    clickHead("name", Qt::ShiftModifier);
    EXPECT_EQ(words(), QStringList{name("Sorted by Status ↑, Name ↑  ✕")});
    EXPECT_EQ(shown(0, "status"), name("in service"));
    EXPECT_EQ(grid()->currentRecord(), chosen);
    Driver::click(name("sort-word"));
    settled();
    EXPECT_EQ(shown(0, "name"), name("Old Maid"));
    EXPECT_EQ(position(), name("5 of 82"));
    EXPECT_TRUE(words().isEmpty());
}

TEST_F(Filtering, AViewWithoutAKeyIsSortedToo) {
    window().showScreen(name("overdue_inspection"));
    ASSERT_TRUE(Driver::until([this] {
        return grid()->gridModel()->binding()->tableName() == u"overdue_inspection" &&
               grid()->model()->rowCount() > 1;
    }));
    settled();
    ASSERT_TRUE(grid()->gridModel()->view()->table().key.isEmpty());
    EXPECT_FALSE(Driver::find(name("search"), page())->isEnabled());
    const QString field = grid()->gridModel()->binding()->fields()[0].name();
    const auto values = [&] {
        Driver::settle(300);
        QStringList texts;
        for (int row = 0; row < grid()->model()->rowCount(); ++row)
            texts += shown(row, field.toUtf8().constData());
        return texts;
    };
    clickHead(field.toUtf8().constData());
    const QStringList up = values();
    clickHead(field.toUtf8().constData());
    const QStringList down = values();
    EXPECT_NE(up, down);
    EXPECT_EQ(up.front(), down.back());
    EXPECT_EQ(up.back(), down.front());
}

TEST_F(Filtering, SearchingNarrowsAsOneTypes) {
    Driver::key(Qt::Key_F, Qt::ControlModifier);
    Driver::type(name("bank port"));
    ASSERT_TRUE(Driver::until([this] { return grid()->model()->rowCount() < 20; }));
    for (int row = 0; row < grid()->model()->rowCount(); ++row) {
        EXPECT_TRUE(shown(row, "name").contains(name("Bank")));
        EXPECT_TRUE(shown(row, "aid_type_id").contains(name("Port"))) << "what the lookup shows";
    }
    Driver::type(name(" nowhere"));
    ASSERT_TRUE(Driver::until([this] { return position() == name("no records match"); }));
    EXPECT_FALSE(page()->action(ScreenPage::Command::Delete)->isEnabled());
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    Driver::key(Qt::Key_Delete);
    EXPECT_TRUE(Driver::until([this] { return grid()->model()->rowCount() == 82; }));
    EXPECT_FALSE(grid()->currentRecord().isNone());
}

TEST_F(Filtering, ByValuesWithCountsAndByAnExpression) {
    Driver::clickCell(grid(), 1, columnOf("status"));
    Driver::key(Qt::Key_F8);
    ASSERT_NE(panel(), nullptr);
    auto* values = static_cast<QListWidget*>(Driver::find(name("filter-values"), panel()));
    ASSERT_TRUE(Driver::until([&] { return values->count() == 4; }));
    for (int row = 0; row < values->count(); ++row) {
        if (values->item(row)->text().startsWith(name("needs repair")))
            values->item(row)->setCheckState(Qt::Checked);
    }
    Driver::click(name("filter-apply"), panel());
    settled();
    EXPECT_EQ(words(), QStringList{name("Status is needs repair  ✕")});
    const int repairs = grid()->model()->rowCount();
    EXPECT_LT(repairs, 40);
    for (int row = 0; row < repairs; ++row)
        EXPECT_EQ(shown(row, "status"), name("needs repair"));

    // What is saved and does not belong here any more leaves; the neighbour is the current one.
    Driver::clickCell(grid(), 0, columnOf("status"));
    const QString second = shown(1, "name");
    const RecordId first = grid()->currentRecord();
    workspace().records()->type(grid()->gridModel()->binding()->screen(), first,
                                *grid()->gridModel()->binding()->screen().field(name("status")),
                                name("in service"));
    EXPECT_EQ(grid()->model()->rowCount(), repairs) << "an edit leaves the list as it is";
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(Driver::until([&] { return grid()->model()->rowCount() == repairs - 1; }));
    Driver::settle();
    EXPECT_EQ(shown(grid()->currentIndex().row(), "name"), second);

    Driver::click(name("add-filter"));
    ASSERT_NE(panel(), nullptr);
    ASSERT_TRUE(
        Driver::choose(Driver::find(name("filter-field"), panel()), name("An expression…")));
    Driver::click(panel()->findChild<QPlainTextEdit*>(name("filter-expression")));
    Driver::type(name("day_rate > 300"));
    QWidget* apply = Driver::find(name("filter-apply"), panel());
    // A click outside an open list of completions would only close it.
    ASSERT_TRUE(
        Driver::until([&] { return apply->isEnabled() && !QApplication::activePopupWidget(); }));
    Driver::settle(200);
    Driver::click(apply);
    ASSERT_TRUE(Driver::until([this] { return words().size() == 2; }));
    settled();
    EXPECT_LT(grid()->model()->rowCount(), repairs - 1);
    // Somebody else's record that belongs here appears by itself.
    const int before = grid()->model()->rowCount();
    writeOutside(name("UPDATE aid SET status = 'needs repair', day_rate = 400 WHERE id = 1"));
    EXPECT_TRUE(Driver::until([&] { return grid()->model()->rowCount() == before + 1; }));
    // Going to a record that is not listed shows it.
    page()->goToRecord(first.key);
    EXPECT_TRUE(Driver::until([&] { return grid()->currentRecord() == first; }));
    EXPECT_TRUE(words().isEmpty());
}

TEST_F(Filtering, AColumnThatWentTakesItsFilterWithIt) {
    workspace().document()->change(name("computed"), [](Project& project) {
        setComputed(project, name("aid"), {{name("yearly"), name("day_rate * 365")}});
        project.screenById(name("aid"))->fields += ScreenField{name("yearly")};
    });
    settled();
    page()->filterBar()->add({name("yearly"), name("Yearly is high"), name("yearly > 200000")});
    settled();
    const int dear = grid()->model()->rowCount();
    EXPECT_LT(dear, 82);
    EXPECT_GT(dear, 0);
    clickHead("yearly");
    workspace().document()->undoStack()->undo();
    settled();
    EXPECT_EQ(grid()->model()->rowCount(), 82);
    EXPECT_TRUE(words().isEmpty());
}

} // namespace
