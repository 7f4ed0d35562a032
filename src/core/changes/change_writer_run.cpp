// SPDX-License-Identifier: GPL-3.0-or-later
// The part of the one door that changes many records at once.
#include "core/base/text.h"
#include "core/changes/change_writer.h"
#include "core/changes/log_seal.h"
#include "core/database/record_statements.h"

#include <algorithm>

namespace gravin {

namespace {
// Updates that are read and written together; fewer are not worth it.
constexpr size_t MostTogether = 512;
constexpr size_t FewestTogether = 8;
// A change that is fed by a source keeps no more records in memory than this.
constexpr size_t MostKept = 1000;
} // namespace

WriteResult ChangeWriter::addNote(qint64 change, const QString& text, const QString& person) {
    CommittedChange note;
    note.person = person;
    note.action = QStringLiteral("note");
    note.note = text;
    note.undoes = change;
    return writeOnLog(std::move(note), [&]() -> Status {
        const auto found = m_log.summary(change);
        if (!found)
            return found.error();
        if (!*found)
            return Error{ErrorKind::NotFound, say("There is no change %1 in the log.").arg(change)};
        return done();
    });
}

WriteResult ChangeWriter::markTrial(qint64 ends, const QString& person) {
    CommittedChange mark;
    mark.person = person;
    mark.action = ends > 0 ? TrialEndAction : TrialAction;
    if (ends > 0)
        mark.undoes = ends;
    return writeOnLog(std::move(mark), [&]() -> Status {
        const auto open = m_log.openTrial();
        if (!open)
            return open.error();
        if (ends == 0 && *open)
            return Error{ErrorKind::Refused, say("A trial is on already.")};
        if (ends > 0 && (!*open || (*open)->start.id != ends))
            return Error{ErrorKind::Refused, say("This trial is not on any more.")};
        return done();
    });
}

WriteResult ChangeWriter::trimLog(qint64 upTo, const QString& person) {
    CommittedChange trim;
    trim.person = person;
    trim.action = QStringLiteral("trim");
    trim.undoes = upTo;
    return writeOnLog(std::move(trim), [&]() -> Status {
        if (!m_session.spec().mayTrim)
            return Error{ErrorKind::ReadOnly,
                         say("This connection does not allow trimming the change log: what is "
                             "trimmed can never be rolled back. The project's connection has to "
                             "say that it may be (may_trim).")};
        const auto trimmed = m_log.trim(upTo);
        return trimmed ? done() : Status(trimmed.error());
    });
}

// A change that has no records of its own.
WriteResult ChangeWriter::writeOnLog(CommittedChange change,
                                     const std::function<Status()>& before) {
    if (!m_session.spec().changeLog)
        return WriteFailure{
            {ErrorKind::ReadOnly, say("This project keeps no change log.")}, {}, {}};
    if (!m_session.spec().allowed.any() && !m_session.spec().mayTrim)
        return WriteFailure{
            {ErrorKind::ReadOnly, say("This connection does not allow it.")}, {}, {}};
    change.at = logTime();
    Session::Transaction transaction(m_session);
    const bool tablesFirst = !m_session.dialect().createsTablesInTransactions();
    Status status = tablesFirst ? m_log.createTables() : done();
    if (status)
        status = transaction.begin(false);
    if (status && !tablesFirst)
        status = m_log.createTables();
    if (status)
        status = before();
    if (status)
        status = m_log.append(change, m_catalog);
    if (status)
        status = transaction.commit();
    if (!status)
        return WriteFailure{status.error(), {}, {}};
    (void)LogSeal(m_session).chainWaiting();
    return change;
}

// Records that refer to each other in a circle can only come and go with their references empty for
// a moment, where the engine tests references with every statement. What can be loosened so is
// given as two steps instead of one.
std::vector<ChangeWriter::Pending> ChangeWriter::loosened(std::vector<Pending> pending) const {
    std::vector<Pending> steps;
    for (Pending& each : pending) {
        const Table* table = m_catalog.table(each.edit.table);
        const FieldValues& held =
            each.edit.operation == Operation::Insert ? each.edit.after : each.edit.before;
        FieldValues references;
        FieldValues empty;
        for (const ForeignKey& reference : table ? table->foreignKeys : QList<ForeignKey>()) {
            for (const QString& name : reference.columns) {
                const Column* column = table->column(name);
                if (!column || !column->nullable || table->key.contains(name) ||
                    held.value(name).isNull())
                    continue;
                references.insert(name, held.value(name));
                empty.insert(name, Value::null());
            }
        }
        const bool movesKey =
            table && std::any_of(table->key.begin(), table->key.end(), [&](const QString& column) {
                return each.edit.after.contains(column);
            });
        if (each.isLoosened || references.isEmpty() ||
            (each.edit.operation == Operation::Update && !movesKey)) {
            steps.push_back(std::move(each));
            continue;
        }
        RecordEdit apart{Operation::Update, each.edit.table, each.edit.key, references, empty};
        Pending loose = std::move(each);
        loose.isLoosened = true;
        if (loose.edit.operation != Operation::Insert) {
            loose.edit.before.insert(empty);
            steps.push_back({std::move(apart), loose.place, true});
            steps.push_back(std::move(loose));
            continue;
        }
        std::vector<Value> key;
        for (const QString& column : table->key)
            key.push_back(loose.edit.after.value(column));
        apart.key = Key(std::move(key));
        std::swap(apart.before, apart.after);
        loose.edit.after.insert(empty);
        Pending later{std::move(apart), loose.place, true};
        steps.push_back(std::move(loose));
        steps.push_back(std::move(later));
    }
    return steps;
}

bool ChangeWriter::mayContinue(const ChangeRequest& request) {
    if (!request.progress ||
        request.progress(m_logged + static_cast<qint64>(m_change.records.size())))
        return true;
    fail({ErrorKind::Cancelled, say("Stopped. Nothing was changed.")});
    return false;
}

ChangeWriter::Step ChangeWriter::applyMore(const ChangeRequest& request, LogEntry& entry) {
    for (const EditSource next = request.more();;) {
        auto edits = next(m_session);
        if (!edits)
            return fail(edits.error());
        if (edits->empty())
            break;
        std::vector<Pending> pending;
        pending.reserve(edits->size());
        for (RecordEdit& edit : *edits)
            pending.push_back({std::move(edit), pending.size()});
        if (const Step applied = applyPending(std::move(pending), request); !applied)
            return applied;
        if (m_change.records.size() <= MostKept && m_logged == 0)
            continue;
        if (Status begun = m_change.id == 0 ? entry.begin(m_change) : done(); !begun)
            return fail(begun.error());
        if (Status added = entry.add(m_change.records); !added)
            return fail(added.error());
        m_logged += static_cast<qint64>(m_change.records.size());
        m_change.touched = m_change.tables();
        m_change.records.clear();
        m_change.recordCount = m_logged;
    }
    return m_gaps.empty() ? Step(Nothing{}) : Step(failForGaps());
}

Result<size_t, ChangeWriter::Stop> ChangeWriter::applyTogether(const std::vector<Pending>& pending,
                                                               size_t first,
                                                               const ChangeRequest& request,
                                                               size_t& singlyUpTo) {
    if (pending.size() - first < FewestTogether)
        return size_t{0};
    const RecordEdit& model = pending[first].edit;
    const Table* table = m_catalog.table(model.table);
    QSet<QString> followed; // columns that other records follow
    for (const auto& [child, reference] :
         table ? m_catalog.referencesTo(table->name)
               : QList<std::pair<const Table*, const ForeignKey*>>()) {
        if (reference->onUpdate != ForeignKey::Action::Forbid)
            followed.unite(
                {reference->referencedColumns.begin(), reference->referencedColumns.end()});
    }
    const auto fits = [&](const RecordEdit& edit) {
        return std::none_of(edit.after.keyBegin(), edit.after.keyEnd(),
                            [&](const QString& column) { return followed.contains(column); }) &&
               edit.operation == Operation::Update && edit.table == model.table &&
               edit.handedDown.isEmpty() &&
               std::none_of(table->key.begin(), table->key.end(),
                            [&](const QString& column) { return edit.after.contains(column); });
    };
    if (!table || table->isQuery() || table->key.isEmpty())
        return size_t{0};
    QSet<Key> keys;
    size_t count = 0;
    for (size_t i = first; i < pending.size() && count < MostTogether; ++i, ++count) {
        if (!fits(pending[i].edit) || keys.contains(pending[i].edit.key))
            break;
        keys.insert(pending[i].edit.key);
    }
    if (count < FewestTogether)
        return size_t{0};
    if (const auto allowed = tableFor(model, request); !allowed)
        return Stop{};
    // Whatever stands in the way is found again one by one, where it can be named and passed over.
    const size_t recordsBefore = m_change.records.size();
    const size_t leftOutBefore = m_change.leftOut.size();
    const size_t gapsBefore = m_gaps.size();
    if (Status set = m_session.setSavepoint(); !set)
        return fail(set.error());
    if (updateTogether(*table, pending, first, count, request)) {
        if (Status kept = m_session.keepSavepoint(); !kept)
            return fail(kept.error());
        return count;
    }
    if (m_failure.error.kind == ErrorKind::Cancelled ||
        m_failure.error.kind == ErrorKind::Unavailable || m_failure.error.kind == ErrorKind::Full)
        return Stop{};
    if (Status returned = m_session.returnToSavepoint(); !returned)
        return fail(returned.error());
    forgetFrom(recordsBefore);
    m_change.leftOut.resize(leftOutBefore);
    m_gaps.resize(gapsBefore);
    m_goesOn = false;
    singlyUpTo = first + count;
    return size_t{0};
}

ChangeWriter::Step ChangeWriter::updateTogether(const Table& table,
                                                const std::vector<Pending>& pending, size_t first,
                                                size_t count, const ChangeRequest& request) {
    std::vector<Key> keys;
    for (size_t i = first; i < first + count; ++i)
        keys.push_back(pending[i].edit.key);
    auto current = TableReader(m_session, table).recordsToChange(keys);
    if (!current)
        return fail(current.error());
    QHash<Key, const Record*> byKey;
    for (const Record& record : *current)
        byKey.insert(record.key, &record);

    struct Update {
        const Record* current;
        Merged merged;
    };
    std::vector<Update> updates;
    for (size_t i = first; i < first + count; ++i) {
        const RecordEdit& edit = pending[i].edit;
        const Record* record = byKey.value(edit.key);
        if (!record)
            return conflict({table.name, edit.key, true, {}});
        auto wanted = merged(table, edit, *record);
        if (!wanted)
            return Stop{};
        if (wanted->written.isEmpty())
            continue;
        ProposedValues values(record->values.begin(), record->values.end());
        for (auto field = wanted->written.begin(); field != wanted->written.end(); ++field) {
            const int at = table.indexOf(field.key());
            if (at < 0)
                return fail(
                    {ErrorKind::Usage, say("%1 has no column %2.").arg(table.name, field.key())});
            values[static_cast<size_t>(at)] = field.value();
        }
        if (auto checked = check(table, values, wanted->written, edit.key, request); !checked) {
            if (!std::exchange(m_goesOn, false))
                return checked;
            continue; // left out of the run, or asked for
        }
        updates.push_back({record, std::move(*wanted)});
    }

    // Rows of one statement write the same columns.
    QMap<QStringList, std::vector<const Update*>> byColumns;
    for (const Update& update : updates)
        byColumns[update.merged.written.keys()].push_back(&update);
    std::vector<Key> written;
    for (auto group = byColumns.begin(); group != byColumns.end(); ++group) {
        std::vector<Key> groupKeys;
        std::vector<const FieldValues*> after;
        for (const Update* update : *group) {
            groupKeys.push_back(update->current->key);
            after.push_back(&update->merged.written);
        }
        if (auto done = writeTogether(table, group.key(), groupKeys, after); !done)
            return done;
        written.insert(written.end(), groupKeys.begin(), groupKeys.end());
    }
    auto stored = TableReader(m_session, table).records(written);
    if (!stored)
        return fail(stored.error());
    QHash<Key, const Record*> storedByKey;
    for (const Record& record : *stored)
        storedByKey.insert(record.key, &record);
    for (const Update& update : updates) {
        const Record* now = storedByKey.value(update.current->key);
        if (!now)
            return fail({ErrorKind::Database, say("The database did not keep the record as it was "
                                                  "written. Nothing was changed.")});
        if (auto checked = checkStored(table, *now, update.current, request); !checked)
            return checked;
        logUpdate(table, update.current->key, update.merged, *now, request);
    }
    return Nothing{};
}

ChangeWriter::Step ChangeWriter::writeTogether(const Table& table, const QStringList& columns,
                                               const std::vector<Key>& keys,
                                               const std::vector<const FieldValues*>& after) {
    size_t next = 0;
    for (const size_t rows : RowsAtOnce) {
        for (; keys.size() - next >= rows; next += rows) {
            const auto from = static_cast<std::ptrdiff_t>(next);
            const auto to = static_cast<std::ptrdiff_t>(next + rows);
            const SqlFragment statement = updateManyStatement(
                m_session.dialect(), table, columns, {keys.begin() + from, keys.begin() + to},
                {after.begin() + from, after.begin() + to});
            auto executed = m_session.execute(statement.sql, statement.values);
            if (!executed)
                return refuseByEngine(executed.error(), table, keys[next], *after[next]);
            if (*executed != static_cast<qint64>(rows))
                return fail({ErrorKind::Database,
                             say("%1 records answer to the keys of %2. Nothing was changed.")
                                 .arg(*executed)
                                 .arg(rows)});
        }
    }
    return Nothing{};
}

} // namespace gravin
