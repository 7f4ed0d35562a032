// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/catalog_changes.h"

#include "core/base/text.h"

#include <algorithm>
#include <tuple>

namespace gravin {

namespace {

auto factsOf(const Column& column) {
    return std::tie(column.name, column.declaredType, column.nullable, column.defaultExpression,
                    column.computed, column.generatedFrom, column.givenByDatabase,
                    column.givenAlways, column.comment, column.foldsText, column.mayInsert,
                    column.mayUpdate);
}

auto factsOf(const ForeignKey& key) {
    return std::tie(key.columns, key.table, key.referencedColumns, key.onDelete, key.onUpdate,
                    key.name);
}

auto factsOf(const CheckConstraint& check) { return std::tie(check.name, check.expression); }

template <typename T>
bool areAlike(const QList<T>& a, const QList<T>& b) {
    return std::equal(a.begin(), a.end(), b.begin(), b.end(),
                      [](const T& one, const T& other) { return factsOf(one) == factsOf(other); });
}

// "colour is new, range is gone"; empty: nothing that a person would name.
QString columnChanges(const Table& before, const Table& after) {
    QStringList parts;
    for (const Column& column : after.columns) {
        const Column* was = before.column(column.name);
        if (!was)
            parts += coreTr("%1 is new").arg(column.name);
        else if (was->declaredType != column.declaredType)
            parts += coreTr("%1 is %2 now").arg(column.name, column.declaredType);
        else if (factsOf(*was) != factsOf(column))
            parts += coreTr("%1 is kept otherwise").arg(column.name);
    }
    for (const Column& column : before.columns) {
        if (!after.column(column.name))
            parts += coreTr("%1 is gone").arg(column.name);
    }
    return parts.join(QStringLiteral(", "));
}

} // namespace

bool isStructuredAlike(const Table& a, const Table& b) {
    const Table left = a.stored();
    const Table right = b.stored();
    const auto rest = [](const Table& table) {
        return std::tie(table.name, table.kind, table.comment, table.key, table.rowNumber,
                        table.uniqueKeys, table.triggers, table.setByTriggers, table.watchers,
                        table.rights, table.select, table.base, table.unreadable,
                        table.notWritableReason, table.only, table.isWritableView,
                        table.writtenThrough, table.given);
    };
    return rest(left) == rest(right) && areAlike(left.columns, right.columns) &&
           areAlike(left.foreignKeys, right.foreignKeys) && areAlike(left.checks, right.checks);
}

QString catalogChanges(const Catalog& before, const Catalog& after) {
    QStringList added;
    QStringList gone;
    QStringList parts;
    for (const Table& table : after.tables) {
        const Table* was = before.table(table.name);
        if (!was) {
            added += table.name;
        } else if (!isStructuredAlike(*was, table)) {
            const QString columns = columnChanges(was->stored(), table.stored());
            parts += columns.isEmpty()
                         ? coreTr("%1: keys, references or rights are others.").arg(table.name)
                         : coreTr("%1: %2.").arg(table.name, columns);
        }
    }
    for (const Table& table : before.tables) {
        if (!after.table(table.name))
            gone += table.name;
    }
    if (!gone.isEmpty())
        parts.prepend(coreTr("Gone: %1.").arg(gone.join(QStringLiteral(", "))));
    if (!added.isEmpty())
        parts.prepend(coreTr("New: %1.").arg(added.join(QStringLiteral(", "))));
    return parts.join(u' ');
}

} // namespace gravin
