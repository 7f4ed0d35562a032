// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/session.h"

namespace gravin {

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
    std::optional<qint64> undoes;
    std::optional<Operation> operation; // when all its records saw the same one
};

// Which changes to list; what is not set does not narrow.
struct LogFilter {
    QString table;
    QString person;
    QString since;          // UTC, ISO 8601; compared as text
    std::optional<Key> key; // only with `table`
    std::optional<qint64> afterId;
    qint64 limit = -1;
};

// The change log in the user's database: its tables, appending within the writing transaction,
// and reading. Values are kept exactly as the engine stores them. Belongs to its session's thread.
class ChangeLog {
public:
    explicit ChangeLog(Session& session)
        : m_session(session) {}

    // False in a database that Gravin has not written to yet.
    Result<bool> exists();
    // Requires: a writing transaction is open.
    Status createTables();

    // Appends a change and sets its id. Requires: a writing transaction is open.
    Status append(CommittedChange& change, const Catalog& catalog);

    // Newest first. An absent log is an empty one.
    Result<std::vector<ChangeSummary>> list(const LogFilter& filter);
    Result<CommittedChange> change(qint64 id, const Catalog& catalog);
    // The change that was written under this name; 0: none.
    Result<qint64> idOf(const QString& uid);
    // The newest change after `id` that touched this field of this record; 0: none.
    Result<qint64> latestTouching(const QString& table, const Key& key, const QString& column,
                                  qint64 afterId);

private:
    Status appendRecord(qint64 changeId, qint64 sequence, const RecordChange& record,
                        const Catalog& catalog);

    Session& m_session;
};

// A name for a change that no other has (RFC 4122).
QString newChangeUid();

} // namespace gravin
