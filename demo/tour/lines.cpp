// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations.h"

#include "app/grid/grid_view.h"
#include "app/look/theme.h"
#include "app/use/edit_window.h"
#include "app/use/lines/children_panel.h"
#include "app/use/lines/nested_lists.h"
#include "app/use/open_edits.h"
#include "driver.h"
#include "tour_window.h"

#include <QLineEdit>

namespace gravin {

namespace {

void lookAtLinesInAWindow(TourWindow& tour) {
    EditWindow* window =
        tour.window().openEdits()->open(QStringLiteral("visit"), tour.grid()->currentRecord());
    window->resize(820, 560);
    window->move(tour.window().mapToGlobal(QPoint(400, 150)));
    window->activateWindow();
    tour.expect("the window has the lines", [window] {
        return window->children() &&
               window->children()->grids().front()->gridModel()->rows().recordRows() > 0;
    });
    const bool wasDark = Theme::instance().isDark();
    Theme::instance().setMode(Theme::Mode::Dark);
    Driver::settle(400);
    tour.picture(QStringLiteral("window-lines"));
    Theme::instance().setMode(wasDark ? Theme::Mode::Dark : Theme::Mode::Light);
    window->close();
    tour.window().activateWindow();
}

void openRowsWithinRows(TourWindow& tour) {
    tour.window().workspace()->document()->change(
        QStringLiteral("rows within rows"), [](Project& project) {
            project.screenById(QStringLiteral("supplier"))->arrangement = Arrangement::GridNested;
        });
    tour.window().showScreen(QStringLiteral("supplier"));
    tour.page()->focusGrid();
    const auto isThere = [&tour] {
        return tour.page()->nested() && tour.page()->nested()->isSettled();
    };
    tour.expect("the suppliers are here",
                [&] { return isThere() && tour.grid()->model()->rowCount() > 0; });
    Driver::key(Qt::Key_Home);
    Driver::key(Qt::Key_Right);
    Driver::settle(200);
    tour.expect("the first one's parts are here", isThere);
    Driver::key(Qt::Key_Down);
    Driver::settle(100);
    Driver::key(Qt::Key_Right, Qt::AltModifier);
    Driver::settle(300);
    tour.expect("where a part was used is here", isThere);
    Driver::settle(300);
    tour.picture(QStringLiteral("rows-within-rows"));
    tour.window().workspace()->document()->undoStack()->undo();
}

} // namespace

void lookAtLines(TourWindow& tour) {
    tour.goTo(8);
    Driver::key(Qt::Key_Home);
    tour.picture(QStringLiteral("use"));
    // The plate and back, for whoever watches.
    Driver::key(Qt::Key_F9);
    Driver::key(Qt::Key_F9);
    tour.window().showScreen(QStringLiteral("visit"));
    tour.page()->focusWork();
    tour.expect("the parts of the first visit are here, and what they cost", [&tour] {
        const auto* cost = tour.page()->findChild<QLineEdit*>(QStringLiteral("field:parts_cost"));
        return tour.page()->children() && cost && !cost->text().isEmpty() &&
               tour.page()->children()->grids().front()->gridModel()->rows().recordRows() > 0;
    });
    Driver::settle(400);
    tour.picture(QStringLiteral("form-lines"));
    lookAtLinesInAWindow(tour);
    openRowsWithinRows(tour);
}

} // namespace gravin
