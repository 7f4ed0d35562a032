// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/connection_spec.h"

namespace gravin {

// The demonstration: the harbour office of Tarn Bay, an invented place, looks after its navigation
// aids. The same rows on every run.
struct DemonstrationOptions {
    // Rows of the table visit; the other tables keep their size.
    int visits = 420;
};

// Writes the database; an existing file is replaced only when all is written.
Status writeDemonstrationDatabase(const QString& path, const DemonstrationOptions& options = {});

// Loads the tables and rows into an empty database of a server. What was done when it fails may
// stay there.
Status loadDemonstration(const ConnectionSpec& server, const DemonstrationOptions& options = {});

// Writes harbour.db and harbour.gravin into a folder, which is made if need be. Answers the path of
// the project.
Result<QString> writeDemonstration(const QString& folder);

} // namespace gravin
