// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/mariadb/mariadb_log_protection.h"
#include "core/database/mariadb/mariadb_watch.h"
#include "core/database/server_dialect.h"

#include <mutex>

namespace gravin {

// MariaDB 10.5 and later. What Qt has no exact form for is read as the engine's own text.
class MariaDbDialect : public ServerDialect {
public:
    using ServerDialect::ServerDialect;

    QString driver() const override { return QStringLiteral("QMYSQL"); }
    Engine engine() const override { return Engine::MariaDb; }
    Status verifyReachable() const override;
    QString connectOptions(bool readOnly) const override;
    void configure(QSqlDatabase& database, bool readOnly) const override;
    QStringList openingStatements(bool readOnly) const override;
    Status opened(QSqlDatabase& database) override;
    void closing() override;
    void interrupt() override;
    Status verifyStillThere() const override;
    Result<ServerFacts> facts(QSqlDatabase& database) const override;

    QString quoted(const QString& name) const override;
    QString quoted(const Table& table) const override;
    QString readable(const Column& column) const override;
    QString placeholder(const Column& column) const override;
    Value decode(const QVariant& stored, const ColumnType& type) const override;
    Status canHold(const Value& value, const ColumnType& type) const override;
    SqlFragment exactly(const Column& column, const Value& value) const override;
    QString containsText(const QString& expression) const override;
    bool isPlainlyExact(const Column& column, const Value& value) const override;
    // The engine would, but the driver of Qt Sql does not expect rows from a prepared INSERT.
    bool tellsWhatItInserts() const override { return false; }
    QString numberStep() const override {
        return QStringLiteral("SELECT @@auto_increment_increment");
    }
    Result<Catalog> readCatalog(QSqlDatabase& database) const override;
    QString declaration(FieldKind kind, int length, bool isIndexed) const override;
    QString declarationOf(const Column& column, bool isIndexed) const override;
    // The engine names the database before each table, where it is the connection's own.
    QString viewsQuery() const override {
        return QStringLiteral(
            "SELECT TABLE_NAME, REPLACE(VIEW_DEFINITION, CONCAT('`', REPLACE(DATABASE(), '`', "
            "'``'), '`.'), '') FROM information_schema.VIEWS WHERE TABLE_SCHEMA = DATABASE() "
            "ORDER BY TABLE_NAME");
    }
    QString tableOptions() const override {
        return QStringLiteral(" ENGINE = InnoDB DEFAULT CHARACTER SET utf8mb4");
    }
    Result<QList<AnswerColumn>> describe(QSqlDatabase& database,
                                         const QString& select) const override;
    QStringList changeLogSchema() const override;
    QString changeLogTablesQuery() const override;
    QString addLogName() const override {
        return QStringLiteral("INSERT IGNORE INTO gravin_name (name) VALUES (?)");
    }
    QString readingNewest() const override { return QStringLiteral(" LOCK IN SHARE MODE"); }
    QString accountQuery() const override { return QStringLiteral("SELECT CURRENT_USER()"); }
    // An account's name goes without the host too.
    QString membershipsQuery() const override {
        return QStringLiteral(
            "SELECT SUBSTRING_INDEX(CURRENT_USER(), '@', 1) UNION SELECT ROLE_NAME "
            "FROM information_schema.APPLICABLE_ROLES");
    }
    QString indexable(const Column& column) const override;
    QString updateJoined(const QString& target, const QString& rows, const QString& on,
                         const QString& set) const override;
    QString clockQuery() const override;
    SealingStatements sealingStatements() const override;
    bool createsTablesInTransactions() const override { return false; }
    bool failureEndsTransaction() const override { return false; }
    QString beginWrite() const override { return QStringLiteral("START TRANSACTION READ WRITE"); }
    QString enterMakingLog() const override;
    QString leaveMakingLog() const override;
    // Behind what is written indirectly there may be no right to update, which FOR UPDATE asks for.
    QString lockingClause(const Table& table) const override {
        return table.isWrittenIndirectly() ? QStringLiteral(" LOCK IN SHARE MODE")
                                           : ServerDialect::lockingClause(table);
    }
    Result<QList<ToldValue>> call(QSqlDatabase& database, const Routine& routine,
                                  const RoutineValues& values) const override;
    QString beginRead() const override { return QStringLiteral("START TRANSACTION READ ONLY"); }
    QString beginReadOfOneState() const override {
        return QStringLiteral("START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY");
    }
    QString deferReferences() const override { return {}; }
    bool carriesPresence() const override { return true; }
    SqlFragment enterPlace(qint64 place, const QString& person) const override;
    SqlFragment leavePlace(qint64 place) const override;
    SqlFragment presentAt(qint64 place) const override;
    const TableWatch& tableWatch() const override { return m_watch; }
    const LogProtection* logProtection() const override { return &m_logProtection; }
    Error errorOf(const QSqlError& error) const override;
    ConstraintFailure constraintFailure(const Error& error) const override;

protected:
    QString insertWithoutValues() const override { return QStringLiteral("() VALUES ()"); }

private:
    Status verifyEncryptionIsOffered() const;
    QMap<QString, QString> connectionOptions() const;
    bool isConnectedByOptions() const;
    // Of the account; where none is known, that of MYSQL_PWD, as the client library's programs do.
    QString password() const;
    std::mutex m_mutex;           // guards m_connectionId between interrupt() and closing()
    quint64 m_connectionId = 0;   // the server's number of this connection; 0: closed
    void* m_connection = nullptr; // MYSQL*, the driver's own
    MariaDbWatch m_watch{*this};
    MariaDbLogProtection m_logProtection;
};

} // namespace gravin
