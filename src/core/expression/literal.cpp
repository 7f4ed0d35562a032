// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/literal.h"

#include "core/value/text_form.h"

#include <QRegularExpression>
#include <QSet>

#include <cmath>

namespace gravin {

namespace {

QString quoted(const QString& text, QChar quote) {
    QString inside = text;
    inside.replace(quote, QString(2, quote));
    return quote + inside + quote;
}

} // namespace

QString literalText(const Value& value) {
    switch (value.kind()) {
    case Value::Kind::Null:
        return QStringLiteral("NULL");
    case Value::Kind::Boolean:
        return value.asBoolean() ? QStringLiteral("TRUE") : QStringLiteral("FALSE");
    case Value::Kind::Integer:
        // The smallest number has no positive counterpart that could be negated.
        return value.asInteger() == std::numeric_limits<qint64>::min()
                   ? QStringLiteral("(-9223372036854775807 - 1)")
                   : QString::number(value.asInteger());
    case Value::Kind::Decimal: {
        const QString digits = value.asDecimal().toText();
        return digits.contains(u'.') ? digits : digits + QStringLiteral(".");
    }
    case Value::Kind::Double:
        if (!std::isfinite(value.asDouble()))
            return {};
        return QString::number(value.asDouble(), 'e', 16);
    case Value::Kind::Text:
        return quoted(value.asText(), u'\'');
    case Value::Kind::Date:
        return QStringLiteral("DATE ") + quoted(isoText(value.asDate()), u'\'');
    case Value::Kind::Time:
        return QStringLiteral("TIME ") + quoted(isoText(value.asTime()), u'\'');
    case Value::Kind::Timestamp:
        return QStringLiteral("TIMESTAMP ") + quoted(isoText(value.asTimestamp()), u'\'');
    case Value::Kind::Instant:
        return QStringLiteral("TIMESTAMP ") +
               quoted(isoText(value.asInstant().utc) + QStringLiteral("+00:00"), u'\'');
    case Value::Kind::Binary:
        return {};
    }
    return {};
}

QString nameText(const QString& column) {
    static const QRegularExpression plain(QStringLiteral("\\A[A-Za-z_][A-Za-z0-9_]*\\z"));
    static const QSet<QString> words{QStringLiteral("AND"),
                                     QStringLiteral("AS"),
                                     QStringLiteral("BETWEEN"),
                                     QStringLiteral("CASE"),
                                     QStringLiteral("DISTINCT"),
                                     QStringLiteral("ELSE"),
                                     QStringLiteral("END"),
                                     QStringLiteral("ESCAPE"),
                                     QStringLiteral("FALSE"),
                                     QStringLiteral("FOR"),
                                     QStringLiteral("FROM"),
                                     QStringLiteral("IN"),
                                     QStringLiteral("IS"),
                                     QStringLiteral("LIKE"),
                                     QStringLiteral("NOT"),
                                     QStringLiteral("NULL"),
                                     QStringLiteral("OR"),
                                     QStringLiteral("THEN"),
                                     QStringLiteral("TRUE"),
                                     QStringLiteral("UNKNOWN"),
                                     QStringLiteral("WHEN"),
                                     QStringLiteral("LIKE_REGEX"),
                                     QStringLiteral("DATE"),
                                     QStringLiteral("TIME"),
                                     QStringLiteral("INTERVAL"),
                                     QStringLiteral("TIMESTAMP"),
                                     QStringLiteral("LEADING"),
                                     QStringLiteral("TRAILING"),
                                     QStringLiteral("BOTH"),
                                     QStringLiteral("CURRENT_DATE"),
                                     QStringLiteral("LOCALTIMESTAMP"),
                                     QStringLiteral("CURRENT_TIMESTAMP")};
    const bool stands = plain.match(column).hasMatch() && !words.contains(column.toUpper());
    return stands ? column : quoted(column, u'"');
}

} // namespace gravin
