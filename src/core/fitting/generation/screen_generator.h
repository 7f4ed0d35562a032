// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/project/project.h"

namespace gravin {

// A name as a person would say it: "light_character" → "Light character", "nextDue" → "Next due".
// With `isReference`, an "_id" at the end goes: "sector_id" → "Sector".
QString labelFromName(const QString& name, bool isReference = false);

// The column by which people tell the records of a table: "name" or the like, else the first unique
// text, else the first text, else the key.
QString namingColumn(const Table& table);

// The definition of a field, from what the catalog knows: label, editor, required, lookup.
FieldDefinition generateDefinition(const Catalog& catalog, const Table& table,
                                   const Column& column);

// What of a table's screen was read from more of the catalog than names and types, in a line each,
// for people: "Status offers Planned, In service", "Day together with aid_id comes once".
QStringList readFromCatalog(const Catalog& catalog, const Table& table);

// Puts a copy of a screen behind it, with the lists and bulk updates that the project keeps for it;
// answers its id. Requires: there is such a screen.
QString addCopyOfScreen(Project& project, const QString& screenId);

// Adds a screen that shows every column of the table, the definitions that are missing, and a check
// for what is unique in several columns together.
// The screen's id is the table's name, made unique. Answers that id.
QString addGeneratedScreen(Project& project, const Catalog& catalog, const Table& table,
                           Arrangement arrangement);

} // namespace gravin
