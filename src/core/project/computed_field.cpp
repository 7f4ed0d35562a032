// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/computed_field.h"

#include "core/base/text.h"
#include "core/database/reach.h"
#include "core/records/bound_expression.h"

#include <algorithm>

namespace gravin {

QString reasonAgainst(const ComputedField& field, const Table& table) {
    if (field.name.trimmed().isEmpty())
        return coreTr("Give the computed field a name.");
    const auto isTaken = [&](const Column& column) {
        return column.name.compare(field.name, Qt::CaseInsensitive) == 0;
    };
    if (std::any_of(table.columns.begin(), table.columns.end(), isTaken))
        return coreTr("%1 has a column %2 already. Give the computed field another name.")
            .arg(table.name, field.name);
    const auto bound = bindExpression(field.expression, withReached(table, {field.expression}));
    if (!bound)
        return bound.error().sentence;
    if (!columnTypeOf(bound->expression->type()))
        return coreTr("The expression gives %1, which no field can show.")
            .arg(expressionTypeText(bound->expression->type()));
    return {};
}

void addComputedFields(Table& table, const QList<ComputedField>& fields) {
    for (const ComputedField& field : fields.mid(0, MostComputedFields)) {
        if (!reasonAgainst(field, table).isEmpty())
            continue;
        addReachedColumns(table, {field.expression});
        Column column;
        column.name = field.name;
        column.type = *columnTypeOf(bindExpression(field.expression, table)->expression->type());
        column.declaredType = describe(column.type);
        column.computed = true;
        column.expression = field.expression;
        table.columns += column;
    }
}

} // namespace gravin
