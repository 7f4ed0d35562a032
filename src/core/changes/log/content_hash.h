// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/change_log.h"
#include "core/changes/log/log_layout.h"
#include "core/database/stored_value.h"

#include <openssl/evp.h>

#include <memory>

namespace gravin {

// Hashes of a change, in lower-case hexadecimal.
struct SealedContent {
    QString records; // of what it did
    QString content; // of that hash and who, when and what: what the chain is made of
    QString former;  // instead of that, in a log from before the two were apart
};

// The content of one change as a hash (SHA-256, FIPS 180-4): every part with its kind and its
// length, so that no two contents read alike. Records come in their order, each one's fields in the
// order of their names by code units.
class ContentHash {
public:
    ContentHash();

    void addRecord(qint64 sequence, const QString& table, const QString& key, const QString& op,
                   const QVariant& rowNumber);
    // Values as the log keeps them.
    void addField(const QString& column, const QVariant& before, const QVariant& after);
    // The same, of what is in UTF-8 already.
    void addRecord(qint64 sequence, QByteArrayView table, QByteArrayView key, QByteArrayView op,
                   std::optional<qint64> rowNumber);
    void addField(QByteArrayView column, const StoredValue& before, const StoredValue& after);
    // With what the change itself says, which is known last.
    SealedContent finish(const CommittedChange& change, const QString& tables, const QString& op);

    // The content of a change whose records have this hash.
    static QString sealedHead(const CommittedChange& change, const QString& tables,
                              const QString& op, const QString& records);

private:
    void add(const QString& text); // one that is null counts as an empty one
    void add(qint64 number);
    void add(const QVariant& part);
    void add(const StoredValue& part);
    void addHead(const CommittedChange& change, const QString& tables, const QString& op);
    static QString hexadecimal(EVP_MD_CTX* hash);
    void put(char kind, QByteArrayView bytes);
    void flush();

    std::unique_ptr<EVP_MD_CTX, void (*)(EVP_MD_CTX*)> m_hash;
    QByteArray m_waiting;
};

// What reads the log's rows, up to WHERE: change, place, table, key, operation as LogRows has it,
// hidden row, column, before and after. `dialect`: whose driver will read them; null:
// Session::readStored().
QString loggedFields(const Dialect* dialect, const LogRows& rows);

// What a change's place in the chain is: over the content and what the change before it has.
// `before`: empty for the first.
QString chainedHash(const QString& before, qint64 change, const QString& content);

} // namespace gravin
