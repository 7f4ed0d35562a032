// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace gravin {

// The form of a short text, written as people write forms: in AA-999 every A stands for a letter
// and every 9 for a digit, * for any one character, and everything else for itself; a \ before a
// sign takes its meaning away. Letters of every script count.

// True for a text of just this form.
bool matchesMask(const QString& text, const QString& mask);
// What is left of a text that is being typed or was pasted: the signs that the form has at their
// places, with those that stand for themselves put in between and, behind the last one, up to the
// next that has to be typed. What cannot be is left out.
struct MaskedTyping {
    QString text;
    QString refusal; // of the first sign that was left out, for people; empty: none was
};
MaskedTyping typedIntoMask(const QString& text, const QString& mask);
// A text of this form to show beside it: "AB-123".
QString maskExample(const QString& mask);

} // namespace gravin
