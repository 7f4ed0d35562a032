// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/postgres/postgres_catalog_types.h"
#include "core/database/routine.h"

namespace gravin {

// The functions and procedures of a database that an account can use by name: without those of
// extensions, of triggers and of Gravin itself.
Result<QList<Routine>> postgresRoutines(const PostgresRows& each, const PostgresTypes& types);

} // namespace gravin
