// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/routine.h"

#include <QSqlQuery>

#include <functional>

namespace gravin {

// Runs a statement without values and calls back with each of its rows.
using MariaDbRows =
    std::function<Status(const QString&, const std::function<void(const QSqlQuery&)>&)>;

// The procedures and functions of a database that an account can see, without Gravin's own.
Result<QList<Routine>> mariadbRoutines(const MariaDbRows& each);

} // namespace gravin
