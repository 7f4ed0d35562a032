// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/expression.h"
#include "core/expression/lexer.h"

namespace gravin {

// Where the references of a record lead, as expressions follow them: `supplier_id -> phone`.
class References {
public:
    // Hard limit of arrows in one path.
    static constexpr qsizetype MostSteps = 4;

    virtual ~References() = default;
    // The columns of the one record that the last name of this path refers to, a column or a
    // reference of several; the names before it lead from record to record. Nothing: it refers to
    // none, or to several.
    virtual std::optional<QList<ExpressionColumn>> behind(const QStringList& path) const = 0;

    // What references of several columns are called at the record that the path leads to, none: the
    // record itself. Each can stand before an arrow.
    virtual QStringList ofSeveralColumns(const QStringList& /*path*/) const { return {}; }

    // The tables that subqueries may read; none where they may read none.
    virtual QStringList tables() const { return {}; }
    // The columns of one of them.
    virtual QList<ExpressionColumn> columnsOf(const QString& /*table*/) const { return {}; }
    // Where its records' references lead; null: nowhere.
    virtual std::unique_ptr<References> of(const QString& /*table*/) const { return {}; }
};

// The reference of several columns that a token before an arrow names; null: none.
QString severalNamed(const References& references, const QStringList& path, const Token& token);

// Under this name what is reached by a path stands among the columns of an expression, written as
// an expression writes it.
QString reachedName(const QStringList& path);

// What an expression over the record that these references lead to says, as an expression of the
// record that they begin at. Nothing: it is none, or it has subqueries.
std::optional<QString> behindReference(const QString& text, const QList<ExpressionColumn>& columns,
                                       const References& references, const QStringList& path);

// The paths that a text follows from the record itself and that lead somewhere, each once, with the
// names that the columns have. The text need not be an expression otherwise.
QList<QStringList> reachedPaths(const QString& text, const QList<ExpressionColumn>& columns,
                                const References& references);

} // namespace gravin
