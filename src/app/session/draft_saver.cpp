// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/session/draft_saver.h"

#include "app/session/workspace.h"
#include "core/base/text.h"
#include "core/changes/change_log.h"
#include "core/project/screen_generator.h"
#include "core/project/screen_links.h"
#include "core/value/text_form.h"

#include <algorithm>
#include <functional>

namespace gravin {

namespace {
// A table may refer to itself: somewhere what hangs on a record must end.
constexpr int DeepestChild = 6;

std::optional<std::vector<Value>> valuesOf(const Table& table, const std::vector<Value>& values,
                                           const QStringList& columns) {
    std::vector<Value> picked;
    for (const QString& column : columns) {
        const int at = table.indexOf(column);
        if (at < 0)
            return std::nullopt;
        picked.push_back(values[static_cast<size_t>(at)]);
    }
    return picked;
}

} // namespace

DraftSaver::DraftSaver(Workspace* workspace)
    : m_workspace(workspace) {
    connect(workspace, &Workspace::reachable, this, [this](bool reachable) {
        if (reachable)
            askForUnanswered();
    });
}

bool DraftSaver::Batch::holds(const DraftPlace& place) const {
    return std::any_of(written.begin(), written.end(),
                       [&](const Written& each) { return each.place == place; });
}

const Draft* DraftSaver::draft(const DraftPlace& place) const {
    return m_workspace->drafts(place.table)->find(place.id);
}

QString DraftSaver::nameOf(const DraftPlace& place) const {
    const std::shared_ptr<const Table> table = m_workspace->sharedTable(place.table);
    const Draft* found = draft(place);
    if (!found)
        return {};
    const int naming = table->indexOf(namingColumn(*table));
    const QString name =
        naming < 0 ? QString() : nameFrom(found->value(naming), table->columns[naming].type);
    if (!name.trimmed().isEmpty())
        return name;
    return place.id.isNew() ? tr("New record") : keyText(place.id.key, table->keyTypes());
}

DraftSaver::Broods DraftSaver::broods() const {
    Broods broods;
    for (const QString& table : m_workspace->tablesInUse()) {
        const DraftStore* drafts = m_workspace->drafts(table);
        const QList<RecordId>& all = drafts->newRecords();
        // The hash gives back first what was put in last.
        for (auto id = all.rbegin(); id != all.rend(); ++id) {
            if (const auto& parent = drafts->find(*id)->parent)
                broods.insert({parent->table, parent->id}, {table, *id});
        }
    }
    return broods;
}

DraftPlace DraftSaver::eldestOf(const DraftPlace& place) const {
    DraftPlace eldest = place;
    for (int depth = 0; depth < DeepestChild; ++depth) {
        const Draft* found = draft(eldest);
        if (!found || !found->parent || !draft({found->parent->table, found->parent->id}))
            break;
        eldest = {found->parent->table, found->parent->id};
    }
    return eldest;
}

QList<DraftPlace> DraftSaver::withFamilies(const QList<DraftPlace>& places) const {
    const Broods all = broods();
    QList<DraftPlace> families;
    QSet<DraftPlace> seen;
    const std::function<void(const DraftPlace&)> add = [&](const DraftPlace& place) {
        if (seen.contains(place))
            return;
        seen += place;
        families += place;
        for (const DraftPlace& child : all.values(place))
            add(child);
    };
    for (const DraftPlace& place : places)
        add(eldestOf(place));
    return families;
}

QList<DraftPlace> DraftSaver::family(const DraftPlace& place) const {
    return withFamilies({place});
}

QList<DraftPlace> DraftSaver::descendants(const DraftPlace& place) const {
    QList<DraftPlace> going{place};
    const Broods all = broods();
    for (qsizetype i = 0; i < going.size(); ++i)
        going += all.values(going[i]);
    return going;
}

QList<DraftPlace> DraftSaver::draftsBelow(const BoundScreen& screen, const RecordId& id) const {
    QList<DraftPlace> below;
    const Record* record =
        id.isNew() ? nullptr : m_workspace->records(screen.table->name)->record(id.key);
    if (record)
        addBelow(screen, record->values, 0, below);
    return below;
}

void DraftSaver::addBelow(const BoundScreen& screen, const std::vector<Value>& values, int depth,
                          QList<DraftPlace>& below) const {
    const auto links = childrenOf(m_workspace->project(), m_workspace->catalog(), screen.screen);
    for (const RecordLink& link : links) {
        const auto child = m_workspace->bound(link.screen);
        const auto wanted = valuesOf(*screen.table, values, link.columns);
        // Nothing belongs to what is empty.
        const bool isEmpty =
            !wanted || std::any_of(wanted->begin(), wanted->end(), std::mem_fn(&Value::isNull));
        if (!child || isEmpty || depth >= DeepestChild)
            continue;
        DraftStore* drafts = m_workspace->drafts(child->table->name);
        for (const RecordId& id : drafts->all()) {
            const Draft* found = drafts->find(id);
            const DraftPlace place{child->table->name, id};
            // A child that is being moved to another parent still stands below the one it had.
            const bool belongs =
                valuesOf(*child->table, found->values(), link.targetColumns) == wanted ||
                (!id.isNew() && valuesOf(*child->table, found->was, link.targetColumns) == wanted);
            if (!belongs || below.contains(place))
                continue;
            below += place;
            if (!id.isNew() && showsChildren(child->screen.arrangement))
                addBelow(*child, found->was, depth + 1, below);
        }
    }
}

void DraftSaver::save(const QString& screenLabel, const DraftPlace& first,
                      const QList<DraftPlace>& others) {
    QList<DraftPlace> places = withFamilies(QList<DraftPlace>{first} + others);
    places.removeIf([&](const DraftPlace& place) { return !draft(place); });
    if (places.isEmpty() || std::any_of(places.begin(), places.end(),
                                        [&](const auto& place) { return draft(place)->saving; }))
        return;
    // What the last save was refused for may be mended elsewhere by now: ask again.
    auto batches = batchesOf(places);
    for (const DraftPlace& place : places)
        m_workspace->drafts(place.table)->setRefusals(place.id, {});
    std::vector<Problem> warnings;
    if (!mayBeSaved(places, warnings))
        return;
    Batch batch = batchOf(screenLabel, places);
    batch.request.acceptedWarnings = std::move(warnings);
    // An earlier save of these that was not answered may have been done: under its name the door
    // does not do both.
    const std::optional<Batch> former = takeUnanswered(places);
    if (former) {
        batch.request.uid = former->request.uid;
        batch.request.isRepeated = true;
    }
    send(batch, former);
}

std::optional<DraftSaver::Batch> DraftSaver::takeUnanswered(const QList<DraftPlace>& places) {
    const auto found =
        std::find_if(m_unanswered.begin(), m_unanswered.end(), [&](const Batch& batch) {
            return std::any_of(places.begin(), places.end(),
                               [&](const DraftPlace& place) { return batch.holds(place); });
        });
    if (found == m_unanswered.end())
        return std::nullopt;
    std::optional<Batch> taken = std::move(*found);
    m_unanswered.erase(found);
    return taken;
}

// Once the database answers again: what was done after all is told, so that nobody meets a record
// of his own as somebody else's.
void DraftSaver::askForUnanswered() {
    for (const Batch& batch : m_unanswered) {
        m_workspace->reader()->run<CommittedChange>(
            this,
            [catalog = m_workspace->sharedCatalog(), uid = batch.request.uid](Session& session) {
                ChangeLog log(session);
                const auto id = log.idOf(uid);
                return id ? log.change(*id, *catalog) : Result<CommittedChange>(id.error());
            },
            [this, place = batch.written.front().place](const Result<CommittedChange>& change) {
                if (!change)
                    return; // it was not done, or nobody can say: the next save will
                if (const std::optional<Batch> done = takeUnanswered({place}))
                    succeed(*done, *change);
            });
    }
}

void DraftSaver::send(const Batch& batch, const std::optional<Batch>& former) {
    for (const Written& written : batch.written)
        m_workspace->drafts(written.place.table)->setSaving(written.place.id, true);
    m_workspace->write(batch.request, this, [this, batch, former](const WriteResult& result) {
        finish(batch, former, result);
    });
}

bool DraftSaver::mayBeSaved(const QList<DraftPlace>& places, std::vector<Problem>& warnings) {
    QList<DraftPlace> warned;
    std::vector<Problem> told;
    for (const DraftPlace& place : places) {
        told = draft(place)->warned;
        warnings.insert(warnings.end(), told.begin(), told.end());
        for (const Problem& problem : m_workspace->problems(place.table, place.id)) {
            if (!problem.warning) {
                refuse(places.size() > 1 ? tr("%1: %2").arg(nameOf(place), problem.message)
                                         : problem.message);
                return false;
            }
            if (std::find(told.begin(), told.end(), problem) != told.end())
                continue;
            warnings.push_back(problem);
            if (!warned.contains(place))
                warned += place;
        }
    }
    if (warned.isEmpty())
        return true;
    warn(warned, {});
    return false;
}

DraftSaver::Batch DraftSaver::batchOf(const QString& screenLabel,
                                      const QList<DraftPlace>& places) const {
    Batch batch;
    batch.request.screen = screenLabel;
    batch.request.uid = newChangeUid();
    const bool allNew = std::all_of(places.begin(), places.end(),
                                    [](const auto& place) { return place.id.isNew(); });
    batch.request.action = allNew ? QStringLiteral("add") : QStringLiteral("edit");
    QHash<DraftPlace, size_t> at;
    for (const DraftPlace& place : places)
        at.insert(place, static_cast<size_t>(at.size()));
    for (const DraftPlace& place : places) {
        const Draft& found = *draft(place);
        const std::shared_ptr<const Table> table = m_workspace->sharedTable(place.table);
        RecordEdit edit{place.id.isNew() ? Operation::Insert : Operation::Update,
                        place.table,
                        place.id.key,
                        {},
                        {}};
        for (auto field = found.changed.begin(); field != found.changed.end(); ++field) {
            const QString& column = table->columns[field.key()].name;
            edit.after.insert(column, field.value());
            if (!place.id.isNew())
                edit.before.insert(column, found.was[static_cast<size_t>(field.key())]);
        }
        for (const int column : found.given)
            edit.given += table->columns[column].name;
        if (found.parent) {
            const auto from = at.constFind({found.parent->table, found.parent->id});
            for (qsizetype i = 0; from != at.constEnd() && i < found.parent->columns.size(); ++i)
                edit.handedDown.append(
                    {found.parent->columns[i], *from, found.parent->targetColumns[i]});
        }
        batch.request.edits.push_back(std::move(edit));
        batch.written.push_back({place, found.changed});
    }
    return batch;
}

std::vector<std::unique_ptr<DraftStore::Batch>>
DraftSaver::batchesOf(const QList<DraftPlace>& places) const {
    std::vector<std::unique_ptr<DraftStore::Batch>> batches;
    QSet<QString> tables;
    for (const DraftPlace& place : places) {
        if (tables.contains(place.table))
            continue;
        tables += place.table;
        batches.push_back(std::make_unique<DraftStore::Batch>(m_workspace->drafts(place.table)));
    }
    return batches;
}

void DraftSaver::finish(const Batch& batch, const std::optional<Batch>& former,
                        const WriteResult& result) {
    QList<DraftPlace> places;
    for (const Written& written : batch.written)
        places += written.place;
    auto batches = batchesOf(places);
    for (const Written& written : batch.written)
        m_workspace->drafts(written.place.table)->setSaving(written.place.id, false);
    if (!result && result.error().error.kind == ErrorKind::Unavailable)
        m_unanswered.push_back(former.value_or(batch));
    // What the door found in the log is what was sent first.
    const bool wasDoneBefore = former && result && result->uid.isEmpty();
    if (result)
        succeed(wasDoneBefore ? *former : batch, *result);
    else
        fail(batch, result.error());
}

void DraftSaver::succeed(const Batch& batch, const CommittedChange& change) {
    const DraftPlace& first = batch.written.front().place;
    const QString name = nameOf(first);
    size_t nextInsert = 0;
    QHash<std::pair<QString, Key>, const RecordChange*> updates;
    for (const RecordChange& record : change.records) {
        if (record.operation == Operation::Update)
            updates.insert({record.table, record.key}, &record);
    }
    for (const Written& written : batch.written) {
        const auto& [tableName, id] = written.place;
        const std::shared_ptr<const Table> table = m_workspace->sharedTable(tableName);
        RecordId now = id;
        if (id.isNew()) {
            while (change.records[nextInsert].operation != Operation::Insert)
                ++nextInsert;
            now = {change.records[nextInsert++].key, 0};
        } else if (const auto* update = updates.value({table->written(), id.key})) {
            now = {update->keyAfter(table->key), 0};
        }
        // Whoever shows the new record moves to its key before the draft goes.
        Q_EMIT m_workspace->saved(tableName, id, now);
        DraftStore* store = m_workspace->drafts(tableName);
        store->saved(id, written.values);
        if (!id.isNew() && !(now == id))
            store->discard(id);
    }
    if (change.id > 0)
        Q_EMIT savedAs(change.id);
    const auto count = static_cast<qint64>(batch.written.size());
    QString text;
    if (count > 1)
        text = tr("Saved %1 as one: change %2.").arg(countedRecords(count)).arg(change.id);
    else if (first.id.isNew())
        text = tr("Added %1: change %2.").arg(name).arg(change.id);
    else
        text =
            tr("Saved %1: %2, change %3.")
                .arg(name, counted(batch.written.front().values.size(), tr("field"), tr("fields")))
                .arg(change.id);
    Q_EMIT m_workspace->notice({Notice::Kind::Done, text});
}

void DraftSaver::fail(const Batch& batch, const WriteFailure& failure) {
    const size_t at = failure.edit.value_or(0);
    const DraftPlace& place = batch.written[std::min(at, batch.written.size() - 1)].place;
    DraftStore* store = m_workspace->drafts(place.table);
    for (const RecordConflict& conflict : failure.conflicts) {
        if (conflict.gone)
            store->setGone(place.id);
        for (const FieldConflict& field : conflict.fields)
            store->setTheirs(place.id, m_workspace->sharedTable(place.table)->indexOf(field.column),
                             field.theirs);
    }
    store->setRefusals(place.id, failure.problems);
    const bool onlyWarns =
        !failure.problems.empty() && std::all_of(failure.problems.begin(), failure.problems.end(),
                                                 std::mem_fn(&Problem::warning));
    if (onlyWarns) {
        warn({place}, failure.problems);
        return;
    }
    const bool isOneOfMany = batch.written.size() > 1 && failure.edit;
    refuse(isOneOfMany ? tr("%1: %2").arg(nameOf(place), failure.error.sentence)
                       : failure.error.sentence,
           failure.error.detail);
}

// Tells what is unusual; saving once more lets it pass.
void DraftSaver::warn(const QList<DraftPlace>& places, const std::vector<Problem>& more) {
    QString message = more.empty() ? QString() : more.back().message;
    for (const DraftPlace& place : places) {
        std::vector<Problem> warned = draft(place) ? draft(place)->warned : std::vector<Problem>{};
        warned.insert(warned.end(), more.begin(), more.end());
        for (const Problem& problem : m_workspace->problems(place.table, place.id)) {
            if (!problem.warning ||
                std::find(warned.begin(), warned.end(), problem) != warned.end())
                continue;
            message = problem.message;
            warned.push_back(problem);
        }
        m_workspace->drafts(place.table)->setWarned(place.id, std::move(warned));
    }
    Q_EMIT m_workspace->notice(
        {Notice::Kind::Refused,
         (places.size() > 1 ? tr("Not saved yet. %1 have warnings. Save once more to keep them so.")
                                  .arg(countedRecords(places.size()))
                            : tr("Not saved yet. %1 Save once more to keep it so.").arg(message))});
}

void DraftSaver::refuse(const QString& sentence, const QString& detail) {
    Notice notice{Notice::Kind::Refused, tr("Not saved. %1").arg(sentence), detail};
    notice.isUntilEdited = true;
    Q_EMIT m_workspace->notice(notice);
}

} // namespace gravin
