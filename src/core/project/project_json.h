// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project.h"

namespace gravin {

// The newest version of the format, which this Gravin reads; see docs/project-file.md. A project is
// written in the oldest that says all of it: roles, which a program that passed over them would let
// nobody be held to, came with the second.
constexpr int ProjectFileVersion = 2;

// Reads a project from its JSON text. Damaged: not JSON, not a project, or a value of the wrong
// kind (the sentence says where). A version newer than ours is refused, so that nothing of it is
// lost.
Result<Project> projectFromJson(const QByteArray& json);

// The JSON text, members in a fixed order, one per line, ending with a line feed: the same project
// always gives the same bytes.
QByteArray projectToJson(const Project& project);

} // namespace gravin
