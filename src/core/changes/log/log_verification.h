// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/sealed_log.h"

#include <QSet>

#include <functional>

namespace gravin {

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
    std::vector<LogDamage> damages; // at most LogVerifier::MostDamages
    bool isIntact() const { return damages.empty(); }
};

// Computes anew what seals say, and compares. Belongs to its session's thread.
class LogVerifier {
public:
    static constexpr size_t MostDamages = 100;

    // `session` must outlive it.
    explicit LogVerifier(Session& session)
        : m_session(session)
        , m_log(session) {}

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
    struct Sealed {
        qint64 change;
        SealedLog::Seal seal;
        std::optional<qint64> position;
        QString chain;
    };
    Result<bool> isWhole(qint64 change, const SealedLog::Contents& contents,
                         const QHash<qint64, SealedLog::Seal>& seals);
    Error whyNotWhole(qint64 change);
    Result<bool> hasSeals(const QString& head);
    Status readSeals();
    Status readChanges();
    void followChain(const QString& head);
    Status compareContents(const std::function<bool()>& isCancelled);
    Status compare(const Sealed& sealed, const SealedLog::Contents& contents);
    void findStrangers();
    Status findStrays();
    void damage(qint64 change, const QString& reason);

    Session& m_session;
    SealedLog m_log;
    LogVerification m_found;
    std::vector<Sealed> m_seals;
    QSet<qint64> m_changes; // of the log; without those that were compared
    qint64 m_trimmedUpTo = 0;
};

} // namespace gravin
