// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/records/record.h"

#include <QImage>

namespace gravin {

// Whether people see a picture in the field.
bool isPictured(const BoundField& field);
// The picture of a field, as fine as it is printed within this size (points); a null image where
// there is none, or none that can be shown.
QImage paperPicture(const BoundField& field, const Record& record, QSizeF most);

} // namespace gravin
