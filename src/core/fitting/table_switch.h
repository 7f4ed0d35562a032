// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/project/project.h"

namespace gravin {

// A screen that shows another table: what fits there is kept, and what does not is said.
struct TableSwitch {
    Project project;   // as it is after the switch
    QStringList kept;  // the labels of fields that stay
    QStringList lost;  // what does not fit and goes, a sentence each
    QStringList notes; // what else becomes of it, a sentence each
};

// A field stays where the other table has a column of its name, whatever the case; how it is shown
// stays too where the type is the same. A computed field stays where it can be computed there.
// Requires: there is such a screen, and both tables are in the catalog.
TableSwitch switchedTable(const Project& project, const Catalog& catalog, const QString& screenId,
                          const QString& table);

} // namespace gravin
