// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace gravin {

// Whether a character shows nothing of itself, or steers a terminal, or the order in which the
// characters beside it are read: a control character, a mark of direction, a character of no width
// (but for those that scripts need between letters), a tag, a byte that is no UTF-8.
bool isInvisible(char32_t character);

// The same text with every such character made visible, as a picture of its name or as its number:
// ␛, ⟨U+202E⟩. Line feeds and tabs stay where `keepsLines`.
QString visibleText(const QString& text, bool keepsLines = false);

} // namespace gravin
