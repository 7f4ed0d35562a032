// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/camera/simulated_camera.h"

#include <QPainter>
#include <QPainterPath>

#include <chrono>
#include <cmath>

namespace gravin {

namespace {

using namespace std::chrono_literals;

constexpr QSize Frame(640, 480);
constexpr auto BetweenFrames = 66ms;
constexpr int WaterLine = 300;
constexpr double WaveLength = 60;
constexpr double WaveHeight = 8;
constexpr double StepOfFrame = 0.15;

double waveAt(double x, int frame) {
    return WaterLine + WaveHeight * std::sin(x / WaveLength + frame * StepOfFrame);
}

} // namespace

SimulatedCamera::SimulatedCamera() {
    connect(&m_timer, &QTimer::timeout, this, &SimulatedCamera::draw);
}

void SimulatedCamera::start() {
    m_timer.start(BetweenFrames);
    draw();
}

void SimulatedCamera::draw() {
    ++m_frame;
    QImage image(Frame, QImage::Format_RGB32);
    image.fill(QColor(0xcf, 0xdd, 0xe6));
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    const double middle = Frame.width() / 2.0;
    const double floats = waveAt(middle, m_frame);
    painter.setBrush(QColor(0xb2, 0x3a, 0x2e));
    painter.drawPolygon(QPolygonF{{middle - 60, floats + 30},
                                  {middle + 60, floats + 30},
                                  {middle + 18, floats - 110},
                                  {middle - 18, floats - 110}});
    painter.setBrush(QColor(0xf2, 0xc9, 0x4c));
    painter.drawEllipse(QPointF(middle, floats - 122), 14, 14);
    QPainterPath water(QPointF(0, Frame.height()));
    for (int x = 0; x <= Frame.width(); x += 4)
        water.lineTo(x, waveAt(x, m_frame));
    water.lineTo(Frame.width(), Frame.height());
    painter.setBrush(QColor(0x2f, 0x6d, 0x84));
    painter.drawPath(water);
    painter.end();
    Q_EMIT seen(image);
}

} // namespace gravin
