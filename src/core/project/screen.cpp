// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/screen.h"

#include "core/base/text.h"

#include <algorithm>
#include <array>
#include <utility>

namespace gravin {

namespace {

template <typename T>
struct Word {
    T value;
    const char* name;
};

constexpr std::array RowHeights{Word<RowHeight>{RowHeight::Comfortable, "comfortable"},
                                Word<RowHeight>{RowHeight::Compact, "compact"},
                                Word<RowHeight>{RowHeight::Tall, "tall"}};

constexpr std::array AfterSavings{Word<AfterSaving>{AfterSaving::Stay, "stay"},
                                  Word<AfterSaving>{AfterSaving::NextRecord, "next"},
                                  Word<AfterSaving>{AfterSaving::NewRecord, "new"},
                                  Word<AfterSaving>{AfterSaving::Close, "close"}};

constexpr std::array SavingItself{Word<SavesItself>{SavesItself::Never, "never"},
                                  Word<SavesItself>{SavesItself::LeavingRecord, "leaving-record"},
                                  Word<SavesItself>{SavesItself::AfterField, "after-field"}};

constexpr std::array RowActions{Word<RowAction::Kind>{RowAction::Kind::Open, "open"},
                                Word<RowAction::Kind>{RowAction::Kind::Delete, "delete"},
                                Word<RowAction::Kind>{RowAction::Kind::GoTo, "go_to"}};

struct ArrangementWords {
    Arrangement value;
    const char* name;
    const char* label;
};

constexpr std::array Arrangements{
    ArrangementWords{Arrangement::GridForm, "grid-form",
                     QT_TRANSLATE_NOOP("gravin", "Grid beside form")},
    ArrangementWords{Arrangement::Grid, "grid", QT_TRANSLATE_NOOP("gravin", "Grid")},
    ArrangementWords{Arrangement::Form, "form", QT_TRANSLATE_NOOP("gravin", "Form")},
    ArrangementWords{Arrangement::GridWindows, "grid-windows",
                     QT_TRANSLATE_NOOP("gravin", "Grid with edit windows")},
    ArrangementWords{Arrangement::ParentChildren, "parent-children",
                     QT_TRANSLATE_NOOP("gravin", "Parent with children")},
    ArrangementWords{Arrangement::FormChildren, "form-children",
                     QT_TRANSLATE_NOOP("gravin", "Form with children's grids")},
};

template <typename Words, typename T>
const auto& entryOf(const Words& words, T value) {
    return *std::find_if(words.begin(), words.end(),
                         [&](const auto& word) { return word.value == value; });
}

template <typename T, typename Words>
std::optional<T> valueOf(const Words& words, const QString& name) {
    for (const auto& word : words) {
        if (QLatin1String(word.name) == name)
            return word.value;
    }
    return std::nullopt;
}

} // namespace

QString arrangementName(Arrangement arrangement) {
    return QLatin1String(entryOf(Arrangements, arrangement).name);
}

std::optional<Arrangement> arrangementFromName(const QString& name) {
    return valueOf<Arrangement>(Arrangements, name);
}

QString arrangementLabel(Arrangement arrangement) {
    return say(entryOf(Arrangements, arrangement).label);
}

QList<Arrangement> allArrangements() {
    QList<Arrangement> all;
    for (const ArrangementWords& words : Arrangements)
        all += words.value;
    return all;
}

bool showsChildren(Arrangement arrangement) {
    return arrangement == Arrangement::ParentChildren || arrangement == Arrangement::FormChildren;
}

QString rowHeightName(RowHeight height) { return QLatin1String(entryOf(RowHeights, height).name); }

std::optional<RowHeight> rowHeightFromName(const QString& name) {
    return valueOf<RowHeight>(RowHeights, name);
}

QString savesItselfName(SavesItself when) {
    return QLatin1String(entryOf(SavingItself, when).name);
}

std::optional<SavesItself> savesItselfFromName(const QString& name) {
    return valueOf<SavesItself>(SavingItself, name);
}

QString afterSavingName(AfterSaving after) {
    return QLatin1String(entryOf(AfterSavings, after).name);
}

std::optional<AfterSaving> afterSavingFromName(const QString& name) {
    return valueOf<AfterSaving>(AfterSavings, name);
}

QString rowActionName(RowAction::Kind kind) {
    return QLatin1String(entryOf(RowActions, kind).name);
}

std::optional<RowAction::Kind> rowActionFromName(const QString& name) {
    return valueOf<RowAction::Kind>(RowActions, name);
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
    screen.fields.removeIf([&](const ScreenField& field) { return field.column == column; });
    for (FormSection& section : screen.form.sections)
        section.places.removeIf([&](const FormPlace& place) { return place.column == column; });
    screen.form.tabOrder.removeAll(column);
}

} // namespace gravin
