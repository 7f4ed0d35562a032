// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project_json.h"

namespace gravin {

constexpr qint64 MostProjectBytes = 64 * 1024 * 1024;

// Reads a file, and says of the project whether it is to be trusted (KnownSigners); a relative
// database path is resolved against the file's folder.
Result<Project> loadProject(const QString& path);
// Writes beside the file and renames at the end: on failure the old file is untouched. A database
// path below the file's folder is written relative to it.
Status saveProject(const Project& project, const QString& path);

} // namespace gravin
