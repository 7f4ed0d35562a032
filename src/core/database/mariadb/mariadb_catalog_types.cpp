// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/mariadb/mariadb_catalog_types.h"

#include <QRegularExpression>

#include <algorithm>
#include <initializer_list>

namespace gravin {

QStringList mariadbMembersOf(const QString& declared) {
    static const QRegularExpression member(QStringLiteral("'((?:[^']|'')*)'"));
    QStringList members;
    auto matches = member.globalMatch(declared);
    while (matches.hasNext())
        members += matches.next().captured(1).replace(QStringLiteral("''"), QStringLiteral("'"));
    return members;
}

ColumnType mariadbTypeOf(const MariaDbDeclared& declared) {
    const QString& base = declared.base;
    ColumnType type;
    const auto is = [&](std::initializer_list<const char*> names) {
        return std::any_of(names.begin(), names.end(),
                           [&](const char* name) { return base == QLatin1String(name); });
    };
    if (base == u"bit") {
        type.kind = declared.precision == 1    ? TypeKind::Boolean
                    : declared.precision <= 63 ? TypeKind::Integer
                                               : TypeKind::Decimal;
        if (type.kind == TypeKind::Decimal) {
            type.precision = 20;
            type.scale = 0;
        }
    } else if (is({"tinyint", "smallint", "mediumint", "int", "bigint", "year"})) {
        type.kind = declared.full.startsWith(u"tinyint(1)") ? TypeKind::Boolean : TypeKind::Integer;
        // Its upper half does not fit into a whole number of 64 bits with a sign.
        if (base == u"bigint" && declared.full.contains(u"unsigned")) {
            type.kind = TypeKind::Decimal;
            type.precision = 20;
            type.scale = 0;
        }
    } else if (base == u"decimal") {
        type.kind = TypeKind::Decimal;
        type.precision = declared.precision;
        type.scale = declared.scale;
    } else if (is({"float", "double"})) {
        type.kind = TypeKind::Double;
    } else if (is({"char", "varchar", "tinytext", "text", "mediumtext", "longtext"})) {
        type.kind = TypeKind::Text;
        // The larger kinds count bytes, which bind nobody before the engine does.
        type.length = is({"char", "varchar"}) ? declared.length : -1;
    } else if (base == u"date") {
        type.kind = TypeKind::Date;
    } else if (base == u"time") {
        type.kind = TypeKind::Time;
    } else if (base == u"datetime") {
        type.kind = TypeKind::Timestamp;
    } else if (base == u"timestamp") {
        type.kind = TypeKind::Instant;
    } else if (is({"binary", "varbinary", "tinyblob", "blob", "mediumblob", "longblob"}) ||
               base == u"geometry") {
        type.kind = TypeKind::Binary;
    } else if (base == u"enum") {
        type.kind = TypeKind::Enumeration;
        type.members = mariadbMembersOf(declared.full);
    } else if (base == u"uuid") {
        type.kind = TypeKind::Uuid;
    } else {
        type.kind = TypeKind::Foreign;
    }
    return type;
}

} // namespace gravin
