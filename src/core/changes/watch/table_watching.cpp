// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/watch/table_watching.h"

#include "core/base/text.h"
#include "core/changes/log/change_log.h"
#include "core/changes/log/log_seal.h"
#include "core/changes/watch/watched_run.h"

#include <algorithm>

namespace gravin {

WatchState watchStateOf(const Dialect& dialect, const Table& table) {
    if (table.watchers.isEmpty())
        return WatchState::Off;
    return dialect.tableWatch().isCurrent(table) ? WatchState::On : WatchState::Outgrown;
}

Result<QString> TableWatching::home() {
    const QString asked = m_session.dialect().tableWatch().homeQuery();
    if (asked.isEmpty())
        return QString();
    const auto home = m_session.scalar(asked);
    return home ? Result<QString>(home->toString()) : home.error();
}

Status TableWatching::verify(const QStringList& tables, bool isWatched) const {
    const TableWatch& watch = m_session.dialect().tableWatch();
    for (const QString& name : tables) {
        const Table* table = m_catalog.table(name);
        if (!table || table->isQuery())
            return Error{ErrorKind::Usage, coreTr("There is no table %1.").arg(name)};
        const QString reason = isWatched ? watch.reasonAgainst(*table) : QString();
        if (!reason.isEmpty())
            return Error{ErrorKind::Refused, reason};
    }
    return ok();
}

bool TableWatching::isAnyWatched(const QStringList& tables, bool isWatched) const {
    return (isWatched && !tables.isEmpty()) ||
           std::any_of(m_catalog.tables.begin(), m_catalog.tables.end(), [&](const Table& table) {
               return !table.watchers.isEmpty() && !tables.contains(table.name);
           });
}

Result<QStringList> TableWatching::statements(const QStringList& tables, bool isWatched) {
    const auto made = plan(tables, isWatched);
    return made ? Result<QStringList>(made->schema + made->triggers) : made.error();
}

Result<TableWatching::Plan> TableWatching::plan(const QStringList& tables, bool isWatched) {
    if (Status may = verify(tables, isWatched); !may)
        return may.error();
    const auto where = home();
    if (!where)
        return where.error();
    const TableWatch& watch = m_session.dialect().tableWatch();
    Plan plan;
    if (isWatched)
        plan.schema = watch.schema(*where);
    for (const QString& name : tables) {
        const Table& table = *m_catalog.table(name);
        if (!table.watchers.isEmpty())
            plan.triggers += watch.notWatching(table);
        if (isWatched)
            plan.triggers += watch.watching(table.stored(), *where);
    }
    return plan;
}

Status TableWatching::mark(SessionWriter& writer, bool isWatched) {
    const auto marked = writer.execute(QStringLiteral("UPDATE gravin_log SET version = ?"),
                                       {LogVersion::of(isWatched, m_session.isProtected())});
    m_session.forgetLog();
    return marked ? ok() : Status(marked.error());
}

Status TableWatching::set(const QStringList& tables, bool isWatched) {
    const auto made = plan(tables, isWatched);
    if (!made)
        return made.error();
    if (made->schema.isEmpty() && made->triggers.isEmpty())
        return ok(); // nothing of it was watched
    if (const auto gathered = gather(); !gathered)
        return gathered.error();
    const bool isAny = isAnyWatched(tables, isWatched);
    const bool inOne = m_session.dialect().createsTablesInTransactions();
    SessionWriter writer(m_session);
    ChangeLog log(m_session);
    WriteTransaction transaction(writer);
    Status done = ok();
    // Where making a trigger ends a transaction, the sign that there are some comes first and goes
    // last: a client that knows of none would log twice.
    if (inOne)
        done = transaction.begin(false);
    if (done)
        done = log.createTables(writer, m_catalog);
    const auto run = [&](const QStringList& all) {
        for (const QString& statement : all) {
            if (done)
                done = writer.command(statement);
        }
    };
    run(made->schema);
    if (done && isWatched)
        done = mark(writer, true);
    run(made->triggers);
    if (done && !isAny) {
        // Between the last look and this moment somebody may have written.
        if (const auto left = m_session.scalar(QStringLiteral("SELECT count(*) FROM gravin_seen"));
            left && left->toLongLong() == 0) {
            run(m_session.dialect().tableWatch().withoutSchema());
            if (done)
                done = mark(writer, false);
        }
    }
    if (done && inOne)
        done = transaction.commit();
    m_session.forgetLog();
    return done;
}

Result<int> TableWatching::gather() {
    const auto layout = m_session.logLayout();
    if (!layout)
        return layout.error();
    if (*layout != Session::LogLayout::Present || !m_session.isWatching() ||
        !m_session.spec().changeLog)
        return 0;
    const auto waiting =
        m_session.scalar(QStringLiteral("SELECT 1 FROM gravin_seen ORDER BY id LIMIT 1"));
    if (!waiting)
        return waiting.error();
    if (!waiting->isValid())
        return 0;
    SessionWriter writer(m_session);
    if (const QString isolation = m_session.dialect().tableWatch().isolation();
        !isolation.isEmpty()) {
        if (Status set = writer.command(isolation); !set)
            return set.error();
    }
    WriteTransaction transaction(writer);
    if (Status begun = transaction.begin(false); !begun)
        return begun.error();
    WatchedRun run(writer, m_catalog);
    if (Status begun = run.begin(); !begun)
        return begun.error();
    const auto gathered = run.gatherOthers();
    if (!gathered)
        return gathered.error();
    if (Status committed = transaction.commit(); !committed)
        return committed.error();
    (void)LogSeal(m_session).chainWaiting(); // otherwise whoever writes next does it
    return *gathered;
}

QStringList TableWatching::consequences(Engine engine) {
    QStringList sentences{
        coreTr("Each statement that changes a watched table, of any program, writes down what it "
               "changed, in the same transaction: it takes about twice the time, and fails where "
               "that cannot be written."),
        coreTr("Gravin brings what was written down into the change log, with the account and the "
               "time that the database knows. Until then it takes up room in the database.")};
    switch (engine) {
    case Engine::Sqlite:
        sentences += {coreTr("Who wrote to a file is not known to it."),
                      coreTr("A column that triggers name cannot be dropped: have the table not "
                             "watched before. A new one is seen when the table is watched anew."),
                      coreTr("Of INSERT OR REPLACE only the new record is seen, not the one that "
                             "it replaces.")};
        break;
    case Engine::PostgreSql:
        sentences += coreTr("Columns may come and go. Records of a partition are seen when they "
                            "are written through its parent.");
        break;
    case Engine::MariaDb:
        sentences += {coreTr("While a column that triggers name is dropped or renamed, each "
                             "statement that changes the table fails: have the table not watched "
                             "before. A new one is seen when the table is watched anew."),
                      coreTr("What ON DELETE and ON UPDATE let follow, and TRUNCATE, MariaDB tells "
                             "no trigger. What Gravin writes is logged all the same.")};
        break;
    }
    return sentences;
}

} // namespace gravin
