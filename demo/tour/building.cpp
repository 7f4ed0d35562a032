// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations.h"

#include "app/build/build_face.h"
#include "app/build/form_shaper.h"
#include "app/build/plate_view.h"
#include "app/grid/grid_view.h"
#include "app/use/form_fields.h"
#include "app/use/record_form.h"
#include "driver.h"
#include "tour_window.h"

#include <QAction>
#include <QDialog>
#include <QMenu>
#include <QPushButton>

namespace gravin {

namespace {

void lookAtTheValues(TourWindow& tour) {
    BuildFace::of(tour.page())
        ->plate()
        ->setCurrent(PlateLine::Evidence, QStringLiteral("day_rate"));
    BuildFace::of(tour.page())->plate()->setFocus();
    Driver::key(Qt::Key_Return);
    tour.expect("the values were looked at", [&tour] {
        auto* panel = tour.dialog("evidence-panel");
        return panel &&
               panel->findChild<QWidget*>(QStringLiteral("proposals-accept-all"))->isEnabled();
    });
    tour.dialog("evidence-panel")->close();
    Driver::settle();
}

// A condition over two fields, tried on the current record, and the findings there are.
void stateACheck(TourWindow& tour) {
    Driver::click(QStringLiteral("checks"));
    tour.expect("the checks are open", [&tour] { return tour.dialog("checks-panel") != nullptr; });
    const auto add =
        tour.dialog("checks-panel")->findChild<QPushButton*>(QStringLiteral("check-add"));
    add->menu()->actions().last()->trigger();
    Driver::settle();
    Driver::click(tour.dialog("checks-panel")->findChild<QWidget*>(QStringLiteral("expression")));
    Driver::type(QStringLiteral("radar_reflector IS TRUE OR day_rate < 500"));
    Driver::settle();
    tour.picture(QStringLiteral("checks"));
    Driver::click(QStringLiteral("checks-set"), tour.dialog("checks-panel"));
    tour.expect("the check is set", [&tour] { return !tour.dialog("checks-panel"); });
    Driver::key(Qt::Key_Z, Qt::ControlModifier);

    // As if columns had been called otherwise meanwhile.
    tour.window().workspace()->document()->change(
        QStringLiteral("older names"), [](Project& project) {
            project.screenById(QStringLiteral("visit"))->field(QStringLiteral("hours"))->column =
                QStringLiteral("hour");
            project.definition(QStringLiteral("aid"), QStringLiteral("lamp_id"))
                ->lookup.shownColumns = {QStringLiteral("model_name")};
        });
    Driver::click(QStringLiteral("findings-count"));
    tour.expect("the findings are open",
                [&tour] { return tour.dialog("findings-panel") != nullptr; });
    tour.picture(QStringLiteral("findings"));
    tour.dialog("findings-panel")->close();
    Driver::settle();
    tour.window().workspace()->document()->undoStack()->undo();
}

// What is computed of a visit, with its value for the current record.
void lookAtAComputedField(TourWindow& tour) {
    tour.window().showScreen(QStringLiteral("visit"));
    tour.expect("the visits are read", [&tour] { return tour.grid()->model()->rowCount() == 420; });
    Driver::settle(300);
    tour.page()->findChild<QAction*>(QStringLiteral("computed-fields"))->trigger();
    tour.expect("the computed fields are open", [&tour] { return tour.dialog("computed-panel"); });
    tour.dialog("computed-panel")->close();
    tour.window().showScreen(QStringLiteral("aid"));
    Driver::settle(200);
}

// The plate beside the form: a field is dragged before another, then taken back.
void arrangeTheForm(TourWindow& tour) {
    Driver::click(QStringLiteral("build-form"));
    Driver::settle(200);
    FormFields* fields = tour.page()->form()->fields();
    const QPoint from = fields->rectOf(QStringLiteral("next_due")).center();
    const QPoint to = fields->rectOf(QStringLiteral("sector_id")).topLeft() + QPoint(12, 20);
    Driver::drag(BuildFace::of(tour.page())->shaper(), from, to);
    tour.expect("the field stands where it was put", [&tour] {
        const auto at = tour.window()
                            .workspace()
                            ->project()
                            .screenById(QStringLiteral("aid"))
                            ->form.find(QStringLiteral("next_due"));
        return at && at->section == 0 && at->place == 2;
    });
    tour.picture(QStringLiteral("build-form"));
    stateACheck(tour);
    lookAtAComputedField(tour);
    Driver::key(Qt::Key_Z, Qt::ControlModifier);
    Driver::click(QStringLiteral("build-grid"));
}

} // namespace

void shapeTheScreen(TourWindow& tour) {
    Driver::key(Qt::Key_F9);
    PlateView* plate = BuildFace::of(tour.page())->plate();
    const int paint = tour.columnOf(QStringLiteral("paint_hex"));
    Driver::doubleClickCell(plate, tour.plateRow(PlateLine::Label), paint);
    Driver::type(QStringLiteral("Paint colour"));
    Driver::key(Qt::Key_Return);
    // Three fields at once: select a run of the line, press Space.
    Driver::clickCell(plate, tour.plateRow(PlateLine::Required),
                      tour.columnOf(QStringLiteral("light_character")));
    Driver::key(Qt::Key_Right, Qt::ShiftModifier);
    Driver::key(Qt::Key_Left);
    Driver::key(Qt::Key_Space);
    tour.expect("light character is required", [&tour] {
        return tour.window()
            .workspace()
            ->project()
            .definition(QStringLiteral("aid"), QStringLiteral("light_character"))
            ->required;
    });
    tour.picture(QStringLiteral("build-plate"));
    lookAtTheValues(tour);
    arrangeTheForm(tour);
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    tour.expectNotice(QStringLiteral("Saved the project"));
    Driver::key(Qt::Key_F9);
}

} // namespace gravin
