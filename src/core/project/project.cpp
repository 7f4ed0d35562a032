// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project.h"

#include "core/base/enum_words.h"

#include <algorithm>
#include <utility>

namespace gravin {

namespace {

template <typename Container, typename Matches>
auto* findIn(Container& container, Matches matches) {
    const auto found = std::find_if(container.begin(), container.end(), matches);
    return found == container.end() ? nullptr : &*found;
}

constexpr EnumWords ParameterKinds(std::to_array<EnumWord<TypeKind>>({
    {TypeKind::Text, "text", QT_TRANSLATE_NOOP("gravin", "Text")},
    {TypeKind::Integer, "integer", QT_TRANSLATE_NOOP("gravin", "Whole number")},
    {TypeKind::Decimal, "decimal", QT_TRANSLATE_NOOP("gravin", "Number")},
    {TypeKind::Date, "date", QT_TRANSLATE_NOOP("gravin", "Date")},
    {TypeKind::Time, "time", QT_TRANSLATE_NOOP("gravin", "Time")},
    {TypeKind::Timestamp, "timestamp", QT_TRANSLATE_NOOP("gravin", "Date and time")},
    {TypeKind::Boolean, "boolean", QT_TRANSLATE_NOOP("gravin", "Yes or no")},
}));

} // namespace

QList<TypeKind> parameterKinds() { return ParameterKinds.all(); }
QString parameterKindName(TypeKind kind) { return ParameterKinds.name(kind); }
std::optional<TypeKind> parameterKindFromName(const QString& name) {
    return ParameterKinds.from(name);
}
QString parameterKindLabel(TypeKind kind) { return ParameterKinds.label(kind); }

LocaleForm Project::form() const {
    if (locale.isEmpty())
        return LocaleForm();
    return locale == u"C" ? LocaleForm::plain() : LocaleForm(QLocale(locale));
}

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

const KeptList* Project::list(const QString& screenId, const QString& wanted) const {
    return findIn(lists, [&](const KeptList& each) { return each.isCalled(screenId, wanted); });
}

const KeptCards* Project::cardsNamed(const QString& screenId, const QString& wanted) const {
    return findIn(cards, [&](const KeptCards& each) { return each.isCalled(screenId, wanted); });
}

const KeptImport* Project::importNamed(const QString& screenId, const QString& wanted) const {
    return findIn(imports, [&](const KeptImport& each) { return each.isCalled(screenId, wanted); });
}

const KeptBulkUpdate* Project::bulkUpdate(const QString& screenId, const QString& wanted) const {
    return findIn(bulkUpdates,
                  [&](const KeptBulkUpdate& each) { return each.isCalled(screenId, wanted); });
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

void setComputed(Project& project, const QString& table, const QList<ComputedField>& fields) {
    const QList<ComputedField> before = project.computed.value(table);
    const auto isNamed = [](const QList<ComputedField>& among, const QString& name) {
        return std::any_of(among.begin(), among.end(),
                           [&](const ComputedField& field) { return field.name == name; });
    };
    QList<FieldDefinition>& definitions = project.fields[table];
    for (const ComputedField& former : before) {
        if (isNamed(fields, former.name))
            continue;
        const auto renamed =
            std::find_if(fields.begin(), fields.end(), [&](const ComputedField& field) {
                return field.expression == former.expression && !isNamed(before, field.name);
            });
        const QString name = renamed == fields.end() ? QString() : renamed->name;
        for (Screen& screen : project.screens) {
            if (screen.table != table)
                continue;
            if (name.isEmpty())
                takeOffColumn(screen, former.name);
            else
                renameColumn(screen, former.name, name);
        }
        if (FieldDefinition* definition = project.definition(table, former.name);
            definition && !name.isEmpty())
            definition->column = name;
        definitions.removeIf(
            [&](const FieldDefinition& each) { return each.column == former.name; });
    }
    if (definitions.isEmpty())
        project.fields.remove(table);
    project.computed.insert(table, fields);
    if (fields.isEmpty())
        project.computed.remove(table);
}

} // namespace gravin
