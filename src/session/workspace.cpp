// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/workspace.h"

#include "core/fitting/query_source.h"

namespace gravin {

void Workspace::open(const QString& projectFile, const Project& project, QObject* context,
                     Opened answer) {
    auto reader =
        std::make_shared<WorkerHandle>(startWorker(project.connection, Session::Access::ReadOnly));
    (*reader)->run<Catalog>(
        context, [project](Session& session) { return catalogOf(session, project); },
        [projectFile, project, reader, answer = std::move(answer)](Result<Catalog> catalog) {
            if (!catalog)
                answer(catalog.error());
            else
                answer(std::make_shared<Workspace>(
                    projectFile, project, std::make_shared<const Catalog>(std::move(*catalog)),
                    std::move(*reader)));
        });
}

Workspace::Workspace(const QString& projectFile, const Project& project,
                     std::shared_ptr<const Catalog> catalog, WorkerHandle reader)
    : m_database(project.connection, std::move(catalog), std::move(reader))
    , m_document(projectFile, project, &m_database)
    , m_records(&m_notices, &m_database, &m_document)
    , m_writing(&m_notices, &m_database, &m_document, &m_records) {}

Workspace::~Workspace() = default;

} // namespace gravin
