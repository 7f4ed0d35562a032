// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/fitting/lookup_store.h"
#include "core/records/drafts/draft_store.h"
#include "core/records/record_store.h"
#include "core/records/record_view.h"

#include <memory>

namespace gravin {

// The records that somebody works on: one store and one set of drafts for each table, the views and
// the lookups, shared by all screens and kept true to what is committed. Tables are the catalog's
// as they were when they were first asked for. Lives in the interface's thread.
class LiveRecords : public QObject {
    Q_OBJECT
public:
    // Both workers must outlive the object.
    LiveRecords(std::shared_ptr<const Catalog> catalog, Worker* reader, Worker* indexer,
                QObject* parent = nullptr);
    ~LiveRecords() override;

    // For tables that are asked for from now on.
    void setCatalog(std::shared_ptr<const Catalog> catalog) { m_catalog = std::move(catalog); }

    // Require: the table is in the catalog.
    std::shared_ptr<const Table> table(const QString& name) { return data(name).table; }
    RecordStore* records(const QString& name) { return data(name).records.get(); }
    DraftStore* drafts(const QString& name) { return data(name).drafts.get(); }
    // The view of this name on this table, all records at first.
    RecordView* view(const QString& name, const QString& tableName);
    // A view of its own, showing nothing until it is told what; follows changes while it lives.
    std::shared_ptr<RecordView> newView(const QString& tableName);
    // What it shows is written in this form.
    LookupStore* lookup(const Lookup& lookup, const LocaleForm& form);

    QStringList inUse() const { return m_tables.keys(); }
    // The drafts of a table in use; null: it is not.
    const DraftStore* draftsInUse(const QString& name) const;
    RecordStore* recordsInUse(const QString& name) const;
    // Nobody gets this table's stores any more; who has them keeps them as long as this lives.
    void retire(const QString& name);

    void follow(const CommittedChange& change);
    // Reads everything anew. Drafts are never touched by it.
    void refreshAll();

Q_SIGNALS:
    // Of any store in use.
    void failed(const gravin::Error& error);
    // Any draft of any table; before draftChanged(), which says which.
    void draftsChanged();
    // Somebody else deleted the record of this draft.
    void draftOrphaned(const QString& table, const gravin::RecordId& id);
    void draftAboutToBeEdited(const QString& table, const gravin::RecordId& id);
    void draftChanged(const QString& table, const gravin::RecordId& id);
    // Read, or another by a commit that was followed.
    void recordsArrived(const QString& table, const QList<gravin::Key>& keys);
    void lookupsLoaded();

private:
    struct TableData {
        std::shared_ptr<const Table> table;
        std::unique_ptr<RecordStore> records;
        std::unique_ptr<DraftStore> drafts;
    };
    TableData& data(const QString& name);
    QList<RecordView*> views() const;
    void followTable(const CommittedChange& change, TableData& table);
    void followRecord(const RecordChange& record, TableData& table);
    void followInViews(const RecordChange& record, const Table& table);
    void refreshSources(const CommittedChange& change);
    void refreshReached(const QStringList& changed);

    std::shared_ptr<const Catalog> m_catalog;
    Worker* m_reader;
    Worker* m_indexer;
    QHash<QString, std::shared_ptr<TableData>> m_tables;
    QHash<QString, std::shared_ptr<RecordView>> m_views; // by name and table
    QList<std::weak_ptr<RecordView>> m_looseViews;
    QHash<QString, std::shared_ptr<LookupStore>> m_lookups;
    QList<std::shared_ptr<TableData>> m_retired;
    QList<std::shared_ptr<RecordView>> m_retiredViews;
    QList<std::shared_ptr<LookupStore>> m_retiredLookups;
};

} // namespace gravin
