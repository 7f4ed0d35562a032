// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project.h"

#include <algorithm>
#include <utility>

namespace gravin {

namespace {

template <typename Container, typename Matches>
auto* findIn(Container& container, Matches matches) {
    const auto found = std::find_if(container.begin(), container.end(), matches);
    return found == container.end() ? nullptr : &*found;
}

} // namespace

const Screen* Project::screen(const QString& wanted) const {
    for (const auto member : {&Screen::id, &Screen::label, &Screen::table}) {
        const auto* found = findIn(screens, [&](const Screen& screen) {
            return (screen.*member).compare(wanted, Qt::CaseInsensitive) == 0;
        });
        if (found)
            return found;
    }
    return nullptr;
}

Screen* Project::screenById(const QString& id) {
    return findIn(screens, [&](const Screen& screen) { return screen.id == id; });
}

const Screen* Project::screenById(const QString& id) const {
    return findIn(screens, [&](const Screen& screen) { return screen.id == id; });
}

const QuerySource* Project::source(const QString& wanted) const {
    return findIn(sources, [&](const QuerySource& entry) { return entry.name == wanted; });
}

FieldDefinition* Project::definition(const QString& table, const QString& column) {
    const auto found = fields.find(table);
    if (found == fields.end())
        return nullptr;
    return findIn(*found, [&](const FieldDefinition& field) { return field.column == column; });
}

const FieldDefinition* Project::definition(const QString& table, const QString& column) const {
    const auto found = fields.find(table);
    if (found == fields.end())
        return nullptr;
    return findIn(*found, [&](const FieldDefinition& field) { return field.column == column; });
}

} // namespace gravin
