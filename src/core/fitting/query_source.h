// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/project/project.h"

namespace gravin {

// What sources are asked with: by source, by parameter.
using SourceValues = QMap<QString, QMap<QString, Value>>;
// What those of a catalog were asked with.
SourceValues givenIn(const Catalog& catalog);

// The parameters of a SELECT as the project has them, in the order in which they stand in it; one
// that the project says nothing of is a text.
QList<SourceParameter> parametersOf(const QuerySource& source, Engine engine);
// What a parameter begins with; NULL where nothing is said. Refused with the reason why the
// expression cannot be one.
Result<Value> initialValue(const SourceParameter& parameter);

// A SELECT of what a function gives that gives rows, asking for what it takes; without a name.
QuerySource sourceFrom(const Routine& routine, const Dialect& dialect);

// Asks the database what the developer's SELECT would answer, and makes it a table of the catalog.
// A column counts as the declared table's own when the engine says that its values are from the
// column of the same name there. Fails with the reason when there is no such SELECT, when two of
// its columns have one name, or when the declared table or its whole key is not in it.
// `given`: what it is asked with; a parameter that is not among them has what it begins with.
Result<Table> describeSource(Session& session, const Catalog& catalog, const QuerySource& source,
                             const QMap<QString, Value>& given = {});

// Looks whether the records behind a described source are what it says, in the data of now: no two
// rows with one key, no key empty, and (in a sample) the same values as in the table that is
// written to. Refused with the reason when they are not. A source that is only read always passes.
Status verifySource(Session& session, const Catalog& catalog, const Table& source);

// The catalog of the database as the project sees it: with a table more for each source that can be
// described, and the computed fields that fit. A source that cannot be described stays in it
// without columns and text, with the reason why it is unreadable; one that is called like a table
// of the database is left out.
Result<Catalog> catalogOf(Session& session, const Project& project, const SourceValues& given = {});

// Puts one described source among the tables, in the place of a former one of its name.
void putSource(Catalog& catalog, Table source);

} // namespace gravin
