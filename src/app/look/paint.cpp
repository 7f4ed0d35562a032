// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/paint.h"

#include "app/look/theme.h"
#include "core/value/hex_colour.h"

#include <QCoreApplication>
#include <QPainter>
#include <QPainterPath>
#include <QPixmap>

namespace gravin {

namespace {

constexpr int TagSize = 16;
constexpr int SwatchSize = 14;

int digitWidth(const QFontMetrics& metrics) {
    int widest = 0;
    for (char16_t digit = u'0'; digit <= u'9'; ++digit)
        widest = std::max(widest, metrics.horizontalAdvance(QChar(digit)));
    return widest;
}

int advance(const QFontMetrics& metrics, QChar c, int digit) {
    return c.isDigit() ? digit : metrics.horizontalAdvance(c);
}

QString word(const char* text) { return QCoreApplication::translate("gravin", text); }

} // namespace

void paintNumberTag(QPainter& painter, const QRect& rect, int number) {
    const Colours& colours = Theme::instance().colours();
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    QRect tag(0, 0, TagSize, TagSize);
    QFont font = painter.font();
    font.setPointSizeF(font.pointSizeF() * 0.8);
    font.setWeight(QFont::DemiBold);
    const QString text = QString::number(number);
    tag.setWidth(std::max(TagSize, QFontMetrics(font).horizontalAdvance(text) + 8));
    tag.moveCenter(rect.center());
    painter.setPen(Qt::NoPen);
    painter.setBrush(colours.inverse);
    painter.drawRoundedRect(tag, 3, 3);
    painter.setPen(colours.onInverse);
    painter.setFont(font);
    painter.drawText(tag, Qt::AlignCenter, text);
    painter.restore();
}

void paintMarks(QPainter& painter, const QRect& rect, const RecordMarks& marks) {
    const Colours& colours = Theme::instance().colours();
    QRect place = rect;
    if (marks.windowNumber > 0) {
        QRect tag = rect;
        if (marks.draft || marks.problem || marks.warning || marks.elsewhere || marks.isNew) {
            tag.setWidth(rect.width() / 2);
            place.setLeft(tag.right());
        }
        paintNumberTag(painter, tag, marks.windowNumber);
    }
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const QPointF centre = QRectF(place).center();
    if (marks.elsewhere) {
        QPainterPath notch;
        notch.moveTo(centre + QPointF(-5, -5));
        notch.lineTo(centre + QPointF(5, 5));
        notch.lineTo(centre + QPointF(-5, 5));
        notch.closeSubpath();
        painter.fillPath(notch, colours.elsewhere);
    } else if (marks.problem) {
        painter.fillRect(QRectF(centre.x() - 7, centre.y() - 2, 14, 4), colours.problem);
    } else if (marks.warning) {
        painter.setPen(QPen(colours.warning, 1.5));
        painter.drawRect(QRectF(centre.x() - 7, centre.y() - 3, 14, 6));
    } else if (marks.isNew) {
        painter.setPen(QPen(colours.draft, 2));
        painter.drawEllipse(centre, 5, 5);
    } else if (marks.draft) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(colours.draft);
        painter.drawEllipse(centre, 5, 5);
    }
    painter.restore();
}

int figuresWidth(const QFontMetrics& metrics, const QString& text) {
    const int digit = digitWidth(metrics);
    int width = 0;
    for (const QChar c : text)
        width += advance(metrics, c, digit);
    return width;
}

void paintFigures(QPainter& painter, const QRect& rect, const QString& text, bool rightAligned) {
    const QFontMetrics metrics = painter.fontMetrics();
    const int width = figuresWidth(metrics, text);
    if (width > rect.width()) {
        painter.drawText(rect, Qt::AlignVCenter | Qt::AlignLeft,
                         metrics.elidedText(text, Qt::ElideRight, rect.width()));
        return;
    }
    const int digit = digitWidth(metrics);
    int x = rightAligned ? rect.right() + 1 - width : rect.left();
    for (const QChar c : text) {
        const int w = advance(metrics, c, digit);
        painter.drawText(QRect(x, rect.top(), w, rect.height()),
                         Qt::AlignVCenter | Qt::AlignHCenter, c);
        x += w;
    }
}

QColor swatchColour(const QString& text) { return isHexColour(text) ? QColor(text) : QColor(); }

QIcon swatchIcon(const QString& text) {
    const QColor colour = swatchColour(text);
    if (!colour.isValid())
        return {};
    QPixmap square(SwatchSize, SwatchSize);
    square.fill(colour);
    QPainter painter(&square);
    painter.setPen(Theme::instance().colours().faint);
    painter.drawRect(square.rect().adjusted(0, 0, -1, -1));
    return square;
}

QString marksInWords(const RecordMarks& marks) {
    QStringList words;
    if (marks.isNew)
        words += word("New, not saved yet");
    else if (marks.draft)
        words += word("Unsaved edits");
    if (marks.problem)
        words += word("Something is wrong or missing");
    if (marks.warning)
        words += word("Something is unusual");
    if (marks.elsewhere)
        words += word("Changed elsewhere meanwhile");
    if (marks.windowNumber > 0)
        words += word("Open in edit window %1").arg(marks.windowNumber);
    return words.join(QStringLiteral(". "));
}

} // namespace gravin
