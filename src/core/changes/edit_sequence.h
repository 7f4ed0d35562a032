// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/batch_writer.h"
#include "core/changes/log/log_entry.h"
#include "core/changes/parent_checks.h"

#include <optional>

namespace gravin {

// Applies the edits of a change in an order in which they can be done. What a rollback restores may
// depend on other records in ways that only the database's own triggers know: what it refuses at
// first is tried again when the rest is done, as long as that helps.
class EditSequence {
public:
    // All must outlive it.
    EditSequence(ChangeRun& run, RecordWriter& records, BatchWriter& batches, ParentChecks& parents)
        : m_run(run)
        , m_records(records)
        , m_batches(batches)
        , m_parents(parents) {}

    // The request's own edits.
    Step applyAll();
    // Those that its source gives part by part; what is done goes into the log as soon as it is
    // more than should be in memory. Requires: there is a source.
    Step applyMore(LogEntry& entry);

private:
    struct Round {
        std::vector<PendingEdit> refused = {};
        std::optional<NotDone> refusal = {}; // the last of them
        QSet<RecordPlace> waiting = {};      // their records
        size_t singlyUpTo = 0;               // so far something stands in the way of many
    };
    Step applyPending(std::vector<PendingEdit> pending);
    Step applyRound(std::vector<PendingEdit>& pending, Round& round);
    Step applyOne(PendingEdit& pending, const QList<RecordPlace>& touched, Round& round);
    // What triggers did while these were applied is taken back, in a rollback.
    Step takeBackEffects(const std::vector<PendingEdit>& pending, size_t first, size_t count);
    Step takeHandedDown(RecordEdit& edit) const;
    Step moveToLog(LogEntry& entry);
    Step gapsFailure();
    bool mayGoOn(const std::vector<PendingEdit>& pending) const;
    QList<RecordPlace> placesOf(const RecordEdit& edit) const;

    ChangeRun& m_run;
    RecordWriter& m_records;
    BatchWriter& m_batches;
    ParentChecks& m_parents;
    bool m_handsDown = false; // keys of new records are asked for by later edits
    bool m_mayReturn = false; // steps are taken back alone
};

// Records that refer to each other in a circle can only come and go with their references empty for
// a moment, where the engine tests references with every statement. What can be loosened so is
// given as two steps instead of one.
std::vector<PendingEdit> loosened(std::vector<PendingEdit> pending, const Catalog& catalog);

} // namespace gravin
