// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"

namespace gravin {

// What a connection reaches, for people who are about to use it.
struct ConnectionReport {
    ServerFacts facts;
    int tables = 0;
    int views = 0;
    int editable = 0; // tables in which something may be changed
    QString size;     // of a file, as people read it; empty for a server

    // "13 tables and 1 view; records may be changed in 12 of them."
    QString contents() const;
};

// Requires: the session is open.
Result<ConnectionReport> reportOf(Session& session);

// Writes a copy of an SQLite database as it is at one moment, also while others write to it. Can be
// interrupted. File: `target` is there already or cannot be written; nothing is left of it then.
Status copyDatabase(Session& session, const QString& target);

} // namespace gravin
