// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/dialect.h"
#include "core/expression/evaluation/evaluator.h"

namespace gravin {

// The part of an expression that begins at `node`, in the engine's SQL over this table's columns:
// it gives exactly what evaluatePart() gives for every record whose values are of their columns'
// types. Nothing: this engine cannot say it exactly, and Gravin has to compute it. What is refused,
// and why, stands in docs/expressions.md. Parts without columns are computed here and now.
std::optional<SqlFragment> expressionSql(const Expression& expression, int node, const Table& table,
                                         Engine engine, const Present& present);

// A condition: this column's value is one of its column's type, or NULL. Nothing: the engine cannot
// be asked that. An empty text: it always is.
std::optional<QString> conformingSql(const Column& column, Engine engine);

} // namespace gravin
