// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/log_takeover.h"

#include "core/base/text.h"
#include "core/changes/log/log_seal.h"

#include <algorithm>

namespace gravin {

namespace {

// Records that one statement brings over.
constexpr qint64 TakenOverAtOnce = 20'000;

// Why the tables could not be made; what has nothing to do with rights speaks for itself.
Error mayNot(const Error& because) {
    for (const ErrorKind kind :
         {ErrorKind::Unavailable, ErrorKind::Busy, ErrorKind::Cancelled, ErrorKind::Full}) {
        if (because.kind == kind)
            return because;
    }
    return {ErrorKind::ReadOnly,
            coreTr("The change log of this database has the layout of an earlier Gravin, and this "
                   "account may not bring it into the present one. Somebody who may alter the "
                   "log's tables has to write something once; until then nothing can be changed."),
            because.sentence + u' ' + because.detail};
}

Error becameAnother(const QString& reason) {
    return {ErrorKind::Damaged,
            coreTr("The change log could not be brought into its present layout: %1 Nothing was "
                   "changed.")
                .arg(reason)};
}

} // namespace

Status LogTakeover::run(const Progress& progress) {
    if (Status made = makeTables(); !made)
        return mayNot(made.error());
    if (m_session.dialect().createsTablesInTransactions()) {
        const Status over = bringOver(progress);
        return over ? clearUp() : over;
    }
    WriteTransaction transaction(m_writer);
    Status over = transaction.begin(false);
    // Nobody is to add a change meanwhile.
    if (over)
        over = m_session.select(
            QStringLiteral("SELECT id FROM gravin_change ORDER BY id DESC LIMIT 1 FOR UPDATE"), {},
            [](const QSqlQuery&) { return false; });
    if (over)
        over = bringOver(progress);
    if (over)
        over = transaction.commit();
    return over ? clearUp() : over;
}

Status LogTakeover::makeTables() {
    const auto isSealed = m_session.hasSealedLog();
    if (!isSealed)
        return isSealed.error();
    const auto isApart = m_session.sealsRecordsApart();
    if (!isApart)
        return isApart.error();
    // Where a table is made for good at once, an earlier try may have come this far.
    const QString missing = m_session.dialect().createsTablesInTransactions()
                                ? QString()
                                : QStringLiteral("IF NOT EXISTS ");
    QStringList statements{
        QStringLiteral("ALTER TABLE gravin_change ADD COLUMN %1account VARCHAR(190)").arg(missing)};
    if (*isSealed && !*isApart)
        statements +=
            QStringLiteral("ALTER TABLE gravin_seal ADD COLUMN %1records CHAR(64)").arg(missing);
    for (const QString& statement : statements + m_session.dialect().changeLogSchema()) {
        if (Status made = m_writer.command(statement); !made)
            return made;
    }
    return ok();
}

Status LogTakeover::bringOver(const Progress& progress) {
    // One from before the hashes has none at all.
    const auto seals = m_session.scalar(QStringLiteral("SELECT count(*) FROM gravin_seal"));
    if (!seals)
        return seals.error();
    const bool isSealed = seals->toLongLong() > 0;
    LogVerification before;
    if (isSealed) {
        auto found = LogVerifier(m_session).verify({});
        if (!found)
            return found.error();
        before = std::move(*found);
    }
    Status over = copy(progress);
    if (over)
        over = markKeyChanges();
    if (!over)
        return over;
    auto marked = m_writer.execute(QStringLiteral("INSERT INTO gravin_log (version) VALUES (?)"),
                                   {LogVersion::Plain});
    if (!marked)
        return marked.error();
    m_session.forgetLog();
    if (!isSealed)
        return LogSeal(m_session).adopt(m_writer);
    const auto after = LogVerifier(m_session).verify({});
    if (!after)
        return after.error();
    const bool isSame =
        after->changes == before.changes && after->head == before.head &&
        after->trimmed == before.trimmed &&
        std::equal(after->damages.begin(), after->damages.end(), before.damages.begin(),
                   before.damages.end(), [](const LogDamage& a, const LogDamage& b) {
                       return a.change == b.change && a.reason == b.reason;
                   });
    if (isSame)
        return ok();
    return becameAnother(after->damages.empty() ? before.damages.front().reason
                                                : after->damages.front().reason);
}

Status LogTakeover::copy(const Progress& progress) {
    for (const char* table : {"gravin_entry", "gravin_name", "gravin_log"}) {
        auto emptied = m_writer.execute(QStringLiteral("DELETE FROM ") + QLatin1String(table));
        if (!emptied)
            return emptied.error();
    }
    if (Status named = copyNames(); !named)
        return named;
    // Each change with its last place; those of few records go together.
    struct Change {
        qint64 id;
        qint64 last;
    };
    std::vector<Change> changes;
    qint64 all = 0;
    const Status read = m_session.select(
        QStringLiteral("SELECT change_id, max(seq) FROM gravin_record GROUP BY change_id ORDER BY "
                       "change_id"),
        {}, [&](const QSqlQuery& row) {
            changes.push_back({row.value(0).toLongLong(), row.value(1).toLongLong()});
            all += changes.back().last + 1;
            return true;
        });
    if (!read)
        return read;
    qint64 done = 0;
    for (size_t next = 0; next < changes.size();) {
        if (progress && !progress(done, all))
            return Error{ErrorKind::Cancelled, coreTr("Stopped. Nothing was changed.")};
        const Change& first = changes[next];
        qint64 records = 0;
        size_t end = next;
        while (end < changes.size() && records < TakenOverAtOnce)
            records += changes[end++].last + 1;
        if (end - next > 1 || records <= TakenOverAtOnce) {
            if (Status part = copyPart(QStringLiteral("r.change_id BETWEEN ? AND ?"),
                                       {first.id, changes[end - 1].id});
                !part)
                return part;
        } else {
            for (qint64 place = 0; place <= first.last; place += TakenOverAtOnce) {
                if (progress && !progress(done + place, all))
                    return Error{ErrorKind::Cancelled, coreTr("Stopped. Nothing was changed.")};
                if (Status part =
                        copyPart(QStringLiteral("r.change_id = ? AND r.seq BETWEEN ? AND ?"),
                                 {first.id, place, place + TakenOverAtOnce - 1});
                    !part)
                    return part;
            }
        }
        done += records;
        next = end;
    }
    return ok();
}

Status LogTakeover::copyNames() {
    auto named = m_writer.execute(
        QStringLiteral("INSERT INTO gravin_name (name) SELECT a.name FROM (SELECT table_name AS "
                       "name FROM gravin_record UNION SELECT column_name FROM gravin_field) a "
                       "ORDER BY a.name"));
    return named ? ok() : Status(named.error());
}

Status LogTakeover::copyPart(const QString& where, const QVariantList& values) {
    auto copied = m_writer.execute(
        QStringLiteral(
            "INSERT INTO gravin_entry (change_id, seq, part, table_id, record_key, op, hidden_row, "
            "column_id, old_value, new_value) SELECT r.change_id, r.seq, row_number() OVER "
            "(PARTITION BY r.change_id, r.seq ORDER BY f.column_name) - 1, t.id, r.record_key, "
            "CASE r.op WHEN 'insert' THEN 1 WHEN 'update' THEN 2 WHEN 'delete' THEN 3 ELSE 0 END, "
            "r.hidden_row, coalesce(n.id, 0), f.old_value, f.new_value FROM gravin_record r JOIN "
            "gravin_name t ON t.name = r.table_name LEFT JOIN gravin_field f ON f.change_id = "
            "r.change_id AND f.seq = r.seq LEFT JOIN gravin_name n ON n.name = f.column_name "
            "WHERE ") +
            where,
        values);
    if (copied)
        return ok();
    // Rows that no Gravin wrote may be none that the present layout has room for.
    const bool isRefused = m_session.dialect().constraintFailure(copied.error()).kind !=
                           ConstraintFailure::Kind::Other;
    return isRefused ? Status(becameAnother(copied.error().detail)) : Status(copied.error());
}

// Updates that changed a key, by which a record is followed to the one that it had before.
Status LogTakeover::markKeyChanges() {
    struct Pair {
        QString table;
        QString column;
        int tableId;
        int columnId;
    };
    std::vector<Pair> pairs;
    const Status read = m_session.select(
        QStringLiteral("SELECT t.name, n.name, p.table_id, p.column_id FROM (SELECT DISTINCT "
                       "table_id, column_id FROM gravin_entry WHERE op = 2) p JOIN gravin_name t "
                       "ON t.id = p.table_id JOIN gravin_name n ON n.id = p.column_id"),
        {}, [&](const QSqlQuery& row) {
            pairs.push_back({row.value(0).toString(), row.value(1).toString(), row.value(2).toInt(),
                             row.value(3).toInt()});
            return true;
        });
    if (!read)
        return read;
    for (const Pair& pair : pairs) {
        const Table* table = m_catalog.table(pair.table);
        if (!table || !table->key.contains(pair.column))
            continue;
        std::vector<std::pair<qint64, qint64>> places;
        const Status found = m_session.select(
            QStringLiteral("SELECT change_id, seq FROM gravin_entry WHERE op = 2 AND table_id = ? "
                           "AND column_id = ?"),
            {pair.tableId, pair.columnId}, [&](const QSqlQuery& row) {
                places.emplace_back(row.value(0).toLongLong(), row.value(1).toLongLong());
                return true;
            });
        if (!found)
            return found;
        for (const auto& [change, place] : places) {
            auto marked = m_writer.execute(
                QStringLiteral("UPDATE gravin_entry SET op = 4 WHERE change_id = ? AND seq = ?"),
                {change, place});
            if (!marked)
                return marked.error();
        }
    }
    return ok();
}

// Where the program ends just before, on an engine that makes tables for good at once, they stay
// and are not read any more.
Status LogTakeover::clearUp() {
    for (const char* table : {"gravin_field", "gravin_record"}) {
        if (Status gone =
                m_writer.command(QStringLiteral("DROP TABLE IF EXISTS ") + QLatin1String(table));
            !gone)
            return gone;
    }
    return ok();
}

} // namespace gravin
