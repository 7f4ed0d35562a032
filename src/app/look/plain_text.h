// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

class QApplication;

namespace gravin {

// Decides for the whole application that a text is shown as it is written. Qt would guess: a label,
// a message box or a tool tip whose text looks like markup is laid out as such, and then loads what
// it names. Here only a label that asks for Qt::RichText itself gets it; who does so escapes what
// comes from elsewhere. Call once, with the application made.
void keepTextsPlain(QApplication& application);

// What a rich text of our own reads like.
QString plainTextOf(const QString& rich);

} // namespace gravin
