// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/table_watch.h"

namespace gravin {

// A record is a word for each value: n, i12, r1.5, t and b with their bytes in hexadecimal; = as on
// the other side.
class SqliteWatch : public TableWatch {
public:
    using TableWatch::TableWatch;

    QStringList schema(const QString& home) const override;
    QStringList watching(const Table& table, const QString& home) const override;
    QStringList notWatching(const Table& table) const override;
    // Who writes to a file keeps all others out.
    QString origin() const override { return QStringLiteral("''"); }
    std::optional<SeenValues> unpacked(const QString& packed,
                                       const QList<const Column*>& columns) const override;

private:
    // `side`: OLD or NEW; `other`: what may be left out where it is the same there; empty: nothing.
    QString packed(const Table& table, const QString& side, const QString& other) const;
};

} // namespace gravin
