// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/connection_spec.h"
#include "core/database/dialect.h"
#include "core/database/log_version.h"

#include <QHash>
#include <QSqlQuery>

#include <chrono>
#include <functional>
#include <memory>
#include <optional>
#include <unordered_map>
#include <vector>

namespace gravin {

// One open connection. Belongs to the thread that opened it; only interrupt() may be called from
// others. Destroying a session rolls back what is open.
class Session {
public:
    enum class Access { ReadOnly, ReadWrite };

    // What the address lacks is taken from OwnAccess.
    static Result<std::unique_ptr<Session>> open(const ConnectionSpec& asked, Access access);
    ~Session();
    Session(const Session&) = delete;
    Session& operator=(const Session&) = delete;

    const Dialect& dialect() const { return *m_dialect; }
    const ConnectionSpec& spec() const { return m_spec; }

    // Null: this engine has none.
    SetWise* setWise() { return m_dialect->setWise(); }
    // Calls `take` for every row; it may stop by answering false. The query is finished on return,
    // so that no read transaction stays open.
    Status select(const QString& sql, const QVariantList& values,
                  const std::function<bool(const QSqlQuery&)>& take);

    // The same for very many rows; what a server gives may come as text or as bytes.
    Status readStored(const QString& sql, const TakeStored& take);

    // The first column of the first row, an invalid variant when there is no row.
    Result<QVariant> scalar(const QString& sql, const QVariantList& values = {});

    // Asks for what marks this connection itself and stays with it, a lock or a name: outside of
    // Reading. The first column of the first row.
    Result<QVariant> mark(const QString& sql, const QVariantList& values);

    // How far the server's clock is ahead of this computer's, by which nobody should go where many
    // write; asked once. 0: of a file, and where it cannot be had.
    std::chrono::microseconds clockAhead();

    // In which layout the change log's tables are there. Once it is the present one, it is not
    // asked for again: what becomes of the log meanwhile makes the next write fail, and nothing is
    // written. ReadOnly: it is of a layout that this program does not know yet.
    enum class LogLayout { None, Former, Present };
    Result<LogLayout> logLayout();
    // Of the present layout: what it was when it was last asked for, as LogVersion says.
    int logVersion() const { return m_log ? m_log->version : LogVersion::Plain; }
    bool isWatching() const { return LogVersion::isWatched(logVersion()); }
    // Whether the server says who writes and when, and chains by itself (LogProtection).
    bool isProtected() const { return LogVersion::isProtected(logVersion()); }
    Result<bool> hasChangeLog();
    // Whether it has hashes, which a log from before them has not.
    Result<bool> hasSealedLog();
    // And of what each change did apart from who did it, so that a trimmed change still has one.
    Result<bool> sealsRecordsApart();
    // The numbers of names in the log's dictionary, as far as they were needed here.
    QHash<QString, int>& logNames() { return m_logNames; }
    // Forgets what was found out about the log: it may have been taken back, or become another.
    void forgetLog();
    // The account by which this session is at the database: a server's, of a file the desktop's.
    // Asked once; empty: it cannot be had.
    QString account();

    Result<Catalog> readCatalog();
    Result<QList<AnswerColumn>> describe(const QString& select);
    Result<ServerFacts> facts();
    Status scanIntegers(const QString& sql, const std::function<bool(qint64)>& take);
    Result<std::vector<ColumnSpan>> spans(const Table& table);
    qint64 foreignCommits();

    // Where records of this table are read: here, or, for a SELECT that came with a project, in a
    // session that can only read. Fails with the reason when it may not be read at all. The answer
    // lives as long as this session.
    Result<Session*> readerOf(const Table& table);

