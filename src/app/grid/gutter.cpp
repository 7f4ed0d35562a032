// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/gutter.h"

#include "app/look/theme.h"

#include <QPainter>

namespace gravin {

Gutter::Gutter(GridModel* model, QWidget* parent)
    : QHeaderView(Qt::Vertical, parent)
    , m_model(model) {
    setSectionResizeMode(QHeaderView::Fixed);
    setDefaultSectionSize(space::RowHeight);
    setMinimumSectionSize(space::CompactRowHeight);
    setSectionsClickable(true);
}

void Gutter::paintSection(QPainter* painter, const QRect& rect, int logicalIndex) const {
    const Colours& colours = Theme::instance().colours();
    painter->save();
    painter->fillRect(rect, colours.paper);
    painter->fillRect(QRect(rect.left(), rect.bottom(), rect.width(), 1), colours.lines);
    paintMarks(*painter, rect, m_model->marks(logicalIndex));
    painter->restore();
}

} // namespace gravin
