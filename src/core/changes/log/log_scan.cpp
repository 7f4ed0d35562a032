// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/log_scan.h"

#include "core/base/text.h"
#include "core/changes/log/content_hash.h"
#include "core/changes/log/log_rows.h"

#include <QSet>
#include <QSqlQuery>

#include <set>

namespace gravin {

namespace {

// A record of the log.
struct LoggedPlace {
    qint64 change = 0;
    qint64 sequence = -1;
    friend bool operator==(const LoggedPlace&, const LoggedPlace&) = default;
};

// What narrows the records of the log to a scope, as far as the engine can. `before`: only what
// stands before this place.
SqlFragment whereOf(const LogRows& rows, const LogScope& scope, const Table* table,
                    const std::optional<LoggedPlace>& before = std::nullopt) {
    SqlFragment where{QStringLiteral(" WHERE 1 = 1"), {}};
    const auto narrow = [&](const QString& condition, const QVariantList& values) {
        where.sql += QStringLiteral(" AND ") + condition;
        where.values += values;
    };
    if (!scope.changes.empty()) {
        QStringList places;
        QVariantList ids;
        for (const qint64 id : scope.changes) {
            places += QStringLiteral("?");
            ids += id;
        }
        narrow(places.size() == 1 ? QStringLiteral("r.change_id = ?")
                                  : QStringLiteral("r.change_id IN (%1)").arg(places.join(u',')),
               ids);
    }
    if (scope.afterId)
        narrow(QStringLiteral("r.change_id > ?"), {*scope.afterId});
    if (before)
        narrow(QStringLiteral("(r.change_id < ? OR (r.change_id = ? AND r.seq < ?))"),
               {before->change, before->change, before->sequence});
    if (scope.sequences)
        narrow(QStringLiteral("r.seq BETWEEN ? AND ?"),
               {scope.sequences->first, scope.sequences->second});
    if (!scope.person.isEmpty())
        narrow(QStringLiteral("r.change_id IN (SELECT id FROM gravin_change WHERE person = ?)"),
               {scope.person});
    if (!scope.table.isEmpty())
        narrow(rows.table + QStringLiteral(" = ?"), {scope.table});
    // Of a record that is followed all fields are read, for those of its key tell where it goes.
    if (!scope.column.isEmpty() && !scope.key)
        narrow(QStringLiteral("r.op IN (2, 4) AND %1 = ?").arg(rows.column), {scope.column});
    if (!scope.key)
        return where;
    // An update that changed the key is found under the former one.
    const SqlFragment found =
        rows.hadOrLeftKey(scope.key->encoded(), table ? table->key : QStringList());
    narrow(found.sql, found.values);
    return where;
}

// Makes records of the rows of loggedFields().
class LoggedRecords {
public:
    LoggedRecords(const Dialect& dialect, const Catalog& catalog)
        : m_dialect(dialect)
        , m_catalog(catalog) {}

