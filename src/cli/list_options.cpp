// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/list_options.h"

#include "core/database/reach.h"
#include "core/fitting/field_filter.h"
#include "core/records/table_reader.h"

namespace gravin::cli {

Result<ListSetUp> setUpFor(const ListOptions& options, const BoundScreen& screen) {
    ListSetUp setUp = fittingSetUp(screen.screen.list, *screen.table);
    if (options.all) {
        // What nobody lifts stays.
        ListSetUp held;
        for (const ListFilter& filter : std::as_const(setUp.filters)) {
            if (filter.fixed)
                held.filters += filter;
        }
        setUp = held;
    }
    if (!options.sort.isEmpty()) {
        auto parsed = sortOrderFromText(options.sort, *screen.table);
        if (!parsed)
            return parsed.error();
        setUp.sort = *parsed;
        setUp.groupedBy.clear();
    }
    return setUp;
}

Result<AskedList> listFor(const ListOptions& options, BoundScreen& screen, const Opened& opened) {
    const auto setUp = setUpFor(options, screen);
    if (!setUp)
        return setUp.error();
    RecordQuery query = listQuery(screen, *setUp, opened.catalog);
    if (!options.where.isEmpty()) {
        const auto filter = filterFrom(options.where, withReached(*screen.table, {options.where}),
                                       opened.session->spec().engine);
        if (!filter)
            return filter.error();
        query.conditions += options.where;
    }
    query.search = options.search;
    query.searched = searchedColumns(screen, opened.catalog);
    for (BoundField& field : screen.fields) {
        if (setUp->hidden.contains(field.name()))
            field.placement.shownIn = ShownIn::Nowhere;
    }
    return AskedList{std::move(query), setUp->groupedBy};
}

} // namespace gravin::cli
