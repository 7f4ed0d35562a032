// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/database.h"

namespace gravin {

Database::Database(const ConnectionSpec& connection, std::shared_ptr<const Catalog> catalog,
                   WorkerHandle reader)
    : m_connection(connection)
    , m_catalog(std::move(catalog))
    , m_reader(std::move(reader))
    , m_indexer(startReader())
    , m_writer(startWorker(connection, Session::Access::ReadWrite)) {
    if (connection.isFile())
        return;
    m_kept = startReader();
    m_kept->keepConnection();
}

void Database::setCatalog(Catalog next) {
    m_catalog = std::make_shared<const Catalog>(std::move(next));
    Q_EMIT catalogChanged();
}

WorkerHandle Database::startReader() const {
    return startWorker(m_connection, Session::Access::ReadOnly);
}

} // namespace gravin
