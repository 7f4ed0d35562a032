// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/decoded_picture.h"

#include "picture/safe_svg.h"

#include <QBuffer>
#include <QImageReader>

namespace gravin {

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

} // namespace gravin
