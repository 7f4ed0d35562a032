// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/change_log.h"

#include "core/base/text.h"
#include "core/changes/log/log_entry.h"
#include "core/changes/log/log_layout.h"
#include "core/changes/log/log_rows.h"
#include "core/changes/log/log_scan.h"
#include "core/changes/log/log_sight.h"
#include "core/changes/log/log_takeover.h"
#include "core/database/record_statements.h"

#include <QSet>
#include <QUuid>

#include <algorithm>
#include <limits>

namespace gravin {

namespace {

// A condition on gravin_change c: it touched records of this table, one with this key if there is
// one. The engine is to look through the change's own records, not through all that the log has of
// the table: every place there can be, the wrong ones too.
SqlFragment touches(const LogRows& rows, const QString& table, const Key* key = nullptr) {
    const QString ofTable = QStringLiteral("EXISTS (SELECT 1 FROM %1 WHERE r.change_id = c.id AND "
                                           "r.seq >= ? AND %2 = ?")
                                .arg(rows.from, rows.table);
    const QVariantList values{std::numeric_limits<qint32>::min(), table};
    if (!key)
        return {ofTable + u')', values};
    const SqlFragment had = rows.hadKey(key->encoded());
    return {ofTable + QStringLiteral(" AND ") + had.sql + u')', values + had.values};
}

SqlFragment conditionsOf(const Dialect& dialect, const LogRows& rows, const LogFilter& filter) {
    QStringList conditions{QStringLiteral("c.id <= ?")};
    QVariantList values{LargestChangeId};
    const auto narrow = [&](const QString& condition, const QVariantList& bound) {
        conditions += condition;
        values += bound;
    };
    if (!filter.table.isEmpty()) {
        const SqlFragment touching =
            touches(rows, filter.table, filter.key ? &*filter.key : nullptr);
        narrow(touching.sql, touching.values);
    }
    if (!filter.person.isEmpty())
        narrow(QStringLiteral("c.person = ?"), {filter.person});
    if (!filter.since.isEmpty())
        narrow(QStringLiteral("c.at >= ?"), {filter.since});
    if (filter.afterId)
        narrow(QStringLiteral("c.id > ?"), {*filter.afterId});
    if (!filter.text.isEmpty()) {
        QStringList places;
        QVariantList texts;
        for (const char* column : {"c.screen", "c.action", "c.note"}) {
            places += dialect.containsText(QLatin1String(column));
            texts += filter.text;
        }
        narrow(u'(' + places.join(QStringLiteral(" OR ")) + u')', texts);
    }
    if (filter.upToId)
        narrow(QStringLiteral("c.id <= ?"), {*filter.upToId});
    return {conditions.join(QStringLiteral(" AND ")), values};
}

} // namespace

QString whoWrote(const ChangeSummary& change) {
    if (change.person.isEmpty())
        return change.account.isEmpty() ? coreTr("another program") : change.account;
    return change.account.isEmpty() || change.account == change.person
               ? change.person
               : QStringLiteral("%1 (%2)").arg(change.person, change.account);
}

QString newChangeUid() { return QUuid::createUuid().toString(QUuid::WithoutBraces); }

Result<bool> ChangeLog::exists() { return m_session.hasChangeLog(); }

Status ChangeLog::createTables(SessionWriter& writer, const Catalog& catalog) {
    const auto layout = m_session.logLayout();
    if (!layout)
        return layout.error();
    if (*layout == Session::LogLayout::Present)
        return ok();
    const Dialect& dialect = m_session.dialect();
    const auto ask = [&](const QString& sql) {
        return sql.isEmpty() ? ok()
                             : m_session.select(sql, {}, [](const QSqlQuery&) { return true; });
    };
    // Two who write for the first time in one moment would both make them.
    if (Status entered = ask(dialect.enterMakingLog()); !entered)
        return entered;
    const Status made = makeTables(writer, catalog);
    const Session::Finishing finishing(m_session);
    const Status left = ask(dialect.leaveMakingLog());
    return made ? left : made;
}

Status ChangeLog::makeTables(SessionWriter& writer, const Catalog& catalog) {
    const auto layout = m_session.logLayout(); // by somebody who came first
    if (!layout)
        return layout.error();
    if (*layout == Session::LogLayout::Present)
        return ok();
    if (*layout == Session::LogLayout::Former)
        return LogTakeover(writer, catalog).run({});
    for (const QString& statement : m_session.dialect().changeLogSchema()) {
        if (Status created = writer.command(statement); !created)
            return created;
    }
    if (Status ours = verifyOurs(); !ours)
        return ours;
    auto marked = writer.execute(QStringLiteral("INSERT INTO gravin_log (version) VALUES (?)"),
                                 {LogVersion::Plain});
    return marked ? ok() : Status(marked.error());
}

// Tables of these names may be somebody else's.
Status ChangeLog::verifyOurs() {
    for (const auto& [table, columns] :
         {std::pair{"gravin_change", "id, uid, at, person, screen, action, note, undoes, records, "
                                     "tables, op, account"},
          std::pair{"gravin_name", "id, name"},
          std::pair{"gravin_entry", "change_id, seq, part, table_id, record_key, op, hidden_row, "
                                    "column_id, old_value, new_value"},
          std::pair{"gravin_seal", "change_id, content, position, chain, records"},
          std::pair{"gravin_log", "version"}}) {
        const Status read = m_session.select(QStringLiteral("SELECT %1 FROM %2 WHERE 1 = 0")
                                                 .arg(QLatin1String(columns), QLatin1String(table)),
                                             {}, [](const QSqlQuery&) { return true; });
        if (!read && read.error().kind == ErrorKind::Database)
            return Error{
                ErrorKind::ReadOnly,
                coreTr("The database has a table %1 that is not Gravin's, so no change log "
                       "can be kept in it. Give that table another name.")
                    .arg(QLatin1String(table)),
                read.error().detail};
        if (!read)
            return read;
    }
    return ok();
}

Status ChangeLog::append(SessionWriter& writer, CommittedChange& change, const Catalog& catalog) {
    LogEntry entry(writer, catalog);
    if (Status begun = entry.begin(change); !begun)
        return begun;
    if (Status added = entry.add(change.records); !added)
        return added;
    return entry.end(change);
}

Result<qint64> ChangeLog::trim(SessionWriter& writer, qint64 upTo) {
    auto concerned = m_session.scalar(
        QStringLiteral("SELECT count(DISTINCT change_id) FROM gravin_entry WHERE change_id <= ?"),
        {upTo});
    if (!concerned)
        return concerned.error();
    auto deleted =
        writer.execute(QStringLiteral("DELETE FROM gravin_entry WHERE change_id <= ?"), {upTo});
    if (!deleted)
        return deleted.error();
    return concerned->toLongLong();
}

Result<qint64> ChangeLog::trimmedUpTo() {
    auto present = exists();
    if (!present)
        return present.error();
    if (!*present)
        return qint64{0};
    auto bound = m_session.scalar(
        QStringLiteral("SELECT max(undoes) FROM gravin_change WHERE action = 'trim'"));
    if (!bound)
        return bound.error();
    return bound->toLongLong();
}

Result<std::vector<ChangeSummary>> ChangeLog::list(const LogFilter& filter) {
    std::vector<ChangeSummary> changes;
    const auto layout = m_session.logLayout();
    if (!layout)
        return layout.error();
    if (*layout == Session::LogLayout::None)
        return changes;

    SqlFragment where = conditionsOf(m_session.dialect(), logRows(*layout), filter);
    where.values += filter.limit < 0 ? std::numeric_limits<qint64>::max() : filter.limit;
    Status selected = m_session.select(
        QStringLiteral("SELECT %1 FROM gravin_change c WHERE %2 ORDER BY c.id DESC LIMIT ?")
            .arg(loggedHeads(*layout), where.sql),
        where.values, [&](const QSqlQuery& row) {
            changes.push_back(summaryFrom(row));
            return true;
        });
    if (!selected)
        return selected.error();
    return changes;
}

Result<QList<qint64>> ChangeLog::idsAfter(qint64 id, qint64 most) {
    QList<qint64> ids;
    auto present = exists();
    if (!present)
        return present.error();
    if (!*present)
        return ids;
    Status read = m_session.select(
        QStringLiteral("SELECT id FROM gravin_change WHERE id > ? AND id <= ? ORDER BY id DESC "
                       "LIMIT ?"),
        {id, LargestChangeId, most}, [&](const QSqlQuery& row) {
            ids += row.value(0).toLongLong();
            return true;
        });
    if (!read)
        return read.error();
    return ids;
}

Result<std::optional<ChangeSummary>> ChangeLog::summary(qint64 id) {
    LogFilter one;
    one.afterId = id - 1;
    one.upToId = id;
    const auto found = list(one);
    if (!found)
        return found.error();
    return found->empty() ? std::nullopt : std::optional(found->front());
}

namespace {

// 0: there is no log yet, or nothing in it.
Result<qint64> loggedNumber(Session& session, const QString& sql, const QVariantList& values) {
    const auto present = session.hasChangeLog();
    if (!present)
        return present.error();
    if (!*present)
        return qint64{0};
    const auto found = session.scalar(sql, values);
    if (!found)
        return found.error();
    return found->toLongLong();
}

} // namespace

Result<qint64> ChangeLog::idOf(const QString& uid) {
    return loggedNumber(m_session, QStringLiteral("SELECT id FROM gravin_change WHERE uid = ?"),
                        {uid});
}

Result<CommittedChange> ChangeLog::change(qint64 id, const Catalog& catalog) {
    const Error unknown{ErrorKind::NotFound, coreTr("There is no change %1 in the log.").arg(id)};
    const auto layout = m_session.logLayout();
    if (!layout)
        return layout.error();
    if (*layout == Session::LogLayout::None)
        return unknown;

    CommittedChange change;
    qint64 all = 0; // records that it touched
    Status selected = m_session.select(
        QStringLiteral("SELECT %1 FROM gravin_change c WHERE c.id = ?").arg(loggedHeads(*layout)),
        {id}, [&](const QSqlQuery& row) {
            change = headFrom(row).change;
            all = change.count();
            change.uid.clear();
            change.recordCount.reset(); // they follow
            return false;
        });
    if (!selected)
        return selected.error();
    if (change.id == 0)
        return unknown;

    LogScope scope;
    scope.changes = {id};
    std::optional<qint64> former; // they come from the last to the first
    const Status scanned =
        scan(scope, catalog, [&](qint64, qint64 sequence, RecordChange&& record) {
            const bool follows = !former || sequence == *former - 1;
            former = follows ? sequence : -1;
            change.records.push_back(std::move(record));
            return follows;
        });
    if (!scanned)
        return scanned.error();
    if (static_cast<qint64>(change.records.size()) != all) {
        const auto seesAll = seesWholeLog(m_session);
        if (!seesAll)
            return seesAll.error();
        if (!*seesAll)
            return notAllSeen(id);
    }
    if (former && *former != 0)
        return damagedAt(id, change.records.back().key.encoded());
    std::reverse(change.records.begin(), change.records.end());
    return change;
}

Result<std::optional<OpenTrial>> ChangeLog::openTrial() {
    std::optional<OpenTrial> none;
    auto present = exists();
    if (!present)
        return present.error();
    if (!*present)
        return none;
    auto newest = m_session.scalar(
        QStringLiteral("SELECT max(c.id) FROM gravin_change c WHERE c.action = ? AND NOT EXISTS "
                       "(SELECT 1 FROM gravin_change e WHERE e.action = ? AND e.undoes = c.id)"),
        {TrialAction, TrialEndAction});
    if (!newest)
        return newest.error();
    const qint64 id = newest->toLongLong();
    if (id == 0)
        return none;
    const auto start = summary(id);
    if (!start)
        return start.error();
    if (!*start)
        return none;
    auto count = m_session.scalar(
        QStringLiteral("SELECT count(*) FROM gravin_change WHERE id > ? AND records > 0"), {id});
    if (!count)
        return count.error();
    return std::optional(OpenTrial{**start, count->toLongLong()});
}

Result<qint64> ChangeLog::lastIdAt(const QString& time) {
    return loggedNumber(m_session,
                        QStringLiteral("SELECT max(id) FROM gravin_change WHERE at <= ?"), {time});
}

Result<std::vector<qint64>> ChangeLog::changesOf(const LogScope& scope, const Catalog& catalog) {
    std::vector<qint64> changes;
    if (!scope.changes.empty() && !scope.afterId)
        return scope.changes;
    if (scope.key)
        return LogScan(m_session, catalog).changesOf(scope);
    SqlFragment where{QStringLiteral("c.id > ?"), {scope.afterId.value_or(0)}};
    const auto narrow = [&](const SqlFragment& by) {
        where.sql += QStringLiteral(" AND ") + by.sql;
        where.values += by.values;
    };
    if (!scope.person.isEmpty())
        narrow({QStringLiteral("c.person = ?"), {scope.person}});
    const auto layout = m_session.logLayout();
    if (!layout)
        return layout.error();
    if (!scope.table.isEmpty())
        narrow(touches(logRows(*layout), scope.table));
    const Status read = m_session.select(
        QStringLiteral("SELECT c.id FROM gravin_change c WHERE %1 ORDER BY c.id DESC")
            .arg(where.sql),
        where.values, [&](const QSqlQuery& row) {
            changes.push_back(row.value(0).toLongLong());
            return true;
        });
    if (!read)
        return read.error();
    return changes;
}

Status ChangeLog::scan(
    const LogScope& scope, const Catalog& catalog,
    const std::function<bool(qint64 change, qint64 sequence, RecordChange&& record)>& take) {
    const auto present = exists();
    if (!present)
        return present.error();
    return *present ? LogScan(m_session, catalog).run(scope, take) : ok();
}

Result<std::vector<FieldHistory>> ChangeLog::historyOf(const Table& table, const Key& key,
                                                       const QString& column,
                                                       const Catalog& catalog) {
    LogScope scope;
    scope.table = table.written();
    scope.key = key;
    std::vector<FieldHistory> history;
    Status scanned = scan(scope, catalog, [&](qint64 change, qint64, RecordChange&& record) {
        if (record.before.contains(column) || record.after.contains(column)) {
            FieldHistory each;
            each.change.id = change;
            each.before = record.before.value(column);
            each.after = record.after.value(column);
            history.push_back(std::move(each));
        }
        return true;
    });
    if (!scanned)
        return scanned.error();
    for (FieldHistory& each : history) {
        const auto found = summary(each.change.id);
        if (!found)
            return found.error();
        if (*found)
            each.change = **found;
    }
    return history;
}

Result<qint64> ChangeLog::latestTouching(const QString& table, const Key& key,
                                         const QString& column, qint64 afterId) {
    const auto layout = m_session.logLayout();
    if (!layout)
        return layout.error();
    const LogRows rows = logRows(*layout);
    const SqlFragment had = rows.hadKey(key.encoded());
    // An empty column name asks for the record as a whole.
    auto found = m_session.scalar(
        QStringLiteral("SELECT max(r.change_id) FROM %1 WHERE %2 AND %3 = ? AND r.change_id > ? "
                       "AND (? = '' OR %4 = ?)")
            .arg(rows.from, had.sql, rows.table, rows.column),
        had.values + QVariantList{table, afterId, notNull(column), notNull(column)});
    if (!found)
        return found.error();
    return found->toLongLong();
}

} // namespace gravin
