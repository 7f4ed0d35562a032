// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/server_dialect.h"

#include "core/base/text.h"
#include "core/value/text_form.h"

namespace gravin {

namespace {

// Servers drop or pad trailing zeros of a fraction; here it is six digits or none.
QString withMicroseconds(QString text) {
    const qsizetype point = text.lastIndexOf(u'.');
    if (point < 0)
        return text;
    QString fraction = text.mid(point + 1);
    while (fraction.size() < 6)
        fraction += u'0';
    text.truncate(point);
    return fraction == u"000000" ? text : text + u'.' + fraction;
}

} // namespace

QVariant ServerDialect::encode(const Value& value, const ColumnType&) const {
    switch (value.kind()) {
    case Value::Kind::Null:
        return {};
    case Value::Kind::Boolean:
        return QVariant::fromValue<qint64>(value.asBoolean() ? 1 : 0);
    case Value::Kind::Integer:
        return value.asInteger();
    case Value::Kind::Decimal:
        return value.asDecimal().toText();
    case Value::Kind::Double:
        return doubleText(value.asDouble());
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

QVariant ServerDialect::encodeForLog(const Value& value, const ColumnType&) const {
    return value.encoded();
}

Value ServerDialect::decodeFromLog(const QVariant& stored, const ColumnType&) const {
    const QString text = stored.toString();
    return Value::decoded(text).value_or(Value::text(text));
}

Value ServerDialect::decodeText(const QString& text, const ColumnType& type) {
    switch (type.kind) {
    case TypeKind::Decimal:
        if (auto decimal = Decimal::fromText(text))
            return Value::decimal(*decimal);
        break;
    case TypeKind::Double: {
        bool ok = false;
        const double number = text.toDouble(&ok);
        if (ok)
            return Value::real(number);
        break;
    }
    case TypeKind::Date:
        if (auto date = dateFromIso(text))
            return Value::date(*date);
        break;
    case TypeKind::Time:
        if (auto time = timeFromIso(withMicroseconds(text)))
            return Value::time(*time);
        break;
    case TypeKind::Timestamp:
        if (auto timestamp = timestampFromIso(withMicroseconds(text)))
            return Value::timestamp(*timestamp);
        break;
    case TypeKind::Instant:
        if (auto utc = timestampFromIso(withMicroseconds(text)))
            return Value::instant({*utc});
        break;
    default:
        break;
    }
    return Value::text(notNull(text));
}

Status ServerDialect::scanIntegers(QSqlDatabase& database, const QString& sql,
                                   const std::function<bool(qint64)>& take) const {
    QSqlQuery query(database);
    query.setForwardOnly(true);
    if (!query.exec(sql))
        return errorOf(query.lastError());
    while (query.next()) {
        bool isNumber = false;
        const qint64 number = query.value(0).toLongLong(&isNumber);
        if (!isNumber)
            return Error{ErrorKind::NotFound, coreTr("A key of this table is not a whole number.")};
        if (!take(number))
            return ok();
    }
    if (query.lastError().isValid())
        return errorOf(query.lastError());
    return ok();
}

Result<std::vector<ColumnSpan>> ServerDialect::spans(QSqlDatabase& database,
                                                     const Table& table) const {
    // The extremes are found within, and brought into the form that loses nothing outside.
    QStringList inner;
    QStringList outer;
    for (qsizetype i = 0; i < table.columns.size(); ++i) {
        const Column& column = table.columns[i];
        const QString name = quoted(column.name);
        const QString count = QStringLiteral("filled%1").arg(i);
        inner += (column.type.kind == TypeKind::Text ? QStringLiteral("count(NULLIF(%1, '')) AS %2")
                                                     : QStringLiteral("count(%1) AS %2"))
                     .arg(name, count);
        outer += count;
        if (!hasExtremes(column.type))
            continue;
        for (const char* extreme : {"min", "max"}) {
            Column told = column;
            told.name = QStringLiteral("%1%2").arg(QLatin1String(extreme)).arg(i);
            inner +=
                QStringLiteral("%1(%2) AS %3").arg(QLatin1String(extreme), name, quoted(told.name));
            outer += readable(told);
        }
    }
    std::vector<ColumnSpan> spans(static_cast<size_t>(table.columns.size()));
    const Status read = each(
        database,
        QStringLiteral("SELECT %1 FROM (SELECT %2 FROM %3) AS gravin_pass")
            .arg(outer.join(QStringLiteral(", ")), inner.join(QStringLiteral(", ")), rowsOf(table)),
        [&](const QSqlQuery& row) {
            int place = 0;
            for (size_t i = 0; i < spans.size(); ++i) {
                const ColumnType& type = table.columns[static_cast<qsizetype>(i)].type;
                spans[i].filled = row.value(place++).toLongLong();
                if (!hasExtremes(type))
                    continue;
                spans[i].smallest = decode(row.value(place++), type);
                spans[i].largest = decode(row.value(place++), type);
            }
        });
    if (!read)
        return read.error();
    return spans;
}

QString ServerDialect::lockingClause(const Table& table) const {
    // The engines ask for the right to update before they lock.
    return table.rights.update && !table.isWrittenIndirectly() ? QStringLiteral(" FOR UPDATE")
                                                               : QString();
}

QString ServerDialect::serverName() const {
    const QString engine = engineName(m_spec.engine);
    return m_spec.host.isEmpty() ? coreTr("the %1 server").arg(engine)
                                 : coreTr("the %1 server on %2").arg(engine, m_spec.host);
}

QString ServerDialect::serverNameFirst() const {
    QString name = serverName();
    name[0] = name[0].toUpper();
    return name;
}

Status ServerDialect::each(QSqlDatabase& database, const QString& sql,
                           const std::function<void(const QSqlQuery&)>& take) const {
    QSqlQuery query(database);
    query.setForwardOnly(true);
    if (!query.exec(sql))
        return errorOf(query.lastError());
    while (query.next())
        take(query);
    if (query.lastError().isValid())
        return errorOf(query.lastError());
    return ok();
}

Error ServerDialect::unavailable(const QString& detail) const {
    return {ErrorKind::Unavailable,
            coreTr("There is no answer from %1. Is it running, and are host and port right?")
                .arg(serverName()),
            detail};
}

Error ServerDialect::tooManyConnections(const QString& detail) const {
    return {ErrorKind::Unavailable,
            coreTr("%1 takes no more connections now. Gravin goes on as soon as one is free; who "
                   "keeps the server can allow more.")
                .arg(serverNameFirst()),
            detail};
}

Error ServerDialect::wrongPassword(const QString& detail) const {
    return {
        ErrorKind::AccessDenied,
        coreTr("%1 does not let %2 in: the name or the password is not right.")
            .arg(serverNameFirst(), m_spec.user.isEmpty() ? coreTr("this account") : m_spec.user),
        detail};
}

Error ServerDialect::tookTooLong(const QString& detail) const {
    return {
        ErrorKind::Cancelled,
        coreTr("This took longer than the %1 that the connection allows a statement. Nothing was "
               "changed.")
            .arg(counted(m_spec.timeLimit, "second", "seconds")),
        detail};
}

Error ServerDialect::noRight(const QString& detail) const {
    return {ErrorKind::ReadOnly, coreTr("This account has no right to do that."), detail};
}

} // namespace gravin
