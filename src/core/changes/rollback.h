// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/session.h"

namespace gravin {

// What stands in the way of taking back one record's part of a change.
enum class RollbackState {
    Ready,        // the record is as the change left it
    AlreadySo,    // the record already is as it was before
    ChangedSince, // a later change touched the same fields
    RecordGone,   // the record to restore fields of was deleted
    KeyTaken,     // a deleted record cannot come back: another has its key
    Held,         // a reference forbids it
};
QString stateName(RollbackState state); // "ready", "already", "changed_since", …

struct RollbackField {
    QString column;
    Value now;
    Value restored;
};

struct RollbackStep {
    RollbackState state = RollbackState::Ready;
    QString table;
    Key key;                                 // of the record as it is now, or as it will come back
    Operation operation = Operation::Update; // what rolling back does
    std::vector<RollbackField> fields;
    qint64 changedBy = 0; // ChangedSince: the latest change that touched it; 0: not in the log
    QString reason;       // what stands in the way, for people; empty when nothing does
    RecordEdit edit;      // what rolling back would write, guarded by what was seen now

    // Whether choosing "overwrite" can clear the way.
    bool canOverwrite() const {
        return state == RollbackState::ChangedSince || state == RollbackState::KeyTaken;
    }
};

// What rolling back a change would do, step by step. A plain value: made in a worker, shown in the
// interface, then turned into a request.
struct RollbackPlan {
    qint64 change = 0;
    std::vector<RollbackStep> steps;

    qint64 count(RollbackState state) const;
    // Nothing stands in the way.
    bool isClean() const;
};

// NotFound when there is no such change.
Result<RollbackPlan> planRollback(Session& session, const Catalog& catalog, qint64 change);

enum class OnConflict { Stop, Skip, Overwrite };

// The change that carries the plan out. Refused when a step stands in the way and `onConflict` does
// not clear it. Steps that are already so are left out; a request without edits has nothing to do.
Result<ChangeRequest> rollbackRequest(const RollbackPlan& plan, OnConflict onConflict);

} // namespace gravin
