// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change_run.h"

namespace gravin {

// Rows that are not written by a plain statement on a table: the project names a routine for it, or
// the table is a view, for which the engine or a trigger writes others. No count and no guard tells
// what became of them: it is looked at afterwards. Requires: the table is written indirectly.
class IndirectWrites {
public:
    // `run` must outlive it.
    explicit IndirectWrites(ChangeRun& run)
        : m_run(run) {}

    // Through the routine for it. Answers the new key; `keyParts`: what is known of it already.
    Result<Key, NotDone> insert(const Table& table, const FieldValues& written,
                                FieldValues keyParts) const;
    // `now`: all values of the record before.
    Step update(const Table& table, const Key& key, const FieldValues& now,
                const FieldValues& written) const;
    Step remove(const Table& table, const Key& key, const FieldValues& now,
                const FieldValues& guarded) const;

private:
    // The values that come out, by the columns that they stand for.
    Result<FieldValues, NotDone> call(const Table& table, Operation operation, const Key& key,
                                      const FieldValues& values) const;
    Result<FieldValues, NotDone> stored(const Table& table, const Key& key) const;

    ChangeRun& m_run;
};

// The new key's column that what a function gives stands for, where no parameter tells it.
QString keyColumnOf(const Table& table, const RoutineUse& use, const Routine& routine);

} // namespace gravin
