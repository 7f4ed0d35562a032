// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "session/drafts/draft_families.h"
#include "session/live_records.h"

#include <QObject>

#include <memory>

namespace gravin {

class ColumnProfiles;
class Database;
class DraftHistory;
class DraftNumbers;
class LineMoves;
class DraftOffers;
class DraftQuestions;
class DraftAggregates;
class DraftReach;
class LookupWork;
class Notices;
class Presence;
class ProjectDocument;
class RemoteChanges;

// The records that are worked on: what is stored of them, what is typed over it, and what is known
// about both. All screens, forms and windows of one project share them. Lives in the interface's
// thread and never waits there for the database.
class Records : public QObject {
    Q_OBJECT
public:
    // All must outlive it.
    Records(Notices* notices, Database* database, ProjectDocument* document);
    ~Records() override;

    // What everybody shares, see LiveRecords. Require: the table, or that of the screen, is in the
    // catalog.
    RecordStore* store(const QString& table) { return m_live->records(table); }
    DraftStore* drafts(const QString& table) { return m_live->drafts(table); }
    QStringList tablesInUse() const { return m_live->inUse(); }
    // The table as its records in use are laid out.
    std::shared_ptr<const Table> table(const QString& name) { return m_live->table(name); }
    // The drafts of a table that is in use; null: it is not.
    const DraftStore* draftsInUse(const QString& table) const { return m_live->draftsInUse(table); }
    RecordView* view(const QString& screenId);
    std::shared_ptr<RecordView> newView(const QString& table) { return m_live->newView(table); }
    LookupStore* lookup(const Lookup& lookup);
    const Catalog& catalog() const;

    // What people see of a value: choices by label, lookups by their shown value.
    QString shown(const BoundField& field, const Value& value);
    // The same; of a very long text its beginning, and how much more there is.
    QString shownBriefly(const BoundField& field, const Value& value);
    // The same of a column that need not be on any screen, nor in the database any more.
    QString shownOf(const QString& table, const QString& column, const Value& value);
    // What a record is called, as far as it is here already; else empty.
    QString nameOf(const QString& table, const Key& key);
    // What a draft's record is called as it would be saved; "New record" without a name.
    QString nameOf(const DraftRef& ref);

    // Begins a new record, with its defaults and over them what is given here. `parent`: the new
    // record that it belongs to.
    RecordId newRecord(const BoundScreen& screen, const QMap<QString, Value>& presets = {},
                       const std::optional<DraftParent>& parent = {});
    // Begins a new record with what another one holds, as it is with its edits. What the database
    // gives or computes and what must not occur twice is left to be filled in.
    // Nothing: it is not here.
    std::optional<RecordId> copyRecord(const BoundScreen& screen, const RecordId& id,
                                       const std::optional<DraftParent>& parent = {});
    // What of a record is taken over into a copy of it: as above.
    static QMap<QString, Value> copiedValues(const BoundScreen& screen,
                                             const std::vector<Value>& values);
    // Begins a new record with what a draft holds whose record was deleted. Requires: it is gone.
    RecordId addAnew(const BoundScreen& screen, const RecordId& id);
    // A field was edited: typed text is read by the field's definition, and kept when it cannot be.
    // A text for a lookup is looked for in the background. `record`: the stored record as it is
    // shown, where that is known; null: the one that is in the cache, if any.
    void type(const BoundScreen& screen, const RecordId& id, const BoundField& field,
              const QString& text, const Record* record = nullptr);
    void choose(const BoundScreen& screen, const RecordId& id, const BoundField& field,
                const Value& value, const Record* record = nullptr);
    // Ends a draft, and those of new records that belong to it.
    void discard(const QString& table, const RecordId& id);

