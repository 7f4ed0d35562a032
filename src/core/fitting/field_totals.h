// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/records/totals.h"

namespace gravin {

// Whether groups add up the field: a figure that stands for itself.
bool isSummed(const BoundField& field);
// What a field's total comes to, for people; empty: there is none.
QString totalText(const BoundField& field, FieldTotal kind, const ColumnTotals& totals);
// Of totalValue().
QString totalText(const BoundField& field, FieldTotal kind, const Value& total);
// The same as a value. An average is rounded as averageText() says.
Value totalValue(const BoundField& field, FieldTotal kind, const ColumnTotals& totals);
// An average as the values of its field read, to as many digits; of whole numbers two more.
QString averageText(const BoundField& field, const Value& average);

} // namespace gravin
