// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/change_log.h"

namespace gravin {

// Changes that touch no record and only say something in the log, or of it. Belongs to its
// session's thread.
class LogMarks {
public:
    // Both must outlive it.
    LogMarks(Session& session, const Catalog& catalog)
        : m_session(session)
        , m_catalog(catalog) {}

    // What is said of a change afterwards: a change of its own, with action "note", that names it
    // as what it is about. NotFound when there is no such change.
    WriteResult addNote(qint64 change, const QString& text, const QString& person);
    // Begins a trial (`ends` 0), or ends the one that this change began. Refused when there is one
    // already, or when it is not on.
    WriteResult markTrial(qint64 ends, const QString& person);
    // ChangeLog::trim(), logged as a change with action "trim" that names the last one it touched.
    WriteResult trim(qint64 upTo, const QString& person);

private:
    using Before = std::function<Status(ChangeLog&, SessionWriter&)>;
    WriteResult write(CommittedChange change, const Before& before);

    Session& m_session;
    const Catalog& m_catalog;
};

} // namespace gravin
