// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/column_profiles.h"

#include "core/records/table_reader.h"
#include "session/database.h"
#include "session/project_document.h"

#include <QElapsedTimer>

namespace gravin {

namespace {
constexpr qint64 MillisecondsBetweenReports = 100;
}

ColumnProfiles::ColumnProfiles(Database* database, ProjectDocument* document)
    : m_database(database)
    , m_document(document) {}

ColumnProfiles::~ColumnProfiles() = default;

const ColumnProfiles::Entry& ColumnProfiles::of(const QString& table) const {
    static const Entry none;
    const auto found = m_entries.constFind(table);
    return found == m_entries.constEnd() ? none : *found;
}

void ColumnProfiles::gatherIfSmall(const QString& table) {
    const Entry& entry = of(table);
    const bool isSettled = entry.state == State::TooLarge || entry.state == State::Failed ||
                           (entry.state == State::Ready && !entry.isOutdated);
    if (entry.state != State::Gathering && !isSettled)
        begin(table, true);
}

void ColumnProfiles::begin(const QString& table, bool onlyIfSmall) {
    const Table* known = m_database->catalog().table(table);
    if (!known || m_jobs.contains(table))
        return;
    if (!m_worker)
        m_worker = m_database->startReader();
    Entry& entry = m_entries[table];
    entry.state = State::Gathering;
    entry.progress = 0;
    entry.isOutdated = false;
    const auto report = [this, worker = m_worker.get(), here = QPointer<QObject>(this),
                         table](double progress) {
        worker->report(here, [this, table, progress] {
            if (!m_jobs.contains(table))
                return; // stopped meanwhile
            m_entries[table].progress = progress;
            Q_EMIT changed(table);
        });
    };
    const int number = ++m_jobsBegun;
    const Worker::JobId id = m_worker->run<Evidence>(
        this,
        [worker = m_worker.get(), report, onlyIfSmall, looked = *known,
         catalog = m_database->catalog(),
         relations = relationsOf(m_document->project(), m_database->catalog(), *known)](
            Session& session) -> Result<Evidence> {
            const EvidenceLimits limits;
            if (onlyIfSmall) {
                const auto records = TableReader(session, looked).count();
                if (!records)
                    return records.error();
                if (*records > limits.exactUpTo) {
                    Evidence none;
                    none.table = looked.name;
                    none.records = *records;
                    return none;
                }
            }
            QElapsedTimer sinceReport;
            sinceReport.start();
            return gatherEvidence(session, catalog, looked, relations, limits,
                                  [&](double progress) {
                                      if (sinceReport.elapsed() > MillisecondsBetweenReports) {
                                          report(progress);
                                          sinceReport.restart();
                                      }
                                      return !worker->isCancelled();
                                  });
        },
        [this, table, number](const Result<Evidence>& evidence) {
            if (m_jobs.value(table).number == number)
                finish(table, evidence);
        });
    m_jobs.insert(table, {id, number});
    Q_EMIT changed(table);
}

void ColumnProfiles::finish(const QString& table, const Result<Evidence>& evidence) {
    m_jobs.remove(table);
    Entry& entry = m_entries[table];
    if (evidence) {
        entry.state = evidence->columns.empty() ? State::TooLarge : State::Ready;
        entry.evidence = *evidence;
        entry.evidence.form = m_document->project().form();
        entry.reason.clear();
    } else {
        entry.state = State::Failed;
        entry.reason = evidence.error().sentence;
    }
    Q_EMIT changed(table);
}

void ColumnProfiles::stop(const QString& table) {
    const auto job = m_jobs.constFind(table);
    if (job == m_jobs.constEnd())
        return;
    m_worker->cancel(job->id);
    finish(table, Error{ErrorKind::Cancelled, tr("Stopped looking at the values.")});
}

void ColumnProfiles::follow(const CommittedChange& change) {
    const QStringList tables = change.tables();
    for (const QString& table : tables) {
        const auto entry = m_entries.find(table);
        if (entry == m_entries.end() || entry->isOutdated)
            continue;
        entry->isOutdated = true;
        Q_EMIT changed(table);
    }
}

void ColumnProfiles::outdateAll() {
    for (auto entry = m_entries.begin(); entry != m_entries.end(); ++entry)
        entry->isOutdated = true;
    const QStringList tables = m_entries.keys();
    for (const QString& table : tables)
        Q_EMIT changed(table);
}

} // namespace gravin
