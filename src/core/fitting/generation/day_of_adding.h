// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"

#include <QMap>

namespace gravin {

// What the change log knows of records being added on the day that one of their dates says.
struct DayOfAdding {
    qint64 compared = 0; // records of which both are known
    qint64 days = 0;     // different ones among them
};

// By column, those dates that said it of each record that the log has seen being added, the last
// ones only where there are many. A day is one of this machine's own time zone. Fails where the log
// cannot be read; without a log there are none.
Result<QMap<QString, DayOfAdding>> daysOfAdding(Session& session, const Catalog& catalog,
                                                const Table& table);

} // namespace gravin
