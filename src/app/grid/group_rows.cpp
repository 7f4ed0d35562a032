// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/group_rows.h"

#include "core/base/text.h"

#include <algorithm>

namespace gravin {

QString GroupRows::nameOf(const RecordGroup& group) {
    QStringList parts;
    for (const Value& value : group.values)
        parts += value.encoded();
    return joinEscaped(parts);
}

void GroupRows::setGroups(std::vector<RecordGroup> groups, int levels, qint64 records) {
    m_groups = std::move(groups);
    m_levels = levels;
    m_records = records;
    layOut();
}

void GroupRows::clear() {
    m_groups.clear();
    m_parts.clear();
    m_levels = 0;
    m_records = 0;
    m_rows = 0;
}

bool GroupRows::isOpen(const RecordGroup& group) const { return m_opened.contains(nameOf(group)); }

void GroupRows::layOut() {
    m_parts.clear();
    m_rows = 0;
    int closedLevel = m_levels; // groups deeper than this one are not shown
    for (size_t i = 0; i < m_groups.size(); ++i) {
        const RecordGroup& group = m_groups[i];
        if (group.level > closedLevel)
            continue;
        closedLevel = m_levels;
        m_parts.push_back({m_rows++, static_cast<int>(i), group.first, group.count});
        if (!isOpen(group)) {
            closedLevel = group.level;
        } else if (group.level == m_levels - 1) {
            m_parts.push_back({m_rows, -1, group.first, group.count});
            m_rows += static_cast<int>(group.count);
        }
    }
}

const GroupRows::Part* GroupRows::partAt(int row) const {
    if (row < 0 || row >= m_rows)
        return nullptr;
    const auto after =
        std::upper_bound(m_parts.begin(), m_parts.end(), row,
                         [](int wanted, const Part& part) { return wanted < part.row; });
    return &*std::prev(after);
}

const RecordGroup* GroupRows::groupAt(int row) const {
    const Part* part = partAt(row);
    return part && part->group >= 0 ? &m_groups[static_cast<size_t>(part->group)] : nullptr;
}

qint64 GroupRows::placeAt(int row) const {
    const Part* part = partAt(row);
    return part->place + (row - part->row);
}

int GroupRows::rowOf(qint64 place) const {
    // Places rise with rows; a head comes before the records it begins with.
    auto part =
        std::upper_bound(m_parts.begin(), m_parts.end(), place,
                         [](qint64 wanted, const Part& each) { return wanted < each.place; });
    while (part != m_parts.begin()) {
        --part;
        if (part->group < 0)
            return place < part->place + part->count
                       ? part->row + static_cast<int>(place - part->place)
                       : -1;
        const RecordGroup& group = m_groups[static_cast<size_t>(part->group)];
        if (place < group.first + group.count)
            return -1; // the innermost shown group that holds it is closed
    }
    return -1;
}

int GroupRows::headRowOf(qint64 place) const {
    int row = -1;
    for (const Part& part : m_parts) {
        if (part.group >= 0 && part.place <= place && place < part.place + part.count)
            row = part.row;
    }
    return row;
}

void GroupRows::setOpen(int row, bool open) {
    const RecordGroup* group = groupAt(row);
    if (!group)
        return;
    if (open)
        m_opened.insert(nameOf(*group));
    else
        m_opened.remove(nameOf(*group));
    layOut();
}

void GroupRows::setAllOpen(bool open) {
    m_opened.clear();
    for (const RecordGroup& group : m_groups) {
        if (open)
            m_opened.insert(nameOf(group));
    }
    layOut();
}

void GroupRows::reveal(qint64 place) {
    for (const RecordGroup& group : m_groups) {
        if (place >= group.first && place < group.first + group.count)
            m_opened.insert(nameOf(group));
    }
    layOut();
}

} // namespace gravin
