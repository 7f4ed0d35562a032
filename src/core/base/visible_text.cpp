// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/visible_text.h"

#include <QList>

#include <algorithm>

namespace gravin {

bool isInvisible(char32_t character) {
    constexpr char32_t NonJoiner = 0x200c; // Persian and others write with these
    constexpr char32_t Joiner = 0x200d;
    if (character == NonJoiner || character == Joiner)
        return false;
    // From here on characters stand for bytes that are no UTF-8
    // (core/database/sqlite/sqlite_text.h).
    constexpr char32_t FirstByte = 0x10ff80;
    if (character >= FirstByte)
        return true;
    switch (QChar::category(character)) {
    case QChar::Other_Control:
    case QChar::Other_Format: // directions, no width, tags
    case QChar::Separator_Line:
    case QChar::Separator_Paragraph:
        return true;
    default:
        return false;
    }
}

QString visibleText(const QString& text, bool keepsLines) {
    const auto isPlain = [&](char32_t character) {
        return !isInvisible(character) ||
               (keepsLines && (character == U'\n' || character == U'\t'));
    };
    const QList<uint> characters = text.toUcs4();
    if (std::all_of(characters.begin(), characters.end(), isPlain))
        return text;
    QString visible;
    for (const uint character : characters) {
        constexpr char32_t Pictures = 0x2400; // of the control characters up to the blank
        if (isPlain(character))
            visible += QString::fromUcs4(reinterpret_cast<const char32_t*>(&character), 1);
        else if (character < 0x20)
            visible += QChar(static_cast<char16_t>(Pictures + character));
        else if (character == 0x7f)
            visible += QChar(u'\u2421');
        else
            visible += QStringLiteral("⟨U+%1⟩").arg(character, 4, 16, QLatin1Char('0')).toUpper();
    }
    return visible;
}

} // namespace gravin
