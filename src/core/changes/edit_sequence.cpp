// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/edit_sequence.h"

#include "core/base/text.h"
#include "core/changes/watch/effects.h"
#include "core/changes/watch/watched_run.h"

#include <algorithm>

namespace gravin {

namespace {

// A change that is fed by a source keeps no more records in memory than this.
constexpr size_t MostKept = 1000;

// What another step may clear the way for.
bool isByDatabase(const WriteFailure& failure) {
    static const QStringList checks{QStringLiteral("database"), QStringLiteral("reference"),
                                    QStringLiteral("unique")};
    return !failure.problems.empty() && checks.contains(failure.problems.front().check);
}

// The references of the record that may be empty for a moment, with their values.
FieldValues looseReferences(const Table& table, const FieldValues& held) {
    FieldValues references;
    for (const ForeignKey& reference : table.foreignKeys) {
        for (const QString& name : reference.columns) {
            const Column* column = table.column(name);
            if (column && column->nullable && !table.key.contains(name) &&
                !held.value(name).isNull())
                references.insert(name, held.value(name));
        }
    }
    return references;
}

FieldValues emptied(const FieldValues& references) {
    FieldValues empty;
    for (auto field = references.keyBegin(); field != references.keyEnd(); ++field)
        empty.insert(*field, Value::null());
    return empty;
}

// The edit with its references empty, and the one that fills or empties them, in their order.
void splitInto(std::vector<PendingEdit>& steps, PendingEdit pending, const Table& table,
               const FieldValues& references) {
    const FieldValues empty = emptied(references);
    RecordEdit apart{Operation::Update, pending.edit.table, pending.edit.key, references, empty};
    pending.isLoosened = true;
    if (pending.edit.operation != Operation::Insert) {
        pending.edit.before.insert(empty);
        steps.push_back({std::move(apart), pending.index, true});
        steps.push_back(std::move(pending));
        return;
    }
    std::vector<Value> key;
    for (const QString& column : table.key)
        key.push_back(pending.edit.after.value(column));
    apart.key = Key(std::move(key));
    std::swap(apart.before, apart.after);
    pending.edit.after.insert(empty);
    PendingEdit later{std::move(apart), pending.index, true};
    steps.push_back(std::move(pending));
    steps.push_back(std::move(later));
}

// The references by which a record that is to be deleted refers to itself.
FieldValues ownReferences(const Table& table, const FieldValues& held) {
    FieldValues own;
    const FieldValues loose = looseReferences(table, held);
    for (const ForeignKey& reference : table.foreignKeys) {
        bool isOwn = reference.table == table.name;
        for (qsizetype i = 0; isOwn && i < reference.columns.size(); ++i)
            isOwn = loose.contains(reference.columns[i]) &&
                    held.value(reference.columns[i]) ==
                        held.value(reference.referencedColumns.value(i));
        for (const QString& column : reference.columns) {
            if (isOwn)
                own.insert(column, loose.value(column));
        }
    }
    return own;
}

// Where the engine tests references with every statement, a record that refers to itself is deleted
// in two steps: whatever waits for its key could not go on otherwise.
std::vector<PendingEdit> freedOfThemselves(std::vector<PendingEdit> pending,
                                           const Catalog& catalog) {
    std::vector<PendingEdit> steps;
    for (PendingEdit& each : pending) {
        const Table* table = catalog.table(each.edit.table);
        const FieldValues own = table && each.edit.operation == Operation::Delete
                                    ? ownReferences(*table, each.edit.before)
                                    : FieldValues();
        if (own.isEmpty())
            steps.push_back(std::move(each));
        else
            splitInto(steps, std::move(each), *table, own);
    }
    return steps;
}

} // namespace

std::vector<PendingEdit> loosened(std::vector<PendingEdit> pending, const Catalog& catalog) {
    std::vector<PendingEdit> steps;
    for (PendingEdit& each : pending) {
        const Table* table = catalog.table(each.edit.table);
        const Operation operation = each.edit.operation;
        const FieldValues references =
            table ? looseReferences(*table, operation == Operation::Insert ? each.edit.after
                                                                           : each.edit.before)
                  : FieldValues();
        const bool movesKey =
            table && std::any_of(table->key.begin(), table->key.end(), [&](const QString& column) {
                return each.edit.after.contains(column);
            });
        if (each.isLoosened || references.isEmpty() ||
            (operation == Operation::Update && !movesKey))
            steps.push_back(std::move(each));
        else
            splitInto(steps, std::move(each), *table, references);
    }
    return steps;
}

Step EditSequence::applyAll() {
    const ChangeRequest& request = m_run.request;
    std::vector<PendingEdit> pending;
    pending.reserve(request.edits.size());
    for (const RecordEdit& edit : request.edits)
        pending.push_back({edit, pending.size()});
    for (const RecordEdit& edit : request.edits) {
        if (edit.operation == Operation::Delete)
            m_run.toDelete.insert({edit.table, edit.key}, edit.before);
    }
    if (const Step applied = applyPending(std::move(pending)); !applied)
        return applied;
    return request.more ? Step(Success{}) : gapsFailure();
}

Step EditSequence::applyMore(LogEntry& entry) {
    for (const EditSource next = m_run.request.more();;) {
        auto edits = next(m_run.session);
        if (!edits)
            return ChangeRun::failed(edits.error());
        if (edits->empty())
            break;
        std::vector<PendingEdit> pending;
        pending.reserve(edits->size());
        for (RecordEdit& edit : *edits)
            pending.push_back({std::move(edit), pending.size()});
        if (const Step applied = applyPending(std::move(pending)); !applied)
            return applied;
        if (const Step moved = moveToLog(entry); !moved)
            return moved;
    }
    return gapsFailure();
}

Step EditSequence::moveToLog(LogEntry& entry) {
    CommittedChange& change = m_run.change;
    if (change.records.size() <= MostKept && m_run.logged == 0)
        return Success{};
    if (const Step noted = m_parents.note(); !noted)
        return noted;
    if (Status added = m_run.addToLog(entry); !added)
        return ChangeRun::failed(added.error());
    m_run.logged += static_cast<qint64>(change.records.size());
    change.touched = change.tables();
    change.records.clear();
    change.recordCount = m_run.logged;
    return Success{};
}

Step EditSequence::gapsFailure() {
    if (m_run.gaps.empty())
        return Success{};
    Error error{ErrorKind::Refused, coreTr("%1 that this change has to ask for.")
                                        .arg(counted(static_cast<qint64>(m_run.gaps.size()),
                                                     "value is missing", "values are missing"))};
    return NotDone{{std::move(error), std::move(m_run.gaps), {}}};
}

Step EditSequence::applyPending(std::vector<PendingEdit> pending) {
    m_handsDown = std::any_of(pending.begin(), pending.end(), [](const PendingEdit& each) {
        return !each.edit.handedDown.isEmpty();
    });
    m_mayReturn = m_run.request.restoring || mayGoOn(pending);
    if (m_run.request.restoring && m_run.session.dialect().deferReferences().isEmpty())
        pending = freedOfThemselves(std::move(pending), m_run.catalog);
    while (!pending.empty()) {
        Round round;
        if (const Step applied = applyRound(pending, round); !applied)
            return applied;
        if (!round.refused.empty() && round.refused.size() == pending.size()) {
            round.refused = loosened(std::move(round.refused), m_run.catalog);
            if (round.refused.size() == pending.size())
                return *round.refusal;
        }
        pending = std::move(round.refused);
    }
    return Success{};
}

Step EditSequence::applyRound(std::vector<PendingEdit>& pending, Round& round) {
    for (size_t next = 0; next < pending.size(); ++next) {
        if (const Step goesOn = m_run.mayContinue(); !goesOn)
            return goesOn;
        const bool isAwaited = m_handsDown && pending[next].edit.operation == Operation::Insert;
        if (round.refused.empty() && next >= round.singlyUpTo && !isAwaited) {
            const auto together = m_batches.apply(pending, next, round.singlyUpTo);
            if (!together)
                return together.error();
            if (*together > 0) {
                if (const Step taken = takeBackEffects(pending, next, *together); !taken)
                    return taken;
                next += *together - 1;
                continue;
            }
        }
        // Steps of one record keep their order.
        const QList<RecordPlace> touched = placesOf(pending[next].edit);
        if (std::any_of(touched.begin(), touched.end(),
                        [&](const RecordPlace& each) { return round.waiting.contains(each); })) {
            round.waiting.unite({touched.begin(), touched.end()});
            round.refused.push_back(std::move(pending[next]));
            continue;
        }
        if (const Step applied = applyOne(pending[next], touched, round); !applied)
            return applied;
    }
    return Success{};
}

Step EditSequence::applyOne(PendingEdit& pending, const QList<RecordPlace>& touched, Round& round) {
    const size_t recordsBefore = m_run.change.records.size();
    if (Status set = m_mayReturn ? m_run.writer.setSavepoint() : ok(); !set)
        return ChangeRun::failed(set.error());
    Step applied = takeHandedDown(pending.edit);
    if (applied)
        applied = m_records.apply(pending.edit);
    if (applied) {
        if (m_handsDown && pending.edit.operation == Operation::Insert)
            m_run.inserted.insert(pending.index, m_run.change.records.back().after);
        if (Status kept = m_mayReturn ? m_run.writer.keepSavepoint() : ok(); !kept)
            return ChangeRun::failed(kept.error());
        return takeBackEffects({pending}, 0, 1);
    }
    NotDone refusal = applied.error();
    refusal.failure.edit = pending.index;
    const bool goesOn = refusal.then == NotDone::Then::GoOn;
    if (!goesOn && (!m_run.request.restoring || !isByDatabase(refusal.failure)))
        return refusal;
    if (Status returned = m_run.writer.returnToSavepoint(); !returned)
        return ChangeRun::failed(returned.error());
    m_run.forgetFrom(recordsBefore);
    if (!goesOn) {
        round.waiting.unite({touched.begin(), touched.end()});
        round.refused.push_back(std::move(pending));
        round.refusal = std::move(refusal);
    }
    return Success{};
}

Step EditSequence::takeBackEffects(const std::vector<PendingEdit>& pending, size_t first,
                                   size_t count) {
    if (!m_run.watched || !m_run.request.restoring)
        return Success{};
    std::vector<RecordEdit> done;
    for (size_t i = first; i < first + count; ++i)
        done.push_back(pending[i].edit);
    return Effects(m_run, m_records).takeBack(done);
}

// The records that an edit is about: as they are now, and as they will be called.
QList<RecordPlace> EditSequence::placesOf(const RecordEdit& edit) const {
    QList<RecordPlace> places;
    if (!edit.key.isEmpty())
        places.append({edit.table, edit.key});
    const Table* table = m_run.catalog.table(edit.table);
    if (!table || edit.operation == Operation::Delete)
        return places;
    std::vector<Value> key = edit.key.values();
    key.resize(static_cast<size_t>(table->key.size()));
    for (qsizetype i = 0; i < table->key.size(); ++i)
        key[static_cast<size_t>(i)] = edit.after.value(table->key[i], key[static_cast<size_t>(i)]);
    if (!anyNull(key) && !(Key(key) == edit.key))
        places.append({edit.table, Key(std::move(key))});
    return places;
}

Step EditSequence::takeHandedDown(RecordEdit& edit) const {
    for (const HandedDown& handed : std::as_const(edit.handedDown)) {
        const auto from = m_run.inserted.constFind(handed.from);
        if (from == m_run.inserted.constEnd() || !from->contains(handed.fromColumn))
            return ChangeRun::failed(
                {ErrorKind::Usage, coreTr("Nothing gives %1.%2 its value in this change.")
                                       .arg(edit.table, handed.column)});
        edit.after.insert(handed.column, from->value(handed.fromColumn));
    }
    return Success{};
}

// Whether a check may leave records out of this run, or ask for what is missing.
bool EditSequence::mayGoOn(const std::vector<PendingEdit>& pending) const {
    QSet<QString> tables;
    for (const PendingEdit& each : pending)
        tables.insert(each.edit.table);
    return m_run.request.isRun &&
           std::any_of(tables.begin(), tables.end(), [&](const QString& table) {
               const QList<CheckRule> checks = m_run.rules.value(table).checks;
               return std::any_of(checks.begin(), checks.end(), [](const CheckRule& rule) {
                   return rule.inRuns != InRuns::Stop;
               });
           });
}

} // namespace gravin
