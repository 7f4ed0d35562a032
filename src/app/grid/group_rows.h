// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/totals.h"

#include <QSet>

namespace gravin {

// Where the rows of a grouped grid are: a head row for each group, below it its groups or its
// records while it is open. Places are those of the record view; rows those of the grid.
class GroupRows {
public:
    // `records`: how many the groups hold in all. Groups that were open by their values stay so.
    void setGroups(std::vector<RecordGroup> groups, int levels, qint64 records);
    void clear();
    bool isGrouped() const { return m_levels > 0; }
    qint64 records() const { return m_records; }
    int rowCount() const { return m_rows; }

    // The group whose head stands in this row; null: a record does.
    const RecordGroup* groupAt(int row) const;
    bool isOpen(const RecordGroup& group) const;
    // Requires: groupAt(row) is null.
    qint64 placeAt(int row) const;
    // −1: it is in a group that is closed.
    int rowOf(qint64 place) const;

    // The shown head of the innermost group that holds this place; −1: none does.
    int headRowOf(qint64 place) const;

    void setOpen(int row, bool open);
    void setAllOpen(bool open);
    // Opens what holds this place.
    void reveal(qint64 place);

private:
    struct Part {
        int row;      // its first
        int group;    // the head of this one; −1: records
        qint64 place; // of the first record
        qint64 count;
    };
    void layOut();
    const Part* partAt(int row) const;
    static QString nameOf(const RecordGroup& group);

    std::vector<RecordGroup> m_groups;
    int m_levels = 0;
    qint64 m_records = 0;
    int m_rows = 0;
    QSet<QString> m_opened;
    std::vector<Part> m_parts; // by row
};

} // namespace gravin
