// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/log_verification.h"

#include "core/base/text.h"
#include "core/changes/log/log_sight.h"

#include <algorithm>

namespace gravin {

Status LogVerifier::verifyScope(const LogScope& scope, const Catalog& catalog) {
    const auto present = m_session.hasChangeLog();
    if (!present)
        return present.error();
    if (!*present)
        return ok();
    const auto changes = ChangeLog(m_session).changesOf(scope, catalog);
    return changes ? verifyChanges(*changes) : changes.error();
}

Status LogVerifier::verifyChanges(const std::vector<qint64>& changes) {
    const auto sealed = m_session.hasSealedLog();
    if (!sealed)
        return sealed.error();
    if (!*sealed)
        return ok();
    const auto trimmedUpTo = ChangeLog(m_session).trimmedUpTo();
    if (!trimmedUpTo)
        return trimmedUpTo.error();
    m_trimmedUpTo = *trimmedUpTo;
    for (size_t first = 0; first < changes.size(); first += SealsAtOnce) {
        const std::span<const qint64> some =
            std::span(changes).subspan(first, std::min(SealsAtOnce, changes.size() - first));
        const auto contents = m_log.contentsOf(some);
        if (!contents)
            return contents.error();
        const auto seals = m_log.sealsOf(some);
        if (!seals)
            return seals.error();
        for (const qint64 change : some) {
            const auto whole = isWhole(change, *contents, *seals);
            if (!whole)
                return whole.error();
            if (!*whole)
                return whyNotWhole(change);
        }
    }
    return ok();
}

Error LogVerifier::whyNotWhole(qint64 change) {
    const auto seesAll = seesWholeLog(m_session);
    if (!seesAll)
        return seesAll.error();
    return *seesAll ? Error{ErrorKind::Damaged, damagedChange(change)} : notAllSeen(change);
}

Result<bool> LogVerifier::isWhole(qint64 change, const SealedLog::Contents& contents,
                                  const QHash<qint64, SealedLog::Seal>& seals) {
    const auto seal = seals.constFind(change);
    const auto content = contents.constFind(change);
    // One that is not there at all is nothing to go by.
    if (seal == seals.constEnd())
        return content == contents.constEnd();
    if (content != contents.constEnd() && SealedLog::fits(*content, *seal))
        return true;
    if (change > m_trimmedUpTo)
        return false;
    const auto trimmed = m_log.fitsTrimmed(change, *seal);
    return trimmed ? Result<bool>(*trimmed != SealedLog::Trimmed::No) : trimmed.error();
}

void LogVerifier::damage(qint64 change, const QString& reason) {
    if (m_found.damages.size() < MostDamages)
        m_found.damages.push_back({change, reason});
}

Result<LogVerification> LogVerifier::verify(const QString& head,
                                            const std::function<bool()>& isCancelled) {
    m_found = {};
    const auto isSealed = hasSeals(head);
    if (!isSealed)
        return isSealed.error();
    if (!*isSealed)
        return m_found;
    const auto seesAll = seesWholeLog(m_session);
    if (!seesAll)
        return seesAll.error();
    if (!*seesAll)
        return Error{ErrorKind::Refused,
                     coreTr("This account does not see all of the change log, so it cannot tell "
                            "whether it is what was written. Have it verified by one that does.")};
    if (Status read = readSeals(); !read)
        return read.error();
    if (Status read = readChanges(); !read)
        return read.error();
    followChain(head);
    if (Status compared = compareContents(isCancelled); !compared)
        return compared.error();
    findStrangers();
    if (Status asked = findStrays(); !asked)
        return asked.error();
    return m_found;
}

// Whether there is anything to verify.
Result<bool> LogVerifier::hasSeals(const QString& head) {
    const auto present = m_session.hasChangeLog();
    if (!present)
        return present.error();
    if (!*present) {
        if (!head.isEmpty())
            damage(0, coreTr("There is no change log, but there was one."));
        return false;
    }
    const auto sealed = m_session.hasSealedLog();
    if (!sealed)
        return sealed.error();
    if (!*sealed)
        damage(0, coreTr("This log was begun without hashes. The next change adds them."));
    return *sealed;
}

Status LogVerifier::readSeals() {
    const auto apart = m_session.sealsRecordsApart();
    if (!apart)
        return apart.error();
    m_seals.clear();
    return m_session.select(
        QStringLiteral("SELECT change_id, content, position, chain, %1 FROM gravin_seal "
                       "ORDER BY CASE WHEN position IS NULL THEN 1 ELSE 0 END, position, change_id")
            .arg(sealedRecordsColumn(*apart)),
        {}, [&](const QSqlQuery& row) {
            Sealed each{row.value(0).toLongLong(),
                        {row.value(1).toString(), row.value(4).toString()},
                        {},
                        {}};
            if (!row.value(2).isNull())
                each.position = row.value(2).toLongLong();
            each.chain = row.value(3).toString();
            m_seals.push_back(std::move(each));
            return true;
        });
}

Status LogVerifier::readChanges() {
    m_changes.clear();
    Status read = m_session.select(QStringLiteral("SELECT id FROM gravin_change"), {},
                                   [&](const QSqlQuery& row) {
                                       m_changes.insert(row.value(0).toLongLong());
                                       return true;
                                   });
    if (!read)
        return read;
    m_found.changes = m_changes.size();
    const auto trimmedUpTo = ChangeLog(m_session).trimmedUpTo();
    if (!trimmedUpTo)
        return trimmedUpTo.error();
    m_trimmedUpTo = *trimmedUpTo;
    return ok();
}

// The chain itself.
void LogVerifier::followChain(const QString& head) {
    qint64 position = 0;
    bool isHeadSeen = head.isEmpty();
    for (const Sealed& each : m_seals) {
        if (!each.position) {
            ++m_found.unsealed;
            continue;
        }
        if (*each.position != ++position) {
            damage(each.change, coreTr("Before change %1 the chain has a gap.").arg(each.change));
            position = *each.position;
        }
        if (each.chain != chainedHash(m_found.head, each.change, each.seal.content))
            damage(each.change,
                   coreTr("At change %1 the chain of hashes breaks.").arg(each.change));
        m_found.head = each.chain;
        isHeadSeen = isHeadSeen || each.chain == head;
    }
    if (!isHeadSeen)
        damage(0, coreTr("The hash that was kept is not in the chain: its end was cut off, or it "
                         "was written anew."));
}

// What the chain stands for.
Status LogVerifier::compareContents(const std::function<bool()>& isCancelled) {
    for (size_t first = 0; first < m_seals.size(); first += SealsAtOnce) {
        if (isCancelled && isCancelled())
            return Error{ErrorKind::Cancelled, coreTr("Stopped.")};
        std::vector<qint64> some;
        for (size_t i = first; i < std::min(first + SealsAtOnce, m_seals.size()); ++i)
            some.push_back(m_seals[i].change);
        const auto contents = m_log.contentsOf(some);
        if (!contents)
            return contents.error();
        for (size_t i = first; i < first + some.size(); ++i) {
            if (Status compared = compare(m_seals[i], *contents); !compared)
                return compared;
        }
    }
    return ok();
}

Status LogVerifier::compare(const Sealed& sealed, const SealedLog::Contents& contents) {
    if (!m_changes.remove(sealed.change)) {
        damage(sealed.change, coreTr("Change %1 is missing.").arg(sealed.change));
        return ok();
    }
    const auto content = contents.constFind(sealed.change);
    if (content != contents.constEnd() && SealedLog::fits(*content, sealed.seal))
        return ok();
    using Trimmed = SealedLog::Trimmed;
    const auto trimmed = sealed.change <= m_trimmedUpTo
                             ? m_log.fitsTrimmed(sealed.change, sealed.seal)
                             : Result<Trimmed>(Trimmed::No);
    if (!trimmed)
        return trimmed.error();
    m_found.trimmed += *trimmed == Trimmed::No ? 0 : 1;
    m_found.headless += *trimmed == Trimmed::WithoutHead ? 1 : 0;
    if (*trimmed == Trimmed::No)
        damage(sealed.change, damagedChange(sealed.change));
    return ok();
}

// Changes that no log could have, or that it did not write.
void LogVerifier::findStrangers() {
    for (const Sealed& each : m_seals) {
        if (each.change > LargestChangeId || each.change < 1)
            damage(each.change,
                   coreTr("A change has the number %1, to which no log comes.").arg(each.change));
    }
    for (const qint64 change : std::as_const(m_changes))
        damage(change, coreTr("Change %1 has no hash: it was not written by Gravin.").arg(change));
}

// What belongs to nothing.
Status LogVerifier::findStrays() {
    using Strays = std::vector<std::pair<const char*, const char*>>;
    const auto layout = m_session.logLayout();
    if (!layout)
        return layout.error();
    const bool isFormer = *layout == Session::LogLayout::Former;
    const Strays former{
        {"SELECT r.change_id FROM gravin_record r LEFT JOIN gravin_change c ON c.id = r.change_id "
         "WHERE c.id IS NULL LIMIT 1",
         "Records of a change %1, which is not in the log."},
        {"SELECT f.change_id FROM gravin_field f LEFT JOIN gravin_record r ON "
         "r.change_id = f.change_id AND r.seq = f.seq WHERE r.seq IS NULL LIMIT 1",
         "Change %1 has fields of a record that is not in the log."}};
    const Strays present{
        {"SELECT r.change_id FROM gravin_entry r LEFT JOIN gravin_change c ON c.id = r.change_id "
         "WHERE c.id IS NULL LIMIT 1",
         "Records of a change %1, which is not in the log."},
        {"SELECT change_id FROM gravin_entry GROUP BY change_id, seq HAVING min(part) <> 0 OR "
         "max(part) <> count(*) - 1 LIMIT 1",
         "Change %1 has fields of a record that is not in the log."},
        {"SELECT r.change_id FROM gravin_entry r LEFT JOIN gravin_name n ON n.id = r.column_id "
         "WHERE r.column_id <> 0 AND n.id IS NULL LIMIT 1",
         "Change %1 names a field that is not in the log."}};
    for (const auto& [query, words] : isFormer ? former : present) {
        auto stray = m_session.scalar(QLatin1String(query));
        if (!stray)
            return stray.error();
        if (stray->isValid() && !stray->isNull())
            damage(stray->toLongLong(), coreTr(words).arg(stray->toLongLong()));
    }
    return ok();
}

} // namespace gravin
