// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/gutter.h"

#include "app/look/theme.h"

#include <QMouseEvent>
#include <QPainter>

namespace gravin {

namespace {
constexpr Distance OpeningWidth(22); // of what a click opens by
}

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
    const bool isInset = m_model->rows().isInset(logicalIndex);
    if (isInset)
        painter->fillRect(rect, colours.raised);
    painter->fillRect(QRect(rect.left(), rect.bottom(), rect.width(), 1), colours.lines);
    QRect marks = rect;
    if (m_model->opensRows() && !m_model->recordAt(logicalIndex).isNone()) {
        marks.setLeft(rect.left() + OpeningWidth);
        paintChevron(*painter, QPointF(rect.left() + OpeningWidth / 2.0, rect.center().y() + 0.5),
                     m_model->rows().isOpen(logicalIndex));
    }
    paintMarks(*painter, marks, m_model->marks(logicalIndex));
    painter->restore();
}

void Gutter::mousePressEvent(QMouseEvent* event) {
    const int row = logicalIndexAt(event->pos());
    const bool opens = m_model->opensRows() && event->button() == Qt::LeftButton && row >= 0 &&
                       event->pos().x() < OpeningWidth && !m_model->recordAt(row).isNone();
    if (opens)
        Q_EMIT openingRequested(row);
    else if (!m_model->rows().isInset(row))
        QHeaderView::mousePressEvent(event);
}

} // namespace gravin
