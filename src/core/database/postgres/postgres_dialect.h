// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/postgres/postgres_log_protection.h"
#include "core/database/postgres/postgres_set_wise.h"
#include "core/database/postgres/postgres_watch.h"
#include "core/database/server_dialect.h"

#include <mutex>

namespace gravin {

// PostgreSQL 12 and later. What Qt has no exact form for is read as the engine's own text.
class PostgresDialect : public ServerDialect {
public:
    using ServerDialect::ServerDialect;
    ~PostgresDialect() override;

    QString driver() const override { return QStringLiteral("QPSQL"); }
    Engine engine() const override { return Engine::PostgreSql; }
    bool sortsNullsFirst() const override { return false; }
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
    QVariant encode(const Value& value, const ColumnType& type) const override;
    Status canHold(const Value& value, const ColumnType& type) const override;
    SqlFragment exactly(const Column& column, const Value& value) const override;
    QString containsText(const QString& expression) const override;
    bool isPlainlyExact(const Column& column, const Value& value) const override;
    Result<Catalog> readCatalog(QSqlDatabase& database) const override;
    QString clockQuery() const override;
    QString listenStatement() const override;
    int newsDescriptor(QSqlDatabase& database) const override;
    Result<QStringList> news(QSqlDatabase& database) const override;
    QString tellingOf(const QString& change) const override;
    QString declaration(FieldKind kind, int length, bool isIndexed) const override;
    QString declarationOf(const Column& column, bool isIndexed) const override;
    QString continueNumbers(const Table& table, const QString& column) const override;
    QString viewsQuery() const override {
        return QStringLiteral("SELECT c.relname::text, pg_get_viewdef(c.oid) FROM pg_class c "
                              "WHERE c.relkind = 'v' AND c.relnamespace = "
                              "current_schema()::regnamespace ORDER BY c.oid");
    }
    Result<QList<AnswerColumn>> describe(QSqlDatabase& database,
                                         const QString& select) const override;
    QStringList changeLogSchema() const override;
    QString changeLogTablesQuery() const override;
    QString accountQuery() const override {
        return QStringLiteral("SELECT CAST(session_user AS text)");
    }
    QString membershipsQuery() const override {
        return QStringLiteral("SELECT rolname::text FROM pg_roles WHERE pg_has_role(session_user, "
                              "oid, 'MEMBER') AND rolname <> session_user ORDER BY 1");
    }
    SealingStatements sealingStatements() const override;
    bool createsTablesInTransactions() const override { return true; }
    bool failureEndsTransaction() const override { return true; }
    QString beginWrite() const override { return QStringLiteral("BEGIN"); }
    // Whoever writes over what was committed since the transaction's first look is refused.
    QString beginGuardedWrite() const override {
        return QStringLiteral("BEGIN ISOLATION LEVEL REPEATABLE READ");
    }
    Result<QList<ToldValue>> call(QSqlDatabase& database, const Routine& routine,
                                  const RoutineValues& values) const override;
    QString enterMakingLog() const override;
    QString beginRead() const override { return QStringLiteral("BEGIN READ ONLY"); }
    QString beginReadOfOneState() const override {
        return QStringLiteral("BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY");
    }
    QString deferReferences() const override {
        return QStringLiteral("SET CONSTRAINTS ALL DEFERRED");
    }
    bool carriesPresence() const override { return true; }
    SqlFragment enterPlace(qint64 place, const QString& person) const override;
    SqlFragment leavePlace(qint64 place) const override;
    SqlFragment presentAt(qint64 place) const override;
    SetWise* setWise() override { return &m_setWise; }
    const TableWatch& tableWatch() const override { return m_watch; }
    const LogProtection* logProtection() const override { return &m_logProtection; }
    Error errorOf(const QSqlError& error) const override;
    ConstraintFailure constraintFailure(const Error& error) const override;

protected:
    QString insertWithoutValues() const override { return QStringLiteral("DEFAULT VALUES"); }
    QString insertMeaningIdentity() const override {
        return QStringLiteral("OVERRIDING SYSTEM VALUE");
    }

private:
    static Value valueOfText(const QString& text, const ColumnType& type);

    // A number of our own among the advisory locks of a database: of those who chain the log; the
    // next one of those who make it.
    static constexpr qint64 SealingLock = 0x67726176696e;

    std::mutex m_mutex;           // guards m_cancel between interrupt() and closing()
    void* m_cancel = nullptr;     // PGcancel*
    void* m_connection = nullptr; // PGconn*, the driver's own
    PostgresSetWise m_setWise;
    PostgresWatch m_watch{*this};
    PostgresLogProtection m_logProtection{SealingLock};
};

} // namespace gravin
