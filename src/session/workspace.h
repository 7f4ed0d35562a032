// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/database.h"
#include "session/notices.h"
#include "session/project_document.h"
#include "session/records.h"
#include "session/writing.h"

namespace gravin {

// One open project without a window: five parts, each of which knows only those before it. All
// screens, forms and windows of the project share it; none of them outlives it. Lives in the
// interface's thread.
class Workspace : public QObject {
    Q_OBJECT
public:
    using Opened = std::function<void(Result<std::shared_ptr<Workspace>>)>;
    // Reads the project's catalog in the background; `answer` is called in this thread while
    // `context` lives.
    static void open(const QString& projectFile, const Project& project, QObject* context,
                     Opened answer);

    // `reader` read the catalog, and goes on reading.
    Workspace(const QString& projectFile, const Project& project,
              std::shared_ptr<const Catalog> catalog, WorkerHandle reader);
    ~Workspace() override;

    Notices* notices() { return &m_notices; }
    Database* database() { return &m_database; }
    ProjectDocument* document() { return &m_document; }
    Records* records() { return &m_records; }
    Writing* writing() { return &m_writing; }

    // What everybody reads all the time.
    const Project& project() const { return m_document.project(); }
    const Catalog& catalog() const { return m_database.catalog(); }

private:
    Notices m_notices;
    Database m_database;
    ProjectDocument m_document;
    Records m_records;
    Writing m_writing;
};

} // namespace gravin
