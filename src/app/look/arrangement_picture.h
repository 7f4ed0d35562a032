// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/screen.h"

#include <QPixmap>

namespace gravin {

// A small picture of an arrangement in the theme's colours: lines for rows, frames for fields.
QPixmap arrangementPicture(Arrangement arrangement, QSize size);

} // namespace gravin
