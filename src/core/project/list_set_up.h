// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/row_plan.h"

#include <QByteArray>

namespace gravin {

// What narrows a list: words for people and an expression that is true for the records that stay.
struct ListFilter {
    QString column; // empty: an expression of somebody's own
    QString words;
    QString condition;
    bool fixed = false; // of a screen: people cannot lift it
    QByteArray unknown = {};
    friend bool operator==(const ListFilter&, const ListFilter&) = default;
};

// How a list is set up: what it is narrowed to and how it is ordered and shown.
struct ListSetUp {
    QList<ListFilter> filters = {};
    QString search = {};
    SortOrder sort = {}; // by columns alone
    QStringList groupedBy = {};
    QStringList hidden = {}; // fields that the screen would show
    QByteArray unknown = {};
    friend bool operator==(const ListSetUp&, const ListSetUp&) = default;
    bool isEmpty() const { return *this == ListSetUp(); }
};

// A set-up under a name, of one screen; for everyone where the project keeps it.
struct KeptList {
    QString name;   // unique among those of its screen
    QString screen; // its id
    ListSetUp setUp;
    // Without regard to case.
    bool isCalled(const QString& screenId, const QString& wanted) const {
        return screen == screenId && name.compare(wanted, Qt::CaseInsensitive) == 0;
    }
    friend bool operator==(const KeptList&, const KeptList&) = default;
};

// Calls a column by another name in what the set-up names; conditions stay as they are.
void renameColumn(ListSetUp& setUp, const QString& from, const QString& to);
void takeOffColumn(ListSetUp& setUp, const QString& column);

} // namespace gravin
