// SPDX-License-Identifier: GPL-3.0-or-later
// What MariaDB's errors mean for people, and which field or constraint they are about.
#include "core/base/text.h"
#include "core/database/mariadb/mariadb_dialect.h"

#include <QRegularExpression>
#include <QSqlError>

#include <errmsg.h>
#include <mysqld_error.h>

namespace gravin {

namespace {

// The places between backquotes of a message: `sea`.`aid` gives two.
QStringList backquoted(const QString& message) {
    static const QRegularExpression name(QStringLiteral("`((?:[^`]|``)*)`"));
    QStringList names;
    auto matches = name.globalMatch(message);
    while (matches.hasNext())
        names += matches.next().captured(1).replace(QStringLiteral("``"), QStringLiteral("`"));
    return names;
}

QString quotedIn(const QString& message) {
    static const QRegularExpression name(QStringLiteral("'([^']*)'"));
    return name.match(message).captured(1);
}

QString lastQuotedIn(const QString& message) {
    static const QRegularExpression name(QStringLiteral("'([^']*)'[^']*$"));
    return name.match(message).captured(1);
}

} // namespace

Error MariaDbDialect::errorOf(const QSqlError& error) const {
    const QString detail = error.databaseText();
    switch (error.nativeErrorCode().toInt()) {
    case ER_STATEMENT_TIMEOUT:
        return tookTooLong(detail);
    case ER_QUERY_INTERRUPTED:
        return {ErrorKind::Cancelled, coreTr("Stopped on request."), detail};
    case ER_LOCK_WAIT_TIMEOUT:
    case ER_LOCK_DEADLOCK:
        return {ErrorKind::Busy,
                coreTr("Another program holds a lock on this. Nothing was written; try again in a "
                       "moment."),
                detail};
    case ER_ACCESS_DENIED_ERROR:
    case ER_ACCESS_DENIED_NO_PASSWORD_ERROR:
        return wrongPassword(detail);
    case ER_CON_COUNT_ERROR:
    case ER_TOO_MANY_USER_CONNECTIONS:
    case ER_USER_LIMIT_REACHED:
        return tooManyConnections(detail);
    case ER_BAD_DB_ERROR:
        return {ErrorKind::Unavailable,
                coreTr("%1 has no database %2.").arg(serverNameFirst(), spec().database), detail};
    case ER_DBACCESS_DENIED_ERROR:
        return {ErrorKind::Unavailable,
                coreTr("This account has no right to the database %1.").arg(spec().database),
                detail};
    case ER_TABLEACCESS_DENIED_ERROR:
    case ER_COLUMNACCESS_DENIED_ERROR:
    case ER_SPECIFIC_ACCESS_DENIED_ERROR:
        return noRight(detail);
    case ER_OPTION_PREVENTS_STATEMENT:
    case ER_CANT_EXECUTE_IN_READ_ONLY_TRANSACTION:
        return {ErrorKind::ReadOnly, coreTr("%1 only lets this be read.").arg(serverNameFirst()),
                detail};
    case ER_DISK_FULL:
    case ER_RECORD_FILE_FULL:
        return {ErrorKind::Full,
                coreTr("%1 has no space left. Nothing was written.").arg(serverNameFirst()),
                detail};
    case ER_DUP_ENTRY:
    case ER_BAD_NULL_ERROR:
    case ER_NO_DEFAULT_FOR_FIELD:
    case ER_ROW_IS_REFERENCED:
    case ER_ROW_IS_REFERENCED_2:
    case ER_NO_REFERENCED_ROW:
    case ER_NO_REFERENCED_ROW_2:
    case ER_CONSTRAINT_FAILED:
    case ER_SIGNAL_EXCEPTION:
        return {ErrorKind::Refused, coreTr("A rule of the database forbids this."), detail};
    case ER_DATA_TOO_LONG:
    case ER_WARN_DATA_OUT_OF_RANGE:
    case WARN_DATA_TRUNCATED:
    case ER_TRUNCATED_WRONG_VALUE:
    case ER_TRUNCATED_WRONG_VALUE_FOR_FIELD:
        return {ErrorKind::Refused, coreTr("The database cannot take this value."), detail};
    case ER_NET_PACKET_TOO_LARGE:
    case CR_NET_PACKET_TOO_LARGE:
        return {ErrorKind::Refused,
                coreTr("A value is larger than %1 takes in one piece. Its setting "
                       "max_allowed_packet says how much that is.")
                    .arg(serverName()),
                detail};
    case CR_SSL_CONNECTION_ERROR:
        return {ErrorKind::Unavailable,
                coreTr("A protected connection to %1 could not be made as it was asked for.")
                    .arg(serverName()),
                detail};
    case CR_CONNECTION_ERROR:
    case CR_CONN_HOST_ERROR:
    case CR_UNKNOWN_HOST:
    case CR_SERVER_GONE_ERROR:
    case CR_SERVER_LOST:
    case CR_SERVER_HANDSHAKE_ERR:
    case ER_SERVER_SHUTDOWN:
    case ER_CONNECTION_KILLED:
        return unavailable(detail);
    default:
        return {ErrorKind::Database, coreTr("The database answered with an error."), detail};
    }
}

ConstraintFailure MariaDbDialect::constraintFailure(const Error& error) const {
    ConstraintFailure failure;
    const QStringList names = backquoted(error.detail);
    switch (error.code.toInt()) {
    case ER_DUP_ENTRY: // … for key 'code'
        failure.kind = ConstraintFailure::Kind::Unique;
        failure.constraint = lastQuotedIn(error.detail);
        break;
    case ER_BAD_NULL_ERROR:       // Column 'name' cannot be null
    case ER_NO_DEFAULT_FOR_FIELD: // Field 'name' doesn't have a default value
        failure.kind = ConstraintFailure::Kind::NotNull;
        failure.columns = {quotedIn(error.detail)};
        break;
    case ER_ROW_IS_REFERENCED:
    case ER_ROW_IS_REFERENCED_2:
    case ER_NO_REFERENCED_ROW:
    case ER_NO_REFERENCED_ROW_2: // … (`sea`.`visit`, CONSTRAINT `visit_aid` FOREIGN KEY …
        failure.kind = ConstraintFailure::Kind::Reference;
        failure.constraint = names.value(2);
        break;
    case ER_CONSTRAINT_FAILED: // CONSTRAINT `positive` failed for `sea`.`visit`
        failure.kind = ConstraintFailure::Kind::Check;
        // A check of a column bears its name: `visit.hours`.
        failure.constraint = names.value(0);
        break;
    case ER_DATA_TOO_LONG: // Data too long for column 'name' at row 1
    case ER_WARN_DATA_OUT_OF_RANGE:
    case WARN_DATA_TRUNCATED:
        failure.kind = ConstraintFailure::Kind::Value;
        failure.columns = {lastQuotedIn(error.detail)};
        break;
    case ER_TRUNCATED_WRONG_VALUE:
    case ER_TRUNCATED_WRONG_VALUE_FOR_FIELD: // … for column `sea`.`visit`.`hours` at row 1
        failure.kind = ConstraintFailure::Kind::Value;
        if (names.size() >= 3)
            failure.columns = {names.back()};
        break;
    default:
        break;
    }
    return failure;
}

} // namespace gravin
