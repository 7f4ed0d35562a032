// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log_seal.h"

#include "core/base/text.h"

#include <QCryptographicHash>
#include <QSet>
#include <QtEndian>

#include <algorithm>
#include <charconv>
#include <cstring>
#include <span>
#include <unordered_map>

namespace gravin {

namespace {
// Gathered, for a hash takes long pieces faster.
constexpr qsizetype PieceSize = 64 * 1024;

// Changes that one statement is about.
constexpr size_t ChangesAtOnce = 100;

QString damagedChange(qint64 change) {
    return say("Change %1 is not what was written: its content does not fit its hash.").arg(change);
}

// Where a log has none, there is nothing to read.
QString recordsColumn(bool isThere) {
    return isThere ? QStringLiteral("records") : QStringLiteral("NULL");
}

} // namespace

ContentHash::ContentHash()
    : m_hash(EVP_MD_CTX_new(), EVP_MD_CTX_free) {
    EVP_DigestInit_ex(m_hash.get(), EVP_sha256(), nullptr);
}

void ContentHash::put(char kind, QByteArrayView bytes) {
    char size[20];
    const auto end = std::to_chars(std::begin(size), std::end(size), bytes.size()).ptr;
    m_waiting += kind;
    m_waiting.append(size, end - size);
    m_waiting += ':';
    m_waiting += bytes;
    if (m_waiting.size() >= PieceSize)
        flush();
}

void ContentHash::flush() {
    EVP_DigestUpdate(m_hash.get(), m_waiting.constData(), static_cast<size_t>(m_waiting.size()));
    m_waiting.resize(0); // keeps its room
}

void ContentHash::add(const QString& text) { put('t', text.toUtf8()); }

void ContentHash::add(qint64 number) {
    char digits[20];
    const auto end = std::to_chars(std::begin(digits), std::end(digits), number).ptr;
    put('i', {digits, end - digits});
}

void ContentHash::add(const QVariant& part) {
    const int type = part.typeId();
    // Empty ones that are null are stored as NULL.
    const bool isNull = part.isNull() || (type == QMetaType::QString && part.toString().isNull()) ||
                        (type == QMetaType::QByteArray && part.toByteArray().isNull());
    if (isNull) {
        put('n', {});
    } else if (type == QMetaType::QByteArray) {
        put('b', part.toByteArray());
    } else if (type == QMetaType::Double) {
        const double number = part.toDouble();
        quint64 bits = 0;
        std::memcpy(&bits, &number, sizeof bits);
        put('d', QByteArray::number(bits, 16));
    } else if (type == QMetaType::QString) {
        add(part.toString());
    } else {
        add(part.toLongLong());
    }
}

void ContentHash::addRecord(qint64 sequence, const QString& table, const QString& key,
                            const QString& op, const QVariant& rowNumber) {
    m_waiting += 'R';
    add(sequence);
    add(table);
    add(key);
    add(op);
    add(rowNumber.isNull() ? QVariant() : QVariant(rowNumber.toLongLong()));
}

void ContentHash::addField(const QString& column, const QVariant& before, const QVariant& after) {
    m_waiting += 'F';
    add(column);
    add(before);
    add(after);
}

void ContentHash::addHead(const CommittedChange& change, const QString& tables, const QString& op) {
    m_waiting += 'C';
    add(change.id);
    for (const QString& part : {change.uid, change.at, change.person, change.screen, change.action,
                                change.note, tables, op})
        add(part);
    add(change.undoes ? QVariant(*change.undoes) : QVariant());
    add(change.count());
}

QString ContentHash::hexadecimal(EVP_MD_CTX* hash) {
    QByteArray bytes(EVP_MD_get_size(EVP_sha256()), '\0');
    EVP_DigestFinal_ex(hash, reinterpret_cast<unsigned char*>(bytes.data()), nullptr);
    return QString::fromLatin1(bytes.toHex());
}

SealedContent ContentHash::finish(const CommittedChange& change, const QString& tables,
                                  const QString& op) {
    SealedContent sealed;
    flush();
    const std::unique_ptr<EVP_MD_CTX, void (*)(EVP_MD_CTX*)> records(EVP_MD_CTX_new(),
                                                                     EVP_MD_CTX_free);
    EVP_MD_CTX_copy_ex(records.get(), m_hash.get());
    sealed.records = hexadecimal(records.get());
    addHead(change, tables, op);
    flush();
    sealed.former = hexadecimal(m_hash.get());
    sealed.content = sealedHead(change, tables, op, sealed.records);
    return sealed;
}

QString ContentHash::sealedHead(const CommittedChange& change, const QString& tables,
                                const QString& op, const QString& records) {
    ContentHash head;
    head.addHead(change, tables, op);
    head.m_waiting += 'S';
    head.add(records);
    head.flush();
    return hexadecimal(head.m_hash.get());
}

QString loggedFields(const Dialect& dialect) {
    const auto read = [&](const char* column) {
        return dialect.readableFromLog(QLatin1String(column));
    };
    return QStringLiteral("SELECT r.change_id, r.seq, r.table_name, %1, r.op, r.hidden_row, "
                          "f.column_name, %2, %3 FROM gravin_record r LEFT JOIN gravin_field f ON "
                          "f.change_id = r.change_id AND f.seq = r.seq")
        .arg(read("r.record_key"), read("f.old_value"), read("f.new_value"));
}

QVariant asLogged(const Session& session, const QVariant& read) {
    if (read.isNull())
        return {};
    const bool isText = !session.spec().isFile();
    if (!isText && read.typeId() == QMetaType::QByteArray)
        return read.toByteArray().isNull() ? QByteArray("") : read.toByteArray();
    if (isText || read.typeId() == QMetaType::QString)
        return notNull(read.toString());
    return read;
}

QString chainedHash(const QString& before, qint64 change, const QString& content) {
    const QString text = QStringLiteral("%1:%2:%3").arg(before).arg(change).arg(content);
    return QString::fromLatin1(
        QCryptographicHash::hash(text.toLatin1(), QCryptographicHash::Sha256).toHex());
}

Status LogSeal::add(qint64 change, const SealedContent& sealed) {
    const auto apart = m_session.sealsRecordsApart();
    if (!apart)
        return apart.error();
    const QString content = *apart ? sealed.content : sealed.former;
    QVariant position;
    QVariant chained;
    if (m_session.spec().isFile()) {
        auto former = last();
        if (!former)
            return former.error();
        position = former->position + 1;
        chained = chainedHash(former->chain, change, content);
    }
    const QString columns = QStringLiteral("INSERT INTO gravin_seal (change_id, content, position, "
                                           "chain%1) VALUES (?, ?, ?, ?%2)");
    auto added =
        *apart ? m_session.execute(columns.arg(QStringLiteral(", records"), QStringLiteral(", ?")),
                                   {change, content, position, chained, sealed.records})
               : m_session.execute(columns.arg(QString(), QString()),
                                   {change, content, position, chained});
    if (!added)
        return added.error();
    return done();
}

Result<LogSeal::Link> LogSeal::last() {
    Link link;
    Status asked = m_session.select(
        QStringLiteral("SELECT position, chain FROM gravin_seal WHERE position IS NOT NULL "
                       "ORDER BY position DESC LIMIT 1"),
        {}, [&](const QSqlQuery& row) {
            link = {row.value(0).toLongLong(), row.value(1).toString()};
            return false;
        });
    if (!asked)
        return asked.error();
    return link;
}

Status LogSeal::chainWaiting() {
    if (m_session.spec().isFile())
        return done();
    Session::Transaction transaction(m_session);
    if (Status begun = transaction.begin(false); !begun)
        return begun;
    const SealingStatements sealing = m_session.dialect().sealingStatements();
    if (!sealing.relax.isEmpty()) {
        if (Status relaxed = m_session.command(sealing.relax); !relaxed)
            return relaxed;
    }
    auto mine = m_session.scalar(sealing.enter);
    if (!mine)
        return mine.error();
    if (mine->toInt() != 1)
        return done();
    Status chained = chain();
    if (chained)
        chained = transaction.commit();
    const Session::Finishing finishing(m_session);
    if (!sealing.leave.isEmpty())
        (void)m_session.scalar(sealing.leave); // it goes with the connection at the latest
    return chained;
}

// In the order in which they are found: by their number, as far as they are committed.
Status LogSeal::chain() {
    struct Waiting {
        qint64 change;
        QString content;
    };
    std::vector<Waiting> waiting;
    Status asked = m_session.select(
        QStringLiteral("SELECT change_id, content FROM gravin_seal WHERE position IS NULL "
                       "ORDER BY change_id"),
        {}, [&](const QSqlQuery& row) {
            waiting.push_back({row.value(0).toLongLong(), row.value(1).toString()});
            return true;
        });
    if (!asked)
        return asked;
    auto link = last();
    if (!link)
        return link.error();
    for (const Waiting& each : waiting) {
        link->position += 1;
        link->chain = chainedHash(link->chain, each.change, each.content);
        auto placed = m_session.execute(
            QStringLiteral("UPDATE gravin_seal SET position = ?, chain = ? WHERE change_id = ? "
                           "AND position IS NULL"),
            {link->position, link->chain, each.change});
        if (!placed)
            return placed.error();
    }
    return done();
}

Status LogSeal::adopt() {
    std::vector<qint64> without;
    Status asked = m_session.select(
        QStringLiteral("SELECT c.id FROM gravin_change c LEFT JOIN gravin_seal s ON "
                       "s.change_id = c.id WHERE s.change_id IS NULL ORDER BY c.id"),
        {}, [&](const QSqlQuery& row) {
            without.push_back(row.value(0).toLongLong());
            return true;
        });
    if (!asked)
        return asked;
    for (const qint64 change : without) {
        const auto contents = contentsOf(std::span(&change, 1));
        if (!contents)
            return contents.error();
        if (!contents->contains(change))
            return Error{ErrorKind::Damaged, damagedChange(change)};
        if (Status added = add(change, contents->value(change)); !added)
            return added;
    }
    return done();
}

namespace {

// Hashes what changes did, as their rows come in order.
class HashingRecords {
public:
    explicit HashingRecords(const Session& session)
        : m_session(session) {}

