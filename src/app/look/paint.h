// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QColor>
#include <QIcon>
#include <QRect>
#include <QString>

class QPainter;

namespace gravin {

// The states of a record, always shown by the same shapes; colour only supports them.
struct RecordMarks {
    bool draft = false;     // filled dot
    bool isNew = false;     // ring
    bool problem = false;   // short bar
    bool warning = false;   // short bar, hollow
    bool elsewhere = false; // notch
    bool removed = false;   // the row is struck through
    int windowNumber = 0;   // number tag; 0: no edit window

    bool any() const {
        return draft || isNew || problem || warning || elsewhere || windowNumber > 0;
    }
};

// The most telling mark, centred; with a number tag before it when there is one.
void paintMarks(QPainter& painter, const QRect& rect, const RecordMarks& marks);
// The tag of an edit window.
void paintNumberTag(QPainter& painter, const QRect& rect, int number);

// What opens and closes: points onwards while closed, as lines of that direction run, and down
// while open. `tip` is its middle.
void paintChevron(QPainter& painter, const QPointF& tip, bool isOpen,
                  Qt::LayoutDirection direction = Qt::LeftToRight);

// Text whose digits all take the same width, so that figures stand in columns. (Qt 6.4 cannot ask a
// font for its tabular figures.) Cut with an ellipsis where it does not fit.
void paintFigures(QPainter& painter, const QRect& rect, const QString& text, bool rightAligned);
int figuresWidth(const QFont& font, const QString& text);

// The colour that a text like "#C8102E" names; invalid for any other text.
QColor swatchColour(const QString& text);
// A small square of that colour; null when the text names none.
QIcon swatchIcon(const QString& text);

// The marks in words, for tool tips and the screen reader.
QString marksInWords(const RecordMarks& marks);

} // namespace gravin
