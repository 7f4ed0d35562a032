// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/value.h"

#include <algorithm>
#include <cstring>

namespace gravin {

namespace {

std::optional<int> digits(QStringView text, qsizetype at, qsizetype count) {
    if (at + count > text.size())
        return std::nullopt;
    int number = 0;
    for (const QChar c : text.mid(at, count)) {
        if (c < u'0' || c > u'9')
            return std::nullopt;
        number = number * 10 + (c.unicode() - u'0');
    }
    return number;
}

quint64 bitsOf(double number) {
    quint64 bits = 0;
    std::memcpy(&bits, &number, sizeof bits);
    return bits;
}

std::optional<Value> orNothing(auto&& optional, auto make) {
    if (!optional)
        return std::nullopt;
    return make(*optional);
}

} // namespace

QString isoText(QDate date) {
    return QStringLiteral("%1-%2-%3")
        .arg(date.year(), 4, 10, QLatin1Char('0'))
        .arg(date.month(), 2, 10, QLatin1Char('0'))
        .arg(date.day(), 2, 10, QLatin1Char('0'));
}

QString isoText(TimeOfDay time) {
    const qint64 seconds = time.microseconds / TimeOfDay::PerSecond;
    const qint64 fraction = time.microseconds % TimeOfDay::PerSecond;
    QString text = QStringLiteral("%1:%2:%3")
                       .arg(seconds / 3600, 2, 10, QLatin1Char('0'))
                       .arg(seconds / 60 % 60, 2, 10, QLatin1Char('0'))
                       .arg(seconds % 60, 2, 10, QLatin1Char('0'));
    if (fraction != 0)
        text += QStringLiteral(".%1").arg(fraction, 6, 10, QLatin1Char('0'));
    return text;
}

QString isoText(const Timestamp& timestamp) {
    return isoText(timestamp.date) + u' ' + isoText(timestamp.time);
}

std::optional<QDate> dateFromIso(QStringView text) {
    if (text.size() != 10 || text[4] != u'-' || text[7] != u'-')
        return std::nullopt;
    const auto year = digits(text, 0, 4);
    const auto month = digits(text, 5, 2);
    const auto day = digits(text, 8, 2);
    if (!year || !month || !day || *year < 1 || !QDate::isValid(*year, *month, *day))
        return std::nullopt;
    return QDate(*year, *month, *day);
}

std::optional<TimeOfDay> timeFromIso(QStringView text) {
    if ((text.size() != 8 && text.size() != 15) || text[2] != u':' || text[5] != u':')
        return std::nullopt;
    const auto hour = digits(text, 0, 2);
    const auto minute = digits(text, 3, 2);
    const auto second = digits(text, 6, 2);
    std::optional<int> fraction = 0;
    if (text.size() == 15)
        fraction = text[8] == u'.' ? digits(text, 9, 6) : std::nullopt;
    if (!hour || !minute || !second || !fraction || *hour > 23 || *minute > 59 || *second > 59)
        return std::nullopt;
    const TimeOfDay time{(*hour * 3600LL + *minute * 60LL + *second) * TimeOfDay::PerSecond +
                         *fraction};
    // "…:00.000000" would be written back without its fraction.
    if (isoText(time) != text)
        return std::nullopt;
    return time;
}

std::optional<Timestamp> timestampFromIso(QStringView text) {
    if (text.size() < 19 || text[10] != u' ')
        return std::nullopt;
    const auto date = dateFromIso(text.left(10));
    const auto time = timeFromIso(text.mid(11));
    if (!date || !time)
        return std::nullopt;
    return Timestamp{*date, *time};
}

QString Value::encoded() const {
    switch (kind()) {
    case Kind::Null:
        return QStringLiteral("n");
    case Kind::Boolean:
        return asBoolean() ? QStringLiteral("b1") : QStringLiteral("b0");
    case Kind::Integer:
        return u'i' + QString::number(asInteger());
    case Kind::Decimal:
        return u'd' + asDecimal().toText();
    case Kind::Double:
        return u'f' + QString::number(bitsOf(asDouble()), 16);
    case Kind::Text:
        return u't' + asText();
    case Kind::Date:
        return u'D' + isoText(asDate());
    case Kind::Time:
        return u'T' + isoText(asTime());
    case Kind::Timestamp:
        return u'S' + isoText(asTimestamp());
    case Kind::Instant:
        return u'Z' + isoText(asInstant().utc);
    case Kind::Binary:
        return u'x' + QString::fromLatin1(asBinary().toBase64());
    }
    return {};
}

std::optional<Value> Value::decoded(QStringView text) {
    if (text.isEmpty())
        return std::nullopt;
    const QStringView rest = text.mid(1);
    switch (text[0].unicode()) {
    case u'n':
        return rest.isEmpty() ? std::optional(Value()) : std::nullopt;
    case u'b':
        if (rest != u"0" && rest != u"1")
            return std::nullopt;
        return boolean(rest == u"1");
    case u'i': {
        bool ok = false;
        const qint64 number = rest.toLongLong(&ok);
        return ok ? std::optional(integer(number)) : std::nullopt;
    }
    case u'd':
        return orNothing(Decimal::fromText(rest), &Value::decimal);
    case u'f': {
        bool ok = false;
        const quint64 bits = rest.toULongLong(&ok, 16);
        double number = 0;
        std::memcpy(&number, &bits, sizeof number);
        return ok ? std::optional(real(number)) : std::nullopt;
    }
    case u't':
        return Value::text(rest.isEmpty() ? QStringLiteral("") : rest.toString());
    case u'D':
        return orNothing(dateFromIso(rest), &Value::date);
    case u'T':
        return orNothing(timeFromIso(rest), &Value::time);
    case u'S':
        return orNothing(timestampFromIso(rest), &Value::timestamp);
    case u'Z':
        return orNothing(timestampFromIso(rest),
                         [](const Timestamp& utc) { return instant({utc}); });
    case u'x': {
        auto bytes = QByteArray::fromBase64Encoding(rest.toLatin1(),
                                                    QByteArray::AbortOnBase64DecodingErrors);
        return bytes ? std::optional(binary(*bytes)) : std::nullopt;
    }
    default:
        return std::nullopt;
    }
}

bool operator==(const Value& a, const Value& b) {
    if (a.kind() != b.kind())
        return false;
    if (a.kind() == Value::Kind::Decimal)
        return a.asDecimal().identical(b.asDecimal());
    if (a.kind() == Value::Kind::Double)
        return bitsOf(a.asDouble()) == bitsOf(b.asDouble());
    return a.m_data == b.m_data;
}

bool anyNull(const std::vector<Value>& values) {
    return std::any_of(values.begin(), values.end(),
                       [](const Value& value) { return value.isNull(); });
}

} // namespace gravin
