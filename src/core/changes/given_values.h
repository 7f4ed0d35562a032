// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change_run.h"
#include "core/records/field_filling.h"

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
        FieldFilling filling;
        std::vector<Stamped> stamped;
    };
    Rules& rulesOf(const Table& table);
    Step fill(const Table& table, const Record* record, FieldValues& written, QSet<QString>& given);
    Step stamp(const Table& table, const Record* record, FieldValues& written,
               QSet<QString>& given);

    ChangeRun& m_run;
    QHash<QString, std::shared_ptr<Rules>> m_rules;
};

} // namespace gravin
