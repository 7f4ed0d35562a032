// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/project/field_definition.h"
#include "core/value/column_type.h"

namespace gravin {

// Choices from a file: plain text with one choice a line, or CSV (RFC 4180, also with semicolons or
// tabs between the cells) with what is stored, its label and its colour. UTF-8, with or without a
// byte order mark.
struct ChoiceFile {
    QList<Choice> choices;
    QStringList remarks; // what was left out: sentences for people
};

// Empty lines are left out, of repeated stored values the first counts, and values that the column
// cannot hold are left out too; each is remarked. Refused when nothing is left or the file is no
// text; File when it cannot be read.
Result<ChoiceFile> readChoiceFile(const QString& path, const ColumnType& type);

} // namespace gravin
