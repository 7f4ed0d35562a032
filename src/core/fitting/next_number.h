// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/project/field_definition.h"
#include "core/value/value.h"

#include <QMap>

#include <optional>

namespace gravin {

// A number that counts within a key: lines of an order by their place, where the key is order and
// place. Which columns share it: the others of the key, none where it is the whole key. Nothing:
// the column does not count, it is no whole number or not of the key, or the database gives it.
std::optional<QStringList> countsWithin(const Table& table, const QString& column);

// One more than the largest that is stored with the same values in the columns that share it.
// Nothing: one of these is not known, or there is no number left. Requires: the column counts.
Result<std::optional<qint64>> nextNumber(Session& session, const Table& table,
                                         const QString& column, const QMap<QString, Value>& values);

} // namespace gravin
