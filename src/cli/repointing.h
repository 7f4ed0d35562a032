// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/commands.h"
#include "cli/output.h"

namespace gravin::cli {

// Does and says what the options ask for; with --json `said` stands in the same document.
int repoint(const RepointOptions& options, Json said);

} // namespace gravin::cli