    static LoggedPlace placeOf(const QSqlQuery& row) {
        return {row.value(0).toLongLong(), row.value(1).toLongLong()};
    }
    // Whether the row belongs to the record that is under way.
    bool continues(const QSqlQuery& row) const { return m_record && placeOf(row) == m_place; }
    // False: what stands there is no record.
    bool begin(const QSqlQuery& row) {
        m_place = placeOf(row);
        // A name that the log has lost is NULL.
        const auto key = row.isNull(2) ? std::nullopt : Key::decoded(row.value(3).toString());
        const auto operation = operationFromLog(row.value(4).toInt());
        if (!key || !operation)
            return false;
        m_record.emplace();
        m_record->table = row.value(2).toString();
        m_record->key = *key;
        m_record->operation = *operation;
        if (!row.isNull(5))
            m_record->rowNumber = row.value(5).toLongLong();
        // A table's columns are asked for once, not for each field.
        if (!m_table || m_table->name != m_record->table)
            m_table = m_catalog.table(m_record->table);
        return true;
    }
    void addField(const QSqlQuery& row) {
        if (row.value(6).isNull())
            return;
        const QString name = row.value(6).toString();
        const Column* column = m_table ? m_table->column(name) : nullptr;
        const ColumnType type = column ? column->type : ColumnType{};
        if (m_record->operation != Operation::Insert)
            m_record->before.insert(name, m_dialect.decodeFromLog(row.value(7), type));
        if (m_record->operation != Operation::Delete)
            m_record->after.insert(name, m_dialect.decodeFromLog(row.value(8), type));
    }
    // The record that was under way, with its place; nothing: there was none.
    std::optional<RecordChange> end() { return std::exchange(m_record, std::nullopt); }
    const LoggedPlace& place() const { return m_place; }

private:
    const Dialect& m_dialect;
    const Catalog& m_catalog;
    const Table* m_table = nullptr;
    LoggedPlace m_place;
    std::optional<RecordChange> m_record;
};

// Of an update only what it did to this field. False: it did nothing to it. An empty column leaves
// all, of anything.
bool leaveOnly(const QString& column, RecordChange& record) {
    if (column.isEmpty())
        return true;
    if (record.operation != Operation::Update || !record.after.contains(column))
        return false;
    const auto isOther = [&](const auto& field) { return field.key() != column; };
    record.before.removeIf(isOther);
    record.after.removeIf(isOther);
    return true;
}

} // namespace

LogScan::LogScan(Session& session, const Catalog& catalog)
    : m_session(session)
    , m_catalog(catalog) {}

Status LogScan::run(const LogScope& scope, const Take& take) {
    const auto layout = m_session.logLayout();
    if (!layout)
        return layout.error();
    const LogRows rows = logRows(*layout);
    const Table* scoped = m_catalog.table(scope.table);
    const QStringList keyColumns = scoped ? scoped->key : QStringList();
    const QSet<Key> wanted(scope.keys.begin(), scope.keys.end());
    LogScope part = scope;
    std::optional<LoggedPlace> movedAt;
    bool goesOn = true;
    const Take takeWanted = [&](qint64 change, qint64 sequence, RecordChange&& record) {
        const Key after = record.keyAfter(keyColumns);
        if (!wanted.isEmpty() && !wanted.contains(record.key) && !wanted.contains(after))
            return true;
        if (!part.key)
            return take(change, sequence, std::move(record));
        if (!(after == *part.key)) {
            // Where another record left this key, it was not this record's yet.
            goesOn = !(record.key == *part.key);
            return goesOn;
        }
        const Key before = record.key;
        // What changed its key is no part of what is meant then, so the record is where it is now.
        if (!scope.column.isEmpty() && !keyColumns.contains(scope.column))
            record.key = *scope.key;
        goesOn = !leaveOnly(scope.column, record) || take(change, sequence, std::move(record));
        if (!(before == *part.key)) {
            part.key = before;
            movedAt = LoggedPlace{change, sequence};
        }
        return goesOn && !movedAt;
    };
    // What a record had under a former key is not found by the present one: from there on it is
    // looked for anew.
    do {
        const SqlFragment where = whereOf(rows, part, scoped, std::exchange(movedAt, std::nullopt));
        if (const Status read = scanPart(rows, where, takeWanted); !read)
            return read;
    } while (goesOn && movedAt);
    return ok();
}

Status LogScan::scanPart(const LogRows& rows, const SqlFragment& where, const Take& take) {
    LoggedRecords records(m_session.dialect(), m_catalog);
    bool goesOn = true;
    QString damaged;
    const auto finish = [&] {
        const LoggedPlace place = records.place();
        if (auto record = records.end(); record && goesOn)
            goesOn = take(place.change, place.sequence, std::move(*record));
    };
    const Status selected =
        m_session.select(loggedFields(&m_session.dialect(), rows) + where.sql +
                             QStringLiteral(" ORDER BY r.change_id DESC, r.seq DESC"),
                         where.values, [&](const QSqlQuery& row) {
                             if (!records.continues(row)) {
                                 finish();
                                 if (!goesOn)
                                     return false;
                                 if (!records.begin(row)) {
                                     damaged = row.value(3).toString();
                                     return false;
                                 }
                             }
                             records.addField(row);
                             return true;
                         });
    if (!selected)
        return selected;
    if (!damaged.isNull())
        return damagedAt(records.place().change, damaged);
    finish();
    return ok();
}

Result<std::vector<qint64>> LogScan::changesOf(const LogScope& scope) {
    std::vector<Key> keys{*scope.key};
    const Status followed = run(scope, [&](qint64, qint64, RecordChange&& record) {
        if (!(record.key == keys.back()))
            keys.push_back(record.key);
        return true;
    });
    if (!followed)
        return followed.error();
    const auto layout = m_session.logLayout();
    if (!layout)
        return layout.error();
    const LogRows rows = logRows(*layout);
    std::set<qint64> changes;
    LogScope part = scope;
    for (const Key& key : keys) {
        part.key = key;
        const SqlFragment where = whereOf(rows, part, m_catalog.table(scope.table));
        const Status read = m_session.select(QStringLiteral("SELECT DISTINCT r.change_id FROM ") +
                                                 rows.from + where.sql,
                                             where.values, [&](const QSqlQuery& row) {
                                                 changes.insert(row.value(0).toLongLong());
                                                 return true;
                                             });
        if (!read)
            return read.error();
    }
    return std::vector<qint64>(changes.rbegin(), changes.rend());
}

} // namespace gravin
