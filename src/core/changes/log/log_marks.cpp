// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/log_marks.h"

#include "core/base/text.h"
#include "core/changes/log/log_seal.h"
#include "core/changes/log/log_time.h"

namespace gravin {

WriteResult LogMarks::addNote(qint64 change, const QString& text, const QString& person) {
    CommittedChange note;
    note.person = person;
    note.action = QStringLiteral("note");
    note.note = text;
    note.refersTo = change;
    return write(std::move(note), [&](ChangeLog& log, SessionWriter&) -> Status {
        const auto found = log.summary(change);
        if (!found)
            return found.error();
        if (!*found)
            return Error{ErrorKind::NotFound,
                         coreTr("There is no change %1 in the log.").arg(change)};
        return ok();
    });
}

WriteResult LogMarks::markTrial(qint64 ends, const QString& person) {
    CommittedChange mark;
    mark.person = person;
    mark.action = ends > 0 ? TrialEndAction : TrialAction;
    if (ends > 0)
        mark.refersTo = ends;
    return write(std::move(mark), [&](ChangeLog& log, SessionWriter&) -> Status {
        const auto open = log.openTrial();
        if (!open)
            return open.error();
        if (ends == 0 && *open)
            return Error{ErrorKind::Refused, coreTr("A trial is on already.")};
        if (ends > 0 && (!*open || (*open)->start.id != ends))
            return Error{ErrorKind::Refused, coreTr("This trial is not on any more.")};
        return ok();
    });
}

WriteResult LogMarks::trim(qint64 upTo, const QString& person) {
    CommittedChange trim;
    trim.person = person;
    trim.action = QStringLiteral("trim");
    trim.refersTo = upTo;
    return write(std::move(trim), [&](ChangeLog& log, SessionWriter& writer) -> Status {
        if (!m_session.spec().mayTrim)
            return Error{ErrorKind::ReadOnly,
                         coreTr("This connection does not allow trimming the change log: what is "
                                "trimmed can never be rolled back. The project's connection has to "
                                "say that it may be (may_trim).")};
        const auto trimmed = log.trim(writer, upTo);
        return trimmed ? ok() : Status(trimmed.error());
    });
}

WriteResult LogMarks::write(CommittedChange change, const Before& before) {
    if (!m_session.spec().changeLog)
        return WriteFailure{
            {ErrorKind::ReadOnly, coreTr("This project keeps no change log.")}, {}, {}};
    if (!m_session.spec().allowed.any() && !m_session.spec().mayTrim)
        return WriteFailure{
            {ErrorKind::ReadOnly, coreTr("This connection does not allow it.")}, {}, {}};
    change.at = logTime(m_session.clockAhead());
    SessionWriter writer(m_session);
    WriteTransaction transaction(writer);
    ChangeLog log(m_session);
    const bool tablesFirst = !m_session.dialect().createsTablesInTransactions();
    Status status = tablesFirst ? log.createTables(writer, m_catalog) : ok();
    if (status)
        status = transaction.begin(false);
    if (status && !tablesFirst)
        status = log.createTables(writer, m_catalog);
    if (status)
        status = before(log, writer);
    if (status)
        status = log.append(writer, change, m_catalog);
    if (status)
        status = transaction.commit();
    if (!status)
        return WriteFailure{status.error(), {}, {}};
    (void)LogSeal(m_session).chainWaiting();
    return change;
}

} // namespace gravin
