// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/act.h"

#include <QByteArray>
#include <QMap>
#include <QStringList>

namespace gravin {

// What a role says of one screen otherwise than of all.
struct RoleOnScreen {
    QString screen;               // its id
    std::optional<Acts> may = {}; // nothing: what it may everywhere
    QStringList locked = {};      // columns that it sees and does not write
    QStringList hidden = {};      // columns that it does not see there
    QByteArray unknown = {};
    friend bool operator==(const RoleOnScreen&, const RoleOnScreen&) = default;
};

// What some people may do. A project without roles lets everybody do everything; in one with roles
// who has none may do nothing. A plain value.
struct Role {
    // Stands for everybody among the members.
    static constexpr QChar Everybody = u'*';

    QString name; // unique in the project
    // Accounts or roles of the database; of a file the desktop's accounts.
    QStringList members = {};
    Acts may = {};
    QList<RoleOnScreen> screens = {};
    // By table: the only records that there are for them, a condition over the table's columns.
    QMap<QString, QString> records = {};
    QByteArray unknown = {};

    const RoleOnScreen* onScreen(const QString& screenId) const; // null: as everywhere
    bool mayOn(const QString& screenId, Act act) const;
    friend bool operator==(const Role&, const Role&) = default;
};

} // namespace gravin
