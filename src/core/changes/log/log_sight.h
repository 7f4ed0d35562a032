// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"

namespace gravin {

// Whether this account sees all of the log: a protected one shows an account only what its roles
// let it see.
Result<bool> seesWholeLog(Session& session);

// For who does not: that what a change did cannot be told from what is not seen of it. Refused.
Error notAllSeen(qint64 change);

} // namespace gravin
