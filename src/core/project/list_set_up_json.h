// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/list_set_up.h"
#include "core/project/object_reader.h"

namespace gravin {

// An object with those members that say something.
OrderedJson jsonOf(const ListSetUp& setUp);
// Takes the members out of the reader, all that are left. Throws BadProject where one is none of a
// list's.
ListSetUp readListSetUp(ObjectReader& reader, const QString& place);

} // namespace gravin
