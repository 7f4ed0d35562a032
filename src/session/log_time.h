// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDateTime>

namespace gravin {

// A moment of the change log (UTC, ISO 8601) by the person's clock; whole seconds. Invalid: it is
// none.
QDateTime localTime(const QString& logTime);
// "2026-03-04 14:02:11".
QString shownTime(const QString& logTime);

} // namespace gravin
