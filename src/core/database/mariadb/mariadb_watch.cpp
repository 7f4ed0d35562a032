// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/mariadb/mariadb_watch.h"

#include "core/base/json.h"
#include "core/database/dialect.h"

#include <QDateTime>

namespace gravin {

namespace {

// "1732950000.123456" as the text that the server gives under UTC.
std::optional<QString> momentOf(QStringView seconds) {
    const qsizetype point = seconds.indexOf(u'.');
    bool isNumber = false;
    const qint64 whole = seconds.left(point < 0 ? seconds.size() : point).toLongLong(&isNumber);
    if (!isNumber)
        return std::nullopt;
    const QString fraction = point < 0 ? QString() : seconds.mid(point).toString();
    // No moment of a TIMESTAMP is the first of 1970.
    if (whole == 0)
        return QStringLiteral("0000-00-00 00:00:00") + fraction;
    return QDateTime::fromSecsSinceEpoch(whole, Qt::UTC)
               .toString(QStringLiteral("yyyy-MM-dd HH:mm:ss")) +
           fraction;
}

std::optional<QVariant> storedIn(const QString& part) {
    const QStringView rest = QStringView(part).mid(1);
    if (part.startsWith(u't'))
        return rest.isEmpty() ? QStringLiteral("") : rest.toString();
    if (part.startsWith(u'x')) {
        const QByteArray bytes = QByteArray::fromHex(rest.toLatin1());
        return bytes.isNull() ? QByteArray("") : bytes;
    }
    if (!part.startsWith(u'u'))
        return std::nullopt;
    const auto moment = momentOf(rest);
    return moment ? std::optional<QVariant>(*moment) : std::nullopt;
}

} // namespace

QStringList MariaDbWatch::schema(const QString&) const {
    return {QStringLiteral(
        "CREATE TABLE IF NOT EXISTS gravin_seen (id BIGINT AUTO_INCREMENT PRIMARY KEY, "
        "origin VARCHAR(40) NOT NULL, at VARCHAR(40) NOT NULL, account VARCHAR(300) NOT NULL, "
        "table_name VARCHAR(190) NOT NULL, key_columns LONGTEXT NOT NULL, "
        "op SMALLINT NOT NULL, hidden_row BIGINT, column_names LONGTEXT NOT NULL, "
        "old_row LONGTEXT, new_row LONGTEXT) "
        "ENGINE = InnoDB DEFAULT CHARSET = utf8mb4 COLLATE = utf8mb4_bin")};
}

QString MariaDbWatch::literal(const QString& text) const {
    QString escaped = text;
    return TableWatch::literal(escaped.replace(u'\\', QStringLiteral("\\\\")));
}

QString MariaDbWatch::packed(const Column& column, const QString& side) const {
    const QString name = m_dialect.quoted(column.name);
    const QString value = side + u'.' + name;
    switch (column.type.kind) {
    case TypeKind::Binary:
        return column.baseType == u"geometry"
                   ? QStringLiteral("CONCAT('x', HEX(CAST(%1 AS BINARY)))").arg(value)
                   : QStringLiteral("CONCAT('x', HEX(%1))").arg(value);
    case TypeKind::Text:
    case TypeKind::Json:
    case TypeKind::Enumeration:
        return QStringLiteral("CONCAT('t', CONVERT(%1 USING utf8mb4))").arg(value);
    case TypeKind::Instant:
        // Its text would be that of the zone of whoever writes.
        return QStringLiteral("CONCAT('u', UNIX_TIMESTAMP(%1))").arg(value);
    default:
        break;
    }
    QString read = m_dialect.readable(column);
    return QStringLiteral("CONCAT('t', CAST(%1 AS CHAR))").arg(read.replace(name, value));
}

QString MariaDbWatch::packed(const Table& table, const QString& side, const QString& other) const {
    QStringList parts;
    for (const Column* column : packedColumns(table)) {
        const QString part = packed(*column, side);
        const bool isAlways = other.isEmpty() || table.key.contains(column->name);
        parts += isAlways ? part
                          : QStringLiteral("IF(CAST(%1 AS BINARY) <=> CAST(%2 AS BINARY), '=', %1)")
                                .arg(part, packed(*column, other));
    }
    return QStringLiteral("JSON_ARRAY(%1)").arg(parts.join(QStringLiteral(", ")));
}

QStringList MariaDbWatch::watching(const Table& table, const QString&) const {
    const auto trigger = [&](const QString& what, int operation, const QString& before,
                             const QString& after) {
        return QStringLiteral(
                   "CREATE TRIGGER %1 AFTER %2 ON %3 FOR EACH ROW INSERT INTO gravin_seen (origin, "
                   "at, account, table_name, key_columns, op, column_names, old_row, new_row) "
                   "VALUES (CONNECTION_ID(), DATE_FORMAT(UTC_TIMESTAMP(6), "
                   "'%Y-%m-%dT%H:%i:%s.%fZ'), USER(), ")
                   .arg(m_dialect.quoted(triggerName(what, table)), what.toUpper(),
                        m_dialect.quoted(table)) +
               QStringList{tableLiteral(table),
                           keyLiteral(table),
                           QString::number(operation),
                           columnsLiteral(table),
                           before,
                           after}
                   .join(QStringLiteral(", ")) +
               u')';
    };
    const QString before = QStringLiteral("OLD");
    const QString after = QStringLiteral("NEW");
    const QString none = QStringLiteral("NULL");
    return {trigger(QStringLiteral("insert"), 1, none, packed(table, after, {})),
            trigger(QStringLiteral("update"), 2, packed(table, before, after),
                    packed(table, after, before)),
            trigger(QStringLiteral("delete"), 3, packed(table, before, {}), none)};
}

QStringList MariaDbWatch::notWatching(const Table& table) const {
    QStringList statements;
    for (const char* what : {"insert", "update", "delete"})
        statements += QStringLiteral("DROP TRIGGER IF EXISTS ") +
                      m_dialect.quoted(triggerName(QLatin1String(what), table));
    return statements;
}

std::optional<SeenValues> MariaDbWatch::unpackedSide(const QString& packed,
                                                     const QList<const Column*>& columns) const {
    const OrderedJson list = loose::parsed(packed.toUtf8());
    if (!list.is_array() || static_cast<qsizetype>(list.size()) != columns.size())
        return std::nullopt;
    SeenValues values;
    for (qsizetype i = 0; i < columns.size(); ++i) {
        const OrderedJson& part = list[static_cast<size_t>(i)];
        if (part.is_null()) {
            values.emplace_back(Value::null());
            continue;
        }
        const QString text = loose::text(part);
        if (text == u"=") {
            values.emplace_back();
            continue;
        }
        const auto stored = storedIn(text);
        if (!stored)
            return std::nullopt;
        values.emplace_back(
            m_dialect.decode(*stored, columns[i] ? columns[i]->type : ColumnType{}));
    }
    return values;
}

} // namespace gravin
