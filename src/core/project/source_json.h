// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/object_reader.h"
#include "core/project/project.h"

namespace gravin {

// The members "sources", "view_keys" and "written_through" of a project file. Reading throws
// BadProject.
void readSources(ObjectReader& reader, Project& project);
void putSources(OrderedJson& json, const Project& project);

} // namespace gravin
