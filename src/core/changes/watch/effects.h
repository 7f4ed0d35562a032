// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/record_writer.h"

namespace gravin {

// Sees to it that a rollback restores what was also where the database's own triggers answer to its
// steps: the log has what they did when the changes were made, and takes that back itself; what
// they do now would be done twice. Of watched tables, as nothing is known of others.
class Effects {
public:
    // Both must outlive it.
    Effects(ChangeRun& run, RecordWriter& records)
        : m_run(run)
        , m_records(records) {}

    // Takes back what triggers did while these edits were made: the records are as the edits leave
    // them, or as they were. What a trigger does anew each time stays and is told of
    // (CommittedChange::setAgain).
    Step takeBack(const std::vector<RecordEdit>& done);

private:
    // How the edits leave a record: nothing where they delete it; else the fields that they name.
    using Left = QHash<RecordPlace, std::optional<FieldValues>>;
    Left leftBy(const std::vector<RecordEdit>& done) const;
    RecordEdit undoing(const RecordChange& effect, const Left& left) const;
    Step write(const RecordEdit& edit, const RecordChange& effect);

    ChangeRun& m_run;
    RecordWriter& m_records;
};

} // namespace gravin
