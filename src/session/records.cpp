// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/records.h"

#include "core/base/text.h"
#include "core/database/aggregate.h"
#include "core/database/catalog_changes.h"
#include "core/database/reach.h"
#include "core/fitting/field_input.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/query_source.h"
#include "core/project/project_catalog.h"
#include "core/value/text_form.h"
#include "session/column_profiles.h"
#include "session/database.h"
#include "session/drafts/draft_aggregates.h"
#include "session/drafts/draft_history.h"
#include "session/drafts/draft_numbers.h"
#include "session/drafts/draft_offers.h"
#include "session/drafts/draft_questions.h"
#include "session/drafts/draft_reach.h"
#include "session/drafts/line_moves.h"
#include "session/lookup_work.h"
#include "session/notices.h"
#include "session/presence.h"
#include "session/project_document.h"
#include "session/remote_changes.h"

#include <QPointer>

namespace gravin {

namespace {
// What Gravin computes of its records, or knows of their fields by itself.
QStringList computedIn(const Table& table) {
    QStringList computed;
    for (const Column& column : table.columns) {
        if (!column.expression.isEmpty())
            computed += {column.name, column.expression};
        if (!column.filledWith.isEmpty())
            computed += {column.name, column.filledWith};
        if (column.stamp.when != Stamp::When::Never)
            computed += {column.name, stampWhenName(column.stamp.when), column.stamp.expression};
        if (column.isSignature)
            computed += {column.name, shownAsName(ShownAs::Signature)};
        // The same path may lead elsewhere, where a lookup is another now.
        if (column.reach) {
            for (const Reach::Step& step : column.reach->steps)
                computed += QStringList{step.to.name} + step.key;
        }
        if (column.aggregate) {
            for (const Column& of : column.aggregate->from.columns) {
                for (const Reach::Step& step : of.reach ? of.reach->steps : QList<Reach::Step>())
                    computed += QStringList{step.to.name} + step.key;
            }
        }
    }
    return computed;
}
} // namespace

Records::Records(Notices* notices, Database* database, ProjectDocument* document)
    : m_notices(notices)
    , m_database(database)
    , m_document(document)
    , m_families(document, this)
    , m_live(std::make_unique<LiveRecords>(database->sharedCatalog(), database->reader(),
                                           database->indexer()))
    , m_remote(std::make_unique<RemoteChanges>())
    , m_presence(std::make_unique<Presence>(document->project().connection, database->kept()))
    , m_lookupWork(std::make_unique<LookupWork>(notices, database, document, this))
    , m_profiles(std::make_unique<ColumnProfiles>(database, document))
    , m_questions(std::make_unique<DraftQuestions>(database, document, this))
    , m_reach(std::make_unique<DraftReach>(database, this))
    , m_aggregates(std::make_unique<DraftAggregates>(database, this, m_live.get()))
    , m_offers(std::make_unique<DraftOffers>(database, document, this, notices))
    , m_numbers(std::make_unique<DraftNumbers>(database, this))
    , m_history(std::make_unique<DraftHistory>(this, m_live.get()))
    , m_lineMoves(std::make_unique<LineMoves>(database, this))
    , m_structure(database->sharedCatalog()) {
    connect(m_lineMoves.get(), &LineMoves::told, notices,
            [notices](const Notice& notice) { notices->tell(notice); });
    connect(m_live.get(), &LiveRecords::failed, notices,
            [notices](const Error& error) { notices->refuse(error); });
    connect(m_live.get(), &LiveRecords::lookupsLoaded, this, &Records::lookupsLoaded);
    connect(m_live.get(), &LiveRecords::draftsChanged, this, &Records::draftsChanged);
    connect(m_live.get(), &LiveRecords::draftOrphaned, this,
            [this](const QString& table, const RecordId& id) {
                m_notices->refuse(tr("%1 was deleted elsewhere while it was edited. Your edits are "
                                     "kept: add it anew in its window, or discard them.")
                                      .arg(nameOf(DraftRef{table, id})));
            });
    connect(m_live.get(), &LiveRecords::draftChanged, m_questions.get(), &DraftQuestions::follow);
    connect(m_live.get(), &LiveRecords::draftChanged, m_reach.get(), &DraftReach::follow);
    connect(m_live.get(), &LiveRecords::draftChanged, m_aggregates.get(), &DraftAggregates::follow);
    connect(m_live.get(), &LiveRecords::draftChanged, m_offers.get(), &DraftOffers::follow);
    connect(
        m_live.get(), &LiveRecords::draftsChanged, this,
        [this] {
            if (m_sourcesWait)
                followSources();
        },
        Qt::QueuedConnection);
    connect(document, &ProjectDocument::sourcesChanged, this, &Records::followSources);
    connect(database, &Database::catalogChanged, this,
            [this] { m_live->setCatalog(m_database->sharedCatalog()); });
}

Records::~Records() = default;

const Catalog& Records::catalog() const { return m_database->catalog(); }

void Records::follow(const CommittedChange& change) {
    // What was written to a view, or through a routine, stands in other tables too.
    const QStringList tables = change.tables();
    const bool isIndirect =
        !change.told.empty() || std::any_of(tables.begin(), tables.end(), [this](const auto& name) {
            const Table* table = catalog().table(name);
            return table && table->isWrittenIndirectly();
        });
    m_live->follow(change);
    if (isIndirect)
        m_live->refreshAll();
    m_profiles->follow(change);
    m_questions->askAgain();
    m_aggregates->askAgain();
}

void Records::followOutside() {
    m_live->refreshAll();
    m_profiles->outdateAll();
    m_questions->askAgain();
    m_aggregates->askAgain();
}

// A table with unsaved edits stays as it is until they are saved or discarded.
void Records::followSources() {
    Catalog next = *m_structure;
    next.tables.removeIf(std::mem_fn(&Table::isQuery));
    m_sourcesWait = false;
    for (const QuerySource& source : m_document->project().sources) {
        const Table* described = m_document->described(source);
        if (described && !next.table(source.name))
            putSource(next, *described);
    }
    extendCatalog(next, m_document->project());
    bool replaced = false;
    const QStringList inUse = m_live->inUse();
    for (const QString& name : inUse) {
        const std::shared_ptr<const Table> former = m_live->table(name);
        const Table* now = next.table(name);
        if (now && isStructuredAlike(*now, *former) && computedIn(*now) == computedIn(*former))
            continue;
        if (!m_live->drafts(name)->all().isEmpty()) {
            m_sourcesWait = true;
            continue;
        }
        m_live->retire(name);
        replaced = true;
    }
    adoptCatalog(std::move(next));
    if (replaced)
        Q_EMIT sourcesReplaced();
}

void Records::takeStructure(Catalog next) {
    for (const QuerySource& source : m_document->project().sources) {
        if (const Table* table = next.table(source.name); table && table->isQuery())
            m_document->describe(source, *table);
    }
    m_structure = std::make_shared<const Catalog>(std::move(next));
    m_profiles->outdateAll();
    followSources();
}

void Records::readStructure(QObject* context, std::function<void(const Result<QString>&)> answer) {
    m_database->reader()->run<Catalog>(
        this,
        [project = m_document->project(), given = givenIn(catalog())](Session& session) {
            return catalogOf(session, project, given);
        },
        [this, asker = QPointer<QObject>(context),
         answer = std::move(answer)](Result<Catalog> read) {
            Result<QString> said = QString();
            if (read) {
                said = catalogChanges(*m_structure, *read);
                takeStructure(std::move(*read));
            } else {
                said = read.error();
            }
            if (asker)
                answer(said);
        });
}

void Records::ask(const QString& source, const QMap<QString, Value>& values, QObject* context,
                  std::function<void(const Status&)> answer) {
    const QuerySource* known = m_document->project().source(source);
    const DraftStore* drafted = draftsInUse(source);
    if (!known || (drafted && !drafted->all().isEmpty())) {
        answer(known ? Error{ErrorKind::Refused,
                             tr("Records of this list have unsaved edits. Save or discard them "
                                "before it is asked for others.")}
                     : Error{ErrorKind::NotFound, tr("There is no source %1.").arg(source)});
        return;
    }
    m_database->reader()->run<Table>(
        this,
        [wanted = *known, values, catalog = m_structure](Session& session) {
            return describeSource(session, *catalog, wanted, values);
        },
        [this, wanted = *known, asker = QPointer<QObject>(context),
         answer = std::move(answer)](Result<Table> described) {
            if (described) {
                m_document->describe(wanted, *described);
                Catalog next = *m_structure;
                putSource(next, *described);
                m_structure = std::make_shared<const Catalog>(std::move(next));
                followSources();
            }
            if (asker)
                answer(described ? ok() : Status(described.error()));
            else if (!described)
                m_notices->tell(
                    {Notice::Kind::Refused, described.error().sentence, described.error().detail});
        });
}

void Records::adoptCatalog(Catalog next) {
    // Whoever works on a table counts its columns as they were.
    for (const QString& name : m_live->inUse()) {
        Table kept = *m_live->table(name);
        if (const Table* now = next.table(name))
            kept.references = now->references;
        putSource(next, kept);
    }
    m_database->setCatalog(std::move(next));
}

RecordView* Records::view(const QString& screenId) {
    return m_live->view(screenId, m_document->screen(screenId)->table);
}

QString Records::shownBriefly(const BoundField& field, const Value& value) {
    constexpr qsizetype Most = 1000;
    if (value.kind() != Value::Kind::Text || value.asText().size() <= Most)
        return shown(field, value);
    return beginningOf(value.asText(), Most);
}

QString Records::shown(const BoundField& field, const Value& value) {
    if (field.definition.shownAs == ShownAs::Lookup && !value.isNull()) {
        const QString found = lookup(field.definition.lookup)->shownFor(value);
        if (!found.isEmpty())
            return found;
    }
    return shownText(field, value);
}

QString Records::shownOf(const QString& tableName, const QString& columnName, const Value& value) {
    const Table* table = catalog().table(tableName);
    const Column* column = table ? table->column(columnName) : nullptr;
    const FieldDefinition* definition = m_document->project().definition(tableName, columnName);
    const LocaleForm form = m_document->project().form();
    if (!column || !definition)
        return form.text(value, column ? column->type : ColumnType{});
    BoundField field{*column, 0, *definition, {}};
    field.form = form;
    return shownBriefly(field, value);
}

LookupStore* Records::lookup(const Lookup& lookup) {
    return m_live->lookup(lookup, m_document->project().form());
}

QString Records::nameOf(const QString& table, const Key& key) {
    const Table* named = catalog().table(table);
    const Record* record = named ? store(table)->record(key) : nullptr;
    const int naming = named ? named->indexOf(namingColumn(*named)) : -1;
    return record && naming >= 0
               ? nameFrom(record->values[static_cast<size_t>(naming)], named->columns[naming].type,
                          m_document->project().form())
               : QString();
}

QString Records::nameOf(const DraftRef& ref) {
    const std::shared_ptr<const Table> laidOut = table(ref.table);
    const Draft* found = drafts(ref.table)->find(ref.id);
    if (!found)
        return {};
    const int naming = laidOut->indexOf(namingColumn(*laidOut));
    const QString name = naming < 0 ? QString()
                                    : nameFrom(found->value(naming), laidOut->columns[naming].type,
                                               m_document->project().form());
    if (!name.trimmed().isEmpty())
        return name;
    return ref.id.isNew() ? tr("New record") : keyText(ref.id.key, laidOut->keyTypes());
}

RecordId Records::newRecord(const BoundScreen& screen, const QMap<QString, Value>& presets,
                            const std::optional<DraftParent>& parent) {
    DraftStore* drafted = drafts(screen.table->name);
    const RecordId id = drafted->addNew();
    if (parent)
        drafted->setParent(id, *parent);
    const QMap<QString, Value> defaults = defaultsOf(screen);
    QMap<QString, Value> values = defaults;
    values.insert(presets);
    QSet<int> given;
    for (auto value = values.begin(); value != values.end(); ++value) {
        const int column = screen.table->indexOf(value.key());
        drafted->setValue(id, nullptr, column, value.value());
        if (defaults.contains(value.key()) && !presets.contains(value.key()))
            given += column;
    }
    drafted->setGiven(id, given);
    m_numbers->number(screen, id);
    return id;
}

std::optional<RecordId> Records::copyRecord(const BoundScreen& screen, const RecordId& id,
                                            const std::optional<DraftParent>& parent) {
    const Table& table = *screen.table;
    const Draft* draft = drafts(table.name)->find(id);
    const Record* record = draft ? nullptr : store(table.name)->record(id.key);
    if (!draft && !record)
        return std::nullopt;
    const std::vector<Value> values = draft ? draft->values() : record->values;
    const std::optional<DraftParent> family = draft && draft->parent ? draft->parent : parent;
    return newRecord(screen, copiedValues(screen, values), family);
}

QMap<QString, Value> Records::copiedValues(const BoundScreen& screen,
                                           const std::vector<Value>& values) {
    const Table& table = *screen.table;
    QMap<QString, Value> copied;
    for (qsizetype i = 0; i < table.columns.size() && i < static_cast<qsizetype>(values.size());
         ++i) {
        const Column& column = table.columns[i];
        const Value& value = values[static_cast<size_t>(i)];
        // What nobody may write here, and what counts, is given anew.
        const BoundField* field = screen.field(column.name);
        if (field && (!field->isEditable() ||
                      field->definition.defaultValue.kind == FieldDefault::Kind::NextNumber))
            continue;
        if (!column.computed && !column.givenByDatabase && !value.isNull() &&
            !table.uniqueKeys.contains({column.name}) && !(table.key == QStringList{column.name}))
            copied.insert(column.name, value);
    }
    return copied;
}

RecordId Records::addAnew(const BoundScreen& screen, const RecordId& id) {
    QSet<int> leavesOut;
    for (qsizetype i = 0; i < screen.table->columns.size(); ++i) {
        const Column& column = screen.table->columns[i];
        if (column.computed || column.givenByDatabase)
            leavesOut += static_cast<int>(i);
    }
    return drafts(screen.table->name)->addAnew(id, leavesOut);
}

void Records::type(const BoundScreen& screen, const RecordId& id, const BoundField& field,
                   const QString& text, const Record* record) {
    DraftStore* drafted = drafts(screen.table->name);
    if (!record && !id.isNew())
        record = store(screen.table->name)->record(id.key);
    const Draft* draft = drafted->find(id);
    if (!record && !draft)
        return; // it is not here: nobody can have typed into what was not shown
    if (field.definition.shownAs == ShownAs::Lookup && !text.trimmed().isEmpty()) {
        m_lookupWork->resolve(screen, id, field, text, record);
        return;
    }
    auto value = inputValue(field, text);
    if (!value) {
        drafted->setBadText(id, record, field.editIndex(), {text, value.error().sentence});
        Q_EMIT edited();
        return;
    }
    // A field that was empty and is left empty was not edited.
    const Value was = draft    ? draft->before(field.editIndex())
                      : record ? record->values[static_cast<size_t>(field.editIndex())]
                               : Value();
    if (text.isEmpty() && was.isNull())
        value = Value::null();
    choose(screen, id, field, *value, record);
}

void Records::choose(const BoundScreen& screen, const RecordId& id, const BoundField& field,
                     const Value& value, const Record* record) {
    DraftStore* drafted = drafts(screen.table->name);
    if (!record && !id.isNew())
        record = store(screen.table->name)->record(id.key);
    if (!record && !drafted->find(id))
        return;
    drafted->setValue(id, record, field.editIndex(), value);
    Q_EMIT edited();
}

std::vector<Problem> Records::problems(const QString& table, const RecordId& id) const {
    const DraftStore* drafted = m_live->draftsInUse(table);
    if (!drafted)
        return {};
    // What its lines come to is asked as if it had been written here.
    RecordStore* stored = m_live->recordsInUse(table);
    const QSet<QString> coming =
        id.isNew() || id.isNone() ? QSet<QString>() : stored->comingAggregates(id.key);
    if (drafted->find(id))
        return drafted->problems(id, m_document->rules(table), coming);
    const Record* record = coming.isEmpty() ? nullptr : stored->record(id.key);
    if (!record)
        return {};
    Occasion occasion;
    occasion.written = coming;
    return problemsOf(stored->table(), m_document->rules(table),
                      {record->values.begin(), record->values.end()}, occasion);
}

void Records::discard(const QString& table, const RecordId& id) {
    // New children of a new parent belong nowhere without it.
    QList<DraftRef> going{{table, id}};
    if (id.isNew())
        going = m_families.descendants({table, id});
    for (auto ref = going.rbegin(); ref != going.rend(); ++ref)
        drafts(ref->table)->discard(ref->id);
}

QList<Records::OpenDraft> Records::openDrafts() {
    QList<OpenDraft> open;
    for (const QString& name : m_live->inUse()) {
        for (const RecordId& id : m_live->draftsInUse(name)->all())
            open.append({name, id, nameOf(DraftRef{name, id})});
    }
    return open;
}

std::vector<std::unique_ptr<DraftStore::Batch>> Records::batchesOf(const QList<DraftRef>& drafts) {
    std::vector<std::unique_ptr<DraftStore::Batch>> batches;
    QSet<QString> tables;
    for (const DraftRef& ref : drafts) {
        if (tables.contains(ref.table))
            continue;
        tables += ref.table;
        batches.push_back(std::make_unique<DraftStore::Batch>(m_live->drafts(ref.table)));
    }
    return batches;
}

} // namespace gravin
