// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/records/record_query.h"

namespace gravin {

// What of a set-up fits the table: what names a column that is not there, and conditions that
// cannot be bound, are left out.
ListSetUp fittingSetUp(ListSetUp setUp, const Table& table);
// Why a filter does not fit; empty: it does.
QString reasonAgainst(const ListFilter& filter, const Table& table);

// What a list of the screen asks for when it is set up so: in the order of its groups, then in its
// own, each field by what it shows. Requires: the set-up fits the screen's table.
RecordQuery listQuery(const BoundScreen& screen, const ListSetUp& setUp, const Catalog& catalog);

} // namespace gravin
