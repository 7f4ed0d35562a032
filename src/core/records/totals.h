// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/records/record_query.h"
#include "core/value/key.h"

#include <QHash>

#include <functional>
#include <optional>

namespace gravin {

// What the values of one column come to. Whole numbers and decimals are added exactly, doubles as
// doubles; a column of anything else has no sum. NULL where there is nothing to say.
struct ColumnTotals {
    qint64 filled = 0; // values that are not NULL
    Value sum;
    Value average; // of decimals with two digits more than they have
    Value smallest;
    Value largest;
};

// Adds up values as they come.
class Totals {
public:
    enum class Wants { All, Sums };
    explicit Totals(Wants wants = Wants::All)
        : m_wants(wants) {}

    void take(const Value& value);
    ColumnTotals result() const;

private:
    void add(const Value& value);
    void addExactly(const Decimal& number);
    void takeExtremes(const Value& value);

    Wants m_wants;
    ColumnTotals m_seen; // without sum and average
    // The exact sum: those of one scale are added in place, which is nearly always all of them.
    Decimal::Integer m_coefficient = 0;
    int m_scale = 0;
    std::optional<Decimal> m_others = Decimal(0); // nothing: it has too many digits
    double m_double = 0;
    bool m_isNumber = true; // all values so far
    bool m_isDouble = false;
};

// Records that are the same in the fields that a list is grouped by, at one level.
struct RecordGroup {
    int level = 0;
    std::vector<Value> values; // of this level and those above
    qint64 first = 0;          // the place of its first record in the order
    qint64 count = 0;
    std::vector<ColumnTotals> totals; // of the columns asked for, without extremes
};

// The groups of a list in its order, each before those within it. Requires: `query` sorts by the
// columns of `groupedBy` first, in this order; the source has a key. Stops with
// ErrorKind::Cancelled once `isCancelled` says so.
Result<std::vector<RecordGroup>> readGroups(Session& session, const Table& table,
                                            const RecordQuery& query, const QStringList& groupedBy,
                                            const QStringList& totalled,
                                            const std::function<bool()>& isCancelled);

// Records as they are about to be: of each the values of the columns that are totalled.
struct ComingValues {
    QHash<Key, std::vector<Value>> instead; // of what is stored under these keys
    std::vector<std::vector<Value>> besides;
};

// What all records of a list come to, for each of these columns.
Result<std::vector<ColumnTotals>> readTotals(Session& session, const Table& table,
                                             const RecordQuery& query, const QStringList& columns,
                                             const std::function<bool()>& isCancelled,
                                             const ComingValues& coming = {});
// The same of these records alone.
std::vector<ColumnTotals> totalsOf(const std::vector<std::vector<Value>>& records, size_t columns);

} // namespace gravin
