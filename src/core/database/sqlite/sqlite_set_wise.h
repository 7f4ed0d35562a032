// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/set_wise.h"

struct sqlite3;

namespace gravin {

// SQLite runs within the process: rows are bound and stepped without a variant's detour through Qt
// Sql, and our own evaluator computes where the engine's arithmetic would not be exact.
class SqliteSetWise : public SetWise {
public:
    // Adds the functions that its expressions call. Requires: this lives as long as the handle is
    // used.
    void addTo(sqlite3* handle);

    QString temporaryTable(const QString& name, const QString& select) const override;
    // Which needs no sorting.
    QString asFilled(const QString& counted) const override;
    QString emptied(const QString& name) const override {
        return QStringLiteral("DELETE FROM ") + name;
    }
    QSqlError appendRows(QSqlDatabase& database, const QString& table, const QStringList& columns,
                         const std::vector<QVariantList>& rows) const override;
    QSqlError readRows(QSqlDatabase& database, const QString& sql,
                       const TakeStored& take) const override;
    std::optional<QString> logForm(const Column&, const QString& sql) const override { return sql; }
    QString same(const Column&, const QString& a, const QString& b) const override;
    QString fingerprint(const QStringList& expressions) const override;
    SqlFragment countOfBystanders(const Table& table) const override;
    bool computes() const override { return true; }
    QString computed(int what, const QStringList& columns) const override;
    void setComputer(const RowComputer& computer) override { m_computer = computer; }

private:
    RowComputer m_computer;
};

} // namespace gravin
