// SPDX-License-Identifier: GPL-3.0-or-later
#include "tour/stations.h"

#include "app/commands/command_list.h"
#include "app/exchange/import_dialog.h"
#include "app/exchange/print_dialog.h"
#include "driver.h"
#include "tour/tour_window.h"

#include <QCheckBox>
#include <QDir>
#include <QFile>
#include <QLabel>
#include <QTemporaryDir>

#include <stdexcept>

namespace gravin {

namespace {

// What the yard has sent: new names and rates, and some that cannot be.
const QByteArray YardsList = "Code;Name;Sector;Status;Next due;Day rate\r\n"
                             "TB-002;Hollow Reach;Outer Roads;in service;12.04.2027;139.00\r\n"
                             "TB-003;Gannet Bank North;North Shore;in service;2027-02-12;107.40\r\n"
                             "TB-004;Gannet Bank S;Yacht Basin;mothballed;2027-02-10;104.05\r\n"
                             "TB-005;Sker Ledge;Inner Harbour;needs repair;soon;297.70\r\n"
                             "TB-006;Tarn Light;Fish Dock;in service;2026-11-13;371.50\r\n"
                             "TB-011;Long Sand East;Far Roads;in service;2026-11-08;684.10\r\n";

} // namespace

void bringInAFile(TourWindow& tour) {
    // By its name alone, so that the picture is the same wherever it is made.
    const QTemporaryDir folder;
    const QString before = QDir::currentPath();
    QDir::setCurrent(folder.path());
    QFile file(QStringLiteral("yard.csv"));
    if (!file.open(QIODevice::WriteOnly) || file.write(YardsList) != YardsList.size())
        throw std::runtime_error("The file to import could not be written.");
    file.close();
    tour.window().commands()->run(QStringLiteral("import"));
    auto* dialog = qobject_cast<ImportDialog*>(tour.dialog("import-dialog"));
    dialog->take(file.fileName());
    auto* counts = static_cast<QLabel*>(Driver::find(QStringLiteral("import-counts")));
    tour.expect("the file was read",
                [counts] { return counts->text().contains(QStringLiteral("to add")); });
    static_cast<QCheckBox*>(Driver::find(QStringLiteral("import-match-0")))->setChecked(true);
    tour.expect("records are found by their code",
                [counts] { return counts->text().contains(QStringLiteral("3 to change")); });
    Driver::settle(300);
    tour.picture(QStringLiteral("import"));
    dialog->reject();
    QDir::setCurrent(before);
}

void putOnPaper(TourWindow& tour) {
    tour.window().commands()->run(QStringLiteral("print"));
    QDialog* dialog = tour.dialog("print-dialog");
    tour.expect("the first page is seen", [] {
        return !Driver::find(QStringLiteral("print-pages"))->findChildren<QLabel*>().isEmpty();
    });
    Driver::settle(300);
    tour.picture(QStringLiteral("print"));
    dialog->reject();
}

} // namespace gravin
