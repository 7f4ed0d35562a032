// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/camera/camera.h"

#include <QTimer>

namespace gravin {

// For tests, and for machines without a camera: a buoy on waves that move.
class SimulatedCamera : public Camera {
    Q_OBJECT
public:
    SimulatedCamera();
    void start() override;

private:
    void draw();

    QTimer m_timer;
    int m_frame = 0;
};

} // namespace gravin
