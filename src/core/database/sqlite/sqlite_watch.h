// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/table_watch.h"

namespace gravin {

// A record is a word for each value: n, i12, r1.5, t and b with their bytes in hexadecimal. Of an
// update all stands on one side, a pair of words for each column (i12>i13), = where nothing
// changed: so each column is looked at once.
class SqliteWatch : public TableWatch {
public:
    using TableWatch::TableWatch;

    QStringList schema(const QString& home) const override;
    QStringList watching(const Table& table, const QString& home) const override;
    QStringList notWatching(const Table& table) const override;
    // Who writes to a file keeps all others out.
    QString origin() const override { return QStringLiteral("''"); }
    std::optional<SeenRecord> unpacked(const QVariant& before, const QVariant& after,
                                       const QList<const Column*>& columns) const override;

protected:
    std::optional<SeenValues> unpackedSide(const QString& packed,
                                           const QList<const Column*>& columns) const override;

private:
    QString packed(const Table& table, const QString& side) const;
    QString packedPairs(const Table& table) const;
};

} // namespace gravin
