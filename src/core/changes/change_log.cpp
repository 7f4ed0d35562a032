// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/change_log.h"

#include "core/base/text.h"

#include <QUuid>

#include <limits>

namespace gravin {

namespace {

ColumnType typeOf(const Catalog& catalog, const QString& tableName, const QString& columnName) {
    const Table* table = catalog.table(tableName);
    const Column* column = table ? table->column(columnName) : nullptr;
    // A table or column that is gone: the stored form speaks for itself.
    return column ? column->type : ColumnType{};
}

QVariant orNull(const std::optional<qint64>& number) {
    return number ? QVariant(*number) : QVariant();
}

std::optional<qint64> numberFrom(const QVariant& stored) {
    return stored.isNull() ? std::nullopt : std::optional(stored.toLongLong());
}

// The tables that a change touched, in the order of their first record.
QStringList tablesOf(const CommittedChange& change) {
    QStringList tables;
    for (const RecordChange& record : change.records) {
        if (!tables.contains(record.table))
            tables += record.table;
    }
    return tables;
}

// The operation that all records saw; empty when they saw several.
QString commonOperation(const CommittedChange& change) {
    for (const RecordChange& record : change.records) {
        if (record.operation != change.records.front().operation)
            return QStringLiteral("");
    }
    return operationName(change.records.front().operation);
}

} // namespace

QString newChangeUid() { return QUuid::createUuid().toString(QUuid::WithoutBraces); }

Result<bool> ChangeLog::exists() { return m_session.hasChangeLog(); }

Status ChangeLog::createTables() {
    auto present = exists();
    if (!present)
        return present.error();
    if (*present)
        return done();
    for (const QString& statement : m_session.dialect().changeLogSchema()) {
        if (Status created = m_session.command(statement); !created)
            return created;
    }
    return done();
}

Status ChangeLog::append(CommittedChange& change, const Catalog& catalog) {
    auto inserted = m_session.insert(
        QStringLiteral("INSERT INTO gravin_change "
                       "(uid, at, person, screen, action, note, undoes, records, tables, op) "
                       "VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)"),
        {change.uid.isEmpty() ? newChangeUid() : change.uid, change.at, notNull(change.person),
         notNull(change.screen), notNull(change.action), notNull(change.note),
         orNull(change.undoes), static_cast<qint64>(change.records.size()),
         joinEscaped(tablesOf(change)), commonOperation(change)},
        {QStringLiteral("id")});
    if (!inserted)
        return inserted.error();
    change.id = inserted->value(0).toLongLong();
    for (size_t i = 0; i < change.records.size(); ++i) {
        Status appended =
            appendRecord(change.id, static_cast<qint64>(i), change.records[i], catalog);
        if (!appended)
            return appended;
    }
    return done();
}

Status ChangeLog::appendRecord(qint64 changeId, qint64 sequence, const RecordChange& record,
                               const Catalog& catalog) {
    auto inserted = m_session.execute(
        QStringLiteral(
            "INSERT INTO gravin_record (change_id, seq, table_name, record_key, op, hidden_row) "
            "VALUES (?, ?, ?, ?, ?, ?)"),
        {changeId, sequence, record.table, record.key.encoded(), operationName(record.operation),
         orNull(record.rowNumber)});
    if (!inserted)
        return inserted.error();

    const QString addField = QStringLiteral(
        "INSERT INTO gravin_field (change_id, seq, column_name, old_value, new_value) "
        "VALUES (?, ?, ?, ?, ?)");
    const FieldValues& columns =
        record.operation == Operation::Delete ? record.before : record.after;
    for (auto field = columns.begin(); field != columns.end(); ++field) {
        const ColumnType type = typeOf(catalog, record.table, field.key());
        const Dialect& dialect = m_session.dialect();
        auto added = m_session.execute(
            addField, {changeId, sequence, field.key(),
                       dialect.encodeForLog(record.before.value(field.key()), type),
                       dialect.encodeForLog(record.after.value(field.key()), type)});
        if (!added)
            return added.error();
    }
    return done();
}

Result<std::vector<ChangeSummary>> ChangeLog::list(const LogFilter& filter) {
    std::vector<ChangeSummary> changes;
    auto present = exists();
    if (!present)
        return present.error();
    if (!*present)
        return changes;

    QStringList conditions{QStringLiteral("1 = 1")};
    QVariantList values;
    const auto narrow = [&](const QString& condition, const QVariantList& bound) {
        conditions += condition;
        values += bound;
    };
    if (!filter.table.isEmpty() && filter.key)
        narrow(QStringLiteral("EXISTS (SELECT 1 FROM gravin_record r WHERE r.table_name = ? AND "
                              "r.record_key = ? AND r.change_id = c.id)"),
               {filter.table, filter.key->encoded()});
    else if (!filter.table.isEmpty())
        narrow(QStringLiteral("EXISTS (SELECT 1 FROM gravin_record r WHERE r.change_id = c.id AND "
                              "r.table_name = ?)"),
               {filter.table});
    if (!filter.person.isEmpty())
        narrow(QStringLiteral("c.person = ?"), {filter.person});
    if (!filter.since.isEmpty())
        narrow(QStringLiteral("c.at >= ?"), {filter.since});
    if (filter.afterId)
        narrow(QStringLiteral("c.id > ?"), {*filter.afterId});
    values += filter.limit < 0 ? std::numeric_limits<qint64>::max() : filter.limit;

    Status selected = m_session.select(
        QStringLiteral(
            "SELECT c.id, c.at, c.person, c.screen, c.action, c.note, c.records, c.undoes, "
            "c.tables, c.op FROM gravin_change c WHERE ") +
            conditions.join(QStringLiteral(" AND ")) +
            QStringLiteral(" ORDER BY c.id DESC LIMIT ?"),
        values, [&](const QSqlQuery& row) {
            ChangeSummary change;
            change.id = row.value(0).toLongLong();
            change.at = row.value(1).toString();
            change.person = row.value(2).toString();
            change.screen = row.value(3).toString();
            change.action = row.value(4).toString();
            change.note = row.value(5).toString();
            change.records = row.value(6).toLongLong();
            change.undoes = numberFrom(row.value(7));
            change.tables = splitEscaped(row.value(8).toString());
            change.operation = operationFromName(row.value(9).toString());
            changes.push_back(std::move(change));
            return true;
        });
    if (!selected)
        return selected.error();
    return changes;
}

Result<qint64> ChangeLog::idOf(const QString& uid) {
    auto present = exists();
    if (!present)
        return present.error();
    if (!*present)
        return qint64{0};
    auto found =
        m_session.scalar(QStringLiteral("SELECT id FROM gravin_change WHERE uid = ?"), {uid});
    if (!found)
        return found.error();
    return found->toLongLong();
}

Result<CommittedChange> ChangeLog::change(qint64 id, const Catalog& catalog) {
    const Error unknown{ErrorKind::NotFound, say("There is no change %1 in the log.").arg(id)};
    auto present = exists();
    if (!present)
        return present.error();
    if (!*present)
        return unknown;

    CommittedChange change;
    Status selected = m_session.select(
        QStringLiteral("SELECT id, at, person, screen, action, note, undoes FROM gravin_change "
                       "WHERE id = ?"),
        {id}, [&](const QSqlQuery& row) {
            change.id = row.value(0).toLongLong();
            change.at = row.value(1).toString();
            change.person = row.value(2).toString();
            change.screen = row.value(3).toString();
            change.action = row.value(4).toString();
            change.note = row.value(5).toString();
            change.undoes = numberFrom(row.value(6));
            return false;
        });
    if (!selected)
        return selected.error();
    if (change.id == 0)
        return unknown;

    QString damaged;
    selected = m_session.select(
        QStringLiteral(
            "SELECT r.seq, r.table_name, r.record_key, r.op, r.hidden_row, "
            "f.column_name, f.old_value, f.new_value FROM gravin_record r LEFT JOIN gravin_field f "
            "ON f.change_id = r.change_id AND f.seq = r.seq "
            "WHERE r.change_id = ? ORDER BY r.seq"),
        {id}, [&](const QSqlQuery& row) {
            const auto sequence = static_cast<size_t>(row.value(0).toLongLong());
            if (sequence >= change.records.size()) {
                RecordChange record;
                const auto key = Key::decoded(row.value(2).toString());
                const auto operation = operationFromName(row.value(3).toString());
                if (!key || !operation || sequence != change.records.size()) {
                    damaged = row.value(2).toString();
                    return false;
                }
                record.table = row.value(1).toString();
                record.key = *key;
                record.operation = *operation;
                record.rowNumber = numberFrom(row.value(4));
                change.records.push_back(std::move(record));
            }
            RecordChange& record = change.records[sequence];
            if (row.value(5).isNull())
                return true;
            const QString column = row.value(5).toString();
            const ColumnType type = typeOf(catalog, record.table, column);
            if (record.operation != Operation::Insert)
                record.before.insert(column, m_session.dialect().decodeFromLog(row.value(6), type));
            if (record.operation != Operation::Delete)
                record.after.insert(column, m_session.dialect().decodeFromLog(row.value(7), type));
            return true;
        });
    if (!selected)
        return selected.error();
    if (!damaged.isNull())
        return Error{
            ErrorKind::Damaged,
            say("Change %1 of the log is damaged at the record “%2”.").arg(id).arg(damaged)};
    return change;
}

Result<qint64> ChangeLog::latestTouching(const QString& table, const Key& key,
                                         const QString& column, qint64 afterId) {
    // An empty column name asks for the record as a whole.
    auto found = m_session.scalar(
        QStringLiteral("SELECT max(r.change_id) FROM gravin_record r WHERE r.table_name = ? AND "
                       "r.record_key = ? AND r.change_id > ? AND (? = '' OR EXISTS (SELECT 1 FROM "
                       "gravin_field f WHERE f.change_id = r.change_id AND f.seq = r.seq AND "
                       "f.column_name = ?))"),
        {table, key.encoded(), afterId, notNull(column), notNull(column)});
    if (!found)
        return found.error();
    return found->toLongLong();
}

} // namespace gravin
