// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/bulk/bulk_update.h"
#include "core/fitting/binding.h"

namespace gravin {

// What a step that writes puts into records of the screen. Usage: it does not fit there.
Result<BulkValues> valuesOf(const ActionStep& step, const Project& project,
                            const BoundScreen& screen);

// The change that such a step makes of these records: one, whatever their number. Refused, with the
// first record that a check stands in the way of. Reads the records.
Result<ChangeRequest, WriteFailure> requestOf(Session& session, const Project& project,
                                              const BoundScreen& screen, const TableRules& rules,
                                              const ScreenAction& action, const ActionStep& step,
                                              const std::vector<Key>& keys);

// What the expression gives of this record. `values`: one for each of the table's columns.
Result<Value> stepValue(const QString& expression, const Table& table,
                        const std::vector<Value>& values);

// Why an action cannot do what it says; empty: it can.
QString reasonAgainst(const ScreenAction& action, const Project& project, const Catalog& catalog,
                      const BoundScreen& screen);

} // namespace gravin
