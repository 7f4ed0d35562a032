// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/session_writer.h"
#include "core/records/known_parents.h"
#include "core/records/record.h"
#include "core/records/rules.h"

#include <QHash>
#include <QSet>

namespace gravin {

// Why a step of a write was not done, and what that means for the rest.
struct NotDone {
    enum class Then {
        Stop, // nothing at all is written
        GoOn  // this record is left out, or will be asked for; the others go on
    };
    WriteFailure failure;
    Then then = Then::Stop;
};
using Step = Result<Success, NotDone>;

class LogEntry;
class WatchedRun;

// One write under way: what was asked, what was done so far, and what later steps have to know of
// it. All that is referred to must outlive it. Belongs to the session's thread.
struct ChangeRun {
    ChangeRun(SessionWriter& writing, const Catalog& known, const RuleBook& book,
              const ChangeRequest& asked);
    ~ChangeRun();

    SessionWriter& writer;
    Session& session;
    const Catalog& catalog;
    const RuleBook& rules;
    const ChangeRequest& request;
    Present present = Present::take();
    const QSet<QString> editedTables; // by the request's own edits

    // Null: nothing is watched.
    std::unique_ptr<WatchedRun> watched;

    CommittedChange change;              // with the records that are in memory
    qint64 logged = 0;                   // records that are in the log and not in memory any more
    std::vector<Problem> gaps = {};      // what the run has to ask for
    QHash<size_t, FieldValues> inserted; // by the index of the edit
    QSet<RecordPlace> deleted;
    QHash<RecordPlace, FieldValues> toDelete; // what the request itself deletes, with what was seen
    std::vector<RecordPlace> removing;        // deletions under way, outermost first
    // What records that followed others in this change are called now, by what they were.
    QHash<RecordPlace, Key> moved;
    // Records whose checks read lines that this change writes too: these checks are asked at its
    // end.
    QHash<RecordPlace, Occasion::What> askedLater;
    // Of records that are about to be written together, and of them only.
    KnownParents knownParents = {};
    // Columns that the database set by itself in this change, of records by their key now.
    QHash<RecordPlace, QSet<QString>> setByEngine;

    // Puts what is in memory into the log, with all that belongs to it. The first call begins the
    // change there.
    Status addToLog(LogEntry& entry);
    // What an update that nobody asked for field by field made of a record, if anything.
    void addUpdate(const Table& table, const Key& key, const FieldValues& was,
                   const FieldValues& is);
    // The steps behind this many records were taken back.
    void forgetFrom(size_t records);
    // What is made of lines that the request writes too: known when all of it is written.
    QSet<QString> knownLater(const Table& table) const;
    // Whether nobody has stopped it.
    Step mayContinue() const;

    // Reasons why a step is not done.
    static NotDone failed(Error error);
    static NotDone refused(std::vector<Problem> problems, const Table& table, const Key& key);
    static NotDone refused(const Problem& problem, const Table& table, const Key& key);
    // Traces what the database refused back to its field, where it says enough.
    NotDone refusedByEngine(const Error& error, const Table& table, const Key& key,
                            const FieldValues& written = {}) const;
    NotDone conflicting(RecordConflict conflict) const;
    NotDone unknownColumn(const Table& table, const QString& column) const;
};

// The values of these columns of a record; one that is not known is NULL.
std::vector<Value> pick(const Table& table, const Record& record, const QStringList& columns);

} // namespace gravin
