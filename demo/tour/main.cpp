// SPDX-License-Identifier: GPL-3.0-or-later
// gravin-tour: works the real window through the whole example, from shaping a screen to rolling a
// change back, and writes a picture of each station. Needs no display (QT_QPA_PLATFORM=offscreen).
#include "app/grid/grid_view.h"
#include "app/look/theme.h"
#include "core/database/worker.h"
#include "core/records/drafts/draft_journal.h"
#include "demonstration.h"
#include "driver.h"
#include "stations.h"
#include "tour_window.h"

#include <CLI/CLI.hpp>

#include <QApplication>
#include <QLocale>
#include <QStandardPaths>
#include <QTemporaryDir>

#include <cstdio>
#include <stdexcept>

namespace gravin {

namespace {

// As a process that was cut off in the midst of typing leaves them.
void leaveDrafts(const QString& project) {
    DraftJournal journal(QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) +
                             QStringLiteral("/gravin/drafts"),
                         project);
    QString problem;
    (void)journal.takeLeftOver(problem);
    const auto text = [](const char* words) { return Value::text(QString::fromUtf8(words)); };
    JournalledDraft edited{QStringLiteral("aid"), Key({Value::integer(7)}), {}, {}, {}};
    edited.was[QStringLiteral("name")] = text("Cooper Rock");
    edited.changed[QStringLiteral("name")] = text("Cooper Rock East");
    edited.bad[QStringLiteral("next_due")] = QStringLiteral("next week");
    JournalledDraft begun{QStringLiteral("aid"), {}, {}, {}, {}};
    begun.changed[QStringLiteral("code")] = text("TB-900");
    begun.changed[QStringLiteral("name")] = text("Swallow Ledge");
    (void)journal.write({edited, begun});
}

void workThrough(TourWindow& tour) {
    tour.expect("the first screen is read",
                [&tour] { return tour.page() && tour.grid()->model()->rowCount() == 82; });
    // Widths and lookups arrive a moment after the rows.
    Driver::settle(300);
    shapeTheScreen(tour);
    findInTheList(tour);
    editInTheGrid(tour);
    meetRefusal(tour);
    editInThreeWindows(tour);
    changeMany(tour);
    rollBack(tour);
    bringInAFile(tour);
    putOnPaper(tour);
    lookAtLines(tour);
    meetAConflict(tour);
}

int runTour(const QString& folder) {
    QTemporaryDir scratch(QDir::tempPath() + QStringLiteral("/tarn-bay-XXXXXX"));
    const auto project = writeDemonstration(scratch.path());
    if (!project || !QDir().mkpath(folder)) {
        std::fprintf(stderr, "The tour could not write its files.\n");
        return 3;
    }
    MainWindow window({*project, {}, false});
    try {
        int pictures = 0;
        {
            MainWindow fresh({{}, {}, false});
            fresh.show();
            fresh.activateWindow();
            TourWindow beginning(fresh, QDir(folder));
            connectAndMakeScreens(beginning, scratch.filePath(QStringLiteral("harbour.db")));
            pictures = beginning.pictures();
        }
        window.show();
        window.activateWindow();
        TourWindow tour(window, QDir(folder));
        workThrough(tour);
        pictures += tour.pictures();
        window.hide();
        leaveDrafts(*project);
        MainWindow next({*project, {}, false});
        next.show();
        next.activateWindow();
        TourWindow again(next, QDir(folder));
        offerWhatWasLeft(again);
        pictures += again.pictures();
        std::printf("%d pictures in %s\n", pictures, qPrintable(QDir(folder).absolutePath()));
    } catch (const std::runtime_error& failed) {
        window.grab().save(QDir(folder).filePath(QStringLiteral("failed.png")));
        std::fprintf(stderr, "%s\n", failed.what());
        return 1;
    }
    return 0;
}

} // namespace

} // namespace gravin

int main(int argc, char** argv) {
    gravin::Driver::quietenPlatform();
    QApplication application(argc, argv);
    QLocale::setDefault(QLocale(QStringLiteral("en_GB"))); // the same pictures everywhere
    CLI::App arguments("Works the real window through the example and writes its pictures.",
                       "gravin-tour");
    std::string folder;
    arguments.add_option("folder", folder, "where to write the pictures")->required();
    bool dark = false;
    arguments.add_flag("--dark", dark, "in dark colours");
    CLI11_PARSE(arguments, argc, argv);
    gravin::Theme::instance().apply(application);
    gravin::Theme::instance().setMode(dark ? gravin::Theme::Mode::Dark
                                           : gravin::Theme::Mode::Light);
    const int result = gravin::runTour(QString::fromStdString(folder));
    // Nothing of Qt may go while a connection is still being closed.
    (void)gravin::Worker::waitUntilAllClosed(std::chrono::seconds(30));
    return result;
}
