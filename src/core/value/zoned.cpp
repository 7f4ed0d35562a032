// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/zoned.h"

#include <QDateTime>

#include <cstdlib>

namespace gravin {

namespace {

constexpr int SecondsPerMinute = 60;
constexpr int MinutesPerHour = 60;

// To the second: Qt stops at milliseconds.
QDateTime wholeSeconds(const Timestamp& timestamp, Qt::TimeSpec spec) {
    return {timestamp.date,
            QTime::fromMSecsSinceStartOfDay(
                static_cast<int>(timestamp.time.microseconds / TimeOfDay::PerSecond) * 1000),
            spec};
}

Timestamp withFraction(const QDateTime& moment, qint64 microseconds) {
    return {moment.date(),
            {moment.time().msecsSinceStartOfDay() / 1000 * TimeOfDay::PerSecond +
             microseconds % TimeOfDay::PerSecond}};
}

} // namespace

Timestamp onPersonsClock(const Instant& instant) {
    return withFraction(wholeSeconds(instant.utc, Qt::UTC).toLocalTime(),
                        instant.utc.time.microseconds);
}

int minutesFromUtc(const Instant& instant) {
    return wholeSeconds(instant.utc, Qt::UTC).toLocalTime().offsetFromUtc() / SecondsPerMinute;
}

Instant momentAt(const Timestamp& shown, int minutesFromUtc) {
    const QDateTime utc = wholeSeconds(shown, Qt::UTC)
                              .addSecs(-static_cast<qint64>(minutesFromUtc) * SecondsPerMinute);
    return {withFraction(utc, shown.time.microseconds)};
}

std::vector<Instant> momentsOnPersonsClock(const Timestamp& shown) {
    std::vector<Instant> found;
    // A clock is set at most once in two days; what it was before and is after is all it can be.
    for (const int day : {-1, 1}) {
        const Instant near = momentAt({shown.date.addDays(day), shown.time}, 0);
        const Instant candidate = momentAt(shown, minutesFromUtc(near));
        if (onPersonsClock(candidate) == shown && (found.empty() || !(found.front() == candidate)))
            found.push_back(candidate);
    }
    return found;
}

QString zoneText(int minutesFromUtc) {
    return QStringLiteral("%1%2:%3")
        .arg(QLatin1Char(minutesFromUtc < 0 ? '-' : '+'))
        .arg(std::abs(minutesFromUtc) / MinutesPerHour, 2, 10, QLatin1Char('0'))
        .arg(std::abs(minutesFromUtc) % MinutesPerHour, 2, 10, QLatin1Char('0'));
}

} // namespace gravin
