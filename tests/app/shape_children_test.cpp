// SPDX-License-Identifier: GPL-3.0-or-later
// Build, where a screen shows the children of its records: their plate, and which children there
// are.
#include "app/use/lines/children_panel.h"
#include "app/use/lists/record_list.h"
#include "support/text.h"
#include "whole_example.h"

#include <QComboBox>
#include <QDialog>
#include <QDialogButtonBox>
#include <QMenu>
#include <QPushButton>
#include <QToolButton>

using namespace gravin;
using namespace gravin::test;

namespace {

class ShapeChildren : public OpenDemonstration {
protected:
    void SetUp() override {
        OpenDemonstration::SetUp();
        window().resize(1280, 800);
        window().showScreen(name("supplier"));
        ASSERT_TRUE(Driver::until([this] { return grid()->gridModel()->view()->isComplete(); }));
        Driver::key(Qt::Key_F9);
        Driver::settle(200);
    }
    static QMenu* offered() {
        auto* button = qobject_cast<QToolButton*>(Driver::find(name("build-children")));
        return button ? button->menu() : nullptr;
    }
};

TEST_F(ShapeChildren, TheirPlateIsOneClickAwayAndSoIsTheWayBack) {
    ASSERT_TRUE(offered());
    ASSERT_EQ(offered()->actions().size(), 1);
    EXPECT_EQ(offered()->actions().front()->text(),
              u"Parts: Number, Code, Name, Price, Stock, Stock value")
        << "which fields come to their row, without that of the parent";
    grid()->setCurrentRecord(grid()->gridModel()->rows().recordAtIndex(1));
    Driver::settle(200);
    offered()->actions().front()->trigger();
    ASSERT_TRUE(Driver::until([this] { return page()->screenId() == u"part"; }));
    EXPECT_TRUE(BuildFace::of(page())->gridPlate()->isVisible());
    ASSERT_TRUE(Driver::until([this] { return grid()->gridModel()->view()->isComplete(); }));
    EXPECT_EQ(grid()->gridModel()->view()->restriction().values[0], Value::integer(2))
        << "over the live records of the one that was chosen";
    auto* back = qobject_cast<QToolButton*>(Driver::find(name("build-back")));
    ASSERT_TRUE(back && back->isVisible());
    EXPECT_EQ(back->accessibleName(), u"Back to Suppliers");
    EXPECT_LE(window().width(), 1280) << "the head has room for all of it";
    Driver::click(name("build-back"));
    EXPECT_EQ(page()->screenId(), u"supplier");
    EXPECT_TRUE(BuildFace::of(page())->gridPlate()->isVisible());
}

// The database knows nothing of it: parts and vessels that have the same number.
TEST_F(ShapeChildren, RecordsThatTheDatabaseDoesNotRelateAreChildrenToo) {
    Driver::click(name("screen-settings"));
    Driver::settle(150);
    Driver::click(name("screen-other-children"));
    Driver::settle(150);
    QWidget* dialog = Driver::find(name("children-dialog"));
    ASSERT_NE(dialog, nullptr);
    ASSERT_TRUE(Driver::choose(Driver::find(name("children-screen"), dialog), name("Aids")));
    ASSERT_TRUE(Driver::choose(Driver::find(name("children-column"), dialog), name("id")));
    auto* own = qobject_cast<QComboBox*>(Driver::find(name("children-own"), dialog));
    EXPECT_EQ(own->currentText(), u"id");
    EXPECT_EQ(own->findText(name("name")), -1) << "a text is no number";
    auto* ok = dialog->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok);
    ASSERT_TRUE(ok->isEnabled());
    Driver::click(ok);
    ASSERT_TRUE(Driver::until([this] {
        const auto& children = workspace().project().screenById(name("supplier"))->children;
        return children && children->size() == 2 && children->back().screen == u"aid";
    }));
    QWidget* settings = Driver::find(name("screen-settings-panel"));
    ASSERT_NE(settings, nullptr);
    // Once more is refused with words.
    Driver::click(name("screen-other-children"));
    Driver::settle(150);
    dialog = Driver::find(name("children-dialog"));
    ASSERT_TRUE(Driver::choose(Driver::find(name("children-screen"), dialog), name("Aids")));
    ASSERT_TRUE(Driver::choose(Driver::find(name("children-column"), dialog), name("id")));
    ok = dialog->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok);
    EXPECT_FALSE(ok->isEnabled());
    EXPECT_EQ(ok->toolTip(), u"They are shown already.");
    qobject_cast<QDialog*>(dialog)->reject();
    qobject_cast<QDialog*>(settings)->reject();
    Driver::key(Qt::Key_F9);
    ASSERT_TRUE(page()->children());
    ASSERT_EQ(page()->children()->lists().size(), 2);
    grid()->setCurrentRecord(grid()->gridModel()->rows().recordAtIndex(2));
    RecordList* aids = page()->children()->lists().back();
    EXPECT_TRUE(Driver::until([&] { return aids->model()->view()->count() == 1; }));
}

} // namespace
