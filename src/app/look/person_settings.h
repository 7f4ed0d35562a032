// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QSettings>

namespace gravin {

// What a person has set for themselves, in a file of this name in the desktop's folder for that;
// none of it belongs into a project.
inline QSettings personSettings(const QString& name) {
    return QSettings(QSettings::IniFormat, QSettings::UserScope, QStringLiteral("gravin"), name);
}

} // namespace gravin
