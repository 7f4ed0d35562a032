// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/drafts/draft_saver.h"

#include "core/base/text.h"
#include "core/changes/log/change_log.h"
#include "core/database/reach.h"
#include "core/fitting/far_field.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/screen_links.h"
#include "core/value/text_form.h"
#include "session/database.h"
#include "session/notices.h"
#include "session/records.h"
#include "session/writing.h"

#include <algorithm>
#include <functional>

namespace gravin {

DraftSaver::DraftSaver(Notices* notices, Database* database, Records* records, Writing* writing)
    : m_notices(notices)
    , m_database(database)
    , m_records(records)
    , m_writing(writing) {
    connect(writing, &Writing::reachable, this, [this](bool reachable) {
        if (reachable)
            askForUnanswered();
    });
}

bool DraftSaver::Batch::holds(const DraftRef& place) const {
    return std::any_of(written.begin(), written.end(),
                       [&](const Written& each) { return each.place == place; });
}

const Draft* DraftSaver::draft(const DraftRef& place) const {
    return m_records->drafts(place.table)->find(place.id);
}

void DraftSaver::save(const QString& screenLabel, const DraftRef& first,
                      const QList<DraftRef>& others) {
    QList<DraftRef> places = m_records->families().savedTogether(QList<DraftRef>{first} + others);
    places.removeIf([&](const DraftRef& place) { return !draft(place); });
    if (places.isEmpty() || std::any_of(places.begin(), places.end(),
                                        [&](const auto& place) { return draft(place)->saving; }))
        return;
    // What the last save was refused for may be mended elsewhere by now: ask again.
    auto batches = m_records->batchesOf(places);
    for (const DraftRef& place : places)
        m_records->drafts(place.table)->setRefusals(place.id, {});
    std::vector<Problem> warnings;
    if (!mayBeSaved(places, warnings))
        return;
    Batch batch = batchOf(screenLabel, places);
    if (!addFarEdits(batch)) {
        refuse(tr("Two records that are saved together write different things into the same field "
                  "of a third one. Make them alike, or discard one."));
        return;
    }
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

std::optional<DraftSaver::Batch> DraftSaver::takeUnanswered(const QList<DraftRef>& places) {
    const auto found =
        std::find_if(m_unanswered.begin(), m_unanswered.end(), [&](const Batch& batch) {
            return std::any_of(places.begin(), places.end(),
                               [&](const DraftRef& place) { return batch.holds(place); });
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
        m_database->reader()->run<CommittedChange>(
            this,
            [catalog = m_database->sharedCatalog(), uid = batch.request.uid](Session& session) {
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
        m_records->drafts(written.place.table)->setSaving(written.place.id, true);
    m_writing->write(batch.request, this, [this, batch, former](const WriteResult& result) {
        finish(batch, former, result);
    });
}

bool DraftSaver::mayBeSaved(const QList<DraftRef>& places, std::vector<Problem>& warnings) {
    QList<DraftRef> warned;
    std::vector<Problem> told;
    for (const DraftRef& place : places) {
        told = draft(place)->warned;
        warnings.insert(warnings.end(), told.begin(), told.end());
        for (const Problem& problem : m_records->problems(place.table, place.id)) {
            if (!problem.warning) {
                refuse(places.size() > 1
                           ? tr("%1: %2").arg(m_records->nameOf(place), problem.message)
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
                                      const QList<DraftRef>& places) const {
    Batch batch;
    batch.request.screen = screenLabel;
    batch.request.uid = newChangeUid();
    const bool allNew = std::all_of(places.begin(), places.end(),
                                    [](const auto& place) { return place.id.isNew(); });
    batch.request.action = allNew ? QStringLiteral("add") : QStringLiteral("edit");
    QHash<DraftRef, size_t> at;
    for (const DraftRef& place : places)
        at.insert(place, static_cast<size_t>(at.size()));
    for (const DraftRef& place : places) {
        const Draft& found = *draft(place);
        const std::shared_ptr<const Table> table = m_records->table(place.table);
        if (found.removed) {
            batch.request.edits.push_back({Operation::Delete,
                                           place.table,
                                           place.id.key,
                                           fieldValues(*table, {place.id.key, found.was}),
                                           {}});
            batch.written.push_back({place, {}});
            continue;
        }
        RecordEdit edit{place.id.isNew() ? Operation::Insert : Operation::Update,
                        place.table,
                        place.id.key,
                        {},
                        {}};
        for (auto field = found.changed.begin(); field != found.changed.end(); ++field) {
            const QString& column = table->columns[field.key()].name;
            if (table->columns[field.key()].reach)
                continue; // see addFarEdits()
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

bool DraftSaver::addFarEdits(Batch& batch) const {
    bool isOne = true;
    for (const Written& written : batch.written) {
        const Draft& found = *draft(written.place);
        const std::shared_ptr<const Table> table = m_records->table(written.place.table);
        for (auto field = found.changed.begin(); field != found.changed.end(); ++field) {
            if (!table->columns[field.key()].reach)
                continue;
            const FarField far = farFieldAt(*table, field.key());
            const auto key = far.keyFrom([&](int place) { return found.value(place); });
            isOne = (!key || addFarEdit(batch.request.edits, far, *key, found.before(field.key()),
                                        *field)) &&
                    isOne;
        }
    }
    return isOne;
}

DraftRef DraftSaver::placeOf(const Batch& batch, size_t edit) const {
    if (edit < batch.written.size())
        return batch.written[edit].place;
    const RecordEdit& far = batch.request.edits[edit];
    for (const Written& written : batch.written) {
        const std::shared_ptr<const Table> table = m_records->table(written.place.table);
        const Draft* found = draft(written.place);
        for (auto field = written.values.begin(); found && field != written.values.end(); ++field) {
            if (!table->columns[field.key()].reach)
                continue;
            const FarField at = farFieldAt(*table, field.key());
            if (at.table == far.table &&
                at.keyFrom([&](int place) { return found->value(place); }) == far.key)
                return written.place;
        }
    }
    return batch.written.front().place;
}

QString DraftSaver::columnIn(const Batch& batch, size_t edit, const QString& column) const {
    if (edit < batch.written.size())
        return column;
    const std::shared_ptr<const Table> table = m_records->table(placeOf(batch, edit).table);
    for (int place = 0; place < table->columns.size(); ++place) {
        const auto& reach = table->columns[place].reach;
        if (reach && reach->steps.size() == 1 &&
            reach->steps.front().to.name == batch.request.edits[edit].table &&
            reach->column.name == column)
            return table->columns[place].name;
    }
    return {};
}

void DraftSaver::finish(const Batch& batch, const std::optional<Batch>& former,
                        const WriteResult& result) {
    QList<DraftRef> places;
    for (const Written& written : batch.written)
        places += written.place;
    auto batches = m_records->batchesOf(places);
    for (const Written& written : batch.written)
        m_records->drafts(written.place.table)->setSaving(written.place.id, false);
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
    const DraftRef& first = batch.written.front().place;
    QString name = m_records->nameOf(first);
    size_t nextInsert = 0;
    QHash<std::pair<QString, Key>, const RecordChange*> updates;
    for (const RecordChange& record : change.records) {
        if (record.operation == Operation::Update)
            updates.insert({record.table, record.key}, &record);
    }
    for (const Written& written : batch.written) {
        const auto& [tableName, id] = written.place;
        const std::shared_ptr<const Table> table = m_records->table(tableName);
        RecordId now = id;
        if (id.isNew()) {
            while (change.records[nextInsert].operation != Operation::Insert ||
                   change.records[nextInsert].isEffect)
                ++nextInsert;
            now = {change.records[nextInsert++].key, 0};
        } else if (const auto* update = updates.value({table->written(), id.key})) {
            now = {update->keyAfter(table->key), 0};
        }
        // Whoever shows the new record moves to its key before the draft goes.
        m_records->tellSaved(tableName, id, now);
        DraftStore* store = m_records->drafts(tableName);
        store->saved(id, written.values);
        if (!id.isNew() && !(now == id))
            store->discard(id);
    }
    if (change.id > 0)
        Q_EMIT savedAs(change.id);
    const auto count = static_cast<qint64>(batch.written.size());
    // Fields that stand in other records were written there.
    const bool isFar = batch.request.edits.size() > batch.written.size();
    // A line without a name is called a record.
    if (name.trimmed().isEmpty())
        name = countedRecords(1);
    QString text;
    if (count > 1 || isFar)
        text = tr("Saved %1 as one: change %2.")
                   .arg(countedRecords(isFar ? change.count() : count))
                   .arg(change.id);
    else if (first.id.isNew())
        text = tr("Added %1: change %2.").arg(name).arg(change.id);
    else if (batch.request.edits.front().operation == Operation::Delete)
        text = tr("Deleted %1: change %2. It can be rolled back.").arg(name).arg(change.id);
    else
        text = tr("Saved %1: %2, change %3.")
                   .arg(name, counted(batch.written.front().values.size(), "field", "fields"))
                   .arg(change.id);
    m_notices->done(text);
}

void DraftSaver::fail(const Batch& batch, const WriteFailure& failure) {
    const size_t at = std::min(failure.edit.value_or(0), batch.request.edits.size() - 1);
    const DraftRef place = placeOf(batch, at);
    DraftStore* store = m_records->drafts(place.table);
    const bool isFar = at >= batch.written.size();
    for (const RecordConflict& conflict : failure.conflicts) {
        if (conflict.gone && !isFar)
            store->setGone(place.id);
        for (const FieldConflict& field : conflict.fields) {
            const int column =
                m_records->table(place.table)->indexOf(columnIn(batch, at, field.column));
            if (column >= 0)
                store->setTheirs(place.id, column, field.theirs);
        }
    }
    std::vector<Problem> problems = failure.problems;
    for (Problem& problem : problems)
        problem.field = columnIn(batch, at, problem.field);
    store->setRefusals(place.id, std::move(problems));
    const bool onlyWarns =
        !failure.problems.empty() && std::all_of(failure.problems.begin(), failure.problems.end(),
                                                 std::mem_fn(&Problem::warning));
    if (onlyWarns) {
        warn({place}, failure.problems);
        return;
    }
    const bool isOneOfMany = batch.written.size() > 1 && failure.edit;
    refuse(isOneOfMany ? tr("%1: %2").arg(m_records->nameOf(place), failure.error.sentence)
                       : failure.error.sentence,
           failure.error.detail);
}

// Tells what is unusual; saving once more lets it pass.
void DraftSaver::warn(const QList<DraftRef>& places, const std::vector<Problem>& more) {
    QString message = more.empty() ? QString() : more.back().message;
    for (const DraftRef& place : places) {
        std::vector<Problem> warned = draft(place) ? draft(place)->warned : std::vector<Problem>{};
        warned.insert(warned.end(), more.begin(), more.end());
        for (const Problem& problem : m_records->problems(place.table, place.id)) {
            if (!problem.warning ||
                std::find(warned.begin(), warned.end(), problem) != warned.end())
                continue;
            message = problem.message;
            warned.push_back(problem);
        }
        m_records->drafts(place.table)->setWarned(place.id, std::move(warned));
    }
    m_notices->refuse(places.size() > 1
                          ? tr("Not saved yet. %1 have warnings. Save once more to keep them so.")
                                .arg(countedRecords(places.size()))
                          : tr("Not saved yet. %1 Save once more to keep it so.").arg(message));
}

void DraftSaver::refuse(const QString& sentence, const QString& detail) {
    Notice notice{Notice::Kind::Refused, tr("Not saved. %1").arg(sentence), detail};
    notice.isUntilEdited = true;
    m_notices->tell(notice);
}

} // namespace gravin
