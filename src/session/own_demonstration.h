// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

namespace gravin {

// The person's own copy of the demonstration below the XDG data folder, made where it is missing
// from what the program ships. Answers the path of its project. Any thread; not two at once.
Result<QString> ownDemonstration();
// Brings that copy back to its first state; what was changed in it is lost. Requires: nobody holds
// its database.
Result<QString> resetOwnDemonstration();

// Whether this is that copy's project file.
bool isOwnDemonstration(const QString& projectFile);

} // namespace gravin
