// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/json.h"
#include "core/changes/log/change_log.h"

namespace gravin {

// Values, keys and changes as JSON: one form for what the command line answers and for logs that
// are written to a file.

// Booleans, whole numbers and doubles as such; decimals as text, because a JSON number would lose
// digits in most readers; dates and times as ISO 8601, moments as RFC 3339 in UTC; binary as
// {"base64": "…"}; NULL as null.
OrderedJson jsonOf(const Value& value);
// The same of a column: MariaDB's largest unsigned numbers are decimals to us, and whole numbers.
OrderedJson jsonOf(const Value& value, const Column& column);
// A key of one column as its value, a composite one as text. Null table: of one nobody knows.
OrderedJson jsonOf(const Key& key, const Table* table);
// By column {"before", "after"}; of a record that was made or deleted one of them is null.
OrderedJson fieldsOf(const FieldValues& before, const FieldValues& after);
OrderedJson jsonOf(const CommittedChange& change, const Catalog& catalog);

// The key as people type it.
QString shownKey(const Key& key, const Table* table);

} // namespace gravin
