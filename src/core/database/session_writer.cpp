// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/session_writer.h"

#include "core/base/text.h"

#include <QSqlError>

namespace gravin {

Status SessionWriter::appendRows(const QString& table, const QStringList& columns,
                                 const std::vector<QVariantList>& rows) {
    const QSqlError error =
        m_session.m_dialect->setWise()->appendRows(m_session.m_database, table, columns, rows);
    return error.type() == QSqlError::NoError ? ok() : Status(m_session.failure(error));
}

Status SessionWriter::setSavepoint() { return command(QStringLiteral("SAVEPOINT gravin_step")); }

Result<QList<ToldValue>> SessionWriter::call(const Routine& routine, const RoutineValues& values) {
    // It goes with the transaction. Of a name of its own: one of the same would end a step's.
    if (Status set = command(QStringLiteral("SAVEPOINT gravin_call")); !set)
        return set.error();
    auto told = m_session.call(routine, values);
    if (!told)
        return told;
    if (Status kept = command(QStringLiteral("RELEASE SAVEPOINT gravin_call")); !kept)
        return Error{ErrorKind::Database,
                     coreTr("%1 ended the transaction by itself: what it did until then is stored, "
                            "without an entry in the change log, and cannot be rolled back.")
                         .arg(routine.name),
                     kept.error().detail};
    return told;
}

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
