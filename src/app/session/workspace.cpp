// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/session/workspace.h"

#include "app/session/draft_history.h"
#include "app/session/draft_keeper.h"
#include "app/session/draft_questions.h"
#include "app/session/draft_saver.h"
#include "app/session/evidence_book.h"
#include "app/session/lookup_work.h"
#include "app/session/others_news.h"
#include "app/session/presence.h"
#include "app/session/work_keeper.h"
#include "core/base/text.h"
#include "core/changes/change_writer.h"
#include "core/changes/known_heads.h"
#include "core/project/data_fit.h"
#include "core/project/field_input.h"
#include "core/project/project_file.h"
#include "core/project/query_source.h"
#include "core/project/screen_generator.h"
#include "core/project/screen_links.h"
#include "core/value/text_form.h"

#include <QFile>
#include <QUndoCommand>

#include <algorithm>
#include <functional>

namespace gravin {

namespace {
constexpr qint64 RecordsPerReport = 500;

// Two sources of one identity answer the same.
QString identityOf(const QuerySource& source) {
    return joinEscaped({source.name, source.select, source.table});
}

// What Gravin computes of its records.
QStringList computedIn(const Table& table) {
    QStringList computed;
    for (const Column& column : table.columns) {
        if (!column.expression.isEmpty())
            computed += {column.name, column.expression};
    }
    return computed;
}
} // namespace

void Workspace::open(const QString& projectFile, const Project& project, QObject* context,
                     Opened answer) {
    auto reader =
        std::make_shared<WorkerHandle>(startWorker(project.connection, Session::Access::ReadOnly));
    (*reader)->run<Catalog>(
        context, [project](Session& session) { return catalogOf(session, project); },
        [projectFile, project, reader, answer = std::move(answer)](Result<Catalog> catalog) {
            if (!catalog)
                answer(catalog.error());
            else
                answer(std::make_shared<Workspace>(
                    projectFile, project, std::make_shared<const Catalog>(std::move(*catalog)),
                    std::move(*reader)));
        });
}

Workspace::Workspace(QString projectFile, Project project, std::shared_ptr<const Catalog> catalog,
                     WorkerHandle reader)
    : m_projectFile(std::move(projectFile))
    , m_project(std::move(project))
    , m_savedProject(m_project)
    , m_catalog(std::move(catalog))
    , m_rules(rulesOf(m_project, *m_catalog))
    , m_findings(bindingFindings(m_project, *m_catalog))
    , m_reader(std::move(reader))
    , m_indexer(startWorker(m_project.connection, Session::Access::ReadOnly))
    , m_writer(startWorker(m_project.connection, Session::Access::ReadWrite))
    , m_live(std::make_unique<LiveRecords>(m_catalog, m_reader.get(), m_indexer.get()))
    , m_feed(std::make_unique<ChangeFeed>(m_catalog, m_writer.get()))
    , m_othersNews(std::make_unique<OthersNews>())
    , m_presence(std::make_unique<Presence>(m_project.connection, m_reader.get()))
    , m_lookupWork(std::make_unique<LookupWork>(this))
    , m_evidence(std::make_unique<EvidenceBook>(this))
    , m_questions(std::make_unique<DraftQuestions>(this))
    , m_saver(std::make_unique<DraftSaver>(this))
    , m_history(std::make_unique<DraftHistory>(this, m_live.get()))
    , m_keeper(std::make_unique<DraftKeeper>(this))
    , m_workKeeper(std::make_unique<WorkKeeper>(this)) {
    for (const QuerySource& source : m_project.sources) {
        if (const Table* table = m_catalog->table(source.name); table && table->isQuery())
            m_described.insert(identityOf(source), *table);
    }
    connect(m_live.get(), &LiveRecords::failed, this, [this](const Error& error) {
        Q_EMIT notice({Notice::Kind::Refused, error.sentence, error.detail});
    });
    connect(m_keeper.get(), &DraftKeeper::failed, this, [this](const Error& error) {
        Q_EMIT notice({Notice::Kind::Refused, error.sentence, error.detail});
    });
    connect(m_live.get(), &LiveRecords::lookupsLoaded, this, &Workspace::lookupsLoaded);
    connect(m_live.get(), &LiveRecords::draftsChanged, this, &Workspace::draftsChanged);
    connect(m_live.get(), &LiveRecords::draftOrphaned, this,
            [this](const QString& table, const RecordId& id) {
                Q_EMIT notice({Notice::Kind::Refused,
                               tr("%1 was deleted elsewhere while it was edited. Your edits are "
                                  "kept: add it anew in its window, or discard them.")
                                   .arg(m_saver->nameOf({table, id}))});
            });
    connect(m_live.get(), &LiveRecords::draftChanged, m_questions.get(), &DraftQuestions::follow);
    connect(
        m_live.get(), &LiveRecords::draftsChanged, this,
        [this] {
            if (m_sourcesWait)
                followSources();
        },
        Qt::QueuedConnection);
    connect(m_feed.get(), &ChangeFeed::committedByOthers, this,
            [this](const CommittedChange& change) { m_othersNews->take(change, *m_catalog); });
    connect(m_feed.get(), &ChangeFeed::committed, this, [this](const CommittedChange& change) {
        m_live->follow(change);
        m_evidence->follow(change);
        m_questions->askAgain();
        Q_EMIT committed(change);
    });
    connect(m_feed.get(), &ChangeFeed::changedOutside, m_live.get(), &LiveRecords::refreshAll);
    connect(m_feed.get(), &ChangeFeed::changedOutside, m_evidence.get(), &EvidenceBook::outdateAll);
    connect(m_feed.get(), &ChangeFeed::changedOutside, m_questions.get(),
            &DraftQuestions::askAgain);
    connect(m_feed.get(), &ChangeFeed::lost, this,
            [this](const Error& error) { Q_EMIT reachable(false, error.sentence); });
    connect(m_feed.get(), &ChangeFeed::restored, this, [this] {
        Q_EMIT reachable(true, {});
        m_live->refreshAll();
    });
}

// What uses the workers goes before them.
Workspace::~Workspace() {
    m_keeper.reset();
    m_questions.reset();
    m_evidence.reset();
    m_lookupWork.reset();
    m_presence.reset();
    m_feed.reset();
    m_live.reset();
}

Status Workspace::saveProject() {
    // A file that says the same already stays as it is, also as a person wrote it.
    if (!isProjectModified() && QFile::exists(m_projectFile))
        return done();
    Status saved = gravin::saveProject(m_project, m_projectFile);
    if (saved) {
        m_savedProject = m_project;
        Q_EMIT modifiedChanged(false);
    }
    return saved;
}

// The project before and after one edit. Projects share what they have in common, so that a step
// costs little more than what it changes.
class ProjectStep : public QUndoCommand {
public:
    ProjectStep(Workspace* workspace, const QString& text, Project before, Project after)
        : QUndoCommand(text)
        , m_workspace(workspace)
        , m_before(std::move(before))
        , m_after(std::move(after)) {}
    void redo() override { m_workspace->setProject(m_after); }
    void undo() override { m_workspace->setProject(m_before); }

private:
    Workspace* m_workspace;
    Project m_before;
    Project m_after;
};

void Workspace::change(const QString& text, const std::function<void(Project&)>& edit) {
    Project after = m_project;
    edit(after);
    if (!(after == m_project))
        m_undo.push(new ProjectStep(this, text, m_project, std::move(after)));
}

void Workspace::renewRules() {
    m_rules = rulesOf(m_project, *m_catalog);
    m_findings = bindingFindings(m_project, *m_catalog);
    Q_EMIT findingsChanged();
}

void Workspace::setProject(const Project& project) {
    const Project before = std::exchange(m_project, project);
    renewRules();
    if (before.sources != m_project.sources || before.computed != m_project.computed)
        followSources();
    QStringList tables = before.fields.keys() + m_project.fields.keys() + before.checks.keys() +
                         m_project.checks.keys();
    tables.removeDuplicates();
    for (const QString& table : std::as_const(tables)) {
        if (before.fields.value(table) != m_project.fields.value(table) ||
            before.checks.value(table) != m_project.checks.value(table))
            Q_EMIT definitionsChanged(table);
    }
    // Shelf and head show ids, labels and groups of all; a screen's own views the rest.
    const auto isListedAlike = [](const Screen& a, const Screen& b) {
        return a.id == b.id && a.label == b.label && a.group == b.group && a.table == b.table;
    };
    if (before.startScreen != m_project.startScreen ||
        !std::equal(before.screens.begin(), before.screens.end(), m_project.screens.begin(),
                    m_project.screens.end(), isListedAlike))
        Q_EMIT screensChanged();
    for (const Screen& screen : std::as_const(m_project.screens)) {
        const Screen* former = before.screenById(screen.id);
        if (former && !(*former == screen))
            Q_EMIT screenChanged(screen.id);
    }
    Q_EMIT modifiedChanged(isProjectModified());
}

void Workspace::putSource(const QString& former, const QuerySource& source,
                          const Table& described) {
    m_described.insert(identityOf(source), described);
    change(tr("source %1").arg(source.name), [&](Project& project) {
        const auto isFormer = [&](const QuerySource& other) { return other.name == former; };
        auto place = std::find_if(project.sources.begin(), project.sources.end(), isFormer);
        if (place == project.sources.end())
            place = project.sources.insert(place, source);
        QByteArray unknown = place->unknown;
        *place = source;
        place->unknown = std::move(unknown);
        if (former.isEmpty() || former == source.name)
            return;
        for (Screen& screen : project.screens) {
            if (screen.table == former)
                screen.table = source.name;
        }
        if (project.fields.contains(former))
            project.fields.insert(source.name, project.fields.take(former));
    });
}

void Workspace::removeSource(const QString& name) {
    change(tr("without the source %1").arg(name), [&](Project& project) {
        project.sources.removeIf([&](const QuerySource& source) { return source.name == name; });
        project.fields.remove(name);
    });
}

// The catalog's sources and computed fields become those of the project. A table with unsaved edits
// stays as it is until they are saved or discarded.
void Workspace::followSources() {
    Catalog next = *m_catalog;
    next.tables.removeIf(std::mem_fn(&Table::isQuery));
    m_sourcesWait = false;
    for (const QuerySource& source : std::as_const(m_project.sources)) {
        const auto described = m_described.constFind(identityOf(source));
        if (described != m_described.constEnd() && !next.table(source.name))
            gravin::putSource(next, *described);
    }
    setComputedFields(next, m_project.computed);
    bool replaced = false;
    const QStringList inUse = m_live->inUse();
    for (const QString& name : inUse) {
        const std::shared_ptr<const Table> former = m_live->table(name);
        const Table* now = next.table(name);
        if (now && now->select == former->select && now->base == former->base &&
            computedIn(*now) == computedIn(*former))
            continue;
        if (!m_live->drafts(name)->all().isEmpty()) {
            m_sourcesWait = true;
            continue;
        }
        m_live->retire(name);
        replaced = true;
    }
    setCatalog(std::move(next));
    if (replaced)
        Q_EMIT sourcesReplaced();
}

void Workspace::setCatalog(Catalog next) {
    // Whoever works on a table counts its columns as they were.
    for (const QString& name : m_live->inUse())
        gravin::putSource(next, *m_live->table(name));
    m_catalog = std::make_shared<const Catalog>(std::move(next));
    renewRules();
    m_live->setCatalog(m_catalog);
    m_feed->setCatalog(m_catalog);
    Q_EMIT catalogChanged();
}

QString Workspace::reasonAgainstNewTable() const {
    const ConnectionSpec& connection = m_project.connection;
    if (!connection.changeLog)
        return tr("This project only reads its database.");
    if (!connection.allowed.insert)
        return tr("This connection does not allow adding records.");
    return {};
}

void Workspace::createTable(const TablePlan& plan, QObject* context,
                            std::function<void(const Result<QString>&)> answer) {
    if (const QString reason = reasonAgainstNewTable(); !reason.isEmpty()) {
        answer(Error{ErrorKind::ReadOnly, reason});
        return;
    }
    const auto tell = [this, asker = QPointer<QObject>(context),
                       answer = std::move(answer)](const Result<QString>& said) {
        if (asker)
            answer(said);
        else if (said)
            Q_EMIT notice({Notice::Kind::Done, *said});
        else
            Q_EMIT notice({Notice::Kind::Refused, said.error().sentence, said.error().detail});
    };
    m_writer->run<Catalog>(
        this,
        [plan, catalog = m_catalog, project = m_project](Session& session) -> Result<Catalog> {
            auto statement = createStatement(session.dialect(), *catalog, plan);
            if (!statement)
                return statement.error();
            if (Status made = session.command(*statement); !made)
                return made.error();
            return catalogOf(session, project);
        },
        [this, plan, tell](Result<Catalog> catalog) {
            if (!catalog) {
                tell(catalog.error());
                return;
            }
            setCatalog(std::move(*catalog));
            addFirstRecords(plan, tell);
        });
}

void Workspace::addFirstRecords(const TablePlan& plan,
                                const std::function<void(const Result<QString>&)>& answer) {
    ChangeRequest request;
    request.action = QStringLiteral("add");
    request.note = tr("First records of %1").arg(plan.name);
    for (const QStringList& row : plan.rows) {
        auto values = plannedValues(*m_catalog, plan, row);
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

QString Workspace::addScreens(const QStringList& tables, Arrangement arrangement) {
    QString first;
    change(tables.size() == 1 ? tr("new screen %1").arg(tables.front())
                              : tr("%1 new screens").arg(tables.size()),
           [&](Project& project) {
               for (const QString& table : tables) {
                   const QString id = addGeneratedScreen(project, *m_catalog,
                                                         *m_catalog->table(table), arrangement);
                   if (first.isEmpty())
                       first = id;
               }
           });
    fitToStored(tables);
    return first;
}

// What the catalog proposes may not hold for what is stored; asked beside the work, and mended
// where nobody has changed it meanwhile.
void Workspace::fitToStored(const QStringList& tables) {
    using Fits = QHash<QString, DataFit>;
    m_reader->run<Fits>(
        this,
        [tables, catalog = m_catalog](Session& session) -> Result<Fits> {
            Fits fits;
            for (const QString& name : tables) {
                const auto fit = dataFitOf(session, *catalog, *catalog->table(name));
                if (fit && !fit->isEmpty())
                    fits.insert(name, *fit);
            }
            return fits;
        },
        [this](const Result<Fits>& fits) {
            if (!fits || fits->isEmpty())
                return; // what cannot be read forbids nothing
            change(tr("fields as the stored records need them"), [&](Project& project) {
                for (auto fit = fits->begin(); fit != fits->end(); ++fit) {
                    if (const Table* table = m_catalog->table(fit.key()))
                        fitToData(project, *m_catalog, *table, *fit);
                }
            });
        });
}

Result<Screen> Workspace::screen(const QString& screenId) const {
    if (const Screen* found = m_project.screenById(screenId))
        return *found;
    const Table* table = m_catalog->table(standInTable(screenId));
    if (!table)
        return Error{ErrorKind::NotFound, say("There is no screen %1.").arg(screenId)};
    Project project = m_project;
    const QString id = addGeneratedScreen(project, *m_catalog, *table, Arrangement::GridForm);
    Screen standIn = *project.screenById(id);
    standIn.id = screenId;
    return standIn;
}

Result<BoundScreen> Workspace::bound(const QString& screenId) const {
    auto found = screen(screenId);
    if (!found)
        return found.error();
    return bindScreen(m_project, *m_catalog, *found);
}

RecordView* Workspace::view(const QString& screenId) {
    return m_live->view(screenId, screen(screenId)->table);
}

QString Workspace::shownBriefly(const BoundField& field, const Value& value) {
    constexpr qsizetype Most = 1000;
    if (value.kind() != Value::Kind::Text || value.asText().size() <= Most)
        return shown(field, value);
    return beginningOf(value.asText(), Most);
}

QString Workspace::shown(const BoundField& field, const Value& value) {
    if (field.definition.shownAs == ShownAs::Lookup && !value.isNull()) {
        const QString found = lookup(field.definition.lookup)->shownFor(value);
        if (!found.isEmpty())
            return found;
    }
    return shownText(field, value);
}

QString Workspace::nameOf(const QString& table, const Key& key) {
    const Table* named = m_catalog->table(table);
    const Record* record = named ? records(table)->record(key) : nullptr;
    const int naming = named ? named->indexOf(namingColumn(*named)) : -1;
    return record && naming >= 0
               ? nameFrom(record->values[static_cast<size_t>(naming)], named->columns[naming].type)
               : QString();
}

RecordId Workspace::newRecord(const BoundScreen& screen, const QMap<QString, Value>& presets,
                              const std::optional<DraftParent>& parent) {
    DraftStore* store = drafts(screen.table->name);
    const RecordId id = store->addNew();
    if (parent)
        store->setParent(id, *parent);
    const QMap<QString, Value> defaults = defaultsOf(screen);
    QMap<QString, Value> values = defaults;
    values.insert(presets);
    QSet<int> given;
    for (auto value = values.begin(); value != values.end(); ++value) {
        const int column = screen.table->indexOf(value.key());
        store->setValue(id, nullptr, column, value.value());
        if (defaults.contains(value.key()) && !presets.contains(value.key()))
            given += column;
    }
    store->setGiven(id, given);
    return id;
}

std::optional<RecordId> Workspace::copyRecord(const BoundScreen& screen, const RecordId& id,
                                              const std::optional<DraftParent>& parent) {
    const Table& table = *screen.table;
    const Draft* draft = drafts(table.name)->find(id);
    const Record* record = draft ? nullptr : records(table.name)->record(id.key);
    if (!draft && !record)
        return std::nullopt;
    const std::vector<Value> values = draft ? draft->values() : record->values;
    const std::optional<DraftParent> family = draft && draft->parent ? draft->parent : parent;
    QMap<QString, Value> copied;
    for (qsizetype i = 0; i < table.columns.size(); ++i) {
        const Column& column = table.columns[i];
        const Value& value = values[static_cast<size_t>(i)];
        // What nobody may write here is given anew.
        if (const BoundField* field = screen.field(column.name); field && !field->isEditable())
            continue;
        if (!column.computed && !column.givenByDatabase && !value.isNull() &&
            !table.uniqueKeys.contains({column.name}) && !(table.key == QStringList{column.name}))
            copied.insert(column.name, value);
    }
    return newRecord(screen, copied, family);
}

RecordId Workspace::addAnew(const BoundScreen& screen, const RecordId& id) {
    QSet<int> leavesOut;
    for (qsizetype i = 0; i < screen.table->columns.size(); ++i) {
        const Column& column = screen.table->columns[i];
        if (column.computed || column.givenByDatabase)
            leavesOut += static_cast<int>(i);
    }
    return drafts(screen.table->name)->addAnew(id, leavesOut);
}

QString Workspace::reasonAgainstNew(const QString& table) const {
    const auto screen = bound(screenIdFor(m_project, table));
    return screen ? screen->reasonAgainst(Operation::Insert) : screen.error().sentence;
}

void Workspace::type(const BoundScreen& screen, const RecordId& id, const BoundField& field,
                     const QString& text, const Record* record) {
    DraftStore* store = drafts(screen.table->name);
    if (!record && !id.isNew())
        record = records(screen.table->name)->record(id.key);
    const Draft* draft = store->find(id);
    if (!record && !draft)
        return; // it is not here: nobody can have typed into what was not shown
    if (field.definition.shownAs == ShownAs::Lookup && !text.trimmed().isEmpty()) {
        m_lookupWork->resolve(screen, id, field, text, record);
        return;
    }
    auto value = inputValue(field, text);
    if (!value) {
        store->setBadText(id, record, field.columnIndex, {text, value.error().sentence});
        Q_EMIT edited();
        return;
    }
    // A field that was empty and is left empty was not edited.
    const Value* was = draft    ? &draft->was[static_cast<size_t>(field.columnIndex)]
                       : record ? &record->values[static_cast<size_t>(field.columnIndex)]
                                : nullptr;
    if (text.isEmpty() && (!was || was->isNull()))
        value = Value::null();
    choose(screen, id, field, *value, record);
}

void Workspace::choose(const BoundScreen& screen, const RecordId& id, const BoundField& field,
                       const Value& value, const Record* record) {
    DraftStore* store = drafts(screen.table->name);
    if (!record && !id.isNew())
        record = records(screen.table->name)->record(id.key);
    if (!record && !store->find(id))
        return;
    store->setValue(id, record, field.columnIndex, value);
    Q_EMIT edited();
}

std::vector<Problem> Workspace::problems(const QString& table, const RecordId& id) const {
    const DraftStore* store = m_live->draftsInUse(table);
    return store ? store->problems(id, m_rules.value(table)) : std::vector<Problem>{};
}

void Workspace::save(const BoundScreen& screen, const RecordId& id) {
    m_saver->save(screen.screen.label, {screen.table->name, id});
}

void Workspace::discard(const QString& table, const RecordId& id) {
    // New children of a new parent belong nowhere without it.
    QList<DraftPlace> going{{table, id}};
    if (id.isNew())
        going = m_saver->descendants({table, id});
    for (auto place = going.rbegin(); place != going.rend(); ++place)
        drafts(place->table)->discard(place->id);
}

void Workspace::write(ChangeRequest request, QObject* context,
                      std::function<void(const WriteResult&)> answer) {
    (void)writeLong(std::move(request), context, {}, std::move(answer));
}

Worker::JobId Workspace::writeLong(ChangeRequest request, QObject* context,
                                   std::function<void(qint64 done)> progress,
                                   std::function<void(const WriteResult&)> answer) {
    request.person = personName();
    if (progress) {
        request.uid = newChangeUid();
        // Not each record is worth a repainting.
        request.progress = [worker = m_writer.get(), guarded = QPointer<QObject>(context), progress,
                            told = qint64{0}](qint64 done) mutable {
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
    return m_writer->run<WriteResult>(
        this,
        [request = std::move(request), around, catalog = m_catalog,
         rules = m_rules](Session& session) {
            return Result<WriteResult>(
                around([&] { return ChangeWriter(session, *catalog, rules).write(request); }));
        },
        [this, asker = QPointer<QObject>(context),
         answer = std::move(answer)](const Result<WriteResult>& result) {
            const WriteResult written =
                result ? *result : WriteResult(WriteFailure{result.error(), {}, {}});
            if (written)
                m_feed->announce(*written);
            if (asker)
                answer(written);
            else
                tellUnasked(written);
        });
}

// Who asked has gone meanwhile: what came of it is said all the same.
void Workspace::tellUnasked(const WriteResult& result) {
    if (!result) {
        Q_EMIT notice({Notice::Kind::Refused,
                       tr("Nothing was written. %1").arg(result.error().error.sentence),
                       result.error().error.detail});
    } else if (result->id > 0) {
        Notice said{
            Notice::Kind::Done,
            tr("Done: %1, change %2.").arg(countedRecords(result->count())).arg(result->id)};
        said.change = result->id;
        Q_EMIT notice(said);
    }
}

void Workspace::compareLog() {
    if (!m_project.connection.changeLog)
        return;
    m_reader->run<QString>(
        this, [](Session& session) { return personsHeads().compare(session); },
        [this](const Result<QString>& lost) {
            // That it cannot be looked up is no reason not to work.
            if (lost && !lost->isEmpty())
                Q_EMIT notice({Notice::Kind::Refused, *lost,
                               tr("If that is right, say so in the change log: More…, “Go by this "
                                  "log from now on”.")});
        });
}

void Workspace::acceptLog() {
    m_reader->run<Nothing>(
        this, [](Session& session) { return personsHeads().accept(session); },
        [this](const Status& accepted) {
            Q_EMIT notice(accepted ? Notice{Notice::Kind::Done,
                                            tr("The change log counts as it is from now on.")}
                                   : Notice{Notice::Kind::Refused, accepted.error().sentence});
        });
}

void Workspace::addNote(qint64 change, const QString& text) {
    writeOnLog([change, text, person = personName()](
                   ChangeWriter& writer) { return writer.addNote(change, text, person); },
               tr("Added a note to change %1.").arg(change));
}

void Workspace::markTrial(qint64 ends, const QString& said) {
    writeOnLog([ends, person = personName()](
                   ChangeWriter& writer) { return writer.markTrial(ends, person); },
               said);
}

void Workspace::writeOnLog(std::function<WriteResult(ChangeWriter&)> write, const QString& said) {
    m_writer->run<WriteResult>(
        this,
        [write = std::move(write), catalog = m_catalog, rules = m_rules](Session& session) {
            ChangeWriter writer(session, *catalog, rules);
            return Result<WriteResult>(write(writer));
        },
        [this, said](const Result<WriteResult>& result) {
            if (result && *result) {
                m_feed->announce(**result);
                Q_EMIT notice({Notice::Kind::Done, said});
            } else {
                const Error error = result ? result->error().error : result.error();
                Q_EMIT notice({Notice::Kind::Refused, error.sentence, error.detail});
            }
        });
}

QList<Workspace::OpenDraft> Workspace::openDrafts() const {
    QList<OpenDraft> open;
    for (const QString& name : m_live->inUse()) {
        for (const RecordId& id : m_live->draftsInUse(name)->all())
            open.append({name, id, m_saver->nameOf({name, id})});
    }
    return open;
}

} // namespace gravin
