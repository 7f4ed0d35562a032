// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/log_time.h"

#include "core/base/clock.h"

#include <QDateTime>

namespace gravin {

QString logTime(std::chrono::microseconds ahead) {
    const auto now = (clockTime() + ahead).count();
    const QDateTime second = QDateTime::fromSecsSinceEpoch(now / 1'000'000, Qt::UTC);
    return second.toString(QStringLiteral("yyyy-MM-dd'T'HH:mm:ss")) +
           QStringLiteral(".%1Z").arg(now % 1'000'000, 6, 10, QLatin1Char('0'));
}

} // namespace gravin
