// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/sqlite/sqlite_dialect.h"

#include "core/base/text.h"
#include "core/database/sqlite/sqlite_native.h"
#include "core/database/sqlite/sqlite_spans.h"
#include "core/value/text_form.h"

#include <QFile>
#include <QFileInfo>
#include <QSqlQuery>
#include <QUrl>

#include <algorithm>
#include <cmath>
#include <mutex>

#include <sys/stat.h>

namespace gravin {

namespace {

// How long a statement waits for another program's lock.
constexpr int BusyTimeoutMilliseconds = 4000;
// SQLite promises to keep this many significant digits of a decimal in a double.
constexpr int KeptDigits = 15;

Value decodeInteger(qint64 number, const ColumnType& type) {
    if (type.kind == TypeKind::Boolean && (number == 0 || number == 1))
        return Value::boolean(number == 1);
    if (type.kind == TypeKind::Decimal)
        return Value::decimal(*Decimal(number).rescaled(std::max(type.scale, 0)));
    return Value::integer(number);
}

Value decodeDouble(double number, const ColumnType& type) {
    if (type.kind != TypeKind::Decimal)
        return Value::real(number);
    const auto decimal = Decimal::fromDouble(number);
    // −0.0 and whole numbers would come back as integers.
    if (!decimal || std::trunc(number) == number)
        return Value::real(number);
    return Value::decimal(*decimal->rescaled(std::max(type.scale, decimal->scale())));
}

Value decodeText(const QString& text, const ColumnType& type) {
    switch (type.kind) {
    case TypeKind::Date:
        if (auto date = dateFromIso(text))
            return Value::date(*date);
        break;
    case TypeKind::Time:
        if (auto time = timeFromIso(text))
            return Value::time(*time);
        break;
    case TypeKind::Timestamp:
        if (auto timestamp = timestampFromIso(text))
            return Value::timestamp(*timestamp);
        break;
    default:
        break;
    }
    return Value::text(notNull(text));
}

QVariant encodeDecimal(const Decimal& decimal) {
    if (const auto whole = decimal.toInteger())
        return *whole;
    return decimal.toDouble();
}

QString storageClass(const QVariant& stored) {
    switch (stored.typeId()) {
    case QMetaType::LongLong:
        return QStringLiteral("integer");
    case QMetaType::Double:
        return QStringLiteral("real");
    case QMetaType::QByteArray:
        return QStringLiteral("blob");
    default:
        return QStringLiteral("text");
    }
}

// What is looked for, made ready once for a statement.
struct Needle {
    QString part;
    QByteArray ascii; // in lower case; null: it has other letters
};

bool isAscii(QByteArrayView text) {
    return std::none_of(text.begin(), text.end(), [](char c) { return (c & 0x80) != 0; });
}

const Needle* needleOf(sqlite3_context* context, sqlite3_value* value) {
    if (const void* ready = sqlite3_get_auxdata(context, 1))
        return static_cast<const Needle*>(ready);
    const auto* utf8 = reinterpret_cast<const char*>(sqlite3_value_text(value));
    const QByteArray part(utf8, sqlite3_value_bytes(value));
    auto* needle =
        new Needle{QString::fromUtf8(part), isAscii(part) ? part.toLower() : QByteArray()};
    sqlite3_set_auxdata(context, 1, needle, [](void* old) { delete static_cast<Needle*>(old); });
    // Where it is not kept it is gone already.
    return static_cast<const Needle*>(sqlite3_get_auxdata(context, 1));
}

bool containsAscii(QByteArrayView text, QByteArrayView lower) {
    const auto same = [](char a, char b) {
        return (a >= 'A' && a <= 'Z' ? static_cast<char>(a + ('a' - 'A')) : a) == b;
    };
    return std::search(text.begin(), text.end(), lower.begin(), lower.end(), same) != text.end();
}

// gravin_contains(text, part): SQLite itself tells upper from lower case in ASCII only. Most texts
// and words are ASCII, and searching a large table is many of them.
void contains(sqlite3_context* context, int, sqlite3_value** values) {
    const Needle* needle = needleOf(context, values[1]);
    const auto* utf8 = reinterpret_cast<const char*>(sqlite3_value_text(values[0]));
    if (!utf8 || !needle) {
        sqlite3_result_int(context, 0);
        return;
    }
    const QByteArrayView text(utf8, sqlite3_value_bytes(values[0]));
    bool found =
        needle->part.isEmpty() || (!needle->ascii.isNull() && containsAscii(text, needle->ascii));
    // Some other letters are the same as an ASCII one but for their case.
    if (!found && !isAscii(text))
        found = QString::fromUtf8(text).contains(needle->part, Qt::CaseInsensitive);
    sqlite3_result_int(context, found ? 1 : 0);
}

void addContains(sqlite3* handle) {
    if (handle)
        sqlite3_create_function(handle, "gravin_contains", 2, SQLITE_UTF8 | SQLITE_DETERMINISTIC,
                                nullptr, &contains, nullptr, nullptr);
}

} // namespace

Error SqliteDialect::engineError(const QSqlDatabase& database, int code) const {
    return errorOf(QSqlError({}, QString::fromUtf8(sqlite3_errmsg(sqliteOf(database))),
                             QSqlError::StatementError, QString::number(code)));
}

Status SqliteDialect::verifyReachable() const {
    const QFileInfo info(m_path);
    if (!info.exists())
        return Error{ErrorKind::Unavailable, coreTr("There is no file %1.").arg(m_path)};
    if (!info.isFile())
        return Error{ErrorKind::Unavailable, coreTr("%1 is not a file.").arg(m_path)};
    // Never opened here: closing any handle on the file would drop the locks of every session that
    // this process has on it, and another program could take the log of committed writes away.
    if (!info.isReadable())
        return Error{ErrorKind::Unavailable, coreTr("%1 may not be read by you.").arg(m_path)};
    // What a program that was cut off has left is put right by whoever may write, before somebody
    // who only reads cannot.
    if (QFileInfo(m_path + QStringLiteral("-journal")).size() > 0)
        recover();
    return ok();
}

// Reading is enough; where this account may not write, or somebody else is at work, nothing is
// done.
void SqliteDialect::recover() const {
    sqlite3* handle = nullptr;
    if (sqlite3_open_v2(QFile::encodeName(m_path).constData(), &handle, SQLITE_OPEN_READWRITE,
                        nullptr) == SQLITE_OK) {
        sqlite3_busy_timeout(handle, BusyTimeoutMilliseconds);
        (void)sqlite3_exec(handle, "SELECT count(*) FROM sqlite_master", nullptr, nullptr, nullptr);
    }
    sqlite3_close(handle);
}

void SqliteDialect::configure(QSqlDatabase& database, bool readOnly) const {
    // Statistics of memory that nobody reads would make all threads wait for one lock. It has no
    // effect where SQLite is at work already.
    static std::once_flag once;
    std::call_once(once, [] { (void)sqlite3_config(SQLITE_CONFIG_MEMSTATUS, 0); });
    // As a URI the file is never created by opening it.
    QUrl url = QUrl::fromLocalFile(QFileInfo(m_path).absoluteFilePath());
    QString uri = QString::fromLatin1(url.toEncoded(QUrl::FullyEncoded));
    uri.replace(QStringLiteral("file://"), QStringLiteral("file:"));
    database.setDatabaseName(uri +
                             (readOnly ? QStringLiteral("?mode=ro") : QStringLiteral("?mode=rw")));
}

QString SqliteDialect::connectOptions(bool readOnly) const {
    QString options =
        QStringLiteral("QSQLITE_OPEN_URI;QSQLITE_BUSY_TIMEOUT=%1").arg(BusyTimeoutMilliseconds);
    if (readOnly)
        options += QStringLiteral(";QSQLITE_OPEN_READONLY");
    return options;
}

QStringList SqliteDialect::openingStatements(bool) const {
    // The last one reads the file for the first time: what is no database fails here, with words.
    return {QStringLiteral("PRAGMA foreign_keys = ON"),
            QStringLiteral("PRAGMA trusted_schema = OFF"),
            QStringLiteral("SELECT count(*) FROM sqlite_master")};
}

QString SqliteDialect::containsText(const QString& expression) const {
    return QStringLiteral("gravin_contains(%1, ?)").arg(expression);
}

Status SqliteDialect::opened(QSqlDatabase& database) {
    m_handle = sqliteOf(database);
    addContains(sqliteOf(database));
    addSqliteTexts(sqliteOf(database));
    m_setWise.addTo(sqliteOf(database));
    struct stat file {};
    if (::stat(QFile::encodeName(m_path).constData(), &file) == 0) {
        m_device = file.st_dev;
        m_inode = file.st_ino;
    }
    return ok();
}

Status SqliteDialect::verifyStillThere() const {
    struct stat file {};
    const bool found = ::stat(QFile::encodeName(m_path).constData(), &file) == 0;
    if (found && file.st_dev == m_device && file.st_ino == m_inode)
        return ok();
    return Error{ErrorKind::Unavailable,
                 found ? coreTr("%1 was replaced by another file since it was opened. Nothing was "
                                "written; open the project again.")
                             .arg(m_path)
                       : coreTr("%1 is no longer there. Nothing was written; put the file back or "
                                "open the project again.")
                             .arg(m_path)};
}

void SqliteDialect::interrupt() {
    if (void* handle = m_handle)
        sqlite3_interrupt(static_cast<sqlite3*>(handle));
}

Result<ServerFacts> SqliteDialect::facts(QSqlDatabase&) const {
    return ServerFacts{QStringLiteral("SQLite ") + QLatin1String(sqlite3_libversion()), {}, false};
}

QString SqliteDialect::quoted(const QString& name) const {
    QString doubled = name;
    doubled.replace(QStringLiteral("\""), QStringLiteral("\"\""));
    return u'"' + doubled + u'"';
}

// Any column may hold a text, whatever it is declared for, and any text bytes that are none; only
// the number of a row is a number.
QString SqliteDialect::readable(const Column& column) const {
    const QString name = quoted(column.name);
    const bool isRowNumber = column.givenByDatabase && column.type.kind == TypeKind::Integer;
    return isRowNumber ? name : readableSqliteText(name);
}

Value SqliteDialect::decode(const QVariant& stored, const ColumnType& type) const {
    if (stored.isNull())
        return {};
    switch (stored.typeId()) {
    case QMetaType::LongLong:
    case QMetaType::Int:
        return decodeInteger(stored.toLongLong(), type);
    case QMetaType::Double:
        return decodeDouble(stored.toDouble(), type);
    case QMetaType::QByteArray:
        return Value::binary(stored.toByteArray());
    default:
        return decodeText(stored.toString(), type);
    }
}

QVariant SqliteDialect::encode(const Value& value, const ColumnType&) const {
    switch (value.kind()) {
    case Value::Kind::Null:
        return {};
    case Value::Kind::Boolean:
        return QVariant::fromValue<qint64>(value.asBoolean() ? 1 : 0);
    case Value::Kind::Integer:
        return value.asInteger();
    case Value::Kind::Decimal:
        return encodeDecimal(value.asDecimal());
    case Value::Kind::Double:
        return value.asDouble();
    case Value::Kind::Text:
        return notNull(value.asText());
    case Value::Kind::Date:
        return isoText(value.asDate());
    case Value::Kind::Time:
        return isoText(value.asTime());
    case Value::Kind::Timestamp:
        return isoText(value.asTimestamp());
    case Value::Kind::Instant:
        return isoText(value.asInstant().utc);
    case Value::Kind::Binary:
        return value.asBinary().isNull() ? QByteArray("") : value.asBinary();
    }
    return {};
}

Status SqliteDialect::canHold(const Value& value, const ColumnType& type) const {
    if (value.kind() == Value::Kind::Decimal && !value.asDecimal().toInteger()) {
        const auto& decimal = value.asDecimal();
        const auto kept = Decimal::fromDouble(decimal.toDouble());
        if (!kept || *kept != decimal)
            return Error{ErrorKind::Refused,
                         coreTr("SQLite keeps about %1 digits of a number; %2 has more.")
                             .arg(QString::number(KeptDigits), toText(value, type))};
    }
    return ok();
}

SqlFragment SqliteDialect::exactly(const Column& column, const Value& value) const {
    const QString name = quoted(column.name);
    if (value.isNull())
        return {name + QStringLiteral(" IS NULL"), {}};
    const QVariant stored = encode(value, column.type);
    return {QStringLiteral("(%1 COLLATE BINARY IS ? AND typeof(%1) = '%2')")
                .arg(name, storageClass(stored)),
            {stored}};
}

QStringList SqliteDialect::changeLogSchema() const {
    // old_value and new_value have no declared type on purpose: SQLite then keeps each value as it
    // is.
    return {
        QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_change ("
                       "id INTEGER PRIMARY KEY, uid TEXT NOT NULL UNIQUE, at TEXT NOT NULL, "
                       "person TEXT NOT NULL, screen TEXT NOT NULL, action TEXT NOT NULL, "
                       "note TEXT NOT NULL, undoes INTEGER, records INTEGER NOT NULL, "
                       "tables TEXT NOT NULL, op TEXT NOT NULL, account TEXT)"),
        QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_name (id INTEGER PRIMARY KEY, "
                       "name TEXT NOT NULL UNIQUE)"),
        QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_entry ("
                       "change_id INTEGER NOT NULL, seq INTEGER NOT NULL CHECK (seq >= 0), "
                       "part INTEGER NOT NULL CHECK (part >= 0), table_id INTEGER NOT NULL, "
                       "record_key TEXT NOT NULL, op INTEGER NOT NULL CHECK (op BETWEEN 1 AND 4), "
                       "hidden_row INTEGER, column_id INTEGER NOT NULL, old_value, new_value, "
                       "PRIMARY KEY (change_id, seq, part)) WITHOUT ROWID"),
        QStringLiteral("CREATE INDEX IF NOT EXISTS gravin_entry_by_key "
                       "ON gravin_entry (record_key) WHERE part = 0"),
        QStringLiteral("CREATE INDEX IF NOT EXISTS gravin_entry_moved "
                       "ON gravin_entry (change_id, seq) WHERE part = 0 AND op = 4"),
        QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_seal (change_id INTEGER PRIMARY KEY, "
                       "content TEXT NOT NULL, position INTEGER UNIQUE, chain TEXT, "
                       "records TEXT)"),
        QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_log (version BIGINT NOT NULL)"),
    };
}

Status SqliteDialect::scanIntegers(QSqlDatabase& database, const QString& sql,
                                   const std::function<bool(qint64)>& take) const {
    sqlite3* handle = sqliteOf(database);
    SqliteStatement statement = prepared(handle, sql);
    int code = statement ? SQLITE_ROW : sqlite3_errcode(handle);
    bool onlyIntegers = true;
    while (code == SQLITE_ROW && (code = sqlite3_step(statement.get())) == SQLITE_ROW) {
        onlyIntegers = sqlite3_column_type(statement.get(), 0) == SQLITE_INTEGER;
        if (!onlyIntegers || !take(sqlite3_column_int64(statement.get(), 0)))
            break;
    }
    if (code != SQLITE_DONE && code != SQLITE_ROW)
        return engineError(database, code);
    if (!onlyIntegers)
        return Error{ErrorKind::NotFound, coreTr("A key of this table is not a whole number.")};
    return ok();
}

Result<std::vector<ColumnSpan>> SqliteDialect::spans(QSqlDatabase& database,
                                                     const Table& table) const {
    QStringList names;
    std::vector<StoredSpan> stored;
    for (const Column& column : table.columns) {
        names += quoted(column.name);
        const bool isNumber = column.type.kind == TypeKind::Integer ||
                              column.type.kind == TypeKind::Decimal ||
                              column.type.kind == TypeKind::Double;
        stored.push_back({!hasExtremes(column.type) ? StoredSpan::Order::None
                          : isNumber                ? StoredSpan::Order::Number
                                                    : StoredSpan::Order::Text});
    }
    sqlite3* handle = sqliteOf(database);
    const SqliteStatement statement = prepared(
        handle,
        QStringLiteral("SELECT %1 FROM %2").arg(names.join(QStringLiteral(", ")), rowsOf(table)));
    const int code = statement ? readSpans(statement.get(), stored) : sqlite3_errcode(handle);
    if (code != SQLITE_DONE)
        return engineError(database, code);
    std::vector<ColumnSpan> spans;
    for (size_t i = 0; i < stored.size(); ++i) {
        const ColumnType& type = table.columns[static_cast<qsizetype>(i)].type;
        spans.push_back(
            {stored[i].filled, decode(stored[i].smallest, type), decode(stored[i].largest, type)});
    }
    return spans;
}

Result<QList<AnswerColumn>> SqliteDialect::describe(QSqlDatabase& database,
                                                    const QString& select) const {
    sqlite3* handle = sqliteOf(database);
    const auto prepare = [&](const QString& sql) -> Result<SqliteStatement> {
        sqlite3_stmt* prepared = nullptr;
        const QByteArray text = sql.toUtf8();
        const char* rest = nullptr;
        const int code = sqlite3_prepare_v2(handle, text.constData(), static_cast<int>(text.size()),
                                            &prepared, &rest);
        SqliteStatement owner(prepared, sqlite3_finalize);
        if (code != SQLITE_OK)
            return engineError(database, code);
        if (*rest != '\0')
            return Error{ErrorKind::Usage,
                         coreTr("This is more than one statement. Write one SELECT.")};
        return owner;
    };
    // In brackets it has to be a SELECT; without them its columns have the names they are given.
    if (auto source = prepare(QStringLiteral("SELECT * FROM ") + asSource(select)); !source)
        return source.error();
    auto prepared = prepare(select);
    if (!prepared)
        return prepared.error();
    sqlite3_stmt* statement = prepared->get();
    QList<AnswerColumn> columns;
    for (int i = 0; i < sqlite3_column_count(statement); ++i) {
        AnswerColumn answer;
        answer.column.name = QString::fromUtf8(sqlite3_column_name(statement, i));
        answer.column.declaredType = QString::fromUtf8(sqlite3_column_decltype(statement, i));
        answer.column.type = sqliteType(answer.column.declaredType);
        answer.relation = QString::fromUtf8(sqlite3_column_table_name(statement, i));
        answer.origin = QString::fromUtf8(sqlite3_column_origin_name(statement, i));
        columns += answer;
    }
    return columns;
}

QString SqliteDialect::addColumnStatement(const Table& table, const QString& name,
                                          const QString& type, const QString& reference) const {
    return QStringLiteral("ALTER TABLE %1 ADD COLUMN %2 %3 %4")
        .arg(quoted(table), quoted(name), type, reference)
        .trimmed();
}

qint64 SqliteDialect::foreignCommits(QSqlDatabase& database) const {
    QSqlQuery query(database);
    query.setForwardOnly(true);
    if (!query.exec(QStringLiteral("PRAGMA data_version")) || !query.next())
        return 0;
    return query.value(0).toLongLong();
}

Error SqliteDialect::errorOf(const QSqlError& error) const {
    const QString detail = error.databaseText();
    switch (error.nativeErrorCode().toInt() & 0xff) {
    case SQLITE_BUSY:
    case SQLITE_LOCKED:
        return {ErrorKind::Busy,
                coreTr("The database is locked by another program. Nothing was written; try again "
                       "in a moment."),
                detail};
    case SQLITE_READONLY:
        return {ErrorKind::ReadOnly, coreTr("%1 is read only for you.").arg(m_path), detail};
    case SQLITE_PERM:
    case SQLITE_AUTH:
    case SQLITE_CANTOPEN:
        return {ErrorKind::Unavailable, coreTr("%1 cannot be opened.").arg(m_path), detail};
    case SQLITE_FULL:
        return {ErrorKind::Full,
                coreTr("There is no space left for %1. Nothing was written.").arg(m_path), detail};
    case SQLITE_NOTADB:
        return {ErrorKind::Damaged, coreTr("%1 is not an SQLite database.").arg(m_path), detail};
    case SQLITE_CORRUPT:
        return {ErrorKind::Damaged, coreTr("%1 is damaged.").arg(m_path), detail};
    case SQLITE_INTERRUPT:
        return {ErrorKind::Cancelled, coreTr("Stopped on request."), detail};
    case SQLITE_TOOBIG:
        return {ErrorKind::Refused, coreTr("A value is too long for the database."), detail};
    case SQLITE_CONSTRAINT:
        return {ErrorKind::Refused, coreTr("A rule of the database forbids this."), detail};
    case SQLITE_IOERR:
        return {ErrorKind::Unavailable, coreTr("%1 could not be read or written.").arg(m_path),
                detail};
    default:
        return {ErrorKind::Database, coreTr("The database answered with an error."), detail};
    }
}

ConstraintFailure SqliteDialect::constraintFailure(const Error& error) const {
    const QString& engineMessage = error.detail;
    ConstraintFailure failure;
    const qsizetype colon = engineMessage.indexOf(u": ");
    const QString what = engineMessage.left(colon);
    if (what.startsWith(u"UNIQUE"))
        failure.kind = ConstraintFailure::Kind::Unique;
    else if (what.startsWith(u"NOT NULL"))
        failure.kind = ConstraintFailure::Kind::NotNull;
    else if (what.startsWith(u"FOREIGN KEY"))
        failure.kind = ConstraintFailure::Kind::Reference;
    else if (what.startsWith(u"CHECK"))
        failure.kind = ConstraintFailure::Kind::Check;
    const bool namesColumns = failure.kind == ConstraintFailure::Kind::Unique ||
                              failure.kind == ConstraintFailure::Kind::NotNull;
    if (!namesColumns || colon < 0)
        return failure;
    // "aid.code, aid.sector_id": names stand there unquoted, so the table's length is what the
    // first point gives.
    for (const QString& place : engineMessage.mid(colon + 2).split(QStringLiteral(", "))) {
        const qsizetype point = place.indexOf(u'.');
        failure.table = place.left(point);
        failure.columns += place.mid(point + 1);
    }
    return failure;
}

} // namespace gravin
