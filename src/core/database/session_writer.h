// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"

namespace gravin {

// The only way to execute a statement that changes what is stored. Those who may make one are named
// here and nowhere else; whoever else writes asks them. Belongs to its session's thread.
class SessionWriter {
public:
    SessionWriter(const SessionWriter&) = delete;
    SessionWriter& operator=(const SessionWriter&) = delete;

    Session& session() const { return m_session; }
    const Dialect& dialect() const { return m_session.dialect(); }

    // Runs one statement that gives no rows. Prepared once, then kept. Answers how many rows it
    // touched; of an UPDATE those that matched, changed or not.
    Result<qint64> execute(const QString& sql, const QVariantList& values = {}) {
        return m_session.execute(sql, values);
    }
    // Runs an INSERT of one row and answers what stands in these expressions of it; where the
    // dialect cannot tell, only the number that the database gave, as the one value.
    Result<QVariantList> insert(const QString& sql, const QVariantList& values,
                                const QStringList& expressions) {
        return m_session.insert(sql, values, expressions);
    }
    // As Dialect::call() says. Fails too where the routine has ended the transaction: what it did
    // until then is stored.
    Result<QList<ToldValue>> call(const Routine& routine, const RoutineValues& values);
    // As SetWise says. Requires: there is one.
    Status appendRows(const QString& table, const QStringList& columns,
                      const std::vector<QVariantList>& rows);
    // Runs one statement that has no values and cannot be prepared on every engine: CREATE.
    Status command(const QString& sql) { return m_session.command(sql); }

    // A step within a transaction that can be taken back alone.
    Status setSavepoint();
    Status keepSavepoint();
    Status returnToSavepoint();

private:
    explicit SessionWriter(Session& session)
        : m_session(session) {}
    friend class ChangeWriter;    // the one door for users' rows
    friend class DatabaseCopy;    // makes and fills tables in a database that has none of them
    friend class LogMarks;        // notes, trials and trimming, which touch the log only
    friend class LogSeal;         // chains what was committed
    friend class PastTable;       // fills a temporary table of its own
    friend class StructureChange; // makes the table or the field that a person has typed
    friend class TableWatching;   // makes the triggers that keep the log of a table, and gathers it
    friend class TestWriter;      // what tests do in other people's name

    Session& m_session;
};

// A writing transaction; rolled back unless commit() was reached.
class WriteTransaction {
public:
    // `writer` must outlive it.
    explicit WriteTransaction(SessionWriter& writer)
        : m_session(writer.session()) {}
    ~WriteTransaction();
    WriteTransaction(const WriteTransaction&) = delete;
    WriteTransaction& operator=(const WriteTransaction&) = delete;

    // How a write that is judged by what was read before it keeps out of others' way: its own
    // statements say what must still hold, or the engine has to see to it.
    enum class Guarded { ByStatements, ByEngine };
    // `deferReferences`: they are tested at the end, not with each statement.
    Status begin(bool deferReferences, Guarded guarded = Guarded::ByStatements);
    Status commit();

private:
    void ended();
    Session& m_session;
    bool m_open = false;
};

} // namespace gravin
