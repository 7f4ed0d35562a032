// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/catalog.h"

#include "core/base/text.h"

#include <algorithm>

namespace gravin {

int Table::indexOf(const QString& columnName) const {
    for (qsizetype i = 0; i < columns.size(); ++i) {
        if (columns[i].name == columnName)
            return static_cast<int>(i);
    }
    return -1;
}

const Column* Table::column(const QString& columnName) const {
    const int at = indexOf(columnName);
    return at < 0 ? nullptr : &columns[at];
}

std::vector<ColumnType> Table::keyTypes() const {
    std::vector<ColumnType> types;
    for (const QString& keyColumn : key)
        types.push_back(column(keyColumn)->type);
    return types;
}

bool Table::hasComputedColumns() const {
    return std::any_of(columns.begin(), columns.end(),
                       [](const Column& column) { return column.computed; });
}

QString Table::readOnlyReason() const {
    if (isView)
        return say("%1 is a view: its records are changed in the tables it reads from.").arg(name);
    if (key.isEmpty())
        return say("%1 is read only: it has no primary key, so no record in it can be told from "
                   "another. Give the table a primary key to edit it.")
            .arg(name);
    return {};
}

const ForeignKey* Table::referenceOf(const QString& columnName) const {
    for (const ForeignKey& foreignKey : foreignKeys) {
        if (foreignKey.columns == QStringList{columnName})
            return &foreignKey;
    }
    return nullptr;
}

const Table* Catalog::table(const QString& name) const {
    const auto found = std::find_if(tables.begin(), tables.end(),
                                    [&](const Table& table) { return table.name == name; });
    return found == tables.end() ? nullptr : &*found;
}

QList<std::pair<const Table*, const ForeignKey*>>
Catalog::referencesTo(const QString& table) const {
    QList<std::pair<const Table*, const ForeignKey*>> references;
    for (const Table& from : tables) {
        for (const ForeignKey& foreignKey : from.foreignKeys) {
            if (foreignKey.table == table)
                references.append({&from, &foreignKey});
        }
    }
    return references;
}

} // namespace gravin
