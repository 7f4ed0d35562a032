// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/paper_picture.h"

#include "picture/decoded_picture.h"

namespace gravin {

namespace {

constexpr double DotsPerPoint = 300 / 72.0;

} // namespace

bool isPictured(const BoundField& field) {
    return field.definition.shownAs == ShownAs::Picture ||
           field.definition.shownAs == ShownAs::Signature;
}

QImage paperPicture(const BoundField& field, const Record& record, QSizeF most) {
    const Value& value = record.values[static_cast<size_t>(field.columnIndex)];
    if (!isPictured(field) || value.kind() != Value::Kind::Binary || most.isEmpty())
        return {};
    return decodePicture(value.asBinary(), (most * DotsPerPoint).toSize()).image;
}

} // namespace gravin
