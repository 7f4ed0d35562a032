// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/offering.h"

#include "core/base/text.h"
#include "core/database/reach.h"
#include "core/expression/expression_text.h"
#include "core/expression/line_condition.h"
#include "core/expression/literal.h"
#include "core/expression/subquery.h"
#include "core/records/bound_expression.h"

#include <memory>

namespace gravin {

namespace {

using Parsed = Result<Expression, ExpressionError>;

Parsed parsed(const Lookup& lookup, const Table& table, const Table& offered) {
    const std::unique_ptr<References> references =
        table.references ? table.references->of(offered.name) : nullptr;
    return parseLineCondition(lookup.where, offered.name, expressionColumns(offered.stored()),
                              references.get(), expressionColumns(table), table.references.get());
}

} // namespace

QString reasonAgainstOffering(const Lookup& lookup, const Table& table, const Catalog& catalog) {
    if (lookup.where.isEmpty())
        return {};
    const Table* offered = catalog.table(lookup.table);
    if (!offered)
        return coreTr("The table %1 that is looked up is not there.").arg(lookup.table);
    const auto condition = parsed(lookup, table, *offered);
    if (!condition)
        return condition.error().sentence;
    const QString check = offeredCheck(lookup.storedColumn, lookup);
    return check.size() > Expression::LongestText ? coreTr("The condition is too long.")
                                                  : QString();
}

QStringList columnsThatDecide(const Lookup& lookup, const Table& table, const Catalog& catalog) {
    const Table* offered = lookup.where.isEmpty() ? nullptr : catalog.table(lookup.table);
    const auto condition = offered ? std::optional(parsed(lookup, table, *offered)) : std::nullopt;
    QStringList columns;
    for (const QString& each : condition&&* condition ? (*condition)->columns() : QStringList()) {
        if (const QString column = columnOfRecord(each); !column.isNull())
            columns += column;
    }
    return columns;
}

QString offeredFor(const Lookup& lookup, const Table& table, const Catalog& catalog,
                   const std::vector<Value>& values) {
    const Table* offered = lookup.where.isEmpty() ? nullptr : catalog.table(lookup.table);
    if (!offered)
        return {};
    const auto condition = parsed(lookup, table, *offered);
    if (!condition)
        return {};
    return expressionText(*condition, [&](const QString& name) {
        const QString column = columnOfRecord(name);
        if (column.isNull())
            return nameText(name);
        const int place = table.indexOf(column);
        const QString literal =
            place < 0 ? QString() : literalText(values[static_cast<size_t>(place)]);
        return literal.isEmpty() ? QStringLiteral("NULL") : literal;
    });
}

QString offeredCheck(const QString& column, const Lookup& lookup) {
    const QString table = nameText(lookup.table);
    return QStringLiteral(
               "%1 IS NULL OR EXISTS (SELECT 1 FROM %2 WHERE %2.%3 = record.%1 AND (%4))")
        .arg(nameText(column), table, nameText(lookup.storedColumn), lookup.where);
}

QStringList usualOfferings(const Lookup& lookup, const Table& table, const Column& column,
                           const Catalog& catalog) {
    QStringList usual;
    const Table* offered = catalog.table(lookup.table);
    if (!offered)
        return usual;
    for (const Column& theirs : offered->columns) {
        const ForeignKey* reference = offered->referenceOf(theirs.name);
        for (const Column& ours : table.columns) {
            const ForeignKey* other = table.referenceOf(ours.name);
            const bool isSame = reference && other
                                    ? reference->table == other->table
                                    : !reference && !other && theirs.name == ours.name &&
                                          theirs.name != lookup.storedColumn;
            if (!isSame || ours.name == column.name || !theirs.expression.isEmpty() ||
                !ours.expression.isEmpty())
                continue;
            Lookup tried = lookup;
            tried.where =
                QStringLiteral("%1 = record.%2").arg(nameText(theirs.name), nameText(ours.name));
            if (reasonAgainstOffering(tried, table, catalog).isEmpty())
                usual += tried.where;
        }
    }
    return usual;
}

} // namespace gravin
