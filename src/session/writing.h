// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/table_plan.h"
#include "core/database/worker.h"
#include "core/fitting/binding.h"

#include <QObject>
#include <QTimer>

#include <functional>
#include <memory>

namespace gravin {

class ChangeFeed;
class Database;
class DraftKeeper;
class DraftSaver;
class LogMarks;
class Notices;
class ProjectDocument;
class Records;
class WorkKeeper;

// Everything that an open project writes to its database, and the news of what was written, by
// itself or by others. What a write leads to hangs on this object and not on who asked for it.
// Lives in the interface's thread and never waits there for the database.
class Writing : public QObject {
    Q_OBJECT
public:
    // All must outlive it.
    Writing(Notices* notices, Database* database, ProjectDocument* document, Records* records);
    ~Writing() override;

    // Saves one draft, and the new records that it cannot be saved without, as one change. Tells
    // what came of it.
    void save(const BoundScreen& screen, const RecordId& id);
    DraftSaver* saver() { return m_saver.get(); }
    DraftKeeper* draftKeeper() { return m_draftKeeper.get(); }
    WorkKeeper* workKeeper() { return m_workKeeper.get(); }

    // Hands a change to the one door and announces it. `answer` is called while `context` lives;
    // otherwise a notice tells what came of it.
    void write(ChangeRequest request, QObject* context,
               std::function<void(const WriteResult&)> answer);
    // The same for a change of many records: tells how many are done so far, and can be cancelled.
    Worker::JobId writeLong(ChangeRequest request, QObject* context,
                            const std::function<void(qint64 done)>& progress,
                            std::function<void(const WriteResult&)> answer);
    // Nothing of it stays; it answers with Cancelled.
    void cancel(Worker::JobId job);

    // Makes the table and then, as one change, its first records. `answer` is called while
    // `context` lives, with the sentence that says what was done; otherwise a notice tells it.
    // After a failure the table may be there without its records, which the error then says.
    void createTable(const TablePlan& plan, QObject* context,
                     std::function<void(const Result<QString>&)> answer);

    // Gives a table one more field, which is empty in the records that are there; what shows the
    // table follows. `answer` is called while `context` lives, with the sentence that says what was
    // done; otherwise a notice tells it.
    Worker::JobId addField(const QString& table, const FieldPlan& field, QObject* context,
                           std::function<void(const Result<QString>&)> answer);

    // Has tables watched by the database, and others not any more; the catalog follows. `answer` is
    // called while `context` lives, with the sentence that says what was done; otherwise a notice
    // tells it.
    void watch(const QStringList& watched, const QStringList& notWatched, QObject* context,
               std::function<void(const Result<QString>&)> answer);

    // Whether somebody is at the window, so that news is looked for more often.
    void setAttended(bool attended);

    // Tells what is missing of the change log that this person saw before, if anything.
    void compareLog();
    // From now on the log as it is counts.
    void acceptLog();
    // Both tell what came of it.
    void addNote(qint64 change, const QString& text);
    // Begins a trial (`ends` 0), or ends that one; `said`: what to tell then.
    void markTrial(qint64 ends, const QString& said);

Q_SIGNALS:
    // A change of this project's or of anybody's stands in the database's log.
    void committed(const gravin::CommittedChange& change);
    // The database can be reached again, or no longer and why.
    void reachable(bool reachable, const QString& reason);

private:
    using Answer = std::function<void(const Result<QString>&)>;
    // Answers while `context` lives; then a notice tells it.
    Answer orNotice(QObject* context, Answer answer);
    void chain();
    void gatherSeen();
    void connectFeed();
    void tellUnasked(const WriteResult& result);
    void writeOnLog(std::function<WriteResult(LogMarks&)> write, const QString& said);
    void addFirstRecords(const TablePlan& plan,
                         const std::function<void(const Result<QString>&)>& answer);

    Notices* m_notices;
    Database* m_database;
    // Says why, where it is.
    bool isForbidden(Act act);

    ProjectDocument* m_document;
    Records* m_records;
    std::unique_ptr<ChangeFeed> m_feed;
    QTimer m_chainSoon;
    bool m_isGathering = false;
    bool m_gatherFailed = false; // said once; tried again when the catalog is another
    std::unique_ptr<DraftSaver> m_saver;
    std::unique_ptr<DraftKeeper> m_draftKeeper;
    std::unique_ptr<WorkKeeper> m_workKeeper;
};

} // namespace gravin
