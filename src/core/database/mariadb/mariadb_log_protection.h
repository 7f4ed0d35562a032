// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/log_protection.h"

namespace gravin {

// By rights on columns, and triggers and a procedure that run as a locked account. Which rows there
// are for whom this engine does not know.
class MariaDbLogProtection : public LogProtection {
public:
    // `home`: the database, quoted.
    QStringList statements(const QString& home, bool isWatching) const override;
    QStringList rights(const LogRights& rights, bool isWatching) const override;
    bool dividesReading() const override { return false; }
    QString chaining() const override { return QStringLiteral("CALL gravin_chain()"); }
};

} // namespace gravin
