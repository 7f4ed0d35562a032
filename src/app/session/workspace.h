// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/live_records.h"
#include "core/changes/bulk_update.h"
#include "core/changes/change_feed.h"
#include "core/changes/change_log.h"
#include "core/changes/rollback.h"
#include "core/database/table_plan.h"
#include "core/project/binding.h"
#include "core/project/binding_check.h"

#include <QObject>
#include <QUndoStack>

#include <functional>
#include <memory>

namespace gravin {

class ChangeWriter;
class DraftHistory;
class DraftKeeper;
class DraftQuestions;
class DraftSaver;
class EvidenceBook;
class LookupWork;
class OthersNews;
class Presence;
class WorkKeeper;

// One line for the person at the screen: what was done, or what was refused and why.
struct Notice {
    enum class Kind { Done, Refused };
    Kind kind = Kind::Done;
    QString text;
    QString detail = {}; // the database's own words, shown folded
    qint64 change = 0;   // that can be rolled back from beside the line; 0: none
    // It is about what was typed until now: the next edit makes it untrue.
    bool isUntilEdited = false;
};

// An opened project at work: its connection, the shared records and drafts, and everything that
// writes. All screens, forms and windows of one project share one workspace. Lives in the
// interface's thread and never waits there for the database.
class Workspace : public QObject {
    Q_OBJECT
public:
    using Opened = std::function<void(Result<std::shared_ptr<Workspace>>)>;
    // Reads the project's catalog in the background; `answer` is called in this thread while
    // `context` lives.
    static void open(const QString& projectFile, const Project& project, QObject* context,
                     Opened answer);

    Workspace(QString projectFile, Project project, std::shared_ptr<const Catalog> catalog,
              WorkerHandle reader);
    ~Workspace() override;

    const QString& projectFile() const { return m_projectFile; }
    const Project& project() const { return m_project; }
    const Catalog& catalog() const { return *m_catalog; }
    // For work in other threads.
    std::shared_ptr<const Catalog> sharedCatalog() const { return m_catalog; }
    bool isProjectModified() const { return !(m_project == m_savedProject); }
    Status saveProject();

    // Changes the project as one step of undo, named by `text`; what shows it follows at once. An
    // edit that changes nothing is no step.
    void change(const QString& text, const std::function<void(Project&)>& edit);
    // Steps of change(), for the whole project.
    QUndoStack* undoStack() { return &m_undo; }
    // Puts a described SELECT among the sources, as one step: in the place of the one that was
    // called `former`, or as a new one.
    void putSource(const QString& former, const QuerySource& source, const Table& described);
    void removeSource(const QString& name);
    // Makes the table and then, as one change, its first records. `answer` is called while
    // `context` lives, with the sentence that says what was done; otherwise notice() says it. After
    // a failure the table may be there without its records, which the error then says.
    void createTable(const TablePlan& plan, QObject* context,
                     std::function<void(const Result<QString>&)> answer);
    // Why no table can be made through this connection; empty: one can.
    QString reasonAgainstNewTable() const;
    // Adds generated screens for these tables, as one step, and answers the id of the first.
    // Their fields follow what is stored a moment later.
    QString addScreens(const QStringList& tables, Arrangement arrangement);

    // The screen of this id, or the stand-in for a table without one (see standInId()).
    Result<Screen> screen(const QString& screenId) const;
    // The screen bound to its table; an error when the table is not there.
    Result<BoundScreen> bound(const QString& screenId) const;
    // Where the project does not fit the catalog, now.
    const Findings& findings() const { return m_findings; }
    TableRules rules(const QString& table) const { return m_rules.value(table); }
    const RuleBook& rules() const { return m_rules; }

    // What everybody shares, see LiveRecords.
    RecordStore* records(const QString& table) { return m_live->records(table); }
    DraftStore* drafts(const QString& table) { return m_live->drafts(table); }
    QStringList tablesInUse() const { return m_live->inUse(); }
    // The table as its records in use are laid out.
    std::shared_ptr<const Table> sharedTable(const QString& table) { return m_live->table(table); }
    // Requires: the screen's table is in the catalog.
    RecordView* view(const QString& screenId);
    std::shared_ptr<RecordView> newView(const QString& table) { return m_live->newView(table); }
    LookupStore* lookup(const Lookup& lookup) { return m_live->lookup(lookup); }
    Worker* reader() { return m_reader.get(); }
    Worker* writer() { return m_writer.get(); }

    // What people see of a value: choices by label, lookups by their shown value.
    QString shown(const BoundField& field, const Value& value);
    // The same; of a very long text its beginning, and how much more there is.
    QString shownBriefly(const BoundField& field, const Value& value);

    // What a record is called, as far as it is here already; else empty.
    QString nameOf(const QString& table, const Key& key);

    // Begins a new record, with its defaults and over them what is given here. `parent`: the new
    // record that it belongs to.
    RecordId newRecord(const BoundScreen& screen, const QMap<QString, Value>& presets = {},
                       const std::optional<DraftParent>& parent = {});
    // Begins a new record with what another one holds, as it is with its edits. What the database
    // gives or computes and what must not occur twice is left to be filled in.
    // Nothing: it is not here.
    std::optional<RecordId> copyRecord(const BoundScreen& screen, const RecordId& id,
                                       const std::optional<DraftParent>& parent = {});
    // Begins a new record with what a draft holds whose record was deleted. Requires: it is gone.
    RecordId addAnew(const BoundScreen& screen, const RecordId& id);
    // Reads all that is shown anew; no draft is touched. Never needed, but may be asked for.
    void refreshNow() { m_live->refreshAll(); }
    // Why no record can be added to this table by hand; empty: one can.
    QString reasonAgainstNew(const QString& table) const;
    DraftKeeper* draftKeeper() { return m_keeper.get(); }
    WorkKeeper* workKeeper() { return m_workKeeper.get(); }
    EvidenceBook* evidence() { return m_evidence.get(); }
    LookupWork* lookupWork() { return m_lookupWork.get(); }
    OthersNews* othersNews() { return m_othersNews.get(); }
    Presence* presence() { return m_presence.get(); }

