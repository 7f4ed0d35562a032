// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStringView>

#include <algorithm>

namespace gravin {

// "#1F6F66": six hexadecimal digits of red, green and blue, as CSS Color writes them.
inline bool isHexColour(QStringView text) {
    constexpr qsizetype Length = 7;
    return text.size() == Length && text.front() == u'#' &&
           std::all_of(text.begin() + 1, text.end(), [](QChar c) {
               return (c >= u'0' && c <= u'9') || (c >= u'a' && c <= u'f') ||
                      (c >= u'A' && c <= u'F');
           });
}

} // namespace gravin
