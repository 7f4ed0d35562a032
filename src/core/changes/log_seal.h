// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change_log.h"

#include <openssl/evp.h>

#include <memory>
#include <span>

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
    // With what the change itself says, which is known last.
    SealedContent finish(const CommittedChange& change, const QString& tables, const QString& op);

    // The content of a change whose records have this hash.
    static QString sealedHead(const CommittedChange& change, const QString& tables,
                              const QString& op, const QString& records);

private:
    void add(const QString& text); // one that is null counts as an empty one
    void add(qint64 number);
    void add(const QVariant& part);
    void addHead(const CommittedChange& change, const QString& tables, const QString& op);
    static QString hexadecimal(EVP_MD_CTX* hash);
    void put(char kind, QByteArrayView bytes);
    void flush();

    std::unique_ptr<EVP_MD_CTX, void (*)(EVP_MD_CTX*)> m_hash;
    QByteArray m_waiting;
};

// What reads the log's records with their fields, up to the join's condition: change, place, table,
// key, operation, hidden row, column, before and after; a record without fields has one row. The
// tables are r and f.
QString loggedFields(const Dialect& dialect);

// A value as a driver gives it from the log's tables, as ContentHash wants it. A server's log is
// all text, whatever a driver makes of it; and what is empty is not NULL.
QVariant asLogged(const Session& session, const QVariant& read);

// What a change's place in the chain is: over the content and what the change before it has.
// `before`: empty for the first.
QString chainedHash(const QString& before, qint64 change, const QString& content);

// Where the log is not what was written.
struct LogDamage {
    qint64 change = 0; // 0: none in particular
    QString reason;    // for people, a whole sentence
};

struct LogVerification {
    qint64 changes = 0;
    qint64 trimmed = 0;  // changes whose records were trimmed away on purpose
    qint64 headless = 0; // trimmed ones that were written before who, when and what had a hash
    qint64 unsealed = 0; // written, not in the chain yet
    QString head; // what the newest link of the chain says; kept elsewhere, it shows a cut end
    std::vector<LogDamage> damages; // at most LogSeal::MostDamages
    bool isIntact() const { return damages.empty(); }
};

// Makes the change log evident to tampering: each change has a hash over its content, written with
// it, and a place in a chain of hashes. On a file the place is given in the writing transaction. On
// a server that would let writers wait for each other, so a change is chained right after its
// commit, by whoever comes first, in a short transaction of its own that nobody waits for. Belongs
// to its session's thread.
class LogSeal {
public:
    static constexpr size_t MostDamages = 100;

    explicit LogSeal(Session& session)
        : m_session(session) {}

    // Requires: a writing transaction is open, and the change is in it.
    Status add(qint64 change, const SealedContent& content);
    // Chains the changes that wait for it. Somebody else at it: done, for they do it.
    Status chainWaiting();
    // Gives older changes, of a log that was begun without, their hashes. Requires: a writing
    // transaction is open.
    Status adopt();

    // Reads the whole log; asks `isCancelled` between changes. An absent log is intact.
    // `head`: what a verification said before, to find out whether the end was cut; empty: unknown.
    Result<LogVerification> verify(const QString& head,
                                   const std::function<bool()>& isCancelled = {});
    // Whether these changes are what was written, for whoever goes by them: Damaged, naming the
    // first that is not. A log without hashes has nothing to compare with, and passes.
    Status verifyChanges(const std::vector<qint64>& changes);
    // The same of all changes that a scope speaks of.
    Status verifyScope(const LogScope& scope, const Catalog& catalog);

private:
    struct Link {
        qint64 position = 0;
        QString chain;
    };
    struct Head {
        CommittedChange change;
        QString tables;
        QString op;
    };
    struct Seal {
        QString content;
        QString records; // empty: from before the two were apart
    };
    enum class Trimmed { No, WithoutHead, Whole };
    // By change; one is missing when the change, or the order of its records, is not what it can
    // be.
    using Contents = QHash<qint64, SealedContent>;
    // Requires: some, and at most so many as one statement is about.
    Result<Contents> contentsOf(std::span<const qint64> changes);
    Result<std::vector<Head>> headsOf(std::span<const qint64> changes);
    Result<QHash<qint64, Seal>> sealsOf(std::span<const qint64> changes);
    static bool fits(const SealedContent& content, const Seal& seal);
    Result<Trimmed> fitsTrimmed(qint64 change, const Seal& seal);
    Result<Link> last();
    Status chain();
    Session& m_session;
};

} // namespace gravin
