// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/sealed_log.h"

#include "core/base/text.h"
#include "core/database/sql_fragment.h"

#include <algorithm>
#include <unordered_map>

namespace gravin {

namespace {

// A server's log is all text, whatever its answers make of it; numbers too.
StoredValue asText(StoredValue value) {
    if (value.kind == StoredValue::Kind::Bytes)
        value.kind = StoredValue::Kind::Text;
    return value;
}

std::optional<qint64> numberOf(const StoredValue& value) {
    bool isNumber = value.kind == StoredValue::Kind::Integer;
    const qint64 number = isNumber ? value.integer : value.bytes.toLongLong(&isNumber);
    return isNumber ? std::optional(number) : std::nullopt;
}

// In the room that it has.
void keep(QByteArray& kept, QByteArrayView bytes) {
    kept.resize(bytes.size());
    std::copy(bytes.begin(), bytes.end(), kept.begin());
}

// Hashes what changes did, as their rows come in order.
class HashingRecords {
public:
    explicit HashingRecords(bool isFile)
        : m_isFile(isFile) {}

    // A row of loggedFields().
    void take(std::span<const StoredValue> row) {
        const qint64 change = numberOf(row[0]).value_or(0);
        const auto place = numberOf(row[1]);
        const auto operation = operationFromLog(int(numberOf(row[4]).value_or(0)));
        const auto hiddenRow = numberOf(row[5]);
        const bool isNext = m_change != change;
        if (isNext || place != m_place) {
            endRecord();
            if (isNext)
                begin(change);
            // Places count from 0, so that no record stands beside the others.
            m_isOrdered = m_isOrdered && place && *place == m_place + 1 && operation;
            m_place = place.value_or(-2);
            keep(m_table, row[2].bytes);
            keep(m_key, row[3].bytes);
            m_operation = operation;
            m_hiddenRow = hiddenRow;
            m_hash->addRecord(m_place, m_table, m_key,
                              operation ? operationName(*operation).toUtf8() : QByteArray(),
                              hiddenRow);
        }
        // What a record is stands in each of its rows.
        m_isOrdered = m_isOrdered && m_table == row[2].bytes && m_key == row[3].bytes &&
                      m_operation == operation && m_hiddenRow == hiddenRow;
        if (row[6].kind != StoredValue::Kind::Null)
            addField(row[6].bytes, m_isFile ? row[7] : asText(row[7]),
                     m_isFile ? row[8] : asText(row[8]));
    }

    // By change; null: its places are not what they can be. One without records is not in it.
    std::unordered_map<qint64, std::unique_ptr<ContentHash>> result() {
        endRecord();
        endChange();
        return std::move(m_hashes);
    }

private:
    // What is kept of a row until its record ends.
    struct Field {
        QByteArray column;
        StoredValue before;
        StoredValue after;
        QByteArray bytesBefore;
        QByteArray bytesAfter;
    };

    void begin(qint64 change) {
        endChange();
        m_change = change;
        m_place = -1;
        m_isOrdered = true;
        m_hash = std::make_unique<ContentHash>();
    }
    // Into the room of a former record's field.
    void addField(QByteArrayView column, const StoredValue& before, const StoredValue& after) {
        if (m_fields.size() == m_used)
            m_fields.emplace_back();
        Field& field = m_fields[m_used++];
        keep(field.column, column);
        field.before = before;
        field.after = after;
        keep(field.bytesBefore, before.bytes);
        keep(field.bytesAfter, after.bytes);
    }
    void endRecord() {
        const auto end = m_fields.begin() + static_cast<std::ptrdiff_t>(m_used);
        if (m_used > 1)
            std::sort(m_fields.begin(), end, [](const Field& a, const Field& b) {
                return QString::fromUtf8(a.column) < QString::fromUtf8(b.column);
            });
        for (auto field = m_fields.begin(); field != end; ++field) {
            field->before.bytes = field->bytesBefore;
            field->after.bytes = field->bytesAfter;
            m_hash->addField(field->column, field->before, field->after);
        }
        m_used = 0;
    }
    void endChange() {
        if (m_hash)
            m_hashes[*m_change] = m_isOrdered ? std::move(m_hash) : nullptr;
        m_hash.reset();
    }

