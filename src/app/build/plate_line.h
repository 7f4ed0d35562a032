// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/field_definition.h"

#include <optional>

namespace gravin {

// The lines of the plate: one for each setting of a field.
enum class PlateLine {
    Label,
    Labels, // in other languages
    BoundTo,
    ShownAs,
    Source,
    OffersWhere,
    Unoffered,
    Format,
    Help,
    Default,
    FilledWith,
    Stamped,
    Hint,
    Required,
    RequiredWhen,
    Checks, // opened, not typed
    Message,
    Visible,
    VisibleWhen,
    Editable,
    EditableWhen,
    Alignment,
    Total,
    // In the grid.
    Width,
    Frozen,
    Order,
    Evidence, // what the stored values say; opened, not typed
    // In the form.
    Section,
    Span,
    BeginsRow,
    TabOrder
};

QString plateLineLabel(PlateLine line);
// What can be set there, for the tool tip.
QString plateLineHelp(PlateLine line);
bool isSwitch(PlateLine line); // yes or no, toggled in place
bool isOpened(PlateLine line); // leads to a panel instead of being edited in place
// The setting that a screen can have of its own; nothing when the line belongs to the screen or to
// all screens anyway.
std::optional<FieldSetting> settingOf(PlateLine line);

// Over the grid; `all` adds those that are needed less often.
QList<PlateLine> gridPlateLines(bool all);
// Beside the form.
QList<PlateLine> formPlateLines();

} // namespace gravin
