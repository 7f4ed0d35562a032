// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/log_time.h"

namespace gravin {

QDateTime localTime(const QString& logTime) {
    return QDateTime::fromString(logTime.left(19) + u'Z', Qt::ISODate).toLocalTime();
}

QString shownTime(const QString& logTime, const LocaleForm& form) {
    const QDateTime local = localTime(logTime);
    const qint64 seconds = local.time().msecsSinceStartOfDay() / 1000;
    return form.text(Value::timestamp({local.date(), {seconds * TimeOfDay::PerSecond}}),
                     {TypeKind::Timestamp});
}

} // namespace gravin
