// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/picture_decoder.h"

#include "app/editors/safe_svg.h"

#include <QBuffer>
#include <QCoreApplication>
#include <QImageReader>
#include <QPointer>
#include <QThreadPool>

#include <memory>

namespace gravin {

namespace {

// One at a time: several large ones together would need the memory of all.
QThreadPool& decoders() {
    static QThreadPool pool;
    pool.setMaxThreadCount(1);
    return pool;
}

} // namespace

DecodedPicture decodePicture(const QByteArray& bytes, QSize most) {
    DecodedPicture picture;
    const bool isSvg = looksLikeSvg(bytes);
    QByteArray shown = bytes;
    if (isSvg) {
        auto safe = safeSvg(bytes);
        if (!safe)
            return picture;
        shown = std::move(*safe);
    }
    QBuffer buffer(&shown);
    QImageReader reader(&buffer, isSvg ? QByteArrayLiteral("svg") : QByteArray());
    // What a format says of itself may not lead back to the other reader.
    reader.setDecideFormatFromContent(!isSvg);
    picture.size = reader.size();
    const bool isLarger = picture.size.isValid() && (picture.size.width() > most.width() ||
                                                     picture.size.height() > most.height());
    const qint64 pixels = static_cast<qint64>(picture.size.width()) * picture.size.height();
    // A drawing is made at the size that is asked for.
    picture.isTooLarge = !isSvg && picture.size.isValid() && pixels > MostPixels;
    if (picture.isTooLarge)
        return picture;
    if (isLarger)
        reader.setScaledSize(picture.size.scaled(most, Qt::KeepAspectRatio));
    picture.image = reader.read();
    return picture;
}

std::optional<DecodedPicture> decodeSmallPicture(const QByteArray& bytes, QSize most) {
    constexpr qsizetype FewBytes = 256 * 1024;
    constexpr qint64 FewPixels = 1'000'000;
    if (bytes.size() > FewBytes || looksLikeSvg(bytes))
        return std::nullopt;
    QBuffer buffer;
    buffer.setData(bytes);
    const QSize size = QImageReader(&buffer).size();
    if (size.isValid() && static_cast<qint64>(size.width()) * size.height() > FewPixels)
        return std::nullopt;
    return decodePicture(bytes, most);
}

void PictureDecoder::decode(const QByteArray& bytes, QSize most,
                            std::function<void(const DecodedPicture&)> answer) {
    const quint64 mine = ++m_newest;
    decoders().start(
        [self = QPointer<PictureDecoder>(this), mine, bytes, most, answer = std::move(answer)] {
            auto picture = std::make_shared<DecodedPicture>(decodePicture(bytes, most));
            QMetaObject::invokeMethod(
                QCoreApplication::instance(),
                [self, mine, picture, answer] {
                    if (self && self->m_newest == mine)
                        answer(*picture);
                },
                Qt::QueuedConnection);
        });
}

} // namespace gravin
