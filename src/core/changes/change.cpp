// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/change.h"

namespace gravin {

FieldValues fieldValues(const Table& table, const Record& record) {
    FieldValues values;
    for (qsizetype i = 0; i < table.columns.size(); ++i) {
        if (!table.columns[i].computed)
            values.insert(table.columns[i].name, record.values[static_cast<size_t>(i)]);
    }
    return values;
}

Key RecordChange::keyAfter(const QStringList& keyColumns) const {
    std::vector<Value> values;
    for (qsizetype i = 0; i < keyColumns.size() && static_cast<size_t>(i) < key.size(); ++i)
        values.push_back(after.value(keyColumns[i], key[static_cast<size_t>(i)]));
    return Key(std::move(values));
}

QStringList CommittedChange::tables() const {
    if (!isWhole())
        return touched;
    QStringList tables;
    for (const RecordChange& record : records) {
        if (!tables.contains(record.table))
            tables += record.table;
    }
    return tables;
}

} // namespace gravin
