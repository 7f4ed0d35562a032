// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/expression/evaluation/evaluator.h"

#include <memory>
#include <vector>

namespace gravin {

// An expression with the places of its columns in the table, ready to be asked of a record. Columns
// that Gravin itself computes are not among them: what they are computed from stands in their
// place.
struct BoundExpression {
    std::shared_ptr<const Expression> expression;
    QList<int> places; // of expression->columns(), in their order
    // The very same expression, not one that reads alike.
    friend bool operator==(const BoundExpression&, const BoundExpression&) = default;
};
using RecordValues = std::vector<const Value*>; // in the order of the table's columns
// Requires: `values` has one for each place that the expression names.
Result<Value> evaluate(const BoundExpression& bound, const RecordValues& values,
                       const Present& present);

// Whether the condition is true of a record with these values: unknown is not, and neither is one
// that cannot be evaluated. Requires: `values` has one for each column of the table.
bool isTrueOf(const BoundExpression& condition, const std::vector<Value>& values,
              const Present& present);

// The columns of a table as its expressions may name them.
QList<ExpressionColumn> expressionColumns(const Table& table);
// An expression of any type over the table's columns.
Result<BoundExpression, ExpressionError> bindExpression(const QString& text, const Table& table);
// One that is true or false.
Result<BoundExpression, ExpressionError> bindCondition(const QString& condition,
                                                       const Table& table);

// What an expression gave, as a value of this column; NULL stays NULL. Refused where the column
// cannot hold it exactly.
Result<Value> valueFor(const Column& column, const Value& computed);

// What Gravin computes of the records of a table, ready to be asked.
class ComputedColumns {
public:
    explicit ComputedColumns(const Table& table);

    bool isEmpty() const { return m_columns.empty(); }
    // Fills in the values of the computed columns. One that cannot be computed is NULL. Requires:
    // `values` has one for each column of the table.
    void fillIn(std::vector<Value>& values, const Present& present) const;
    // The column at this place; null: Gravin does not compute it.
    const BoundExpression* at(int place) const;

private:
    std::vector<std::pair<int, BoundExpression>> m_columns; // by place
};

} // namespace gravin
