// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/connection_spec.h"

#include <QMap>
#include <QString>
#include <QStringList>

namespace gravin {

// The parameters of a developer's own SELECT: ":since", a colon right before a name, outside of
// texts, quoted names and comments of that engine, and not behind another colon or a letter.

// In the order in which they first stand there.
QStringList parametersOf(const QString& select, Engine engine);
// The SELECT with these texts in their places; one that is not among them stays.
QString withParameters(const QString& select, Engine engine, const QMap<QString, QString>& texts);

} // namespace gravin
