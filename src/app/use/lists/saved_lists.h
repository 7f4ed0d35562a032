// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/list_set_up.h"

namespace gravin {

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
