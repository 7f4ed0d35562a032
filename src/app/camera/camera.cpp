// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/camera/camera.h"

#include "app/camera/simulated_camera.h"

#include <QCamera>
#include <QMediaCaptureSession>
#include <QMediaDevices>
#include <QVideoFrame>
#include <QVideoSink>

#include <algorithm>

namespace gravin {

namespace {

// One of the machine.
class DeviceCamera : public Camera {
public:
    explicit DeviceCamera(const QCameraDevice& device)
        : m_camera(device) {
        m_session.setCamera(&m_camera);
        m_session.setVideoSink(&m_sink);
        connect(&m_sink, &QVideoSink::videoFrameChanged, this, [this](const QVideoFrame& frame) {
            if (const QImage image = frame.toImage(); !image.isNull())
                Q_EMIT seen(image);
        });
        connect(&m_camera, &QCamera::errorOccurred, this,
                [this](QCamera::Error, const QString& text) { Q_EMIT failed(text); });
    }
    void start() override { m_camera.start(); }

private:
    QCamera m_camera;
    QVideoSink m_sink;
    QMediaCaptureSession m_session;
};

} // namespace

QList<CameraChoice> cameraChoices() {
    QList<CameraChoice> choices;
    QList<QCameraDevice> devices = QMediaDevices::videoInputs();
    std::stable_partition(devices.begin(), devices.end(),
                          [](const QCameraDevice& device) { return device.isDefault(); });
    for (const QCameraDevice& device : std::as_const(devices))
        choices += {device.description(), [device]() -> std::unique_ptr<Camera> {
                        return std::make_unique<DeviceCamera>(device);
                    }};
    if (choices.isEmpty())
        choices +=
            {Camera::tr("Simulated camera: this machine has none"),
             []() -> std::unique_ptr<Camera> { return std::make_unique<SimulatedCamera>(); }};
    return choices;
}

} // namespace gravin
