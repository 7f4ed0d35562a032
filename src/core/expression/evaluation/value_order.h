// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/expression.h"

namespace gravin {

// Below 0, 0 or above. Requires: neither is NULL, and an expression may compare their types.
int compareValues(const Value& a, const Value& b);
// The same in SQLite's order of what it stores: numbers, texts by their characters, bytes.
// Requires: neither is NULL.
int compareAsStored(const Value& a, const Value& b);
// Whether a value is one that an expression of this type may have; NULL always is.
bool isOfType(const Value& value, ExpressionType type);

} // namespace gravin
