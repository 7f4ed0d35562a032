// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/typed_text.h"

namespace gravin {

QString plainSigns(const QString& typed) {
    constexpr char16_t FirstFullWidth = 0xFF01;
    constexpr char16_t LastFullWidth = 0xFF5E;
    constexpr char16_t FullWidthAbove = 0xFEE0;
    constexpr char16_t MinusSign = 0x2212;
    QString plain;
    plain.reserve(typed.size());
    for (QChar sign : typed) {
        if (sign.unicode() >= FirstFullWidth && sign.unicode() <= LastFullWidth)
            sign = QChar(static_cast<char16_t>(sign.unicode() - FullWidthAbove));
        if (sign.category() == QChar::Other_Format)
            continue; // marks of direction, joiners
        if (sign.category() == QChar::Number_DecimalDigit)
            plain += QChar(u'0' + static_cast<char16_t>(sign.digitValue()));
        else if (sign.category() == QChar::Punctuation_Dash || sign.unicode() == MinusSign)
            plain += u'-';
        else
            plain += sign.isSpace() ? QChar(u' ') : sign;
    }
    return plain.trimmed();
}

} // namespace gravin
