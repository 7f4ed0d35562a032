// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/literal.h"

#include "core/base/text.h"
#include "core/value/text_form.h"

namespace gravin {

namespace {

// As CAST names it; empty: a literal of this type says so by itself, or the engine does not care.
QString castName(TypeKind kind, Engine engine) {
    if (engine == Engine::Sqlite)
        return kind == TypeKind::Double ? QStringLiteral("REAL") : QString();
    const bool isMariaDb = engine == Engine::MariaDb;
    switch (kind) {
    case TypeKind::Boolean:
        return isMariaDb ? QStringLiteral("SIGNED") : QStringLiteral("boolean");
    case TypeKind::Integer:
        return isMariaDb ? QStringLiteral("SIGNED") : QStringLiteral("bigint");
    case TypeKind::Decimal:
        return isMariaDb ? QStringLiteral("DECIMAL(65,30)") : QStringLiteral("numeric");
    case TypeKind::Double:
        return isMariaDb ? QStringLiteral("DOUBLE") : QStringLiteral("double precision");
    case TypeKind::Date:
        return QStringLiteral("date");
    case TypeKind::Time:
        return QStringLiteral("time(6)");
    case TypeKind::Timestamp:
        return isMariaDb ? QStringLiteral("DATETIME(6)") : QStringLiteral("timestamp");
    case TypeKind::Instant:
        return isMariaDb ? QStringLiteral("DATETIME(6)") : QStringLiteral("timestamptz");
    case TypeKind::Binary:
        return isMariaDb ? QStringLiteral("BINARY") : QStringLiteral("bytea");
    default:
        return isMariaDb ? QStringLiteral("CHAR") : QStringLiteral("text");
    }
}

QString cast(const QString& literal, const QString& type) {
    return type.isEmpty() ? literal : QStringLiteral("CAST(%1 AS %2)").arg(literal, type);
}

} // namespace

Result<QString> textLiteral(const QString& text, Engine engine) {
    if (text.contains(QChar(0)))
        return Error{ErrorKind::Refused,
                     coreTr("No statement can hold a text with a null character in it.")};
    QString escaped = text;
    if (engine == Engine::MariaDb)
        escaped.replace(u'\\', QStringLiteral("\\\\"));
    return u'\'' + escaped.replace(u'\'', QStringLiteral("''")) + u'\'';
}

Result<QString> literalOf(const Value& value, const ColumnType& type, Engine engine) {
    const QString name = castName(type.kind, engine);
    switch (value.kind()) {
    case Value::Kind::Null:
        return cast(QStringLiteral("NULL"), name);
    case Value::Kind::Boolean:
        return engine == Engine::PostgreSql
                   ? (value.asBoolean() ? QStringLiteral("TRUE") : QStringLiteral("FALSE"))
                   : (value.asBoolean() ? QStringLiteral("1") : QStringLiteral("0"));
    case Value::Kind::Integer:
    case Value::Kind::Decimal:
        // In brackets: a minus before it must not meet another one.
        return QStringLiteral("(%1)").arg(toText(value, {}));
    case Value::Kind::Binary: {
        const QString hex = QString::fromLatin1(value.asBinary().toHex());
        return engine == Engine::PostgreSql ? QStringLiteral("CAST('\\x%1' AS bytea)").arg(hex)
                                            : QStringLiteral("x'%1'").arg(hex);
    }
    case Value::Kind::Instant: {
        QString text = isoText(value.asInstant().utc);
        if (engine == Engine::PostgreSql)
            text += QStringLiteral("+00");
        return cast(u'\'' + text + u'\'', name);
    }
    case Value::Kind::Text: {
        auto literal = textLiteral(value.asText(), engine);
        // A text of MariaDB is one by itself, with the connection's collation.
        return !literal || engine == Engine::MariaDb ? literal : Result(cast(*literal, name));
    }
    default:
        return cast(u'\'' + toText(value, type) + u'\'', name);
    }
}

} // namespace gravin
