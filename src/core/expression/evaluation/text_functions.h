// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include <optional>

namespace gravin {

// Texts as expressions see them: characters are Unicode code points, and order is theirs. Nothing
// here depends on a language or a database.

// Below, equal (0) or above.
int compareTexts(const QString& a, const QString& b);
qint64 characterCount(const QString& text);
// As ISO 9075 has it: characters from place `from`, counted from 1, which may lie outside; without
// `count` all the rest. Requires: count is not negative.
QString substring(const QString& text, qint64 from, std::optional<qint64> count);
// The place of the first occurrence, counted from 1; 0: none. The empty text is at 1.
qint64 positionIn(const QString& text, const QString& wanted);
// Without these characters at the ends named.
QString trimmed(const QString& text, const QString& characters, bool begin, bool end);
// LIKE: % stands for any characters, _ for one; `escape` before one of them, or itself, means it.
// Nothing: the pattern ends with the escape or has it before another character. Takes time in
// proportion to both lengths at worst.
std::optional<bool> isLike(const QString& text, const QString& pattern,
                           std::optional<char32_t> escape);

} // namespace gravin
