// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/expression.h"

#include <QHash>

namespace gravin {

// The expression with others in the place of some of its columns, by name: what was read of the
// column is then computed where it stood. Its text and places stay those of `expression`. Fails
// when it would exceed the limits of an expression. Requires: each replacement is of the type that
// its column was said to have.
Result<Expression, ExpressionError> expanded(const Expression& expression,
                                             const QHash<QString, Expression>& replacements);

} // namespace gravin
