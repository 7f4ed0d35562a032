// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/database/connection_spec.h"
#include "core/database/worker.h"

#include <QObject>

#include <memory>

namespace gravin {

// The database of an open project: its workers, and its catalog as the project sees it. Lives in
// the interface's thread and never waits there.
class Database : public QObject {
    Q_OBJECT
public:
    // `reader` read the catalog, and goes on reading.
    Database(const ConnectionSpec& connection, std::shared_ptr<const Catalog> catalog,
             WorkerHandle reader);

    const Catalog& catalog() const { return *m_catalog; }
    // For work in other threads.
    std::shared_ptr<const Catalog> sharedCatalog() const { return m_catalog; }
    void setCatalog(Catalog next);

    // Pages, lookups, the log. These four live as long as the database.
    Worker* reader() { return m_reader.get(); }
    // Key indexes, which take their time in large tables.
    Worker* indexer() { return m_indexer.get(); }
    // The one door. Only Writing gives it work.
    Worker* writer() { return m_writer.get(); }
    // Whose connection is kept as long as the project is open, for what hangs on it: news of
    // commits, and where this person is. Of a file that of the door, which alone knows its own
    // commits.
    Worker* kept() { return m_kept ? m_kept.get() : m_writer.get(); }
    // A worker of one's own that reads, for questions that would hold up the others.
    WorkerHandle startReader() const;

Q_SIGNALS:
    // catalog() is another: pointers into the former one live only with whoever shares it.
    void catalogChanged();

private:
    ConnectionSpec m_connection;
    std::shared_ptr<const Catalog> m_catalog;
    WorkerHandle m_reader;
    WorkerHandle m_indexer;
    WorkerHandle m_writer;
    WorkerHandle m_kept; // null: of a file
};

} // namespace gravin
