// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/command_line.h"
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/log/change_log.h"
#include "core/changes/rollback.h"
#include "core/exchange/change_json.h"
#include "core/fitting/binding.h"

namespace gravin::cli {

using Json = OrderedJson;

Json jsonOf(const Problem& problem);
Json jsonOf(const Catalog& catalog);
Json jsonOf(const ChangeSummary& change);
Json jsonOf(const RollbackPlan& plan, const Catalog& catalog, const QStringList& notes);
Json jsonOf(const BulkPreview& preview);

// Prints one JSON document and a line feed.
void print(const Json& json);
void printLine(const QString& line);
// A line on standard error.
void complain(const QString& line);
// Asks at a terminal; where there is none, nobody agrees.
bool agrees(const QString& question);
// Aligned columns under a heading.
void printTable(const QStringList& heading, const QList<QStringList>& rows);

// Says what went wrong, as JSON on standard output or as sentences on standard error, and answers
// the exit code.
int report(const Error& error, bool json);
int report(const WriteFailure& failure, const Catalog& catalog, bool json);

} // namespace gravin::cli
