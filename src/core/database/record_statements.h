// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/dialect.h"

#include <QMap>

#include <array>

namespace gravin {

// The statements by which one record is changed, as the one door for writes sends them; values
// stand apart from the text, always. Columns that the table does not have are left out.

// What is written, guarded by key and by what these columns held before: nothing is touched when
// somebody else was faster.
SqlFragment updateStatement(const Dialect& dialect, const Table& table, const Key& key,
                            const QMap<QString, Value>& before, const QMap<QString, Value>& after);

// Rows that one statement writes, largest first; each size is prepared once.
inline constexpr std::array<size_t, 3> RowsAtOnce{128, 16, 1};
// Values that every engine takes in one statement.
inline constexpr size_t MostBound = 30'000;

// What is written to many records, each by its key: in every row the same columns. Not guarded:
// the records have been read and locked before. Requires: no key column is written.
SqlFragment updateManyStatement(const Dialect& dialect, const Table& table,
                                const QStringList& columns, const std::vector<Key>& keys,
                                const std::vector<const QMap<QString, Value>*>& after);

// Guarded by key and by every value given in `before`.
SqlFragment deleteStatement(const Dialect& dialect, const Table& table, const Key& key,
                            const QMap<QString, Value>& before);

// The condition of both, for statements that look at the record first.
SqlFragment guardOf(const Dialect& dialect, const Table& table, const Key& key,
                    const QMap<QString, Value>& before);

} // namespace gravin
