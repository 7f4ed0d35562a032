// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/log_entry.h"

#include "core/base/text.h"
#include "core/changes/log/change_log.h"
#include "core/changes/log/log_layout.h"
#include "core/changes/log/log_seal.h"
#include "core/database/record_statements.h"

#include <QSet>

#include <algorithm>

namespace gravin {

namespace {

ColumnType typeOf(const Table* table, const QString& columnName) {
    const Column* column = table ? table->column(columnName) : nullptr;
    // A table or column that is gone: the stored form speaks for itself.
    return column ? column->type : ColumnType{};
}

bool changesKey(const RecordChange& record, const Table* table) {
    return record.operation == Operation::Update && table &&
           std::any_of(table->key.begin(), table->key.end(),
                       [&](const QString& column) { return record.after.contains(column); });
}

// Of tables and columns.
QStringList namesOf(const std::vector<RecordChange>& records) {
    QSet<QString> names;
    for (const RecordChange& record : records) {
        names.insert(record.table);
        for (const FieldValues* values : {&record.before, &record.after}) {
            for (auto field = values->keyBegin(); field != values->keyEnd(); ++field)
                names.insert(*field);
        }
    }
    return {names.begin(), names.end()};
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
    if (change.action != OutsideAction)
        change.account = m_session.account();
    const QStringList columnsTold{QStringLiteral("id"), QStringLiteral("at"),
                                  QStringLiteral("person"), QStringLiteral("account")};
    auto inserted = m_writer.insert(
        // Of another layout than this one it has no number, which none may lack.
        QStringLiteral("INSERT INTO gravin_change (uid, at, person, screen, action, note, undoes, "
                       "tables, op, account, records) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, "
                       "(SELECT max(version) - %1 FROM gravin_log HAVING max(version) = %1) + ?)")
            .arg(m_session.logVersion()),
        {change.uid, change.at, notNull(change.person), notNull(change.screen),
         notNull(change.action), notNull(change.note), orNull(change.refersTo),
         notNull(m_written.tables), notNull(m_written.op), notNull(change.account),
         m_written.count},
        m_session.isProtected() ? columnsTold : columnsTold.first(1));
    if (!inserted && m_session.dialect().constraintFailure(inserted.error()).kind ==
                         ConstraintFailure::Kind::NotNull) {
        m_session.forgetLog();
        return Error{ErrorKind::ReadOnly,
                     coreTr("The change log of this database has become one of another layout: a "
                            "newer Gravin has taken it over. Nothing was written. Open the project "
                            "with that one."),
                     inserted.error().detail};
    }
    if (!inserted)
        return inserted.error();
    m_id = change.id = inserted->value(0).toLongLong();
    return m_session.isProtected() ? takeOver(change, *inserted) : ok();
}

// In a protected log the server has said who and when.
Status LogEntry::takeOver(CommittedChange& change, QVariantList told) {
    if (told.size() == 1) {
        const Status read = m_session.select(
            QStringLiteral("SELECT id, at, person, account FROM gravin_change WHERE id = ?"),
            {m_id}, [&](const QSqlQuery& row) {
                told = {row.value(0), row.value(1), row.value(2), row.value(3)};
                return false;
            });
        if (!read)
            return read;
    }
    if (told.size() != 4)
        return Error{ErrorKind::Database, coreTr("The change log did not take the change.")};
    change.at = told[1].toString();
    change.person = told[2].toString();
    change.account = told[3].toString();
    return ok();
}

Status LogEntry::add(const std::vector<RecordChange>& records) {
    if (records.empty())
        return ok();
    const Dialect& dialect = m_session.dialect();
    const QString op = commonOperation(records);
    m_added.op = m_added.count == 0 || m_added.op == op ? op : QStringLiteral("");
    if (Status known = LogNames(m_writer).add(namesOf(records)); !known)
        return known;
    const QHash<QString, int>& names = m_session.logNames();
    std::vector<QVariantList> rows;
    for (const RecordChange& record : records) {
        const qint64 sequence = m_added.count++;
        if (!m_tables.contains(record.table))
            m_tables += record.table;
        const QString key = record.key.encoded();
        const QVariant rowNumber = orNull(record.rowNumber);
        const Table* table = m_catalog.table(record.table);
        const int operation = loggedOperation(record.operation, changesKey(record, table));
        const int tableNumber = names.value(record.table);
        m_hash->addRecord(sequence, record.table, key, operationName(record.operation), rowNumber);
        const FieldValues& columns =
            record.operation == Operation::Delete ? record.before : record.after;
        int part = 0;
        for (auto field = columns.begin(); field != columns.end(); ++field) {
            const ColumnType type = typeOf(table, field.key());
            const QVariant before = dialect.encodeForLog(record.before.value(field.key()), type);
            const QVariant after = dialect.encodeForLog(record.after.value(field.key()), type);
            rows.push_back({m_id, sequence, part++, tableNumber, key, operation, rowNumber,
                            names.value(field.key()), before, after});
            m_hash->addField(field.key(), before, after);
        }
        if (part == 0)
            rows.push_back({m_id, sequence, 0, tableNumber, key, operation, rowNumber, 0,
                            QVariant(), QVariant()});
    }
    return insertRows({QStringLiteral("change_id"), QStringLiteral("seq"), QStringLiteral("part"),
                       QStringLiteral("table_id"), QStringLiteral("record_key"),
                       QStringLiteral("op"), QStringLiteral("hidden_row"),
                       QStringLiteral("column_id"), QStringLiteral("old_value"),
                       QStringLiteral("new_value")},
                      rows);
}

quint64 stepContent(QByteArrayView recordKey, QByteArrayView column, const StoredValue& before,
                    const StoredValue& after) {
    const auto hashed = [](const StoredValue& value, size_t seed) {
        switch (value.kind) {
        case StoredValue::Kind::Text:
            return ::qHash(value.bytes, seed);
        case StoredValue::Kind::Bytes:
            return ::qHash(value.bytes, seed + 1);
        case StoredValue::Kind::Real:
            return qHashBits(&value.real, sizeof value.real, seed + 2);
        case StoredValue::Kind::Integer:
            return ::qHash(value.integer, seed + 4);
        default:
            return seed + 3;
        }
    };
    return hashed(after, hashed(before, ::qHash(column, ::qHash(recordKey))));
}

Result<quint64> LogEntry::addTogether(const StepTable& steps, const Table& table) {
    const SetWise& engine = *m_session.setWise();
    const QString operation = operationName(Operation::Update);
    if (Status known = LogNames(m_writer).add(steps.columns + QStringList{table.name}); !known)
        return known.error();
    const QHash<QString, int>& names = m_session.logNames();
    const QString into = QStringLiteral(
        "INSERT INTO gravin_entry (change_id, seq, part, table_id, record_key, op, hidden_row, "
        "column_id, old_value, new_value) SELECT %1, %2 + %3, %4, %5, %6, %7, NULL, %8, %9");
    const auto insert = [&](const QString& part, int column, const QString& values,
                            const QString& condition) {
        return m_writer.execute(
            into.arg(m_id)
                .arg(m_added.count)
                .arg(StepTable::sequence(), part)
                .arg(names.value(table.name))
                .arg(StepTable::key())
                .arg(loggedOperation(Operation::Update, false))
                .arg(column)
                .arg(values) +
            QStringLiteral(" FROM %1 WHERE %2 ORDER BY %3")
                .arg(steps.name, condition, engine.asFilled(StepTable::sequence())));
    };
    QStringList read{StepTable::key()};
    QStringList former; // 1 for each column before it that became another
    QStringList isSameAll;
    for (qsizetype i = 0; i < steps.columns.size(); ++i) {
        const Column& column = *table.column(steps.columns[i]);
        const QString before = StepTable::before(i);
        const QString after = StepTable::after(i);
        const QString isSame = engine.same(column, before, after);
        const QString formBefore = *engine.logForm(column, before);
        const QString formAfter = *engine.logForm(column, after);
        const auto inserted = insert(former.isEmpty() ? QStringLiteral("0") : former.join(u'+'),
                                     names.value(column.name), formBefore + u',' + formAfter,
                                     QStringLiteral("NOT ") + isSame);
        if (!inserted)
            return inserted.error();
        former += QStringLiteral("CASE WHEN %1 THEN 0 ELSE 1 END").arg(isSame);
        isSameAll += isSame;
        read += {formBefore, formAfter};
    }
    const auto untouched = insert(QStringLiteral("0"), 0, QStringLiteral("NULL, NULL"),
                                  isSameAll.join(QStringLiteral(" AND ")));
    if (!untouched)
        return untouched.error();
    quint64 content = 0;
    qint64 sequence = m_added.count;
    const QByteArray tableName = table.name.toUtf8();
    const QByteArray operationWord = operation.toUtf8();
    std::vector<QByteArray> columnNames;
    for (const QString& column : steps.columns)
        columnNames.push_back(column.toUtf8());
    const Status streamed =
        m_session.readStored(QStringLiteral("SELECT %1 FROM %2 ORDER BY %3")
                                 .arg(read.join(QStringLiteral(", ")), steps.name,
                                      engine.asFilled(StepTable::sequence())),
                             [&](std::span<const StoredValue> row) {
                                 const QByteArrayView key = row[0].bytes;
                                 m_hash->addRecord(sequence++, tableName, key, operationWord, {});
                                 for (size_t i = 0; i < columnNames.size(); ++i) {
                                     const StoredValue& before = row[1 + 2 * i];
                                     const StoredValue& after = row[2 + 2 * i];
                                     if (before == after)
                                         continue;
                                     m_hash->addField(columnNames[i], before, after);
                                     content += stepContent(key, columnNames[i], before, after);
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

Status LogEntry::insertRows(const QStringList& columns, const std::vector<QVariantList>& rows) {
    const QString table = QStringLiteral("gravin_entry");
    // A server that says row by row who may add one takes no other way than INSERT.
    if (m_session.spec().isFile() && m_session.setWise() && rows.size() > RowsAtOnce.front())
        return m_writer.appendRows(table, columns, rows);
    const QString one = u'(' + QStringList(columns.size(), QStringLiteral("?")).join(u',') + u')';
    size_t next = 0;
    for (const size_t count : RowsAtOnce) {
        if (rows.size() - next < count)
            continue;
        const QString statement =
            QStringLiteral("INSERT INTO %1 (%2) VALUES %3")
                .arg(table, columns.join(u','),
                     QStringList(static_cast<qsizetype>(count), one).join(u','));
        for (; rows.size() - next >= count; next += count) {
            QVariantList values;
            values.reserve(static_cast<qsizetype>(count) * columns.size());
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
