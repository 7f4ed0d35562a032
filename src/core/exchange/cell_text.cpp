// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/cell_text.h"

#include "core/value/text_form.h"

#include <cmath>

namespace gravin {

namespace {

constexpr QChar Mark = u'\\';

// Whether what the form writes reads back as the same value.
bool isPlain(const Value& value, const ColumnType& type) {
    switch (value.kind()) {
    case Value::Kind::Text: {
        const QString& text = value.asText();
        // The apostrophe is what keeps a spreadsheet from running a text.
        return (type.kind == TypeKind::Any || conforms(value, type)) && !text.startsWith(Mark) &&
               !(text.startsWith(u'\'') && isTakenForFormula(text.mid(1)));
    }
    case Value::Kind::Binary:
        return false;
    case Value::Kind::Double:
        return type.kind != TypeKind::Any && conforms(value, type) &&
               std::isfinite(value.asDouble());
    default:
        return type.kind != TypeKind::Any && conforms(value, type);
    }
}

} // namespace

bool isTakenForFormula(const QString& text) {
    static const QString beginnings = QStringLiteral("=+-@\t\r");
    if (text.isEmpty() || !beginnings.contains(text[0]))
        return false;
    bool isNumber = false;
    (void)text.toDouble(&isNumber);
    return !isNumber;
}

bool isMarkedCell(const Value& value, const ColumnType& type) {
    return !value.isNull() && !isPlain(value, type);
}

QString cellText(const Value& value, const ColumnType& type, const LocaleForm& form) {
    if (value.isNull())
        return {};
    return isPlain(value, type) ? form.text(value, type) : Mark + value.encoded();
}

std::optional<Value> markedValue(const QString& cell) {
    return cell.startsWith(Mark) ? Value::decoded(QStringView(cell).mid(1)) : std::nullopt;
}

} // namespace gravin
