// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/next_number.h"

#include "core/records/table_reader.h"

#include <limits>

namespace gravin {

std::optional<QStringList> countsWithin(const Table& table, const QString& column) {
    const Column* number = table.column(column);
    if (!number || number->type.kind != TypeKind::Integer || number->givenByDatabase ||
        number->computed || !table.key.contains(column) || table.referenceOf(column))
        return std::nullopt;
    QStringList others = table.key;
    others.removeAll(column);
    return others;
}

Result<std::optional<qint64>> nextNumber(Session& session, const Table& table,
                                         const QString& column,
                                         const QMap<QString, Value>& values) {
    const QStringList shared = countsWithin(table, column).value_or(QStringList());
    std::vector<Value> wanted;
    for (const QString& other : shared) {
        if (!values.contains(other) || values[other].isNull())
            return std::optional<qint64>();
        wanted.push_back(values[other]);
    }
    const auto largest = TableReader(session, table).largestWhere(column, shared, wanted);
    if (!largest)
        return largest.error();
    return *largest < std::numeric_limits<qint64>::max() ? std::optional(*largest + 1)
                                                         : std::nullopt;
}

} // namespace gravin
