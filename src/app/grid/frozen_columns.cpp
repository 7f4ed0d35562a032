// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/frozen_columns.h"

#include "app/grid/column_heads.h"

#include <QHeaderView>
#include <QScrollBar>

namespace gravin {

FrozenColumns::FrozenColumns(QTableView* grid, QAbstractItemDelegate* delegate)
    : QTableView(grid)
    , m_grid(grid) {
    setObjectName(QStringLiteral("frozen"));
    setFocusProxy(grid);
    setFrameShape(QFrame::NoFrame);
    setHorizontalHeader(new ColumnHeads(this));
    setModel(grid->model());
    setSelectionModel(grid->selectionModel());
    setItemDelegate(delegate);
    setShowGrid(false);
    setWordWrap(false);
    verticalHeader()->hide();
    horizontalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollMode(grid->verticalScrollMode());
    setEditTriggers(grid->editTriggers());
    setProperty("role", "frozen");
    hide();
    connect(grid->horizontalScrollBar(), &QScrollBar::valueChanged, this, &FrozenColumns::follow);
    connect(grid->verticalScrollBar(), &QScrollBar::valueChanged, verticalScrollBar(),
            &QScrollBar::setValue);
    connect(verticalScrollBar(), &QScrollBar::valueChanged, grid->verticalScrollBar(),
            &QScrollBar::setValue);
    connect(grid->horizontalHeader(), &QHeaderView::sectionResized, this, &FrozenColumns::follow);
    connect(grid->model(), &QAbstractItemModel::modelReset, this, &FrozenColumns::follow);
}

void FrozenColumns::setColumns(int count) {
    m_count = count;
    follow();
}

void FrozenColumns::follow() {
    int covered = 0;
    for (int column = 0; column < model()->columnCount(); ++column) {
        const bool shown = holds(column) && !m_grid->isColumnHidden(column);
        setColumnHidden(column, !shown);
        if (!shown)
            continue;
        setColumnWidth(column, m_grid->columnWidth(column));
        covered += m_grid->columnWidth(column);
    }
    // Where they would cover everything there is nothing to scroll beside them.
    const bool wanted = covered > 0 && covered < m_grid->viewport()->width() * 3 / 4 &&
                        m_grid->horizontalScrollBar()->value() > 0;
    setVisible(wanted);
    if (!wanted)
        return;
    verticalHeader()->setDefaultSectionSize(m_grid->verticalHeader()->defaultSectionSize());
    horizontalHeader()->setFixedHeight(m_grid->horizontalHeader()->height());
    setGeometry(m_grid->verticalHeader()->width() + m_grid->frameWidth(), m_grid->frameWidth(),
                covered, m_grid->horizontalHeader()->height() + m_grid->viewport()->height());
    verticalScrollBar()->setValue(m_grid->verticalScrollBar()->value());
    raise();
}

} // namespace gravin
