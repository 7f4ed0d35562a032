// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/sqlite/sqlite_native.h"

#include <QSqlDriver>
#include <QVariant>

namespace gravin {

sqlite3* sqliteOf(const QSqlDatabase& database) {
    const QVariant handle = database.driver()->handle();
    if (!handle.isValid() || qstrcmp(handle.typeName(), "sqlite3*") != 0)
        return nullptr;
    return *static_cast<sqlite3* const*>(handle.constData());
}

SqliteStatement prepared(sqlite3* handle, const QString& sql) {
    sqlite3_stmt* statement = nullptr;
    const QByteArray text = sql.toUtf8();
    sqlite3_prepare_v2(handle, text.constData(), static_cast<int>(text.size()), &statement,
                       nullptr);
    return {statement, sqlite3_finalize};
}

} // namespace gravin
