// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace gravin {

// Now, as the change log writes it: UTC, ISO 8601, microseconds.
QString logTime();

} // namespace gravin