    // A row of change, place, table, key, operation, hidden row, column, before and after.
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
            m_hash->addRecord(place, row.value(2).toString(), row.value(3).toString(),
                              row.value(4).toString(), row.value(5));
        }
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

    const Session& m_session;
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

Result<LogSeal::Contents> LogSeal::contentsOf(std::span<const qint64> ids) {
    HashingRecords hashing(m_session);
    SqlFragment sql =
        ofChanges(loggedFields(m_session.dialect()) +
                      QStringLiteral(" WHERE r.change_id IN (%1) ORDER BY r.change_id, r.seq"),
                  ids, ChangesAtOnce);
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
    for (const Head& head : *heads) {
        const auto found = hashes.find(head.change.id);
        if (found != hashes.end() && !found->second)
            continue;
        ContentHash none;
        ContentHash& hash = found == hashes.end() ? none : *found->second;
        contents.insert(head.change.id, hash.finish(head.change, head.tables, head.op));
    }
    return contents;
}

Result<std::vector<LogSeal::Head>> LogSeal::headsOf(std::span<const qint64> ids) {
    std::vector<Head> heads;
    const SqlFragment sql = ofChanges(
        QStringLiteral("SELECT uid, at, person, screen, action, note, undoes, records, tables, op, "
                       "id FROM gravin_change WHERE id IN (%1)"),
        ids, ChangesAtOnce);
    Status read = m_session.select(sql.sql, sql.values, [&](const QSqlQuery& row) {
        CommittedChange change;
        change.id = row.value(10).toLongLong();
        change.uid = row.value(0).toString();
        change.at = row.value(1).toString();
        change.person = row.value(2).toString();
        change.screen = row.value(3).toString();
        change.action = row.value(4).toString();
        change.note = row.value(5).toString();
        if (!row.value(6).isNull())
            change.undoes = row.value(6).toLongLong();
        change.recordCount = row.value(7).toLongLong();
        heads.push_back({std::move(change), row.value(8).toString(), row.value(9).toString()});
        return true;
    });
    if (!read)
        return read.error();
    return heads;
}

Status LogSeal::verifyScope(const LogScope& scope, const Catalog& catalog) {
    const auto present = m_session.hasChangeLog();
    if (!present)
        return present.error();
    if (!*present)
        return done();
    const auto changes = ChangeLog(m_session).changesOf(scope, catalog);
    return changes ? verifyChanges(*changes) : changes.error();
}

Status LogSeal::verifyChanges(const std::vector<qint64>& changes) {
    const auto sealed = m_session.hasSealedLog();
    if (!sealed)
        return sealed.error();
    if (!*sealed)
        return done();
    const auto trimmedUpTo = ChangeLog(m_session).trimmedUpTo();
    if (!trimmedUpTo)
        return trimmedUpTo.error();
    for (size_t first = 0; first < changes.size(); first += ChangesAtOnce) {
        const std::span<const qint64> some =
            std::span(changes).subspan(first, std::min(ChangesAtOnce, changes.size() - first));
        const auto contents = contentsOf(some);
        if (!contents)
            return contents.error();
        const auto seals = sealsOf(some);
        if (!seals)
            return seals.error();
        for (const qint64 change : some) {
            const auto seal = seals->constFind(change);
            const auto content = contents->constFind(change);
            // One that is not there at all is nothing to go by.
            if (seal == seals->constEnd() && content == contents->constEnd())
                continue;
            bool isWhole = seal != seals->constEnd() && content != contents->constEnd() &&
                           fits(*content, *seal);
            if (!isWhole && seal != seals->constEnd() && change <= *trimmedUpTo) {
                const auto trimmed = fitsTrimmed(change, *seal);
                if (!trimmed)
                    return trimmed.error();
                isWhole = *trimmed != Trimmed::No;
            }
            if (!isWhole)
                return Error{ErrorKind::Damaged, damagedChange(change)};
        }
    }
    return done();
}

Result<QHash<qint64, LogSeal::Seal>> LogSeal::sealsOf(std::span<const qint64> ids) {
    const auto apart = m_session.sealsRecordsApart();
    if (!apart)
        return apart.error();
    QHash<qint64, Seal> seals;
    const SqlFragment sql = ofChanges(
        QStringLiteral("SELECT change_id, content, %1 FROM gravin_seal WHERE change_id IN "
                       "(%2)")
            .arg(recordsColumn(*apart), QStringLiteral("%1")),
        ids, ChangesAtOnce);
    Status read = m_session.select(sql.sql, sql.values, [&](const QSqlQuery& row) {
        seals.insert(row.value(0).toLongLong(), {row.value(1).toString(), row.value(2).toString()});
        return true;
    });
    if (!read)
        return read.error();
    return seals;
}

// Nothing is left of its records, and the rest is what was written.
Result<LogSeal::Trimmed> LogSeal::fitsTrimmed(qint64 change, const Seal& seal) {
    auto left = m_session.scalar(
        QStringLiteral("SELECT count(*) FROM gravin_record WHERE change_id = ?"), {change});
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

bool LogSeal::fits(const SealedContent& content, const Seal& seal) {
    if (seal.records.isEmpty())
        return seal.content == content.former;
    return seal.content == content.content && seal.records == content.records;
}

Result<LogVerification> LogSeal::verify(const QString& head,
                                        const std::function<bool()>& isCancelled) {
    LogVerification found;
    const auto damage = [&](qint64 change, const QString& reason) {
        if (found.damages.size() < MostDamages)
            found.damages.push_back({change, reason});
    };
    auto present = m_session.hasChangeLog();
    if (!present)
        return present.error();
    if (!*present) {
        if (!head.isEmpty())
            damage(0, say("There is no change log, but there was one."));
        return found;
    }
    auto sealed = m_session.hasSealedLog();
    if (!sealed)
        return sealed.error();
    if (!*sealed) {
        damage(0, say("This log was begun without hashes. The next change adds them."));
        return found;
    }

    struct Sealed {
        qint64 change;
        Seal seal;
        std::optional<qint64> position;
        QString chain;
    };
    const auto apart = m_session.sealsRecordsApart();
    if (!apart)
        return apart.error();
    std::vector<Sealed> seals;
    Status read = m_session.select(
        QStringLiteral("SELECT change_id, content, position, chain, %1 FROM gravin_seal "
                       "ORDER BY CASE WHEN position IS NULL THEN 1 ELSE 0 END, position, change_id")
            .arg(recordsColumn(*apart)),
        {}, [&](const QSqlQuery& row) {
            Sealed each{row.value(0).toLongLong(),
                        {row.value(1).toString(), row.value(4).toString()},
                        {},
                        {}};
            if (!row.value(2).isNull())
                each.position = row.value(2).toLongLong();
            each.chain = row.value(3).toString();
            seals.push_back(std::move(each));
            return true;
        });
    if (!read)
        return read.error();
    QSet<qint64> changes;
    read = m_session.select(QStringLiteral("SELECT id FROM gravin_change"), {},
                            [&](const QSqlQuery& row) {
                                changes.insert(row.value(0).toLongLong());
                                return true;
                            });
    if (!read)
        return read.error();
    found.changes = changes.size();
    const auto trimmedUpTo = ChangeLog(m_session).trimmedUpTo();
    if (!trimmedUpTo)
        return trimmedUpTo.error();

    // The chain itself.
    qint64 position = 0;
    bool isHeadSeen = head.isEmpty();
    for (const Sealed& each : seals) {
        if (!each.position) {
            ++found.unsealed;
            continue;
        }
        if (*each.position != ++position) {
            damage(each.change, say("Before change %1 the chain has a gap.").arg(each.change));
            position = *each.position;
        }
        if (each.chain != chainedHash(found.head, each.change, each.seal.content))
            damage(each.change, say("At change %1 the chain of hashes breaks.").arg(each.change));
        found.head = each.chain;
        isHeadSeen = isHeadSeen || each.chain == head;
    }
    if (!isHeadSeen)
        damage(0, say("The hash that was kept is not in the chain: its end was cut off, or it "
                      "was written anew."));
    // And what it stands for.
    for (size_t first = 0; first < seals.size(); first += ChangesAtOnce) {
        if (isCancelled && isCancelled())
            return Error{ErrorKind::Cancelled, say("Stopped.")};
        std::vector<qint64> some;
        for (size_t i = first; i < std::min(first + ChangesAtOnce, seals.size()); ++i)
            some.push_back(seals[i].change);
        const auto contents = contentsOf(some);
        if (!contents)
            return contents.error();
        for (size_t i = first; i < first + some.size(); ++i) {
            const Sealed& each = seals[i];
            if (!changes.remove(each.change)) {
                damage(each.change, say("Change %1 is missing.").arg(each.change));
                continue;
            }
            const auto content = contents->constFind(each.change);
            if (content != contents->constEnd() && fits(*content, each.seal))
                continue;
            const auto isTrimmed = each.change <= *trimmedUpTo ? fitsTrimmed(each.change, each.seal)
                                                               : Result<Trimmed>(Trimmed::No);
            if (!isTrimmed)
                return isTrimmed.error();
            found.trimmed += *isTrimmed == Trimmed::No ? 0 : 1;
            found.headless += *isTrimmed == Trimmed::WithoutHead ? 1 : 0;
            if (*isTrimmed == Trimmed::No)
                damage(each.change, damagedChange(each.change));
        }
    }
    for (const Sealed& each : seals) {
        if (each.change > LargestChangeId || each.change < 1)
            damage(each.change,
                   say("A change has the number %1, to which no log comes.").arg(each.change));
    }
    for (const qint64 change : std::as_const(changes))
        damage(change, say("Change %1 has no hash: it was not written by Gravin.").arg(change));
    const std::initializer_list<std::pair<const char*, const char*>> strays{
        {"SELECT r.change_id FROM gravin_record r LEFT JOIN gravin_change c ON c.id = r.change_id "
         "WHERE c.id IS NULL LIMIT 1",
         "Records of a change %1, which is not in the log."},
        {"SELECT f.change_id FROM gravin_field f LEFT JOIN gravin_record r ON "
         "r.change_id = f.change_id AND r.seq = f.seq WHERE r.seq IS NULL LIMIT 1",
         "Change %1 has fields of a record that is not in the log."}};
    for (const auto& [query, words] : strays) {
        auto stray = m_session.scalar(QLatin1String(query));
        if (!stray)
            return stray.error();
        if (stray->isValid() && !stray->isNull())
            damage(stray->toLongLong(), say(words).arg(stray->toLongLong()));
    }
    return found;
}

} // namespace gravin
