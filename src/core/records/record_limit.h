// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/database/connection_spec.h"

#include <optional>

namespace gravin {

// A condition over the table's stored columns as the engine says it, complete in itself, to stand
// behind WHERE wherever the table is read. Nothing: it does not fit the table, or the engine cannot
// say it with exactly this meaning; `why`, where given, says which.
std::optional<QString> recordLimit(const QString& condition, const Table& table, Engine engine,
                                   QString* why = nullptr);

} // namespace gravin
