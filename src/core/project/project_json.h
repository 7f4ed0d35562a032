// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project.h"

namespace gravin {

// The version of the format that this Gravin writes; see docs/project-file.md.
constexpr int ProjectFileVersion = 1;

// Reads a project from its JSON text. Damaged: not JSON, not a project, or a value of the wrong
// kind (the sentence says where). A version newer than ours is refused, so that nothing of it is
// lost.
Result<Project> projectFromJson(const QByteArray& json);

// The JSON text, members in a fixed order, one per line, ending with a line feed: the same project
// always gives the same bytes.
QByteArray projectToJson(const Project& project);

} // namespace gravin
