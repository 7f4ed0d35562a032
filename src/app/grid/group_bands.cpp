// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/group_bands.h"

#include "app/grid/cell_delegate.h"
#include "app/grid/grid_view.h"
#include "app/look/theme.h"

#include <QPainter>

#include <algorithm>

namespace gravin {

namespace {
constexpr int GroupIndent = 18;

// Those that would reach into the name, which ends here, are left out.
void paintTotals(QPainter& painter, const GridView& view, int row, int end) {
    const GridModel& model = *view.gridModel();
    const QRect band(0, view.rowViewportPosition(row), view.viewport()->width(),
                     view.rowHeight(row));
    painter.setPen(Theme::instance().colours().ink);
    for (int column = 0; column < model.columnCount(); ++column) {
        const QString total =
            view.isColumnHidden(column) ? QString() : model.groupTotal(row, column);
        const int right =
            view.columnViewportPosition(column) + view.columnWidth(column) - CellDelegate::Pad;
        const int left = right - figuresWidth(painter.font(), total);
        if (!total.isEmpty() && left > end)
            painter.drawText(QRect(left, band.top(), right - left + 1, band.height()),
                             Qt::AlignVCenter | Qt::AlignRight, total);
    }
}

void paintBand(QPainter& painter, const GridView& view, int row) {
    const GridModel& model = *view.gridModel();
    const Colours& colours = Theme::instance().colours();
    const QRect band(0, view.rowViewportPosition(row), view.viewport()->width(),
                     view.rowHeight(row));
    const bool isCurrent = row == view.currentIndex().row();
    painter.fillRect(band, colours.raised);
    painter.fillRect(QRect(band.left(), band.bottom(), band.width(), 1), colours.lines);
    const int indent = CellDelegate::Pad + model.rows().groupAt(row)->level * GroupIndent;
    painter.save();
    paintChevron(painter, QPointF(indent + 4, band.center().y() + 0.5),
                 model.rows().isGroupOpen(row));
    QFont bold = view.font();
    bold.setWeight(QFont::DemiBold);
    painter.setFont(bold);
    painter.setPen(colours.ink);
    const QString name = model.groupName(row);
    QRect text = band.adjusted(indent + 16, 0, -CellDelegate::Pad, 0);
    painter.drawText(text, Qt::AlignVCenter | Qt::AlignLeft, name);
    text.setLeft(text.left() + painter.fontMetrics().horizontalAdvance(name) + CellDelegate::Pad);
    painter.setFont(view.font());
    painter.setPen(colours.faint);
    const QString count = model.groupCount(row);
    painter.drawText(text, Qt::AlignVCenter | Qt::AlignLeft, count);
    const int end =
        text.left() + painter.fontMetrics().horizontalAdvance(count) + CellDelegate::Pad;
    paintTotals(painter, view, row, end);
    if (isCurrent && view.hasFocus()) {
        painter.setPen(QPen(colours.accent, 2));
        painter.drawRect(band.adjusted(1, 1, -1, -2));
    }
    painter.restore();
}

} // namespace

void paintGroupBands(QPainter& painter, const GridView& view) {
    const GridModel& model = *view.gridModel();
    const int first = std::max(0, view.rowAt(0));
    int last = view.rowAt(view.viewport()->height() - 1);
    if (last < 0)
        last = model.rowCount() - 1;
    for (int row = first; row <= last; ++row) {
        if (model.rows().groupAt(row))
            paintBand(painter, view, row);
    }
}

} // namespace gravin
