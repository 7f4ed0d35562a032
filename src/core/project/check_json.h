// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/object_reader.h"
#include "core/project/project.h"

namespace gravin {

// The members "checks", "stages" and "tags" of a project file. Reading throws BadProject.
void readTableChecks(ObjectReader& project, QMap<QString, TableChecks>& checks);
void putTableChecks(OrderedJson& project, const QMap<QString, TableChecks>& checks);

} // namespace gravin
