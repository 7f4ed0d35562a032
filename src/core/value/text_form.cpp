// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/text_form.h"

#include "core/base/json.h"
#include "core/base/text.h"
#include "core/value/zoned.h"

#include <QRegularExpression>
#include <QUuid>

#include <cmath>

namespace gravin {

namespace {

Error refused(const QString& sentence) { return {ErrorKind::Refused, sentence}; }

QString sizeText(qsizetype bytes) {
    return bytes < 1024 ? counted(bytes, "byte", "bytes")
                        : QLocale().formattedDataSize(bytes, 1, QLocale::DataSizeTraditionalFormat);
}

Result<Value> booleanFromText(const QString& text) {
    static const QStringList yes{QStringLiteral("true"), QStringLiteral("yes"),
                                 QStringLiteral("1")};
    static const QStringList no{QStringLiteral("false"), QStringLiteral("no"), QStringLiteral("0")};
    if (yes.contains(text, Qt::CaseInsensitive))
        return Value::boolean(true);
    if (no.contains(text, Qt::CaseInsensitive))
        return Value::boolean(false);
    return refused(coreTr("“%1” is neither yes nor no.").arg(text));
}

Result<Value> integerFromText(const QString& text) {
    bool ok = false;
    const qint64 number = text.toLongLong(&ok);
    if (ok)
        return Value::integer(number);
    if (Decimal::fromText(text))
        return refused(coreTr("“%1” is not a whole number between −9223372036854775808 and "
                              "9223372036854775807.")
                           .arg(text));
    return refused(coreTr("“%1” is not a number. Type a whole number, for example 42.").arg(text));
}

Result<Value> decimalFromText(const QString& text, const ColumnType& type) {
    auto number = Decimal::fromText(text);
    if (!number)
        return refused(
            coreTr("“%1” is not a number. Type a number, for example 184.50.").arg(text));
    if (type.scale >= 0) {
        auto rescaled = number->rescaled(type.scale);
        if (!rescaled)
            return refused(coreTr("%1 has more than %2 after the point.")
                               .arg(text, counted(type.scale, "digit", "digits")));
        number = rescaled;
    }
    const int scale = std::max(type.scale, 0);
    if (type.precision >= 0 && number->wholeDigits() > type.precision - scale)
        return refused(coreTr("%1 is too large: at most %2 before the point.")
                           .arg(text, counted(type.precision - scale, "digit", "digits")));
    return Value::decimal(*number);
}

Result<Value> doubleFromText(const QString& text) {
    bool ok = false;
    const double number = text.toDouble(&ok);
    if (!ok || !std::isfinite(number))
        return refused(
            coreTr("“%1” is not a number. Type a number, for example 54.0712.").arg(text));
    return Value::real(number);
}

Result<Value> textFromText(const QString& text, const ColumnType& type) {
    // Characters are counted as a person and the engines do: by code point.
    const auto length = text.toUcs4().size();
    if (type.length >= 0 && length > type.length)
        return refused(coreTr("This text has %1 characters; at most %2 fit.")
                           .arg(QLocale().toString(length), QLocale().toString(type.length)));
    return Value::text(notNull(text));
}

Result<Value> dateFromText(const QString& text) {
    if (auto date = dateFromIso(text))
        return Value::date(*date);
    return refused(
        coreTr("“%1” is not a date. Type year-month-day, for example 2026-12-04.").arg(text));
}

// People leave the seconds away.
QString withSeconds(const QString& time) {
    return time.size() == 5 ? time + QStringLiteral(":00") : time;
}

Result<Value> timeFromText(const QString& text) {
    if (auto time = timeFromIso(withSeconds(text)))
        return Value::time(*time);
    return refused(coreTr("“%1” is not a time. Type hours:minutes, for example 07:30.").arg(text));
}

Result<Value> timestampFromText(QString text) {
    if (text.size() > 10 && text[10] == u'T')
        text[10] = u' ';
    if (auto timestamp = timestampFromIso(text.left(11) + withSeconds(text.mid(11))))
        return Value::timestamp(*timestamp);
    return refused(
        coreTr("“%1” is not a date and time. Type for example 2026-12-04 07:30.").arg(text));
}

// The person's clock, with how far it is from UTC: "2026-12-04 08:30:00+01:00".
QString instantText(const Instant& instant) {
    return isoText(onPersonsClock(instant)) + zoneText(minutesFromUtc(instant));
}

Result<Value> instantFromText(const QString& text) {
    static const QRegularExpression zone(QStringLiteral("\\s*(?:Z|([+-])(\\d\\d):?(\\d\\d)?)$"));
    const auto match = zone.match(text, std::min<qsizetype>(text.size(), 11));
    const auto local =
        timestampFromText(match.hasMatch() ? text.left(match.capturedStart()) : text);
    if (!local)
        return refused(coreTr("“%1” is not a moment. Type for example 2026-12-04 07:30, or with a "
                              "zone 2026-12-04 07:30+01:00.")
                           .arg(text));
    if (match.hasMatch()) {
        const int minutes = match.captured(2).toInt() * 60 + match.captured(3).toInt();
        return Value::instant(
            momentAt(local->asTimestamp(), match.captured(1) == u"-" ? -minutes : minutes));
    }
    // Of an hour that the clock shows twice the first; what is written always has its zone.
    const auto moments = momentsOnPersonsClock(local->asTimestamp());
    if (moments.empty())
        return refused(coreTr("“%1” is in the hour that the clock skips on that day.").arg(text));
    return Value::instant(moments.front());
}

Result<Value> uuidFromText(const QString& text) {
    const QUuid uuid = QUuid::fromString(text);
    const QString canonical = uuid.toString(QUuid::WithoutBraces);
    // Of QUuid's other forms none is what people mean by a UUID.
    if (canonical.compare(text, Qt::CaseInsensitive) != 0)
        return refused(coreTr("“%1” is not a UUID. Type for example "
                              "6f1c9a52-3f0e-4d83-9a61-0c5b7e2d4f18.")
                           .arg(text));
    return Value::text(canonical);
}

Result<Value> jsonFromText(const QString& text) {
    if (const auto place = placeOfJsonMistake(text))
        return refused(coreTr("This is not JSON from character %1 on.").arg(*place));
    return Value::text(text);
}

Result<Value> memberFromText(const QString& text, const ColumnType& type) {
    if (type.members.isEmpty() || type.members.contains(text))
        return Value::text(text);
    return refused(
        coreTr("“%1” is none of %2.").arg(text, type.members.join(QStringLiteral(", "))));
}

} // namespace

QString doubleText(double number) {
    // Qt drops the sign of a zero.
    return number == 0 && std::signbit(number)
               ? QStringLiteral("-0")
               : QString::number(number, 'g', QLocale::FloatingPointShortest);
}

QString describe(const ColumnType& type) {
    switch (type.kind) {
    case TypeKind::Any:
        return QStringLiteral("any");
    case TypeKind::Boolean:
        return QStringLiteral("boolean");
    case TypeKind::Integer:
        return QStringLiteral("integer");
    case TypeKind::Decimal:
        if (type.precision < 0)
            return QStringLiteral("decimal");
        return QStringLiteral("decimal(%1,%2)").arg(type.precision).arg(std::max(type.scale, 0));
    case TypeKind::Double:
        return QStringLiteral("double");
    case TypeKind::Text:
        return type.length < 0 ? QStringLiteral("text")
                               : QStringLiteral("text(%1)").arg(type.length);
    case TypeKind::Date:
        return QStringLiteral("date");
    case TypeKind::Time:
        return QStringLiteral("time");
    case TypeKind::Timestamp:
        return QStringLiteral("timestamp");
    case TypeKind::Instant:
        return QStringLiteral("instant");
    case TypeKind::Binary:
        return QStringLiteral("binary");
    case TypeKind::Uuid:
        return QStringLiteral("uuid");
    case TypeKind::Json:
        return QStringLiteral("json");
    case TypeKind::Enumeration:
        return QStringLiteral("one of %1").arg(type.members.join(QStringLiteral(", ")));
    case TypeKind::Foreign:
        return QStringLiteral("foreign");
    }
    return {};
}

QString toText(const Value& value, const ColumnType& type) {
    switch (value.kind()) {
    case Value::Kind::Null:
        return {};
    case Value::Kind::Boolean:
        return value.asBoolean() ? QStringLiteral("yes") : QStringLiteral("no");
    case Value::Kind::Integer:
        return QString::number(value.asInteger());
    case Value::Kind::Decimal: {
        const auto padded =
            value.asDecimal().rescaled(std::max(type.scale, value.asDecimal().scale()));
        return padded->toText();
    }
    case Value::Kind::Double:
        return doubleText(value.asDouble());
    case Value::Kind::Text:
        return value.asText();
    case Value::Kind::Date:
        return isoText(value.asDate());
    case Value::Kind::Time:
        return isoText(value.asTime());
    case Value::Kind::Timestamp:
        return isoText(value.asTimestamp());
    case Value::Kind::Instant:
        return instantText(value.asInstant());
    case Value::Kind::Binary:
        return sizeText(value.asBinary().size());
    }
    return {};
}

Result<Value> fromText(const QString& text, const ColumnType& type) {
    if (type.kind == TypeKind::Text)
        return textFromText(text, type);
    const QString trimmed = text.trimmed();
    if (trimmed.isEmpty())
        return Value::null();
    switch (type.kind) {
    case TypeKind::Boolean:
        return booleanFromText(trimmed);
    case TypeKind::Integer:
        return integerFromText(trimmed);
    case TypeKind::Decimal:
        return decimalFromText(trimmed, type);
    case TypeKind::Double:
        return doubleFromText(trimmed);
    case TypeKind::Date:
        return dateFromText(trimmed);
    case TypeKind::Time:
        return timeFromText(trimmed);
    case TypeKind::Timestamp:
        return timestampFromText(trimmed);
    case TypeKind::Binary:
        return refused(coreTr("Pictures and other binary values cannot be typed."));
    case TypeKind::Instant:
        return instantFromText(trimmed);
    case TypeKind::Uuid:
        return uuidFromText(trimmed);
    case TypeKind::Json:
        return jsonFromText(trimmed);
    case TypeKind::Enumeration:
        return memberFromText(trimmed, type);
    case TypeKind::Foreign:
    case TypeKind::Any:
    case TypeKind::Text:
        break;
    }
    return Value::text(text);
}

bool conforms(const Value& value, const ColumnType& type) {
    if (value.isNull())
        return true;
    switch (type.kind) {
    case TypeKind::Any:
    case TypeKind::Foreign:
        return true;
    case TypeKind::Boolean:
        return value.kind() == Value::Kind::Boolean;
    case TypeKind::Integer:
        return value.kind() == Value::Kind::Integer;
    case TypeKind::Decimal:
        return value.kind() == Value::Kind::Decimal;
    case TypeKind::Double:
        return value.kind() == Value::Kind::Double;
    case TypeKind::Text:
    case TypeKind::Uuid:
    case TypeKind::Json:
        return value.kind() == Value::Kind::Text;
    case TypeKind::Enumeration:
        return value.kind() == Value::Kind::Text && type.members.contains(value.asText());
    case TypeKind::Date:
        return value.kind() == Value::Kind::Date;
    case TypeKind::Time:
        return value.kind() == Value::Kind::Time;
    case TypeKind::Timestamp:
        return value.kind() == Value::Kind::Timestamp;
    case TypeKind::Instant:
        return value.kind() == Value::Kind::Instant;
    case TypeKind::Binary:
        return value.kind() == Value::Kind::Binary;
    }
    return false;
}

bool isTypeable(const ColumnType& type) {
    return type.kind != TypeKind::Binary && type.kind != TypeKind::Foreign;
}

QString keyText(const Key& key, const std::vector<ColumnType>& types) {
    QStringList parts;
    for (size_t i = 0; i < key.size(); ++i)
        parts += toText(key[i], i < types.size() ? types[i] : ColumnType{});
    // A key of one column needs no escapes: it is taken whole.
    return parts.size() == 1 ? parts.front() : joinEscaped(parts);
}

Result<Key> keyFromText(const QString& text, const std::vector<ColumnType>& types) {
    const QStringList parts = types.size() == 1 ? QStringList{text} : splitEscaped(text);
    if (static_cast<size_t>(parts.size()) != types.size())
        return Error{ErrorKind::Usage, coreTr("The key “%1” has %2; this table's key has %3.")
                                           .arg(text, counted(parts.size(), "part", "parts"),
                                                QString::number(types.size()))};
    std::vector<Value> values;
    for (size_t i = 0; i < types.size(); ++i) {
        auto value = fromText(parts[static_cast<qsizetype>(i)], types[i]);
        // SQLite keeps text in columns of any type, keys too: what is no number may still name a
        // record.
        values.push_back(value ? *value : Value::text(parts[static_cast<qsizetype>(i)]));
    }
    return Key(std::move(values));
}

} // namespace gravin
