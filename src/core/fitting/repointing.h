// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/findings/binding_check.h"

namespace gravin {

// What a project meets when its connection becomes another database: all that does not fit there,
// and what fits and means something else than in the present one. `project` is as it is now,
// `before` its present catalog (null: it cannot be read), `after` that of the other database with
// this project's sources and computed fields. Only tables that the project shows are compared. No
// finding of the comparison has a mend: the difference is the databases'.
Findings repointFindings(const Project& project, const Catalog* before, const Catalog& after);

} // namespace gravin
