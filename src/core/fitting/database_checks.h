// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/database/connection_spec.h"
#include "core/value/value.h"

#include <QString>

#include <vector>

namespace gravin {

// The text of an engine's CHECK constraint in the words of Gravin's expressions. It may still be
// none: what it cannot say stays as it is, and does not parse.
QString expressionFromEngine(const QString& check, Engine engine);

// The values that a CHECK of the table lists as the only ones of this column, in its order; empty:
// none does.
std::vector<Value> listedValues(const Table& table, const Column& column);

} // namespace gravin
