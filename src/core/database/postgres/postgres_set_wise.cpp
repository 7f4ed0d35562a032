// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/postgres/postgres_set_wise.h"

#include "core/database/postgres/postgres_native.h"

#include <memory>

namespace gravin {

namespace {

// Rows go out in pieces of about this many bytes.
constexpr qsizetype CopyPiece = 64 * 1024;

using Answer = std::unique_ptr<PGresult, void (*)(PGresult*)>;

QSqlError errorFrom(PGconn* connection, const PGresult* answer) {
    const char* state = answer ? PQresultErrorField(answer, PG_DIAG_SQLSTATE) : nullptr;
    const char* words = answer ? PQresultErrorMessage(answer) : PQerrorMessage(connection);
    return {{}, QString::fromUtf8(words), QSqlError::StatementError, QString::fromLatin1(state)};
}

// The text format of COPY: a tab between values, \N for NULL.
void appendValue(QByteArray& line, const QVariant& value) {
    switch (value.typeId()) {
    case QMetaType::UnknownType:
    case QMetaType::Nullptr:
        line += "\\N";
        return;
    case QMetaType::Bool:
        line += value.toBool() ? 't' : 'f';
        return;
    case QMetaType::QByteArray:
        line += "\\\\x" + value.toByteArray().toHex();
        return;
    default:
        break;
    }
    for (const char byte : value.toString().toUtf8()) {
        switch (byte) {
        case '\\':
            line += "\\\\";
            break;
        case '\t':
            line += "\\t";
            break;
        case '\n':
            line += "\\n";
            break;
        case '\r':
            line += "\\r";
            break;
        default:
            line += byte;
        }
    }
}

bool isSend(PGconn* connection, const QByteArray& piece) {
    return PQputCopyData(connection, piece.constData(), static_cast<int>(piece.size())) == 1;
}

bool isPlain(const Column& column) {
    switch (column.type.kind) {
    case TypeKind::Boolean:
    case TypeKind::Integer:
        return true;
    default:
        return false;
    }
}

} // namespace

QString PostgresSetWise::temporaryTable(const QString& name, const QString& select) const {
    return QStringLiteral("CREATE TEMPORARY TABLE %1 ON COMMIT DROP AS %2").arg(name, select);
}

// Without it the planner takes the table for one of a usual size.
QString PostgresSetWise::filled(const QString& table) const {
    return QStringLiteral("ANALYZE ") + table;
}

QSqlError PostgresSetWise::appendRows(QSqlDatabase& database, const QString& table,
                                      const QStringList& columns,
                                      const std::vector<QVariantList>& rows) const {
    PGconn* connection = postgresOf(database);
    const QByteArray statement =
        QStringLiteral("COPY %1 (%2) FROM STDIN").arg(table, columns.join(u',')).toUtf8();
    Answer begun(PQexec(connection, statement.constData()), PQclear);
    if (PQresultStatus(begun.get()) != PGRES_COPY_IN)
        return errorFrom(connection, begun.get());
    bool isSent = true;
    QByteArray piece;
    for (const QVariantList& row : rows) {
        for (qsizetype i = 0; i < row.size(); ++i) {
            if (i > 0)
                piece += '\t';
            appendValue(piece, row[i]);
        }
        piece += '\n';
        if (piece.size() >= CopyPiece && isSent) {
            isSent = isSend(connection, piece);
            piece.clear();
        }
    }
    if (isSent && !piece.isEmpty())
        isSent = isSend(connection, piece);
    PQputCopyEnd(connection, isSent ? nullptr : "not all could be sent");
    QSqlError error;
    while (const Answer answer{PQgetResult(connection), PQclear}) {
        if (PQresultStatus(answer.get()) != PGRES_COMMAND_OK)
            error = errorFrom(connection, answer.get());
    }
    if (!isSent && error.type() == QSqlError::NoError)
        error = errorFrom(connection, nullptr);
    return error;
}

// Row by row, so that an answer of any size takes no memory. All of it is fetched, also where
// nobody wants more of it: nothing else may be asked before.
QSqlError PostgresSetWise::readRows(QSqlDatabase& database, const QString& sql,
                                    const TakeStored& take) const {
    PGconn* connection = postgresOf(database);
    // Of an answer that nobody read to its end.
    while (PGresult* rest = PQgetResult(connection))
        PQclear(rest);
    if (PQsendQuery(connection, sql.toUtf8().constData()) != 1)
        return errorFrom(connection, nullptr);
    PQsetSingleRowMode(connection);
    QSqlError error;
    bool isWanted = true;
    std::vector<StoredValue> row;
    while (const Answer answer{PQgetResult(connection), PQclear}) {
        const ExecStatusType status = PQresultStatus(answer.get());
        if (status != PGRES_SINGLE_TUPLE && status != PGRES_TUPLES_OK) {
            error = errorFrom(connection, answer.get());
            continue;
        }
        if (status == PGRES_TUPLES_OK || !isWanted)
            continue; // the end, or what is not wanted any more
        row.assign(static_cast<size_t>(PQnfields(answer.get())), {});
        for (size_t i = 0; i < row.size(); ++i) {
            const int column = static_cast<int>(i);
            if (PQgetisnull(answer.get(), 0, column) != 0)
                continue;
            row[i].kind = StoredValue::Kind::Text;
            row[i].bytes = {PQgetvalue(answer.get(), 0, column),
                            PQgetlength(answer.get(), 0, column)};
        }
        isWanted = take(row);
    }
    return error;
}

std::optional<QString> PostgresSetWise::logForm(const Column& column, const QString& sql) const {
    const auto kept = [](const QString& form) {
        return QStringLiteral("COALESCE(%1, 'n')").arg(form);
    };
    switch (column.type.kind) {
    case TypeKind::Boolean:
        return kept(QStringLiteral("CASE WHEN %1 THEN 'b1' WHEN NOT %1 THEN 'b0' END").arg(sql));
    case TypeKind::Integer:
        return kept(QStringLiteral("'i' || CAST(%1 AS text)").arg(sql));
    case TypeKind::Decimal:
        // What is not a number is kept as a text.
        if (column.type.scale < 0 || column.baseType == u"money")
            return std::nullopt;
        return kept(QStringLiteral("CASE WHEN %1 = 'NaN' THEN 't' ELSE 'd' END || "
                                   "CAST(%1 AS text)")
                        .arg(sql));
    case TypeKind::Text:
    case TypeKind::Uuid:
    case TypeKind::Enumeration:
        return kept(QStringLiteral("'t' || CAST(%1 AS text)").arg(sql));
    default:
        return std::nullopt;
    }
}

QString PostgresSetWise::same(const Column& column, const QString& a, const QString& b) const {
    return isPlain(column) ? QStringLiteral("(%1 IS NOT DISTINCT FROM %2)").arg(a, b)
                           : QStringLiteral("(CAST(%1 AS text) COLLATE \"C\" IS NOT DISTINCT FROM "
                                            "CAST(%2 AS text))")
                                 .arg(a, b);
}

QString PostgresSetWise::fingerprint(const QStringList& expressions) const {
    return QStringLiteral("hashtextextended(CAST(ROW(%1) AS text), 0)")
        .arg(expressions.join(QStringLiteral(", ")));
}

SqlFragment PostgresSetWise::countOfBystanders(const Table& table) const {
    const auto quoted = [](QString name) {
        return u'"' + name.replace(QStringLiteral("\""), QStringLiteral("\"\"")) + u'"';
    };
    const QString name = table.schema.isEmpty()
                             ? quoted(table.relation)
                             : quoted(table.schema) + u'.' + quoted(table.relation);
    // The triggers by which the server keeps references are its own. Parts of a table may have some
    // that the whole does not have.
    return {QStringLiteral("SELECT (SELECT count(*) FROM pg_trigger WHERE NOT tgisinternal AND "
                           "tgrelid = CAST(? AS regclass)) + (SELECT count(*) FROM pg_rewrite "
                           "WHERE ev_class = CAST(? AS regclass)) + (SELECT count(*) FROM "
                           "pg_inherits WHERE inhparent = CAST(? AS regclass))"),
            {name, name, name}};
}

} // namespace gravin
