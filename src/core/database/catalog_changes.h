// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"

namespace gravin {

// Whether the database says the same of both: columns, keys, references, rights and what it does by
// itself. What Gravin computes does not count.
bool isStructuredAlike(const Table& a, const Table& b);

// In which the later catalog of a database differs from the earlier one, for people: "New: buoy.
// Gone: mast. light: colour is new, range is gone." Empty: in nothing.
QString catalogChanges(const Catalog& before, const Catalog& after);

} // namespace gravin
