// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/connection_spec.h"

namespace gravin {

// Where a project for this database could be kept: beside a file, or among the person's documents
// under the name of the server's database. A name that is free; empty: nothing can be proposed yet.
QString proposedProjectFile(const ConnectionSpec& connection);
// Makes the folders that lead to a project that is to be made. Fails where there is a file already.
Status prepareProject(const QString& file);
// The connection to a copy of a database file that lies beside the project. The copy itself is made
// by copyDatabase().
ConnectionSpec copyBeside(const QString& projectFile, const ConnectionSpec& connection);
// Writes a project that has nothing but its connection; see prepareProject().
Status createProject(const QString& file, const ConnectionSpec& connection);

} // namespace gravin
