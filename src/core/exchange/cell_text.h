// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/column_type.h"
#include "core/value/locale_form.h"
#include "core/value/value.h"

#include <optional>

namespace gravin {

// The text of a value in a cell of a file, from which the very same value can be read: as `form`
// writes it, or, where that says too little (a value that its column is not declared for, bytes,
// a text that begins like this), a backslash and Value::encoded(). NULL gives an empty text.
QString cellText(const Value& value, const ColumnType& type, const LocaleForm& form);
// Whether it has such a backslash.
bool isMarkedCell(const Value& value, const ColumnType& type);
// The value of such a cell with a backslash; nothing: it is no such one.
std::optional<Value> markedValue(const QString& cell);

// Whether a spreadsheet would run the text instead of showing it.
bool isTakenForFormula(const QString& text);

} // namespace gravin
