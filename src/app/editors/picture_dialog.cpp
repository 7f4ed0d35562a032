// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/picture_dialog.h"

#include "app/editors/picture_decoder.h"
#include "app/look/theme.h"

#include <QLabel>
#include <QMouseEvent>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance EnlargedWidth(900);
constexpr Distance EnlargedHeight(640);

} // namespace

PictureDialog::PictureDialog(const QByteArray& picture, QWidget* parent)
    : QDialog(parent)
    , m_bytes(picture)
    , m_decoder(new PictureDecoder(this))
    , m_label(new QLabel(tr("Reading the picture…"))) {
    setObjectName(QStringLiteral("picture-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Picture"));
    m_label->setAlignment(Qt::AlignCenter);
    m_label->setMinimumSize(1, 1);
    m_label->setObjectName(QStringLiteral("enlarged"));
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_label, 1);
    resize(EnlargedWidth, EnlargedHeight);
}

void PictureDialog::resizeEvent(QResizeEvent* event) {
    QDialog::resizeEvent(event);
    m_decoder->decode(m_bytes, m_label->size(), [this](const DecodedPicture& picture) {
        if (picture.isTooLarge)
            m_label->setText(tr("A picture of %1 × %2, too large to be shown here")
                                 .arg(picture.size.width())
                                 .arg(picture.size.height()));
        else if (picture.image.isNull())
            m_label->setText(tr("This is not a picture that can be shown."));
        else
            m_label->setPixmap(QPixmap::fromImage(picture.image));
        if (!picture.size.isEmpty())
            setWindowTitle(
                tr("Picture of %1 × %2").arg(picture.size.width()).arg(picture.size.height()));
    });
}

void PictureDialog::mouseReleaseEvent(QMouseEvent* event) {
    event->accept();
    accept();
}

} // namespace gravin
