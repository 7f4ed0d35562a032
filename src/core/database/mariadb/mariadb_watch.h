// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/table_watch.h"

namespace gravin {

// A record is a JSON array: "t" and the value's text, "x" and bytes in hexadecimal, "u" and the
// seconds since 1970 of a moment, null; "=" as on the other side.
class MariaDbWatch : public TableWatch {
public:
    using TableWatch::TableWatch;

    QStringList schema(const QString& home) const override;
    QStringList watching(const Table& table, const QString& home) const override;
    QStringList notWatching(const Table& table) const override;
    QString origin() const override { return QStringLiteral("CAST(CONNECTION_ID() AS CHAR)"); }
    QString taking() const override { return QStringLiteral(" FOR UPDATE SKIP LOCKED"); }
    // Otherwise reading rows would keep all others from writing new ones.
    QString isolation() const override {
        return QStringLiteral("SET TRANSACTION ISOLATION LEVEL READ COMMITTED");
    }

protected:
    std::optional<SeenValues> unpackedSide(const QString& packed,
                                           const QList<const Column*>& columns) const override;
    QString literal(const QString& text) const override;

private:
    QString packed(const Table& table, const QString& side, const QString& other) const;
    QString packed(const Column& column, const QString& side) const;
};

} // namespace gravin
