// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project.h"

namespace gravin {

// The expressions that a project states about the records of a table or source: what they reach
// has to be read with each record.
QStringList expressionsOf(const Project& project, const QString& table);

// Whether what is read with each record may be another.
bool readsOtherwise(const Project& before, const Project& after);

// Makes the catalog one as the project sees it: its expressions follow references, its computed
// fields are columns, and of a table there are the records that the person's roles let them see.
// What an earlier call has added goes. Views get the keys that the project gives them, and tables
// are written as it says.
void extendCatalog(Catalog& catalog, const Project& project);

} // namespace gravin
