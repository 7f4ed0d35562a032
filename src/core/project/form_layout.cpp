// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/form_layout.h"

#include <algorithm>

namespace gravin {

std::optional<FormLayout::Position> FormLayout::find(const QString& column) const {
    for (int section = 0; section < sections.size(); ++section) {
        const QList<FormPlace>& places = sections[section].places;
        for (int place = 0; place < places.size(); ++place) {
            if (places[place].column == column)
                return Position{section, place};
        }
    }
    return std::nullopt;
}

QList<PlacedField> placedFields(const FormSection& section) {
    const int columns = std::clamp(section.columns, 1, FormSection::MostColumns);
    QList<PlacedField> placed;
    int row = 0;
    int at = 0;
    for (const FormPlace& place : section.places) {
        const int span = std::clamp(place.span, 1, columns);
        if (at > 0 && (place.beginsRow || at + span > columns)) {
            ++row;
            at = 0;
        }
        if (!place.column.isEmpty())
            placed.append({place.column, row, at, span});
        at += span;
    }
    return placed;
}

void moveField(FormLayout& layout, const QString& column, FormLayout::Position to) {
    if (to.section < 0 || to.section >= layout.sections.size())
        return;
    FormPlace moved{column};
    if (const auto from = layout.find(column)) {
        moved = layout.sections[from->section].places.takeAt(from->place);
        if (from->section == to.section && from->place < to.place)
            --to.place;
    }
    QList<FormPlace>& places = layout.sections[to.section].places;
    places.insert(std::clamp<qsizetype>(to.place, 0, places.size()), moved);
}

void moveSection(FormLayout& layout, int from, int to) {
    if (from >= 0 && from < layout.sections.size() && to >= 0 && to < layout.sections.size())
        layout.sections.move(from, to);
}

void addSection(FormLayout& layout, int after, const QString& title) {
    FormSection section;
    section.title = title;
    layout.sections.insert(std::clamp<qsizetype>(after + 1, 0, layout.sections.size()), section);
}

void removeSection(FormLayout& layout, int section) {
    if (section < 0 || section >= layout.sections.size() || layout.sections.size() == 1)
        return;
    const QList<FormPlace> places = layout.sections.takeAt(section).places;
    if (section > 0)
        layout.sections[section - 1].places += places;
    else
        layout.sections.front().places = places + layout.sections.front().places;
}

} // namespace gravin
