// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/form_arranging.h"

namespace gravin {

namespace {

FormPlace placeFor(const BoundField& field, int columns) {
    FormPlace place{field.name()};
    if (isWide(field.definition.shownAs))
        place.span = columns;
    return place;
}

} // namespace

FormLayout arrangedForm(const BoundScreen& screen) {
    FormLayout arranged = screen.screen.form;
    const auto isShown = [&](const QString& column) {
        const BoundField* field = screen.field(column);
        return field && field->placement.inForm();
    };
    QStringList placed;
    for (FormSection& section : arranged.sections) {
        section.places.removeIf([&](const FormPlace& place) {
            return !place.column.isEmpty() && !isShown(place.column);
        });
        for (const FormPlace& place : section.places)
            placed += place.column;
    }
    if (arranged.sections.isEmpty()) {
        arranged.sections.append(FormSection{});
        // Lines stand below: the form is as low as it can be.
        if (screen.screen.arrangement == Arrangement::FormChildren)
            arranged.sections.back().columns = FormSection::MostColumns;
    }
    FormSection& last = arranged.sections.back();
    for (const ScreenField& placement : screen.screen.fields) {
        if (isShown(placement.column) && !placed.contains(placement.column))
            last.places.append(placeFor(*screen.field(placement.column), last.columns));
    }
    return arranged;
}

QStringList tabOrderOf(const FormLayout& arranged) {
    QStringList reading;
    for (const FormSection& section : arranged.sections) {
        for (const FormPlace& place : section.places) {
            if (!place.column.isEmpty())
                reading += place.column;
        }
    }
    QStringList order;
    for (const QString& column : arranged.tabOrder) {
        if (reading.removeOne(column))
            order += column;
    }
    return order + reading;
}

} // namespace gravin
