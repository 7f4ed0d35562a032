// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/writing.h"

#include "core/base/person.h"
#include "core/base/text.h"
#include "core/changes/change_feed.h"
#include "core/changes/change_writer.h"
#include "core/changes/log/known_heads.h"
#include "core/changes/log/log_marks.h"
#include "core/changes/log/log_seal.h"
#include "core/changes/watch/table_watching.h"
#include "core/fitting/query_source.h"
#include "session/database.h"
#include "session/drafts/draft_keeper.h"
#include "session/drafts/draft_saver.h"
#include "session/notices.h"
#include "session/project_document.h"
#include "session/records.h"
#include "session/remote_changes.h"
#include "session/work_keeper.h"

#include <QPointer>

namespace gravin {

namespace {
constexpr qint64 RecordsPerReport = 500;
constexpr std::chrono::milliseconds ChainAfter{200}; // saves in a row are chained together
} // namespace

Writing::Writing(Notices* notices, Database* database, ProjectDocument* document, Records* records)
    : m_notices(notices)
    , m_database(database)
    , m_document(document)
    , m_records(records)
    , m_feed(std::make_unique<ChangeFeed>(database->sharedCatalog(), database->kept(),
                                          document->project().connection))
    , m_saver(std::make_unique<DraftSaver>(notices, database, records, this))
    , m_draftKeeper(std::make_unique<DraftKeeper>(document->file(), database, records))
    , m_workKeeper(std::make_unique<WorkKeeper>(document->file(), notices, database)) {
    connect(m_draftKeeper.get(), &DraftKeeper::failed, notices,
            [notices](const Error& error) { notices->refuse(error); });
    connect(database, &Database::catalogChanged, this, [this] {
        m_gatherFailed = false;
        m_feed->setCatalog(m_database->sharedCatalog());
    });
    m_chainSoon.setSingleShot(true);
    m_chainSoon.setInterval(ChainAfter);
    connect(&m_chainSoon, &QTimer::timeout, this, &Writing::chain);
    connectFeed();
}

Writing::~Writing() = default;

void Writing::connectFeed() {
    connect(m_feed.get(), &ChangeFeed::committedByOthers, this,
            [this](const CommittedChange& change) {
                m_records->remoteChanges()->follow(change, m_database->catalog());
            });
    connect(m_feed.get(), &ChangeFeed::committed, this, [this](const CommittedChange& change) {
        m_records->follow(change);
        Q_EMIT committed(change);
    });
    connect(m_feed.get(), &ChangeFeed::changedOutside, m_records, &Records::followOutside);
    connect(m_feed.get(), &ChangeFeed::seenWaiting, this, &Writing::gatherSeen);
    connect(m_feed.get(), &ChangeFeed::lost, this,
            [this](const Error& error) { Q_EMIT reachable(false, error.sentence); });
    connect(m_feed.get(), &ChangeFeed::restored, this, [this] {
        Q_EMIT reachable(true, {});
        m_records->refreshNow();
    });
}

void Writing::save(const BoundScreen& screen, const RecordId& id) {
    m_saver->save(screen.screen.label, {screen.table->name, id});
}

void Writing::setAttended(bool attended) { m_feed->setAttended(attended); }

void Writing::cancel(Worker::JobId job) { m_database->writer()->cancel(job); }

Writing::Answer Writing::orNotice(QObject* context, Answer answer) {
    return [this, asker = QPointer<QObject>(context),
            answer = std::move(answer)](const Result<QString>& said) {
        if (asker)
            answer(said);
        else if (said)
            m_notices->done(*said);
        else
            m_notices->refuse(said.error());
    };
}

void Writing::createTable(const TablePlan& plan, QObject* context,
                          std::function<void(const Result<QString>&)> answer) {
    if (const QString reason = m_document->reasonAgainstNewTable(); !reason.isEmpty()) {
        answer(Error{ErrorKind::ReadOnly, reason});
        return;
    }
    const Answer tell = orNotice(context, std::move(answer));
    m_database->writer()->run<Catalog>(
        this,
        [plan, catalog = m_database->sharedCatalog(),
         project = m_document->project()](Session& session) -> Result<Catalog> {
            if (Status made = gravin::createTable(session, *catalog, plan); !made)
                return made.error();
            return catalogOf(session, project, givenIn(*catalog));
        },
        [this, plan, tell](Result<Catalog> catalog) {
            if (!catalog) {
                tell(catalog.error());
                return;
            }
            m_records->takeStructure(std::move(*catalog));
            addFirstRecords(plan, tell);
        });
}

Worker::JobId Writing::addField(const QString& table, const FieldPlan& field, QObject* context,
                                std::function<void(const Result<QString>&)> answer) {
    const Answer tell = orNotice(context, std::move(answer));
    return m_database->writer()->run<Catalog>(
        this,
        [table, field, catalog = m_database->sharedCatalog(),
         project = m_document->project()](Session& session) -> Result<Catalog> {
            if (Status added = gravin::addField(session, *catalog, table, field); !added)
                return added.error();
            return catalogOf(session, project, givenIn(*catalog));
        },
        [this, table, field, tell](Result<Catalog> catalog) {
            if (!catalog) {
                tell(catalog.error());
                return;
            }
            m_records->takeStructure(std::move(*catalog));
            tell(tr("Added the field %1 to %2. It is empty in the records that are there.")
                     .arg(field.name, table));
        });
}

void Writing::addFirstRecords(const TablePlan& plan,
                              const std::function<void(const Result<QString>&)>& answer) {
    ChangeRequest request;
    request.action = QStringLiteral("add");
    request.note = tr("First records of %1").arg(plan.name);
    for (const QStringList& row : plan.rows) {
        auto values = plannedValues(m_database->catalog(), plan, row);
        if (!values) {
            answer(values.error());
            return;
        }
        if (!values->isEmpty())
            request.edits.push_back({Operation::Insert, plan.name, {}, {}, *values});
    }
    if (request.edits.empty()) {
        answer(tr("Created the table %1.").arg(plan.name));
        return;
    }
    write(std::move(request), this, [plan, answer](const WriteResult& result) {
        if (result)
            answer(tr("Created the table %1 with %2: change %3.")
                       .arg(plan.name, countedRecords(static_cast<qint64>(result->records.size())))
                       .arg(result->id));
        else
            answer(Error{result.error().error.kind,
                         tr("The table %1 was created, but without its first records. %2")
                             .arg(plan.name, result.error().error.sentence),
                         result.error().error.detail});
    });
}

void Writing::write(ChangeRequest request, QObject* context,
                    std::function<void(const WriteResult&)> answer) {
    (void)writeLong(std::move(request), context, {}, std::move(answer));
}

Worker::JobId Writing::writeLong(ChangeRequest request, QObject* context,
                                 const std::function<void(qint64 done)>& progress,
                                 std::function<void(const WriteResult&)> answer) {
    request.person = personName();
    request.chainsLater = true;
    if (progress) {
        request.uid = newChangeUid();
        // Not each record is worth a repainting.
        request.progress = [worker = m_database->writer(), guarded = QPointer<QObject>(context),
                            progress, told = qint64{0}](qint64 done) mutable {
            if (done - told >= RecordsPerReport) {
                told = done;
                worker->report(guarded, [progress, done] { progress(done); });
            }
            return !worker->isCancelled();
        };
    }
    using Write = std::function<WriteResult()>;
    const std::function<WriteResult(const Write&)> around =
        progress ? m_workKeeper->noting(request) : [](const Write& write) { return write(); };
    // The door's refusal is richer than an Error, so it travels as the job's value.
    return m_database->writer()->run<WriteResult>(
        this,
        [request = std::move(request), around, catalog = m_database->sharedCatalog(),
         rules = m_document->rules()](Session& session) {
            return Result<WriteResult>(
                around([&] { return ChangeWriter(session, *catalog, rules).write(request); }));
        },
        [this, asker = QPointer<QObject>(context),
         answer = std::move(answer)](const Result<WriteResult>& result) {
            const WriteResult written =
                result ? *result : WriteResult(WriteFailure{result.error(), {}, {}});
            if (written) {
                m_feed->announce(*written);
                // On a file it is done with the change.
                if (!m_document->project().connection.isFile() && !m_chainSoon.isActive())
                    m_chainSoon.start();
            }
            if (asker)
                answer(written);
            else
                tellUnasked(written);
        });
}

// In its turn behind what is being written; a project that is closed before leaves it to whoever
// writes next.
void Writing::chain() {
    m_database->writer()->run<Success>(
        this, [](Session& session) { return LogSeal(session).chainWaiting(); },
        [](const Status&) {}); // what fails is done by whoever writes next
}

// The log tells of it then like of any change.
void Writing::gatherSeen() {
    if (m_isGathering || m_gatherFailed || !m_document->project().connection.changeLog)
        return;
    m_isGathering = true;
    m_database->writer()->run<int>(
        this,
        [catalog = m_database->sharedCatalog()](Session& session) {
            return TableWatching(session, *catalog).gather();
        },
        [this](const Result<int>& gathered) {
            m_isGathering = false;
            // What another window is bringing in just now is told when that is done.
            if (gathered) {
                if (*gathered > 0)
                    m_feed->look();
                return;
            }
            if (gathered.error().kind == ErrorKind::Busy ||
                gathered.error().kind == ErrorKind::Unavailable)
                return; // the next look tries again
            m_gatherFailed = true;
            m_notices->refuse(tr("What other programs did to watched tables does not come into the "
                                 "change log. %1")
                                  .arg(gathered.error().sentence),
                              gathered.error().detail);
        });
}

void Writing::watch(const QStringList& watched, const QStringList& notWatched, QObject* context,
                    std::function<void(const Result<QString>&)> answer) {
    const Answer tell = orNotice(context, std::move(answer));
    m_database->writer()->run<Catalog>(
        this,
        [watched, notWatched, catalog = m_database->sharedCatalog(),
         project = m_document->project()](Session& session) -> Result<Catalog> {
            Status set = notWatched.isEmpty()
                             ? ok()
                             : TableWatching(session, *catalog).set(notWatched, false);
            auto now =
                set ? catalogOf(session, project, givenIn(*catalog)) : Result<Catalog>(set.error());
            if (!now || watched.isEmpty())
                return now;
            set = TableWatching(session, *now).set(watched, true);
            return set ? catalogOf(session, project, givenIn(*catalog))
                       : Result<Catalog>(set.error());
        },
        [this, watched, notWatched, tell](Result<Catalog> catalog) {
            if (!catalog) {
                tell(catalog.error());
                return;
            }
            m_records->takeStructure(std::move(*catalog));
            m_feed->look();
            QStringList said;
            if (!watched.isEmpty())
                said += tr("Watched from now on: %1.").arg(watched.join(QStringLiteral(", ")));
            if (!notWatched.isEmpty())
                said += tr("Not watched any more: %1.").arg(notWatched.join(QStringLiteral(", ")));
            tell(said.join(u' '));
        });
}

// Who asked has gone meanwhile: what came of it is said all the same.
void Writing::tellUnasked(const WriteResult& result) {
    if (!result) {
        m_notices->refuse(tr("Nothing was written. %1").arg(result.error().error.sentence),
                          result.error().error.detail);
    } else if (result->id > 0) {
        Notice said{
            Notice::Kind::Done,
            tr("Done: %1, change %2.").arg(countedRecords(result->count())).arg(result->id)};
        said.change = result->id;
        m_notices->tell(said);
    }
}

void Writing::compareLog() {
    if (!m_document->project().connection.changeLog)
        return;
    m_database->reader()->run<QString>(
        this, [](Session& session) { return personsHeads().compare(session); },
        [this](const Result<QString>& lost) {
            // That it cannot be looked up is no reason not to work.
            if (lost && !lost->isEmpty())
                m_notices->refuse(*lost,
                                  tr("If that is right, say so in the change log: More…, “Go by "
                                     "this log from now on”."));
        });
}

void Writing::acceptLog() {
    m_database->reader()->run<Success>(
        this, [](Session& session) { return personsHeads().accept(session); },
        [this](const Status& accepted) {
            if (accepted)
                m_notices->done(tr("The change log counts as it is from now on."));
            else
                m_notices->refuse(accepted.error());
        });
}

void Writing::addNote(qint64 change, const QString& text) {
    if (isForbidden(Act::Note))
        return;
    writeOnLog([change, text, person = personName()](
                   LogMarks& marks) { return marks.addNote(change, text, person); },
               tr("Added a note to change %1.").arg(change));
}

bool Writing::isForbidden(Act act) {
    const QString reason = m_document->standing().reasonAgainst(act);
    if (!reason.isEmpty())
        m_notices->refuse({ErrorKind::Refused, reason});
    return !reason.isEmpty();
}

void Writing::markTrial(qint64 ends, const QString& said) {
    if (isForbidden(Act::Trial))
        return;
    writeOnLog(
        [ends, person = personName()](LogMarks& marks) { return marks.markTrial(ends, person); },
        said);
}

void Writing::writeOnLog(std::function<WriteResult(LogMarks&)> write, const QString& said) {
    m_database->writer()->run<WriteResult>(
        this,
        [write = std::move(write), catalog = m_database->sharedCatalog()](Session& session) {
            LogMarks marks(session, *catalog);
            return Result<WriteResult>(write(marks));
        },
        [this, said](const Result<WriteResult>& result) {
            if (result && *result) {
                m_feed->announce(**result);
                m_notices->done(said);
            } else {
                m_notices->refuse(result ? result->error().error : result.error());
            }
        });
}

} // namespace gravin
