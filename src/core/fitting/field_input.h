// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"

namespace gravin {

// The choice that a stored value is; null: none, or the field has no choices.
const Choice* choiceOf(const BoundField& field, const Value& value);

// The text a person sees in a field: a choice by its label, anything else by its format or type.
// Lookups give the stored value; their shown value needs the database.
QString shownText(const BoundField& field, const Value& value);

// The text in its editor, which reads back as the very same value.
QString editedText(const BoundField& field, const Value& value);

// The value that a person means by what is typed into a field: a choice by its label or by what is
// stored, anything else by the column's type, and of the form that its way of being shown asks for
// (a mask, a colour, a link). Refused with the form that is expected.
Result<Value> inputValue(const BoundField& field, const QString& text);

// The same of a text in plain form, as files keep it whoever wrote it.
Result<Value> storedInputValue(const BoundField& field, const QString& text);

// What is said of the field to the person who fills it in: its help, that it is filled by itself,
// and that it stands in another record.
QString helpOn(const BoundField& field);

// What a new record of this screen begins with, hidden fields included. A default that its column
// cannot take is left out.
QMap<QString, Value> defaultsOf(const BoundScreen& screen);
// The default as a person reads and types it: "today", "person's name", or the text itself.
QString defaultText(const BoundField& field);
// Empty: no default. "computed CURRENT_DATE + INTERVAL '7' DAY": an expression; the word may be
// missing where the text can be no value of the field. Refused with the form that is expected.
Result<FieldDefault> defaultFromText(const BoundField& field, const Table& table,
                                     const QString& text);
// The defaults that stand for themselves and that this column can have.
QList<FieldDefault::Kind> defaultKindsFor(const Table& table, const Column& column);

} // namespace gravin
