// SPDX-License-Identifier: GPL-3.0-or-later
// The whole example by mouse: every place is clicked; only texts and values are typed.
#include "app/build/build_face.h"
#include "app/build/plate_view.h"
#include "app/history/change_log_panel.h"
#include "app/history/timeline_strip.h"
#include "app/use/edit_window.h"
#include "app/use/open_edits.h"
#include "whole_example.h"

#include <QComboBox>
#include <QLineEdit>
#include <QTest>

using namespace gravin;
using namespace gravin::test;

namespace {

class Mouse : public OpenDemonstration {
protected:
    static void retype(QWidget* line, const QString& text) {
        QTest::mouseDClick(line, Qt::LeftButton);
        qobject_cast<QLineEdit*>(line)->selectAll();
        QTest::keyClicks(line, text);
        Driver::settle();
    }
    // Opens a list and clicks the entry.
};

TEST_F(Mouse, DoesTheWholeExample) {
    // Shape: how a field is shown, whether it is required; saved with the button.
    Driver::click(QStringLiteral("switch-build"));
    ASSERT_TRUE(window().isBuild());
    PlateView* plate = BuildFace::of(page())->plate();
    Driver::doubleClickCell(plate, plateRow(PlateLine::Required), columnOf("light_character"));
    EXPECT_TRUE(workspace()
                    .project()
                    .definition(QStringLiteral("aid"), QStringLiteral("light_character"))
                    ->required);
    Driver::click(QStringLiteral("save-project"));
    ASSERT_TRUE(noticed("Saved the project"));
    Driver::click(QStringLiteral("switch-use"));

    // Edit in the form; the grid shows the same draft.
    Driver::clickCell(grid(), 4, columnOf("code"));
    retype(Driver::find(QStringLiteral("field:name"), form()), QStringLiteral("Sker Rock"));
    EXPECT_EQ(shown(4, "name"), QStringLiteral("Sker Rock"));
    EXPECT_TRUE(grid()->gridModel()->marks(4).draft);
    ASSERT_TRUE(Driver::choose(Driver::find(QStringLiteral("field:status"), form()),
                               QStringLiteral("withdrawn")));
    ASSERT_TRUE(Driver::lookUp(Driver::find(QStringLiteral("field:sector_id"), form()),
                               QStringLiteral("Fairway")));
    EXPECT_EQ(shown(4, "sector_id"), QStringLiteral("Fairway"));
    Driver::click(QStringLiteral("save-record"), form());
    ASSERT_TRUE(noticed("Saved Sker Rock: 3 fields"));
    EXPECT_EQ(storedText(5, "status"), "withdrawn");
    EXPECT_EQ(storedText(5, "sector_id"), "i4");

    // Stopped by the field made required.
    Driver::clickCell(grid(), 6, columnOf("code"));
    retype(Driver::find(QStringLiteral("field:light_character"), form()), {});
    QTest::keyClick(Driver::find(QStringLiteral("field:light_character"), form()),
                    Qt::Key_Backspace);
    QWidget* save = Driver::find(QStringLiteral("save-record"), form());
    EXPECT_FALSE(save->isEnabled());
    EXPECT_TRUE(save->accessibleDescription().contains(QStringLiteral("Light character")));
    Driver::click(QStringLiteral("discard-edits"), form());
    EXPECT_FALSE(grid()->gridModel()->marks(6).any());

    // A yes or no is set in the grid by a double click.
    const bool before = stored(7, "radar_reflector").asBoolean();
    Driver::doubleClickCell(grid(), 6, columnOf("radar_reflector"));
    Driver::click(QStringLiteral("save-record"), form());
    ASSERT_TRUE(noticed("Saved Cooper Rock"));
    EXPECT_EQ(stored(7, "radar_reflector").asBoolean(), !before);

    // Two windows on two records while the list moves.
    for (const int row : {1, 8}) {
        Driver::clickCell(grid(), row, columnOf("code"));
        Driver::click(QStringLiteral("open-window"));
    }
    Driver::clickCell(grid(), 0, columnOf("code"));
    ASSERT_EQ(window().openEdits()->windows().size(), 2);
    for (EditWindow* edit : window().openEdits()->windows()) {
        retype(Driver::find(QStringLiteral("field:name"), edit),
               QStringLiteral("Window %1").arg(edit->number()));
        Driver::click(QStringLiteral("save-record"), edit);
    }
    ASSERT_TRUE(Driver::until([&] { return storedText(9, "name") == "Window 2"; }));
    EXPECT_EQ(storedText(2, "name"), "Window 1");
    EXPECT_EQ(grid()->gridModel()->marks(1).windowNumber, 1);
    window().openEdits()->closeAll();

    // Many at once.
    Driver::clickCell(grid(), 10, columnOf("status"));
    Driver::clickCell(grid(), 14, columnOf("status"), Qt::ShiftModifier);
    Driver::click(QStringLiteral("bulk-update"));
    ASSERT_TRUE(
        Driver::choose(Driver::find(QStringLiteral("bulk-field")), QStringLiteral("Status")));
    QWidget* dialog = Driver::find(QStringLiteral("bulk-dialog"));
    ASSERT_TRUE(Driver::choose(Driver::find(QStringLiteral("field:status"), dialog),
                               QStringLiteral("stored")));
    QWidget* run = Driver::find(QStringLiteral("bulk-run"));
    ASSERT_TRUE(Driver::until([&] { return run->isEnabled(); }));
    Driver::click(run);
    ASSERT_TRUE(noticed("Changed Status of 5 records"));

    // The newest tick of the timeline opens the change log there; roll back.
    auto* timeline = qobject_cast<TimelineStrip*>(Driver::find(QStringLiteral("timeline")));
    ASSERT_TRUE(Driver::until([&] { return timeline->changes().size() == 5; }));
    QTest::mouseClick(timeline, Qt::LeftButton, {}, QPoint(timeline->width() - 56, 30));
    ASSERT_TRUE(Driver::until(
        [&] { return window().changeLog()->isVisible() && window().changeLog()->chosen() == 5; }));
    Driver::click(QStringLiteral("roll-back"));
    QWidget* back = Driver::find(QStringLiteral("rollback-run"));
    ASSERT_TRUE(Driver::until([&] { return back->isEnabled(); }));
    Driver::click(back);
    ASSERT_TRUE(noticed("Rolled back 5 records"));
    EXPECT_EQ(storedText(11, "status"), "in service");
}

} // namespace
