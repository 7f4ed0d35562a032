// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/command_line.h"
#include "core/changes/bulk_update.h"
#include "core/changes/log/change_log.h"
#include "core/changes/rollback.h"
#include "core/fitting/binding.h"

#include <nlohmann/json.hpp>

namespace gravin::cli {

using Json = nlohmann::ordered_json;

std::string utf8(const QString& text);
Json listOf(const QStringList& texts);

// Booleans, whole numbers and doubles as such; decimals as text, because a JSON number would lose
// digits in most readers; dates and times as ISO 8601; binary as {"base64": "…"}.
Json jsonOf(const Value& value);
// The same of a column: MariaDB's largest unsigned numbers are decimals to us, and whole numbers.
Json jsonOf(const Value& value, const Column& column);
// A key of one column as its value, a composite one as text.
Json jsonOf(const Key& key, const Table* table);
Json jsonOf(const Problem& problem);
Json jsonOf(const Catalog& catalog);
Json jsonOf(const ChangeSummary& change);
Json jsonOf(const CommittedChange& change, const Catalog& catalog);
Json jsonOf(const RollbackPlan& plan, const Catalog& catalog, const QStringList& notes);
Json jsonOf(const BulkPreview& preview);

// Prints one JSON document and a line feed.
void print(const Json& json);
void printLine(const QString& line);
// A line on standard error.
void complain(const QString& line);
// Aligned columns under a heading.
void printTable(const QStringList& heading, const QList<QStringList>& rows);

// Says what went wrong, as JSON on standard output or as sentences on standard error, and answers
// the exit code.
int report(const Error& error, bool json);
int report(const WriteFailure& failure, const Catalog& catalog, bool json);

} // namespace gravin::cli
