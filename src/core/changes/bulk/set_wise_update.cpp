// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/bulk/set_wise_update.h"

#include "core/base/text.h"
#include "core/records/table_reader.h"

#include <algorithm>
#include <atomic>

namespace gravin {

namespace {

const QString Fingerprint = QStringLiteral("gravin_fp");
const QString Target = QStringLiteral("gravin_target");

QString keyPart(qsizetype part) { return QStringLiteral("gravin_k%1").arg(part); }

// The engine compares keys of these kinds as Gravin does, or finds one record at most.
bool isPlainKey(const Column& column) {
    return column.type.kind == TypeKind::Integer || column.type.kind == TypeKind::Text ||
           column.type.kind == TypeKind::Uuid;
}

bool hasAny(const QStringList& columns, const QStringList& of) {
    return std::any_of(columns.begin(), columns.end(),
                       [&](const QString& column) { return of.contains(column); });
}

Error changedMeanwhile() {
    return {ErrorKind::Conflict, coreTr("Records were changed meanwhile.")};
}

} // namespace

QString fingerprintSql(Session& session, const Table& table, const QStringList& columns) {
    QStringList parts;
    for (const Column& column : table.columns) {
        if (column.expression.isEmpty() && (columns.isEmpty() || columns.contains(column.name)))
            parts += session.dialect().quoted(column.name);
    }
    return session.setWise()->fingerprint(parts);
}

Result<QHash<Key, qint64>> fingerprintsOf(Session& session, const Table& table,
                                          const QStringList& columns,
                                          const std::vector<Key>& keys) {
    QHash<Key, qint64> fingerprints;
    const Dialect& dialect = session.dialect();
    QStringList parts;
    for (const QString& column : table.key)
        parts += dialect.readable(*table.column(column));
    const SqlFragment where = whereKeys(dialect, table, keys);
    auto reader = session.readerOf(table);
    if (!reader)
        return reader.error();
    Status read = (*reader)->select(
        QStringLiteral("SELECT %1, %2 FROM %3")
                .arg(parts.join(QStringLiteral(", ")), fingerprintSql(session, table, columns),
                     dialect.rowsOf(table)) +
            where.sql,
        where.values, [&](const QSqlQuery& row) {
            std::vector<Value> key;
            for (qsizetype i = 0; i < table.key.size(); ++i)
                key.push_back(dialect.decode(row.value(static_cast<int>(i)),
                                             table.column(table.key[i])->type));
            fingerprints.insert(Key(std::move(key)),
                                row.value(static_cast<int>(table.key.size())).toLongLong());
            return true;
        });
    if (!read)
        return read.error();
    return fingerprints;
}

quint64 contentOf(const Dialect& dialect, const Table& table, const QString& recordKey,
                  const FieldValues& before, const FieldValues& after) {
    quint64 content = 0;
    const QByteArray keyBytes = recordKey.toUtf8();
    for (auto field = after.begin(); field != after.end(); ++field) {
        if (before.value(field.key()) == field.value())
            continue;
        const ColumnType& type = table.column(field.key())->type;
        const StoredVariant was(dialect.encodeForLog(before.value(field.key()), type));
        const StoredVariant is(dialect.encodeForLog(field.value(), type));
        content += stepContent(keyBytes, field.key().toUtf8(), was.value(), is.value());
    }
    return content;
}

bool canWriteTogether(Session& session, const Catalog& catalog, const Table& table,
                      const QStringList& columns) {
    const SetWise* engine = session.setWise();
    if (!engine || table.kind != Table::Kind::Table || table.key.isEmpty() ||
        hasAny(table.key, columns))
        return false;
    for (const QString& name : table.key) {
        const Column* column = table.column(name);
        if (!column || !isPlainKey(*column))
            return false;
    }
    for (const QString& name : columns) {
        const Column* column = table.column(name);
        if (!column || column->computed || !engine->logForm(*column, name))
            return false;
    }
    // References are tested one by one, and what follows a key would follow unseen.
    for (const ForeignKey& reference : table.foreignKeys) {
        if (hasAny(reference.columns, columns))
            return false;
    }
    for (const auto& [child, reference] : catalog.referencesTo(table.name)) {
        if (hasAny(reference->referencedColumns, columns))
            return false;
    }
    const SqlFragment count = engine->countOfBystanders(table);
    const auto bystanders = session.scalar(count.sql, count.values);
    return bystanders && bystanders->isValid() && bystanders->toLongLong() == 0;
}

SetWiseUpdate::SetWiseUpdate(SessionWriter& writer, const Table& table, QStringList columns,
                             LogEntry& entry, QStringList watched)
    : m_writer(writer)
    , m_session(writer.session())
    , m_table(table)
    , m_watched(std::move(watched))
    , m_entry(entry) {
    static std::atomic<int> next = 1;
    const int number = next++;
    const Dialect& dialect = m_session.dialect();
    m_steps.name = dialect.quoted(QStringLiteral("gravin_steps_%1").arg(number));
    m_targets = dialect.quoted(QStringLiteral("gravin_targets_%1").arg(number));
    std::sort(columns.begin(), columns.end());
    m_steps.columns = std::move(columns);
    m_keyTypes = table.keyTypes();
}

QVariantList SetWiseUpdate::row(qint64 place, const Key& key, const QString& recordKey,
                                qint64 fingerprint) const {
    QVariantList row;
    row.reserve(3 + static_cast<qsizetype>(key.size()) + 2 * m_steps.columns.size());
    row << place << recordKey << fingerprint;
    for (size_t part = 0; part < key.size(); ++part)
        row << m_session.dialect().encode(key[part], m_keyTypes[part]);
    return row;
}

QStringList SetWiseUpdate::stepColumns() const {
    QStringList names{StepTable::sequence(), StepTable::key(), Fingerprint};
    for (qsizetype part = 0; part < m_table.key.size(); ++part)
        names += keyPart(part);
    for (qsizetype i = 0; i < m_steps.columns.size(); ++i)
        names += {StepTable::before(i), StepTable::after(i)};
    return names;
}

QString SetWiseUpdate::onKeys(const QString& rows) const {
    QStringList on;
    for (qsizetype part = 0; part < m_table.key.size(); ++part)
        on += QStringLiteral("%1.%2 = %3.%4")
                  .arg(Target, m_session.dialect().quoted(m_table.key[part]), rows, keyPart(part));
    return on.join(QStringLiteral(" AND "));
}

Status SetWiseUpdate::begin() {
    const Dialect& dialect = m_session.dialect();
    const SetWise& engine = *m_session.setWise();
    QStringList shared{QStringLiteral("CAST(0 AS bigint) AS ") + StepTable::sequence(),
                       QStringLiteral("CAST('' AS text) AS ") + StepTable::key(),
                       QStringLiteral("CAST(0 AS bigint) AS ") + Fingerprint};
    for (qsizetype part = 0; part < m_table.key.size(); ++part)
        shared += dialect.quoted(m_table.key[part]) + QStringLiteral(" AS ") + keyPart(part);
    QStringList steps = shared;
    for (qsizetype i = 0; i < m_steps.columns.size(); ++i) {
        const QString column = dialect.quoted(m_steps.columns[i]);
        steps += column + QStringLiteral(" AS ") + StepTable::before(i);
        steps += column + QStringLiteral(" AS ") + StepTable::after(i);
    }
    const auto empty = [&](const QStringList& columns) {
        return QStringLiteral("SELECT %1 FROM %2 WHERE 1 = 0")
            .arg(columns.join(QStringLiteral(", ")), dialect.quoted(m_table));
    };
    if (Status made = m_writer.command(engine.temporaryTable(m_targets, empty(shared))); !made)
        return made;
    return m_writer.command(engine.temporaryTable(m_steps.name, empty(steps)));
}

Status SetWiseUpdate::write(const std::vector<SetWiseTarget>& targets,
                            const std::vector<SqlFragment>& values) {
    const Dialect& dialect = m_session.dialect();
    const SetWise& engine = *m_session.setWise();
    std::vector<QVariantList> rows;
    rows.reserve(targets.size());
    for (const SetWiseTarget& target : targets)
        rows.push_back(row(static_cast<qint64>(rows.size()), target.key, target.key.encoded(),
                           target.fingerprint));
    const QStringList names = stepColumns();
    Status filled = m_writer.command(engine.emptied(m_targets));
    if (filled)
        filled = m_writer.appendRows(m_targets, names.mid(0, 3 + m_table.key.size()), rows);
    if (filled && !engine.filled(m_targets).isEmpty())
        filled = m_writer.command(engine.filled(m_targets));
    if (filled)
        filled = m_writer.command(engine.emptied(m_steps.name));
    if (!filled)
        return filled;

    QStringList given = names.mid(0, 3 + m_table.key.size());
    QVariantList bound;
    for (qsizetype i = 0; i < m_steps.columns.size(); ++i) {
        const SqlFragment& value = values[static_cast<size_t>(i)];
        given += {Target + u'.' + dialect.quoted(m_steps.columns[i]), value.sql};
        bound += value.values;
    }
    const QString isUnchanged =
        QStringLiteral("%1 = %2").arg(fingerprintSql(m_session, m_table, m_watched), Fingerprint);
    auto computed = m_writer.execute(
        QStringLiteral("INSERT INTO %1 (%2) SELECT %3 FROM %4 JOIN %5 AS %6 ON %7 WHERE %8 "
                       "ORDER BY %9")
            .arg(m_steps.name, names.join(QStringLiteral(", ")), given.join(QStringLiteral(", ")),
                 m_targets, dialect.quoted(m_table), Target, onKeys(m_targets), isUnchanged,
                 engine.asFilled(m_targets + u'.' + StepTable::sequence())),
        bound);
    if (!computed)
        return computed.error();
    if (*computed != static_cast<qint64>(targets.size()))
        return changedMeanwhile();
    // A file is locked against others; on a server somebody may come in between.
    return writeFilled(
        *computed, m_session.spec().isFile() ? QString() : QStringLiteral(" AND ") + isUnchanged);
}

Status SetWiseUpdate::write(const std::vector<const RecordEdit*>& edits) {
    const Dialect& dialect = m_session.dialect();
    const SetWise& engine = *m_session.setWise();
    std::vector<QVariantList> rows;
    rows.reserve(edits.size());
    std::vector<ColumnType> types;
    for (const QString& column : std::as_const(m_steps.columns))
        types.push_back(m_table.column(column)->type);
    for (const RecordEdit* edit : edits) {
        const QString recordKey = edit->key.encoded();
        m_contentOfEdits += contentOf(dialect, m_table, recordKey, edit->before, edit->after);
        QVariantList values = row(static_cast<qint64>(rows.size()), edit->key, recordKey, 0);
        for (qsizetype i = 0; i < m_steps.columns.size(); ++i) {
            const ColumnType& type = types[static_cast<size_t>(i)];
            values += dialect.encode(edit->before.value(m_steps.columns[i]), type);
            values += dialect.encode(edit->after.value(m_steps.columns[i]), type);
        }
        rows.push_back(std::move(values));
    }
    Status filled = m_writer.command(engine.emptied(m_steps.name));
    if (filled)
        filled = m_writer.appendRows(m_steps.name, stepColumns(), rows);
    if (!filled)
        return filled;
    QString guard;
    for (qsizetype i = 0; i < m_steps.columns.size(); ++i)
        guard +=
            QStringLiteral(" AND ") +
            engine.same(*m_table.column(m_steps.columns[i]),
                        Target + u'.' + dialect.quoted(m_steps.columns[i]), StepTable::before(i));
    return writeFilled(static_cast<qint64>(edits.size()), guard);
}

// From the table of steps into the records and the log.
Status SetWiseUpdate::writeFilled(qint64 count, const QString& guard) {
    const Dialect& dialect = m_session.dialect();
    const SetWise& engine = *m_session.setWise();
    if (const QString told = engine.filled(m_steps.name); !told.isEmpty()) {
        if (Status known = m_writer.command(told); !known)
            return known;
    }
    QStringList set;
    for (qsizetype i = 0; i < m_steps.columns.size(); ++i)
        set += dialect.quoted(m_steps.columns[i]) + QStringLiteral(" = ") + StepTable::after(i);
    auto updated = m_writer.execute(dialect.updateJoined(
        dialect.quoted(m_table) + QStringLiteral(" AS ") + Target, m_steps.name,
        onKeys(m_steps.name) + guard, set.join(QStringLiteral(", "))));
    if (!updated)
        return updated.error();
    if (*updated != count)
        return changedMeanwhile();
    m_steps.count = count;
    auto content = m_entry.addTogether(m_steps, m_table);
    if (!content)
        return content.error();
    m_content += *content;
    return ok();
}

Status SetWiseUpdate::end() {
    for (const QString& table : {m_targets, m_steps.name}) {
        if (Status dropped = m_writer.command(QStringLiteral("DROP TABLE ") + table); !dropped)
            return dropped;
    }
    return ok();
}

} // namespace gravin
