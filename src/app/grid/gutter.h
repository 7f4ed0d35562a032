// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/theme.h"

#include <QHeaderView>

namespace gravin {

class GridModel;
class GridView;

// The column left of a list: one mark per record, where rows open, how each stands, and where the
// screen has them, boxes to tick.
class Gutter : public QHeaderView {
    Q_OBJECT
public:
    static constexpr Distance TickWidth{26}; // what it is wider by where there are boxes

    explicit Gutter(GridView* grid);

Q_SIGNALS:
    // A click on the box of this row; with Shift `asFar`.
    void tickRequested(int row, bool asFar);
    // A click where it is shown whether this row is open.
    void openingRequested(int row);

protected:
    void mousePressEvent(QMouseEvent* event) override;
    void paintSection(QPainter* painter, const QRect& rect, int logicalIndex) const override;

private:
    bool hasBox(int row) const;
    QRect tickBox(const QRect& section) const;

    GridView* m_grid;
    GridModel* m_model;
};

} // namespace gravin
