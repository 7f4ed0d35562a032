// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log_seal.h"

#include "core/base/text.h"

#include <QCryptographicHash>
#include <QSet>
#include <QtEndian>

#include <algorithm>
#include <charconv>
#include <cstring>

namespace gravin {

namespace {
// Gathered, for a hash takes long pieces faster.
constexpr qsizetype PieceSize = 64 * 1024;
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

QString ContentHash::finish(const CommittedChange& change, const QString& tables,
                            const QString& op) {
    m_waiting += 'C';
    add(change.id);
    for (const QString& part : {change.uid, change.at, change.person, change.screen, change.action,
                                change.note, tables, op})
        add(part);
    add(change.undoes ? QVariant(*change.undoes) : QVariant());
    add(change.count());
    flush();
    QByteArray hash(EVP_MD_get_size(EVP_sha256()), '\0');
    EVP_DigestFinal_ex(m_hash.get(), reinterpret_cast<unsigned char*>(hash.data()), nullptr);
    return QString::fromLatin1(hash.toHex());
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

Status LogSeal::add(qint64 change, const QString& content) {
    QVariant position;
    QVariant chained;
    if (m_session.spec().isFile()) {
        auto former = last();
        if (!former)
            return former.error();
        position = former->position + 1;
        chained = chainedHash(former->chain, change, content);
    }
    auto added = m_session.execute(
        QStringLiteral("INSERT INTO gravin_seal (change_id, content, position, chain) "
                       "VALUES (?, ?, ?, ?)"),
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
        auto content = contentOf(change);
        if (!content)
            return content.error();
        if (Status added = add(change, *content); !added)
            return added;
    }
    return done();
}

Result<QString> LogSeal::contentOf(qint64 id) {
    ContentHash hash;
    qint64 sequence = -1;
    struct Field {
        QString column;
        QVariant before;
        QVariant after;
    };
    std::vector<Field> fields; // of the record under way
    const auto endRecord = [&] {
        std::sort(fields.begin(), fields.end(),
                  [](const Field& a, const Field& b) { return a.column < b.column; });
        for (const Field& field : fields)
            hash.addField(field.column, field.before, field.after);
        fields.clear();
    };
    Status read = m_session.select(
        QStringLiteral(
            "SELECT r.seq, r.table_name, r.record_key, r.op, r.hidden_row, f.column_name, "
            "f.old_value, f.new_value FROM gravin_record r LEFT JOIN gravin_field f "
            "ON f.change_id = r.change_id AND f.seq = r.seq WHERE r.change_id = ? ORDER BY r.seq"),
        {id}, [&](const QSqlQuery& row) {
            if (row.value(0).toLongLong() != sequence) {
                endRecord();
                sequence = row.value(0).toLongLong();
                hash.addRecord(sequence, row.value(1).toString(), row.value(2).toString(),
                               row.value(3).toString(), row.value(4));
            }
            if (!row.value(5).isNull())
                fields.push_back({row.value(5).toString(), asLogged(m_session, row.value(6)),
                                  asLogged(m_session, row.value(7))});
            return true;
        });
    if (!read)
        return read.error();
    endRecord();
    QString content;
    read = m_session.select(
        QStringLiteral("SELECT uid, at, person, screen, action, note, undoes, records, tables, op "
                       "FROM gravin_change WHERE id = ?"),
        {id}, [&](const QSqlQuery& row) {
            CommittedChange change;
            change.id = id;
            change.uid = row.value(0).toString();
            change.at = row.value(1).toString();
            change.person = row.value(2).toString();
            change.screen = row.value(3).toString();
            change.action = row.value(4).toString();
            change.note = row.value(5).toString();
            if (!row.value(6).isNull())
                change.undoes = row.value(6).toLongLong();
            change.recordCount = row.value(7).toLongLong();
            content = hash.finish(change, row.value(8).toString(), row.value(9).toString());
            return false;
        });
    if (!read)
        return read.error();
    return content;
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
        QString content;
        std::optional<qint64> position;
        QString chain;
    };
    std::vector<Sealed> seals;
    Status read = m_session.select(
        QStringLiteral(
            "SELECT change_id, content, position, chain FROM gravin_seal "
            "ORDER BY CASE WHEN position IS NULL THEN 1 ELSE 0 END, position, change_id"),
        {}, [&](const QSqlQuery& row) {
            Sealed each{row.value(0).toLongLong(), row.value(1).toString(), {}, {}};
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
        if (each.chain != chainedHash(found.head, each.change, each.content))
            damage(each.change, say("At change %1 the chain of hashes breaks.").arg(each.change));
        found.head = each.chain;
        isHeadSeen = isHeadSeen || each.chain == head;
    }
    if (!isHeadSeen)
        damage(0, say("The hash that was kept is not in the chain: its end was cut off, or it "
                      "was written anew."));
    // And what it stands for.
    for (const Sealed& each : seals) {
        if (isCancelled && isCancelled())
            return Error{ErrorKind::Cancelled, say("Stopped.")};
        if (!changes.remove(each.change)) {
            damage(each.change, say("Change %1 is missing.").arg(each.change));
            continue;
        }
        auto content = contentOf(each.change);
        if (!content)
            return content.error();
        if (*content == each.content)
            continue;
        auto left = m_session.scalar(
            QStringLiteral("SELECT count(*) FROM gravin_record WHERE change_id = ?"),
            {each.change});
        if (!left)
            return left.error();
        if (each.change <= *trimmedUpTo && left->toLongLong() == 0)
            ++found.trimmed;
        else
            damage(each.change,
                   say("Change %1 is not what was written: its content does not fit its hash.")
                       .arg(each.change));
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
