// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/expression.h"

namespace gravin {

// CAST: the value as one of the node's type. Fails where it cannot become one. Requires: it is not
// NULL.
Result<Value> cast(const ExpressionNode& node, const Value& from);

} // namespace gravin
