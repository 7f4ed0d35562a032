// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/expression/subquery.h"

namespace gravin {

// Records of another table that a record of this one has: its lines.
struct LinesOffer {
    QString table;
    QStringList columns;       // that link a line to its record
    QStringList targetColumns; // as many, of the record
    // Whether there is more than one way to link records of that table.
    bool isOneOfSeveral = false;
};
// By every foreign key that leads to the table, in the catalog's order.
QList<LinesOffer> linesOf(const Catalog& catalog, const Table& table);

// What can be made of a column of lines; empty: nothing.
QList<Subquery::Function> functionsFor(ExpressionType type);
// "sum", "latest", as it is called for values of this type.
QString functionText(Subquery::Function function, ExpressionType type);

// The expression of a field of the record. `column`, empty: the lines are counted.
QString lineExpression(const LinesOffer& lines, Subquery::Function function, const QString& column);

} // namespace gravin
