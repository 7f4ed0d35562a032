// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations.h"

#include "app/bulk/bulk_dialog.h"
#include "app/bulk/bulk_line.h"
#include "app/grid/grid_view.h"
#include "app/use/edit_window.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/open_edits.h"
#include "app/use/record_form.h"
#include "driver.h"
#include "tour_window.h"

#include <QComboBox>
#include <QHeaderView>
#include <QLabel>
#include <QScrollBar>
#include <QTest>

namespace gravin {

namespace {

// The narrowed list in groups, two of them open; the foot says what the rates come to.
void groupTheList(TourWindow& tour) {
    Driver::key(Qt::Key_F6);
    tour.setCurrentColumn(QStringLiteral("sector_id"));
    Driver::key(Qt::Key_F8, Qt::ShiftModifier);
    GridModel* model = tour.grid()->gridModel();
    tour.expect("the list is grouped", [model] { return model->isGrouped(); });
    model->openAllGroups(false);
    for (const int row : {2, 0})
        model->openGroup(row, true);
    tour.grid()->setCurrentIndex(model->index(1, tour.columnOf(QStringLiteral("day_rate"))));
    tour.grid()->horizontalScrollBar()->setValue(0);
    tour.expect("the foot says what the field comes to", [&tour] {
        return tour.page()
            ->findChild<QLabel*>(QStringLiteral("totals"))
            ->text()
            .contains(QStringLiteral("sum"));
    });
    Driver::settle(200);
    tour.picture(QStringLiteral("use-grouped"));
    Driver::click(QStringLiteral("group-word"));
    tour.expect("the list is whole again", [model] { return !model->isGrouped(); });
    Driver::key(Qt::Key_F, Qt::ControlModifier);
}

// The day rates of one sector, computed; some would not pass a check.
void raiseRates(TourWindow& tour) {
    tour.window().workspace()->document()->change(QStringLiteral("check"), [](Project& project) {
        Check check;
        check.kind = CheckKind::Range;
        check.column = QStringLiteral("day_rate");
        check.most = QStringLiteral("600");
        check.message = QStringLiteral("Nobody pays more than 600.00 a day.");
        project.checks[QStringLiteral("aid")].checks += check;
    });
    Driver::click(QStringLiteral("bulk-update"));
    auto* dialog = qobject_cast<BulkDialog*>(Driver::find(QStringLiteral("bulk-dialog")));
    auto* scope = qobject_cast<QComboBox*>(Driver::find(QStringLiteral("bulk-scope")));
    scope->setCurrentIndex(scope->count() - 1);
    auto* where = Driver::find(QStringLiteral("bulk-where"));
    where->setFocus();
    Driver::type(QStringLiteral("sector_id = 2"));
    dialog->setField(QStringLiteral("day_rate"));
    dialog->line(0)->setExpression(QStringLiteral("ROUND(day_rate * 1.04 * 20) / 20"));
    QWidget* leaveOut = Driver::find(QStringLiteral("bulk-leave-out"));
    tour.expect("some would be refused", [leaveOut] { return leaveOut->isVisible(); });
    Driver::settle(300);
    tour.picture(QStringLiteral("bulk-update"));
    dialog->reject();
}

} // namespace

// Sorted by a head, searched, narrowed to some values; then all records again.
void findInTheList(TourWindow& tour) {
    QHeaderView* head = tour.grid()->horizontalHeader();
    QTest::mouseClick(
        head->viewport(), Qt::LeftButton, {},
        QPoint(head->sectionViewportPosition(tour.columnOf(QStringLiteral("name"))) + 12,
               head->height() / 2));
    tour.page()->filterBar()->add({QStringLiteral("status"),
                                   QStringLiteral("Status is in service or needs repair"),
                                   QStringLiteral("status IN ('in service', 'needs repair')")});
    Driver::key(Qt::Key_F, Qt::ControlModifier);
    Driver::type(QStringLiteral("buoy"));
    tour.expect("the list is narrowed", [&tour] { return tour.grid()->model()->rowCount() < 30; });
    Driver::settle(300);
    groupTheList(tour);
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    Driver::key(Qt::Key_Delete);
    Driver::click(QStringLiteral("filter-word"));
    Driver::click(QStringLiteral("sort-word"));
    tour.expect("all records are there",
                [&tour] { return tour.grid()->model()->rowCount() == 82; });
    tour.comeBack();
}

void editInTheGrid(TourWindow& tour) {
    tour.goTo(5);
    tour.setCurrentColumn(QStringLiteral("next_due"));
    Driver::key(Qt::Key_F2);
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    Driver::type(QStringLiteral("2026-12-02"));
    Driver::key(Qt::Key_Return);
    tour.expect("the draft stands in grid and form",
                [&tour] { return tour.page()->form()->saveReason().isEmpty(); });
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    tour.expectNotice(QStringLiteral("Saved Sker Ledge"));
    Driver::key(Qt::Key_Home);
}

void meetRefusal(TourWindow& tour) {
    tour.goTo(7);
    tour.page()->form()->focusField(QStringLiteral("light_character"));
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    Driver::key(Qt::Key_Delete);
    Driver::key(Qt::Key_Tab);
    tour.expect("saving is refused with a reason", [&tour] {
        return tour.page()->form()->saveReason().contains(QStringLiteral("1 thing missing"));
    });
}

void editInThreeWindows(TourWindow& tour) {
    for (const int position : {2, 9, 12}) {
        tour.goTo(position);
        Driver::key(Qt::Key_Return, Qt::ControlModifier);
        tour.comeBack();
    }
    tour.expect("three windows are open",
                [&tour] { return tour.window().openEdits()->windows().size() == 3; });
    EditWindow* first = tour.window().openEdits()->windows()[0];
    EditWindow* second = tour.window().openEdits()->windows()[1];
    EditWindow* third = tour.window().openEdits()->windows()[2];
    first->resize(430, 380);
    first->move(tour.window().mapToGlobal(QPoint(390, 190)));
    third->resize(430, 380);
    third->move(tour.window().mapToGlobal(QPoint(590, 280)));
    second->resize(430, 380);
    second->move(tour.window().mapToGlobal(QPoint(800, 350)));
    third->raise();
    second->raise();
    second->activateWindow();
    Driver::settle();
    second->form()->focusField(QStringLiteral("name"));
    Driver::settle();
    Driver::key(Qt::Key_End);
    Driver::type(QStringLiteral(" Rock"));
    // The list moves on; the windows stay with their records.
    tour.comeBack();
    tour.goTo(7);
    tour.picture(QStringLiteral("use-windows"));
    Driver::click(QStringLiteral("save-record"), second);
    tour.expectNotice(QStringLiteral("Saved Fiddler Rock"));
    tour.window().openEdits()->closeAll();
    tour.comeBack();
    Driver::click(QStringLiteral("discard-edits"), tour.page());
}

// Somebody else changes the field that is being edited.
void meetAConflict(TourWindow& tour) {
    tour.window().showScreen(QStringLiteral("aid"));
    tour.comeBack();
    tour.goTo(6);
    tour.page()->form()->focusField(QStringLiteral("day_rate"));
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    Driver::type(QStringLiteral("88.00"));
    Driver::key(Qt::Key_Tab);
    ChangeRequest other;
    other.action = QStringLiteral("edit");
    other.edits.push_back(
        {Operation::Update,
         QStringLiteral("aid"),
         tour.grid()->currentRecord().key,
         {},
         {{QStringLiteral("day_rate"), Value::decimal(*Decimal::fromText(u"91.50"))}}});
    bool done = false;
    tour.window().workspace()->writing()->write(
        std::move(other), &tour.window(), [&](const WriteResult& result) { done = result.ok(); });
    tour.expect("the other change is there", [&] { return done; });
    Driver::settle(200);
    tour.picture(QStringLiteral("use-conflict"));
    tour.window().workspace()->records()->discard(QStringLiteral("aid"),
                                                  tour.grid()->currentRecord());
    Driver::settle();
}

void changeMany(TourWindow& tour) {
    const int status = tour.columnOf(QStringLiteral("status"));
    Driver::clickCell(tour.grid(), 10, status);
    Driver::clickCell(tour.grid(), 14, status, Qt::ShiftModifier);
    Driver::click(QStringLiteral("bulk-update"));
    auto* fields = qobject_cast<QComboBox*>(Driver::find(QStringLiteral("bulk-field")));
    fields->setFocus();
    Driver::key(Qt::Key_Home);
    while (fields->currentText() != QStringLiteral("Status"))
        Driver::key(Qt::Key_Down);
    QWidget* value = Driver::find(QStringLiteral("field:status"), fields->window());
    value->setFocus();
    while (qobject_cast<QComboBox*>(value)->currentText() != QStringLiteral("stored"))
        Driver::key(Qt::Key_Down);
    QWidget* run = Driver::find(QStringLiteral("bulk-run"));
    tour.expect("the preview is there", [run] { return run->isEnabled(); });
    Driver::click(run);
    tour.expectNotice(QStringLiteral("Changed Status of"));
    raiseRates(tour);
    tour.page()->focusGrid();
    Driver::key(Qt::Key_Home);
}

} // namespace gravin
