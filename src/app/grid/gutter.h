// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_model.h"

#include <QHeaderView>

namespace gravin {

// The column left of a list: one mark per record, and where rows open, how each stands.
class Gutter : public QHeaderView {
    Q_OBJECT
public:
    Gutter(GridModel* model, QWidget* parent);

Q_SIGNALS:
    // A click where it is shown whether this row is open.
    void openingRequested(int row);

protected:
    void mousePressEvent(QMouseEvent* event) override;
    void paintSection(QPainter* painter, const QRect& rect, int logicalIndex) const override;

private:
    GridModel* m_model;
};

} // namespace gravin
