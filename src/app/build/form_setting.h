// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/build/plate_line.h"
#include "core/base/result.h"
#include "core/project/form_layout.h"

namespace gravin {

// The lines of the plate that say where a field stands in its form.

bool belongsToForm(PlateLine line);
QStringList sectionTexts(const FormLayout& arranged);
// Empty when the field has no place in the form.
QString formSettingText(PlateLine line, const QString& column, const FormLayout& arranged);
// The layout with the setting as it was typed. Refused with the form that is expected.
Result<FormLayout> changedFormSetting(PlateLine line, const QString& column, FormLayout arranged,
                                      const QString& text);

// How a switch of the plate is written, and read back.
inline const QString Tick = QStringLiteral("✓");
Result<bool> switchFrom(const QString& text);

} // namespace gravin
