// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/log_entry.h"

#include "core/base/text.h"
#include "core/changes/log/change_log.h"
#include "core/changes/log/log_seal.h"
#include "core/database/record_statements.h"

#include <algorithm>

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

// The operation that all records saw; empty when they saw several, or there are none.
QString commonOperation(const std::vector<RecordChange>& records) {
    for (const RecordChange& record : records) {
        if (record.operation != records.front().operation)
            return QStringLiteral("");
    }
    return records.empty() ? QStringLiteral("") : operationName(records.front().operation);
}

} // namespace

LogEntry::LogEntry(SessionWriter& writer, const Catalog& catalog)
    : m_writer(writer)
    , m_session(writer.session())
    , m_catalog(catalog)
    , m_hash(std::make_unique<ContentHash>()) {}

LogEntry::~LogEntry() = default;

Status LogEntry::begin(CommittedChange& change) {
    if (change.uid.isEmpty())
        change.uid = newChangeUid();
    // On a file the next number is the largest there is and one more.
    if (m_session.spec().isFile()) {
        const auto largest = m_session.scalar(QStringLiteral("SELECT max(id) FROM gravin_change"));
        if (!largest)
            return largest.error();
        if (largest->toLongLong() >= LargestChangeId)
            return Error{ErrorKind::Damaged,
                         coreTr("The change log has a change with the number %1, to which no log "
                                "comes. Nothing was written.")
                             .arg(largest->toLongLong())};
    }
    m_written = {change.count(), joinEscaped(change.tables()), commonOperation(change.records)};
    auto inserted = m_writer.insert(
        QStringLiteral("INSERT INTO gravin_change "
                       "(uid, at, person, screen, action, note, undoes, records, tables, op) "
                       "VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)"),
        {change.uid, change.at, notNull(change.person), notNull(change.screen),
         notNull(change.action), notNull(change.note), orNull(change.refersTo), m_written.count,
         notNull(m_written.tables), notNull(m_written.op)},
        {QStringLiteral("id")});
    if (!inserted)
        return inserted.error();
    m_id = change.id = inserted->value(0).toLongLong();
    return ok();
}

Status LogEntry::add(const std::vector<RecordChange>& records) {
    if (records.empty())
        return ok();
    const Dialect& dialect = m_session.dialect();
    const QString op = commonOperation(records);
    m_added.op = m_added.count == 0 || m_added.op == op ? op : QStringLiteral("");
    std::vector<QVariantList> recordRows;
    std::vector<QVariantList> fieldRows;
    for (const RecordChange& record : records) {
        const qint64 sequence = m_added.count++;
        if (!m_tables.contains(record.table))
            m_tables += record.table;
        const QString key = record.key.encoded();
        const QString operation = operationName(record.operation);
        const QVariant rowNumber = orNull(record.rowNumber);
        recordRows.push_back({m_id, sequence, record.table, key, operation, rowNumber});
        m_hash->addRecord(sequence, record.table, key, operation, rowNumber);
        const FieldValues& columns =
            record.operation == Operation::Delete ? record.before : record.after;
        for (auto field = columns.begin(); field != columns.end(); ++field) {
            const ColumnType type = typeOf(m_catalog, record.table, field.key());
            const QVariant before = dialect.encodeForLog(record.before.value(field.key()), type);
            const QVariant after = dialect.encodeForLog(record.after.value(field.key()), type);
            fieldRows.push_back({m_id, sequence, field.key(), before, after});
            m_hash->addField(field.key(), before, after);
        }
    }
    Status inserted = insertRows(QStringLiteral("gravin_record (change_id, seq, table_name, "
                                                "record_key, op, hidden_row)"),
                                 6, recordRows);
    if (inserted)
        inserted = insertRows(
            QStringLiteral("gravin_field (change_id, seq, column_name, old_value, new_value)"), 5,
            fieldRows);
    return inserted;
}

quint64 stepContent(const QString& recordKey, const QString& column, const QVariant& before,
                    const QVariant& after) {
    const auto hashed = [](const QVariant& value, size_t seed) {
        if (value.isNull())
            return seed + 3;
        switch (value.typeId()) {
        case QMetaType::QString:
            return ::qHash(value.toString(), seed);
        case QMetaType::QByteArray:
            return ::qHash(value.toByteArray(), seed + 1);
        case QMetaType::Double: {
            const double number = value.toDouble();
            return qHashBits(&number, sizeof number, seed + 2);
        }
        default:
            return ::qHash(value.toLongLong(), seed + 4);
        }
    };
    return hashed(after, hashed(before, ::qHash(column, ::qHash(recordKey))));
}

