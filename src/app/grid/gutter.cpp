// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/gutter.h"

#include "app/grid/grid_view.h"

#include <QMouseEvent>
#include <QPainter>

namespace gravin {

namespace {
constexpr Distance OpeningWidth(22); // of what a click opens by
constexpr Distance BoxSide(15);

void paintBox(QPainter& painter, const QRect& box, bool isTicked) {
    const Colours& colours = Theme::instance().colours();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(isTicked ? colours.accent : colours.faint, 1.2));
    painter.setBrush(isTicked ? QBrush(colours.accent) : QBrush(colours.paper));
    painter.drawRoundedRect(QRectF(box).adjusted(0.5, 0.5, -0.5, -0.5), 3, 3);
    if (!isTicked)
        return;
    const auto at = [&](double x, double y) {
        return QPointF(box.left() + x * box.width(), box.top() + y * box.height());
    };
    painter.setPen(QPen(colours.paper, 2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    const QPointF tick[] = {at(0.24, 0.52), at(0.44, 0.72), at(0.78, 0.30)};
    painter.drawPolyline(tick, 3);
}
} // namespace

Gutter::Gutter(GridView* grid)
    : QHeaderView(Qt::Vertical, grid)
    , m_grid(grid)
    , m_model(grid->gridModel()) {
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
                     m_model->rows().isOpen(logicalIndex), m_grid->layoutDirection());
    }
    if (hasBox(logicalIndex)) {
        paintBox(*painter, tickBox(rect), m_grid->isTicked(logicalIndex));
        marks.setLeft(marks.left() + TickWidth);
    }
    paintMarks(*painter, marks, m_model->marks(logicalIndex));
    painter->restore();
}

bool Gutter::hasBox(int row) const {
    return m_grid->hasTickBoxes() && row >= 0 && !m_model->recordAt(row).isNone();
}

// Behind what opens the row.
QRect Gutter::tickBox(const QRect& section) const {
    const int left = section.left() + (m_model->opensRows() ? static_cast<int>(OpeningWidth) : 0);
    return {left + (TickWidth - BoxSide) / 2 + 3, section.center().y() - BoxSide / 2, BoxSide,
            BoxSide};
}

void Gutter::mousePressEvent(QMouseEvent* event) {
    const int row = logicalIndexAt(event->pos());
    const bool opens = m_model->opensRows() && event->button() == Qt::LeftButton && row >= 0 &&
                       event->pos().x() < OpeningWidth && !m_model->recordAt(row).isNone();
    const int boxes = m_model->opensRows() ? static_cast<int>(OpeningWidth) : 0;
    const bool ticks = !opens && event->button() == Qt::LeftButton && hasBox(row) &&
                       event->pos().x() < boxes + TickWidth + 3;
    if (opens)
        Q_EMIT openingRequested(row);
    else if (ticks)
        Q_EMIT tickRequested(row, event->modifiers() & Qt::ShiftModifier);
    else if (!m_model->rows().isInset(row))
        QHeaderView::mousePressEvent(event);
}

} // namespace gravin
