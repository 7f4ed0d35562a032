// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/fitting/findings/finding.h"

namespace gravin {

// What the project and the catalog say of each other. Asks no database.
Findings bindingFindings(const Project& project, const Catalog& catalog);

// What the stored data says: required fields that are empty, values that the project's checks,
// choices and lookups do not allow. Reads every table that it has to; `goOn` is asked between two
// questions, and may end it. Fails when the database does.
Result<Findings> dataFindings(Session& session, const Project& project, const Catalog& catalog,
                              const std::function<bool()>& goOn);

} // namespace gravin
