// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTableView>

namespace gravin {

// The frozen columns of a grid, painted over its left edge while it is scrolled sideways. They are
// the same cells: selection, current cell and rows are the grid's own.
class FrozenColumns : public QTableView {
    Q_OBJECT
public:
    // Lies over `grid`, which owns it. `delegate`: paints and edits like the grid's own.
    FrozenColumns(QTableView* grid, QAbstractItemDelegate* delegate);

    // The columns that are frozen now, a run from the left; none: nothing is shown.
    void setColumns(int count);
    int count() const { return m_count; }
    bool holds(int column) const { return column < m_count; }
    // Width that is covered now; 0 while nothing is.
    int coveredWidth() const { return isVisible() ? width() : 0; }
    bool beginEdit(const QModelIndex& index, EditTrigger trigger, QEvent* event) {
        return edit(index, trigger, event);
    }
    // After the grid was moved, resized or scrolled.
    void follow();

private:
    QTableView* m_grid;
    int m_count = 0;
};

} // namespace gravin
