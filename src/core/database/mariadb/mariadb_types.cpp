// SPDX-License-Identifier: GPL-3.0-or-later
// How this engine declares columns: of a kind that a person chose, and of another database.
#include "core/database/mariadb/mariadb_dialect.h"

#include <algorithm>

namespace gravin {

QString MariaDbDialect::declaration(FieldKind kind, int length, bool isIndexed) const {
    const auto decimal = QStringLiteral("%1(%2, %3)");
    switch (kind) {
    case FieldKind::GivenNumber:
        return QStringLiteral("BIGINT AUTO_INCREMENT PRIMARY KEY");
    case FieldKind::Text:
        return QStringLiteral("VARCHAR(%1)").arg(length > 0 ? length : 255);
    case FieldKind::LongText:
        return isIndexed ? QStringLiteral("VARCHAR(255)") : QStringLiteral("LONGTEXT");
    case FieldKind::Integer:
        return QStringLiteral("BIGINT");
    case FieldKind::Decimal:
        return decimal.arg(QStringLiteral("DECIMAL"))
            .arg(DecimalDigits)
            .arg(length > 0 ? length : 2);
    case FieldKind::Date:
        return QStringLiteral("DATE");
    case FieldKind::Time:
        return QStringLiteral("TIME(6)");
    case FieldKind::DateTime:
        return QStringLiteral("DATETIME(6)");
    case FieldKind::YesNo:
        return QStringLiteral("BOOLEAN");
    case FieldKind::Picture:
        return QStringLiteral("LONGBLOB");
    }
    return {};
}

QString MariaDbDialect::declarationOf(const Column& column, bool isIndexed) const {
    // What one column of an index may have, with others beside it.
    constexpr int LongestIndexed = 255;
    // Beyond it, a row of several such columns would be too long for the engine.
    constexpr int LongestVarying = 2000;
    // The engine's own limits of a decimal.
    constexpr int MostDigits = 65;
    constexpr int MostScale = 38;
    constexpr int ScaleOfUnlimited = 30;
    const ColumnType& type = column.type;
    // As exact as the others are: letters of both cases differ, and so do blanks at the end.
    const QString exactly =
        column.foldsText ? QString() : QStringLiteral(" COLLATE utf8mb4_nopad_bin");
    const auto text = [&](int length) {
        if (length > 0 && length <= (isIndexed ? LongestIndexed : LongestVarying))
            return QStringLiteral("VARCHAR(%1)").arg(length) + exactly;
        return (isIndexed ? QStringLiteral("VARCHAR(%1)").arg(LongestIndexed)
                          : QStringLiteral("LONGTEXT")) +
               exactly;
    };
    switch (type.kind) {
    case TypeKind::Boolean:
        return QStringLiteral("BOOLEAN");
    case TypeKind::Integer:
        return QStringLiteral("BIGINT");
    case TypeKind::Decimal: {
        const bool isLimited = type.scale >= 0;
        return QStringLiteral("DECIMAL(%1,%2)")
            .arg(isLimited ? std::min(type.precision, MostDigits) : MostDigits)
            .arg(isLimited ? std::min(type.scale, MostScale) : ScaleOfUnlimited);
    }
    case TypeKind::Double:
        return QStringLiteral("DOUBLE");
    case TypeKind::Date:
        return QStringLiteral("DATE");
    case TypeKind::Time:
        return QStringLiteral("TIME(6)");
    case TypeKind::Timestamp:
        return QStringLiteral("DATETIME(6)");
    // Said to be empty where it may be: the engine would set the first of a table by itself.
    case TypeKind::Instant:
        return column.nullable ? QStringLiteral("TIMESTAMP(6) NULL DEFAULT NULL")
                               : QStringLiteral("TIMESTAMP(6)");
    case TypeKind::Binary:
        return isIndexed ? QStringLiteral("VARBINARY(%1)").arg(LongestIndexed)
                         : QStringLiteral("LONGBLOB");
    case TypeKind::Uuid:
        return QStringLiteral("UUID");
    case TypeKind::Json:
        return QStringLiteral("LONGTEXT") + exactly;
    case TypeKind::Enumeration: {
        QStringList members;
        for (QString member : type.members)
            members +=
                u'\'' +
                member.replace(u'\\', QStringLiteral("\\\\")).replace(u'\'', QStringLiteral("''")) +
                u'\'';
        return QStringLiteral("ENUM(%1)").arg(members.join(u',')) + exactly;
    }
    case TypeKind::Text:
        return text(type.length);
    case TypeKind::Any:
    case TypeKind::Foreign:
        return text(-1);
    }
    return {};
}

} // namespace gravin
