// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"

namespace gravin {

// The layout that a form of this screen really has: every field that the form shows stands in
// exactly one section, and nothing else does. A field without a place comes at the end; a layout
// without sections is arranged by Gravin, two columns wide, over children four, long texts across.
FormLayout arrangedForm(const BoundScreen& screen);

// The form's fields in the order in which Tab goes through them.
QStringList tabOrderOf(const FormLayout& arranged);

} // namespace gravin