    // Statements of a session that only reads run in a transaction that the engine keeps read only
    // and that leaves nothing behind, whatever a SELECT calls. While one of these lives they share
    // one; it begins with the first statement, and anew after one that failed.
    class Reading {
    public:
        // Of one state: no statement sees what others commit meanwhile. On a file they may have to
        // wait until it ends. Requires then: the session only reads, and no other Reading lives.
        enum class Of { Statements, OneState };
        explicit Reading(Session& session, Of of = Of::Statements)
            : m_session(session) {
            ++m_session.m_readings;
            m_session.m_readsOneState |= of == Of::OneState;
        }
        ~Reading() {
            if (--m_session.m_readings == 0)
                m_session.endRead();
        }
        Reading(const Reading&) = delete;
        Reading& operator=(const Reading&) = delete;

    private:
        Session& m_session;
    };

    // Writes all of it to a file that is not there yet. Requires: the database is a file.
    Status copyTo(const QString& target);

    // From now on a statement is not begun, and fails with what this answers, unless it answers
    // well: an interrupt alone is lost between two statements. Asked in the session's thread.
    void askBeforeStatements(std::function<Status()> ask) { m_mayBegin = std::move(ask); }
    // What must come to its end all the same: while one of these lives, statements run.
    class Finishing {
    public:
        explicit Finishing(Session& session)
            : m_session(session) {
            ++m_session.m_finishing;
        }
        ~Finishing() { --m_session.m_finishing; }
        Finishing(const Finishing&) = delete;
        Finishing& operator=(const Finishing&) = delete;

    private:
        Session& m_session;
    };

    // From now on news() gives what is told of commits, where the engine does so; the descriptor
    // becomes readable when there may be some. −1: it tells nothing.
    Result<int> listen();
    Result<QStringList> news();

    // Makes the statement that runs now fail with ErrorKind::Cancelled. Any thread; may take as
    // long as connecting to the server takes.
    void interrupt() { m_dialect->interrupt(); }
    // Whether the connection broke: nothing can be done with this session any more.
    bool isLost() const { return m_lost; }

private:
    friend class SessionWriter;
    friend class WriteTransaction;
    // See SessionWriter, which hands them out.
    Result<qint64> execute(const QString& sql, const QVariantList& values = {});
    Result<QVariantList> insert(const QString& sql, const QVariantList& values,
                                const QStringList& expressions);
    Status command(const QString& sql);
    Result<QList<ToldValue>> call(const Routine& routine, const RoutineValues& values);
    Status beginRead();
    void endRead();
    // Runs what reads, as Reading says.
    template <typename T, typename Read>
    T reading(const Read& read);
    Session(ConnectionSpec spec, Access access, QString connectionName,
            std::unique_ptr<Dialect> dialect);
    Status goOn() const; // whether a statement may begin
    Result<QSqlQuery*> run(const QString& sql, const QVariantList& values);
    Error failure(const QSqlError& error);
    void noteIfLost(const Error& error);

    ConnectionSpec m_spec;
    Access m_access;
    QString m_connectionName;
    std::unique_ptr<Dialect> m_dialect;
    QSqlDatabase m_database;
    std::unordered_map<QString, std::unique_ptr<QSqlQuery>> m_statements;
    // Statements that failed. They are freed outside a transaction: within one that is lost, the
    // server would refuse that too.
    std::vector<std::unique_ptr<QSqlQuery>> m_failed;
    bool m_inTransaction = false;
    int m_readings = 0;                // how many Reading there are
    bool m_isReading = false;          // in the transaction that they share
    bool m_readsOneState = false;      // in it
    std::unique_ptr<Session> m_reader; // of readerOf()
    struct Log {
        int tables = 0; // as LogTables says
        LogLayout layout = LogLayout::None;
        int version = LogVersion::Plain;
    };
    Result<Log> log();

    std::optional<Log> m_log; // when it is there in the present layout
    QHash<QString, int> m_logNames;
    std::optional<QString> m_account;
    std::optional<std::chrono::microseconds> m_clockAhead;
    bool m_lost = false;
    std::function<Status()> m_mayBegin; // empty: any may
    int m_finishing = 0;                // how many Finishing there are
};

} // namespace gravin
