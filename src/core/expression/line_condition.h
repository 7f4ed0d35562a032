// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/expression.h"

namespace gravin {

// A condition on records of a table that belong to another record, or may: a plain name is theirs,
// ofRecord() names a column of that one. References, null: they lead nowhere.
Result<Expression, ExpressionError> parseLineCondition(const QString& text, const QString& table,
                                                       const QList<ExpressionColumn>& columns,
                                                       const References* references,
                                                       const QList<ExpressionColumn>& recordColumns,
                                                       const References* recordReferences);

} // namespace gravin
