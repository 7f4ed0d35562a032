// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/locale_form.h"

#include "core/base/text.h"
#include "core/value/text_form.h"
#include "core/value/typed_moment.h"
#include "core/value/typed_number.h"
#include "core/value/typed_text.h"
#include "core/value/zoned.h"

#include <QDateTime>
#include <QRegularExpression>

#include <mutex>

namespace gravin {

namespace {

TimeOfDay toTheSecond(QTime time) {
    return {time.msecsSinceStartOfDay() / 1000 * TimeOfDay::PerSecond};
}

// Of a text whose end is "+01:00", " Z": the zone in minutes from UTC, and the text without it.
std::optional<int> takeZone(QString& text) {
    static const QRegularExpression zone(
        QStringLiteral("(?<=[\\d\\w])\\s*(?:Z|([+-])(\\d\\d):?(\\d\\d)?)$"));
    constexpr int MinutesPerHour = 60;
    const auto match = zone.match(text);
    // A date's own dashes are no zone.
    constexpr int ShortestClock = 8;
    if (!match.hasMatch() || match.capturedStart() < ShortestClock || dateFromIso(text))
        return std::nullopt;
    const int minutes = match.captured(2).toInt() * MinutesPerHour + match.captured(3).toInt();
    const bool isBehind = match.captured(1) == u"-";
    text.truncate(match.capturedStart());
    return isBehind ? -minutes : minutes;
}

} // namespace

std::optional<QLocale> localeNamed(const QString& name) {
    const QLocale locale(name);
    // Qt takes C for what it does not know.
    return locale.language() != QLocale::C || name == u"C" ? std::optional(locale) : std::nullopt;
}

LocaleForm LocaleForm::plain() {
    LocaleForm form(QLocale::c());
    form.m_isPlain = true;
    return form;
}

LocaleForm::LocaleForm()
    : LocaleForm(QLocale()) {}

LocaleForm::LocaleForm(const QLocale& locale)
    : m_locale(locale) {
    // Every field of every screen has one: what is worked out of a locale is kept.
    static std::mutex mutex;
    static std::vector<LocaleForm> known;
    const std::lock_guard lock(mutex);
    for (const LocaleForm& form : known) {
        if (form.m_locale == locale) {
            *this = form;
            return;
        }
    }
    m_numbers = std::make_shared<NumberForm>(locale);
    m_moments = std::make_shared<MomentForm>(locale);
    known.push_back(*this);
}

QString LocaleForm::text(const Value& value, const ColumnType& type) const {
    if (m_isPlain)
        return toText(value, type);
    switch (value.kind()) {
    case Value::Kind::Integer:
    case Value::Kind::Decimal:
    case Value::Kind::Double:
        return m_numbers->text(toText(value, type));
    case Value::Kind::Date:
        return m_moments->text(value.asDate());
    case Value::Kind::Time:
        return m_moments->text(value.asTime());
    case Value::Kind::Timestamp:
        return m_moments->text(value.asTimestamp().date) + u' ' +
               m_moments->text(value.asTimestamp().time);
    case Value::Kind::Instant: {
        const Timestamp shown = onPersonsClock(value.asInstant());
        const QString text = m_moments->text(shown.date) + u' ' + m_moments->text(shown.time);
        // An hour that the clock shows twice needs its zone.
        return momentsOnPersonsClock(shown).size() == 1
                   ? text
                   : text + u' ' + zoneText(minutesFromUtc(value.asInstant()));
    }
    case Value::Kind::Boolean:
        return value.asBoolean() ? coreTr("yes") : coreTr("no");
    default:
        return toText(value, type);
    }
}

QString LocaleForm::example(const ColumnType& type) const {
    const QDate today = QDate::currentDate();
    constexpr TimeOfDay Morning{(7 * 60 + 30) * 60LL * 1'000'000};
    switch (type.kind) {
    case TypeKind::Date:
        return m_moments->text(today);
    case TypeKind::Time:
        return m_moments->text(Morning);
    case TypeKind::Timestamp:
    case TypeKind::Instant:
        return m_moments->text(today) + u' ' + m_moments->text(Morning);
    default:
        return {};
    }
}

namespace {

// Digits without anything between them, or with a point where nothing else is meant by one, and
// dates of ISO 8601: nobody writes something else so.
bool readsAlikeEverywhere(const QString& text, const ColumnType& type, bool dividesWithPoint) {
    const auto isDigit = [](QChar character) { return character >= u'0' && character <= u'9'; };
    if (type.isNumber()) {
        const QStringView digits = QStringView(text).mid(text.startsWith(u'-') ? 1 : 0);
        const qsizetype point = dividesWithPoint ? digits.indexOf(u'.') : -1;
        const QStringView before = point < 0 ? digits : digits.left(point);
        const QStringView after = point < 0 ? QStringView() : digits.mid(point + 1);
        return !before.isEmpty() && (point < 0 || !after.isEmpty()) &&
               std::all_of(before.begin(), before.end(), isDigit) &&
               std::all_of(after.begin(), after.end(), isDigit);
    }
    constexpr qsizetype IsoLength = 10;
    if (type.kind != TypeKind::Date || text.size() != IsoLength)
        return false;
    for (qsizetype i = 0; i < IsoLength; ++i) {
        if (i == 4 || i == 7 ? text[i] != u'-' : !isDigit(text[i]))
            return false;
    }
    return true;
}

} // namespace

Result<Value> LocaleForm::value(const QString& text, const ColumnType& type, QDate today) const {
    if (m_isPlain || readsAlikeEverywhere(text, type, m_numbers->dividesWithPoint()))
        return fromText(text, type);
    if (type.isNumber())
        return number(text, type);
    if (type.isMoment())
        return moment(text, type, today.isValid() ? today : QDate::currentDate());
    if (type.kind == TypeKind::Boolean) {
        for (const bool answer : {true, false}) {
            if (text.trimmed().compare(this->text(Value::boolean(answer), type),
                                       Qt::CaseInsensitive) == 0)
                return Value::boolean(answer);
        }
    }
    return fromText(text, type);
}

QString LocaleForm::plainText(const QString& typed, const ColumnType& type) const {
    const auto read = value(typed, type);
    // As it was typed, without the zeros that its column would add.
    for (const QString& reading :
         m_numbers->readings(read && type.isNumber() ? typed : QString())) {
        if (const auto same = fromText(reading, type); same && *same == *read)
            return reading;
    }
    return read && !read->isNull() ? toText(*read, type) : typed;
}

QString LocaleForm::shownText(const QString& plain, const ColumnType& type) const {
    const auto read = fromText(plain, type);
    // A bound of 600 is not to be read as 600.00.
    if (read && type.isNumber())
        return m_isPlain ? plain.trimmed() : m_numbers->text(plain.trimmed());
    return read && !read->isNull() ? text(*read, type) : plain;
}

Result<Value> LocaleForm::number(const QString& text, const ColumnType& type) const {
    if (text.trimmed().isEmpty())
        return Value::null();
    const QStringList readings = m_numbers->readings(text);
    if (readings.isEmpty())
        return notOfType(text.trimmed(), type);
    std::vector<Value> possible;
    std::optional<Error> problem;
    for (const QString& reading : readings) {
        if (auto read = fromText(reading, type))
            possible.push_back(*read);
        else if (!problem)
            problem = read.error();
    }
    possible = differentOnes(possible);
    if (possible.empty())
        return *problem;
    return possible.size() == 1 ? Result<Value>(possible.front())
                                : ambiguous(text.trimmed(), possible, type);
}

Result<Value> LocaleForm::moment(const QString& text, const ColumnType& type, QDate today) const {
    QString typed = plainSigns(text);
    if (typed.isEmpty())
        return Value::null();
    const Timestamp now{today, toTheSecond(QTime::currentTime())};
    std::vector<Value> possible;
    switch (type.kind) {
    case TypeKind::Date:
        for (const QDate date : m_moments->dates(typed, today))
            possible.push_back(Value::date(date));
        break;
    case TypeKind::Time:
        if (const auto time = m_moments->time(typed, now.time))
            possible.push_back(Value::time(*time));
        break;
    case TypeKind::Timestamp:
        for (const Timestamp& timestamp : m_moments->timestamps(typed, now))
            possible.push_back(Value::timestamp(timestamp));
        break;
    default: {
        const auto zone = takeZone(typed);
        bool isSkipped = false;
        for (const Timestamp& shown : m_moments->timestamps(typed, now)) {
            if (zone) {
                possible.push_back(Value::instant(momentAt(shown, *zone)));
                continue;
            }
            const auto moments = momentsOnPersonsClock(shown);
            isSkipped = isSkipped || moments.empty();
            for (const Instant& instant : moments)
                possible.push_back(Value::instant(instant));
        }
        if (possible.empty() && isSkipped)
            return Error{ErrorKind::Refused,
                         coreTr("“%1” is in the hour that the clock skips on that day.")
                             .arg(text.trimmed())};
        break;
    }
    }
    if (possible.empty())
        return notOfType(text.trimmed(), type);
    return possible.size() == 1 ? Result<Value>(possible.front())
                                : ambiguous(text.trimmed(), possible, type);
}

Error LocaleForm::ambiguous(const QString& typed, const std::vector<Value>& readings,
                            const ColumnType& type) const {
    const auto words = [&](const Value& reading) {
        if (reading.kind() == Value::Kind::Date)
            return m_moments->longText(reading.asDate());
        if (reading.kind() == Value::Kind::Timestamp)
            return m_moments->longText(reading.asTimestamp().date) + u' ' +
                   m_moments->text(reading.asTimestamp().time);
        return text(reading, type);
    };
    QStringList named;
    for (const Value& reading : readings)
        named += words(reading);
    const QString last = named.takeLast();
    return {ErrorKind::Refused, coreTr("“%1” can mean %2 or %3. Type the one you mean.")
                                    .arg(typed, named.join(QStringLiteral(", ")), last)};
}

Error LocaleForm::notOfType(const QString& typed, const ColumnType& type) const {
    const auto refused = [&](const QString& sentence, const QString& example) {
        return Error{ErrorKind::Refused, sentence.arg(typed, example)};
    };
    switch (type.kind) {
    case TypeKind::Integer:
        return refused(coreTr("“%1” is not a number. Type a whole number, for example %2."),
                       m_numbers->text(QStringLiteral("42")));
    case TypeKind::Decimal:
        return refused(coreTr("“%1” is not a number. Type a number, for example %2."),
                       m_numbers->text(QStringLiteral("184.50")));
    case TypeKind::Double:
        return refused(coreTr("“%1” is not a number. Type a number, for example %2."),
                       m_numbers->text(QStringLiteral("54.0712")));
    case TypeKind::Date:
        return refused(coreTr("“%1” is not a date. Type for example %2."), example(type));
    case TypeKind::Time:
        return refused(coreTr("“%1” is not a time. Type for example %2."), example(type));
    case TypeKind::Timestamp:
        return refused(coreTr("“%1” is not a date and time. Type for example %2."), example(type));
    default:
        return refused(coreTr("“%1” is not a moment. Type for example %2, or with a zone behind "
                              "it, as in %2+01:00."),
                       example(type));
    }
}

} // namespace gravin
