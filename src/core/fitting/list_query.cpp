// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/list_query.h"

#include "core/database/reach.h"
#include "core/fitting/field_filter.h"

#include <algorithm>

namespace gravin {

QString reasonAgainst(const ListFilter& filter, const Table& table) {
    const auto bound = bindCondition(filter.condition, withReached(table, {filter.condition}));
    return bound ? QString() : bound.error().sentence;
}

ListSetUp fittingSetUp(ListSetUp setUp, const Table& table) {
    setUp.filters.removeIf(
        [&](const ListFilter& filter) { return !reasonAgainst(filter, table).isEmpty(); });
    const auto isGone = [&](const QString& column) { return !table.column(column); };
    setUp.sort.removeIf([&](const SortBy& by) { return isGone(by.column); });
    setUp.groupedBy.removeIf(isGone);
    setUp.hidden.removeIf(isGone);
    return setUp;
}

RecordQuery listQuery(const BoundScreen& screen, const ListSetUp& setUp, const Catalog& catalog) {
    RecordQuery query;
    // A group's own order is that of its field, and stands before any other.
    SortOrder rest = setUp.sort;
    for (const QString& column : setUp.groupedBy) {
        const auto found = std::find_if(rest.begin(), rest.end(),
                                        [&](const SortBy& by) { return by.column == column; });
        query.sort += found == rest.end() ? SortBy{column, false} : *found;
        if (found != rest.end())
            rest.erase(found);
    }
    query.sort += rest;
    for (SortBy& by : query.sort) {
        const BoundField* field = screen.field(by.column);
        by.by = field ? orderOf(*field, *screen.table) : QString();
    }
    for (const ListFilter& filter : setUp.filters)
        query.conditions += filter.condition;
    query.search = setUp.search;
    if (!query.words().isEmpty())
        query.searched = searchedColumns(screen, catalog);
    query.form = screen.form;
    return query;
}

} // namespace gravin
