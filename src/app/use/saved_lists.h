// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/use/filter_panel.h"
#include "core/records/row_plan.h"

namespace gravin {

// How a person has set up a list: what it is narrowed to and how it is ordered and shown.
struct ListSetUp {
    QList<ActiveFilter> filters;
    QString search;
    SortOrder sort;
    QStringList groupedBy;
    QStringList hidden; // fields that the screen would show
    friend bool operator==(const ListSetUp&, const ListSetUp&) = default;
    bool isEmpty() const { return *this == ListSetUp(); }
};

// The set-ups that a person keeps under names, for one screen of one project; in the person's own
// settings, so that whoever may only use a project has them too.
class SavedLists {
public:
    SavedLists(const QString& projectFile, const QString& screenId);

    QStringList names() const;
    // Empty: there is none of this name, or it cannot be read.
    ListSetUp find(const QString& name) const;
    // False: it could not be kept.
    bool keep(const QString& name, const ListSetUp& setUp);
    void forget(const QString& name);

private:
    QString m_place;
};

} // namespace gravin