Result<quint64> LogEntry::addTogether(const StepTable& steps, const Table& table) {
    const SetWise& engine = *m_session.setWise();
    const QString operation = operationName(Operation::Update);
    auto inserted = m_writer.execute(
        QStringLiteral("INSERT INTO gravin_record (change_id, seq, table_name, record_key, op, "
                       "hidden_row) SELECT CAST(? AS bigint), CAST(? AS bigint) + %1, "
                       "CAST(? AS text), %2, CAST(? AS text), NULL FROM %3 ORDER BY %1")
            .arg(StepTable::sequence(), StepTable::key(), steps.name),
        {m_id, m_added.count, table.name, operation});
    if (!inserted)
        return inserted.error();
    QStringList read{m_session.dialect().readableFromLog(StepTable::key())};
    for (qsizetype i = 0; i < steps.columns.size(); ++i) {
        const Column& column = *table.column(steps.columns[i]);
        const QString before = StepTable::before(i);
        const QString after = StepTable::after(i);
        const QString isSame = engine.same(column, before, after);
        const QString formBefore = *engine.logForm(column, before);
        const QString formAfter = *engine.logForm(column, after);
        inserted = m_writer.execute(
            QStringLiteral("INSERT INTO gravin_field (change_id, seq, column_name, old_value, "
                           "new_value) SELECT CAST(? AS bigint), CAST(? AS bigint) + %1, "
                           "CAST(? AS text), %2 FROM %3 WHERE NOT %4 ORDER BY %1")
                .arg(StepTable::sequence(), formBefore + QStringLiteral(", ") + formAfter,
                     steps.name, isSame),
            {m_id, m_added.count, column.name});
        if (!inserted)
            return inserted.error();
        read += QStringLiteral("CASE WHEN %1 THEN 1 ELSE 0 END, %2, %3")
                    .arg(isSame, m_session.dialect().readableFromLog(formBefore),
                         m_session.dialect().readableFromLog(formAfter));
    }
    quint64 content = 0;
    qint64 sequence = m_added.count;
    const Status streamed = m_session.select(
        QStringLiteral("SELECT %1 FROM %2 ORDER BY %3")
            .arg(read.join(QStringLiteral(", ")), steps.name, StepTable::sequence()),
        {}, [&](const QSqlQuery& row) {
            const QString key = row.value(0).toString();
            m_hash->addRecord(sequence++, table.name, key, operation, {});
            for (qsizetype i = 0; i < steps.columns.size(); ++i) {
                const int at = 1 + 3 * static_cast<int>(i);
                if (row.value(at).toInt() == 1)
                    continue;
                const QVariant before = asLogged(m_session, row.value(at + 1));
                const QVariant after = asLogged(m_session, row.value(at + 2));
                m_hash->addField(steps.columns[i], before, after);
                content += stepContent(key, steps.columns[i], before, after);
            }
            return true;
        });
    if (!streamed)
        return streamed.error();
    if (sequence != m_added.count + steps.count)
        return Error{ErrorKind::Database, coreTr("The database lost records on their way.")};
    noteAdded(table.name, operation, sequence);
    return content;
}

void LogEntry::noteAdded(const QString& table, const QString& operation, qint64 count) {
    m_added.op = m_added.count == 0 || m_added.op == operation ? operation : QStringLiteral("");
    m_added.count = count;
    if (!m_tables.contains(table))
        m_tables += table;
}

Status LogEntry::insertRows(const QString& into, int columns,
                            const std::vector<QVariantList>& rows) {
    const QString one = u'(' + QStringList(columns, QStringLiteral("?")).join(u',') + u')';
    size_t next = 0;
    for (const size_t count : RowsAtOnce) {
        if (rows.size() - next < count)
            continue;
        const QString statement =
            QStringLiteral("INSERT INTO %1 VALUES %2")
                .arg(into, QStringList(static_cast<qsizetype>(count), one).join(u','));
        for (; rows.size() - next >= count; next += count) {
            QVariantList values;
            values.reserve(static_cast<qsizetype>(count) * columns);
            for (size_t row = next; row < next + count; ++row)
                values += rows[row];
            if (auto inserted = m_writer.execute(statement, values); !inserted)
                return inserted.error();
        }
    }
    return ok();
}

Status LogEntry::end(CommittedChange& change) {
    m_added.tables = joinEscaped(m_tables);
    if (!(m_added == m_written)) {
        auto updated = m_writer.execute(
            QStringLiteral("UPDATE gravin_change SET records = ?, tables = ?, op = ? WHERE id = ?"),
            {m_added.count, notNull(m_added.tables), notNull(m_added.op), m_id});
        if (!updated)
            return updated.error();
    }
    if (m_added.count != static_cast<qint64>(change.records.size())) {
        change.recordCount = m_added.count;
        change.touched = m_tables;
    }
    return LogSeal(m_session).add(m_writer, m_id,
                                  m_hash->finish(change, m_added.tables, m_added.op));
}

} // namespace gravin
