// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/text.h"

namespace gravin {

// What the change log calls an action, for people. One that this version does not know stays as it
// is.
inline QString actionWords(const QString& action) {
    static const char* const known[] = {
        QT_TRANSLATE_NOOP("gravin", "add"),       QT_TRANSLATE_NOOP("gravin", "edit"),
        QT_TRANSLATE_NOOP("gravin", "delete"),    QT_TRANSLATE_NOOP("gravin", "bulk update"),
        QT_TRANSLATE_NOOP("gravin", "roll back"), QT_TRANSLATE_NOOP("gravin", "note"),
        QT_TRANSLATE_NOOP("gravin", "trim"),      QT_TRANSLATE_NOOP("gravin", "trial"),
        QT_TRANSLATE_NOOP("gravin", "trial end"), QT_TRANSLATE_NOOP("gravin", "outside Gravin"),
        QT_TRANSLATE_NOOP("gravin", "call")};
    for (const char* each : known) {
        if (action == QLatin1String(each))
            return coreTr(each);
    }
    return action;
}

} // namespace gravin
