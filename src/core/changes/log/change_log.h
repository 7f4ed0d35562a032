// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/session_writer.h"

#include <limits>

namespace gravin {

// No log ever comes to a number above this; whoever wrote one there did harm.
inline constexpr qint64 LargestChangeId = std::numeric_limits<qint64>::max() / 4;

// One line of the change log.
struct ChangeSummary {
    qint64 id = 0;
    QString at; // UTC, ISO 8601 with microseconds
    QString person;
    QString screen;
    QString action;
    QString note;
    qint64 records = 0;
    QStringList tables;
    std::optional<qint64> refersTo;
    std::optional<Operation> operation; // when all its records saw the same one
    QString account = {};               // as CommittedChange says
};

// For people: who made a change, and by which account where that is another name.
QString whoWrote(const ChangeSummary& change);

// Which changes to list; what is not set does not narrow.
struct LogFilter {
    QString table = {};
    QString person = {};
    QString since = {};          // UTC, ISO 8601; compared as text
    std::optional<Key> key = {}; // only with `table`
    std::optional<qint64> afterId = {};
    std::optional<qint64> upToId = {};
    QString text = {}; // stands in screen, action or note, whatever its case
    qint64 limit = -1;
};

// What a change did to one field of a record.
struct FieldHistory {
    ChangeSummary change;
    Value before;
    Value after;
};

// Actions that mark the log and change no record.
inline const QString TrialAction = QStringLiteral("trial");
inline const QString TrialEndAction = QStringLiteral("trial end");

// A stretch of the log that was opened on purpose and is not ended yet.
struct OpenTrial {
    ChangeSummary start;
    qint64 changes = 0; // with records, since then
};

// The action of a change that another program made in tables that are watched. Its person is nobody
// that Gravin knows; its account is what the server told, on a file nothing.
inline const QString OutsideAction = QStringLiteral("outside Gravin");

// What part of the log is meant; what is not set does not narrow.
struct LogScope {
    std::vector<qint64> changes = {};
    std::optional<qint64> afterId = {}; // everything since this change, without it
    // Only records of these places in their change, both included.
    std::optional<std::pair<qint64, qint64>> sequences = {};
    QString person = {};
    QString table = {};
    std::optional<Key> key = {}; // only with `table`: the record that has this key now, or had last
    // Only with `table`: the records that had one of these keys before what is meant, or have it
    // now. Those whose key was changed in between are found by either.
    std::vector<Key> keys = {};
    // Only with `table`: updates of this field, and nothing else of them; with `key`, as of the
    // record that has it.
    QString column = {};

    friend bool operator==(const LogScope&, const LogScope&) = default;
};

// The change log in the user's database: its tables, appending within the writing transaction,
// and reading. Values are kept exactly as the engine stores them. Belongs to its session's thread.
class ChangeLog {
public:
    explicit ChangeLog(Session& session)
        : m_session(session) {}

    // False in a database that Gravin has not written to yet.
    Result<bool> exists();
    // Makes the log's tables where they are missing, and takes a log of the former layout over
    // (LogTakeover). Requires: a writing transaction is open, or none where making a table ends it.
    Status createTables(SessionWriter& writer, const Catalog& catalog);

    // Appends a change and sets its id. Requires: a writing transaction is open.
    Status append(SessionWriter& writer, CommittedChange& change, const Catalog& catalog);

    // Trims what old changes say of their records, up to and with this one: they can then not be
    // rolled back any more. The changes themselves and their hashes stay. Answers how many changes
    // lost records. Requires: a writing transaction is open.
    Result<qint64> trim(SessionWriter& writer, qint64 upTo);
    // Up to which change this was done; 0: never.
    Result<qint64> trimmedUpTo();

    // Hands what the scope holds to `take`, newest first, each change's records from the last to
    // the first, until it answers false. A record is followed through changes of its key.
    Status
    scan(const LogScope& scope, const Catalog& catalog,
         const std::function<bool(qint64 change, qint64 sequence, RecordChange&& record)>& take);
    // The newest trial, unless it was ended.
    Result<std::optional<OpenTrial>> openTrial();
    // The last change that was committed at this moment (UTC, ISO 8601); 0: none.
    Result<qint64> lastIdAt(const QString& time);

    // Newest first. An absent log is an empty one.
    Result<std::vector<ChangeSummary>> list(const LogFilter& filter);
    // The numbers of the newest changes beyond this one, newest first.
    Result<QList<qint64>> idsAfter(qint64 id, qint64 most);
    // Nothing: there is no such change.
    Result<std::optional<ChangeSummary>> summary(qint64 id);
    // Who set this field of the record that has this key now, newest first, through changes of its
    // key down to how it was added.
    Result<std::vector<FieldHistory>> historyOf(const Table& table, const Key& key,
                                                const QString& column, const Catalog& catalog);
    Result<CommittedChange> change(qint64 id, const Catalog& catalog);
    // The change that was written under this name; 0: none.
    Result<qint64> idOf(const QString& uid);
    // The newest change after `id` that touched this field of this record; 0: none.
    Result<qint64> latestTouching(const QString& table, const Key& key, const QString& column,
                                  qint64 afterId);

    // The changes that a scope speaks of, or more. Requires: there is a log.
    Result<std::vector<qint64>> changesOf(const LogScope& scope, const Catalog& catalog);

private:
    Status makeTables(SessionWriter& writer, const Catalog& catalog);
    Status verifyOurs();

    Session& m_session;
};

// A name for a change that no other has (RFC 4122).
QString newChangeUid();

} // namespace gravin