    // Why this record cannot be saved now, one problem each; empty when it can, or neither it nor
    // its lines are edited.
    std::vector<Problem> problems(const QString& table, const RecordId& id) const;
    // All drafts of all tables that are not saved.
    struct OpenDraft {
        QString table;
        RecordId id;
        QString name;
    };
    QList<OpenDraft> openDrafts();
    const DraftFamilies& families() const { return m_families; }
    // While they are held, the tables of these drafts tell of changes once.
    std::vector<std::unique_ptr<DraftStore::Batch>> batchesOf(const QList<DraftRef>& drafts);

    // Reads all that is shown anew; no draft is touched. Never needed, but may be asked for.
    void refreshNow() { m_live->refreshAll(); }
    DraftHistory* history() { return m_history.get(); }
    LineMoves* lineMoves() { return m_lineMoves.get(); }
    LookupWork* lookupWork() { return m_lookupWork.get(); }
    ColumnProfiles* profiles() { return m_profiles.get(); }
    RemoteChanges* remoteChanges() { return m_remote.get(); }
    Presence* presence() { return m_presence.get(); }

    // What was committed, or what may have been, is followed by all that is here.
    void follow(const CommittedChange& change);
    void followOutside();
    // The catalog becomes this one, which was read just now. What shows a table that is otherwise
    // than before is made anew; one with unsaved edits stays as it is until they are saved or
    // discarded.
    void takeStructure(Catalog next);
    // Reads what the database says of itself anew. `answer` is called while `context` lives, with
    // what is otherwise, for people; empty: nothing is.
    void readStructure(QObject* context, std::function<void(const Result<QString>&)> answer);
    // Asks a SELECT of the developer's own with these values, by parameter: what shows it is made
    // anew. Refused while records of it have unsaved edits. `answer` is called while `context`
    // lives.
    void ask(const QString& source, const QMap<QString, Value>& values, QObject* context,
             std::function<void(const Status&)> answer);
    // A draft was saved: its record is stored under `now`. Told by who saves.
    void tellSaved(const QString& table, const RecordId& before, const RecordId& now) {
        Q_EMIT saved(table, before, now);
    }
    // Somebody wants an edit window on this record.
    void want(const QString& screenId, const RecordId& id) { Q_EMIT wanted(screenId, id); }

Q_SIGNALS:
    // Which records have drafts, or what a draft holds; of any table.
    void draftsChanged();
    // Somebody typed or chose a value of a record.
    void edited();
    // A save succeeded; of a new record the id is now that of its key. Its draft goes after this.
    void saved(const QString& table, const gravin::RecordId& before, const gravin::RecordId& now);
    void lookupsLoaded();
    // A source or what is computed of it became another while in use: what shows its records has to
    // be made anew.
    void sourcesReplaced();
    // A window on this record is asked for.
    void wanted(const QString& screenId, const gravin::RecordId& id);

private:
    // The catalog's sources and computed fields become those of the project.
    void followSources();
    // The catalog becomes this one; tables in use stay as their records are laid out.
    void adoptCatalog(Catalog next);

    Notices* m_notices;
    Database* m_database;
    ProjectDocument* m_document;
    DraftFamilies m_families;
    std::unique_ptr<LiveRecords> m_live;
    std::unique_ptr<RemoteChanges> m_remote;
    std::unique_ptr<Presence> m_presence;
    std::unique_ptr<LookupWork> m_lookupWork;
    std::unique_ptr<ColumnProfiles> m_profiles;
    std::unique_ptr<DraftQuestions> m_questions;
    std::unique_ptr<DraftReach> m_reach;
    std::unique_ptr<DraftAggregates> m_aggregates;
    std::unique_ptr<DraftOffers> m_offers;
    std::unique_ptr<DraftNumbers> m_numbers;
    std::unique_ptr<DraftHistory> m_history;
    std::unique_ptr<LineMoves> m_lineMoves;
    std::shared_ptr<const Catalog> m_structure; // as it was read last, whoever has unsaved edits
    bool m_sourcesWait = false;                 // one of them has unsaved edits
};

} // namespace gravin
