// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/content_hash.h"

#include "core/base/text.h"

#include <QCryptographicHash>

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

void ContentHash::add(const QVariant& part) { add(StoredVariant(part).value()); }

void ContentHash::add(const StoredValue& part) {
    switch (part.kind) {
    case StoredValue::Kind::Null:
        put('n', {});
        break;
    case StoredValue::Kind::Integer:
        add(part.integer);
        break;
    case StoredValue::Kind::Real: {
        quint64 bits = 0;
        std::memcpy(&bits, &part.real, sizeof bits);
        put('d', QByteArray::number(bits, 16));
        break;
    }
    case StoredValue::Kind::Text:
        put('t', part.bytes);
        break;
    case StoredValue::Kind::Bytes:
        put('b', part.bytes);
        break;
    }
}

void ContentHash::addRecord(qint64 sequence, const QString& table, const QString& key,
                            const QString& op, const QVariant& rowNumber) {
    addRecord(sequence, table.toUtf8(), key.toUtf8(), op.toUtf8(),
              rowNumber.isNull() ? std::nullopt : std::optional(rowNumber.toLongLong()));
}

void ContentHash::addField(const QString& column, const QVariant& before, const QVariant& after) {
    addField(column.toUtf8(), StoredVariant(before).value(), StoredVariant(after).value());
}

void ContentHash::addRecord(qint64 sequence, QByteArrayView table, QByteArrayView key,
                            QByteArrayView op, std::optional<qint64> rowNumber) {
    m_waiting += 'R';
    add(sequence);
    put('t', table);
    put('t', key);
    put('t', op);
    if (rowNumber)
        add(*rowNumber);
    else
        put('n', {});
}

void ContentHash::addField(QByteArrayView column, const StoredValue& before,
                           const StoredValue& after) {
    m_waiting += 'F';
    put('t', column);
    add(before);
    add(after);
}

void ContentHash::addHead(const CommittedChange& change, const QString& tables, const QString& op) {
    m_waiting += 'C';
    add(change.id);
    for (const QString& part : {change.uid, change.at, change.person, change.screen, change.action,
                                change.note, tables, op})
        add(part);
    add(change.refersTo ? QVariant(*change.refersTo) : QVariant());
    add(change.count());
    // Changes of a log from before accounts have none, and the hash that they had.
    if (!change.account.isEmpty())
        add(change.account);
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

QString loggedFields(const Dialect* dialect, const LogRows& rows) {
    const auto read = [&](const char* column) {
        return dialect ? dialect->readableFromLog(QLatin1String(column))
                       : QString::fromLatin1(column);
    };
    return QStringLiteral("SELECT r.change_id, r.seq, %1, %2, r.op, r.hidden_row, %3, %4, %5 FROM ")
               .arg(rows.table, read("r.record_key"), rows.column, read("r.old_value"),
                    read("r.new_value")) +
           rows.from;
}

QString chainedHash(const QString& before, qint64 change, const QString& content) {
    const QString text = QStringLiteral("%1:%2:%3").arg(before).arg(change).arg(content);
    return QString::fromLatin1(
        QCryptographicHash::hash(text.toLatin1(), QCryptographicHash::Sha256).toHex());
}

} // namespace gravin
