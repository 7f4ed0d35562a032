// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/screen.h"

#include "core/base/enum_words.h"
#include "core/base/text.h"

#include <algorithm>
#include <array>
#include <utility>

namespace gravin {

namespace {

constexpr EnumWords
    RowHeights(std::to_array<EnumWord<RowHeight>>({{RowHeight::Comfortable, "comfortable"},
                                                   {RowHeight::Compact, "compact"},
                                                   {RowHeight::Tall, "tall"}}));

constexpr EnumWords
    AfterSavings(std::to_array<EnumWord<AfterSaving>>({{AfterSaving::Stay, "stay"},
                                                       {AfterSaving::NextRecord, "next"},
                                                       {AfterSaving::NewRecord, "new"},
                                                       {AfterSaving::Close, "close"}}));

constexpr EnumWords SavingItself(
    std::to_array<EnumWord<SavesItself>>({{SavesItself::Never, "never"},
                                          {SavesItself::LeavingRecord, "leaving-record"},
                                          {SavesItself::AfterField, "after-field"}}));

constexpr EnumWords
    RowActions(std::to_array<EnumWord<RowAction::Kind>>({{RowAction::Kind::Open, "open"},
                                                         {RowAction::Kind::Delete, "delete"},
                                                         {RowAction::Kind::GoTo, "go_to"}}));

constexpr EnumWords Arrangements(std::to_array<EnumWord<Arrangement>>(
    {{Arrangement::GridForm, "grid-form", QT_TRANSLATE_NOOP("gravin", "Grid beside form")},
     {Arrangement::Grid, "grid", QT_TRANSLATE_NOOP("gravin", "Grid")},
     {Arrangement::Form, "form", QT_TRANSLATE_NOOP("gravin", "Form")},
     {Arrangement::GridWindows, "grid-windows",
      QT_TRANSLATE_NOOP("gravin", "Grid with edit windows")},
     {Arrangement::ParentChildren, "parent-children",
      QT_TRANSLATE_NOOP("gravin", "Parent with children")},
     {Arrangement::FormChildren, "form-children",
      QT_TRANSLATE_NOOP("gravin", "Form with children's grids")},
     {Arrangement::GridNested, "grid-nested", QT_TRANSLATE_NOOP("gravin", "Rows within rows")}}));

} // namespace

QString arrangementName(Arrangement arrangement) { return Arrangements.name(arrangement); }

std::optional<Arrangement> arrangementFromName(const QString& name) {
    return Arrangements.from(name);
}

QString arrangementLabel(Arrangement arrangement) { return Arrangements.label(arrangement); }

QList<Arrangement> allArrangements() { return Arrangements.all(); }

bool showsChildren(Arrangement arrangement) {
    return arrangement == Arrangement::ParentChildren || arrangement == Arrangement::FormChildren ||
           arrangement == Arrangement::GridNested;
}

QString rowHeightName(RowHeight height) { return RowHeights.name(height); }

std::optional<RowHeight> rowHeightFromName(const QString& name) { return RowHeights.from(name); }

QString savesItselfName(SavesItself when) { return SavingItself.name(when); }

std::optional<SavesItself> savesItselfFromName(const QString& name) {
    return SavingItself.from(name);
}

QString afterSavingName(AfterSaving after) { return AfterSavings.name(after); }

std::optional<AfterSaving> afterSavingFromName(const QString& name) {
    return AfterSavings.from(name);
}

QString rowActionName(RowAction::Kind kind) { return RowActions.name(kind); }

std::optional<RowAction::Kind> rowActionFromName(const QString& name) {
    return RowActions.from(name);
}

FieldDefinition ScreenField::applied(FieldDefinition shared) const {
    for (const FieldSetting setting : overridden)
        copySetting(setting, own, shared);
    return shared;
}

ScreenField* Screen::field(const QString& column) {
    const ScreenField* found = std::as_const(*this).field(column);
    if (!found)
        return nullptr;
    // Through data(), so that a list that screens share is made this screen's own first.
    const qsizetype at = found - std::as_const(fields).data();
    return fields.data() + at;
}

const ScreenField* Screen::field(const QString& column) const {
    const auto found = std::find_if(fields.begin(), fields.end(), [&](const ScreenField& field) {
        return field.column == column;
    });
    return found == fields.end() ? nullptr : &*found;
}

void renameColumn(Screen& screen, const QString& from, const QString& to) {
    renameColumn(screen.list, from, to);
    if (ScreenField* field = screen.field(from))
        field->column = to;
    for (FormSection& section : screen.form.sections) {
        for (FormPlace& place : section.places) {
            if (place.column == from)
                place.column = to;
        }
    }
    for (QString& column : screen.form.tabOrder) {
        if (column == from)
            column = to;
    }
}

void takeOffColumn(Screen& screen, const QString& column) {
    takeOffColumn(screen.list, column);
    screen.fields.removeIf([&](const ScreenField& field) { return field.column == column; });
    for (FormSection& section : screen.form.sections)
        section.places.removeIf([&](const FormPlace& place) { return place.column == column; });
    screen.form.tabOrder.removeAll(column);
}

} // namespace gravin
