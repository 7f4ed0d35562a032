// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <QImage>
#include <QSize>

#include <optional>

namespace gravin {

// What can be shown of a picture; a null image: it is none, or too large to be shown.
struct DecodedPicture {
    QImage image;
    QSize size;              // in full
    bool isTooLarge = false; // in pixels or in memory
};

// Reads a picture, scaled down to fit, in device pixels, while it is read; a small one as it is. An
// SVG follows no reference (safeSvg). Needs memory for at most MostPixels. Any thread.
constexpr qint64 MostPixels = 30'000'000;
DecodedPicture decodePicture(const QByteArray& bytes, QSize most);
// The same for a picture that takes no time that anybody would notice; nothing: it may take some.
std::optional<DecodedPicture> decodeSmallPicture(const QByteArray& bytes, QSize most);

} // namespace gravin
