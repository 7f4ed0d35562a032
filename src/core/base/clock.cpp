// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/clock.h"

#include <atomic>

namespace gravin {

namespace {
std::atomic<std::chrono::microseconds::rep> shift = 0;
}

std::chrono::microseconds clockTime() {
    using namespace std::chrono;
    return duration_cast<microseconds>(system_clock::now().time_since_epoch()) +
           microseconds(shift);
}

void shiftClock(std::chrono::microseconds by) { shift = by.count(); }

} // namespace gravin
