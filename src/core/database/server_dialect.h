// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/dialect.h"

#include <QSqlQuery>

namespace gravin {

// What the servers have in common: typed columns, a log whose values are texts, row locks.
class ServerDialect : public Dialect {
public:
    explicit ServerDialect(ConnectionSpec spec)
        : m_spec(std::move(spec)) {}

    // Texts, but for whole numbers and binary: a double as text keeps its −0.
    QVariant encode(const Value& value, const ColumnType& type) const override;
    QVariant encodeForLog(const Value& value, const ColumnType& type) const override;
    Value decodeFromLog(const QVariant& stored, const ColumnType& type) const override;
    Status scanIntegers(QSqlDatabase& database, const QString& sql,
                        const std::function<bool(qint64)>& take) const override;
    Result<std::vector<ColumnSpan>> spans(QSqlDatabase& database,
                                          const Table& table) const override;
    qint64 foreignCommits(QSqlDatabase&) const override { return 0; }
    QString lockingClause(const Table& table) const override;

protected:
    // How long a statement waits for another's lock, and opening for an answer.
    static constexpr int LockTimeoutSeconds = 4;
    static constexpr int ConnectTimeoutSeconds = 10;

    const ConnectionSpec& spec() const { return m_spec; }
    // "the PostgreSQL server on harbour"; at the beginning of a sentence with a capital.
    QString serverName() const;
    QString serverNameFirst() const;

    // What a column's text form stands for; text that is none of its type stays text.
    static Value decodeText(const QString& text, const ColumnType& type);

    // Calls `take` for each row of a statement without values.
    Status each(QSqlDatabase& database, const QString& sql,
                const std::function<void(const QSqlQuery&)>& take) const;

    // The sentences of refusals that servers share.
    Error unavailable(const QString& detail) const;
    Error wrongPassword(const QString& detail) const;
    Error tooManyConnections(const QString& detail) const;
    Error tookTooLong(const QString& detail) const;
    Error noRight(const QString& detail) const;

private:
    ConnectionSpec m_spec;
};

} // namespace gravin
