// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/mariadb/mariadb_dialect.h"

#include "core/base/text.h"
#include "core/database/mariadb/mariadb_greeting.h"
#include "core/database/secrets.h"

#include <QRegularExpression>
#include <QSqlDriver>

#include <errmsg.h>
#include <mysql.h>
#include <mysqld_error.h>

namespace gravin {

namespace {

// Digits that MariaDB's widest decimal has in all, and behind the point.
constexpr int MaximumDigits = 65;
constexpr int MaximumScale = 38;
constexpr int InterruptTimeoutSeconds = 3;
constexpr int MostPresent = 8; // people who are told to be at one place

QString presenceLock(qint64 place, int holder) {
    return QStringLiteral("gravin-%1-%2").arg(static_cast<quint64>(place), 0, 16).arg(holder);
}

MYSQL* mysqlOf(const QSqlDatabase& database) {
    const QVariant handle = database.driver()->handle();
    // The type goes by the name of its structure or by the library's name for it.
    const QByteArray type = handle.typeName();
    if (type != "MYSQL*" && type != "st_mysql*")
        return nullptr;
    return *static_cast<MYSQL* const*>(handle.constData());
}

bool hasCollation(const Column& column) {
    switch (column.type.kind) {
    case TypeKind::Text:
    case TypeKind::Json:
    case TypeKind::Enumeration:
        return true;
    default:
        return column.baseType == u"set";
    }
}

// How the library's reader of options takes a value that may hold anything; see isWritable().
QString written(const QString& value) { return value.contains(u'}') ? value : u'{' + value + u'}'; }

// Within braces anything may stand but a closing one; without, what does not mean something else.
bool isWritable(const QString& value) {
    static const QRegularExpression meaning(QStringLiteral("[{;= ]"));
    return !value.contains(u'}') || !value.contains(meaning);
}

bool isLocal(const ConnectionSpec& spec) {
    return spec.host.isEmpty() || spec.host == u"localhost" ||
           spec.options.contains(QStringLiteral("socket"));
}

} // namespace

Status MariaDbDialect::verifyReachable() const {
    // The client library takes a host with one for a list of options.
    if (spec().host.contains(u';'))
        return Error{ErrorKind::Usage, coreTr("“%1” is no name of a host.").arg(spec().host)};
    if (!isConnectedByOptions())
        return ok();
    // The library's own reader of options knows no way to write some texts.
    for (const QString& value : connectionOptions()) {
        if (!isWritable(value))
            return Error{ErrorKind::Usage,
                         coreTr("Where a connection is protected, no part of the address, name or "
                                "password may hold a closing brace beside a semicolon, a blank, an "
                                "equals sign or another brace.")};
    }
    return spec().tls == TlsMode::Require ? verifyEncryptionIsOffered() : ok();
}

// Before a byte of the secret is sent: the library would send it to a server without encryption
// too.
Status MariaDbDialect::verifyEncryptionIsOffered() const {
    const QString socket = spec().options.value(QStringLiteral("socket"));
    const QString local =
        spec().host.isEmpty() || spec().host == u"localhost"
            ? (socket.isEmpty() ? QStringLiteral("/run/mysqld/mysqld.sock") : socket)
            : QString();
    const auto greeting = greetingOf(spec().host, spec().port, local, ConnectTimeoutSeconds);
    if (!greeting)
        return unavailable({});
    if (greeting->offersEncryption)
        return ok();
    return Error{ErrorKind::Unavailable,
                 coreTr("A protected connection to %1 could not be made: it offers no encryption. "
                        "Neither name nor password was sent.")
                     .arg(serverName())};
}

QMap<QString, QString> MariaDbDialect::connectionOptions() const {
    QMap<QString, QString> options{
        {QStringLiteral("host"), spec().host.isEmpty() ? QStringLiteral("localhost") : spec().host},
        {QStringLiteral("user"), spec().user},
        {QStringLiteral("password"), password()},
        {QStringLiteral("database"), spec().database},
        {spec().tls == TlsMode::Verify ? QStringLiteral("ssl-verify-server-cert")
                                       : QStringLiteral("ssl-enforce"),
         QStringLiteral("1")},
        {QStringLiteral("ssl-ca"), spec().options.value(QStringLiteral("ca"))},
        {QStringLiteral("socket"), spec().options.value(QStringLiteral("socket"))},
    };
    if (spec().port > 0)
        options.insert(QStringLiteral("port"), QString::number(spec().port));
    options.removeIf([](const auto& option) { return option.value().isEmpty(); });
    return options;
}

QString MariaDbDialect::password() const {
    const QString known = Secrets::passwordOf(spec());
    return known.isNull() ? qEnvironmentVariable("MYSQL_PWD") : known;
}

QString MariaDbDialect::connectOptions(bool) const {
    QString options = QStringLiteral("CLIENT_FOUND_ROWS=1;MYSQL_OPT_CONNECT_TIMEOUT=%1")
                          .arg(ConnectTimeoutSeconds);
    const QString socket = spec().options.value(QStringLiteral("socket"));
    if (!socket.isEmpty() && !isConnectedByOptions())
        options += QStringLiteral(";UNIX_SOCKET=") + socket;
    return options;
}

// Whether the library is told everything in one text. Qt's driver has no other way to have it
// encrypt.
bool MariaDbDialect::isConnectedByOptions() const {
    switch (spec().tls) {
    case TlsMode::Off:
        return false;
    case TlsMode::Prefer: {
        // What does not leave the machine needs no cover.
        const auto options = connectionOptions();
        return !isLocal(spec()) &&
               std::all_of(options.begin(), options.end(),
                           [](const QString& value) { return isWritable(value); });
    }
    case TlsMode::Require:
    case TlsMode::Verify:
        break;
    }
    return true;
}

void MariaDbDialect::configure(QSqlDatabase& database, bool) const {
    if (isConnectedByOptions()) {
        QString all;
        const auto options = connectionOptions();
        for (auto option = options.begin(); option != options.end(); ++option)
            all += option.key() + u'=' + written(option.value()) + u';';
        database.setHostName(all);
        return;
    }
    // An empty host means this machine's socket.
    database.setHostName(spec().host.isEmpty() ? QStringLiteral("localhost") : spec().host);
    if (spec().port > 0)
        database.setPort(spec().port);
    database.setDatabaseName(spec().database);
    database.setUserName(spec().user);
    database.setPassword(password());
}

QStringList MariaDbDialect::openingStatements(bool readOnly) const {
    QStringList statements{
        QStringLiteral("SET NAMES utf8mb4 COLLATE utf8mb4_bin"),
        // Strict: nothing is cut or rounded in silence. The two last let what is stored be
        // restored: a key of 0, a date that no calendar has.
        QStringLiteral("SET SESSION sql_mode = 'STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION,"
                       "NO_AUTO_VALUE_ON_ZERO,ALLOW_INVALID_DATES'"),
        QStringLiteral("SET SESSION time_zone = '+00:00'"),
        QStringLiteral("SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED"),
        QStringLiteral("SET SESSION innodb_lock_wait_timeout = %1, lock_wait_timeout = %1")
            .arg(LockTimeoutSeconds),
    };
    if (spec().timeLimit > 0)
        statements += QStringLiteral("SET SESSION max_statement_time = %1").arg(spec().timeLimit);
    if (readOnly)
        statements += QStringLiteral("SET SESSION TRANSACTION READ ONLY");
    return statements;
}

Status MariaDbDialect::opened(QSqlDatabase& database) {
    MYSQL* connection = mysqlOf(database);
    const std::lock_guard lock(m_mutex);
    // The library goes on without encryption where the server has none.
    const bool mustBeEncrypted = spec().tls == TlsMode::Require || spec().tls == TlsMode::Verify;
    if (connection && mustBeEncrypted && !mysql_get_ssl_cipher(connection))
        return Error{
            ErrorKind::Unavailable,
            coreTr("A protected connection to %1 could not be made: it offers no encryption.")
                .arg(serverName())};
    m_connection = connection;
    m_connectionId = connection ? mysql_thread_id(connection) : 0;
    if (m_connectionId == 0)
        return Error{ErrorKind::Unavailable,
                     coreTr("%1 gave no way to stop a statement.").arg(serverNameFirst())};
    return ok();
}

void MariaDbDialect::closing() {
    const std::lock_guard lock(m_mutex);
    m_connectionId = 0;
    m_connection = nullptr;
}

void MariaDbDialect::interrupt() {
    const std::lock_guard lock(m_mutex);
    if (m_connectionId == 0)
        return;
    // The engine is told through a second connection. When that cannot be made, the statement runs
    // to its end and its answer is ignored.
    if (spec().tls == TlsMode::Require && !verifyEncryptionIsOffered())
        return;
    MYSQL* second = mysql_init(nullptr);
    if (!second)
        return;
    const unsigned int timeout = InterruptTimeoutSeconds;
    mysql_options(second, MYSQL_OPT_CONNECT_TIMEOUT, &timeout);
    const QByteArray host = spec().host.isEmpty() ? QByteArray("localhost") : spec().host.toUtf8();
    const QByteArray socket = spec().options.value(QStringLiteral("socket")).toUtf8();
    unsigned long flags = spec().tls == TlsMode::Require ? CLIENT_SSL : 0;
    if (spec().tls == TlsMode::Verify) {
        flags = CLIENT_SSL | CLIENT_SSL_VERIFY_SERVER_CERT;
        const QByteArray ca = spec().options.value(QStringLiteral("ca")).toUtf8();
        if (!ca.isEmpty())
            mysql_ssl_set(second, nullptr, nullptr, ca.constData(), nullptr, nullptr);
    }
    if (mysql_real_connect(second, host.constData(), spec().user.toUtf8().constData(),
                           password().toUtf8().constData(), nullptr,
                           static_cast<unsigned int>(spec().port),
                           socket.isEmpty() ? nullptr : socket.constData(), flags)) {
        const QByteArray kill = "KILL QUERY " + QByteArray::number(m_connectionId);
        (void)mysql_query(second, kill.constData());
    }
    mysql_close(second);
}

Status MariaDbDialect::verifyStillThere() const {
    return ok(); // the next statement tells
}

Result<ServerFacts> MariaDbDialect::facts(QSqlDatabase& database) const {
    ServerFacts facts;
    Status asked = each(database,
                        QStringLiteral("SELECT VERSION(), CURRENT_USER(), (SELECT VARIABLE_VALUE "
                                       "FROM information_schema.SESSION_STATUS WHERE "
                                       "VARIABLE_NAME = 'Ssl_cipher')"),
                        [&](const QSqlQuery& row) {
                            // "10.11.4-MariaDB-1~deb12u1"
                            facts.version = QStringLiteral("MariaDB ") +
                                            row.value(0).toString().section(u'-', 0, 0);
                            facts.account = row.value(1).toString();
                            facts.encrypted = !row.value(2).toString().isEmpty();
                        });
    if (!asked)
        return asked.error();
    return facts;
}

QString MariaDbDialect::quoted(const QString& name) const {
    QString doubled = name;
    doubled.replace(QStringLiteral("`"), QStringLiteral("``"));
    return u'`' + doubled + u'`';
}

QString MariaDbDialect::quoted(const Table& table) const { return quoted(table.relation); }

QString MariaDbDialect::readable(const Column& column) const {
    const QString name = quoted(column.name);
    switch (column.type.kind) {
    case TypeKind::Boolean:
    case TypeKind::Integer:
        // A bit field would arrive as bytes.
        return column.baseType == u"bit" ? QStringLiteral("CAST(%1 AS UNSIGNED)").arg(name) : name;
    case TypeKind::Binary:
        // For a geometry as such, Qt's driver would set aside four gigabytes.
        return column.baseType == u"geometry" ? QStringLiteral("CAST(%1 AS BINARY)").arg(name)
                                              : name;
    case TypeKind::Text:
    case TypeKind::Json:
    case TypeKind::Enumeration:
        return name;
    case TypeKind::Decimal:
        if (column.baseType == u"bit")
            return QStringLiteral("CAST(CAST(%1 AS UNSIGNED) AS CHAR)").arg(name);
        break;
    case TypeKind::Double:
        // Widened first: the text of a FLOAT itself has six digits only.
        return QStringLiteral("CAST(CAST(%1 AS DOUBLE) AS CHAR)").arg(name);
    default:
        break;
    }
    return QStringLiteral("CAST(%1 AS CHAR)").arg(name);
}

QString MariaDbDialect::placeholder(const Column& column) const {
    // Bytes that look like digits would be taken for the bits themselves.
    return column.baseType == u"bit" ? QStringLiteral("CAST(? AS UNSIGNED)") : QStringLiteral("?");
}

Value MariaDbDialect::decode(const QVariant& stored, const ColumnType& type) const {
    if (stored.isNull())
        return {};
    if (type.kind == TypeKind::Binary)
        return Value::binary(stored.toByteArray());
    if (type.kind == TypeKind::Boolean || type.kind == TypeKind::Integer) {
        bool ok = false;
        const qint64 number = stored.toLongLong(&ok);
        if (ok && type.kind == TypeKind::Boolean && (number == 0 || number == 1))
            return Value::boolean(number == 1);
        if (ok)
            return Value::integer(number);
    }
    if (stored.typeId() == QMetaType::QByteArray && type.kind == TypeKind::Any)
        return Value::binary(stored.toByteArray());
    return decodeText(stored.toString(), type);
}

Status MariaDbDialect::canHold(const Value& value, const ColumnType& type) const {
    const auto refused = [](const QString& sentence) {
        return Error{ErrorKind::Refused, sentence};
    };
    if (value.kind() == Value::Kind::Double && type.kind == TypeKind::Double &&
        !std::isfinite(value.asDouble()))
        return refused(coreTr("MariaDB keeps neither infinity nor what is not a number."));
    return ok();
}

QString MariaDbDialect::containsText(const QString& expression) const {
    return QStringLiteral("LOCATE(LOWER(CONVERT(? USING utf8mb4)), "
                          "LOWER(CONVERT(%1 USING utf8mb4))) > 0")
        .arg(expression);
}

bool MariaDbDialect::isPlainlyExact(const Column& column, const Value&) const {
    switch (column.type.kind) {
    case TypeKind::Boolean:
    case TypeKind::Integer:
        return true;
    case TypeKind::Binary:
        return column.baseType != u"geometry";
    default:
        return false;
    }
}

SqlFragment MariaDbDialect::exactly(const Column& column, const Value& value) const {
    const QString name = quoted(column.name);
    if (value.isNull())
        return {name + QStringLiteral(" IS NULL"), {}};
    const QVariant stored = encode(value, column.type);
    if (isPlainlyExact(column, value))
        return {name + QStringLiteral(" = ") + placeholder(column), {stored}};
    if (hasCollation(column) || value.kind() == Value::Kind::Text) {
        // Collations find 'Abc ' equal to 'abc'; bytes of one character set do not.
        return {QStringLiteral("CAST(CONVERT(%1 USING utf8mb4) AS BINARY) = "
                               "CAST(CONVERT(? USING utf8mb4) AS BINARY)")
                    .arg(hasCollation(column) ? name : readable(column)),
                {stored}};
    }
    switch (value.kind()) {
    case Value::Kind::Decimal:
        // A number and a text would be compared as doubles.
        return {QStringLiteral("%1 = CAST(? AS DECIMAL(%2,%3))")
                    .arg(column.baseType == u"bit" ? readable(column) : name)
                    .arg(MaximumDigits)
                    .arg(std::min(value.asDecimal().scale(), MaximumScale)),
                {stored}};
    case Value::Kind::Double:
        // As texts, which tell −0 from 0.
        return {readable(column) + QStringLiteral(" = CAST(CAST(? AS DOUBLE) AS CHAR)"), {stored}};
    case Value::Kind::Date:
        return {name + QStringLiteral(" = CAST(? AS DATE)"), {stored}};
    case Value::Kind::Time:
        return {name + QStringLiteral(" = CAST(? AS TIME(6))"), {stored}};
    case Value::Kind::Timestamp:
    case Value::Kind::Instant:
        return {name + QStringLiteral(" = CAST(? AS DATETIME(6))"), {stored}};
    default:
        return {readable(column) + QStringLiteral(" = ?"), {stored}};
    }
}

QStringList MariaDbDialect::changeLogSchema() const {
    const QString options =
        QStringLiteral(" ENGINE = InnoDB DEFAULT CHARSET = utf8mb4 COLLATE = utf8mb4_bin");
    return {
        QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_change ("
                       "id BIGINT AUTO_INCREMENT PRIMARY KEY, uid CHAR(36) NOT NULL UNIQUE, "
                       "at VARCHAR(40) NOT NULL, person VARCHAR(190) NOT NULL, "
                       "screen LONGTEXT NOT NULL, action VARCHAR(190) NOT NULL, "
                       "note LONGTEXT NOT NULL, undoes BIGINT, records BIGINT NOT NULL, "
                       "tables LONGTEXT NOT NULL, op VARCHAR(10) NOT NULL, "
                       "account VARCHAR(190))") +
            options,
        // Ends of names count, so they are not padded.
        QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_name (id INTEGER AUTO_INCREMENT PRIMARY "
                       "KEY, name VARCHAR(190) COLLATE utf8mb4_nopad_bin NOT NULL UNIQUE)") +
            options,
        QStringLiteral(
            "CREATE TABLE IF NOT EXISTS gravin_entry ("
            "change_id BIGINT NOT NULL, seq INTEGER NOT NULL CHECK (seq >= 0), "
            "part SMALLINT NOT NULL CHECK (part >= 0), table_id INTEGER NOT NULL, "
            "record_key LONGTEXT NOT NULL, op TINYINT NOT NULL CHECK (op BETWEEN 1 AND 4), "
            "hidden_row BIGINT, column_id INTEGER NOT NULL, old_value LONGTEXT, "
            "new_value LONGTEXT, PRIMARY KEY (change_id, seq, part), "
            "KEY gravin_entry_by_key (record_key (60)), "
            "KEY gravin_entry_moved (op))") +
            options,
        QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_seal (change_id BIGINT PRIMARY KEY, "
                       "content CHAR(64) NOT NULL, position BIGINT UNIQUE, chain CHAR(64), "
                       "records CHAR(64))") +
            options,
        QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_log (version BIGINT NOT NULL)") + options,
    };
}

QString MariaDbDialect::changeLogTablesQuery() const {
    return QStringLiteral(
        "SELECT CAST(coalesce(sum(CASE TABLE_NAME WHEN 'gravin_log' THEN 8 WHEN 'gravin_field' "
        "THEN 1 ELSE 2 END), 0) + (SELECT 4 * count(*) FROM information_schema.COLUMNS WHERE "
        "TABLE_SCHEMA = DATABASE() AND TABLE_NAME = 'gravin_seal' AND COLUMN_NAME = 'records') AS "
        "SIGNED) FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE() AND TABLE_NAME IN "
        "('gravin_log', 'gravin_field', 'gravin_seal')");
}

QString MariaDbDialect::indexable(const Column& column) const {
    // Without a length in its type, or with a long one.
    const bool isLong = column.type.kind == TypeKind::Text || column.type.kind == TypeKind::Binary;
    return isLong && (column.type.length <= 0 || column.type.length > 190)
               ? quoted(column.name) + QStringLiteral("(190)")
               : quoted(column.name);
}

QString MariaDbDialect::updateJoined(const QString& target, const QString& rows, const QString& on,
                                     const QString& set) const {
    return QStringLiteral("UPDATE %1 JOIN %2 ON %3 SET %4").arg(target, rows, on, set);
}

QString MariaDbDialect::enterMakingLog() const {
    return QStringLiteral("SELECT GET_LOCK(concat('gravin-log-', left(sha1(DATABASE()), 20)), %1)")
        .arg(LockTimeoutSeconds);
}

QString MariaDbDialect::leaveMakingLog() const {
    return QStringLiteral("SELECT RELEASE_LOCK(concat('gravin-log-', left(sha1(DATABASE()), 20)))");
}

QString MariaDbDialect::clockQuery() const {
    return QStringLiteral("SELECT CAST(UNIX_TIMESTAMP(SYSDATE(6)) * 1000000 AS SIGNED)");
}

SealingStatements MariaDbDialect::sealingStatements() const {
    const QString lock = QStringLiteral("(concat('gravin-seal-', left(sha1(DATABASE()), 20))");
    return {{},
            QStringLiteral("SELECT GET_LOCK%1, 0)").arg(lock),
            QStringLiteral("SELECT RELEASE_LOCK%1)").arg(lock)};
}

// A named lock has one holder, so that each place has a few. More people than that at one record
// are not told of.
SqlFragment MariaDbDialect::enterPlace(qint64 place, const QString&) const {
    SqlFragment entering{QStringLiteral("SELECT CASE"), {}};
    for (int holder = 0; holder < MostPresent; ++holder) {
        entering.sql += QStringLiteral(" WHEN GET_LOCK(?, 0) = 1 THEN 1");
        entering.values += presenceLock(place, holder);
    }
    entering.sql += QStringLiteral(" ELSE 0 END");
    return entering;
}

SqlFragment MariaDbDialect::leavePlace(qint64 place) const {
    SqlFragment leaving{QStringLiteral("SELECT "), {}};
    for (int holder = 0; holder < MostPresent; ++holder) {
        leaving.sql +=
            holder > 0 ? QStringLiteral(", RELEASE_LOCK(?)") : QStringLiteral("RELEASE_LOCK(?)");
        leaving.values += presenceLock(place, holder);
    }
    return leaving;
}

SqlFragment MariaDbDialect::presentAt(qint64 place) const {
    QStringList holders;
    SqlFragment present;
    for (int holder = 0; holder < MostPresent; ++holder) {
        holders += QStringLiteral("SELECT IS_USED_LOCK(?) AS holder");
        present.values += presenceLock(place, holder);
    }
    present.sql =
        QStringLiteral("SELECT COALESCE(p.user, ''), h.holder = CONNECTION_ID() FROM (%1) h "
                       "LEFT JOIN information_schema.processlist p ON p.id = h.holder "
                       "WHERE h.holder IS NOT NULL")
            .arg(holders.join(QStringLiteral(" UNION ALL ")));
    return present;
}

} // namespace gravin
