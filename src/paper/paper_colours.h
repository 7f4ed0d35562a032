// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QColor>

namespace gravin {

// The same on every printer; screens have colours of their own.
inline const QColor PaperInk(0x1f, 0x2a, 0x30);
inline const QColor PaperFaint(0x6b, 0x73, 0x76);
inline const QColor PaperLine(0xd5, 0xd0, 0xc5);

} // namespace gravin
