// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/log_time.h"

namespace gravin {

QDateTime localTime(const QString& logTime) {
    return QDateTime::fromString(logTime.left(19) + u'Z', Qt::ISODate).toLocalTime();
}

QString shownTime(const QString& logTime) {
    return localTime(logTime).toString(QStringLiteral("yyyy-MM-dd HH:mm:ss"));
}

} // namespace gravin
