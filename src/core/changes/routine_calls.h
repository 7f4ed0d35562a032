// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change_run.h"

namespace gravin {

// What a change that called a routine is called in the log.
extern const QString CallAction;

// Calls the routines of a change, in its transaction. What they did to the records that are known
// is found by reading those before and after; what they did to watched tables, the triggers tell.
class RoutineCalls {
public:
    // `run` must outlive it.
    explicit RoutineCalls(ChangeRun& run)
        : m_run(run) {}

    Step apply();

private:
    using Known = std::vector<std::pair<const Table*, Record>>;
    Step call(const RoutineCall& call);
    QString reasonAgainst(const RoutineCall& call) const; // empty: it may be
    Result<Known, NotDone> read(const RoutineCall& call) const;
    Step log(const Known& before);

    ChangeRun& m_run;
};

} // namespace gravin
