// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/locale_form.h"

#include <QDateTime>

namespace gravin {

// A moment of the change log (UTC, ISO 8601) by the person's clock; whole seconds. Invalid: it is
// none.
QDateTime localTime(const QString& logTime);
// The same as people write it: "04/03/2026 14:02:11".
QString shownTime(const QString& logTime, const LocaleForm& form);

} // namespace gravin
