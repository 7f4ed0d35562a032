// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/postgres/postgres_native.h"

#include <QSqlDriver>
#include <QVariant>

namespace gravin {

PGconn* postgresOf(const QSqlDatabase& database) {
    const QVariant handle = database.driver()->handle();
    // The type goes by the name of its structure or by libpq's name for it.
    const QByteArray type = handle.typeName();
    if (type != "PGconn*" && type != "pg_conn*")
        return nullptr;
    return *static_cast<PGconn* const*>(handle.constData());
}

} // namespace gravin
