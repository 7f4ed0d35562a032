// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/field_totals.h"

#include "core/fitting/field_input.h"
#include "core/value/decimal_arithmetic.h"

#include <QLocale>

#include <algorithm>

namespace gravin {

namespace {

constexpr int DigitsOfAverage = 2;

Value roundedAverage(const BoundField& field, const Value& average) {
    if (average.kind() != Value::Kind::Decimal)
        return average;
    const bool isWhole = field.column.type.kind == TypeKind::Integer;
    const int digits = isWhole ? DigitsOfAverage : std::max(0, field.column.type.scale);
    const auto round = rounded(average.asDecimal(), digits, Rounding::HalfAwayFromZero);
    return round ? Value::decimal(*round) : Value::null();
}

} // namespace

bool isSummed(const BoundField& field) {
    const TypeKind kind = field.column.type.kind;
    const bool isNumber =
        kind == TypeKind::Integer || kind == TypeKind::Decimal || kind == TypeKind::Double;
    return isNumber && field.placement.inGrid() && !field.column.givenByDatabase &&
           field.definition.shownAs != ShownAs::Lookup && field.definition.choices.isEmpty();
}

Value totalValue(const BoundField& field, FieldTotal kind, const ColumnTotals& totals) {
    switch (kind) {
    case FieldTotal::Sum:
        return totals.sum;
    case FieldTotal::Average:
        return roundedAverage(field, totals.average);
    case FieldTotal::Count:
        return Value::integer(totals.filled);
    case FieldTotal::Smallest:
        return totals.smallest;
    case FieldTotal::Largest:
        return totals.largest;
    case FieldTotal::None:
        break;
    }
    return {};
}

QString totalText(const BoundField& field, FieldTotal kind, const ColumnTotals& totals) {
    return totalText(field, kind, totalValue(field, kind, totals));
}

QString totalText(const BoundField& field, FieldTotal kind, const Value& total) {
    if (total.isNull())
        return {};
    // How many there are is no value of the field.
    return kind == FieldTotal::Count ? QLocale().toString(total.asInteger())
                                     : shownText(field, total);
}

QString averageText(const BoundField& field, const Value& average) {
    const Value round = roundedAverage(field, average);
    return round.isNull() ? QString() : shownText(field, round);
}

} // namespace gravin
