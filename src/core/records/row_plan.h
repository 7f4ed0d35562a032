// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/records/aggregate_lines.h"

#include <QSqlQuery>

#include <map>

namespace gravin {

struct SortBy {
    QString column;
    bool descending = false;
    // An expression over the table that the column is ordered by, before the column itself: what a
    // lookup shows. One that does not fit the table is left out.
    QString by = {};
    friend bool operator==(const SortBy&, const SortBy&) = default;
};
using SortOrder = QList<SortBy>;

// What has to be read of each row so that these columns can be had, also those that Gravin
// computes, and how the rows come into their order. Ties of a sort are broken by the key. Where an
// engine can say a computed column exactly, it sorts by it; otherwise the rows come in the order of
// the key, each with what it is to be sorted by, and who reads them sorts.
class RowPlan {
public:
    // Both must outlive the plan. Requires: the table has the columns that `sort` names.
    RowPlan(const Dialect& dialect, const Table& table, const QList<Column>& wanted,
            const SortOrder& sort);

    // Reads what subqueries give for the rows of this condition ("", " WHERE …"), by a statement
    // for each subquery. Requires: it is done before values are asked for.
    Status prepare(Session& session, const SqlFragment& where);

    // "SELECT …" up to what stands behind FROM.
    QString select() const;
    // " ORDER BY …"; empty for a source without a key that is not sorted.
    const SqlFragment& order() const { return m_order; }

    // For those who only count.
    void leaveUnordered() {
        m_order = {};
        m_sortedBy.clear();
        m_ranks.clear();
        m_joins.clear();
    }

    // The values of the wanted columns.
    std::vector<Value> values(const QSqlQuery& row) const;

    bool isSortedByReader() const { return !m_sortedBy.empty(); }
    std::vector<Value> sortValues(const QSqlQuery& row) const;
    // Requires: isSortedByReader(), and both are sortValues().
    bool comesBefore(const std::vector<Value>& a, const std::vector<Value>& b) const;

private:
    // Where a value is found: in the row as it stands, in the lines of its record, or computed.
    struct Source {
        int at = -1;
        int aggregate = -1; // the place in the table
        std::optional<BoundExpression> computed = {};
    };
    struct SortedBy {
        Source source;
        bool descending = false;
    };
    int read(const Column& column);
    // What an expression reads may be a subquery.
    void readFor(int place);
    Value valueAt(int place, const QSqlQuery& row) const;
    Source sourceOf(const Column& column);
    Value valueOf(const Source& source, const QSqlQuery& row) const;
    void sortByEngine(const SortOrder& sort);
    void sortByReader(const SortOrder& sort);
    std::optional<SqlFragment> engineOrder(const Column& column);
    QString qualified(const QString& column) const;
    QString readable(const Column& column) const;
    QString orderedBy(const Column& column) const;
    QString joined(const Column& column);
    void appendKeyOrder();

    const Dialect& m_dialect;
    std::shared_ptr<const Table> m_own; // with what is sorted by; null: it has all
    const Table& m_table;
    ComputedColumns m_computed;
    QList<int> m_read;                 // places in the table, as they are selected
    QStringList m_joins;               // behind FROM: what is sorted by of other records
    QHash<QString, QString> m_ordered; // what stands for such a column
    QStringList m_ranks; // and behind them, the place of a row in the engine's own order
    std::map<int, AggregateLines> m_aggregates; // by place in the table
    std::vector<Source> m_wanted;
    std::vector<SortedBy> m_sortedBy;
    SqlFragment m_order;
    Present m_present = Present::take();
};

} // namespace gravin
