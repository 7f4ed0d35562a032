// SPDX-License-Identifier: GPL-3.0-or-later
// How this engine declares columns: of a kind that a person chose, and of another database.
#include "core/database/sqlite/sqlite_dialect.h"

namespace gravin {

QString SqliteDialect::declaration(FieldKind kind, int length, bool) const {
    const auto decimal = QStringLiteral("%1(%2, %3)");
    switch (kind) {
    case FieldKind::GivenNumber:
        return QStringLiteral("INTEGER PRIMARY KEY");
    case FieldKind::Text:
        return length > 0 ? QStringLiteral("VARCHAR(%1)").arg(length) : QStringLiteral("TEXT");
    case FieldKind::LongText:
        return QStringLiteral("TEXT");
    case FieldKind::Integer:
        return QStringLiteral("INTEGER");
    case FieldKind::Decimal:
        return decimal.arg(QStringLiteral("DECIMAL"))
            .arg(DecimalDigits)
            .arg(length > 0 ? length : 2);
    case FieldKind::Date:
        return QStringLiteral("DATE");
    case FieldKind::Time:
        return QStringLiteral("TIME");
    case FieldKind::DateTime:
        return QStringLiteral("TIMESTAMP");
    case FieldKind::YesNo:
        return QStringLiteral("BOOLEAN");
    case FieldKind::Picture:
        return QStringLiteral("BLOB");
    }
    return {};
}

QString SqliteDialect::declarationOf(const Column& column, bool) const {
    const ColumnType& type = column.type;
    const QString folding = column.foldsText ? QStringLiteral(" COLLATE NOCASE") : QString();
    switch (type.kind) {
    case TypeKind::Any:
        return {};
    case TypeKind::Boolean:
        return QStringLiteral("BOOLEAN");
    case TypeKind::Integer:
        return QStringLiteral("INTEGER");
    case TypeKind::Decimal:
        return type.scale >= 0
                   ? QStringLiteral("DECIMAL(%1,%2)").arg(type.precision).arg(type.scale)
                   : QStringLiteral("DECIMAL");
    case TypeKind::Double:
        return QStringLiteral("DOUBLE");
    case TypeKind::Date:
        return QStringLiteral("DATE");
    case TypeKind::Time:
        return QStringLiteral("TIME");
    // Without zones, as UTC reads a moment.
    case TypeKind::Timestamp:
    case TypeKind::Instant:
        return QStringLiteral("TIMESTAMP");
    case TypeKind::Binary:
        return QStringLiteral("BLOB");
    case TypeKind::Text:
        return (type.length > 0 ? QStringLiteral("VARCHAR(%1)").arg(type.length)
                                : QStringLiteral("TEXT")) +
               folding;
    case TypeKind::Uuid:
    case TypeKind::Json:
    case TypeKind::Enumeration:
    case TypeKind::Foreign:
        return QStringLiteral("TEXT");
    }
    return {};
}

} // namespace gravin
