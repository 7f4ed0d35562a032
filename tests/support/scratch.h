// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change_writer.h"
#include "core/changes/rollback.h"
#include "core/database/session.h"
#include "core/project/project.h"
#include "core/records/table_reader.h"

#include <gtest/gtest.h>

#include <QTemporaryDir>

namespace gravin::test {

// A database file of its own that goes with the object.
class ScratchDatabase {
public:
    // Runs the statements with SQLite's own program, so that nothing under test makes the data.
    explicit ScratchDatabase(const QString& sql = {});

    QString path() const { return m_folder.filePath(QStringLiteral("scratch.db")); }
    QString folder() const { return m_folder.path(); }
    ConnectionSpec spec() const { return {Engine::Sqlite, path(), true}; }
    // Fails the test when it cannot be opened.
    std::unique_ptr<Session> open(Session::Access access = Session::Access::ReadWrite) const;

    // What SQLite's own program answers; stands for "somebody else" too.
    QString sqlite(const QString& sql) const;
    // Every user's table, as statements.
    QString dump() const;

private:
    QTemporaryDir m_folder;
};

// One connection with all that a write needs.
class Desk {
public:
    explicit Desk(const ScratchDatabase& database, const Project& project = {})
        : Desk(database.open(), project) {}
    explicit Desk(std::unique_ptr<Session> session, const Project& project = {});

    Session& session() { return *m_session; }
    const Catalog& catalog() const { return m_catalog; }
    const Table& table(const QString& name) const { return *m_catalog.table(name); }
    RuleBook& rules() { return m_rules; }

    WriteResult write(RecordEdit edit);
    WriteResult write(std::vector<RecordEdit> edits);
    // As ChangeRequest::fewestSetWise of rollbacks from now on.
    void setFewestSetWise(qint64 records) { m_fewestSetWise = records; }
    WriteResult rollBack(qint64 change, OnConflict onConflict = OnConflict::Stop);
    WriteResult rollBack(const LogScope& scope, const RollbackChoices& choices = {});
    Record read(const QString& table, const Key& key);
    bool exists(const QString& table, const Key& key);

private:
    std::unique_ptr<Session> m_session;
    Catalog m_catalog;
    RuleBook m_rules;
    qint64 m_fewestSetWise = ChangeRequest().fewestSetWise;
};

Key key(qint64 number);
Value text(const char* utf8);
Value decimal(const char* digits);

} // namespace gravin::test
