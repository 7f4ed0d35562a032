// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/log_sight.h"

#include "core/base/text.h"

namespace gravin {

Result<bool> seesWholeLog(Session& session) {
    const LogProtection* protection = session.dialect().logProtection();
    if (!protection || !session.isProtected() || protection->seesAllQuery().isEmpty())
        return true;
    const auto told = session.scalar(protection->seesAllQuery());
    return told ? Result<bool>(told->toInt() == 1) : told.error();
}

Error notAllSeen(qint64 change) {
    return {ErrorKind::Refused,
            coreTr("This account cannot see all that change %1 did, so it can neither be shown nor "
                   "rolled back from here.")
                .arg(change)};
}

} // namespace gravin
