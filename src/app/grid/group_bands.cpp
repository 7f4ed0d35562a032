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

// A place in a band, as the lines of the language run; and back.
QRect placed(const GridView& view, const QRect& band, const QRect& area) {
    return QStyle::visualRect(view.layoutDirection(), band, area);
}

// Those that would reach into the name, which ends here, are left out.
void paintTotals(QPainter& painter, const GridView& view, int row, const QRect& band, int end) {
    const GridModel& model = *view.gridModel();
    painter.setPen(Theme::instance().colours().ink);
    for (int column = 0; column < model.columnCount(); ++column) {
        const QString total =
            view.isColumnHidden(column) ? QString() : model.groupTotal(row, column);
        const QRect cell = placed(view, band,
                                  QRect(view.columnViewportPosition(column), band.top(),
                                        view.columnWidth(column), band.height()));
        const int right = cell.left() + cell.width() - CellDelegate::Pad;
        const int left = right - figuresWidth(painter.font(), total);
        if (!total.isEmpty() && left > end)
            painter.drawText(
                placed(view, band, QRect(left, band.top(), right - left + 1, band.height())),
                Qt::AlignCenter, total);
    }
}

// Answers where the words end, from where the line begins.
int paintNames(QPainter& painter, const GridView& view, int row, const QRect& band, int begin) {
    const GridModel& model = *view.gridModel();
    const Colours& colours = Theme::instance().colours();
    QFont bold = view.font();
    bold.setWeight(QFont::DemiBold);
    int at = begin;
    const auto write = [&](const QString& words, const QFont& font, const QColor& colour) {
        painter.setFont(font);
        painter.setPen(colour);
        const int width = painter.fontMetrics().horizontalAdvance(words);
        const QRect room(at, band.top(), std::min(width + 1, band.width() - at), band.height());
        painter.drawText(placed(view, band, room), Qt::AlignVCenter | Qt::AlignLeft, words);
        at += width + CellDelegate::Pad;
    };
    write(model.groupName(row), bold, colours.ink);
    write(model.groupCount(row), view.font(), colours.faint);
    return at;
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
    paintChevron(painter,
                 QPointF(placed(view, band, QRect(indent + 4, band.top(), 1, 1)).left(),
                         band.center().y() + 0.5),
                 model.rows().isGroupOpen(row), view.layoutDirection());
    const int end = paintNames(painter, view, row, band, indent + 16);
    paintTotals(painter, view, row, band, end);
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
