// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/bulk/set_wise_update.h"
#include "core/changes/record_writer.h"

#include <map>
#include <memory>

namespace gravin {

// Leaves many records to the engine, and proves what it made of them: what it wrote must sum up to
// what was to be written, else it is taken back.
class SetWiseWriter {
public:
    // All must outlive it.
    SetWiseWriter(ChangeRun& run, const RecordWriter& records, LogEntry& entry)
        : m_run(run)
        , m_records(records)
        , m_entry(entry) {}

    // Whether the whole request was done so. Nothing is written when it was not.
    Result<bool, NotDone> apply();

private:
    using Updates = std::map<QStringList, std::unique_ptr<SetWiseUpdate>>; // by table and columns
    bool isOffered() const;
    bool isRestored() const;
    bool mayTrust(const SetWiseOffer& offer) const;
    bool mayWriteTogether(const Table& table, const QStringList& columns,
                          const ChangeRequest& request) const;
    Status offered(const SetWiseOffer& offer);
    Status restored();
    Status restore(const std::vector<RecordEdit>& edits, Updates& updates);
    Result<SetWiseUpdate*> updateFor(const QString& table, const QStringList& columns,
                                     Updates& updates);

    ChangeRun& m_run;
    const RecordWriter& m_records;
    LogEntry& m_entry;
    qint64 m_restored = 0; // records so far
};

} // namespace gravin
