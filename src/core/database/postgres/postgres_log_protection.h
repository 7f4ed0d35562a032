// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/log_protection.h"

namespace gravin {

// By ownership, triggers, row security and a definer's function.
class PostgresLogProtection : public LogProtection {
public:
    // `sealingLock`: the advisory lock of those who chain.
    explicit PostgresLogProtection(qint64 sealingLock)
        : m_sealingLock(sealingLock) {}

    QStringList statements(const QString& home, bool isWatching) const override;
    QStringList ending() const override;
    QStringList rights(const LogRights& rights, bool isWatching) const override;
    bool dividesReading() const override { return true; }
    QString seesAllQuery() const override;
    QString chaining() const override { return QStringLiteral("SELECT gravin_chain()"); }

private:
    QStringList routines(const QString& home) const;
    static QStringList reading(const LogRights& rights);

    qint64 m_sealingLock;
};

} // namespace gravin
