// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/live_records.h"

#include "core/base/text.h"
#include "core/records/reached.h"

#include <algorithm>

namespace gravin {

namespace {
// A change of more records than this is cheaper to read anew than to follow one by one.
constexpr size_t MostFollowed = 2000;
// In a list of a million each takes half a millisecond to be found.
constexpr size_t MostFollowedSingly = 50;
} // namespace

LiveRecords::LiveRecords(std::shared_ptr<const Catalog> catalog, Worker* reader, Worker* indexer,
                         QObject* parent)
    : QObject(parent)
    , m_catalog(std::move(catalog))
    , m_reader(reader)
    , m_indexer(indexer) {}

LiveRecords::~LiveRecords() = default;

LiveRecords::TableData& LiveRecords::data(const QString& name) {
    auto& entry = m_tables[name];
    if (!entry) {
        entry = std::make_shared<TableData>();
        entry->table = std::make_shared<const Table>(*m_catalog->table(name));
        entry->records = std::make_unique<RecordStore>(entry->table, m_reader);
        entry->drafts = std::make_unique<DraftStore>(entry->table);
        connect(entry->drafts.get(), &DraftStore::changed, this, [this, name](const RecordId& id) {
            Q_EMIT draftsChanged();
            Q_EMIT draftChanged(name, id);
        });
        connect(entry->drafts.get(), &DraftStore::manyChanged, this,
                [this, name](const QList<RecordId>& ids) {
                    Q_EMIT draftsChanged();
                    for (const RecordId& id : ids)
                        Q_EMIT draftChanged(name, id);
                });
        connect(entry->drafts.get(), &DraftStore::aboutToEdit, this,
                [this, name](const RecordId& id) { Q_EMIT draftAboutToBeEdited(name, id); });
        connect(entry->records.get(), &RecordStore::recordsArrived, this,
                [this, name](const QList<Key>& keys) { Q_EMIT recordsArrived(name, keys); });
        connect(entry->records.get(), &RecordStore::failed, this, &LiveRecords::failed);
    }
    return *entry;
}

const DraftStore* LiveRecords::draftsInUse(const QString& name) const {
    const auto found = m_tables.constFind(name);
    return found == m_tables.constEnd() ? nullptr : (*found)->drafts.get();
}

RecordStore* LiveRecords::recordsInUse(const QString& name) const {
    const auto found = m_tables.constFind(name);
    return found == m_tables.constEnd() ? nullptr : (*found)->records.get();
}

void LiveRecords::retire(const QString& name) {
    m_retired.append(m_tables.take(name));
    m_lookups.removeIf([&](const auto& store) {
        const bool goes = (*store)->lookup().table == name;
        if (goes)
            m_retiredLookups.append(*store);
        return goes;
    });
    m_views.removeIf([&](const auto& view) {
        const bool goes = (*view)->table().name == name;
        if (goes)
            m_retiredViews.append(*view);
        return goes;
    });
}

RecordView* LiveRecords::view(const QString& name, const QString& tableName) {
    auto& view = m_views[joinEscaped({name, tableName})];
    if (!view) {
        view = std::make_shared<RecordView>(data(tableName).table, m_indexer);
        connect(view.get(), &RecordView::failed, this, &LiveRecords::failed);
        view->reload();
    }
    return view.get();
}

std::shared_ptr<RecordView> LiveRecords::newView(const QString& tableName) {
    auto view = std::make_shared<RecordView>(data(tableName).table, m_indexer);
    view->showNothing();
    connect(view.get(), &RecordView::failed, this, &LiveRecords::failed);
    m_looseViews.removeIf([](const auto& loose) { return loose.expired(); });
    m_looseViews.append(view);
    return view;
}

QList<RecordView*> LiveRecords::views() const {
    QList<RecordView*> all;
    for (const auto& view : m_views)
        all += view.get();
    for (const auto& loose : m_looseViews) {
        if (const auto view = loose.lock())
            all += view.get();
    }
    return all;
}

LookupStore* LiveRecords::lookup(const Lookup& lookup, const LocaleForm& form) {
    QStringList parts{lookup.table, lookup.storedColumn, lookup.sortColumn,
                      lookup.sortDescending ? QStringLiteral("down") : QString(),
                      form.locale().bcp47Name()};
    parts += lookup.shownColumns;
    for (const LookupCondition& only : lookup.conditions)
        parts += {only.column, only.value};
    auto& store = m_lookups[joinEscaped(parts)];
    if (!store) {
        store = std::make_shared<LookupStore>(lookup, form, m_catalog, m_reader);
        connect(store.get(), &LookupStore::arrived, this, &LiveRecords::lookupsLoaded);
    }
    return store.get();
}

void LiveRecords::follow(const CommittedChange& change) {
    if (!change.isWhole() || change.records.size() > MostFollowed) {
        refreshAll();
    } else {
        for (const auto& table : std::as_const(m_tables))
            followTable(change, *table);
        refreshSources(change);
        refreshReached(change.tables());
        QStringList touched;
        for (const RecordChange& record : change.records)
            touched += record.table;
        for (auto store = m_lookups.begin(); store != m_lookups.end(); ++store) {
            if (touched.contains((*store)->lookup().table))
                (*store)->refresh();
        }
    }
}

void LiveRecords::followTable(const CommittedChange& change, TableData& table) {
    const bool isMany = change.records.size() > MostFollowedSingly;
    bool isTouched = false;
    bool reorders = false;
    QStringList changed;
    for (const RecordChange& record : change.records) {
        if (table.table->written() != record.table)
            continue;
        isTouched = true;
        reorders = reorders || record.operation != Operation::Update ||
                   !(record.keyAfter(table.table->key) == record.key);
        followRecord(record, table);
        if (!isMany)
            followInViews(record, *table.table);
        for (auto field = record.after.begin(); field != record.after.end(); ++field) {
            if (!changed.contains(field.key()))
                changed += field.key();
        }
    }
    if (!isTouched || !isMany)
        return;
    for (RecordView* view : views()) {
        if (view->table().name == table.table->name)
            view->manyChanged(reorders, changed);
    }
}

void LiveRecords::followRecord(const RecordChange& record, TableData& table) {
    const Key newKey = record.keyAfter(table.table->key);
    if (record.operation == Operation::Insert) {
        Record inserted{record.key, {}};
        for (const Column& column : table.table->columns)
            inserted.values.push_back(record.after.value(column.name));
        table.records->put(inserted);
    } else if (record.operation == Operation::Update) {
        table.records->change(record.key, newKey, record.after);
    } else {
        table.records->forget(record.key);
        if (table.drafts->find({record.key, 0})) {
            table.drafts->setGone({record.key, 0});
            if (table.drafts->find({record.key, 0}))
                Q_EMIT draftOrphaned(table.table->name, {record.key, 0});
        }
    }
    // What the database computes is known only to it.
    if (record.operation != Operation::Delete && table.table->hasComputedColumns())
        table.records->invalidate(newKey);
    if (record.operation == Operation::Update) {
        if (const Draft* draft = table.drafts->find({record.key, 0})) {
            std::vector<Value> now = draft->was;
            for (auto field = record.after.begin(); field != record.after.end(); ++field) {
                if (const int column = table.table->indexOf(field.key()); column >= 0)
                    now[static_cast<size_t>(column)] = field.value();
            }
            table.drafts->rebase(record.key, now);
        }
    }
}

void LiveRecords::followInViews(const RecordChange& record, const Table& table) {
    const Key newKey = record.keyAfter(table.key);
    for (RecordView* view : views()) {
        if (view->table().name != table.name)
            continue;
        switch (record.operation) {
        case Operation::Insert:
            view->recordInserted(record.key);
            break;
        case Operation::Update:
            view->recordChanged(record.key, newKey, record.after.keys());
            break;
        case Operation::Delete:
            view->recordDeleted(record.key);
            break;
        }
    }
}

// What a SELECT shows may hang on any record: it is asked anew.
void LiveRecords::refreshSources(const CommittedChange& change) {
    const bool reorders =
        std::any_of(change.records.begin(), change.records.end(), [](const RecordChange& record) {
            return record.operation != Operation::Update;
        });
    for (const auto& table : std::as_const(m_tables)) {
        if (table->table->isQuery())
            table->records->forgetAll();
    }
    for (RecordView* view : views()) {
        if (reorders && view->table().isQuery())
            view->reload();
    }
}

// What is reached in one of these tables may be another now, and what is sorted or chosen by it.
void LiveRecords::refreshReached(const QStringList& changed) {
    QSet<QString> reaching;
    for (const auto& table : std::as_const(m_tables)) {
        for (const QString& name : changed) {
            if (!reachesTo(*table->table, name))
                continue;
            reaching += table->table->name;
            table->drafts->forgetReached(name);
        }
        if (reaching.contains(table->table->name))
            table->records->invalidateAll();
    }
    for (RecordView* view : views()) {
        if (reaching.contains(view->table().name))
            view->reachedChanged();
    }
}

void LiveRecords::refreshAll() {
    for (const auto& table : std::as_const(m_tables)) {
        table->records->forgetAll();
        table->drafts->forgetReached();
    }
    for (RecordView* view : views())
        view->reload();
    for (const auto& store : std::as_const(m_lookups))
        store->refresh();
}

} // namespace gravin
