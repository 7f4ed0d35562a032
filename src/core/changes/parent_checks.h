// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/write_checks.h"

namespace gravin {

// Checks that read the lines of their record, asked again when lines are written: once for each
// record, when all of the change is written.
class ParentChecks {
public:
    // Both must outlive it.
    ParentChecks(ChangeRun& run, WriteChecks& checks);

    // Whether a check of any record reads records of this table.
    static bool areAskedBy(const Catalog& catalog, const RuleBook& rules, const QString& lines);

    // Remembers whose lines were written since the last time.
    Step note();
    Step ask();

private:
    // An aggregate that a check of its table reads.
    struct Reader {
        const Table* table = nullptr;
        int place = 0;
    };
    static QHash<QString, QList<Reader>> readersOf(const Catalog& catalog, const RuleBook& rules);
    Step noteLine(const Reader& reader, const RecordChange& line);
    Step addParents(const Reader& reader, const std::vector<Value>& links);
    Step askRecord(const RecordPlace& place);

    ChangeRun& m_run;
    WriteChecks& m_checks;
    QHash<QString, QList<Reader>> m_readers; // by the table of the lines
    QSet<RecordPlace> m_parents;
    size_t m_noted = 0; // of the records in memory
};

} // namespace gravin
