// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/pending_edit.h"
#include "core/changes/record_writer.h"

namespace gravin {

// New records of one table that follow each other, written and read back by a few statements for
// many, in their order.
class InsertBatch {
public:
    // All must outlive it.
    InsertBatch(ChangeRun& run, RecordWriter& records, const Table& table)
        : m_run(run)
        , m_records(records)
        , m_table(table) {}

    // Whether a record can be written so.
    static bool fits(const RecordEdit& edit, const Table& table);

    // All of them, but those that the run leaves out or has to ask for; or a failure in the midst
    // of it.
    Step write(const std::vector<PendingEdit>& pending, size_t first, size_t count);

private:
    using NewRow = RecordWriter::NewRow;
    Step learnParents(const std::vector<PendingEdit>& pending, size_t first, size_t count);
    Result<std::vector<NewRow>, NotDone> rowsOf(const std::vector<PendingEdit>& pending,
                                                size_t first, size_t count);
    // Rows that write the same columns, and know as much of their key.
    Step writeAlike(const std::vector<NewRow>& rows, size_t first, size_t count);
    Step writeAtOnce(const std::vector<NewRow>& rows, size_t first, size_t count);
    // Where the statement tells but the first number that the database gave.
    Result<qint64, NotDone> numberStep();
    Step logStored(const std::vector<NewRow>& rows);

    ChangeRun& m_run;
    RecordWriter& m_records;
    const Table& m_table;
    qint64 m_numberStep = 0; // 0: not asked for yet
    std::vector<Key> m_keys; // of the rows written
};

} // namespace gravin
