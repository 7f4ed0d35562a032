// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/lexer.h"

namespace gravin {

class References;

// A subquery of an expression: one value made of the records of a table. In what it asks of them a
// plain name is a column of that table, and ofRecord() one of the record that the expression is
// about.
struct Subquery {
    enum class Function { Count, Sum, Average, Smallest, Largest, List, Exists };

    Function function = Function::Count;
    QString name;                                     // as the expression writes it
    QString table;                                    // as References call it
    std::shared_ptr<const Expression> what = {};      // null: the records themselves are counted
    std::shared_ptr<const Expression> condition = {}; // null: all records of the table
    // Of a List: what stands between the texts, and what they are ordered by; null: by themselves.
    QString separator = {};
    std::shared_ptr<const Expression> order = {};
    bool isDescending = false;
    ExpressionType type = ExpressionType::Integer;

    // Those of its parts that are there.
    QList<std::shared_ptr<const Expression>> parts() const;
    // The columns of the record that it reads, without what ofRecord() puts before them.
    QStringList columnsOfRecord() const;
};

// The name that a column of the record has within a subquery.
QString ofRecord(const QString& column);
// The column that is called so there; null: it is one of the subquery's own table.
QString columnOfRecord(const QString& name);

// The place of the bracket that ends the subquery whose first bracket stands at this place among
// the tokens; -1: none begins there, or it does not end.
qsizetype subqueryEnd(const QList<Token>& tokens, qsizetype at);

// The subqueries of a text that can be read, each once. The text need not be an expression
// otherwise.
QList<std::shared_ptr<const Subquery>> subqueriesIn(const QString& text,
                                                    const QList<ExpressionColumn>& columns,
                                                    const References& references);

} // namespace gravin
