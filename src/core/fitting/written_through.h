// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"

namespace gravin {

// Routines as the way in which records of a table are written.

// The columns that the parameters most likely stand for, by their names: "hours", "p_hours" and
// "visit_hours" for hours of a table visit.
RoutineUse proposedUse(const Routine& routine, const Table& table);
// Why the routine cannot do this to records of the table; empty: it can.
QString reasonAgainstUse(const RoutineUse& use, Operation operation, const Catalog& catalog,
                         const Table& table);

} // namespace gravin