    // A field was edited: typed text is read by the field's definition, and kept when it cannot be.
    // A text for a lookup is looked for in the background. `record`: the stored record as it is
    // shown, where that is known; null: the one that is in the cache, if any.
    void type(const BoundScreen& screen, const RecordId& id, const BoundField& field,
              const QString& text, const Record* record = nullptr);
    void choose(const BoundScreen& screen, const RecordId& id, const BoundField& field,
                const Value& value, const Record* record = nullptr);

    // Why this record cannot be saved now, one problem each; empty when it can, or has no draft.
    std::vector<Problem> problems(const QString& table, const RecordId& id) const;
    // Saves one draft, and the new records that it cannot be saved without, as one change. Says
    // what came of it with notice() and saved().
    void save(const BoundScreen& screen, const RecordId& id);
    DraftHistory* history() { return m_history.get(); }
    DraftSaver* saver() { return m_saver.get(); }
    // Ends a draft, and those of new records that belong to it.
    void discard(const QString& table, const RecordId& id);
    // Hands a change to the one door and announces it. `answer` is called while `context` lives;
    // otherwise notice() says what came of it.
    void write(ChangeRequest request, QObject* context,
               std::function<void(const WriteResult&)> answer);
    // The same for a change of many records: tells how many are done so far, and can be cancelled.
    Worker::JobId writeLong(ChangeRequest request, QObject* context,
                            std::function<void(qint64 done)> progress,
                            std::function<void(const WriteResult&)> answer);
    // Says with notice() what is missing of the change log that this person saw before, if
    // anything.
    void compareLog();
    // From now on the log as it is counts.
    void acceptLog();
    // Both say with notice() what came of it.
    void addNote(qint64 change, const QString& text);
    // Begins a trial (`ends` 0), or ends that one; `said`: what to say then.
    void markTrial(qint64 ends, const QString& said);
    // Nothing of it stays; it answers with Cancelled.
    void cancelWrite(Worker::JobId job) { m_writer->cancel(job); }

    // All drafts of all tables that are not saved.
    struct OpenDraft {
        QString table;
        RecordId id;
        QString name;
    };
    QList<OpenDraft> openDrafts() const;

Q_SIGNALS:
    void definitionsChanged(const QString& table);
    void screenChanged(const QString& screenId);
    void screensChanged();
    void catalogChanged();
    void findingsChanged();
    // A source or what is computed of it became another while in use: what shows its records has to
    // be made anew.
    void sourcesReplaced();
    void modifiedChanged(bool modified);
    void notice(const gravin::Notice& notice);
    void committed(const gravin::CommittedChange& change);
    // A save succeeded; of a new record the id is now that of its key.
    void saved(const QString& table, const gravin::RecordId& before, const gravin::RecordId& now);
    void draftsChanged();
    // Somebody typed or chose a value of a record.
    void edited();
    // Somebody wants an edit window on this record.
    void recordWanted(const QString& screenId, const gravin::RecordId& id);
    void lookupsLoaded();
    void reachable(bool reachable, const QString& reason);

private:
    friend class ProjectStep;
    void setProject(const Project& project);
    void followSources();
    // After the project or the catalog became another.
    void renewRules();
    // Tables that are in use stay as they are known.
    void setCatalog(Catalog next);
    void fitToStored(const QStringList& tables);
    void tellUnasked(const WriteResult& result);
    void writeOnLog(std::function<WriteResult(ChangeWriter&)> write, const QString& said);
    void addFirstRecords(const TablePlan& plan,
                         const std::function<void(const Result<QString>&)>& answer);

    QString m_projectFile;
    Project m_project;
    Project m_savedProject;
    std::shared_ptr<const Catalog> m_catalog;
    RuleBook m_rules;
    Findings m_findings;
    WorkerHandle m_reader;  // pages, lookups, the log
    WorkerHandle m_indexer; // key indexes
    WorkerHandle m_writer;  // the one door
    std::unique_ptr<LiveRecords> m_live;
    std::unique_ptr<ChangeFeed> m_feed;
    std::unique_ptr<OthersNews> m_othersNews;
    std::unique_ptr<Presence> m_presence;
    std::unique_ptr<LookupWork> m_lookupWork;
    std::unique_ptr<EvidenceBook> m_evidence;
    std::unique_ptr<DraftQuestions> m_questions;
    std::unique_ptr<DraftSaver> m_saver;
    std::unique_ptr<DraftHistory> m_history;
    std::unique_ptr<DraftKeeper> m_keeper;
    std::unique_ptr<WorkKeeper> m_workKeeper;
    QUndoStack m_undo;
    QHash<QString, Table> m_described; // sources of now and of former steps, by identityOf()
    bool m_sourcesWait = false;        // one of them has unsaved edits
};

} // namespace gravin
