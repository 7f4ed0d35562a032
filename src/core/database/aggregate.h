// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/expression/subquery.h"

namespace gravin {

// One value for each record, made of the records of a table that belong to it: its lines. It is
// what a subquery of an expression gives.
struct Aggregate {
    // The lines of a record have in this column the value that the record has in that one.
    struct Link {
        QString column;
        QString ofRecord;
    };
    std::shared_ptr<const Subquery> subquery;
    Table from; // with what the subquery reaches in its records, and what is computed of them
    QList<Link> links;
    // What else is asked of a line: nodes of the subquery's condition.
    QList<int> conditions = {};

    // Whether what is asked of its lines differs from record to record beyond the links.
    bool readsRecord() const;
};

// Nothing: it reads the record, but nothing links its lines to that.
std::optional<Aggregate> aggregateOf(const Table& from,
                                     const std::shared_ptr<const Subquery>& subquery);

} // namespace gravin
