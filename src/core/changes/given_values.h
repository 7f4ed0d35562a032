// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change_run.h"
#include "core/records/filled_fields.h"

namespace gravin {

// What the one door writes beside what a person does: what fields are filled with, where the
// request asks for it, and stamps. A rollback gets neither: it restores what was.
class GivenValues {
public:
    explicit GivenValues(ChangeRun& run)
        : m_run(run) {}

    // Adds them to what is written of a record, null: a new one, and their columns to `given`. What
    // the person wrote into a filled field stands. Nothing is added to an update that writes
    // nothing.
    Step addTo(const Table& table, const Record* record, FieldValues& written,
               QSet<QString>& given);

private:
    struct Stamped {
        int place = 0;
        Stamp::When when = Stamp::When::Never;
        BoundExpression expression;
    };
    // Of one table.
    struct Rules {
        FilledFields filled;
        std::vector<Stamped> stamped;
    };
    const Rules& rulesOf(const Table& table);
    // The record as it will be, with what an expression reads of other records.
    Result<std::vector<Value>, NotDone> valuesFor(const Table& table, const Record* record,
                                                  const FieldValues& written,
                                                  const BoundExpression& expression) const;
    Step fill(const Table& table, const Record* record, FieldValues& written, QSet<QString>& given);
    Step stamp(const Table& table, const Record* record, FieldValues& written,
               QSet<QString>& given);

    ChangeRun& m_run;
    QHash<QString, std::shared_ptr<const Rules>> m_rules;
};

} // namespace gravin
