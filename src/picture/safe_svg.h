// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>

#include <optional>

namespace gravin {

// Whether these bytes begin as an SVG picture does, packed (gzip) or not.
bool looksLikeSvg(const QByteArray& bytes);

// The same drawing without anything that leads elsewhere or grows without end: no file or address
// that it names, no style sheet, no document type, no picture within. Nothing: it is no well-formed
// SVG, or it unpacks or repeats itself to more than can be drawn. Any thread.
std::optional<QByteArray> safeSvg(const QByteArray& bytes);

} // namespace gravin
