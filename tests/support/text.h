// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace gravin::test {

// A UTF-8 literal as the text that names fields, tables and words on the screen.
inline QString name(const char* text) { return QString::fromUtf8(text); }

} // namespace gravin::test
