// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/row_map.h"

namespace gravin {

int RowMap::plainStored() const {
    return isGrouped() ? m_groups.rowCount() : static_cast<int>(m_view->count());
}

qsizetype RowMap::storedIndexOf(const RecordId& id) const {
    return id.isNew() || id.isNone() ? -1 : m_view->rowOf(id.key);
}

int RowMap::plainRowOf(const RecordId& id) const {
    if (id.isNone())
        return -1;
    const qsizetype stored = storedIndexOf(id);
    if (stored >= 0)
        return isGrouped() ? m_groups.rowOf(stored) : static_cast<int>(stored);
    const qsizetype position = m_new.indexOf(id);
    return position < 0 ? -1 : plainStored() + static_cast<int>(position);
}

int RowMap::rowOf(const RecordId& id) const {
    const int plain = plainRowOf(id);
    return plain < 0 ? -1 : m_open.shownOf(plain);
}

int RowMap::rowOfNew(qsizetype place) const {
    return m_open.shownOf(plainStored() + static_cast<int>(place));
}

qsizetype RowMap::indexOf(int row) const {
    if (row < 0 || row >= recordRows() || isInset(row) || groupAt(row))
        return -1;
    const int plain = m_open.plainOf(row);
    if (plain >= plainStored())
        return m_view->count() + plain - plainStored();
    return isGrouped() ? m_groups.placeAt(plain) : plain;
}

RecordId RowMap::recordAtIndex(qsizetype listIndex) const {
    if (listIndex < 0 || listIndex >= listCount())
        return {};
    return listIndex < m_view->count() ? RecordId{m_view->keyAt(listIndex), 0}
                                       : m_new[listIndex - m_view->count()];
}

qsizetype RowMap::indexBefore(int row) const {
    const RecordGroup* group = groupAt(row);
    return (group ? group->first : indexOf(isInset(row) ? row - 1 : row)) - 1;
}

qsizetype RowMap::indexBehind(int row) const {
    const RecordGroup* group = groupAt(row);
    return group ? group->first : indexOf(isInset(row) ? row - 1 : row) + 1;
}

const RecordGroup* RowMap::groupAt(int row) const {
    const int plain = m_open.plainOf(row);
    return isGrouped() && plain < plainStored() && !isInset(row) ? m_groups.groupAt(plain)
                                                                 : nullptr;
}

bool RowMap::isGroupOpen(int row) const {
    const RecordGroup* group = groupAt(row);
    return group && m_groups.isOpen(*group);
}

int RowMap::headRowOf(const RecordId& id) const {
    const qsizetype stored = isGrouped() ? storedIndexOf(id) : -1;
    const int head = stored < 0 ? -1 : m_groups.headRowOf(stored);
    return head < 0 ? -1 : m_open.shownOf(head);
}

} // namespace gravin
