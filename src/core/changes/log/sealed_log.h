// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/content_hash.h"
#include "core/changes/log/log_rows.h"

#include <QHash>

#include <span>

namespace gravin {

// Changes that one statement is about.
constexpr size_t SealsAtOnce = 100;

// What the log says of changes, and what was sealed of them. Belongs to its session's thread.
class SealedLog {
public:
    struct Seal {
        QString content;
        QString records; // empty: from before the two were apart
    };
    enum class Trimmed { No, WithoutHead, Whole };
    // By change; one is missing when the change, or the order of its records, is not what it can
    // be.
    using Contents = QHash<qint64, SealedContent>;

    // `session` must outlive it.
    explicit SealedLog(Session& session)
        : m_session(session) {}

    // Require: some changes, and at most SealsAtOnce.
    Result<Contents> contentsOf(std::span<const qint64> changes);
    Result<std::vector<LoggedHead>> headsOf(std::span<const qint64> changes);
    Result<QHash<qint64, Seal>> sealsOf(std::span<const qint64> changes);
    static bool fits(const SealedContent& content, const Seal& seal);
    // Whether nothing is left of its records, and the rest is what was written.
    Result<Trimmed> fitsTrimmed(qint64 change, const Seal& seal);

private:
    Session& m_session;
};

// For people: this change is not what was written.
QString damagedChange(qint64 change);
// The column of the seals that holds the hashes of records; where a log has none, NULL.
QString sealedRecordsColumn(bool isThere);

} // namespace gravin
