// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/field_conditions.h"

#include "core/base/text.h"
#include "core/database/reach.h"
#include "core/expression/expression_text.h"
#include "core/expression/literal.h"
#include "core/records/bound_expression.h"
#include "core/value/text_form.h"

namespace gravin {

namespace {

// A list of choices that is longer is typed, not picked.
constexpr qsizetype MostPickedChoices = 12;

QStringList conditionsOn(const Column& column, const FieldDefinition* field) {
    const QString name = nameText(column.name);
    if (column.type.kind == TypeKind::Boolean)
        return {name, QStringLiteral("NOT ") + name};
    QStringList conditions;
    if (!field || field->choices.isEmpty() || field->choices.size() > MostPickedChoices)
        return conditions;
    for (const Choice& choice : field->choices) {
        const auto value = fromText(choice.stored, column.type);
        const QString literal = value ? literalText(*value) : QString();
        if (!literal.isEmpty() && !value->isNull())
            conditions += QStringLiteral("%1 = %2").arg(name, literal);
    }
    return conditions;
}

} // namespace

QString reasonAgainstWhen(const QString& condition, const Table& table) {
    if (condition.isEmpty())
        return {};
    const auto bound = bindCondition(condition, withReached(table, {condition}));
    return bound ? QString() : bound.error().sentence;
}

QString reasonAgainstShowing(const QString& condition, const Table& table, const QString& column) {
    if (condition.isEmpty())
        return {};
    const auto bound = bindCondition(condition, withReached(table, {condition}));
    if (!bound)
        return bound.error().sentence;
    return bound->expression->columns().contains(column)
               ? coreTr("It reads the field itself: once hidden, the field could not be shown by "
                        "filling it in.")
               : QString();
}

QString requiredCheck(const FieldDefinition& field, const Column& column) {
    const QString name = nameText(column.name);
    const QString filled = column.type.kind == TypeKind::Text
                               ? QStringLiteral("%1 IS NOT NULL AND TRIM(%1) <> ''").arg(name)
                               : QStringLiteral("%1 IS NOT NULL").arg(name);
    return QStringLiteral("NOT (%1) OR (%2)").arg(field.requiredWhen, filled);
}

QStringList usualConditions(const Project& project, const Table& table, const QString& column) {
    QStringList usual;
    const TableChecks checks = project.checks.value(table.written());
    for (const Stage& stage : checks.stages)
        usual += stage.when;
    for (const Tag& tag : checks.tags)
        usual += tag.when;
    for (const Column& each : table.columns) {
        if (each.name != column && each.expression.isEmpty())
            usual += conditionsOn(each, project.definition(table.definitionTable(each), each.name));
    }
    usual.removeIf(
        [&](const QString& text) { return !reasonAgainstShowing(text, table, column).isEmpty(); });
    usual.removeDuplicates();
    return usual;
}

} // namespace gravin
