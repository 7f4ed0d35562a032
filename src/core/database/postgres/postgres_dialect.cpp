// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/postgres/postgres_dialect.h"

#include "core/base/text.h"
#include "core/database/postgres/postgres_native.h"
#include "core/database/secrets.h"

#include <QRegularExpression>

#include <cerrno>

#include <sys/socket.h>

namespace gravin {

namespace {

// Before the name of a person, as a connection's own name.
constexpr QLatin1String PresencePrefix("gravin: ");

// libpq notices the end of a connection only when it reads; the socket knows of it before.
bool isClosed(int socket) {
    char next = 0;
    const auto got = socket < 0 ? 0 : ::recv(socket, &next, 1, MSG_PEEK | MSG_DONTWAIT);
    return got == 0 || (got < 0 && errno != EAGAIN && errno != EWOULDBLOCK && errno != EINTR);
}

// libpq's quoting of one value; Qt turns every semicolon of its options into a blank.
QString optionValue(const QString& value) {
    QString escaped = value;
    escaped.replace(u'\\', QStringLiteral("\\\\")).replace(u'\'', QStringLiteral("\\'"));
    return u'\'' + escaped + u'\'';
}

bool isReal(const Column& column) { return column.baseType == u"real"; }

} // namespace

PostgresDialect::~PostgresDialect() { closing(); }

QString PostgresDialect::connectOptions(bool) const {
    QStringList options{QStringLiteral("connect_timeout=%1").arg(ConnectTimeoutSeconds)};
    switch (spec().tls) {
    case TlsMode::Off:
        options += QStringLiteral("sslmode=disable");
        break;
    case TlsMode::Prefer:
        break; // libpq's own default, which the environment may change
    case TlsMode::Require:
        options += QStringLiteral("sslmode=require");
        break;
    case TlsMode::Verify:
        options += QStringLiteral("sslmode=verify-full");
        break;
    }
    if (!spec().options.contains(QStringLiteral("application_name")))
        options += QStringLiteral("application_name=gravin");
    for (auto option = spec().options.begin(); option != spec().options.end(); ++option)
        options += option.key() + u'=' + optionValue(option.value());
    if (const QString secret = Secrets::keyPasswordOf(spec()); !secret.isNull())
        options += QStringLiteral("sslpassword=") + optionValue(secret);
    return options.join(u';');
}

void PostgresDialect::configure(QSqlDatabase& database, bool) const {
    database.setHostName(spec().host);
    if (spec().port > 0)
        database.setPort(spec().port);
    database.setDatabaseName(spec().database);
    database.setUserName(spec().user);
    database.setPassword(Secrets::passwordOf(spec()));
}

QStringList PostgresDialect::openingStatements(bool readOnly) const {
    QStringList statements{
        QStringLiteral("SET datestyle = 'ISO, YMD'"),
        QStringLiteral("SET timezone = 'UTC'"),
        QStringLiteral("SET intervalstyle = 'postgres'"),
        QStringLiteral("SET extra_float_digits = 1"),
        QStringLiteral("SET bytea_output = 'hex'"),
        QStringLiteral("SET standard_conforming_strings = on"),
        QStringLiteral("SET client_encoding = 'UTF8'"),
        QStringLiteral("SET lock_timeout = '%1s'").arg(LockTimeoutSeconds),
        // Money is read and written as a plain number.
        QStringLiteral("SET lc_monetary = 'C'"),
    };
    // A plan kept since a table was empty would go through all of its rows later, as in the midst
    // of an import; servers before 12 choose by themselves.
    statements += QStringLiteral("SELECT set_config(name, 'force_custom_plan', false) FROM "
                                 "pg_settings WHERE name = 'plan_cache_mode'");
    // A client that was killed must not leave its statement running; servers before 14 cannot tell.
    statements += QStringLiteral("SELECT set_config(name, '2s', false) FROM pg_settings WHERE name "
                                 "= 'client_connection_check_interval'");
    if (spec().timeLimit > 0)
        statements += QStringLiteral("SET statement_timeout = '%1s'").arg(spec().timeLimit);
    if (readOnly)
        statements += QStringLiteral("SET default_transaction_read_only = on");
    // All in one, so that a far server is asked once.
    return {statements.join(QStringLiteral("; "))};
}

Status PostgresDialect::opened(QSqlDatabase& database) {
    PGconn* connection = postgresOf(database);
    const std::lock_guard lock(m_mutex);
    m_connection = connection;
    m_cancel = connection ? PQgetCancel(connection) : nullptr;
    if (!m_cancel)
        return Error{ErrorKind::Unavailable,
                     coreTr("%1 gave no way to stop a statement.").arg(serverNameFirst())};
    return ok();
}

void PostgresDialect::closing() {
    const std::lock_guard lock(m_mutex);
    if (m_cancel)
        PQfreeCancel(static_cast<PGcancel*>(m_cancel));
    m_cancel = nullptr;
    m_connection = nullptr;
}

void PostgresDialect::interrupt() {
    const std::lock_guard lock(m_mutex);
    char why[256];
    // A server that cannot be reached will not run the statement to its end either.
    if (m_cancel)
        (void)PQcancel(static_cast<PGcancel*>(m_cancel), why, sizeof why);
}

Status PostgresDialect::verifyStillThere() const {
    const auto* connection = static_cast<const PGconn*>(m_connection);
    if (connection && PQstatus(connection) == CONNECTION_OK && !isClosed(PQsocket(connection)))
        return ok();
    return Error{ErrorKind::Unavailable,
                 coreTr("The connection to %1 is lost. Nothing was written.").arg(serverName())};
}

Result<ServerFacts> PostgresDialect::facts(QSqlDatabase& database) const {
    ServerFacts facts;
    Status asked =
        each(database, QStringLiteral("SELECT current_setting('server_version'), current_user"),
             [&](const QSqlQuery& row) {
                 // "15.4 (Debian …)": the packager is of no interest.
                 facts.version =
                     QStringLiteral("PostgreSQL ") + row.value(0).toString().section(u' ', 0, 0);
                 facts.account = row.value(1).toString();
             });
    if (!asked)
        return asked.error();
    facts.encrypted = m_connection && PQsslInUse(static_cast<PGconn*>(m_connection)) != 0;
    return facts;
}

QString PostgresDialect::quoted(const QString& name) const {
    QString doubled = name;
    doubled.replace(QStringLiteral("\""), QStringLiteral("\"\""));
    return u'"' + doubled + u'"';
}

QString PostgresDialect::quoted(const Table& table) const {
    return table.schema.isEmpty() ? quoted(table.relation)
                                  : quoted(table.schema) + u'.' + quoted(table.relation);
}

QString PostgresDialect::readable(const Column& column) const {
    const QString name = quoted(column.name);
    switch (column.type.kind) {
    case TypeKind::Boolean:
    case TypeKind::Integer:
    case TypeKind::Double:
    case TypeKind::Binary:
        return name;
    case TypeKind::Decimal:
        if (column.baseType == u"money")
            return name + QStringLiteral("::numeric::text");
        break;
    default:
        break;
    }
    return name + QStringLiteral("::text");
}

QString PostgresDialect::placeholder(const Column& column) const {
    if (column.baseType.isEmpty())
        return QStringLiteral("?");
    if (column.baseType == u"money")
        return QStringLiteral("CAST(CAST(? AS numeric) AS money)");
    return QStringLiteral("CAST(? AS %1)").arg(column.baseType);
}

Value PostgresDialect::decode(const QVariant& stored, const ColumnType& type) const {
    if (stored.isNull())
        return {};
    switch (stored.typeId()) {
    case QMetaType::Bool:
        return Value::boolean(stored.toBool());
    case QMetaType::Int:
    case QMetaType::LongLong:
    case QMetaType::ULongLong: // as Qt's driver gives a bigint that is not negative
        return Value::integer(stored.toLongLong());
    case QMetaType::Double:
        return Value::real(stored.toDouble());
    case QMetaType::QByteArray:
        return Value::binary(stored.toByteArray());
    default:
        break;
    }
    QString text = stored.toString();
    if (type.kind == TypeKind::Instant && text.endsWith(u"+00"))
        text.chop(3);
    return decodeText(text, type);
}

QVariant PostgresDialect::encode(const Value& value, const ColumnType& type) const {
    if (value.kind() == Value::Kind::Boolean)
        return value.asBoolean();
    if (value.kind() == Value::Kind::Instant)
        return isoText(value.asInstant().utc) + QStringLiteral("+00");
    return ServerDialect::encode(value, type);
}

Status PostgresDialect::canHold(const Value& value, const ColumnType&) const {
    if (value.kind() == Value::Kind::Text && value.asText().contains(QChar(u'\0')))
        return Error{ErrorKind::Refused,
                     coreTr("PostgreSQL keeps no text with a null character in it.")};
    return ok();
}

QString PostgresDialect::containsText(const QString& expression) const {
    return QStringLiteral("strpos(lower(CAST(%1 AS text)), lower(CAST(? AS text))) > 0")
        .arg(expression);
}

bool PostgresDialect::isPlainlyExact(const Column& column, const Value& value) const {
    switch (column.type.kind) {
    case TypeKind::Boolean:
    case TypeKind::Integer:
    case TypeKind::Date:
    case TypeKind::Time:
    case TypeKind::Timestamp:
    case TypeKind::Instant:
    case TypeKind::Uuid:
    case TypeKind::Enumeration:
    case TypeKind::Binary:
        return true;
    case TypeKind::Decimal:
        // A fixed scale leaves one form only for each number.
        return column.type.scale >= 0 && value.kind() == Value::Kind::Decimal;
    default:
        return false;
    }
}

SqlFragment PostgresDialect::exactly(const Column& column, const Value& value) const {
    const QString name = quoted(column.name);
    if (value.isNull())
        return {name + QStringLiteral(" IS NULL"), {}};
    const QVariant stored = encode(value, column.type);
    if (isPlainlyExact(column, value))
        return {name + QStringLiteral(" = ") + placeholder(column), {stored}};
    if (column.type.kind == TypeKind::Double) {
        // By bits: −0 is not 0, and NaN is itself.
        const QString bits =
            isReal(column) ? QStringLiteral("float4send") : QStringLiteral("float8send");
        return {QStringLiteral("%1(%2) = %1(%3)").arg(bits, name, placeholder(column)), {stored}};
    }
    return {QStringLiteral("%1 COLLATE \"C\" = CAST(? AS text)").arg(readable(column)), {stored}};
}

QStringList PostgresDialect::changeLogSchema() const {
    return {
        QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_change ("
                       "id bigint GENERATED BY DEFAULT AS IDENTITY PRIMARY KEY, "
                       "uid text NOT NULL UNIQUE, at text NOT NULL, person text NOT NULL, "
                       "screen text NOT NULL, action text NOT NULL, note text NOT NULL, "
                       "undoes bigint, records bigint NOT NULL, tables text NOT NULL, "
                       "op text NOT NULL, account text)"),
        QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_name (id integer GENERATED BY DEFAULT "
                       "AS IDENTITY PRIMARY KEY, name text NOT NULL UNIQUE)"),
        QStringLiteral(
            "CREATE TABLE IF NOT EXISTS gravin_entry ("
            "change_id bigint NOT NULL, seq integer NOT NULL CHECK (seq >= 0), "
            "part smallint NOT NULL CHECK (part >= 0), "
            "op smallint NOT NULL CHECK (op BETWEEN 1 AND 4), table_id integer NOT NULL, "
            "column_id integer NOT NULL, hidden_row bigint, record_key text NOT NULL, "
            "old_value text, new_value text, PRIMARY KEY (change_id, seq, part))"),
        // By hash: a key may be longer than an ordinary index can hold.
        QStringLiteral("CREATE INDEX IF NOT EXISTS gravin_entry_by_key "
                       "ON gravin_entry USING hash (record_key) WHERE part = 0"),
        QStringLiteral("CREATE INDEX IF NOT EXISTS gravin_entry_moved "
                       "ON gravin_entry (change_id, seq) WHERE part = 0 AND op = 4"),
        QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_seal (change_id bigint PRIMARY KEY, "
                       "content text NOT NULL, position bigint UNIQUE, chain text, "
                       "records text)"),
        QStringLiteral("CREATE TABLE IF NOT EXISTS gravin_log (version bigint NOT NULL)"),
    };
}

QString PostgresDialect::changeLogTablesQuery() const {
    return QStringLiteral("SELECT CASE WHEN to_regclass('gravin_log') IS NULL THEN 0 ELSE 8 END "
                          "+ CASE WHEN to_regclass('gravin_seal') IS NULL THEN 0 ELSE 2 END "
                          "+ CASE WHEN to_regclass('gravin_field') IS NULL THEN 0 ELSE 1 END "
                          "+ (SELECT CAST(4 * count(*) AS integer) FROM pg_attribute WHERE "
                          "attrelid = to_regclass('gravin_seal') AND attname = 'records')");
}

// Ends with the transaction.
QString PostgresDialect::enterMakingLog() const {
    return QStringLiteral("SELECT pg_advisory_xact_lock(%1)").arg(SealingLock + 1);
}

SealingStatements PostgresDialect::sealingStatements() const {
    return {QStringLiteral("SET LOCAL synchronous_commit = off"),
            QStringLiteral("SELECT CASE WHEN pg_try_advisory_xact_lock(%1) THEN 1 ELSE 0 END")
                .arg(SealingLock),
            {}};
}

QString PostgresDialect::clockQuery() const {
    return QStringLiteral("SELECT CAST(extract(epoch FROM clock_timestamp()) * 1000000 AS bigint)");
}

// One channel for all logs of a database: what is told says which of them is meant.
QString PostgresDialect::listenStatement() const { return QStringLiteral("LISTEN gravin_change"); }

int PostgresDialect::newsDescriptor(QSqlDatabase& database) const {
    const PGconn* connection = postgresOf(database);
    return connection ? PQsocket(connection) : -1;
}

Result<QStringList> PostgresDialect::news(QSqlDatabase& database) const {
    PGconn* connection = postgresOf(database);
    if (!connection || PQconsumeInput(connection) == 0 || isClosed(PQsocket(connection)))
        return Error{
            ErrorKind::Unavailable,
            coreTr("The connection to %1 is lost. Nothing was written.").arg(serverName())};
    QStringList heard;
    while (PGnotify* each = PQnotifies(connection)) {
        heard += QString::fromUtf8(each->extra);
        PQfreemem(each);
    }
    return heard;
}

// The same words each time, so that the statement is prepared once.
QString PostgresDialect::tellingOf(const QString& change) const {
    return QStringLiteral(" RETURNING pg_notify('gravin_change', "
                          "CAST(CAST(to_regclass('gravin_change') AS oid) AS text) || ' ' || "
                          "CAST(%1 AS text))")
        .arg(change);
}

// Shared advisory locks, which any number may hold; whose they are is told by the name that the
// connection gives itself.
SqlFragment PostgresDialect::enterPlace(qint64 place, const QString& person) const {
    return {QStringLiteral("SELECT CASE WHEN pg_try_advisory_lock_shared(CAST(? AS bigint)) THEN "
                           "set_config('application_name', ?, false) END"),
            {place, PresencePrefix + person}};
}

SqlFragment PostgresDialect::leavePlace(qint64 place) const {
    return {QStringLiteral("SELECT pg_advisory_unlock_shared(CAST(? AS bigint))"), {place}};
}

SqlFragment PostgresDialect::presentAt(qint64 place) const {
    return {QStringLiteral(
                "SELECT CASE WHEN starts_with(a.application_name, ?) "
                "THEN substr(a.application_name, char_length(?) + 1) ELSE a.usename END, "
                "CASE WHEN l.pid = pg_backend_pid() THEN 1 ELSE 0 END "
                "FROM pg_locks l JOIN pg_stat_activity a ON a.pid = l.pid "
                "WHERE l.locktype = 'advisory' AND l.objsubid = 1 AND l.granted AND l.database = "
                "(SELECT oid FROM pg_database WHERE datname = current_database()) "
                "AND (CAST(l.classid AS bigint) << 32 | CAST(l.objid AS bigint)) = "
                "CAST(? AS bigint)"),
            {QString(PresencePrefix), QString(PresencePrefix), place}};
}

Error PostgresDialect::errorOf(const QSqlError& error) const {
    const QString state = error.nativeErrorCode();
    // Qt prepares by a statement of its own, which nobody wrote.
    static const QRegularExpression preparing(QStringLiteral("PREPARE qpsqlpstmt_\\w+ AS "));
    QString detail = error.databaseText().trimmed();
    detail.remove(preparing);
    const QString family = state.left(2);
    if (state == u"57014" && detail.contains(u"timeout"))
        return tookTooLong(detail);
    if (state == u"57014")
        return {ErrorKind::Cancelled, coreTr("Stopped on request."), detail};
    if (state == u"55P03" || state == u"40P01" || state == u"40001")
        return {ErrorKind::Busy,
                coreTr("Another program holds a lock on this. Nothing was written; try again in a "
                       "moment."),
                detail};
    if (family == u"28")
        return wrongPassword(detail);
    if (state == u"3D000")
        return {ErrorKind::Unavailable,
                coreTr("%1 has no database %2.").arg(serverNameFirst(), spec().database), detail};
    if (state == u"42501")
        return noRight(detail);
    if (state == u"25006")
        return {ErrorKind::ReadOnly, coreTr("%1 only lets this be read.").arg(serverNameFirst()),
                detail};
    if (state == u"53300")
        return tooManyConnections(detail);
    if (family == u"53")
        return {
            ErrorKind::Full,
            coreTr("%1 has no space or memory left. Nothing was written.").arg(serverNameFirst()),
            detail};
    if (family == u"08" || family == u"57")
        return unavailable(detail);
    if (family == u"23")
        return {ErrorKind::Refused, coreTr("A rule of the database forbids this."), detail};
    if (family == u"22")
        return {ErrorKind::Refused, coreTr("The database cannot take this value."), detail};
    if (state == u"54000")
        return {ErrorKind::Refused, coreTr("A value is too long for the database."), detail};
    // Raised by a trigger.
    if (state == u"P0001")
        return {ErrorKind::Refused, coreTr("A rule of the database forbids this."), detail};
    if (state.isEmpty() && (error.type() == QSqlError::ConnectionError || !verifyStillThere())) {
        // libpq tells no state for what fails before the session stands.
        if (detail.contains(u"password") || detail.contains(u"authentication"))
            return wrongPassword(detail);
        if (detail.contains(u"too many") || detail.contains(u"remaining connection slots"))
            return tooManyConnections(detail);
        if (detail.contains(u"SSL") || detail.contains(u"certificate"))
            return {ErrorKind::Unavailable,
                    coreTr("A protected connection to %1 could not be made as it was asked for.")
                        .arg(serverName()),
                    detail};
        if (detail.contains(u"does not exist"))
            return {ErrorKind::Unavailable,
                    coreTr("%1 has no database %2.").arg(serverNameFirst(), spec().database),
                    detail};
        return unavailable(detail);
    }
    return {ErrorKind::Database, coreTr("The database answered with an error."), detail};
}

ConstraintFailure PostgresDialect::constraintFailure(const Error& error) const {
    ConstraintFailure failure;
    if (error.code == u"23505")
        failure.kind = ConstraintFailure::Kind::Unique;
    else if (error.code == u"23502")
        failure.kind = ConstraintFailure::Kind::NotNull;
    else if (error.code == u"23503")
        failure.kind = ConstraintFailure::Kind::Reference;
    else if (error.code == u"23514")
        failure.kind = ConstraintFailure::Kind::Check;
    else if (error.code.startsWith(u"22"))
        failure.kind = ConstraintFailure::Kind::Value;
    // Messages follow the server's language; names stand in quotation marks in all of them. Only
    // the first line is the message, the row's values come after it.
    static const QRegularExpression name(QStringLiteral("[\"“„«»](?:\\s?)(.+?)(?:\\s?)[\"”“«»]"));
    QStringList names;
    auto matches = name.globalMatch(error.detail.section(u'\n', 0, 0));
    while (matches.hasNext())
        names += matches.next().captured(1);
    if (failure.kind == ConstraintFailure::Kind::NotNull && !names.isEmpty())
        failure.columns = {names.front()};
    else if (failure.kind == ConstraintFailure::Kind::Unique)
        failure.constraint = names.value(0);
    else if (failure.kind == ConstraintFailure::Kind::Value)
        failure.value = names.isEmpty() ? QString() : names.back();
    else
        failure.constraint = names.value(1); // after the table's name
    return failure;
}

} // namespace gravin
