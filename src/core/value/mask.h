// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace gravin {

// The form of a short text, written as people write forms: in AA-999 every A stands for a letter
// and every 9 for a digit, * for any one character, and everything else for itself; a \ before a
// sign takes its meaning away. Letters of every script count.

// True for a text of just this form.
bool matchesMask(const QString& text, const QString& mask);
// A text of this form to show beside it: "AB-123".
QString maskExample(const QString& mask);

} // namespace gravin
