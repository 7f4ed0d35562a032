// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/dialect.h"
#include "core/database/sqlite/sqlite_set_wise.h"
#include "core/database/sqlite/sqlite_text.h"
#include "core/database/sqlite/sqlite_watch.h"

#include <atomic>
#include <sys/types.h>

namespace gravin {

// SQLite 3.40 and later, through the driver of Qt Sql; the native handle is used for interrupting,
// scanning keys, and writing many rows at once.
class SqliteDialect : public Dialect {
public:
    explicit SqliteDialect(QString path)
        : m_path(std::move(path)) {}

    QString driver() const override { return QStringLiteral("QSQLITE"); }
    Engine engine() const override { return Engine::Sqlite; }
    // The file exists, is a plain file, may be read, and is a database.
    Status verifyReachable() const override;
    QString connectOptions(bool readOnly) const override;
    void configure(QSqlDatabase& database, bool readOnly) const override;
    QStringList openingStatements(bool readOnly) const override;
    // Remembers which file was opened; verifyStillThere() compares with it.
    Status opened(QSqlDatabase& database) override;
    void closing() override { m_handle = nullptr; }
    void interrupt() override;
    Status verifyStillThere() const override;
    Result<ServerFacts> facts(QSqlDatabase& database) const override;

    QString quoted(const QString& name) const override;
    QString quoted(const Table& table) const override { return quoted(table.relation); }
    QString readable(const Column& column) const override;
    QString readableFromLog(const QString& sql) const override { return readableSqliteText(sql); }
    QString withPlaceholders(const QString& sql, const QVariantList& values) const override {
        return withSqliteTexts(sql, values);
    }
    QString placeholder(const Column&) const override { return QStringLiteral("?"); }
    Value decode(const QVariant& stored, const ColumnType& type) const override;
    QVariant encode(const Value& value, const ColumnType& type) const override;
    Status canHold(const Value& value, const ColumnType& type) const override;
    // SQLite is typed by value: the log keeps each value as the table does.
    QVariant encodeForLog(const Value& value, const ColumnType& type) const override {
        return encode(value, type);
    }
    Value decodeFromLog(const QVariant& stored, const ColumnType& type) const override {
        return decode(stored, type);
    }
    SqlFragment exactly(const Column& column, const Value& value) const override;
    QString containsText(const QString& expression) const override;
    bool isPlainlyExact(const Column&, const Value& value) const override {
        return value.kind() == Value::Kind::Integer;
    }
    QString lockingClause(const Table&) const override { return {}; }
    Result<Catalog> readCatalog(QSqlDatabase& database) const override;
    QString addColumnStatement(const Table& table, const QString& name, const QString& type,
                               const QString& reference) const override;
    QString declaration(FieldKind kind, int length, bool isIndexed) const override;
    QString declarationOf(const Column& column, bool isIndexed) const override;
    bool addsReferences() const override { return false; }
    QString viewsQuery() const override {
        return QStringLiteral("SELECT name, sql FROM sqlite_master WHERE type = 'view' ORDER BY "
                              "rowid");
    }
    Result<QList<AnswerColumn>> describe(QSqlDatabase& database,
                                         const QString& select) const override;
    QStringList changeLogSchema() const override;
    QString changeLogTablesQuery() const override {
        return QStringLiteral("SELECT coalesce(sum(CASE name WHEN 'gravin_log' THEN 8 WHEN "
                              "'gravin_field' THEN 1 ELSE 2 END), 0) + (SELECT 4 * count(*) FROM "
                              "pragma_table_info('gravin_seal') WHERE name = 'records') FROM "
                              "sqlite_master WHERE type = 'table' AND name IN ('gravin_log', "
                              "'gravin_field', 'gravin_seal')");
    }
    bool createsTablesInTransactions() const override { return true; }
    bool failureEndsTransaction() const override { return false; }
    QString beginWrite() const override { return QStringLiteral("BEGIN IMMEDIATE"); }
    QString deferReferences() const override {
        return QStringLiteral("PRAGMA defer_foreign_keys = ON");
    }
    Status scanIntegers(QSqlDatabase& database, const QString& sql,
                        const std::function<bool(qint64)>& take) const override;
    Result<std::vector<ColumnSpan>> spans(QSqlDatabase& database,
                                          const Table& table) const override;
    qint64 foreignCommits(QSqlDatabase& database) const override;
    SetWise* setWise() override { return &m_setWise; }
    const TableWatch& tableWatch() const override { return m_watch; }
    Error errorOf(const QSqlError& error) const override;
    ConstraintFailure constraintFailure(const Error& error) const override;

protected:
    QString insertWithoutValues() const override { return QStringLiteral("DEFAULT VALUES"); }

private:
    void recover() const;
    // What the engine itself, asked without Qt, has answered last.
    Error engineError(const QSqlDatabase& database, int code) const;

    QString m_path;
    std::atomic<void*> m_handle = nullptr; // sqlite3*
    dev_t m_device = 0;
    ino_t m_inode = 0;
    SqliteSetWise m_setWise;
    SqliteWatch m_watch{*this};
};

// The type that a declared type of SQLite stands for ("VARCHAR(60)" → text(60)).
ColumnType sqliteType(const QString& declared);

} // namespace gravin
