// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/watch/seen_rows.h"

#include "core/base/text.h"
#include "core/changes/log/log_layout.h"

#include <algorithm>

namespace gravin {

namespace {

// By the name that the table has in the log.
const Column* columnOf(const Table* table, const QString& name) {
    const Column* column = table ? table->column(name) : nullptr;
    return column && !column->isBeyond() ? column : nullptr;
}

Error unreadable(const QString& table) {
    return {ErrorKind::Damaged,
            coreTr("What the database wrote down of %1 cannot be read. Have the table watched anew "
                   "(gravin watch).")
                .arg(table)};
}

} // namespace

Result<qint64> SeenRows::newest() {
    const auto newest =
        m_session.scalar(QStringLiteral("SELECT coalesce(max(id), 0) FROM gravin_seen"));
    return newest ? Result<qint64>(newest->toLongLong()) : newest.error();
}

Result<std::vector<SeenRow>> SeenRows::ownAfter(qint64 id) {
    const TableWatch& watch = m_session.dialect().tableWatch();
    return read(QStringLiteral("id > ? AND origin = ") + watch.origin(), {id}, {});
}

Status SeenRows::removeOwn(qint64 after, qint64 upTo) {
    const auto removed = m_writer.execute(
        QStringLiteral("DELETE FROM gravin_seen WHERE id > ? AND id <= ? AND origin = ") +
            m_session.dialect().tableWatch().origin(),
        {after, upTo});
    return removed ? ok() : Status(removed.error());
}

Result<std::vector<SeenRows::Group>> SeenRows::others(qint64 floor) {
    std::vector<Group> groups;
    const Status read = m_session.select(
        QStringLiteral("SELECT origin, account, min(id) FROM gravin_seen WHERE NOT (id > ? AND "
                       "origin = %1) GROUP BY origin, account ORDER BY min(id)")
            .arg(m_session.dialect().tableWatch().origin()),
        {floor}, [&](const QSqlQuery& row) {
            groups.push_back({row.value(0).toString(), row.value(1).toString()});
            return true;
        });
    if (!read)
        return read.error();
    return groups;
}

Result<std::vector<SeenRow>> SeenRows::next(const Group& group, qint64 after, int most) {
    return read(QStringLiteral("id > ? AND origin = ? AND account = ?"),
                {after, notNull(group.origin), notNull(group.account)},
                QStringLiteral(" LIMIT %1").arg(most) + m_session.dialect().tableWatch().taking());
}

Status SeenRows::remove(const Group& group, qint64 after, qint64 upTo) {
    const auto removed =
        m_writer.execute(QStringLiteral("DELETE FROM gravin_seen WHERE id > ? AND id <= ? AND "
                                        "origin = ? AND account = ?"),
                         {after, upTo, notNull(group.origin), notNull(group.account)});
    return removed ? ok() : Status(removed.error());
}

Result<std::vector<SeenRow>> SeenRows::read(const QString& where, const QVariantList& values,
                                            const QString& behind) {
    std::vector<SeenRow> rows;
    Status fits = ok();
    const Status read = m_session.select(
        QStringLiteral("SELECT id, at, table_name, key_columns, op, hidden_row, column_names, "
                       "old_row, new_row FROM gravin_seen WHERE %1 ORDER BY id%2")
            .arg(where, behind),
        values, [&](const QSqlQuery& row) {
            auto record =
                unpacked(row.value(2).toString(), row.value(3).toString(), row.value(4).toInt(),
                         row.value(5), row.value(6).toString(), row.value(7), row.value(8));
            if (record)
                rows.push_back(
                    {row.value(0).toLongLong(), row.value(1).toString(), std::move(*record)});
            else
                fits = record.error();
            return static_cast<bool>(fits);
        });
    if (!read)
        return read.error();
    if (!fits)
        return fits.error();
    return rows;
}

Result<RecordChange> SeenRows::unpacked(const QString& tableName, const QString& keys,
                                        int operation, const QVariant& hiddenRow,
                                        const QString& names, const QVariant& before,
                                        const QVariant& after) const {
    const auto known = operationFromLog(operation);
    const QStringList columnNames = fromJsonArray(names);
    if (!known || columnNames.isEmpty())
        return unreadable(tableName);
    const Table* table = m_catalog.table(tableName);
    QList<const Column*> columns;
    for (const QString& name : columnNames)
        columns += columnOf(table, name);
    const auto seen = m_session.dialect().tableWatch().unpacked(before, after, columns);
    if (!seen)
        return unreadable(tableName);
    RecordChange record{*known, tableName, {}, {}, {}};
    if (!hiddenRow.isNull())
        record.rowNumber = hiddenRow.toLongLong();
    for (qsizetype i = 0; i < columnNames.size(); ++i) {
        const auto& was = seen->before[static_cast<size_t>(i)];
        const auto& is = seen->after[static_cast<size_t>(i)];
        // What the database computes is no part of what a change did.
        if ((columns[i] && columns[i]->computed) || (*known == Operation::Update && was == is))
            continue;
        if (was && *known != Operation::Insert)
            record.before.insert(columnNames[i], *was);
        if (is && *known != Operation::Delete)
            record.after.insert(columnNames[i], *is);
    }
    std::vector<Value> key;
    for (const QString& name : fromJsonArray(keys)) {
        const auto at = columnNames.indexOf(name);
        const auto& value =
            at < 0 ? std::optional<Value>()
                   : (*known == Operation::Insert ? seen->after
                                                  : seen->before)[static_cast<size_t>(at)];
        if (!value)
            return unreadable(tableName);
        key.push_back(*value);
    }
    record.key = Key(std::move(key));
    return record;
}

} // namespace gravin
