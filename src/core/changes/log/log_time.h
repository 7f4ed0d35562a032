// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include <chrono>

namespace gravin {

// Now, as the change log writes it: UTC, ISO 8601, microseconds. `ahead`: how far the clock that
// counts is ahead of this computer's, see Session::clockAhead().
QString logTime(std::chrono::microseconds ahead = {});

} // namespace gravin
