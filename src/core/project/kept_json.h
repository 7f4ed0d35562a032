// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/object_reader.h"
#include "core/project/project.h"

namespace gravin {

// The members "bulk_updates", "cards" and "imports" of a project file. Reading throws BadProject.
void readKept(ObjectReader& reader, Project& project);
void putKept(OrderedJson& json, const Project& project);

} // namespace gravin
