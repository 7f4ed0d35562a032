// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/sqlite/sqlite_expression.h"

#include "core/database/sqlite/sqlite_dialect.h"

namespace gravin {

namespace {

QString sqliteName(const QString& name) {
    QString inside = name;
    return u'"' + inside.replace(u'"', QStringLiteral("\"\"")) + u'"';
}

} // namespace

// Decimals are floating-point numbers there, whole numbers become such when they grow too large,
// and texts end at their first NUL: only comparing is exact.
QString SqliteTranslator::column(const Column& column, Type type) {
    switch (type) {
    case Type::Integer:
    case Type::Boolean:
        return sqliteName(column.name);
    case Type::Date: // compared as the texts they are
    case Type::Text:
        return sqliteName(column.name) + QStringLiteral(" COLLATE BINARY");
    default:
        refuse();
    }
}

QString SqliteTranslator::literal(const Value& value) {
    switch (value.kind()) {
    case Value::Kind::Boolean:
        return value.asBoolean() ? QStringLiteral("1") : QStringLiteral("0");
    case Value::Kind::Integer:
        return QString::number(value.asInteger());
    case Value::Kind::Date:
        return u'\'' + isoText(value.asDate()) + u'\'';
    default:
        refuse();
    }
}

QString SqliteTranslator::text(const QString& text) { return bind(text); }

QString SqliteTranslator::distinct(const QString& a, const QString& b) {
    return QStringLiteral("(%1 IS NOT %2)").arg(a, b);
}

void SqliteTranslator::require(const Digits&) { refuse(); }

QString SqliteTranslator::widened(const QString&, Type, Type) { refuse(); }

std::optional<QString> SqliteTranslator::conforming(const Column& column) {
    const QString name = sqliteName(column.name);
    const auto orNull = [&](const QString& condition) {
        return QStringLiteral("(%1 IS NULL OR %2)").arg(name, condition);
    };
    switch (expressionTypeOf(column.type)) {
    case ExpressionType::Integer:
        return orNull(QStringLiteral("typeof(%1) = 'integer'").arg(name));
    case ExpressionType::Boolean:
        return orNull(QStringLiteral("(typeof(%1) = 'integer' AND %1 IN (0, 1))").arg(name));
    case ExpressionType::Text:
        return orNull(QStringLiteral("typeof(%1) = 'text'").arg(name));
    case ExpressionType::Date:
        // A day that the month does not have would come back as another one.
        return orNull(QStringLiteral("(typeof(%1) = 'text' AND date(%1) = %1 COLLATE BINARY AND "
                                     "%1 >= '0001-01-01')")
                          .arg(name));
    default:
        return std::nullopt;
    }
}

} // namespace gravin
