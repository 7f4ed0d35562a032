// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/dialect.h"

#include <sys/types.h>

namespace gravin {

// SQLite 3.40 and later, through the driver of Qt Sql; the native handle is used for interrupting
// and for scanning keys only.
class SqliteDialect : public Dialect {
public:
    explicit SqliteDialect(QString path)
        : m_path(std::move(path)) {}

    // Before opening: the file exists, is a plain file, may be read, and is a database.
    Status verifyReadable() const;
    void configure(QSqlDatabase& database, bool readOnly) const;
    QStringList openingStatements() const;
    // Remembers which file was opened; verifyStillThere() compares with it.
    void rememberFile();
    void* nativeHandle(const QSqlDatabase& database) const;
    static void interrupt(void* nativeHandle); // any thread

    QString quoted(const QString& name) const override;
    Value decode(const QVariant& stored, const ColumnType& type) const override;
    QVariant encode(const Value& value, const ColumnType& type) const override;
    Status canHold(const Value& value, const ColumnType& type) const override;
    SqlFragment exactly(const Column& column, const Value& value) const override;
    SqlFragment keyCondition(const Table& table, const Key& key) const override;
    Result<Catalog> readCatalog(QSqlDatabase& database) const override;
    QStringList changeLogSchema() const override;
    QString changeLogTablesQuery() const override {
        return QStringLiteral("SELECT count(*) FROM sqlite_master WHERE name = 'gravin_field'");
    }
    QString beginWrite() const override { return QStringLiteral("BEGIN IMMEDIATE"); }
    QString deferReferences() const override {
        return QStringLiteral("PRAGMA defer_foreign_keys = ON");
    }
    Status scanIntegers(QSqlDatabase& database, const QString& sql,
                        const std::function<bool(qint64)>& take) const override;
    qint64 foreignCommits(QSqlDatabase& database) const override;
    Status verifyStillThere() const override;
    Error errorOf(const QSqlError& error) const override;
    ConstraintFailure constraintFailure(const QString& engineMessage) const override;

private:
    QString m_path;
    dev_t m_device = 0;
    ino_t m_inode = 0;
};

// The type that a declared type of SQLite stands for ("VARCHAR(60)" → text(60)).
ColumnType sqliteType(const QString& declared);

} // namespace gravin
