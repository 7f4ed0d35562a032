// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/exchange/record_run.h"
#include "core/fitting/field_totals.h"

namespace gravin {

// The groups of a list that is written record by record, and what they and the list come to in
// fields that have a total.
class ListTotals {
public:
    // Both must outlive it. `fields`: those that are written.
    ListTotals(const BoundScreen& screen, const QList<const BoundField*>& fields,
               const QStringList& groupedBy);

    // A line that stands among the records.
    struct Line {
        enum class What { Begins, Ends, All };
        What what = What::All;
        int level = 0;             // of the group, from 0
        QString name;              // "Sector: North"; of the whole list how many records it has
        qint64 count = 0;          // of records; of one that begins: not known yet
        std::vector<Value> totals; // a value for each field, NULL where there is none
    };
    // The fields that it is grouped by: what they show has to be looked up too.
    const QList<const BoundField*>& groups() const { return m_groups; }
    bool hasTotals() const; // of any field

    // What stands before this record: groups that end, the deepest first, and those that begin.
    std::vector<Line> before(const Record& record, const ShownTexts& texts);
    void take(const Record& record);
    // What stands behind the last record.
    std::vector<Line> end();

private:
    struct Open {
        QString name;
        qint64 count = 0;
        std::vector<Totals> totals; // a place for each field
    };
    std::vector<Value> valuesOf(const Record& record) const;
    std::vector<Value> totalsOf(const Open& open) const;
    Line ended(int level);

    QList<const BoundField*> m_fields;
    QList<const BoundField*> m_groups;
    std::vector<Value> m_now; // of the groups that are open
    std::vector<Open> m_open;
    Open m_all;
};

} // namespace gravin
