// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/worker.h"
#include "core/fitting/generation/evidence.h"

#include <QHash>

namespace gravin {

class Database;
class ProjectDocument;

// What is known of the stored values of each table, gathered in the background by a worker of its
// own, one table after another.
class ColumnProfiles : public QObject {
    Q_OBJECT
public:
    enum class State {
        NotAsked,
        TooLarge, // it was only to be looked at if it is small; `records` is known
        Gathering,
        Ready,
        Failed
    };
    struct Entry {
        State state = State::NotAsked;
        double progress = 0;     // 0 … 1, while gathering
        Evidence evidence;       // the last that was gathered, also while it is gathered anew
        QString reason;          // of a failure, for people
        bool isOutdated = false; // records were changed since
    };

    // Both must outlive it.
    ColumnProfiles(Database* database, ProjectDocument* document);
    ~ColumnProfiles() override;

    const Entry& of(const QString& table) const;
    bool isReady(const QString& table) const { return of(table).state == State::Ready; }

    // Looks at the table now, whatever its size.
    void gather(const QString& table) { begin(table, false); }
    // Looks at it unless that was done and still holds, or it is large: that takes a while, and
    // somebody has to want it.
    void gatherIfSmall(const QString& table);
    void stop(const QString& table);

    void follow(const CommittedChange& change);
    void outdateAll();

Q_SIGNALS:
    // Of what is known of this table: looked at, ready, failed, or outdated.
    void changed(const QString& table);

private:
    void begin(const QString& table, bool onlyIfSmall);
    void finish(const QString& table, const Result<Evidence>& evidence);

    struct Job {
        Worker::JobId id = 0;
        int number = 0; // an answer of a job that was stopped is not waited for any more
    };

    Database* m_database;
    ProjectDocument* m_document;
    WorkerHandle m_worker; // started by the first that is asked
    QHash<QString, Entry> m_entries;
    QHash<QString, Job> m_jobs;
    int m_jobsBegun = 0;
};

} // namespace gravin
