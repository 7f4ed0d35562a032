// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/project/project.h"

namespace gravin {

// What lets a server's database hold its accounts to a project's roles, whatever program they use.
struct Grants {
    QStringList statements; // in their order, to be run by an account that may
    QStringList notes;      // what the database cannot hold them to, or what else has to be seen to

    // The statements as the engine's own program reads them from a file.
    QString script(Engine engine) const;
};

// GRANTs of tables and columns and, where the engine has them, policies for the records of roles;
// the change log is made where it is missing, and protected (LogProtection). Of the other tables
// nothing is taken away: what an account has been granted before stays. Usage: a file, which has no
// accounts, or a project without roles. Refused: the log has the former layout.
Result<Grants> grantsOf(const Project& project, const Catalog& catalog, Session& session);

} // namespace gravin
