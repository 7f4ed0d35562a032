// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_model.h"

#include <QHeaderView>

namespace gravin {

// The column left of a list: one mark per record.
class Gutter : public QHeaderView {
    Q_OBJECT
public:
    Gutter(GridModel* model, QWidget* parent);

protected:
    void paintSection(QPainter* painter, const QRect& rect, int logicalIndex) const override;

private:
    GridModel* m_model;
};

} // namespace gravin
