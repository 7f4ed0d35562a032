// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/value.h"

#include <QLocale>
#include <QString>

#include <optional>
#include <vector>

namespace gravin {

// How one locale writes dates and times, and what people of it can mean by what they type. Dates
// are of the Gregorian calendar.
class MomentForm {
public:
    explicit MomentForm(const QLocale& locale);

    // With all digits of the year: "28.11.2026". Years before 1000 in ISO form.
    QString text(QDate date) const;
    // To the minute, or as far as the time goes: "7:30 PM", "19:30:05.25".
    QString text(TimeOfDay time) const;
    // In words: "28 November 2026".
    QString longText(QDate date) const;

    // What the text can mean as a date: none, one, or several. Always taken are ISO form, days and
    // months by their names (also in English), days from today ("+3", "-1"), today, tomorrow and
    // yesterday, and the next day of the week of a name. A year of two digits is the one between 79
    // years ago and 20 ahead; without a year it is that of `today`.
    std::vector<QDate> dates(const QString& typed, QDate today) const;
    // With or without seconds, in 12 or 24 hours; none or one. `now`: what that word means.
    std::optional<TimeOfDay> time(const QString& typed, TimeOfDay now) const;
    // A date and a time with a blank or T between them, or "now".
    std::vector<Timestamp> timestamps(const QString& typed, const Timestamp& now) const;

private:
    enum class Order { DayFirst, MonthFirst, YearFirst };

    std::vector<QDate> datesOfWord(const QString& plain, QDate today) const;
    std::vector<QDate> datesOfFigures(const QString& plain, QDate today) const;
    std::vector<QDate> datesOfDigits(const QString& plain, QDate today) const;
    std::vector<QDate> datesOfNames(const QString& plain, QDate today) const;
    std::vector<Order> ordersFor(QChar separator) const;
    std::optional<int> monthNamed(const QString& word) const;

    QLocale m_locale;
    QString m_datePattern;
    QString m_timePattern;
    Order m_order = Order::YearFirst;
    QChar m_separator;
};

} // namespace gravin
