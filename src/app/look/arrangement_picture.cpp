// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/arrangement_picture.h"

#include "app/look/theme.h"

#include <QPainter>

namespace gravin {

namespace {

constexpr int HeaderHeight = 7;
constexpr int RowGap = 7;
constexpr int FieldHeight = 8;
constexpr int FieldGap = 14;

void paintGrid(QPainter& painter, const QRect& rect) {
    const Colours& colours = Theme::instance().colours();
    painter.fillRect(QRect(rect.topLeft(), QSize(rect.width(), HeaderHeight)), colours.raised);
    painter.setPen(colours.faint);
    for (int y = rect.top() + HeaderHeight + 5; y < rect.bottom() - 2; y += RowGap)
        painter.drawLine(rect.left() + 5, y, rect.right() - 5, y);
    painter.setPen(colours.lines);
    painter.drawRect(rect);
}

void paintForm(QPainter& painter, const QRect& rect, int columns) {
    const Colours& colours = Theme::instance().colours();
    painter.setPen(colours.lines);
    painter.drawRect(rect);
    painter.setPen(colours.accent);
    const int width = (rect.width() - 6) / columns;
    for (int column = 0; column < columns; ++column) {
        for (int y = rect.top() + 5; y < rect.bottom() - FieldHeight; y += FieldGap)
            painter.drawRect(rect.left() + 6 + column * width, y, width - 6, FieldHeight);
    }
}

} // namespace

QPixmap arrangementPicture(Arrangement arrangement, QSize size) {
    QPixmap picture(size);
    picture.fill(Theme::instance().colours().paper);
    QPainter painter(&picture);
    const QRect all = picture.rect().adjusted(0, 0, -1, -1);
    const QRect upper = all.adjusted(0, 0, 0, -all.height() / 2);
    const QRect lower = all.adjusted(0, all.height() / 2, 0, 0);
    const int side = all.width() * 2 / 5;
    switch (arrangement) {
    case Arrangement::Grid:
        paintGrid(painter, all);
        break;
    case Arrangement::Form:
        paintForm(painter, all, 2);
        break;
    case Arrangement::GridForm:
        paintGrid(painter, all.adjusted(0, 0, -side, 0));
        paintForm(painter, all.adjusted(all.width() - side, 0, 0, 0), 1);
        break;
    case Arrangement::GridWindows: {
        paintGrid(painter, all.adjusted(0, 0, -12, -8));
        const QRect window = all.adjusted(all.width() / 2, all.height() / 3, 0, 0);
        painter.fillRect(window, Theme::instance().colours().paper);
        paintForm(painter, window, 1);
        break;
    }
    case Arrangement::ParentChildren:
        paintGrid(painter, upper.adjusted(0, 0, 0, -2));
        paintGrid(painter, lower.adjusted(0, 2, 0, 0));
        break;
    case Arrangement::FormChildren:
        paintForm(painter, upper.adjusted(0, 0, 0, -2), 2);
        paintGrid(painter, lower.adjusted(0, 2, 0, 0));
        break;
    case Arrangement::GridNested: {
        paintGrid(painter, all);
        const QRect inset = all.adjusted(8, all.height() * 2 / 5, 0, -all.height() / 5);
        painter.fillRect(inset, Theme::instance().colours().paper);
        paintGrid(painter, inset.adjusted(2, 2, 0, -2));
        break;
    }
    }
    return picture;
}

} // namespace gravin
