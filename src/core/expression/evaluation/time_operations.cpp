// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/evaluation/time_operations.h"

#include "core/expression/evaluation/operands.h"

namespace gravin {

Result<Value> moved(const Value& moment, const Interval& interval, bool earlier) {
    const qint64 direction = earlier ? -1 : 1;
    Timestamp result = toTimestamp(moment);
    result.date = result.date.addMonths(static_cast<int>(direction * interval.months))
                      .addDays(direction * interval.days);
    qint64 time = result.time.microseconds + direction * interval.microseconds;
    qint64 days = time / MicrosecondsPerDay;
    time %= MicrosecondsPerDay;
    if (time < 0) {
        time += MicrosecondsPerDay;
        --days;
    }
    result = {result.date.addDays(days), {time}};
    constexpr int LastYear = 9999;
    if (!result.date.isValid() || result.date.year() < 1 || result.date.year() > LastYear)
        return outOfRange();
    switch (moment.kind()) {
    case Value::Kind::Date:
        return Value::date(result.date);
    case Value::Kind::Instant:
        return Value::instant({result});
    default:
        return Value::timestamp(result);
    }
}

Result<Value> extracted(const ExpressionNode& node, const Value& moment) {
    using Part = ExpressionNode::Part;
    constexpr qint64 Second = 1'000'000;
    const TimeOfDay time = moment.kind() == Value::Kind::Time   ? moment.asTime()
                           : moment.kind() == Value::Kind::Date ? TimeOfDay{}
                                                                : toTimestamp(moment).time;
    const QDate date = moment.kind() == Value::Kind::Time ? QDate() : toTimestamp(moment).date;
    switch (node.part) {
    case Part::Year:
        return Value::integer(date.year());
    case Part::Month:
        return Value::integer(date.month());
    case Part::Day:
        return Value::integer(date.day());
    case Part::Hour:
        return Value::integer(time.microseconds / (3600 * Second));
    case Part::Minute:
        return Value::integer(time.microseconds / (60 * Second) % 60);
    case Part::Second:
        return Value::decimal(Decimal(Decimal::Integer(time.microseconds % (60 * Second)), 6));
    }
    return Value::null();
}

} // namespace gravin
