// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/project/project.h"

namespace gravin {

// What the person at a connection may do, by the roles that they have: the one table that windows,
// the one door and the command line ask. Where they have several, what one of them lets them do
// they may. A plain value.
class Standing {
public:
    // Whoever has this account, and these memberships of the database, in this project.
    static Standing of(const Project& project, const Catalog& catalog);

    // Whether somebody may do less than everything: the project has roles, or is not trusted.
    bool isLimited() const { return m_hasRoles || !m_distrust.isEmpty(); }
    // The names of those that the person has.
    QStringList roles() const;
    // `screenId`: of what isOfScreens(). One that the project does not have may be used by who
    // builds.
    bool may(Act act, const QString& screenId = {}) const;
    // Why not, a sentence; empty: they may. `where`: what the screen is called.
    QString reasonAgainst(Act act, const QString& screenId = {}, const QString& where = {}) const;
    // Columns that they do not see on this screen, and those that they do not write.
    bool isHidden(const QString& screenId, const QString& column) const;
    bool isLocked(const QString& screenId, const QString& column) const;
    // Which of the table's records there are for them, an expression; empty: all.
    QString recordsOf(const QString& table) const;

private:
    bool isEveryRole(const QString& screenId, const QString& column,
                     QStringList RoleOnScreen::*columns) const;

    bool m_hasRoles = false;
    QString m_distrust; // why nothing is written with the project; empty: it may
    QString m_account;
    QList<Role> m_roles;
    QHash<QString, QString> m_tables; // of screens, by id
};

} // namespace gravin
