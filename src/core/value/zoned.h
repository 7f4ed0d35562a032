// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/value.h"

#include <vector>

namespace gravin {

// A moment as the person's clock shows it.
Timestamp onPersonsClock(const Instant& instant);
// How far the person's clock is from UTC at that moment, in minutes.
int minutesFromUtc(const Instant& instant);
// The moments at which the person's clock shows this: none where it is set forward over it, two
// where it is set back to it, one anywhere else.
std::vector<Instant> momentsOnPersonsClock(const Timestamp& shown);
// What a clock so many minutes from UTC shows, as a moment.
Instant momentAt(const Timestamp& shown, int minutesFromUtc);
// "+01:00"
QString zoneText(int minutesFromUtc);

} // namespace gravin
