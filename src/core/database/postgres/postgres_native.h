// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QSqlDatabase>

#include <libpq-fe.h>

namespace gravin {

// libpq's own connection behind one of Qt Sql, for what that does not carry. Null: it has none.
PGconn* postgresOf(const QSqlDatabase& database);

} // namespace gravin
