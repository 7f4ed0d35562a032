// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/project/project.h"

namespace gravin {

// Asks the database what the developer's SELECT would answer, and makes it a table of the catalog.
// A column counts as the declared table's own when the engine says that its values are from the
// column of the same name there. Fails with the reason when there is no such SELECT, when two of
// its columns have one name, or when the declared table or its whole key is not in it.
Result<Table> describeSource(Session& session, const Catalog& catalog, const QuerySource& source);

// Looks whether the records behind a described source are what it says, in the data of now: no two
// rows with one key, no key empty, and (in a sample) the same values as in the table that is
// written to. Refused with the reason when they are not. A source that is only read always passes.
Status verifySource(Session& session, const Catalog& catalog, const Table& source);

// The catalog of the database as the project sees it: with a table more for each source that can be
// described, and the computed fields that fit. A source that cannot be described stays in it
// without columns and text, with the reason why it is unreadable; one that is called like a table
// of the database is left out.
Result<Catalog> catalogOf(Session& session, const Project& project);

// Puts one described source among the tables, in the place of a former one of its name.
void putSource(Catalog& catalog, Table source);

} // namespace gravin
