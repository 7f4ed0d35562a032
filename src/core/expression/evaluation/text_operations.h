// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/expression.h"

namespace gravin {

// The operations of expressions on texts. Operands are not NULL and fit the node; a result that is
// longer than ten million characters is out of range.
Result<Value> ofText(const ExpressionNode& node, const std::vector<Value>& operands);

} // namespace gravin
