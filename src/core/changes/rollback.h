// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/change_log.h"
#include "core/database/session.h"

#include <QHash>

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
    QString changedColumn;   // ChangedSince: the first column that somebody changed
    qint64 changedBy = 0;    // and the latest change that touched it; 0: not in the log
    QString reason;          // what stands in the way, for people; empty when nothing does
    RecordEdit edit;         // what rolling back would write, guarded by what was seen now
    qint64 change = 0;       // what it takes back: this change's
    qint64 sequence = 0;     // record of this number
    bool overwrites = false; // it stands in the way, and is done all the same

    // Whether choosing "overwrite" can clear the way.
    bool canOverwrite() const {
        return state == RollbackState::ChangedSince || state == RollbackState::KeyTaken;
    }
    bool isClear() const {
        return state == RollbackState::Ready || state == RollbackState::AlreadySo || overwrites;
    }
};

enum class OnConflict { Stop, Skip, Overwrite };

// What is to be done where something stands in the way: for each kind, and for single steps.
struct RollbackChoices {
    OnConflict otherwise = OnConflict::Stop;
    QMap<RollbackState, OnConflict> byState = {};
    QHash<std::pair<qint64, qint64>, OnConflict> bySteps = {}; // change and sequence

    RollbackChoices(OnConflict everywhere = OnConflict::Stop)
        : otherwise(everywhere) {}
    OnConflict of(const RollbackStep& step) const;
};

// What rolling back would do, step by step, newest change first: so every step finds what its
// change left, and the database passes only through states that it has been in. A plain value: made
// in a worker, shown in the interface, then turned into a request.
struct RollbackPlan {
    // Of a change with more records its steps are planned in parts; kept are the first ones, and
    // as many of those that something stands in the way of.
    static constexpr qint64 MostWhole = 5'000;

    LogScope scope = {};
    QList<qint64> changes = {}; // that it takes back something of, newest first
    std::vector<RollbackStep> steps = {};

    qint64 count(RollbackState state) const { return counts.value(state); }
    qint64 count() const; // all steps
    // Steps that would change something, and steps that something stands in the way of for good.
    qint64 writing = 0;
    qint64 left = 0;
    // Nothing stands in the way.
    bool isClean() const {
        return count() == count(RollbackState::Ready) + count(RollbackState::AlreadySo);
    }

    // What it is made of, for who carries it out.
    QMap<RollbackState, qint64> counts = {};
    QString stop = {};  // what the choices do not pass; null: nothing
    bool isOwn = false; // all its changes were written by this account
    // One of its changes called a routine, of which the log has only what could be seen.
    bool hasCalls = false;
    struct Part {
        LogScope scope;
        bool isReady = false; // every step is: what the log says is all there is to know
        quint64 content = 0;  // else of its steps, to tell whether they are the same later
    };
    std::vector<Part> parts = {};                // empty: all steps are in `steps`
    std::shared_ptr<const Catalog> catalog = {}; // with parts
};

// Steps that the choices overwrite count as done for those behind them. NotFound when one of the
// scope's changes is not there, or has been trimmed.
Result<RollbackPlan> planRollback(Session& session, const Catalog& catalog, const LogScope& scope,
                                  const RollbackChoices& choices = {});
// Of one change.
Result<RollbackPlan> planRollback(Session& session, const Catalog& catalog, qint64 change);

// What whoever carries the plan out should know beside its steps, a sentence each: rules of the
// project that a rollback passes over, and triggers, whose effects on other records the log does
// not have.
QStringList notesOn(const RollbackPlan& plan, const Catalog& catalog, const RuleBook& rules);

// Why this person may not carry it out, by the roles that they have; empty: they may.
QString reasonAgainst(const RollbackPlan& plan, const RuleBook& rules);

// The change that carries the plan out. Refused when a step stands in the way and the choices do
// not pass it; they have to be those that the plan was made with. Steps that are already so are
// left out; a request without edits has nothing to do.
Result<ChangeRequest> rollbackRequest(const RollbackPlan& plan, const RollbackChoices& choices);

} // namespace gravin
