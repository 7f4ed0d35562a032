// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/group_rows.h"
#include "app/grid/open_rows.h"
#include "core/records/record_view.h"

#include <QList>

namespace gravin {

// Where records stand in a list: those of a view, in groups or not, behind them new ones that are
// not saved yet and such as come here with the next save, and where a list takes lines, an empty
// one that has no record. Behind a row that stands open comes its inset. Rows are what is seen;
// list indexes count the records of the whole list from 0, new ones last, whatever groups and rows
// are open.
class RowMap {
public:
    // `view` must outlive the map.
    explicit RowMap(const RecordView* view)
        : m_view(view) {}

    int rowCount() const { return recordRows() + (m_hasEmptyLine ? 1 : 0); }
    // Without the empty line.
    int recordRows() const { return m_open.shownOf(plainRows()); }
    bool hasEmptyLine() const { return m_hasEmptyLine; }
    bool isEmptyLine(int row) const { return m_hasEmptyLine && row == recordRows(); }
    qsizetype listCount() const { return m_view->count() + m_new.size(); }

    // The record of a row; none in the empty line, in an inset and where the head of a group
    // stands. A record without a row answers −1, also one in a group that is closed.
    RecordId recordAt(int row) const { return recordAtIndex(indexOf(row)); }
    int rowOf(const RecordId& id) const;
    // The list index of a row's record; −1: it has none.
    qsizetype indexOf(int row) const;
    RecordId recordAtIndex(qsizetype listIndex) const;
    // Of the next record before and behind a row, that of an inset counting for its record's; there
    // may be none there.
    qsizetype indexBefore(int row) const;
    qsizetype indexBehind(int row) const;

    bool isGrouped() const { return m_groups.isGrouped(); }
    // The group whose head stands in this row; null: none does.
    const RecordGroup* groupAt(int row) const;
    bool isGroupOpen(int row) const;
    // The row of the head that stands for a record of a closed group; −1: none does.
    int headRowOf(const RecordId& id) const;
    bool isOpen(int row) const { return !isInset(row) && m_open.isOpen(m_open.plainOf(row)); }
    bool isInset(int row) const { return m_open.isInset(row); }
    // Whose inset stands in this row; none: it is no inset.
    RecordId insetOf(int row) const { return isInset(row) ? recordAt(row - 1) : RecordId(); }
    // The row where a new record stands, by its place among them, or would stand behind the last.
    int rowOfNew(qsizetype place) const;
    // Where the record is in the view; −1: it is not there.
    qsizetype storedIndexOf(const RecordId& id) const;
    // Requires: whoever shows the rows is told.
    void setEmptyLine(bool has) { m_hasEmptyLine = has; }
    GroupRows& groups() { return m_groups; }
    const GroupRows& groups() const { return m_groups; }
    OpenRows& openRows() { return m_open; }
    const OpenRows& openRows() const { return m_open; }
    // The row without the insets above it; −1: the record has none.
    int plainRowOf(const RecordId& id) const;
    int plainRows() const { return plainStored() + static_cast<int>(m_new.size()); }
    QList<RecordId>& newRecords() { return m_new; }
    const QList<RecordId>& newRecords() const { return m_new; }

private:
    int plainStored() const;

    const RecordView* m_view;
    GroupRows m_groups;
    OpenRows m_open;
    QList<RecordId> m_new;
    bool m_hasEmptyLine = false;
};

} // namespace gravin
