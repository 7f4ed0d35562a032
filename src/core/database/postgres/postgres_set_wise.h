// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/set_wise.h"

namespace gravin {

// PostgreSQL takes rows by COPY, and what it computes stays on the server.
class PostgresSetWise : public SetWise {
public:
    QString temporaryTable(const QString& name, const QString& select) const override;
    QString filled(const QString& table) const override;
    QString emptied(const QString& name) const override {
        return QStringLiteral("TRUNCATE ") + name;
    }
    QSqlError appendRows(QSqlDatabase& database, const QString& table, const QStringList& columns,
                         const std::vector<QVariantList>& rows) const override;
    QSqlError readRows(QSqlDatabase& database, const QString& sql,
                       const TakeStored& take) const override;
    std::optional<QString> logForm(const Column& column, const QString& sql) const override;
    QString same(const Column& column, const QString& a, const QString& b) const override;
    QString fingerprint(const QStringList& expressions) const override;
    SqlFragment countOfBystanders(const Table& table) const override;
};

} // namespace gravin
