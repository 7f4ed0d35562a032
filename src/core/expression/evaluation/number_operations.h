// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/expression.h"

namespace gravin {

// The operations of expressions on numbers. Operands are not NULL and fit the node.

// + − × ÷ and the remainder. Whole numbers overflow with an error, decimals are exact, by zero
// gives NULL.
Result<Value> arithmetic(const ExpressionNode& node, const Value& a, const Value& b);
// The sign, the absolute value and rounding.
Result<Value> ofNumber(const ExpressionNode& node, const std::vector<Value>& operands);
// Powers and roots, by floating-point numbers.
Result<Value> root(const ExpressionNode& node, const std::vector<Value>& operands);

} // namespace gravin
