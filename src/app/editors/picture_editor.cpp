// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/picture_editor.h"

#include "app/camera/camera_dialog.h"
#include "app/editors/picture_decoder.h"
#include "app/editors/picture_dialog.h"
#include "core/value/text_form.h"
#include "picture/safe_svg.h"

#include <QApplication>
#include <QBuffer>
#include <QClipboard>
#include <QImage>
#include <QImageReader>
#include <QLabel>
#include <QPixmap>
#include <QToolButton>

namespace gravin {

namespace {

constexpr int PictureHeight = 128;
constexpr int PictureWidth = 220;

void showDecoded(const DecodedPicture& picture, const Value& value, QLabel& label) {
    if (picture.isTooLarge)
        label.setText(PictureEditor::tr("A picture of %1 × %2, too large to be shown here")
                          .arg(picture.size.width())
                          .arg(picture.size.height()));
    else if (picture.image.isNull())
        label.setText(PictureEditor::tr("Not a picture: %1").arg(toText(value, {})));
    else
        label.setPixmap(QPixmap::fromImage(picture.image));
}

QByteArray pngOf(const QImage& image) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return bytes;
}

} // namespace

void showPicture(const Value& value, const QString& empty, PictureDecoder& decoder, QLabel& label) {
    decoder.forget();
    label.clear();
    if (value.isNull()) {
        label.setText(empty);
        return;
    }
    const QByteArray bytes = value.kind() == Value::Kind::Binary ? value.asBinary() : QByteArray();
    const QSize most(PictureWidth, PictureHeight);
    if (const auto small = decodeSmallPicture(bytes, most)) {
        showDecoded(*small, value, label);
        return;
    }
    label.setText(PictureEditor::tr("Reading the picture…"));
    decoder.decode(bytes, most, [value, shown = &label](const DecodedPicture& picture) {
        showDecoded(picture, value, *shown);
    });
}

PictureEditor::PictureEditor(QWidget* parent)
    : BinaryEditor(QStringLiteral("picture"), parent)
    , m_decoder(new PictureDecoder(this)) {
    connect(addButton("camera-photo", QStringLiteral("take"), tr("Take with a camera…"), true),
            &QToolButton::clicked, this, &PictureEditor::takeFromCamera);
    addUsualButtons(Takes::Files);
}

void PictureEditor::showIn(QLabel& label) {
    showPicture(value(), isReadOnly() ? QStringLiteral("–") : tr("No picture"), *m_decoder, label);
    label.setToolTip(value().isNull() ? QString() : tr("Click to enlarge (Ctrl+Space)"));
}

QString PictureEditor::reasonAgainst(const QByteArray& bytes, const QString& source) const {
    QBuffer buffer;
    buffer.setData(bytes);
    const bool isPicture =
        looksLikeSvg(bytes) ? safeSvg(bytes).has_value() : QImageReader(&buffer).canRead();
    return isPicture ? QString() : tr("%1 is not a picture that can be shown.").arg(source);
}

QStringList PictureEditor::offeredTypes() const {
    QStringList types;
    for (const QByteArray& type : QImageReader::supportedMimeTypes())
        types += QString::fromLatin1(type);
    return types;
}

// A copied picture comes as a PNG.
void PictureEditor::pasteOther() {
    const QImage image = QApplication::clipboard()->image();
    if (image.isNull())
        Q_EMIT refused(tr("There is no picture to paste."));
    else
        take(pngOf(image), tr("The pasted picture"));
}

void PictureEditor::clicked() {
    if (!bytes().isEmpty())
        (new PictureDialog(bytes(), this))->open();
}

void PictureEditor::takeFromCamera() {
    auto* dialog = new CameraDialog(this);
    connect(dialog, &CameraDialog::taken, this,
            [this](const QImage& image) { take(pngOf(image), tr("The picture of the camera")); });
    dialog->open();
}

} // namespace gravin
