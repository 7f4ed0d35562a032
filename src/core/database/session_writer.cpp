// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/session_writer.h"

#include <QSqlError>

namespace gravin {

Status SessionWriter::appendRows(const QString& table, const QStringList& columns,
                                 const std::vector<QVariantList>& rows) {
    const QSqlError error =
        m_session.m_dialect->setWise()->appendRows(m_session.m_database, table, columns, rows);
    return error.type() == QSqlError::NoError ? ok() : Status(m_session.failure(error));
}

Status SessionWriter::setSavepoint() { return command(QStringLiteral("SAVEPOINT gravin_step")); }

Status SessionWriter::keepSavepoint() {
    return command(QStringLiteral("RELEASE SAVEPOINT gravin_step"));
}

Status SessionWriter::returnToSavepoint() {
    const Session::Finishing finishing(m_session);
    m_session.logNames().clear(); // some may have been added since
    if (Status returned = command(QStringLiteral("ROLLBACK TO SAVEPOINT gravin_step")); !returned)
        return returned;
    return keepSavepoint();
}

WriteTransaction::~WriteTransaction() {
    if (m_open) {
        const Session::Finishing finishing(m_session);
        (void)m_session.command(QStringLiteral("ROLLBACK"));
        m_session.forgetLog(); // some of it may have been made within
        ended();
    }
}

void WriteTransaction::ended() {
    m_open = false;
    m_session.m_inTransaction = false;
    m_session.m_failed.clear();
}

Status WriteTransaction::begin(bool deferReferences, Guarded guarded) {
    const Dialect& dialect = m_session.dialect();
    if (Status there = dialect.verifyStillThere(); !there)
        return there;
    const QString byEngine = guarded == Guarded::ByEngine ? dialect.beginGuardedWrite() : QString();
    if (Status begun = m_session.command(byEngine.isEmpty() ? dialect.beginWrite() : byEngine);
        !begun)
        return begun;
    m_open = m_session.m_inTransaction = true;
    if (deferReferences && !dialect.deferReferences().isEmpty())
        return m_session.command(dialect.deferReferences());
    return ok();
}

Status WriteTransaction::commit() {
    Status committed = m_session.command(QStringLiteral("COMMIT"));
    if (committed)
        ended();
    return committed;
}

} // namespace gravin
