// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/change_writer.h"

#include "core/base/text.h"
#include "core/changes/bulk/set_wise_writer.h"
#include "core/changes/edit_sequence.h"
#include "core/changes/log/change_log.h"
#include "core/changes/log/log_seal.h"
#include "core/changes/routine_calls.h"
#include "core/changes/watch/watched_run.h"

#include <algorithm>

namespace gravin {

WriteResult ChangeWriter::write(const ChangeRequest& request) {
    m_wroteSetWise = false;
    if (!m_session.spec().changeLog)
        return WriteFailure{
            {ErrorKind::ReadOnly,
             coreTr("This project only reads its database, because keeping a change log "
                    "in it was not agreed to.")},
            {},
            {}};
    auto before = writtenBefore(request);
    if (!before)
        return WriteFailure{before.error(), {}, {}};
    if (*before)
        return std::move(**before);
    const int version = m_session.logVersion();
    WriteResult written = writeOnce(request);
    if (written || (written.error().error.kind != ErrorKind::ReadOnly &&
                    written.error().error.kind != ErrorKind::Database))
        return written;
    // Somebody had tables watched, or not any more, since the log was last asked for: once more,
    // then.
    const auto layout = m_session.logLayout();
    const bool isOther =
        layout && *layout == Session::LogLayout::Present && m_session.logVersion() != version;
    return isOther ? writeOnce(request) : std::move(written);
}

WriteResult ChangeWriter::writeOnce(const ChangeRequest& request) {
    ChangeRun run(m_writer, m_catalog, m_rules, request);
    WriteTransaction transaction(m_writer);
    if (const Status begun = begin(run, transaction); !begun)
        return WriteFailure{begun.error(), {}, {}};
    return apply(run, transaction);
}

// What was written under the same name, when the request may be a repeated one.
Result<std::optional<CommittedChange>> ChangeWriter::writtenBefore(const ChangeRequest& request) {
    if (!request.isRepeated)
        return std::optional<CommittedChange>();
    ChangeLog log(m_session);
    const auto id = log.idOf(request.uid);
    if (!id)
        return id.error();
    if (*id == 0)
        return std::optional<CommittedChange>();
    auto written = log.change(*id, m_catalog);
    if (!written)
        return written.error();
    return std::optional(std::move(*written));
}

Status ChangeWriter::begin(ChangeRun& run, WriteTransaction& transaction) {
    const ChangeRequest& request = run.request;
    // One update can be judged at once; several steps may pass through a state that could not stay.
    const bool isOneUpdate =
        request.edits.size() == 1 && request.edits.front().operation == Operation::Update;
    // Where making a table ends a transaction, it is done before.
    const bool tablesFirst = !m_session.dialect().createsTablesInTransactions();
    ChangeLog log(m_session);
    Status status = tablesFirst ? log.createTables(m_writer, m_catalog) : ok();
    const QString isolation = m_session.dialect().tableWatch().isolation();
    if (status && m_session.isWatching() && !isolation.isEmpty())
        status = m_writer.command(isolation);
    const bool isIndirect =
        !request.calls.empty() ||
        std::any_of(run.editedTables.begin(), run.editedTables.end(), [&](const QString& name) {
            const Table* table = m_catalog.table(name);
            return table && table->isWrittenIndirectly();
        });
    if (status)
        status =
            transaction.begin(!isOneUpdate, isIndirect ? WriteTransaction::Guarded::ByEngine
                                                       : WriteTransaction::Guarded::ByStatements);
    if (status && !tablesFirst)
        status = log.createTables(m_writer, m_catalog);
    if (!status || !m_session.isWatching())
        return status;
    run.watched = std::make_unique<WatchedRun>(m_writer, m_catalog);
    return run.watched->begin();
}

WriteResult ChangeWriter::apply(ChangeRun& run, WriteTransaction& transaction) {
    WriteChecks checks(run);
    RecordWriter records(run, checks);
    BatchWriter batches(run, records, checks);
    std::optional<LogEntry> entry(std::in_place, m_writer, m_catalog);
    const auto isDone = SetWiseWriter(run, records, *entry).apply();
    if (!isDone)
        return isDone.error().failure;
    m_wroteSetWise = *isDone;
    if (!*isDone) {
        entry.emplace(m_writer, m_catalog);
        ParentChecks parents(run, checks);
        EditSequence sequence(run, records, batches, parents);
        Step applied = sequence.applyAll();
        if (applied && run.request.more)
            applied = sequence.applyMore(*entry);
        if (applied)
            applied = parents.ask();
        if (applied)
            applied = RoutineCalls(run).apply();
        if (!applied)
            return applied.error().failure;
        // What a routine did elsewhere nobody knows: that it was called is kept in any case.
        if (run.change.count() == 0 && run.request.calls.empty())
            return run.change;
    }
    if (run.request.meanwhile && !m_wroteSetWise)
        run.change.meanwhile = *run.request.meanwhile;
    return finish(run, *entry, transaction);
}

WriteResult ChangeWriter::finish(ChangeRun& run, LogEntry& entry, WriteTransaction& transaction) {
    CommittedChange& change = run.change;
    Status status = run.addToLog(entry);
    if (status)
        status = entry.end(change);
    if (status)
        status = transaction.commit();
    if (!status) {
        // A change that names no table, or one that is gone, is refused all the same.
        const Table* table = m_catalog.table(change.tables().value(0));
        if (!table)
            return WriteFailure{status.error(), {}, {}};
        const Key key = change.records.empty() ? Key() : change.records.back().key;
        return run.refusedByEngine(status.error(), *table, key).failure;
    }
    // What fails here is done by whoever writes next.
    if (!run.request.chainsLater)
        (void)LogSeal(m_session).chainWaiting();
    return std::move(change);
}

} // namespace gravin
