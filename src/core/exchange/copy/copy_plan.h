// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"

namespace gravin {

// A table of the source as it will be made in the target.
struct PlannedTable {
    Table source; // its own columns only
    QString name; // in the target
    // Where it differs, `plain` makes columns of what `create` has the engine compute: for an
    // engine that does not take the other's expressions.
    QString create;
    QString plain;
    QStringList after;      // once the rows are there: indexes, unique keys, how numbers go on
    QStringList references; // once all tables are there
};

struct PlannedView {
    QString name;
    QString create; // as the source says it: whether the target takes it is tried
};

// What copying a database comes to.
struct CopyPlan {
    QList<PlannedTable> tables;
    QList<PlannedView> views;
    QStringList notes; // what does not come along, or comes in another way

    // All that would run but for the rows, to read.
    QString statements() const;
};

// Reads the source's catalog. Refused, in words: names that are taken in the target, or that it
// cannot have; a source without tables.
Result<CopyPlan> planCopy(Session& source, Session& target);

} // namespace gravin
