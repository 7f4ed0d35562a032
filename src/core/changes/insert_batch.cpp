// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/insert_batch.h"

#include "core/base/text.h"
#include "core/database/record_statements.h"
#include "core/records/table_reader.h"

namespace gravin {

bool InsertBatch::fits(const RecordEdit& edit, const Table& table) {
    const bool asksForNumber = edit.rowNumber && !table.rowNumber.isEmpty();
    return edit.operation == Operation::Insert && edit.handedDown.isEmpty() && !asksForNumber &&
           !edit.after.isEmpty();
}

Step InsertBatch::write(const std::vector<PendingEdit>& pending, size_t first, size_t count) {
    const Step learned = learnParents(pending, first, count);
    const auto rows = learned ? rowsOf(pending, first, count)
                              : Result<std::vector<NewRow>, NotDone>(learned.error());
    m_run.knownParents.forget();
    if (!rows)
        return rows.error();
    const auto isAlike = [](const NewRow& a, const NewRow& b) {
        return a.columns == b.columns && a.keyParts.keys() == b.keyParts.keys();
    };
    for (size_t next = 0; next < rows->size();) {
        size_t end = next + 1;
        while (end < rows->size() && isAlike((*rows)[next], (*rows)[end]))
            ++end;
        if (const Step written = writeAlike(*rows, next, end - next); !written)
            return written;
        next = end;
    }
    return logStored(*rows);
}

Step InsertBatch::learnParents(const std::vector<PendingEdit>& pending, size_t first,
                               size_t count) {
    if (m_run.request.restoring)
        return Success{}; // nobody asks
    std::vector<ProposedValues> proposed;
    for (size_t i = first; i < first + count; ++i) {
        ProposedValues& values = proposed.emplace_back(static_cast<size_t>(m_table.columns.size()));
        const FieldValues& after = pending[i].edit.after;
        for (auto field = after.begin(); field != after.end(); ++field) {
            if (const int at = m_table.indexOf(field.key()); at >= 0)
                values[static_cast<size_t>(at)] = field.value();
        }
    }
    std::vector<const ProposedValues*> rows;
    for (const ProposedValues& values : proposed)
        rows.push_back(&values);
    if (Status learned = m_run.knownParents.learn(m_run.session, m_run.catalog, m_table, rows);
        !learned)
        return ChangeRun::failed(learned.error());
    return Success{};
}

Result<std::vector<InsertBatch::NewRow>, NotDone>
InsertBatch::rowsOf(const std::vector<PendingEdit>& pending, size_t first, size_t count) {
    std::vector<NewRow> rows;
    for (size_t i = first; i < first + count; ++i) {
        auto row = m_records.newRow(m_table, pending[i].edit);
        if (row)
            rows.push_back(std::move(*row));
        else if (row.error().then != NotDone::Then::GoOn)
            return row.error();
    }
    return rows;
}

Step InsertBatch::writeAlike(const std::vector<NewRow>& rows, size_t first, size_t count) {
    const auto bound = static_cast<size_t>(rows[first].columns.size());
    for (const size_t size : RowsAtOnce) {
        if (size > 1 && (size * bound > MostBound || bound == 0))
            continue;
        for (; count >= size; first += size, count -= size) {
            if (const Step written = writeAtOnce(rows, first, size); !written)
                return written;
        }
    }
    return Success{};
}

Step InsertBatch::writeAtOnce(const std::vector<NewRow>& rows, size_t first, size_t count) {
    QVariantList bound;
    for (size_t i = first; i < first + count; ++i)
        bound += rows[i].bound;
    const Dialect& dialect = m_run.session.dialect();
    const QStringList asked = m_records.toldOfKey(m_table);
    const auto told = m_run.writer.insert(
        dialect.insertStatement(m_table, rows[first].columns, count), bound, asked);
    if (!told)
        return m_run.refusedByEngine(told.error(), m_table, {}, rows[first].written);
    // An engine that tells may do so in another order; which of the alike rows got which key makes
    // no difference to anybody.
    if (dialect.tellsWhatItInserts() &&
        told->size() != asked.size() * static_cast<qsizetype>(count))
        return ChangeRun::failed(
            {ErrorKind::Database,
             coreTr("The database did not keep the records as they were written. Nothing was "
                    "changed.")});
    for (size_t i = 0; i < count; ++i) {
        QVariantList ofRow = told->mid(static_cast<qsizetype>(i) * asked.size(), asked.size());
        if (!dialect.tellsWhatItInserts()) {
            ofRow = *told;
            if (i > 0 && !ofRow.isEmpty()) {
                const auto step = numberStep();
                if (!step)
                    return step.error();
                ofRow.front() = told->front().toLongLong() + static_cast<qint64>(i) * *step;
            }
        }
        m_keys.push_back(m_records.keyOf(m_table, rows[first + i], ofRow));
    }
    return Success{};
}

Result<qint64, NotDone> InsertBatch::numberStep() {
    if (m_numberStep == 0) {
        const auto step = m_run.session.scalar(m_run.session.dialect().numberStep());
        if (!step)
            return ChangeRun::failed(step.error());
        m_numberStep = step->toLongLong();
    }
    return m_numberStep;
}

Step InsertBatch::logStored(const std::vector<NewRow>& rows) {
    auto stored = TableReader(m_run.session, m_table).records(m_keys);
    if (!stored)
        return ChangeRun::failed(stored.error());
    QHash<Key, const Record*> byKey;
    for (const Record& record : *stored)
        byKey.insert(record.key, &record);
    for (size_t i = 0; i < rows.size(); ++i) {
        const Record* record = byKey.value(m_keys[i]);
        if (!record)
            return ChangeRun::failed(
                {ErrorKind::Database,
                 coreTr("The database did not keep the records as they were written. Nothing was "
                        "changed.")});
        if (const Step logged = m_records.logInsert(m_table, rows[i], *record); !logged)
            return logged;
    }
    return Success{};
}

} // namespace gravin
