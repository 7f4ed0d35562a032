// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/changes/change_log.h"
#include "core/changes/log_entry.h"
#include "core/database/session.h"
#include "core/records/table_reader.h"

#include <QSet>

namespace gravin {

// The one door for writes. Inline edits, forms, bulk updates and rollbacks all come through
// write(): check, write the smallest guarded statements, log, commit — in one transaction. Nothing
// else in Gravin changes a user's row. Belongs to its session's thread.
class ChangeWriter {
public:
    // All three must outlive the writer.
    ChangeWriter(Session& session, const Catalog& catalog, const RuleBook& rules)
        : m_session(session)
        , m_catalog(catalog)
        , m_rules(rules)
        , m_log(session) {}

    // On failure the database is exactly as before. An edit whose values are already stored is
    // left out; a change without any record left writes no log entry and has id 0.
    WriteResult write(const ChangeRequest& request);

    // Whether the engine wrote the last change by itself, not record by record.
    bool wroteSetWise() const { return m_wroteSetWise; }

    // What is said of a change afterwards: a change of its own, with action "note", that names it
    // as what it undoes. NotFound when there is no such change.
    WriteResult addNote(qint64 change, const QString& text, const QString& person);
    // Begins a trial (`ends` 0), or ends the one that this change began. Refused when there is one
    // already, or when it is not on.
    WriteResult markTrial(qint64 ends, const QString& person);
    // ChangeLog::trim(), logged as a change with action "trim" that names the last one it touched.
    WriteResult trimLog(qint64 upTo, const QString& person);

private:
    WriteResult writeOnLog(CommittedChange change, const std::function<Status()>& before);
    struct Stop {}; // m_failure says why
    using Step = Result<Nothing, Stop>;

    struct Pending {
        RecordEdit edit;
        size_t place;
        bool isLoosened = false; // its references come in a step of their own
    };
    using Place = std::pair<QString, Key>; // table and key
    QList<Place> placesOf(const RecordEdit& edit) const;
    // What an update comes to on the record as it is now.
    struct Merged {
        FieldValues now;
        FieldValues written; // empty: it is so already
    };
    // Where the engine can do the whole request by itself: whether it was done so. Nothing is
    // written when it was not.
    Result<bool, Stop> applySetWise(const ChangeRequest& request, LogEntry& entry);
    Status offered(const SetWiseOffer& offer, const ChangeRequest& request, LogEntry& entry);
    Status restored(const ChangeRequest& request, LogEntry& entry);
    struct Restoring;
    Status restore(const std::vector<RecordEdit>& edits, Restoring& restoring);
    bool mayWriteTogether(const Table& table, const QStringList& columns,
                          const ChangeRequest& request);
    bool mayTrust(const SetWiseOffer& offer, const ChangeRequest& request) const;
    Step applyAll(const ChangeRequest& request);
    Step applyMore(const ChangeRequest& request, LogEntry& entry);
    Step applyPending(std::vector<Pending> pending, const ChangeRequest& request);
    // Where updates of one table follow each other, they are read, written and read back by a few
    // statements for many. Answers how many from `first` on were done so; 0: they have to be done
    // one by one, up to `singlyUpTo` where something stands in the way, which is named then.
    Result<size_t, Stop> applyTogether(const std::vector<Pending>& pending, size_t first,
                                       const ChangeRequest& request, size_t& singlyUpTo);
    Step updateTogether(const Table& table, const std::vector<Pending>& pending, size_t first,
                        size_t count, const ChangeRequest& request);
    Step writeTogether(const Table& table, const QStringList& columns, const std::vector<Key>& keys,
                       const std::vector<const FieldValues*>& after);
    // A record that the database changes by itself when one changes that it refers to.
    struct Following {
        const Table* table;
        Record before;
        FieldValues after; // what is known of it: its reference
    };
    Step collectFollowing(const Table& table, const Record& record, const FieldValues& written,
                          std::vector<Following>& following);
    Step logFollowing(const std::vector<Following>& following);
    Result<Merged, Stop> merged(const Table& table, const RecordEdit& edit, const Record& current);
    Result<const Table*, Stop> tableFor(const RecordEdit& edit, const ChangeRequest& request);
    QString reasonOfProject(const Table& table, Operation operation,
                            const ChangeRequest& request) const;
    void logUpdate(const Table& table, const Key& key, const Merged& merged, const Record& stored,
                   const ChangeRequest& request);
    void forgetFrom(size_t records);
    std::vector<Pending> loosened(std::vector<Pending> pending) const;
    bool mayGoOn(const std::vector<Pending>& pending, const ChangeRequest& request) const;
    bool mayContinue(const ChangeRequest& request);
    Stop failForGaps();
    Step takeHandedDown(RecordEdit& edit);
    Step apply(const RecordEdit& edit, const ChangeRequest& request);
    Step insert(const Table& table, const RecordEdit& edit, const ChangeRequest& request);
    Step update(const Table& table, const RecordEdit& edit, const ChangeRequest& request);
    Step remove(const Table& table, const RecordEdit& edit, const ChangeRequest& request);
    Step releaseReferences(const Table& table, const Record& record, bool cascade,
                           const ChangeRequest& request);
    Step check(const Table& table, const ProposedValues& values, const FieldValues& written,
               const Key& key, const ChangeRequest& request, const QSet<QString>& given = {});
    // `before`: as it was; null for a new record.
    Step checkStored(const Table& table, const Record& stored, const Record* before,
                     const ChangeRequest& request);
    void checkWritten(const Table& table, const FieldValues& written, bool isNew,
                      const ChangeRequest& request, const QSet<QString>& given,
                      std::vector<Problem>& problems);
    Step judge(std::vector<Problem> problems, const Table& table, const Key& key,
               const ChangeRequest& request);
    Result<Record> readBack(const Table& table, const Key& key);

    Stop fail(Error error);
    Stop refuse(std::vector<Problem> problems, const Table& table, const Key& key);
    Stop refuse(const Problem& problem, const Table& table, const Key& key);
    Stop refuseByEngine(const Error& error, const Table& table, const Key& key,
                        const FieldValues& written = {});
    Stop conflict(RecordConflict conflict);

    Session& m_session;
    const Catalog& m_catalog;
    const RuleBook& m_rules;
    ChangeLog m_log;
    CommittedChange m_change;
    QHash<size_t, FieldValues> m_inserted; // by the place of the edit
    QSet<std::pair<QString, Key>> m_deleted;
    // What records that followed others in this change are called now, by what they were.
    QHash<Place, Key> m_moved;
    // Columns that the database set by itself in this change, of records by their key now.
    QHash<Place, QSet<QString>> m_setByEngine;
    // What the request itself deletes, with what was seen of it.
    QHash<std::pair<QString, Key>, FieldValues> m_toDelete;
    std::vector<std::pair<QString, Key>> m_removing; // deletions under way, outermost first
    bool m_goesOn = false;       // the record that stopped the last step does not stop the run
    std::vector<Problem> m_gaps; // what a run has to ask for
    bool m_wroteSetWise = false;
    qint64 m_logged = 0; // records that are in the log and not in memory any more
    Present m_present;
    WriteFailure m_failure;
};

// Now, as the change log writes it: UTC, ISO 8601, microseconds.
QString logTime();

} // namespace gravin
