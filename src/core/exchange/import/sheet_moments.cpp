// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/import/sheet_moments.h"

#include <cmath>

namespace gravin {

namespace {

constexpr qint64 SecondsOfSheetDay = 86'400;
constexpr double MostDays = 2'958'465; // the last of 9999
const QDate DayZero(1899, 12, 30);

struct SheetMoment {
    qint64 day;
    qint64 second; // of the day
};

std::optional<SheetMoment> momentIn(double days) {
    if (!(std::abs(days) <= MostDays))
        return std::nullopt;
    const double whole = std::floor(days);
    const qint64 seconds = std::llround((days - whole) * SecondsOfSheetDay);
    return SheetMoment{static_cast<qint64>(whole) + seconds / SecondsOfSheetDay,
                       seconds % SecondsOfSheetDay};
}

} // namespace

std::optional<Value> momentOfSheetDays(double days, const ColumnType& type) {
    const auto moment = momentIn(days);
    if (!moment)
        return std::nullopt;
    const QDate date = DayZero.addDays(moment->day);
    const TimeOfDay time{moment->second * TimeOfDay::PerSecond};
    switch (type.kind) {
    case TypeKind::Date:
        return moment->second == 0 ? std::optional(Value::date(date)) : std::nullopt;
    case TypeKind::Time:
        return moment->day == 0 ? std::optional(Value::time(time)) : std::nullopt;
    case TypeKind::Timestamp:
        return Value::timestamp({date, time});
    default:
        return std::nullopt;
    }
}

QString textOfSheetDays(double days) {
    const auto moment = momentIn(days);
    if (!moment)
        return QString::number(days, 'g', 17);
    const QString date = isoText(DayZero.addDays(moment->day));
    const QString time = isoText(TimeOfDay{moment->second * TimeOfDay::PerSecond});
    return moment->second == 0 ? date : moment->day == 0 ? time : date + u' ' + time;
}

} // namespace gravin
