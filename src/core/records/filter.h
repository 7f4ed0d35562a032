// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/dialect.h"
#include "core/records/rules.h"

namespace gravin {

// A condition that records are chosen by, divided between an engine and Gravin. The engine gets
// what it can say with exactly the same meaning, so that its indexes serve; the rest is asked here
// of each record that is left. A value that is not of its column's type (SQLite stores such) is
// compared as it is stored where the column itself is compared with something else; a record that
// has one elsewhere in the condition does not meet it. Either fails it when failures are looked
// for.
class Filter {
public:
    enum class Wants {
        Holding, // the condition is true
        Failing  // it is false, or cannot be evaluated; not when a missing value leaves it open
    };
    // The condition's places are those of the table.
    Filter(const BoundExpression& condition, Wants wants, const Table& table, Engine engine);

    // Stands behind WHERE; empty: everything has to be read.
    const SqlFragment& where() const { return m_where; }
    // The engine decides alone: nothing is asked here.
    bool isHandedOver() const { return m_kept.isEmpty(); }
    // What has to be read of each record to be asked here, by place in the table; empty: nothing.
    const QList<int>& asked() const { return m_asked; }
    // `values` are those of asked(), in that order.
    bool passes(const std::vector<const Value*>& values) const;

private:
    bool handOver(int node, const Table& table, Engine engine);
    void keep(int node, const Table& table);

    BoundExpression m_condition;
    Wants m_wants;
    SqlFragment m_where;
    QList<int> m_kept;                                   // nodes
    QList<std::pair<int, ExpressionType>> m_keptColumns; // of the expression
    QList<int> m_asked;
    std::vector<int> m_positions; // of the expression's columns in asked(); −1: not read
    Present m_present = Present::take();
};

} // namespace gravin
