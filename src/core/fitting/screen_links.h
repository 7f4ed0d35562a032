// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/project/project.h"

namespace gravin {

// The id under which a table without a screen can be shown all the same: a screen generated for the
// moment, never written to the project.
QString standInId(const QString& table);
// The table of such an id; empty when it is none.
QString standInTable(const QString& screenId);
// The first screen of the project that shows this table, else its stand-in.
QString screenIdFor(const Project& project, const QString& table);

// What can be done with one record here: what the screen lists, or where it lists nothing, open and
// delete, and a way to every record that this one refers to and to those that refer to it.
// Whether children are shown, for whoever follows them down from a screen: where rows open within
// rows all do to a certain depth, elsewhere each screen says it.
class ChildDepth {
public:
    explicit ChildDepth(const Screen& screen);

    bool showsChildren() const { return m_shows; }
    // Of these children. Requires: showsChildren().
    ChildDepth of(const Screen& children) const;

private:
    bool m_shows;
    int m_within; // levels that open in place from here on
};

QList<RowAction> actionsOf(const Project& project, const Catalog& catalog, const Screen& screen);

// The children that an arrangement with children shows: what the screen lists, or where it lists
// nothing, every table that refers to this one.
QList<RecordLink> childrenOf(const Project& project, const Catalog& catalog, const Screen& screen);

} // namespace gravin
