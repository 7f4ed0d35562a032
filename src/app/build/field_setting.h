// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/build/plate_line.h"
#include "core/fitting/binding.h"

namespace gravin {

// The lines of the plate that say how a field is, everywhere or on one screen: as texts, and read
// back from what was typed or picked.

// What a field belongs to. All must outlive it.
struct FieldPlace {
    const Project& project;
    const Catalog& catalog;
    const Table& table;
};

bool isFieldSetting(PlateLine line); // of its definition
bool isPlacement(PlateLine line);    // of its place on the screen's grid
// Requires: the line is one of those.
QString fieldSettingText(PlateLine line, const BoundField& field);
// What can be picked on the line; empty: it is typed.
QStringList fieldSettingOptions(PlateLine line, const BoundField& field, const FieldPlace& place);
// Whether the setting is what most fields have.
bool isUsualFieldSetting(PlateLine line, const BoundField& field);
// The definition, or the placement, with the setting as it was typed. Refused with what is
// expected.
Result<FieldDefinition> changedFieldSetting(PlateLine line, const BoundField& field,
                                            const FieldPlace& place, const QString& text);
Result<ScreenField> changedPlacement(PlateLine line, const BoundField& field, const Table& table,
                                     const QString& text);

} // namespace gravin
