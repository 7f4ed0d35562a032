// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/session.h"

#include "core/database/sqlite_dialect.h"

#include <QSqlDriver>

namespace gravin {

namespace {

// Prepared statements kept per session. Beyond it all are dropped: bulk texts vary in length.
constexpr size_t MaximumStatements = 256;

QString newConnectionName() {
    static std::atomic<quint64> next = 0;
    return QStringLiteral("gravin-%1").arg(next++);
}

} // namespace

Session::Session(ConnectionSpec spec, QString connectionName, std::unique_ptr<Dialect> dialect)
    : m_spec(std::move(spec))
    , m_connectionName(std::move(connectionName))
    , m_dialect(std::move(dialect)) {}

Session::~Session() {
    m_nativeHandle = nullptr;
    m_statements.clear();
    if (m_database.isOpen())
        m_database.close();
    m_database = QSqlDatabase();
    QSqlDatabase::removeDatabase(m_connectionName);
}

Result<std::unique_ptr<Session>> Session::open(const ConnectionSpec& spec, Access access) {
    auto dialect = std::make_unique<SqliteDialect>(spec.path);
    if (Status there = dialect->verifyReadable(); !there)
        return there.error();

    std::unique_ptr<Session> session(new Session(spec, newConnectionName(), std::move(dialect)));
    auto& sqlite = static_cast<SqliteDialect&>(*session->m_dialect);
    session->m_database =
        QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), session->m_connectionName);
    session->m_database.setNumericalPrecisionPolicy(QSql::HighPrecision);
    sqlite.configure(session->m_database, access == Access::ReadOnly);
    if (!session->m_database.open())
        return sqlite.errorOf(session->m_database.lastError());
    session->m_nativeHandle = sqlite.nativeHandle(session->m_database);
    for (const QString& statement : sqlite.openingStatements()) {
        if (auto executed = session->execute(statement); !executed)
            return executed.error();
    }
    sqlite.rememberFile();
    return session;
}

Result<QSqlQuery*> Session::run(const QString& sql, const QVariantList& values) {
    auto found = m_statements.find(sql);
    if (found == m_statements.end()) {
        auto query = std::make_unique<QSqlQuery>(m_database);
        query->setForwardOnly(true);
        if (!query->prepare(sql))
            return m_dialect->errorOf(query->lastError());
        if (m_statements.size() >= MaximumStatements)
            m_statements.clear();
        found = m_statements.emplace(sql, std::move(query)).first;
    }
    QSqlQuery* query = found->second.get();
    for (qsizetype i = 0; i < values.size(); ++i)
        query->bindValue(static_cast<int>(i), values[i]);
    if (!query->exec()) {
        Error error = m_dialect->errorOf(query->lastError());
        m_statements.erase(found);
        return error;
    }
    return query;
}

Result<Session::Executed> Session::execute(const QString& sql, const QVariantList& values) {
    auto query = run(sql, values);
    if (!query)
        return query.error();
    const Executed executed{(*query)->numRowsAffected(), (*query)->lastInsertId().toLongLong()};
    (*query)->finish();
    return executed;
}

Status Session::select(const QString& sql, const QVariantList& values,
                       const std::function<bool(const QSqlQuery&)>& take) {
    auto query = run(sql, values);
    if (!query)
        return query.error();
    bool wanted = true;
    while (wanted && (*query)->next())
        wanted = take(**query);
    const QSqlError error = (*query)->lastError();
    (*query)->finish();
    if (wanted && error.isValid())
        return m_dialect->errorOf(error);
    return done();
}

Result<QVariant> Session::scalar(const QString& sql, const QVariantList& values) {
    QVariant answer;
    Status selected = select(sql, values, [&](const QSqlQuery& row) {
        answer = row.value(0);
        return false;
    });
    if (!selected)
        return selected.error();
    return answer;
}

Result<bool> Session::hasChangeLog() {
    if (!m_hasChangeLog) {
        auto found = scalar(m_dialect->changeLogTablesQuery());
        if (!found)
            return found.error();
        m_hasChangeLog = found->toInt() > 0;
    }
    return m_hasChangeLog;
}

Result<Catalog> Session::readCatalog() { return m_dialect->readCatalog(m_database); }

Status Session::scanIntegers(const QString& sql, const std::function<bool(qint64)>& take) {
    return m_dialect->scanIntegers(m_database, sql, take);
}

qint64 Session::foreignCommits() { return m_dialect->foreignCommits(m_database); }

void Session::interrupt() {
    if (void* handle = m_nativeHandle)
        SqliteDialect::interrupt(handle);
}

Session::Transaction::~Transaction() {
    if (m_open)
        (void)m_session.execute(QStringLiteral("ROLLBACK"));
}

Status Session::Transaction::begin(bool deferReferences) {
    if (Status there = m_session.m_dialect->verifyStillThere(); !there)
        return there;
    if (auto begun = m_session.execute(m_session.m_dialect->beginWrite()); !begun)
        return begun.error();
    m_open = true;
    if (deferReferences) {
        if (auto deferred = m_session.execute(m_session.m_dialect->deferReferences()); !deferred)
            return deferred.error();
    }
    return done();
}

Status Session::Transaction::commit() {
    if (auto committed = m_session.execute(QStringLiteral("COMMIT")); !committed)
        return committed.error();
    m_open = false;
    return done();
}

} // namespace gravin
