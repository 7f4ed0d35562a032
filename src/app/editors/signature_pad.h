// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QPainterPath>
#include <QWidget>

namespace gravin {

// Takes what is drawn with a mouse, a pen or a finger.
class SignaturePad : public QWidget {
    Q_OBJECT
public:
    explicit SignaturePad(QWidget* parent = nullptr);

    bool isEmpty() const { return m_strokes.isEmpty(); }
    void clear();
    void takeBackLast();
    // Dark on white, cut to what was drawn with a margin; a null image where nothing was.
    QImage picture() const;

    QSize sizeHint() const override;

Q_SIGNALS:
    void changed();

protected:
    bool event(QEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void tabletEvent(QTabletEvent* event) override;

private:
    void beginStroke(const QPointF& at);
    void goOn(const QPointF& at);
    void endStroke();

    QList<QPainterPath> m_strokes;
    bool m_isDown = false;
};

} // namespace gravin
