// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QSqlDatabase>
#include <QString>

#include <sqlite3.h>

#include <memory>

namespace gravin {

// The engine's own handle behind a connection of Qt Sql, for what that does not carry. Null: it has
// none.
sqlite3* sqliteOf(const QSqlDatabase& database);

using SqliteStatement = std::unique_ptr<sqlite3_stmt, int (*)(sqlite3_stmt*)>;
// Null: the handle tells why.
SqliteStatement prepared(sqlite3* handle, const QString& sql);

} // namespace gravin
