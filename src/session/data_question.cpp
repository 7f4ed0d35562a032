// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/data_question.h"

namespace gravin {

DataQuestion::DataQuestion(const ConnectionSpec& database, QObject* parent)
    : QObject(parent)
    , m_worker(startWorker(database, Session::Access::ReadOnly)) {}

void DataQuestion::ask(const Project& project, const std::shared_ptr<const Catalog>& catalog) {
    m_job = m_worker->run<Findings>(
        this,
        [worker = m_worker.get(), project, catalog](Session& session) {
            return dataFindings(session, project, *catalog,
                                [worker] { return !worker->isCancelled(); });
        },
        [this](const Result<Findings>& findings) {
            m_job = 0;
            if (findings)
                Q_EMIT answered(*findings);
            else
                Q_EMIT failed(findings.error().kind == ErrorKind::Cancelled
                                  ? tr("The records were not asked to the end.")
                                  : findings.error().sentence);
        });
}

void DataQuestion::stop() { m_worker->cancel(m_job); }

} // namespace gravin
