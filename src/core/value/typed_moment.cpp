// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/typed_moment.h"

#include "core/base/text.h"
#include "core/value/typed_text.h"

#include <QCalendar>
#include <QRegularExpression>

#include <algorithm>
#include <array>

namespace gravin {

namespace {

constexpr int MonthsOfYear = 12;
constexpr int DaysOfWeek = 7;

// A locale whose own way is that of none: what is read by programs.
bool isPlain(const QLocale& locale) { return locale.language() == QLocale::C; }

bool isWord(const QString& typed, const QString& word) {
    return !word.isEmpty() && plainSigns(word).compare(typed, Qt::CaseInsensitive) == 0;
}

// Solar Hijri years that people now may mean: 1921 to 2121.
bool mayBeJalali(int year) {
    constexpr int First = 1300;
    constexpr int Last = 1500;
    return year >= First && year <= Last;
}

// Years of two digits are people's own time.
int wholeYear(const QString& digits, QDate today) {
    constexpr int Century = 100;
    constexpr int YearsAhead = 20;
    constexpr int ShortYear = 2;
    int year = digits.toInt();
    if (digits.size() > ShortYear)
        return year;
    year += today.year() / Century * Century;
    if (year > today.year() + YearsAhead)
        return year - Century;
    return year <= today.year() + YearsAhead - Century ? year + Century : year;
}

bool isDayCalled(const QLocale& locale, int day, const QString& word, bool isWhole) {
    for (const auto length : {QLocale::LongFormat, QLocale::ShortFormat}) {
        for (const QString& name :
             {locale.dayName(day, length), locale.standaloneDayName(day, length)}) {
            const bool isIt = isWhole ? isWord(word, name) || isWord(word + u'.', name)
                                      : word.size() >= 2 &&
                                            plainSigns(name).startsWith(word, Qt::CaseInsensitive);
            if (isIt)
                return true;
        }
    }
    return false;
}

void addIfDate(std::vector<QDate>& dates, int year, int month, int day) {
    if (year >= 1 && QDate::isValid(year, month, day))
        dates.emplace_back(year, month, day);
}

} // namespace

MomentForm::MomentForm(const QLocale& locale)
    : m_locale(locale) {
    if (isPlain(locale)) {
        m_datePattern = QStringLiteral("yyyy-MM-dd");
        m_timePattern = QStringLiteral("HH:mm");
    } else {
        m_datePattern = locale.dateFormat(QLocale::ShortFormat);
        m_timePattern = locale.timeFormat(QLocale::ShortFormat);
    }
    if (!m_datePattern.contains(QStringLiteral("yyyy")))
        m_datePattern.replace(QStringLiteral("yy"), QStringLiteral("yyyy"));
    const QString pattern = plainSigns(m_datePattern);
    const qsizetype day = pattern.indexOf(u'd');
    const qsizetype month = pattern.indexOf(u'M');
    m_order = pattern.indexOf(u'y') < day ? Order::YearFirst
              : day < month               ? Order::DayFirst
                                          : Order::MonthFirst;
    for (const QChar sign : pattern) {
        if (m_separator.isNull() && !sign.isLetter() && !sign.isSpace())
            m_separator = sign;
    }
}

QString MomentForm::text(QDate date) const {
    constexpr int FirstYear = 1000;
    if (isPlain(m_locale) || date.year() < FirstYear)
        return isoText(date);
    // Of a calendar of their own these could be years, see dates().
    // What could be a year of the other calendar is never written so, see datesOfFigures().
    const bool isUnclear = m_locale.language() == QLocale::Persian && mayBeJalali(date.year());
    return isUnclear ? isoText(date) : m_locale.toString(date, m_datePattern);
}

QString MomentForm::text(TimeOfDay time) const {
    constexpr int SecondsPerMinute = 60;
    constexpr int MillisecondsPerSecond = 1000;
    const qint64 seconds = time.microseconds / TimeOfDay::PerSecond;
    const qint64 fraction = time.microseconds % TimeOfDay::PerSecond;
    QString pattern = m_timePattern;
    if (fraction != 0 || seconds % SecondsPerMinute != 0)
        pattern.replace(QStringLiteral("mm"), QStringLiteral("mm:ss"));
    QString text = m_locale.toString(
        QTime::fromMSecsSinceStartOfDay(static_cast<int>(seconds) * MillisecondsPerSecond),
        pattern);
    if (fraction == 0)
        return text;
    // Behind the seconds, which are the last digits.
    QString digits = QString::number(fraction).rightJustified(6, u'0');
    while (digits.endsWith(u'0'))
        digits.chop(1);
    qsizetype end = text.size();
    while (end > 0 && text[end - 1].category() != QChar::Number_DecimalDigit)
        --end;
    return text.insert(end, u'.' + digits);
}

QString MomentForm::longText(QDate date) const {
    if (isPlain(m_locale))
        return QLocale::c().toString(date, QStringLiteral("d MMMM yyyy"));
    return m_locale.toString(date, QStringLiteral("d MMMM yyyy"));
}

std::vector<QDate> MomentForm::datesOfWord(const QString& plain, QDate today) const {
    const std::array<std::tuple<QString, const char*, int>, 3> words{
        std::tuple{coreTr("today"), "today", 0}, std::tuple{coreTr("tomorrow"), "tomorrow", 1},
        std::tuple{coreTr("yesterday"), "yesterday", -1}};
    for (const auto& [translated, english, days] : words) {
        if (isWord(plain, translated) || isWord(plain, QLatin1String(english)))
            return {today.addDays(days)};
    }
    static const QRegularExpression steps(QStringLiteral("^[+-]\\s*\\d{1,5}$"));
    if (steps.match(plain).hasMatch()) {
        const QDate then = today.addDays(QString(plain).remove(u' ').toInt());
        return then.isValid() && then.year() >= 1 ? std::vector<QDate>{then} : std::vector<QDate>{};
    }
    // By its whole or short name, else by how such names begin; the person's own before English.
    for (const QLocale& locale : {m_locale, QLocale::c()}) {
        for (const bool isWhole : {true, false}) {
            std::vector<QDate> found;
            for (int day = 1; day <= DaysOfWeek; ++day) {
                if (isDayCalled(locale, day, plain, isWhole))
                    found.push_back(
                        today.addDays((day - today.dayOfWeek() + DaysOfWeek - 1) % DaysOfWeek + 1));
            }
            if (!found.empty())
                return found;
        }
    }
    return {};
}

// In which orders day, month and year may stand with this sign between them. Dots part days from
// months wherever they are written; a slash does so in one order here and in another there.
std::vector<MomentForm::Order> MomentForm::ordersFor(QChar separator) const {
    const bool isOwn = separator == m_separator;
    if (isOwn || (m_order != Order::YearFirst && (separator == u'-' || separator == u' ')))
        return {m_order};
    std::vector<Order> orders{Order::DayFirst};
    if (separator != u'.')
        orders.push_back(Order::MonthFirst);
    else if (m_order == Order::MonthFirst)
        orders.push_back(m_order);
    return orders;
}

std::vector<QDate> MomentForm::datesOfFigures(const QString& plain, QDate today) const {
    static const QRegularExpression figures(
        QStringLiteral("^(\\d{1,4})\\s?([./ -])\\s?(\\d{1,2})(?:\\s?\\2\\s?(\\d{1,4}))?\\s?\\.?$"));
    constexpr int WholeYear = 4;
    QString text = plain;
    // As Chinese and Japanese write them.
    text.replace(QChar(0x5E74), u'-').replace(QChar(0x6708), u'-').remove(QChar(0x65E5));
    const auto match = figures.match(text);
    if (!match.hasMatch())
        return {};
    const QString first = match.captured(1);
    const QString second = match.captured(3);
    const QString third = match.captured(4);
    std::vector<QDate> dates;
    if (first.size() == WholeYear) {
        if (third.isEmpty())
            return {};
        addIfDate(dates, first.toInt(), second.toInt(), third.toInt());
        const bool isIso = match.captured(2) == u"-";
        if (m_locale.language() == QLocale::Persian && !isIso && mayBeJalali(first.toInt())) {
            const QDate own(first.toInt(), second.toInt(), third.toInt(),
                            QCalendar(QCalendar::System::Jalali));
            if (own.isValid())
                dates.push_back(own);
        }
        return dates;
    }
    std::vector<Order> orders = ordersFor(match.captured(2).front());
    if (m_order == Order::YearFirst && !third.isEmpty() && third.size() < WholeYear &&
        orders.front() != m_order)
        orders.push_back(m_order);
    for (const Order order : orders) {
        const bool isDayFirst = order == Order::DayFirst;
        if (third.isEmpty()) {
            addIfDate(dates, today.year(), (isDayFirst ? second : first).toInt(),
                      (isDayFirst ? first : second).toInt());
        } else if (order == Order::YearFirst && third.size() < WholeYear) {
            addIfDate(dates, wholeYear(first, today), second.toInt(), third.toInt());
        } else if (order == Order::YearFirst) {
            addIfDate(dates, third.toInt(), second.toInt(), first.toInt());
            addIfDate(dates, third.toInt(), first.toInt(), second.toInt());
        } else {
            addIfDate(dates, wholeYear(third, today), (isDayFirst ? second : first).toInt(),
                      (isDayFirst ? first : second).toInt());
        }
    }
    return dates;
}

// "28112026", "281126": in the locale's order, eight digits also as ISO 8601 has them.
std::vector<QDate> MomentForm::datesOfDigits(const QString& plain, QDate today) const {
    static const QRegularExpression digits(QStringLiteral("^\\d{6}(\\d\\d)?$"));
    if (!digits.match(plain).hasMatch())
        return {};
    constexpr int Whole = 8;
    const bool isWhole = plain.size() == Whole;
    std::vector<QDate> dates;
    if (isWhole)
        addIfDate(dates, plain.left(4).toInt(), plain.mid(4, 2).toInt(), plain.mid(6).toInt());
    if (m_order == Order::YearFirst) {
        if (!isWhole)
            addIfDate(dates, wholeYear(plain.left(2), today), plain.mid(2, 2).toInt(),
                      plain.mid(4).toInt());
        return dates;
    }
    const int one = plain.left(2).toInt();
    const int two = plain.mid(2, 2).toInt();
    const bool isDayFirst = m_order == Order::DayFirst;
    addIfDate(dates, wholeYear(plain.mid(4), today), isDayFirst ? two : one,
              isDayFirst ? one : two);
    return dates;
}

std::optional<int> MomentForm::monthNamed(const QString& word) const {
    for (const QLocale& locale : {m_locale, QLocale::c()}) {
        for (int month = 1; month <= MonthsOfYear; ++month) {
            for (const auto length : {QLocale::LongFormat, QLocale::ShortFormat}) {
                for (const QString& name :
                     {locale.monthName(month, length), locale.standaloneMonthName(month, length)}) {
                    if (isWord(word, name) || isWord(word + u'.', name))
                        return month;
                }
            }
        }
    }
    return std::nullopt;
}

std::vector<QDate> MomentForm::datesOfNames(const QString& plain, QDate today) const {
    static const QRegularExpression between(QStringLiteral("[\\s,./-]+"));
    static const QRegularExpression quoted(QStringLiteral("'([^']*)'"));
    static const QRegularExpression digits(QStringLiteral("^\\d{1,4}$"));
    const QString longPattern = m_locale.dateFormat(QLocale::LongFormat);
    std::optional<int> month;
    QStringList figures;
    for (const QString& word : plain.split(between, Qt::SkipEmptyParts)) {
        if (digits.match(word).hasMatch()) {
            figures += word;
            continue;
        }
        if (const auto named = monthNamed(word)) {
            if (month)
                return {};
            month = named;
            continue;
        }
        bool isKnown = !datesOfWord(word, today).empty(); // a day of the week
        for (auto each = quoted.globalMatch(longPattern); !isKnown && each.hasNext();)
            isKnown = isWord(word, each.next().captured(1).trimmed());
        if (!isKnown)
            return {};
    }
    if (!month || figures.isEmpty() || figures.size() > 2)
        return {};
    constexpr int LongestDay = 2;
    if (figures.front().size() > LongestDay)
        std::swap(figures.front(), figures.back());
    std::vector<QDate> dates;
    addIfDate(dates, figures.size() == 1 ? today.year() : wholeYear(figures.back(), today), *month,
              figures.front().toInt());
    return figures.front().size() > LongestDay ? std::vector<QDate>() : dates;
}

std::vector<QDate> MomentForm::dates(const QString& typed, QDate today) const {
    const QString plain = plainSigns(typed);
    if (const auto iso = dateFromIso(plain))
        return {*iso};
    for (const auto way : {&MomentForm::datesOfWord, &MomentForm::datesOfFigures,
                           &MomentForm::datesOfDigits, &MomentForm::datesOfNames}) {
        const std::vector<QDate> found = differentOnes((this->*way)(plain, today));
        if (!found.empty())
            return found;
    }
    return {};
}

std::optional<TimeOfDay> MomentForm::time(const QString& typed, TimeOfDay now) const {
    constexpr int HalfDay = 12;
    QString plain = plainSigns(typed);
    if (isWord(plain, coreTr("now")) || isWord(plain, QStringLiteral("now")))
        return now;
    std::optional<bool> isAfternoon;
    const auto take = [&](const QString& word, bool afternoon) {
        const QString half = plainSigns(word);
        if (isAfternoon || half.isEmpty())
            return;
        if (plain.endsWith(half, Qt::CaseInsensitive))
            plain.chop(half.size());
        else if (plain.startsWith(half, Qt::CaseInsensitive))
            plain.remove(0, half.size());
        else
            return;
        isAfternoon = afternoon;
    };
    take(m_locale.amText(), false);
    take(m_locale.pmText(), true);
    for (const char* word : {"am", "a.m."})
        take(QLatin1String(word), false);
    for (const char* word : {"pm", "p.m."})
        take(QLatin1String(word), true);
    plain = plain.trimmed();
    static const QRegularExpression form(
        QStringLiteral("^(\\d{1,2})(?:[:.h](\\d\\d)(?:[:.](\\d\\d)(?:[.,](\\d{1,6}))?)?)?$"));
    static const QRegularExpression digits(QStringLiteral("^(\\d\\d)(\\d\\d)(\\d\\d)?()$"));
    auto match = form.match(plain);
    if (!match.hasMatch())
        match = digits.match(plain);
    if (!match.hasMatch() || (!isAfternoon && plain.size() <= 2))
        return std::nullopt;
    int hour = match.captured(1).toInt();
    const int minute = match.captured(2).toInt();
    const int second = match.captured(3).toInt();
    constexpr int LastHour = 23;
    constexpr int LastOfSixty = 59;
    if (hour > LastHour || minute > LastOfSixty || second > LastOfSixty ||
        (isAfternoon && (hour == 0 || hour > HalfDay)))
        return std::nullopt;
    if (isAfternoon)
        hour = hour % HalfDay + (*isAfternoon ? HalfDay : 0);
    const qint64 fraction = match.captured(4).leftJustified(6, u'0').toLongLong();
    return TimeOfDay{(hour * 3600LL + minute * 60LL + second) * TimeOfDay::PerSecond + fraction};
}

std::vector<Timestamp> MomentForm::timestamps(const QString& typed, const Timestamp& now) const {
    const QString plain = plainSigns(typed);
    if (isWord(plain, coreTr("now")) || isWord(plain, QStringLiteral("now")))
        return {now};
    std::vector<Timestamp> found;
    static const QRegularExpression between(QStringLiteral(",?\\s+|,|(?<=\\d)T(?=\\d)"));
    for (auto each = between.globalMatch(plain); each.hasNext();) {
        const auto gap = each.next();
        const QString rest = plain.mid(gap.capturedEnd());
        // "28 Nov 2026" is no day of another year at 20:26.
        const bool isBare =
            std::all_of(rest.begin(), rest.end(), [](QChar sign) { return sign.isDigit(); });
        const auto clock = isBare ? std::nullopt : time(rest, now.time);
        if (!clock)
            continue;
        for (const QDate date : dates(plain.left(gap.capturedStart()), now.date))
            found.push_back({date, *clock});
    }
    return differentOnes(found);
}

} // namespace gravin
