// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/column_type.h"
#include "core/value/value.h"

#include <optional>

namespace gravin {

// Moments of spreadsheets: days since 1899-12-30, to the second.

// As the column's type has it; nothing: it has no such moments.
std::optional<Value> momentOfSheetDays(double days, const ColumnType& type);
// "2026-11-30", "07:30:00" or both: for people and for texts.
QString textOfSheetDays(double days);

} // namespace gravin
