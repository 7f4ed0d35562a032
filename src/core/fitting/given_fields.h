// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/catalog.h"

namespace gravin {

// What fields are filled and stamped with, as the developer states it.

// Why the field cannot be filled with this; empty: it can, or the text is empty.
QString reasonAgainstFillingField(const Table& table, const Column& column, const QString& text);
// "changed CURRENT_USER", "added CURRENT_DATE"; empty: it is not stamped.
QString stampText(const Stamp& stamp);
// Refused with the form that is expected.
Result<Stamp> stampFromText(const Table& table, const Column& column, const QString& text);

// What a field is most often filled with: what its record's references lead to and it can hold.
QStringList usualFillings(const Table& table, const Column& column);
QStringList usualStamps(const Table& table, const Column& column);

} // namespace gravin
