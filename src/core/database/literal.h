// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/connection_spec.h"
#include "core/value/column_type.h"
#include "core/value/value.h"

namespace gravin {

// Values as they stand in a statement, for the few places that no placeholder can stand in: within
// quotes every engine writes a quote twice; MariaDB takes a backslash for more than itself.

// Refused when no statement of that engine can hold it.
Result<QString> textLiteral(const QString& text, Engine engine);
// Of this type, also where it is NULL, so that what is made of it has a type.
Result<QString> literalOf(const Value& value, const ColumnType& type, Engine engine);

} // namespace gravin
