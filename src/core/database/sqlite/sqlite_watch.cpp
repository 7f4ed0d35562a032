// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/sqlite/sqlite_watch.h"

#include "core/database/dialect.h"
#include "core/database/sqlite/sqlite_text.h"

#include <charconv>
#include <cmath>
#include <limits>

namespace gravin {

namespace {

// As the engine's quote() writes it: an infinity as a number too large for one.
std::optional<QVariant> realIn(const QByteArray& text) {
    double number = 0;
    const auto [end, error] = std::from_chars(text.begin(), text.end(), number);
    if (end != text.end() || error == std::errc::invalid_argument)
        return std::nullopt;
    if (error == std::errc::result_out_of_range)
        number = std::copysign(std::numeric_limits<double>::infinity(),
                               text.startsWith('-') ? -1.0 : 1.0);
    return number;
}

// One value of a record. Numbers that are none of this engine's forms give nothing.
std::optional<QVariant> storedIn(QStringView word) {
    if (word.isEmpty())
        return std::nullopt;
    const QStringView rest = word.mid(1);
    bool isNumber = true;
    switch (word.front().unicode()) {
    case u'n':
        return rest.isEmpty() ? std::optional<QVariant>(QVariant()) : std::nullopt;
    case u'i': {
        const qint64 number = rest.toLongLong(&isNumber);
        return isNumber ? std::optional<QVariant>(number) : std::nullopt;
    }
    case u'r':
        return realIn(rest.toLatin1());
    case u't':
        return textFromSqlite(QByteArray::fromHex(rest.toLatin1()));
    case u'b':
        return QByteArray::fromHex(rest.toLatin1());
    default:
        return std::nullopt;
    }
}

const QString Between = QStringLiteral(" || ' ' || ");

// The expression that writes a value as a word.
QString wordOf(const QString& value) {
    return QStringLiteral("CASE typeof(%1) WHEN 'integer' THEN 'i' || %1 WHEN 'text' THEN 't' || "
                          "hex(%1) WHEN 'null' THEN 'n' WHEN 'real' THEN 'r' || quote(%1) ELSE 'b' "
                          "|| hex(%1) END")
        .arg(value);
}

} // namespace

QStringList SqliteWatch::schema(const QString&) const {
    return {QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_seen (id INTEGER PRIMARY KEY, "
                           "origin TEXT NOT NULL, at TEXT NOT NULL, account TEXT NOT NULL, "
                           "table_name TEXT NOT NULL, key_columns TEXT NOT NULL, "
                           "op INTEGER NOT NULL, hidden_row INTEGER, column_names TEXT NOT NULL, "
                           "old_row TEXT, new_row TEXT)")};
}

QString SqliteWatch::packed(const Table& table, const QString& side) const {
    QStringList words;
    for (const Column* column : packedColumns(table))
        words += wordOf(side + u'.' + m_dialect.quoted(column->name));
    return words.join(Between);
}

QString SqliteWatch::packedPairs(const Table& table) const {
    QStringList words;
    for (const Column* column : packedColumns(table)) {
        const QString name = m_dialect.quoted(column->name);
        const QString pair = wordOf(QStringLiteral("OLD.") + name) + QStringLiteral(" || '>' || ") +
                             wordOf(QStringLiteral("NEW.") + name);
        // Not by the column's own collation; and as −0.0 equals 0.0, nothing is said of zeros here.
        words += table.key.contains(column->name)
                     ? pair
                     : QStringLiteral("CASE WHEN OLD.%1 IS NEW.%1 COLLATE BINARY AND "
                                      "typeof(OLD.%1) = typeof(NEW.%1) AND OLD.%1 IS NOT 0.0 THEN "
                                      "'=' ELSE %2 END")
                           .arg(name, pair);
    }
    return words.join(Between);
}

QStringList SqliteWatch::watching(const Table& table, const QString&) const {
    const auto trigger = [&](const QString& what, int operation, const QString& before,
                             const QString& after) {
        const QString hidden = operation == 3 && !table.rowNumber.isEmpty()
                                   ? QStringLiteral("OLD.") + m_dialect.quoted(table.rowNumber)
                                   : QStringLiteral("NULL");
        return QStringLiteral(
                   "CREATE TRIGGER %1 AFTER %2 ON %3 BEGIN INSERT INTO gravin_seen (origin, at, "
                   "account, table_name, key_columns, op, hidden_row, column_names, old_row, "
                   "new_row) VALUES ('', strftime('%Y-%m-%dT%H:%M:%f000Z', 'now'), '', ")
                   .arg(m_dialect.quoted(triggerName(what, table)), what.toUpper(),
                        m_dialect.quoted(table)) +
               QStringList{tableLiteral(table),
                           keyLiteral(table),
                           QString::number(operation),
                           hidden,
                           columnsLiteral(table),
                           before,
                           after}
                   .join(QStringLiteral(", ")) +
               QStringLiteral("); END");
    };
    const QString none = QStringLiteral("NULL");
    return {trigger(QStringLiteral("insert"), 1, none, packed(table, QStringLiteral("NEW"))),
            trigger(QStringLiteral("update"), 2, none, packedPairs(table)),
            trigger(QStringLiteral("delete"), 3, packed(table, QStringLiteral("OLD")), none)};
}

QStringList SqliteWatch::notWatching(const Table& table) const {
    QStringList statements;
    for (const char* what : {"insert", "update", "delete"})
        statements += QStringLiteral("DROP TRIGGER IF EXISTS ") +
                      m_dialect.quoted(triggerName(QLatin1String(what), table));
    return statements;
}

std::optional<SeenValues> SqliteWatch::unpackedSide(const QString& packed,
                                                    const QList<const Column*>& columns) const {
    SeenValues values;
    const auto words = QStringView(packed).split(u' ');
    if (words.size() != columns.size())
        return std::nullopt;
    for (qsizetype i = 0; i < words.size(); ++i) {
        const auto stored = storedIn(words[i]);
        if (!stored)
            return std::nullopt;
        values.emplace_back(
            m_dialect.decode(*stored, columns[i] ? columns[i]->type : ColumnType{}));
    }
    return values;
}

std::optional<SeenRecord> SqliteWatch::unpacked(const QVariant& before, const QVariant& after,
                                                const QList<const Column*>& columns) const {
    const QString pairs = after.toString();
    if (!pairs.contains(u'>'))
        return TableWatch::unpacked(before, after, columns);
    SeenRecord record;
    const auto words = QStringView(pairs).split(u' ');
    if (words.size() != columns.size())
        return std::nullopt;
    for (qsizetype i = 0; i < words.size(); ++i) {
        if (words[i] == u"=") {
            record.before.emplace_back();
            record.after.emplace_back();
            continue;
        }
        const qsizetype between = words[i].indexOf(u'>');
        const auto was = between < 0 ? std::nullopt : storedIn(words[i].left(between));
        const auto is = between < 0 ? std::nullopt : storedIn(words[i].mid(between + 1));
        if (!was || !is)
            return std::nullopt;
        const ColumnType type = columns[i] ? columns[i]->type : ColumnType{};
        record.before.emplace_back(m_dialect.decode(*was, type));
        record.after.emplace_back(m_dialect.decode(*is, type));
    }
    return record;
}

} // namespace gravin
