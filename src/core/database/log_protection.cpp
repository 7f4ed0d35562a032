// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/log_protection.h"

#include "core/database/log_version.h"

namespace gravin {

QStringList LogProtection::tables(bool isWatching) {
    QStringList all{QStringLiteral("gravin_change"), QStringLiteral("gravin_entry"),
                    QStringLiteral("gravin_seal"), QStringLiteral("gravin_name"),
                    QStringLiteral("gravin_log")};
    if (isWatching)
        all += QStringLiteral("gravin_seen");
    return all;
}

QString LogProtection::givenColumns() {
    return QStringLiteral(
        "uid, at, person, screen, action, note, undoes, tables, op, account, records");
}

QString LogProtection::markNew() {
    return QStringLiteral("INSERT INTO gravin_log (version) SELECT %1 WHERE NOT EXISTS (SELECT 1 "
                          "FROM gravin_log)")
        .arg(LogVersion::Plain);
}

QString LogProtection::mark() {
    return QStringLiteral("UPDATE gravin_log SET version = version + %1 WHERE version < %2")
        .arg(LogVersion::Protected - LogVersion::Plain)
        .arg(LogVersion::Protected);
}

} // namespace gravin
