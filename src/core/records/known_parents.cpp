// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/known_parents.h"

#include "core/records/table_reader.h"

#include <algorithm>

namespace gravin {

QString KnownParents::placeOf(const ForeignKey& reference) {
    return reference.table + u'\n' + reference.referencedColumns.join(u'\n');
}

Status KnownParents::learn(Session& session, const Catalog& catalog, const Table& table,
                           const std::vector<const ProposedValues*>& rows) {
    for (const ForeignKey& reference : table.foreignKeys) {
        const Table* parent = catalog.table(reference.table);
        const QStringList& referenced = reference.referencedColumns;
        const auto isStored = [&](const QString& name) {
            const Column* column = parent ? parent->column(name) : nullptr;
            return column && column->expression.isEmpty();
        };
        if (!std::all_of(referenced.begin(), referenced.end(), isStored))
            continue;
        QSet<Key>& there = m_there[placeOf(reference)];
        QSet<Key> asked;
        for (const ProposedValues* row : rows) {
            std::vector<Value> values;
            for (const QString& column : reference.columns) {
                const int at = table.indexOf(column);
                values.push_back(at < 0 ? Value()
                                        : (*row)[static_cast<size_t>(at)].value_or(Value()));
            }
            const Key key(values);
            if (!anyNull(values) && !there.contains(key))
                asked.insert(key);
        }
        if (asked.isEmpty())
            continue;
        // Read as if what is referred to were the key.
        Table by = *parent;
        by.key = referenced;
        by.columns.removeIf(
            [&](const Column& column) { return !referenced.contains(column.name); });
        const auto found = TableReader(session, by).records({asked.begin(), asked.end()});
        if (!found)
            return found.error();
        for (const Record& record : *found)
            there.insert(record.key);
    }
    return ok();
}

bool KnownParents::isThere(const ForeignKey& reference, const std::vector<Value>& values) const {
    const auto there = m_there.constFind(placeOf(reference));
    return there != m_there.constEnd() && there->contains(Key(values));
}

} // namespace gravin
