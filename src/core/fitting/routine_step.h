// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/fitting/binding.h"

namespace gravin {

// A routine of the database as a step of an action, and called by itself.

// The parameters that the step leaves to whoever runs it.
QList<Routine::Parameter> askedBy(const ActionStep& step, const Routine& routine);
// What of its effects no rollback will take back, as people are told before it runs; empty: there
// is no such thing. `table`: of the records that it is called for; empty: for none.
QString noteOnCall(const Routine& routine, const Catalog& catalog, const QString& table);
// Why the step cannot be done on records of this table; empty: it can.
QString reasonAgainstCall(const ActionStep& step, const Catalog& catalog, const Table& table);

// The step on these records, one call for each, in one change. `asked`: what whoever runs it gave,
// by parameter. Reads the records.
Result<ChangeRequest, WriteFailure> callRequest(Session& session, const Catalog& catalog,
                                                const BoundScreen& screen,
                                                const ScreenAction& action, const ActionStep& step,
                                                const std::vector<Key>& keys,
                                                const QMap<QString, Value>& asked);

// The values in the routine's order. Usage: one is missing, or there is no parameter of that name.
Result<RoutineValues> handedTo(const Routine& routine, const QMap<QString, Value>& values);

// "closed_at 4 December 2026, left 3"; of the first calls only; empty: nothing was told.
QString toldText(const std::vector<QList<ToldValue>>& told, const LocaleForm& form);

} // namespace gravin
