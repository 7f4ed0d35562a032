// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/row_map.h"

namespace gravin {

int RowMap::storedRows() const {
    return isGrouped() ? m_groups.rowCount() : static_cast<int>(m_view->count());
}

qsizetype RowMap::storedIndexOf(const RecordId& id) const {
    return id.isNew() || id.isNone() ? -1 : m_view->rowOf(id.key);
}

int RowMap::rowOf(const RecordId& id) const {
    if (id.isNone())
        return -1;
    if (!id.isNew()) {
        const qsizetype stored = m_view->rowOf(id.key);
        return stored >= 0 && isGrouped() ? m_groups.rowOf(stored) : static_cast<int>(stored);
    }
    const qsizetype position = m_new.indexOf(id);
    return position < 0 ? -1 : storedRows() + static_cast<int>(position);
}

qsizetype RowMap::indexOf(int row) const {
    if (row < 0 || row >= recordRows() || groupAt(row))
        return -1;
    if (row >= storedRows())
        return m_view->count() + row - storedRows();
    return isGrouped() ? m_groups.placeAt(row) : row;
}

RecordId RowMap::recordAtIndex(qsizetype listIndex) const {
    if (listIndex < 0 || listIndex >= listCount())
        return {};
    return listIndex < m_view->count() ? RecordId{m_view->keyAt(listIndex), 0}
                                       : m_new[listIndex - m_view->count()];
}

qsizetype RowMap::indexBefore(int row) const {
    const RecordGroup* group = groupAt(row);
    return (group ? group->first : indexOf(row)) - 1;
}

qsizetype RowMap::indexBehind(int row) const {
    const RecordGroup* group = groupAt(row);
    return group ? group->first : indexOf(row) + 1;
}

const RecordGroup* RowMap::groupAt(int row) const {
    return isGrouped() && row < storedRows() ? m_groups.groupAt(row) : nullptr;
}

bool RowMap::isGroupOpen(int row) const {
    const RecordGroup* group = groupAt(row);
    return group && m_groups.isOpen(*group);
}

int RowMap::headRowOf(const RecordId& id) const {
    const qsizetype stored = isGrouped() ? storedIndexOf(id) : -1;
    return stored < 0 ? -1 : m_groups.headRowOf(stored);
}

} // namespace gravin
