// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/bound_expression.h"

#include "core/base/text.h"
#include "core/database/reach.h"
#include "core/expression/expansion.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin {

namespace {

using Parsed = Result<Expression, ExpressionError>;

QList<ExpressionColumn> columnsBefore(const Table& table, qsizetype end) {
    QList<ExpressionColumn> columns;
    for (qsizetype i = 0; i < end; ++i) {
        // What is reached is named by its path.
        if (!table.columns[i].isBeyond())
            columns += ExpressionColumn{table.columns[i].name, table.columns[i].type};
    }
    return columns;
}

// With what its computed columns stand for. Those name only columns before them, so that this comes
// to an end.
Parsed withoutComputed(Parsed parsed, const Table& table) {
    if (!parsed)
        return parsed;
    QHash<QString, Expression> replacements;
    for (const QString& name : parsed->columns()) {
        const int at = table.indexOf(name);
        if (at < 0 || table.columns[at].isReadBeyond())
            continue;
        const QString& text = table.columns[at].expression;
        if (text.isEmpty())
            continue;
        auto computed = withoutComputed(
            parseExpression(text, columnsBefore(table, at), table.references.get()), table);
        if (!computed)
            return computed;
        replacements.insert(name, std::move(*computed));
    }
    return replacements.isEmpty() ? std::move(parsed) : expanded(*parsed, replacements);
}

Result<BoundExpression, ExpressionError> bound(Parsed parsed, const Table& table) {
    auto whole = withoutComputed(std::move(parsed), table);
    if (!whole)
        return whole.error();
    BoundExpression bound{std::make_shared<const Expression>(std::move(*whole)), {}};
    for (const QString& column : bound.expression->columns()) {
        const int place = table.indexOf(column);
        if (place < 0)
            return ExpressionError{0, static_cast<int>(bound.expression->text().size()),
                                   coreTr("“%1” cannot be followed here.").arg(column)};
        bound.places += place;
    }
    return bound;
}

} // namespace

Result<Value> evaluate(const BoundExpression& bound, const RecordValues& values,
                       const Present& present) {
    RecordValues asked;
    asked.reserve(static_cast<size_t>(bound.places.size()));
    for (const int place : bound.places)
        asked.push_back(values[static_cast<size_t>(place)]);
    return evaluate(*bound.expression, asked, present);
}

bool isTrueOf(const BoundExpression& condition, const std::vector<Value>& values,
              const Present& present) {
    RecordValues pointers;
    pointers.reserve(values.size());
    for (const Value& value : values)
        pointers.push_back(&value);
    const auto answer = evaluate(condition, pointers, present);
    return answer && answer->kind() == Value::Kind::Boolean && answer->asBoolean();
}

QList<ExpressionColumn> expressionColumns(const Table& table) {
    return columnsBefore(table, table.columns.size());
}

Result<BoundExpression, ExpressionError> bindExpression(const QString& text, const Table& table) {
    return bound(parseExpression(text, expressionColumns(table), table.references.get()), table);
}

Result<BoundExpression, ExpressionError> bindCondition(const QString& condition,
                                                       const Table& table) {
    return bound(parseCondition(condition, expressionColumns(table), table.references.get()),
                 table);
}

Result<Value> valueFor(const Column& column, const Value& computed) {
    // Decimals and texts have limits of their own.
    const bool isLimited =
        computed.kind() == Value::Kind::Decimal || computed.kind() == Value::Kind::Text;
    if (computed.isNull() || (conforms(computed, column.type) && !isLimited))
        return computed;
    // By its text: exact where the column can hold it, with the words of the column where not.
    return fromText(toText(computed, {}), column.type);
}

ComputedColumns::ComputedColumns(const Table& table) {
    for (qsizetype i = 0; i < table.columns.size(); ++i) {
        if (table.columns[i].expression.isEmpty() || table.columns[i].isReadBeyond())
            continue;
        if (auto bound = bindExpression(table.columns[i].expression, table))
            m_columns.emplace_back(static_cast<int>(i), std::move(*bound));
    }
}

void ComputedColumns::fillIn(std::vector<Value>& values, const Present& present) const {
    if (m_columns.empty())
        return;
    RecordValues pointers;
    pointers.reserve(values.size());
    for (const Value& value : values)
        pointers.push_back(&value);
    for (const auto& [place, bound] : m_columns) {
        auto computed = evaluate(bound, pointers, present);
        values[static_cast<size_t>(place)] = computed ? std::move(*computed) : Value::null();
    }
}

const BoundExpression* ComputedColumns::at(int place) const {
    const auto found = std::find_if(m_columns.begin(), m_columns.end(),
                                    [&](const auto& column) { return column.first == place; });
    return found == m_columns.end() ? nullptr : &found->second;
}

} // namespace gravin
