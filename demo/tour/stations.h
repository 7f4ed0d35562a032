// SPDX-License-Identifier: GPL-3.0-or-later
// The stations of the tour, each one left as the next expects it. They throw std::runtime_error
// when the window does not come to what they wait for.
#pragma once

#include <QString>

namespace gravin {

class TourWindow;

// From nothing open to the first screens of `database` (a file); needs a window without a project.
void connectAndMakeScreens(TourWindow& tour, const QString& database);
// What a run that was cut off has left, offered on the next start.
void offerWhatWasLeft(TourWindow& tour);

// The others expect the demonstration, opened at its first screen.
void shapeTheScreen(TourWindow& tour);
void findInTheList(TourWindow& tour);
void editInTheGrid(TourWindow& tour);
void meetRefusal(TourWindow& tour);
void editInThreeWindows(TourWindow& tour);
void changeMany(TourWindow& tour);
// Expects the three changes of the stations before.
void rollBack(TourWindow& tour);
void bringInAFile(TourWindow& tour);
void putOnPaper(TourWindow& tour);
void lookAtLines(TourWindow& tour);
void meetAConflict(TourWindow& tour);

} // namespace gravin
