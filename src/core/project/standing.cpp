// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/standing.h"

#include "core/base/text.h"

#include <algorithm>

namespace gravin {

namespace {
bool onlyReads(Act act) {
    return act == Act::Open || act == Act::History || act == Act::Export || act == Act::Print;
}
} // namespace

Standing Standing::of(const Project& project, const Catalog& catalog) {
    Standing standing;
    standing.m_distrust = project.distrust;
    if (project.roles.isEmpty())
        return standing;
    standing.m_hasRoles = true;
    standing.m_account = catalog.account;
    for (const Screen& screen : project.screens)
        standing.m_tables.insert(screen.id, screen.table);
    const QStringList called = QStringList{catalog.account} + catalog.memberships;
    for (const Role& role : project.roles) {
        if (role.members.contains(Role::Everybody) ||
            std::any_of(role.members.begin(), role.members.end(),
                        [&](const QString& member) { return called.contains(member); }))
            standing.m_roles += role;
    }
    return standing;
}

QStringList Standing::roles() const {
    QStringList names;
    for (const Role& role : m_roles)
        names += role.name;
    return names;
}

bool Standing::may(Act act, const QString& screenId) const {
    if (!m_distrust.isEmpty() && !onlyReads(act))
        return false;
    if (!m_hasRoles)
        return true;
    const bool isOfNoScreen =
        isOfScreens(act) && !screenId.isEmpty() && !m_tables.contains(screenId);
    return std::any_of(m_roles.begin(), m_roles.end(), [&](const Role& role) {
        return role.mayOn(screenId, act) && (!isOfNoScreen || role.may.has(Act::Build));
    });
}

QString Standing::reasonAgainst(Act act, const QString& screenId, const QString& where) const {
    if (may(act, screenId))
        return {};
    if (!m_distrust.isEmpty() && !onlyReads(act))
        return m_distrust;
    const QString what = actLabel(act);
    if (m_roles.isEmpty())
        return coreTr("The account %1 has no role in this project. Who builds it can give it one.")
            .arg(m_account);
    const QString roles = this->roles().join(QStringLiteral(", "));
    return where.isEmpty() ? coreTr("“%1” is not among what your role may do: %2.").arg(what, roles)
                           : coreTr("“%1” is not among what your role may do on %2: %3.")
                                 .arg(what, where, roles);
}

// What one role lets them do they may: a column is closed when each role that opens the screen
// closes it.
bool Standing::isEveryRole(const QString& screenId, const QString& column,
                           QStringList RoleOnScreen::*columns) const {
    bool isAny = false;
    for (const Role& role : m_roles) {
        if (!role.mayOn(screenId, Act::Open))
            continue;
        const RoleOnScreen* own = role.onScreen(screenId);
        if (!own || !(own->*columns).contains(column))
            return false;
        isAny = true;
    }
    return isAny;
}

bool Standing::isHidden(const QString& screenId, const QString& column) const {
    return isEveryRole(screenId, column, &RoleOnScreen::hidden);
}

bool Standing::isLocked(const QString& screenId, const QString& column) const {
    return isEveryRole(screenId, column, &RoleOnScreen::locked);
}

QString Standing::recordsOf(const QString& table) const {
    QStringList conditions;
    for (const Role& role : m_roles) {
        const bool opens =
            std::any_of(m_tables.keyValueBegin(), m_tables.keyValueEnd(), [&](const auto& screen) {
                return screen.second == table && role.mayOn(screen.first, Act::Open);
            });
        const QString only = role.records.value(table);
        // A role that says nothing of these records and opens none of their screens widens nothing.
        if (only.isEmpty() && opens)
            return {};
        if (!only.isEmpty() && !conditions.contains(only))
            conditions += only;
    }
    if (conditions.size() < 2)
        return conditions.value(0);
    return u'(' + conditions.join(QStringLiteral(") OR (")) + u')';
}

} // namespace gravin
