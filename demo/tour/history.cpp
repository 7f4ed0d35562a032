// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations.h"

#include "app/history/as_it_was_page.h"
#include "app/history/change_log_panel.h"
#include "driver.h"
#include "tour_window.h"

#include <QAction>
#include <QComboBox>

namespace gravin {

namespace {

// Somebody has since changed two of the records that the bulk update had changed.
void changeSince(TourWindow& tour) {
    ChangeRequest request;
    request.action = QStringLiteral("edit");
    request.screen = QStringLiteral("Aids");
    for (const qint64 id : {12, 14})
        request.edits.push_back(
            {Operation::Update,
             QStringLiteral("aid"),
             Key({Value::integer(id)}),
             {},
             {{QStringLiteral("status"), Value::text(QStringLiteral("needs repair"))}}});
    tour.window().workspace()->writing()->write(std::move(request), &tour.window(),
                                                [](const WriteResult&) {});
}

// Before the second change, with a trial on since.
void lookBack(TourWindow& tour) {
    for (QAction* action : tour.window().actions()) {
        if (action->text() == QStringLiteral("Start a trial"))
            action->trigger();
    }
    tour.expect("the trial is on", [&tour] {
        QWidget* band = tour.window().findChild<QWidget*>(QStringLiteral("trial-band"));
        return band && band->isVisible();
    });
    tour.window().changeLog()->asItWasRequested(1);
    auto* then = qobject_cast<AsItWasPage*>(Driver::find(QStringLiteral("as-it-was")));
    tour.expect("what was is there", [then] {
        return then->list()->model() && then->list()->model()->rowCount() == 82;
    });
    Driver::settle(400);
    tour.picture(QStringLiteral("as-it-was"));
    Driver::click(QStringLiteral("as-it-was-return"));
    Driver::click(QStringLiteral("trial-keep"));
}

} // namespace

void rollBack(TourWindow& tour) {
    Driver::key(Qt::Key_L, Qt::ControlModifier);
    tour.expect("the change log lists three changes",
                [&tour] { return tour.window().changeLog()->chosen() == 3; });
    changeSince(tour);
    Driver::settle(600);
    tour.picture(QStringLiteral("change-log"));
    tour.window().changeLog()->choose(3);
    Driver::settle(100);
    Driver::click(QStringLiteral("roll-back"));
    QWidget* ways = Driver::find(QStringLiteral("rollback-on-changed_since"));
    tour.expect("the plan says what is in the way", [ways] { return ways && ways->isVisible(); });
    tour.picture(QStringLiteral("rollback-plan"));
    qobject_cast<QComboBox*>(ways)->setCurrentIndex(1);
    QWidget* run = Driver::find(QStringLiteral("rollback-run"));
    tour.expect("the others can be rolled back", [run] { return run->isEnabled(); });
    Driver::click(run);
    tour.expectNotice(QStringLiteral("Rolled back"));
    lookBack(tour);
    Driver::key(Qt::Key_L, Qt::ControlModifier);
}

} // namespace gravin
