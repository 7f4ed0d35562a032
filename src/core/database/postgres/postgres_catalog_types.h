// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/column.h"

#include <QHash>
#include <QSqlQuery>

#include <libpq-fe.h>

#include <functional>

namespace gravin {

// Runs a statement without values and calls back with each of its rows.
using PostgresRows =
    std::function<Status(const QString&, const std::function<void(const QSqlQuery&)>&)>;

// "{1,2}" or "1 2"
QList<int> numbersOf(const QString& array);

// The types of a database, in Gravin's words.
class PostgresTypes {
public:
    explicit PostgresTypes(PostgresRows each)
        : m_each(std::move(each)) {}

    Status read();
    // Gives the column this type; `modifier`: its limits as the engine packs them, -1: none.
    void setType(Column& column, Oid oid, int modifier) const;
    // As it can stand in a CAST, without limits; empty: there is no such type.
    QString spelling(Oid type) const;

private:
    struct TypeFacts {
        QString name;
        QString spelling; // as it can stand in a CAST, without limits
        QChar kind;       // b base, c composite, d domain, e enumeration, r range, m multirange
        Oid base = 0;     // of a domain
        int modifier = -1;
        bool notNull = false; // of a domain
        bool isArray = false;
    };
    Status readTypes();
    Status readEnumerations();
    ColumnType postgresTypeOf(const TypeFacts& facts, Oid oid, int modifier) const;

    PostgresRows m_each;
    QHash<Oid, TypeFacts> m_types;
    QHash<Oid, QStringList> m_members;
};

} // namespace gravin
