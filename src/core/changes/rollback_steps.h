// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/rollback.h"

namespace gravin {

// The steps of rolling back what the scope holds, all of them in memory; planRollback() counts them
// and, where there are too many, has them made in parts. The same errors.
Result<RollbackPlan> planSteps(Session& session, const Catalog& catalog, const LogScope& scope,
                               const RollbackChoices& choices);

} // namespace gravin
