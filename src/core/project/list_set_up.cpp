// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/list_set_up.h"

namespace gravin {

void renameColumn(ListSetUp& setUp, const QString& from, const QString& to) {
    for (ListFilter& filter : setUp.filters) {
        if (filter.column == from)
            filter.column = to;
    }
    for (SortBy& by : setUp.sort) {
        if (by.column == from)
            by.column = to;
    }
    for (QStringList* columns : {&setUp.groupedBy, &setUp.hidden}) {
        for (QString& column : *columns) {
            if (column == from)
                column = to;
        }
    }
}

void takeOffColumn(ListSetUp& setUp, const QString& column) {
    setUp.groupedBy.removeAll(column);
    setUp.hidden.removeAll(column);
    setUp.sort.removeIf([&](const SortBy& by) { return by.column == column; });
}

} // namespace gravin
