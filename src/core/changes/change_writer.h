// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/session_writer.h"
#include "core/records/rules.h"

namespace gravin {

class ChangeLog;
class LogEntry;
struct ChangeRun;

// The one door for writes. Inline edits, forms, bulk updates and rollbacks all come through
// write(): check, write the smallest guarded statements, log, commit — in one transaction. Nothing
// else in Gravin changes a user's row. Belongs to its session's thread.
class ChangeWriter {
public:
    // All three must outlive the writer.
    ChangeWriter(Session& session, const Catalog& catalog, const RuleBook& rules)
        : m_session(session)
        , m_writer(session)
        , m_catalog(catalog)
        , m_rules(rules) {}

    // On failure the database is exactly as before. An edit whose values are already stored is
    // left out; a change without any record left writes no log entry and has id 0.
    WriteResult write(const ChangeRequest& request);

    // Whether the engine wrote the last change by itself, not record by record.
    bool wroteSetWise() const { return m_wroteSetWise; }

private:
    Result<std::optional<CommittedChange>> writtenBefore(const ChangeRequest& request);
    WriteResult writeOnce(const ChangeRequest& request);
    Status begin(ChangeRun& run, WriteTransaction& transaction);
    WriteResult apply(ChangeRun& run, WriteTransaction& transaction);
    WriteResult finish(ChangeRun& run, LogEntry& entry, WriteTransaction& transaction);

    Session& m_session;
    SessionWriter m_writer;
    const Catalog& m_catalog;
    const RuleBook& m_rules;
    bool m_wroteSetWise = false;
};

} // namespace gravin
