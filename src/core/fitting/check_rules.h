// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project.h"
#include "core/records/rules.h"

namespace gravin {

// The developer's check as a rule of this table. A check that does not fit the table becomes a rule
// that nothing passes: what must hold is not silently dropped. `form`: how its sentence writes
// dates and figures.
CheckRule ruleOf(const Check& check, const QList<Stage>& stages, const Table& table,
                 const TableRules& labels, const LocaleForm& form);
// Why the check does not fit its table; empty: it fits.
QString reasonAgainst(const Check& check, const QList<Stage>& stages, const Table& table);

// Why a tag does not fit the table; empty: it fits.
QString reasonAgainst(const Tag& tag, const Table& table);

// What the database's own CHECKs ask, as far as they can be read and mean exactly the same in an
// expression. The others are left to the database.
QList<CheckRule> databaseRules(const Table& table, Engine engine, const TableRules& labels,
                               const LocaleForm& form);

} // namespace gravin
