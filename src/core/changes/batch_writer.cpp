// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/batch_writer.h"

#include "core/base/text.h"
#include "core/changes/insert_batch.h"
#include "core/database/record_statements.h"
#include "core/records/table_reader.h"

#include <algorithm>

namespace gravin {

namespace {
// Edits that are read and written together; fewer are not worth it.
constexpr size_t MostTogether = 512;
constexpr size_t FewestTogether = 8;

// What another way of writing would not help against.
bool isFinal(const Error& error) {
    return error.kind == ErrorKind::Cancelled || error.kind == ErrorKind::Unavailable ||
           error.kind == ErrorKind::Full;
}
} // namespace

// How many updates of one table, each of another record, or new records of it, stand here in a row.
size_t BatchWriter::alikeFrom(const std::vector<PendingEdit>& pending, size_t first) const {
    const RecordEdit& model = pending[first].edit;
    const Table* table = m_run.catalog.table(model.table);
    if (!table || table->isQuery() || table->key.isEmpty() || table->isWrittenIndirectly())
        return 0;
    return model.operation == Operation::Insert ? insertsFrom(*table, pending, first)
                                                : updatesFrom(*table, pending, first);
}

size_t BatchWriter::insertsFrom(const Table& table, const std::vector<PendingEdit>& pending,
                                size_t first) {
    size_t end = first;
    while (end < pending.size() && end - first < MostTogether &&
           pending[end].edit.table == pending[first].edit.table &&
           InsertBatch::fits(pending[end].edit, table))
        ++end;
    return end - first;
}

size_t BatchWriter::updatesFrom(const Table& table, const std::vector<PendingEdit>& pending,
                                size_t first) const {
    const RecordEdit& model = pending[first].edit;
    QSet<QString> apart{table.key.begin(), table.key.end()};
    // What other records follow is written with them.
    for (const auto& [child, reference] : m_run.catalog.referencesTo(table.name)) {
        if (reference->onUpdate != ForeignKey::Action::Forbid)
            apart.unite({reference->referencedColumns.begin(), reference->referencedColumns.end()});
    }
    const auto fits = [&](const RecordEdit& edit) {
        return edit.operation == Operation::Update && edit.table == model.table &&
               edit.handedDown.isEmpty() &&
               std::none_of(edit.after.keyBegin(), edit.after.keyEnd(),
                            [&](const QString& column) { return apart.contains(column); });
    };
    QSet<Key> keys;
    size_t count = 0;
    for (size_t i = first; i < pending.size() && count < MostTogether; ++i, ++count) {
        if (!fits(pending[i].edit) || keys.contains(pending[i].edit.key))
            break;
        keys.insert(pending[i].edit.key);
    }
    return count;
}

Result<size_t, NotDone> BatchWriter::apply(const std::vector<PendingEdit>& pending, size_t first,
                                           size_t& singlyUpTo) {
    if (pending.size() - first < FewestTogether)
        return size_t{0};
    const size_t count = alikeFrom(pending, first);
    if (count < FewestTogether)
        return size_t{0};
    const RecordEdit& model = pending[first].edit;
    const auto allowed = m_records.tableFor(model, m_run.request);
    if (!allowed)
        return allowed.error();
    // Whatever stands in the way is found again one by one, where it can be named and passed over.
    const size_t recordsBefore = m_run.change.records.size();
    const size_t leftOutBefore = m_run.change.leftOut.size();
    const size_t gapsBefore = m_run.gaps.size();
    if (Status set = m_run.writer.setSavepoint(); !set)
        return ChangeRun::failed(set.error());
    const Table& table = *m_run.catalog.table(model.table);
    const Step written = model.operation == Operation::Insert
                             ? InsertBatch(m_run, m_records, table).write(pending, first, count)
                             : updateTogether(table, pending, first, count);
    if (written) {
        if (Status kept = m_run.writer.keepSavepoint(); !kept)
            return ChangeRun::failed(kept.error());
        return count;
    }
    if (isFinal(written.error().failure.error))
        return written.error();
    if (Status returned = m_run.writer.returnToSavepoint(); !returned)
        return ChangeRun::failed(returned.error());
    m_run.forgetFrom(recordsBefore);
    m_run.change.leftOut.resize(leftOutBefore);
    m_run.gaps.resize(gapsBefore);
    singlyUpTo = first + count;
    return size_t{0};
}

Step BatchWriter::updateTogether(const Table& table, const std::vector<PendingEdit>& pending,
                                 size_t first, size_t count) {
    const auto updates = updatesOf(table, pending, first, count);
    if (!updates)
        return updates.error();
    const auto written = write(table, *updates);
    return written ? logStored(table, *updates, *written) : written.error();
}

Result<std::vector<BatchWriter::Update>, NotDone>
BatchWriter::updatesOf(const Table& table, const std::vector<PendingEdit>& pending, size_t first,
                       size_t count) {
    std::vector<Key> keys;
    for (size_t i = first; i < first + count; ++i)
        keys.push_back(pending[i].edit.key);
    auto current = TableReader(m_run.session, table).recordsToChange(keys);
    if (!current)
        return ChangeRun::failed(current.error());
    QHash<Key, Record*> byKey;
    for (Record& record : *current)
        byKey.insert(record.key, &record);

    std::vector<Update> updates;
    for (size_t i = first; i < first + count; ++i) {
        const RecordEdit& edit = pending[i].edit;
        Record* record = byKey.value(edit.key);
        if (!record)
            return m_run.conflicting({table.name, edit.key, true, {}});
        auto wanted = m_records.merged(table, edit, *record);
        if (!wanted)
            return wanted.error();
        if (wanted->written.isEmpty())
            continue;
        const auto values = m_records.proposed(table, *record, wanted->written);
        if (!values)
            return values.error();
        const Step checked = m_checks.before(table, *values, wanted->written, edit.key,
                                             m_run.request, wanted->given);
        if (!checked && checked.error().then == NotDone::Then::GoOn)
            continue; // left out of the run, or asked for
        if (!checked)
            return checked.error();
        updates.push_back({std::move(*record), std::move(*wanted)});
    }
    return updates;
}

// Rows of one statement write the same columns.
Result<std::vector<Key>, NotDone> BatchWriter::write(const Table& table,
                                                     const std::vector<Update>& updates) {
    QMap<QStringList, std::vector<const Update*>> byColumns;
    for (const Update& update : updates)
        byColumns[update.merged.written.keys()].push_back(&update);
    std::vector<Key> written;
    for (auto group = byColumns.begin(); group != byColumns.end(); ++group) {
        std::vector<Key> keys;
        std::vector<const FieldValues*> after;
        for (const Update* update : *group) {
            keys.push_back(update->current.key);
            after.push_back(&update->merged.written);
        }
        if (const Step done = writeTogether(table, group.key(), keys, after); !done)
            return done.error();
        written.insert(written.end(), keys.begin(), keys.end());
    }
    return written;
}

Step BatchWriter::writeTogether(const Table& table, const QStringList& columns,
                                const std::vector<Key>& keys,
                                const std::vector<const FieldValues*>& after) {
    size_t next = 0;
    const auto boundByRow = static_cast<size_t>(columns.size() + table.key.size());
    for (const size_t rows : RowsAtOnce) {
        if (rows > 1 && rows * boundByRow > MostBound)
            continue;
        for (; keys.size() - next >= rows; next += rows) {
            const auto from = static_cast<std::ptrdiff_t>(next);
            const auto to = static_cast<std::ptrdiff_t>(next + rows);
            const SqlFragment statement = updateManyStatement(
                m_run.session.dialect(), table, columns, {keys.begin() + from, keys.begin() + to},
                {after.begin() + from, after.begin() + to});
            auto executed = m_run.writer.execute(statement.sql, statement.values);
            if (!executed)
                return m_run.refusedByEngine(executed.error(), table, keys[next], *after[next]);
            if (*executed != static_cast<qint64>(rows))
                return ChangeRun::failed(
                    {ErrorKind::Database,
                     coreTr("%1 records answer to the keys of %2. Nothing was changed.")
                         .arg(*executed)
                         .arg(rows)});
        }
    }
    return Success{};
}

Step BatchWriter::logStored(const Table& table, const std::vector<Update>& updates,
                            const std::vector<Key>& written) {
    auto stored = TableReader(m_run.session, table).records(written);
    if (!stored)
        return ChangeRun::failed(stored.error());
    QHash<Key, const Record*> byKey;
    for (const Record& record : *stored)
        byKey.insert(record.key, &record);
    for (const Update& update : updates) {
        const Record* now = byKey.value(update.current.key);
        if (!now)
            return ChangeRun::failed(
                {ErrorKind::Database,
                 coreTr("The database did not keep the record as it was written. "
                        "Nothing was changed.")});
        if (auto checked =
                m_checks.after(table, *now, &update.current,
                               byHand(update.merged.written, update.merged.given), m_run.request);
            !checked)
            return checked;
        m_records.logUpdate(table, update.current.key, update.merged, *now, m_run.request);
    }
    return Success{};
}

} // namespace gravin
