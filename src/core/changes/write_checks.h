// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change_run.h"

namespace gravin {

// What must hold for a record that is written: before its statement what can be said without it,
// after it what the database gave and computed.
class WriteChecks {
public:
    // `run` must outlive it.
    explicit WriteChecks(ChangeRun& run)
        : m_run(run) {}

    // `request`: the one that this record is written for. `key`: empty for a new record. `given`:
    // columns of it that a default filled in.
    Step before(const Table& table, const ProposedValues& values, const FieldValues& written,
                const Key& key, const ChangeRequest& request, const QSet<QString>& given = {});
    // `former`: as the record was; null for a new one.
    Step after(const Table& table, const Record& stored, const Record* former,
               const ChangeRequest& request);

private:
    void askWritten(const Table& table, const FieldValues& written, bool isNew,
                    const ChangeRequest& request, const QSet<QString>& given,
                    std::vector<Problem>& problems) const;
    Step judge(std::vector<Problem> problems, const Table& table, const Key& key,
               const ChangeRequest& request);

    ChangeRun& m_run;
};

} // namespace gravin
