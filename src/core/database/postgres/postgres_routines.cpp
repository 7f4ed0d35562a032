// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/postgres/postgres_routines.h"

#include "core/base/text.h"
#include "core/database/catalog.h"
#include "core/database/postgres/postgres_dialect.h"

#include <QJsonArray>
#include <QJsonDocument>
#include <QSqlError>

#include <algorithm>
#include <memory>

namespace gravin {

namespace {

// pg_proc's columns, in the order of the question.
enum PgProc {
    SchemaAt,
    NameAt,
    KindAt,
    IsPlainAt,
    VolatilityAt,
    AnswersRowsAt,
    AnswerAt,
    NamesAt,
    ModesAt,
    TypesAt,
    DefaultsAt,
    MayCallAt,
    CommentAt,
    SignatureAt
};

QStringList textsOf(const QString& json) {
    QStringList texts;
    for (const auto& entry : QJsonDocument::fromJson(json.toUtf8()).array())
        texts += entry.toString();
    return texts;
}

void setParameters(Routine& routine, const QSqlQuery& row, const PostgresTypes& types) {
    const QStringList names = textsOf(row.value(NamesAt).toString());
    const QStringList modes = textsOf(row.value(ModesAt).toString());
    const QStringList oids = textsOf(row.value(TypesAt).toString());
    for (qsizetype i = 0; i < oids.size(); ++i) {
        const QString mode = modes.value(i, QStringLiteral("i"));
        if (mode == u"t")
            continue; // a column of what it gives
        Routine::Parameter parameter;
        const auto oid = static_cast<Oid>(oids[i].toULongLong());
        parameter.column.name = names.value(i);
        parameter.column.declaredType = types.spelling(oid);
        types.setType(parameter.column, oid, -1);
        parameter.direction = mode == u"o"   ? Routine::Parameter::Direction::Out
                              : mode == u"b" ? Routine::Parameter::Direction::Both
                                             : Routine::Parameter::Direction::In;
        routine.parameters += parameter;
    }
    int left = row.value(DefaultsAt).toInt(); // those of the last ones that are given
    for (qsizetype i = routine.parameters.size(); i-- > 0 && left > 0;) {
        if (routine.parameters[i].isGiven()) {
            routine.parameters[i].mayBeLeftOut = true;
            --left;
        }
    }
}

Routine routineOf(const QSqlQuery& row, const PostgresTypes& types) {
    Routine routine;
    routine.schema = row.value(SchemaAt).toString();
    routine.routine = row.value(NameAt).toString();
    const bool isPlain = row.value(IsPlainAt).toBool() && !routine.routine.contains(u'.');
    routine.name = isPlain ? routine.routine : routine.schema + u'.' + routine.routine;
    routine.kind =
        row.value(KindAt).toString() == u"p" ? Routine::Kind::Procedure : Routine::Kind::Function;
    // A function that says it is not volatile cannot write: the engine refuses it.
    routine.onlyReads = routine.isFunction() && row.value(VolatilityAt).toString() != u"v";
    routine.answersRows = row.value(AnswersRowsAt).toBool();
    if (routine.isFunction()) {
        const auto oid = static_cast<Oid>(row.value(AnswerAt).toULongLong());
        routine.answer.name = routine.routine;
        if (types.spelling(oid) != u"void") {
            routine.answer.declaredType = types.spelling(oid);
            types.setType(routine.answer, oid, -1);
        }
    }
    setParameters(routine, row, types);
    routine.mayCall = row.value(MayCallAt).toBool();
    routine.comment = row.value(CommentAt).toString();
    return routine;
}

// What is handed over, as texts that the engine reads as the parameters' types.
struct HandedOver {
    QStringList sql;
    std::vector<QByteArray> texts;
    std::vector<bool> isNull;
};

QByteArray textOf(const QVariant& encoded) {
    if (encoded.typeId() == QMetaType::QByteArray)
        return "\\x" + encoded.toByteArray().toHex();
    return encoded.toString().toUtf8();
}

} // namespace

Result<QList<Routine>> postgresRoutines(const PostgresRows& each, const PostgresTypes& types) {
    QList<Routine> routines;
    QStringList signatures;
    Status read =
        each(QStringLiteral(
                 "SELECT n.nspname::text, p.proname::text, p.prokind::text, "
                 "coalesce(n.nspname = current_schema(), false), p.provolatile::text, p.proretset, "
                 "p.prorettype::bigint, to_json(p.proargnames)::text, "
                 "to_json(p.proargmodes::text[])::text, "
                 "to_json(coalesce(p.proallargtypes, p.proargtypes::oid[])::text[])::text, "
                 "p.pronargdefaults, has_function_privilege(p.oid, 'EXECUTE'), "
                 "obj_description(p.oid, 'pg_proc'), oidvectortypes(p.proargtypes) "
                 "FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace "
                 "WHERE p.prokind IN ('f', 'p') AND n.nspname <> 'information_schema' "
                 "AND n.nspname NOT LIKE 'pg\\_%' AND has_schema_privilege(n.oid, 'USAGE') "
                 "AND p.prorettype NOT IN ('trigger'::regtype, 'event_trigger'::regtype, "
                 "'internal'::regtype) AND NOT EXISTS (SELECT FROM pg_depend d WHERE d.classid = "
                 "'pg_proc'::regclass AND d.objid = p.oid AND d.deptype = 'e') "
                 "ORDER BY n.nspname, p.proname, p.oid"),
             [&](const QSqlQuery& row) {
                 if (isOwnTable(row.value(NameAt).toString()))
                     return;
                 routines += routineOf(row, types);
                 signatures += row.value(SignatureAt).toString();
             });
    if (!read)
        return read.error();
    QHash<QString, int> named;
    for (const Routine& routine : std::as_const(routines))
        ++named[routine.name];
    for (qsizetype i = 0; i < routines.size(); ++i) {
        if (named[routines[i].name] > 1)
            routines[i].name += QStringLiteral("(%1)").arg(signatures[i]);
    }
    std::sort(routines.begin(), routines.end(),
              [](const Routine& a, const Routine& b) { return a.name < b.name; });
    return routines;
}

Result<QList<ToldValue>> PostgresDialect::call(QSqlDatabase&, const Routine& routine,
                                               const RoutineValues& values) const {
    auto* connection = static_cast<PGconn*>(m_connection);
    HandedOver over;
    size_t next = 0;
    bool isBehindLeftOut = false;
    for (const Routine::Parameter& parameter : routine.parameters) {
        if (!parameter.isGiven()) {
            // A procedure's place has to be there; a function's comes out as a column.
            if (!routine.isFunction())
                over.sql += QStringLiteral("NULL");
            continue;
        }
        const std::optional<Value>& value = values[next++];
        if (!value) {
            isBehindLeftOut = true;
            continue;
        }
        over.texts.push_back(textOf(encode(*value, parameter.column.type)));
        over.isNull.push_back(value->isNull());
        QString sql = placeholder(parameter.column)
                          .replace(u'?', QStringLiteral("$%1").arg(over.texts.size()));
        if (isBehindLeftOut)
            sql.prepend(quoted(parameter.column.name) + QStringLiteral(" => "));
        over.sql += sql;
    }
    const QString called = QStringLiteral("%1.%2(%3)")
                               .arg(quoted(routine.schema), quoted(routine.routine),
                                    over.sql.join(QStringLiteral(", ")));
    QList<Column> told;
    for (const Routine::Parameter& parameter : routine.parameters) {
        if (parameter.isTold())
            told += parameter.column;
    }
    if (told.isEmpty() && routine.isFunction() && !routine.answer.declaredType.isEmpty())
        told += routine.answer;
    const bool isOne = routine.isFunction() && told.size() == 1 && told[0].name == routine.routine;
    const QString sql = !routine.isFunction()     ? QStringLiteral("CALL ") + called
                        : told.isEmpty() || isOne ? QStringLiteral("SELECT ") + called
                                                  : QStringLiteral("SELECT * FROM ") + called;
    std::vector<const char*> texts;
    for (size_t i = 0; i < over.texts.size(); ++i)
        texts.push_back(over.isNull[i] ? nullptr : over.texts[i].constData());
    const std::unique_ptr<PGresult, void (*)(PGresult*)> result(
        PQexecParams(connection, sql.toUtf8().constData(), static_cast<int>(texts.size()), nullptr,
                     texts.data(), nullptr, nullptr, 0),
        PQclear);
    const ExecStatusType status = PQresultStatus(result.get());
    if (status != PGRES_TUPLES_OK && status != PGRES_COMMAND_OK)
        return errorOf(
            QSqlError({}, QString::fromUtf8(PQerrorMessage(connection)), QSqlError::StatementError,
                      QString::fromLatin1(PQresultErrorField(result.get(), PG_DIAG_SQLSTATE))));
    QList<ToldValue> answers;
    for (qsizetype i = 0; i < told.size() && PQntuples(result.get()) > 0; ++i) {
        const int at = static_cast<int>(i);
        if (at >= PQnfields(result.get()))
            break;
        Value value;
        if (PQgetisnull(result.get(), 0, at) == 0)
            value = valueOfText(QString::fromUtf8(PQgetvalue(result.get(), 0, at)), told[i].type);
        answers += ToldValue{told[i].name, told[i].type, value};
    }
    return answers;
}

// As the engine writes values where nothing asked for another form.
Value PostgresDialect::valueOfText(const QString& text, const ColumnType& type) {
    switch (type.kind) {
    case TypeKind::Boolean:
        return Value::boolean(text == u"t");
    case TypeKind::Integer:
        return Value::integer(text.toLongLong());
    case TypeKind::Binary:
        return Value::binary(QByteArray::fromHex(text.mid(2).toLatin1()));
    case TypeKind::Instant:
        return decodeText(text.endsWith(u"+00") ? text.chopped(3) : text, type);
    default:
        return decodeText(text, type);
    }
}

} // namespace gravin
