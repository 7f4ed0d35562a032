// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/display_format.h"

#include "core/base/text.h"
#include "core/value/text_form.h"
#include "core/value/typed_number.h"

#include <QDateTime>
#include <QRegularExpression>

namespace gravin {

namespace {

const QString Short = QStringLiteral("short");
const QString Long = QStringLiteral("long");
const QString Iso = QStringLiteral("iso");

// In a pattern, what stands between apostrophes means itself.
QString unquoted(QString text) { return text.remove(u'\''); }

// `plain` is "-1234.50".
QString numberText(const QString& plain, const NumberPattern& pattern, const LocaleForm& form) {
    const bool negative = plain.startsWith(u'-');
    const QString whole = plain.mid(negative ? 1 : 0).section(u'.', 0, 0);
    QString fraction = plain.section(u'.', 1);
    while (fraction.size() > pattern.decimals && fraction.endsWith(u'0'))
        fraction.chop(1);
    fraction = fraction.leftJustified(pattern.decimals, u'0');
    const QString number = fraction.isEmpty() ? whole : whole + u'.' + fraction;
    return (negative ? form.locale().negativeSign() : QString()) + pattern.before +
           (pattern.grouped ? form.numbers().groupedText(number) : form.numbers().text(number)) +
           pattern.after;
}

QTime timeOf(TimeOfDay time) {
    return QTime::fromMSecsSinceStartOfDay(static_cast<int>(time.microseconds / 1000));
}

QString momentText(const Value& value, const QString& format, const QLocale& locale) {
    const auto write = [&](const auto& moment) {
        if (format == Short)
            return locale.toString(moment, QLocale::ShortFormat);
        if (format == Long)
            return locale.toString(moment, QLocale::LongFormat);
        return locale.toString(moment, format);
    };
    switch (value.kind()) {
    case Value::Kind::Date:
        return write(value.asDate());
    case Value::Kind::Time:
        return write(timeOf(value.asTime()));
    case Value::Kind::Timestamp:
        return write(QDateTime(value.asTimestamp().date, timeOf(value.asTimestamp().time)));
    case Value::Kind::Instant: {
        const Timestamp& utc = value.asInstant().utc;
        return write(QDateTime(utc.date, timeOf(utc.time), Qt::UTC).toLocalTime());
    }
    default:
        return {};
    }
}

} // namespace

Result<NumberPattern> numberPattern(const QString& format) {
    static const QRegularExpression form(QStringLiteral(
        "^((?:[^0#',.]|'[^']*')*)([0#,]*[0#])(?:\\.([0#]+))?((?:[^0#']|'[^']*')*)$"));
    const auto match = form.match(format);
    if (!match.hasMatch())
        return Error{ErrorKind::Refused,
                     coreTr("“%1” is no pattern for numbers. Type for example 0.00, #,##0 or "
                            "0.00 m.")
                         .arg(format)};
    NumberPattern pattern;
    pattern.before = unquoted(match.captured(1));
    pattern.grouped = match.captured(2).contains(u',');
    pattern.decimals = static_cast<int>(match.captured(3).count(u'0'));
    pattern.after = unquoted(match.captured(4));
    return pattern;
}

Status checkFormat(const QString& format, const ColumnType& type) {
    if (format.isEmpty())
        return ok();
    if (type.isNumber()) {
        if (auto pattern = numberPattern(format); !pattern)
            return pattern.error();
        return ok();
    }
    if (!type.isMoment())
        return Error{ErrorKind::Refused, coreTr("Only numbers, dates and times have a format.")};
    static const QRegularExpression signs(QStringLiteral("[dMyhHmszAa]"));
    if (format != Short && format != Long && format != Iso && !format.contains(signs))
        return Error{ErrorKind::Refused,
                     coreTr("“%1” is no pattern for dates. Type short, long, iso or for example "
                            "d MMM yyyy.")
                         .arg(format)};
    return ok();
}

QStringList usualFormats(const ColumnType& type) {
    switch (type.kind) {
    case TypeKind::Integer:
        return {QStringLiteral("#,##0"), QStringLiteral("0 m")};
    case TypeKind::Decimal:
    case TypeKind::Double:
        return {QStringLiteral("0.00"), QStringLiteral("#,##0.00"), QStringLiteral("0.00 m"),
                QStringLiteral("€ #,##0.00")};
    case TypeKind::Date:
        return {Short, Long, Iso, QStringLiteral("d MMM yyyy")};
    case TypeKind::Time:
        return {Short, Long, Iso, QStringLiteral("HH:mm")};
    case TypeKind::Timestamp:
    case TypeKind::Instant:
        return {Short, Long, Iso, QStringLiteral("d MMM yyyy HH:mm")};
    default:
        return {};
    }
}

QString formatted(const Value& value, const ColumnType& type, const QString& format,
                  const LocaleForm& form) {
    if (format == Iso)
        return toText(value, type);
    if (format.isEmpty() || value.isNull())
        return form.text(value, type);
    if (type.isMoment()) {
        const QString text = momentText(value, format, form.locale());
        return text.isEmpty() ? form.text(value, type) : text;
    }
    static const QRegularExpression digits(QStringLiteral("^-?\\d+(\\.\\d+)?$"));
    const auto pattern = numberPattern(format);
    const QString plain = toText(value, type);
    if (!pattern || !type.isNumber() || !digits.match(plain).hasMatch())
        return form.text(value, type);
    return numberText(plain, *pattern, form);
}

Result<Value> fromFormatted(const QString& text, const ColumnType& type, const QString& format,
                            const LocaleForm& form) {
    if (format.isEmpty())
        return form.value(text, type);
    if (type.isNumber()) {
        // A unit may be typed as it is shown.
        QString bare = text.trimmed();
        const auto pattern = numberPattern(format);
        const QString before = pattern ? pattern->before.trimmed() : QString();
        const QString after = pattern ? pattern->after.trimmed() : QString();
        if (!after.isEmpty() && bare.endsWith(after))
            bare.chop(after.size());
        const QString sign = form.locale().negativeSign();
        for (const QString& minus : {QString(), QStringLiteral("-"), sign}) {
            if (!before.isEmpty() && bare.startsWith(minus + before))
                bare = minus + bare.mid(minus.size() + before.size()).trimmed();
        }
        return form.value(bare, type);
    }
    const auto read = form.value(text, type);
    if (read || type.kind != TypeKind::Date || format == Short || format == Long)
        return read;
    // A pattern of the developer's own, where it says the whole date.
    const QDate date = form.locale().toDate(text.trimmed(), format);
    const bool isWhole = date.isValid() && format.contains(QStringLiteral("yyyy")) &&
                         form.locale().toString(date, format) == text.trimmed();
    return isWhole ? Result<Value>(Value::date(date)) : read;
}

QString typedText(const Value& value, const ColumnType& type, const QString& format,
                  const LocaleForm& form) {
    const QString shown = formatted(value, type, format, form);
    if (type.isNumber() || format.isEmpty() || value.isNull())
        return form.text(value, type);
    const auto back = fromFormatted(shown, type, format, form);
    return back && *back == value ? shown : form.text(value, type);
}

} // namespace gravin
