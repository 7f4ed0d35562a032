// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/postgres/postgres_catalog_types.h"

#include <QRegularExpression>

namespace gravin {

namespace {

// Lengths and digits are packed into one number, after a header of four bytes.
constexpr int ModifierHeader = 4;

} // namespace

QList<int> numbersOf(const QString& array) {
    // "{1,2}" or "1 2"
    static const QRegularExpression number(QStringLiteral("-?\\d+"));
    QList<int> numbers;
    auto matches = number.globalMatch(array);
    while (matches.hasNext())
        numbers += matches.next().captured().toInt();
    return numbers;
}

Status PostgresTypes::read() {
    Status types = readTypes();
    return types ? readEnumerations() : types;
}

Status PostgresTypes::readTypes() {
    return m_each(QStringLiteral("SELECT oid::bigint, typname::text, format_type(oid, -1), "
                                 "typtype::text, typbasetype::bigint, typtypmod, typnotnull, "
                                 "typcategory = 'A' FROM pg_type"),
                  [&](const QSqlQuery& row) {
                      m_types[static_cast<Oid>(row.value(0).toLongLong())] = {
                          row.value(1).toString(),    row.value(2).toString(),
                          row.value(3).toString()[0], static_cast<Oid>(row.value(4).toLongLong()),
                          row.value(5).toInt(),       row.value(6).toBool(),
                          row.value(7).toBool()};
                  });
}

Status PostgresTypes::readEnumerations() {
    return m_each(QStringLiteral("SELECT enumtypid::bigint, enumlabel::text FROM pg_enum "
                                 "ORDER BY enumtypid, enumsortorder"),
                  [&](const QSqlQuery& row) {
                      m_members[static_cast<Oid>(row.value(0).toLongLong())] +=
                          row.value(1).toString();
                  });
}

void PostgresTypes::setType(Column& column, Oid oid, int modifier) const {
    // A domain is its base type, with a name and rules of its own.
    auto found = m_types.constFind(oid);
    while (found != m_types.constEnd() && found->kind == u'd') {
        if (modifier < 0)
            modifier = found->modifier;
        column.nullable = column.nullable && !found->notNull;
        oid = found->base;
        found = m_types.constFind(oid);
    }
    if (found == m_types.constEnd()) {
        column.type.kind = TypeKind::Foreign;
        return;
    }
    column.baseType = found->spelling;
    column.type = postgresTypeOf(*found, oid, modifier);
    column.foldsText = found->name == u"bpchar" || found->name == u"citext";
}

ColumnType PostgresTypes::postgresTypeOf(const TypeFacts& facts, Oid oid, int modifier) const {
    ColumnType type;
    type.kind = TypeKind::Foreign;
    if (facts.kind == u'e') {
        type.kind = TypeKind::Enumeration;
        type.members = m_members.value(oid);
        return type;
    }
    static const QHash<QString, TypeKind> kinds{
        {QStringLiteral("bool"), TypeKind::Boolean},
        {QStringLiteral("int2"), TypeKind::Integer},
        {QStringLiteral("int4"), TypeKind::Integer},
        {QStringLiteral("int8"), TypeKind::Integer},
        {QStringLiteral("float4"), TypeKind::Double},
        {QStringLiteral("float8"), TypeKind::Double},
        {QStringLiteral("numeric"), TypeKind::Decimal},
        {QStringLiteral("money"), TypeKind::Decimal},
        {QStringLiteral("text"), TypeKind::Text},
        {QStringLiteral("varchar"), TypeKind::Text},
        {QStringLiteral("bpchar"), TypeKind::Text},
        {QStringLiteral("citext"), TypeKind::Text},
        {QStringLiteral("name"), TypeKind::Text},
        {QStringLiteral("date"), TypeKind::Date},
        {QStringLiteral("time"), TypeKind::Time},
        {QStringLiteral("timestamp"), TypeKind::Timestamp},
        {QStringLiteral("timestamptz"), TypeKind::Instant},
        {QStringLiteral("bytea"), TypeKind::Binary},
        {QStringLiteral("uuid"), TypeKind::Uuid},
        {QStringLiteral("json"), TypeKind::Json},
        {QStringLiteral("jsonb"), TypeKind::Json},
    };
    if (facts.isArray || facts.kind != u'b')
        return type;
    type.kind = kinds.value(facts.name, TypeKind::Foreign);
    if (facts.name == u"money") {
        type.precision = 19;
        type.scale = 2;
    } else if (modifier >= ModifierHeader && type.kind == TypeKind::Text) {
        type.length = modifier - ModifierHeader;
    } else if (modifier >= ModifierHeader && type.kind == TypeKind::Decimal) {
        const int packed = modifier - ModifierHeader;
        const int scale = ((packed & 0x7ff) ^ 0x400) - 0x400; // eleven bits with a sign
        const int precision = (packed >> 16) & 0xffff;
        if (scale >= 0 && scale <= precision) {
            type.precision = precision;
            type.scale = scale;
        }
    }
    return type;
}

QString PostgresTypes::spelling(Oid type) const { return m_types.value(type).spelling; }

} // namespace gravin
