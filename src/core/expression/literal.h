// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/value.h"

#include <QString>

namespace gravin {

// A value as an expression writes it: 'O''Neil', DATE '2026-12-04', 12.50. Null for kinds that no
// literal can stand for (binary values, infinities).
QString literalText(const Value& value);
// A column's name as an expression writes it, in double quotes where it needs them.
QString nameText(const QString& column);

} // namespace gravin
