// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/value/column_type.h"
#include "core/value/locale_form.h"
#include "core/value/value.h"

namespace gravin {

// How figures, dates and times are written for people, by the patterns of Unicode's UTS #35.
//
// Numbers: "#,##0.00 m" groups by thousands, writes at least two digits after the point and the
// unit behind; "€ 0.00" has the unit before. A pattern only ever adds: digits that a value has
// beyond it are shown all the same, so that nothing is rounded by being looked at.
// Dates and times: "d MMM yyyy", or one of the words short, long (the person's own way) and iso.

// A number's pattern, taken apart.
struct NumberPattern {
    QString before; // a unit with its blanks
    QString after;
    bool grouped = false;
    int decimals = 0; // digits after the point at least
};
// Refused with the form that is expected: no digit (0 or #) in it, or two of them apart.
Result<NumberPattern> numberPattern(const QString& format);

// Refused with the form that is expected. An empty format is fine.
Status checkFormat(const QString& format, const ColumnType& type);
// Formats to begin with, for a list to pick from.
QStringList usualFormats(const ColumnType& type);

// The value as people read it. What the format cannot serve (another kind of value, an exponent),
// and what has none, is written as the locale has it.
QString formatted(const Value& value, const ColumnType& type, const QString& format,
                  const LocaleForm& form);

// The value that a person means by a text of a field with this format: as LocaleForm::value() reads
// it, or as the format writes it, with its unit. Refused with the form that is expected.
Result<Value> fromFormatted(const QString& text, const ColumnType& type, const QString& format,
                            const LocaleForm& form);

// What stands in an editor: the formatted text where it reads back as the very same value,
// otherwise as the locale writes it. Numbers without groups and unit, as they are typed.
QString typedText(const Value& value, const ColumnType& type, const QString& format,
                  const LocaleForm& form);

} // namespace gravin