    bool m_isFile;
    std::optional<qint64> m_change;
    qint64 m_place = -1;
    bool m_isOrdered = true;
    QByteArray m_table;
    QByteArray m_key;
    std::optional<Operation> m_operation;
    std::optional<qint64> m_hiddenRow;
    std::unique_ptr<ContentHash> m_hash;
    std::vector<Field> m_fields; // of the record under way, as many as are used
    size_t m_used = 0;
    std::unordered_map<qint64, std::unique_ptr<ContentHash>> m_hashes;
};

// A statement whose text is the same for any number of changes, so that it is prepared once.
SqlFragment ofChanges(const QString& sql, std::span<const qint64> ids, size_t most) {
    QVariantList values;
    for (size_t i = 0; i < most; ++i)
        values += ids[std::min(i, ids.size() - 1)];
    return {sql.arg(QStringList(static_cast<qsizetype>(most), QStringLiteral("?")).join(u',')),
            values};
}

} // namespace

Result<SealedLog::Contents> SealedLog::contentsOf(std::span<const qint64> ids) {
    const auto layout = m_session.logLayout();
    if (!layout)
        return layout.error();
    HashingRecords hashing(m_session.spec().isFile());
    QStringList numbers;
    for (const qint64 id : ids)
        numbers += QString::number(id);
    const Status read = m_session.readStored(
        loggedFields(nullptr, logRows(*layout)) +
            QStringLiteral(" WHERE r.change_id IN (%1) ORDER BY r.change_id, r.seq")
                .arg(numbers.join(u',')),
        [&](std::span<const StoredValue> row) {
            hashing.take(row);
            return true;
        });
    if (!read)
        return read.error();
    auto hashes = hashing.result();
    const auto heads = headsOf(ids);
    if (!heads)
        return heads.error();
    Contents contents;
    for (const LoggedHead& head : *heads) {
        const auto found = hashes.find(head.change.id);
        if (found != hashes.end() && !found->second)
            continue;
        ContentHash none;
        ContentHash& hash = found == hashes.end() ? none : *found->second;
        contents.insert(head.change.id, hash.finish(head.change, head.tables, head.op));
    }
    return contents;
}

Result<std::vector<LoggedHead>> SealedLog::headsOf(std::span<const qint64> ids) {
    const auto layout = m_session.logLayout();
    if (!layout)
        return layout.error();
    std::vector<LoggedHead> heads;
    const SqlFragment sql =
        ofChanges(QStringLiteral("SELECT %1 FROM gravin_change c WHERE c.id IN (%2)")
                      .arg(loggedHeads(*layout), QStringLiteral("%1")),
                  ids, SealsAtOnce);
    Status read = m_session.select(sql.sql, sql.values, [&](const QSqlQuery& row) {
        heads.push_back(headFrom(row));
        return true;
    });
    if (!read)
        return read.error();
    return heads;
}

Result<QHash<qint64, SealedLog::Seal>> SealedLog::sealsOf(std::span<const qint64> ids) {
    const auto apart = m_session.sealsRecordsApart();
    if (!apart)
        return apart.error();
    QHash<qint64, Seal> seals;
    const SqlFragment sql = ofChanges(
        QStringLiteral("SELECT change_id, content, %1 FROM gravin_seal WHERE change_id IN "
                       "(%2)")
            .arg(sealedRecordsColumn(*apart), QStringLiteral("%1")),
        ids, SealsAtOnce);
    Status read = m_session.select(sql.sql, sql.values, [&](const QSqlQuery& row) {
        seals.insert(row.value(0).toLongLong(), {row.value(1).toString(), row.value(2).toString()});
        return true;
    });
    if (!read)
        return read.error();
    return seals;
}

Result<SealedLog::Trimmed> SealedLog::fitsTrimmed(qint64 change, const Seal& seal) {
    const auto layout = m_session.logLayout();
    if (!layout)
        return layout.error();
    const QString count = QStringLiteral("SELECT count(*) FROM %1 WHERE r.change_id = ?");
    auto left = m_session.scalar(count.arg(logRows(*layout).from), {change});
    if (!left)
        return left.error();
    if (left->toLongLong() > 0)
        return Trimmed::No;
    if (seal.records.isEmpty())
        return Trimmed::WithoutHead;
    const auto heads = headsOf(std::span(&change, 1));
    if (!heads)
        return heads.error();
    const bool fits =
        !heads->empty() && ContentHash::sealedHead(heads->front().change, heads->front().tables,
                                                   heads->front().op, seal.records) == seal.content;
    return fits ? Trimmed::Whole : Trimmed::No;
}

bool SealedLog::fits(const SealedContent& content, const Seal& seal) {
    if (seal.records.isEmpty())
        return seal.content == content.former;
    return seal.content == content.content && seal.records == content.records;
}

QString damagedChange(qint64 change) {
    return coreTr("Change %1 is not what was written: its content does not fit its hash.")
        .arg(change);
}

QString sealedRecordsColumn(bool isThere) {
    return isThere ? QStringLiteral("records") : QStringLiteral("NULL");
}

} // namespace gravin
