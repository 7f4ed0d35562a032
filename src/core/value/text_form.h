// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/value/column_type.h"
#include "core/value/key.h"
#include "core/value/value.h"

namespace gravin {

// The text that files and programs have for a value, the same in every locale (for people:
// LocaleForm): dates as ISO 8601, decimals with the column's digits after the point, yes and no in
// English, binary as its size. NULL gives an empty text. Never cuts or rounds.
QString toText(const Value& value, const ColumnType& type);

// The value that such a text stands for. Surrounding blanks are ignored except in text columns. An
// empty text is NULL, in a text column the empty text. What the type cannot hold exactly is
// refused (ErrorKind::Refused) with the form that is expected.
Result<Value> fromText(const QString& text, const ColumnType& type);

// False when a stored value is not of its column's declared kind, which SQLite allows: text in an
// integer column. Such values are shown and kept as they are, and marked.
bool conforms(const Value& value, const ColumnType& type);

// Whether a person could type every value of this type.
bool isTypeable(const ColumnType& type);

// "42" or "3,AB\,C": a key as it is written on the command line.
QString keyText(const Key& key, const std::vector<ColumnType>& types);
// A part that its type cannot read is taken as text. Usage: another number of parts than the key
// has.
Result<Key> keyFromText(const QString& text, const std::vector<ColumnType>& types);

// The shortest text that reads back as this very double: "0.1", "1e+300", "-0".
QString doubleText(double number);

} // namespace gravin
