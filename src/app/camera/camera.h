// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QObject>

#include <functional>
#include <memory>

namespace gravin {

// Gives pictures one after another from start() until it goes.
class Camera : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;
    virtual void start() = 0;

Q_SIGNALS:
    void seen(const QImage& image);
    void failed(const QString& reason); // it gives no more
};

struct CameraChoice {
    QString name;
    std::function<std::unique_ptr<Camera>()> make;
};

// The machine's cameras, its own choice first; where it has none, a simulated one that shows a
// moving test picture.
QList<CameraChoice> cameraChoices();

} // namespace gravin
