// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/table_watch.h"

namespace gravin {

// One function for all tables, which takes the records of a statement together and names their
// columns as they are at that moment, so that it outlives any change of the table. A record is
// packed as the server writes a row value.
class PostgresWatch : public TableWatch {
public:
    using TableWatch::TableWatch;

    QString homeQuery() const override {
        return QStringLiteral("SELECT CAST(quote_ident(current_schema()) AS text)");
    }
    QStringList schema(const QString& home) const override;
    QStringList withoutSchema() const override;
    QStringList watching(const Table& table, const QString& home) const override;
    QStringList notWatching(const Table& table) const override;
    QString origin() const override { return QStringLiteral("CAST(pg_current_xact_id() AS text)"); }
    QString taking() const override { return QStringLiteral(" FOR UPDATE SKIP LOCKED"); }

protected:
    std::optional<SeenValues> unpackedSide(const QString& packed,
                                           const QList<const Column*>& columns) const override;
    int triggerCount() const override { return 4; }
    bool namesColumns() const override { return false; }
};

} // namespace gravin
