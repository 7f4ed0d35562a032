// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/object_reader.h"
#include "core/project/project.h"

namespace gravin {

// The member "roles" of a project file. Reading throws BadProject.
void readRoles(ObjectReader& reader, Project& project);
void putRoles(OrderedJson& json, const Project& project);

} // namespace gravin
