// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/sqlite/sqlite_set_wise.h"

#include "core/database/sqlite/sqlite_native.h"
#include "core/database/sqlite/sqlite_text.h"

#include <QHashFunctions>

namespace gravin {

namespace {

constexpr quint64 FingerprintSeed = 0x6772'6176'696e;

QString quotedName(QString name) {
    return u'"' + name.replace(QStringLiteral("\""), QStringLiteral("\"\"")) + u'"';
}

// As the driver of Qt Sql gives it.
QVariant variantOf(sqlite3_value* value) {
    switch (sqlite3_value_type(value)) {
    case SQLITE_INTEGER:
        return QVariant::fromValue<qint64>(sqlite3_value_int64(value));
    case SQLITE_FLOAT:
        return sqlite3_value_double(value);
    case SQLITE_TEXT: {
        const auto* text = reinterpret_cast<const char*>(sqlite3_value_text(value));
        return textFromSqlite({text, sqlite3_value_bytes(value)});
    }
    case SQLITE_BLOB: {
        const auto* bytes = static_cast<const char*>(sqlite3_value_blob(value));
        const int size = sqlite3_value_bytes(value);
        return size == 0 ? QByteArray("") : QByteArray(bytes, size);
    }
    default:
        return {};
    }
}

void giveResult(sqlite3_context* context, const QVariant& value) {
    switch (value.typeId()) {
    case QMetaType::UnknownType:
    case QMetaType::Nullptr:
        sqlite3_result_null(context);
        break;
    case QMetaType::Double:
        sqlite3_result_double(context, value.toDouble());
        break;
    case QMetaType::QByteArray: {
        const QByteArray bytes = value.toByteArray();
        sqlite3_result_blob64(context, bytes.constData(), static_cast<quint64>(bytes.size()),
                              SQLITE_TRANSIENT);
        break;
    }
    case QMetaType::QString: {
        const QByteArray text = textForSqlite(value.toString());
        sqlite3_result_text64(context, text.constData(), static_cast<quint64>(text.size()),
                              SQLITE_TRANSIENT, SQLITE_UTF8);
        break;
    }
    default:
        sqlite3_result_int64(context, value.toLongLong());
    }
}

// `kept`: has room for a text that is not read as it is stored.
StoredValue storedAt(sqlite3_stmt* statement, int place, QByteArray& kept) {
    StoredValue value;
    switch (sqlite3_column_type(statement, place)) {
    case SQLITE_INTEGER:
        value.kind = StoredValue::Kind::Integer;
        value.integer = sqlite3_column_int64(statement, place);
        break;
    case SQLITE_FLOAT:
        value.kind = StoredValue::Kind::Real;
        value.real = sqlite3_column_double(statement, place);
        break;
    case SQLITE_TEXT:
    case SQLITE_BLOB:
        value.kind = sqlite3_column_type(statement, place) == SQLITE_TEXT
                         ? StoredValue::Kind::Text
                         : StoredValue::Kind::Bytes;
        value.bytes = {static_cast<const char*>(sqlite3_column_blob(statement, place)),
                       sqlite3_column_bytes(statement, place)};
        if (value.kind == StoredValue::Kind::Text && !isReadAsStored(value.bytes)) {
            kept = textFromSqlite(value.bytes).toUtf8();
            value.bytes = kept;
        }
        break;
    default:
        break;
    }
    return value;
}

int bind(sqlite3_stmt* statement, int place, const QVariant& value) {
    switch (value.typeId()) {
    case QMetaType::UnknownType:
    case QMetaType::Nullptr:
        return sqlite3_bind_null(statement, place);
    case QMetaType::Double:
        return sqlite3_bind_double(statement, place, value.toDouble());
    case QMetaType::QByteArray: {
        const auto& bytes = *static_cast<const QByteArray*>(value.constData());
        return sqlite3_bind_blob64(statement, place, bytes.constData(),
                                   static_cast<quint64>(bytes.size()), SQLITE_STATIC);
    }
    case QMetaType::QString: {
        const QByteArray text = textForSqlite(*static_cast<const QString*>(value.constData()));
        return sqlite3_bind_text64(statement, place, text.constData(),
                                   static_cast<quint64>(text.size()), SQLITE_TRANSIENT,
                                   SQLITE_UTF8);
    }
    default:
        return sqlite3_bind_int64(statement, place, value.toLongLong());
    }
}

// gravin_fingerprint(values…): of what is stored, class and bytes.
void fingerprint(sqlite3_context* context, int count, sqlite3_value** values) {
    size_t hash = FingerprintSeed;
    for (int i = 0; i < count; ++i) {
        const int storage = sqlite3_value_type(values[i]);
        hash = ::qHash(storage, hash);
        if (storage == SQLITE_INTEGER) {
            hash = ::qHash(static_cast<quint64>(sqlite3_value_int64(values[i])), hash);
        } else if (storage == SQLITE_FLOAT) {
            const double number = sqlite3_value_double(values[i]);
            hash = qHashBits(&number, sizeof number, hash);
        } else if (storage != SQLITE_NULL) {
            const void* bytes = sqlite3_value_blob(values[i]);
            hash = qHashBits(bytes, static_cast<size_t>(sqlite3_value_bytes(values[i])), hash);
        }
    }
    sqlite3_result_int64(context, static_cast<qint64>(hash));
}

// gravin_computed(what, values…)
void compute(sqlite3_context* context, int count, sqlite3_value** values) {
    const auto& computer = *static_cast<const RowComputer*>(sqlite3_user_data(context));
    QVariantList given;
    given.reserve(count - 1);
    for (int i = 1; i < count; ++i)
        given.push_back(variantOf(values[i]));
    const auto value =
        computer ? computer(sqlite3_value_int(values[0]), given) : std::optional<QVariant>();
    if (value)
        giveResult(context, *value);
    else
        sqlite3_result_error(context, "a value could not be computed", -1);
}

QSqlError errorFrom(sqlite3* handle) {
    return {{},
            QString::fromUtf8(sqlite3_errmsg(handle)),
            QSqlError::StatementError,
            QString::number(sqlite3_extended_errcode(handle))};
}

} // namespace

void SqliteSetWise::addTo(sqlite3* handle) {
    if (!handle)
        return;
    sqlite3_create_function(handle, "gravin_fingerprint", -1, SQLITE_UTF8 | SQLITE_DETERMINISTIC,
                            nullptr, &gravin::fingerprint, nullptr, nullptr);
    // For our own statements only, never for what stands in a file.
    sqlite3_create_function(handle, "gravin_computed", -1, SQLITE_UTF8 | SQLITE_DIRECTONLY,
                            &m_computer, &compute, nullptr, nullptr);
}

QString SqliteSetWise::temporaryTable(const QString& name, const QString& select) const {
    return QStringLiteral("CREATE TEMPORARY TABLE %1 AS %2").arg(name, select);
}

// Of the same table, where the column is one of several's.
QString SqliteSetWise::asFilled(const QString& counted) const {
    return counted.left(counted.lastIndexOf(u'.') + 1) + QStringLiteral("rowid");
}

QSqlError SqliteSetWise::appendRows(QSqlDatabase& database, const QString& table,
                                    const QStringList& columns,
                                    const std::vector<QVariantList>& rows) const {
    sqlite3* handle = sqliteOf(database);
    const QStringList places(columns.size(), QStringLiteral("?"));
    const SqliteStatement statement =
        prepared(handle, QStringLiteral("INSERT INTO %1 (%2) VALUES (%3)")
                             .arg(table, columns.join(u','), places.join(u',')));
    if (!statement)
        return errorFrom(handle);
    for (const QVariantList& row : rows) {
        for (qsizetype i = 0; i < row.size(); ++i) {
            if (bind(statement.get(), static_cast<int>(i) + 1, row[i]) != SQLITE_OK)
                return errorFrom(handle);
        }
        if (sqlite3_step(statement.get()) != SQLITE_DONE)
            return errorFrom(handle);
        sqlite3_reset(statement.get());
    }
    return {};
}

QSqlError SqliteSetWise::readRows(QSqlDatabase& database, const QString& sql,
                                  const TakeStored& take) const {
    sqlite3* handle = sqliteOf(database);
    const SqliteStatement statement = prepared(handle, sql);
    if (!statement)
        return errorFrom(handle);
    std::vector<StoredValue> row(static_cast<size_t>(sqlite3_column_count(statement.get())));
    std::vector<QByteArray> kept(row.size());
    int code = SQLITE_ROW;
    while ((code = sqlite3_step(statement.get())) == SQLITE_ROW) {
        for (size_t i = 0; i < row.size(); ++i)
            row[i] = storedAt(statement.get(), static_cast<int>(i), kept[i]);
        if (!take(row))
            return {};
    }
    return code == SQLITE_DONE ? QSqlError() : errorFrom(handle);
}

QString SqliteSetWise::same(const Column&, const QString& a, const QString& b) const {
    return QStringLiteral("(%1 COLLATE BINARY IS %2 AND typeof(%1) = typeof(%2))").arg(a, b);
}

QString SqliteSetWise::fingerprint(const QStringList& expressions) const {
    return QStringLiteral("gravin_fingerprint(%1)").arg(expressions.join(QStringLiteral(", ")));
}

SqlFragment SqliteSetWise::countOfBystanders(const Table& table) const {
    return {QStringLiteral("SELECT count(*) FROM sqlite_master WHERE type = 'trigger' AND "
                           "tbl_name = ? COLLATE NOCASE"),
            {table.relation}};
}

QString SqliteSetWise::computed(int what, const QStringList& columns) const {
    QStringList given{QString::number(what)};
    for (const QString& column : columns)
        given += quotedName(column);
    return QStringLiteral("gravin_computed(%1)").arg(given.join(QStringLiteral(", ")));
}

} // namespace gravin
