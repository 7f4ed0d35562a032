// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change_run.h"

namespace gravin {

// Of what is written, the columns that are not `given` by anything but the person.
QSet<QString> byHand(const FieldValues& written, const QSet<QString>& given);

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
    // `former`: as the record was; null for a new one. `byHand`: what a person wrote of it.
    Step after(const Table& table, const Record& stored, const Record* former,
               const QSet<QString>& byHand, const ChangeRequest& request);

    // The checks that read what is made of lines, of a record of this change or of one whose lines
    // were written in it.
    Step atEnd(const Table& table, const Record& stored, Occasion::What what);

private:
    void askWritten(const Table& table, const FieldValues& written, bool isNew,
                    const ChangeRequest& request, const QSet<QString>& given,
                    std::vector<Problem>& problems) const;
    Step judge(std::vector<Problem> problems, const Table& table, const Key& key,
               const ChangeRequest& request);

    ChangeRun& m_run;
};

} // namespace gravin
