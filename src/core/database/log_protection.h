// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMap>
#include <QString>
#include <QStringList>

namespace gravin {

// What an account may do with a protected change log.
struct LogRights {
    QString role;    // whose rights these are, a name
    QString grantee; // its accounts, as GRANT says them
    bool writes = false;
    bool readsAll = false; // what others did too
    bool trims = false;
    // By table: what of it they see, a condition on record_key of gravin_entry; an empty one:
    // nothing. Tables that are not here are seen whole.
    QMap<QString, QString> seen = {};
};

// How a server lets nobody write into the change log otherwise than Gravin does, whatever program
// they use: its tables belong to an account that nobody logs in with, the server says who wrote and
// when, what is finished stays, and hashes are chained by a routine that has the right to. An
// immutable value of its dialect.
class LogProtection {
public:
    virtual ~LogProtection() = default;

    // The account that owns the log, or as which its routines run.
    static QString owner() { return QStringLiteral("gravin_log_owner"); }

    // After Dialect::changeLogSchema(): says of a log that has none its version.
    static QString markNew();

    // Statements that protect the log, for an account that may; they may be run again. `home`: what
    // TableWatch::homeQuery() gave. Requires: there is a log of the present layout.
    virtual QStringList statements(const QString& home, bool isWatching) const = 0;
    // What has to follow when all else is done.
    virtual QStringList ending() const { return {}; }
    // Statements that give the accounts these rights; where they may neither write nor read all,
    // those that take from them what they had. What the engine cannot say of it (`readsAll`,
    // `seen`) stays open: dividesReading().
    virtual QStringList rights(const LogRights& rights, bool isWatching) const = 0;
    virtual bool dividesReading() const = 0;
    // Gives 1 where this connection's account sees all of the log; empty: every reader does.
    virtual QString seesAllQuery() const { return {}; }
    // Chains what waits for it, and leaves alone what somebody else is at.
    virtual QString chaining() const = 0;

protected:
    static QStringList tables(bool isWatching);
    // What a client says of its change; the rest is given, or found when it is finished.
    static QString givenColumns();
    static QString finishedColumns() { return QStringLiteral("records, tables, op"); }
    // Raises the version, so that who does not know of the protection is told.
    static QString mark();
};

} // namespace gravin
