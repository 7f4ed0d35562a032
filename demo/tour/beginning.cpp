// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations.h"

#include "app/sources/new_screens_page.h"
#include "driver.h"
#include "tour_window.h"

#include <QAbstractItemView>
#include <QApplication>
#include <QClipboard>
#include <QDialog>
#include <QLabel>
#include <QPlainTextEdit>

namespace gravin {

namespace {

// Typed in and shown, not created: the demonstration stays as it is.
void typeATable(TourWindow& tour) {
    Driver::click(QStringLiteral("new-table"));
    Driver::type(QStringLiteral("mooring"));
    auto* fields = qobject_cast<QAbstractItemView*>(Driver::find(QStringLiteral("planned-fields")));
    auto* rows = qobject_cast<QAbstractItemView*>(Driver::find(QStringLiteral("planned-rows")));
    const auto paste = [](QAbstractItemView* view, int row, int column, const QString& text) {
        view->setFocus();
        view->setCurrentIndex(view->model()->index(row, column));
        QApplication::clipboard()->setText(text);
        Driver::key(Qt::Key_V, Qt::ControlModifier);
    };
    paste(fields, 1, 0,
          QStringLiteral("code\tText\t8\tyes\nsector_id\nlaid_on\tDate\n"
                         "depth_metres\tDecimal number\t1\nlit\tYes or no"));
    paste(rows, 0, 1,
          QStringLiteral("M-01\t2\t2024-05-06\t7.5\tyes\nM-02\t2\t2024-05-07\t8.1\tno"));
    tour.expect("the statements stand beside the table", [] {
        auto* text =
            qobject_cast<QPlainTextEdit*>(Driver::find(QStringLiteral("table-statements")));
        return text && text->toPlainText().contains(QStringLiteral("REFERENCES"));
    });
}

} // namespace

// The developer's way in, from nothing open to the first screen; needs a window of its own.
void connectAndMakeScreens(TourWindow& tour, const QString& database) {
    Driver::click(QStringLiteral("new-project"));
    Driver::find(QStringLiteral("database-path"))->setFocus();
    Driver::type(database);
    Driver::click(QStringLiteral("test-connection"));
    auto* answer = static_cast<QLabel*>(Driver::find(QStringLiteral("connection-answer")));
    tour.expect("the database has answered",
                [answer] { return answer->text().contains(QStringLiteral("Reached")); });
    tour.picture(QStringLiteral("connection"));
    Driver::click(QStringLiteral("create-project"));
    tour.expect("the new screens can be chosen", [&tour] {
        const auto* grid = tour.window().newScreens()
                               ? tour.window().newScreens()->findChild<GridView*>()
                               : nullptr;
        return grid && grid->model()->rowCount() == 82;
    });
    Driver::settle(400);
    tour.picture(QStringLiteral("new-screens"));
    typeATable(tour);
}

// What a run that was cut off has left, offered on the next start.
void offerWhatWasLeft(TourWindow& tour) {
    tour.expect("the panel is open", [&tour] { return tour.dialog("left-over-panel"); });
}

} // namespace gravin
