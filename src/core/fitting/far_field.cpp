// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/far_field.h"

#include "core/base/text.h"
#include "core/database/reach.h"
#include "core/records/bound_expression.h"

#include <algorithm>

namespace gravin {

namespace {

// What the column shows, if it is nothing but one thing that is reached; −1: it is not.
int placeShown(const Table& table, const Column& computed) {
    const auto bound = computed.expression.isEmpty() || computed.isBeyond()
                           ? Result<BoundExpression, ExpressionError>(ExpressionError{})
                           : bindExpression(computed.expression, table);
    if (!bound || bound->places.size() != 1 || bound->expression->nodes().size() != 1)
        return -1;
    const int place = bound->places.front();
    return table.columns[place].reach ? place : -1;
}

} // namespace

QString reasonAgainstFarField(const Table& table, const Column& computed, const Catalog& catalog) {
    const int place = placeShown(table, computed);
    if (place < 0)
        return coreTr("%1 is computed: it shows no field of one other record just as it is.")
            .arg(computed.name);
    const Reach& reach = *table.columns[place].reach;
    if (reach.steps.size() > 1)
        return coreTr("%1 stands behind %2 references; only what one leads to can be edited.")
            .arg(computed.name)
            .arg(reach.steps.size());
    const Reach::Step& step = reach.steps.front();
    const Table* there = catalog.table(step.to.name);
    const Column* column = there ? there->column(reach.column.name) : nullptr;
    if (!column || QSet<QString>(there->key.begin(), there->key.end()) !=
                       QSet<QString>(step.key.begin(), step.key.end()))
        return coreTr("%1 refers to %2 by something that is not its key.")
            .arg(step.from.join(QStringLiteral(", ")), step.to.name);
    if (const QString reason = there->reasonAgainst(Operation::Update); !reason.isEmpty())
        return reason;
    if (column->computed || column->givenByDatabase || !column->mayUpdate ||
        column->stamp.when != Stamp::When::Never)
        return coreTr("%1 of %2 cannot be changed.").arg(column->name, there->name);
    return there->key.contains(column->name)
               ? coreTr("%1 is the key of %2.").arg(column->name, there->name)
               : QString();
}

std::optional<FarField> farFieldOf(const Table& table, const Column& computed,
                                   const Catalog& catalog) {
    if (!reasonAgainstFarField(table, computed, catalog).isEmpty())
        return std::nullopt;
    return farFieldAt(table, placeShown(table, computed));
}

FarField farFieldAt(const Table& table, int place) {
    const Column& reached = table.columns[place];
    const Reach::Step& step = reached.reach->steps.front();
    FarField field{place, {}, reached.name, step.to.name, reached.reach->column.name};
    for (const QString& key : step.to.key) {
        if (const auto at = step.key.indexOf(key); at >= 0)
            field.reference += table.indexOf(step.from[at]);
    }
    return field;
}

std::optional<Key> FarField::keyFrom(const std::function<Value(int place)>& valueOf) const {
    std::vector<Value> key;
    for (const int at : reference) {
        key.push_back(valueOf(at));
        if (key.back().isNull())
            return std::nullopt;
    }
    return Key(std::move(key));
}

bool addFarEdit(std::vector<RecordEdit>& edits, const FarField& field, const Key& key,
                const Value& before, const Value& after) {
    auto edit = std::find_if(edits.begin(), edits.end(), [&](const RecordEdit& each) {
        return each.operation == Operation::Update && each.table == field.table && each.key == key;
    });
    if (edit == edits.end()) {
        edits.push_back({Operation::Update, field.table, key, {}, {}});
        edit = std::prev(edits.end());
    }
    if (edit->after.contains(field.column))
        return edit->after[field.column] == after;
    edit->before.insert(field.column, before);
    edit->after.insert(field.column, after);
    return true;
}

} // namespace gravin
