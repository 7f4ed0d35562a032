// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/mariadb/mariadb_routines.h"

#include "core/database/catalog.h"
#include "core/database/literal.h"
#include "core/database/mariadb/mariadb_catalog_types.h"
#include "core/database/mariadb/mariadb_dialect.h"

#include <QSqlError>

#include <mysql.h>

#include <memory>

namespace gravin {

namespace {

// The connection's variable that stands for a parameter, or, with -1, for what a function gives.
QString variableFor(qsizetype parameter) {
    return QStringLiteral("@gravin_told_%1").arg(parameter + 1);
}

} // namespace

Result<QList<Routine>> mariadbRoutines(const MariaDbRows& each) {
    QList<Routine> routines;
    QHash<QString, qsizetype> at; // by its specific name
    Status read = each(QStringLiteral("SELECT SPECIFIC_NAME, ROUTINE_NAME, ROUTINE_TYPE, "
                                      "ROUTINE_COMMENT FROM information_schema.ROUTINES WHERE "
                                      "ROUTINE_SCHEMA = DATABASE() AND ROUTINE_TYPE IN "
                                      "('PROCEDURE', 'FUNCTION') ORDER BY ROUTINE_NAME, "
                                      "ROUTINE_TYPE"),
                       [&](const QSqlQuery& row) {
                           Routine routine;
                           routine.name = routine.routine = row.value(1).toString();
                           if (isOwnTable(routine.routine))
                               return;
                           if (row.value(2).toString() == u"FUNCTION")
                               routine.kind = Routine::Kind::Function;
                           routine.comment = row.value(3).toString();
                           // A procedure and a function may have one name.
                           if (!routines.isEmpty() && routines.back().routine == routine.routine)
                               routine.name += QStringLiteral("(…)");
                           at.insert(row.value(2).toString() + u' ' + row.value(0).toString(),
                                     routines.size());
                           routines += routine;
                       });
    if (!read)
        return read.error();
    read = each(
        QStringLiteral("SELECT SPECIFIC_NAME, ROUTINE_TYPE, ORDINAL_POSITION, PARAMETER_MODE, "
                       "PARAMETER_NAME, DATA_TYPE, DTD_IDENTIFIER, CHARACTER_MAXIMUM_LENGTH, "
                       "NUMERIC_PRECISION, NUMERIC_SCALE FROM information_schema.PARAMETERS WHERE "
                       "SPECIFIC_SCHEMA = DATABASE() ORDER BY SPECIFIC_NAME, ROUTINE_TYPE, "
                       "ORDINAL_POSITION"),
        [&](const QSqlQuery& row) {
            const auto found =
                at.constFind(row.value(1).toString() + u' ' + row.value(0).toString());
            if (found == at.constEnd())
                return;
            Routine& routine = routines[*found];
            const auto number = [&](int index) {
                return row.value(index).isNull() ? -1 : row.value(index).toInt();
            };
            Column column;
            column.baseType = row.value(5).toString().toLower();
            column.declaredType = row.value(6).toString();
            column.type = mariadbTypeOf(
                {column.baseType, column.declaredType.toLower(), number(7), number(8), number(9)});
            if (row.value(2).toInt() == 0) {
                column.name = routine.routine;
                routine.answer = column;
                return;
            }
            column.name = row.value(4).toString();
            const QString mode = row.value(3).toString();
            routine.parameters +=
                Routine::Parameter{column, mode == u"OUT"     ? Routine::Parameter::Direction::Out
                                           : mode == u"INOUT" ? Routine::Parameter::Direction::Both
                                                              : Routine::Parameter::Direction::In};
        });
    if (!read)
        return read.error();
    return routines;
}

// By variables of the connection: a prepared CALL answers in a protocol of its own, which Qt's
// driver does not speak.
Result<QList<ToldValue>> MariaDbDialect::call(QSqlDatabase& database, const Routine& routine,
                                              const RoutineValues& values) const {
    auto* connection = static_cast<MYSQL*>(m_connection);
    // What it gives beside what it tells is read and thrown away.
    const auto run = [&](const QString& sql) -> Status {
        const QByteArray text = sql.toUtf8();
        bool failed = mysql_real_query(connection, text.constData(),
                                       static_cast<unsigned long>(text.size())) != 0;
        while (!failed) {
            const std::unique_ptr<MYSQL_RES, void (*)(MYSQL_RES*)> rows(
                mysql_use_result(connection), mysql_free_result);
            while (rows && mysql_fetch_row(rows.get())) {
            }
            const int next = mysql_errno(connection) != 0 ? 1 : mysql_next_result(connection);
            if (next < 0)
                return ok();
            failed = next > 0;
        }
        return errorOf(QSqlError({}, QString::fromUtf8(mysql_error(connection)),
                                 QSqlError::StatementError,
                                 QString::number(mysql_errno(connection))));
    };
    QStringList handed;
    QList<std::pair<Column, QString>> told;
    size_t next = 0;
    for (qsizetype i = 0; i < routine.parameters.size(); ++i) {
        const Routine::Parameter& parameter = routine.parameters[i];
        QString literal = QStringLiteral("NULL");
        if (parameter.isGiven()) {
            const std::optional<Value>& value = values[next++];
            auto written =
                literalOf(value.value_or(Value()), parameter.column.type, Engine::MariaDb);
            if (!written)
                return written.error();
            literal = *written;
        }
        if (!parameter.isTold()) {
            handed += literal;
            continue;
        }
        if (Status set = run(QStringLiteral("SET %1 = %2").arg(variableFor(i), literal)); !set)
            return set.error();
        handed += variableFor(i);
        told += {parameter.column, variableFor(i)};
    }
    const QString called =
        QStringLiteral("%1(%2)").arg(quoted(routine.routine), handed.join(QStringLiteral(", ")));
    if (routine.isFunction())
        told += {routine.answer, variableFor(-1)};
    const Status done =
        run(routine.isFunction() ? QStringLiteral("SET %1 = %2").arg(variableFor(-1), called)
                                 : QStringLiteral("CALL ") + called);
    if (!done)
        return done.error();
    QList<ToldValue> answers;
    for (const auto& [column, variable] : std::as_const(told)) {
        const bool isBinary = column.type.kind == TypeKind::Binary;
        QSqlQuery query(database);
        query.setForwardOnly(true);
        if (!query.exec(
                QStringLiteral("SELECT CAST(%1 AS %2)")
                    .arg(variable, isBinary ? QStringLiteral("BINARY") : QStringLiteral("CHAR"))) ||
            !query.next())
            return errorOf(query.lastError());
        answers += ToldValue{column.name, column.type, decode(query.value(0), column.type)};
    }
    return answers;
}

} // namespace gravin
