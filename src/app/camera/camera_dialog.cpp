// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/camera/camera_dialog.h"

#include "app/look/theme.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance SeenWidth(640);
constexpr Distance SeenHeight(480);

} // namespace

CameraDialog::CameraDialog(QWidget* parent)
    : QDialog(parent)
    , m_choices(cameraChoices())
    , m_which(new QComboBox)
    , m_picture(new QLabel)
    , m_state(new QLabel) {
    setObjectName(QStringLiteral("camera-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Take a picture"));
    m_which->setObjectName(QStringLiteral("camera-which"));
    m_which->setAccessibleName(tr("Camera"));
    for (const CameraChoice& choice : std::as_const(m_choices))
        m_which->addItem(choice.name);
    m_picture->setObjectName(QStringLiteral("camera-picture"));
    m_picture->setProperty("role", "picture");
    m_picture->setAlignment(Qt::AlignCenter);
    m_picture->setMinimumSize(SeenWidth, SeenHeight);
    setStyleProperty(m_state, "role", "problem");
    m_state->setTextFormat(Qt::PlainText);
    m_state->setWordWrap(true);
    m_state->hide();
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    m_take = buttons->addButton(tr("Take"), QDialogButtonBox::ActionRole);
    m_take->setObjectName(QStringLiteral("camera-take"));
    m_use = buttons->addButton(tr("Use it"), QDialogButtonBox::AcceptRole);
    m_use->setObjectName(QStringLiteral("camera-use"));
    m_use->setProperty("main", true);
    connect(m_take, &QPushButton::clicked, this, [this] { hold(!m_isHeld); });
    connect(buttons, &QDialogButtonBox::accepted, this, &CameraDialog::use);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_which, &QComboBox::currentIndexChanged, this, &CameraDialog::choose);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_which);
    layout->addWidget(m_picture, 1);
    layout->addWidget(m_state);
    layout->addWidget(buttons);
    hold(false);
    choose(0);
    m_take->setFocus();
}

void CameraDialog::choose(int index) {
    m_camera = m_choices[index].make();
    m_image = {};
    hold(false);
    connect(m_camera.get(), &Camera::seen, this, [this](const QImage& image) {
        if (m_isHeld)
            return;
        m_image = image;
        show(image);
    });
    connect(m_camera.get(), &Camera::failed, this, [this](const QString& reason) {
        m_state->setText(tr("The camera gives no picture: %1").arg(reason));
        m_state->show();
    });
    m_state->hide();
    m_camera->start();
}

void CameraDialog::show(const QImage& image) {
    m_picture->setPixmap(QPixmap::fromImage(
        image.scaled(m_picture->size(), Qt::KeepAspectRatio, Qt::SmoothTransformation)));
    m_take->setEnabled(true);
}

void CameraDialog::hold(bool holds) {
    m_isHeld = holds && !m_image.isNull();
    m_take->setText(m_isHeld ? tr("Again") : tr("Take"));
    m_take->setEnabled(!m_image.isNull());
    m_use->setEnabled(m_isHeld);
    if (m_isHeld)
        m_use->setFocus();
}

void CameraDialog::use() {
    const QImage image = m_image;
    accept();
    Q_EMIT taken(image);
}

} // namespace gravin
