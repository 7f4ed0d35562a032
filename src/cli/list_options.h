// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/commands.h"
#include "cli/opened.h"
#include "core/fitting/list_query.h"

namespace gravin::cli {

// What the screen's list begins with, as far as the options leave it.
Result<ListSetUp> setUpFor(const ListOptions& options, const BoundScreen& screen);
// The records that are meant, in their order; fields that the list hides are in no grid then.
// Usage, with the place: the condition is none.
struct AskedList {
    RecordQuery query;
    QStringList groupedBy; // columns, in whose order it is
};
Result<AskedList> listFor(const ListOptions& options, BoundScreen& screen, const Opened& opened);

} // namespace gravin::cli
