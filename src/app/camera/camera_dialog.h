// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/camera/camera.h"

#include <QDialog>

class QComboBox;
class QLabel;
class QPushButton;

namespace gravin {

// Shows what a camera sees; one picture of it is held, and used or taken anew.
class CameraDialog : public QDialog {
    Q_OBJECT
public:
    // Deletes itself when closed; the camera is off then.
    explicit CameraDialog(QWidget* parent);

Q_SIGNALS:
    void taken(const QImage& image);

private:
    void choose(int index);
    void show(const QImage& image);
    void hold(bool holds);
    void use();

    QList<CameraChoice> m_choices;
    std::unique_ptr<Camera> m_camera;
    QImage m_image; // as it is seen now, or held
    bool m_isHeld = false;
    QComboBox* m_which;
    QLabel* m_picture;
    QLabel* m_state;
    QPushButton* m_take;
    QPushButton* m_use;
};

} // namespace gravin
