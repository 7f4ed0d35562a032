// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>

namespace gravin {

// This computer's clock, since 1970 (UTC). Any thread.
std::chrono::microseconds clockTime();
// As if it went wrong by so much: for tests of what must not go by it.
void shiftClock(std::chrono::microseconds by);

} // namespace gravin
