// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/pending_edit.h"
#include "core/changes/record_writer.h"

namespace gravin {

// Where updates of one table, or new records of it, follow each other, they are read, written and
// read back by a few statements for many.
class BatchWriter {
public:
    // All must outlive it.
    BatchWriter(ChangeRun& run, RecordWriter& records, WriteChecks& checks)
        : m_run(run)
        , m_records(records)
        , m_checks(checks) {}

    // Answers how many from `first` on were done so; 0: they have to be done one by one, up to
    // `singlyUpTo` where something stands in the way, which is named then. Requires: no later edit
    // waits for the key of a new record.
    Result<size_t, NotDone> apply(const std::vector<PendingEdit>& pending, size_t first,
                                  size_t& singlyUpTo);

private:
    struct Update {
        Record current;
        RecordWriter::Merged merged;
    };
    size_t alikeFrom(const std::vector<PendingEdit>& pending, size_t first) const;
    static size_t insertsFrom(const Table& table, const std::vector<PendingEdit>& pending,
                              size_t first);
    size_t updatesFrom(const Table& table, const std::vector<PendingEdit>& pending,
                       size_t first) const;
    Step updateTogether(const Table& table, const std::vector<PendingEdit>& pending, size_t first,
                        size_t count);
    Result<std::vector<Update>, NotDone> updatesOf(const Table& table,
                                                   const std::vector<PendingEdit>& pending,
                                                   size_t first, size_t count);
    Result<std::vector<Key>, NotDone> write(const Table& table, const std::vector<Update>& updates);
    Step writeTogether(const Table& table, const QStringList& columns, const std::vector<Key>& keys,
                       const std::vector<const FieldValues*>& after);
    Step logStored(const Table& table, const std::vector<Update>& updates,
                   const std::vector<Key>& written);

    ChangeRun& m_run;
    RecordWriter& m_records;
    WriteChecks& m_checks;
};

} // namespace gravin
