// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/sealed_log.h"

#include "core/base/text.h"
#include "core/database/sql_fragment.h"

#include <algorithm>
#include <array>
#include <unordered_map>

namespace gravin {

namespace {

// Hashes what changes did, as their rows come in order.
class HashingRecords {
public:
    explicit HashingRecords(const Session& session)
        : m_session(session) {}

    // A row of loggedFields().
    void take(const QSqlQuery& row) {
        const qint64 change = row.value(0).toLongLong();
        bool isNumber = false;
        const qint64 place = row.value(1).toLongLong(&isNumber);
        const bool isNext = m_change != change;
        if (isNext || place != m_place) {
            endRecord();
            if (isNext)
                begin(change);
            // Places count from 0, so that no record stands beside the others.
            m_isOrdered = m_isOrdered && isNumber && place == m_place + 1;
            m_place = place;
            for (int i = 0; i < RecordColumns; ++i)
                m_record[static_cast<size_t>(i)] = row.value(FirstOfRecord + i);
            const auto operation = operationFromLog(row.value(4).toInt());
            m_isOrdered = m_isOrdered && operation;
            m_hash->addRecord(place, row.value(2).toString(), row.value(3).toString(),
                              operation ? operationName(*operation) : QString(), row.value(5));
        }
        // What a record is stands in each of its rows.
        for (int i = 0; i < RecordColumns; ++i)
            m_isOrdered =
                m_isOrdered && m_record[static_cast<size_t>(i)] == row.value(FirstOfRecord + i);
        if (!row.value(6).isNull())
            m_fields.push_back({row.value(6).toString(), asLogged(m_session, row.value(7)),
                                asLogged(m_session, row.value(8))});
    }

    // By change; null: its places are not what they can be. One without records is not in it.
    std::unordered_map<qint64, std::unique_ptr<ContentHash>> result() {
        endRecord();
        endChange();
        return std::move(m_hashes);
    }

private:
    struct Field {
        QString column;
        QVariant before;
        QVariant after;
    };

    void begin(qint64 change) {
        endChange();
        m_change = change;
        m_place = -1;
        m_isOrdered = true;
        m_hash = std::make_unique<ContentHash>();
    }
    void endRecord() {
        std::sort(m_fields.begin(), m_fields.end(),
                  [](const Field& a, const Field& b) { return a.column < b.column; });
        for (const Field& field : m_fields)
            m_hash->addField(field.column, field.before, field.after);
        m_fields.clear();
    }
    void endChange() {
        if (m_hash)
            m_hashes[*m_change] = m_isOrdered ? std::move(m_hash) : nullptr;
        m_hash.reset();
    }

    static constexpr int FirstOfRecord = 2; // table, key, operation, hidden row
    static constexpr int RecordColumns = 4;

    const Session& m_session;
    std::array<QVariant, RecordColumns> m_record;
    std::optional<qint64> m_change;
    qint64 m_place = -1;
    bool m_isOrdered = true;
    std::unique_ptr<ContentHash> m_hash;
    std::vector<Field> m_fields; // of the record under way
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
    HashingRecords hashing(m_session);
    SqlFragment sql =
        ofChanges(loggedFields(m_session.dialect(), logRows(*layout)) +
                      QStringLiteral(" WHERE r.change_id IN (%1) ORDER BY r.change_id, r.seq"),
                  ids, SealsAtOnce);
    Status read = m_session.select(sql.sql, sql.values, [&](const QSqlQuery& row) {
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
