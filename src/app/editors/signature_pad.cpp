// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/signature_pad.h"

#include "app/look/theme.h"

#include <QMouseEvent>
#include <QPainter>
#include <QTabletEvent>
#include <QTouchEvent>

#include <algorithm>

namespace gravin {

namespace {

constexpr Distance PadWidth(520);
constexpr Distance PadHeight(200);
constexpr qreal PenWidth = 2.5;
constexpr int Margin = 8;
// A signature on a large screen is not kept larger than this.
constexpr int WidestKept = 1200;
constexpr qreal BaselineAt = 0.75; // of the height

// Dark on white in both looks: it is kept as it is shown, and printed.
void paintStrokes(QPainter& painter, const QList<QPainterPath>& strokes) {
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(
        QPen(QColor(0x1b, 0x26, 0x3b), PenWidth, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    painter.setBrush(Qt::NoBrush);
    for (const QPainterPath& stroke : strokes)
        painter.drawPath(stroke);
}

} // namespace

SignaturePad::SignaturePad(QWidget* parent)
    : QWidget(parent) {
    setAttribute(Qt::WA_AcceptTouchEvents);
    setCursor(Qt::CrossCursor);
    setMinimumSize(PadWidth / 2, PadHeight / 2);
    setAccessibleName(tr("Sign here with a mouse, a pen or a finger"));
}

QSize SignaturePad::sizeHint() const { return {PadWidth, PadHeight}; }

void SignaturePad::clear() {
    m_strokes.clear();
    m_isDown = false;
    update();
    Q_EMIT changed();
}

void SignaturePad::takeBackLast() {
    if (m_strokes.isEmpty())
        return;
    m_strokes.removeLast();
    m_isDown = false;
    update();
    Q_EMIT changed();
}

QImage SignaturePad::picture() const {
    if (m_strokes.isEmpty())
        return {};
    QRectF drawn;
    for (const QPainterPath& stroke : m_strokes)
        drawn |= stroke.boundingRect().adjusted(-PenWidth, -PenWidth, PenWidth, PenWidth);
    drawn.adjust(-Margin, -Margin, Margin, Margin);
    const qreal scale = std::min(2.0, WidestKept / drawn.width());
    QImage image((drawn.size() * scale).toSize(), QImage::Format_RGB32);
    image.fill(Qt::white);
    QPainter painter(&image);
    painter.scale(scale, scale);
    painter.translate(-drawn.topLeft());
    paintStrokes(painter, m_strokes);
    return image;
}

void SignaturePad::beginStroke(const QPointF& at) {
    m_isDown = true;
    QPainterPath stroke(at);
    stroke.lineTo(at + QPointF(0.1, 0)); // a dot is seen too
    m_strokes += stroke;
    update();
    Q_EMIT changed();
}

void SignaturePad::goOn(const QPointF& at) {
    if (!m_isDown || m_strokes.isEmpty())
        return;
    m_strokes.back().lineTo(at);
    update();
}

void SignaturePad::endStroke() { m_isDown = false; }

bool SignaturePad::event(QEvent* event) {
    switch (event->type()) {
    case QEvent::TouchBegin:
    case QEvent::TouchUpdate:
    case QEvent::TouchEnd: {
        // One finger writes; a palm beside it does not.
        const auto* touch = static_cast<QTouchEvent*>(event);
        const QEventPoint& point = touch->points().front();
        if (event->type() == QEvent::TouchBegin)
            beginStroke(point.position());
        else
            goOn(point.position());
        if (event->type() == QEvent::TouchEnd)
            endStroke();
        event->accept();
        return true;
    }
    default:
        return QWidget::event(event);
    }
}

void SignaturePad::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), Qt::white);
    painter.setPen(QColor(0xb8, 0xbf, 0xc9));
    painter.drawRect(rect().adjusted(0, 0, -1, -1));
    const int baseline = static_cast<int>(height() * BaselineAt);
    painter.drawLine(2 * Margin, baseline, width() - 2 * Margin, baseline);
    paintStrokes(painter, m_strokes);
}

void SignaturePad::mousePressEvent(QMouseEvent* event) {
    if (event->button() == Qt::LeftButton)
        beginStroke(event->position());
}

void SignaturePad::mouseMoveEvent(QMouseEvent* event) { goOn(event->position()); }
void SignaturePad::mouseReleaseEvent(QMouseEvent*) { endStroke(); }

void SignaturePad::tabletEvent(QTabletEvent* event) {
    if (event->type() == QEvent::TabletPress)
        beginStroke(event->position());
    else if (event->type() == QEvent::TabletMove && event->pressure() > 0)
        goOn(event->position());
    else if (event->type() == QEvent::TabletRelease)
        endStroke();
    event->accept();
}

} // namespace gravin
