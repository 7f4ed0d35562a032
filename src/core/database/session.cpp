// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/session.h"

#include "core/base/clock.h"
#include "core/base/person.h"
#include "core/base/text.h"
#include "core/database/own_access.h"
#include "core/database/secrets.h"

#include <QSqlRecord>

#include <atomic>
#include <deque>

namespace gravin {

namespace {

// Prepared statements kept per session. Beyond it all are dropped: bulk texts vary in length.
constexpr size_t MaximumStatements = 256;

QString newConnectionName() {
    static std::atomic<quint64> next = 0;
    return QStringLiteral("gravin-%1").arg(next++);
}

} // namespace

Session::Session(ConnectionSpec spec, Access access, QString connectionName,
                 std::unique_ptr<Dialect> dialect)
    : m_spec(std::move(spec))
    , m_access(access)
    , m_connectionName(std::move(connectionName))
    , m_dialect(std::move(dialect)) {}

Session::~Session() {
    m_dialect->closing();
    m_failed.clear();
    m_statements.clear();
    if (m_database.isOpen())
        m_database.close();
    m_database = QSqlDatabase();
    QSqlDatabase::removeDatabase(m_connectionName);
}

Result<std::unique_ptr<Session>> Session::open(const ConnectionSpec& asked, Access access) {
    const ConnectionSpec spec = OwnAccess::completed(asked);
    auto dialect = dialectFor(spec);
    if (Status reachable = dialect->verifyReachable(); !reachable)
        return reachable.error();
    if (!QSqlDatabase::isDriverAvailable(dialect->driver()))
        return Error{ErrorKind::Unavailable,
                     coreTr("Qt's driver for %1 is not installed.").arg(engineName(spec.engine)),
                     dialect->driver()};

    const bool readOnly = access == Access::ReadOnly;
    std::unique_ptr<Session> session(
        new Session(spec, access, newConnectionName(), std::move(dialect)));
    Dialect& engine = *session->m_dialect;
    session->m_database = QSqlDatabase::addDatabase(engine.driver(), session->m_connectionName);
    session->m_database.setNumericalPrecisionPolicy(QSql::HighPrecision);
    engine.configure(session->m_database, readOnly);
    session->m_database.setConnectOptions(engine.connectOptions(readOnly));
    if (!session->m_database.open())
        return session->failure(session->m_database.lastError());
    for (const QString& statement : engine.openingStatements(readOnly)) {
        if (Status executed = session->command(statement); !executed)
            return executed.error();
    }
    if (Status opened = engine.opened(session->m_database); !opened)
        return opened.error();
    return session;
}

Error Session::failure(const QSqlError& error) {
    Error translated = m_dialect->errorOf(error);
    translated.code = error.nativeErrorCode();
    // The engine's words may repeat what it was given.
    for (const QString& secret : {Secrets::passwordOf(m_spec), Secrets::keyPasswordOf(m_spec)}) {
        if (!secret.isEmpty())
            translated.detail.replace(secret, QStringLiteral("…"));
    }
    noteIfLost(translated);
    return translated;
}

void Session::noteIfLost(const Error& error) {
    m_lost = m_lost || (error.kind == ErrorKind::Unavailable && !m_spec.isFile());
}

Status Session::goOn() const { return m_finishing == 0 && m_mayBegin ? m_mayBegin() : ok(); }

Result<QSqlQuery*> Session::run(const QString& given, const QVariantList& values) {
    if (Status may = goOn(); !may)
        return may.error();
    const QString sql = m_dialect->withPlaceholders(given, values);
    auto found = m_statements.find(sql);
    if (found == m_statements.end()) {
        auto query = std::make_unique<QSqlQuery>(m_database);
        query->setForwardOnly(true);
        if (!query->prepare(sql))
            return failure(query->lastError());
        if (m_statements.size() >= MaximumStatements)
            m_statements.clear();
        found = m_statements.emplace(sql, std::move(query)).first;
    }
    QSqlQuery* query = found->second.get();
    for (qsizetype i = 0; i < values.size(); ++i)
        query->bindValue(static_cast<int>(i), values[i]);
    if (!query->exec()) {
        Error error = failure(query->lastError());
        m_failed.push_back(std::move(found->second));
        m_statements.erase(found);
        if (!m_inTransaction && !m_isReading)
            m_failed.clear();
        return error;
    }
    return query;
}

Result<qint64> Session::execute(const QString& sql, const QVariantList& values) {
    auto query = run(sql, values);
    if (!query)
        return query.error();
    const qint64 rows = (*query)->numRowsAffected();
    (*query)->finish();
    return rows;
}

Result<QVariantList> Session::insert(const QString& sql, const QVariantList& values,
                                     const QStringList& expressions) {
    QVariantList told;
    if (!m_dialect->tellsWhatItInserts()) {
        auto query = run(sql, values);
        if (!query)
            return query.error();
        told += (*query)->lastInsertId();
        (*query)->finish();
        return told;
    }
    Status inserted =
        select(sql + QStringLiteral(" RETURNING ") + expressions.join(QStringLiteral(", ")), values,
               [&](const QSqlQuery& row) {
                   for (qsizetype i = 0; i < expressions.size(); ++i)
                       told += row.value(static_cast<int>(i));
                   return true;
               });
    if (!inserted)
        return inserted.error();
    return told;
}

Status Session::command(const QString& sql) {
    if (Status may = goOn(); !may)
        return may;
    QSqlQuery query(m_database);
    query.setForwardOnly(true);
    if (!query.exec(sql))
        return failure(query.lastError());
    return ok();
}

Result<QList<ToldValue>> Session::call(const Routine& routine, const RoutineValues& values) {
    if (Status may = goOn(); !may)
        return may.error();
    auto told = m_dialect->call(m_database, routine, values);
    if (!told)
        noteIfLost(told.error());
    return told;
}

Status Session::beginRead() {
    const QString begin =
        m_readsOneState ? m_dialect->beginReadOfOneState() : m_dialect->beginRead();
    if (m_access != Access::ReadOnly || m_isReading || begin.isEmpty())
        return ok();
    Status begun = command(begin);
    m_isReading = begun.ok();
    return begun;
}

// By a rollback, which takes back what a SELECT may have set for the connection, too.
void Session::endRead() {
    if (m_readings == 0)
        m_readsOneState = false;
    if (!std::exchange(m_isReading, false))
        return;
    const Finishing finishing(*this);
    // An interrupt may hit the first one.
    if (!command(QStringLiteral("ROLLBACK")) && !command(QStringLiteral("ROLLBACK")))
        m_lost = true;
    m_failed.clear();
}

template <typename T, typename Read>
T Session::reading(const Read& read) {
    if (Status may = goOn(); !may)
        return may.error();
    const Reading shared(*this);
    if (Status begun = beginRead(); !begun)
        return begun.error();
    T answer = read();
    if (!answer)
        endRead(); // the engine may take nothing more in this one
    return answer;
}

Result<Session*> Session::readerOf(const Table& table) {
    if (!table.unreadable.isEmpty())
        return Error{ErrorKind::ReadOnly, table.unreadable};
    if (!table.isFromProject || m_access == Access::ReadOnly || m_dialect->beginRead().isEmpty())
        return this;
    if (!m_reader || m_reader->isLost()) {
        auto opened = open(m_spec, Access::ReadOnly);
        if (!opened)
            return opened.error();
        m_reader = std::move(*opened);
        m_reader->askBeforeStatements(m_mayBegin);
    }
    return m_reader.get();
}

Status Session::select(const QString& sql, const QVariantList& values,
                       const std::function<bool(const QSqlQuery&)>& take) {
    return reading<Status>([&]() -> Status {
        auto query = run(sql, values);
        if (!query)
            return query.error();
        bool wanted = true;
        while (wanted && (*query)->next())
            wanted = take(**query);
        const QSqlError error = (*query)->lastError();
        (*query)->finish();
        if (wanted && error.isValid())
            return failure(error);
        return ok();
    });
}

Status Session::readStored(const QString& sql, const TakeStored& take) {
    if (SetWise* engine = m_dialect->setWise())
        return reading<Status>([&]() -> Status {
            const QSqlError error = engine->readRows(m_database, sql, take);
            return error.isValid() ? Status(failure(error)) : ok();
        });
    return select(sql, {}, [&](const QSqlQuery& row) {
        std::deque<StoredVariant> kept; // where they are, they stay
        std::vector<StoredValue> values;
        for (int i = 0, count = row.record().count(); i < count; ++i)
            values.push_back(kept.emplace_back(row.value(i)).value());
        return take(values);
    });
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

Result<QVariant> Session::mark(const QString& sql, const QVariantList& values) {
    endRead();
    auto query = run(sql, values);
    if (!query)
        return query.error();
    const QVariant answer = (*query)->next() ? (*query)->value(0) : QVariant();
    (*query)->finish();
    return answer;
}

std::chrono::microseconds Session::clockAhead() {
    using std::chrono::microseconds;
    const QString query = m_dialect->clockQuery();
    if (m_clockAhead || query.isEmpty())
        return m_clockAhead.value_or(microseconds(0));
    const microseconds before = clockTime();
    const auto told = scalar(query);
    if (!told)
        return microseconds(0); // asked again with the next change
    // It was so in the midst of the question.
    m_clockAhead = microseconds(told->toLongLong()) - (before + clockTime()) / 2;
    return *m_clockAhead;
}

Result<int> Session::listen() {
    const QString statement = m_dialect->listenStatement();
    if (statement.isEmpty())
        return -1;
    if (Status listening = command(statement); !listening)
        return listening.error();
    return m_dialect->newsDescriptor(m_database);
}

Result<QStringList> Session::news() {
    auto heard = m_dialect->news(m_database);
    if (!heard)
        noteIfLost(heard.error());
    return heard;
}

Result<Session::Log> Session::log() {
    if (m_log)
        return *m_log;
    const auto found = scalar(m_dialect->changeLogTablesQuery());
    if (!found)
        return found.error();
    Log log{found->toInt(), LogLayout::None};
    int version = 0;
    if ((log.tables & LogTables::Version) != 0) {
        const auto told = scalar(QStringLiteral("SELECT max(version) FROM gravin_log"));
        for (const ErrorKind kind :
             {ErrorKind::Unavailable, ErrorKind::Busy, ErrorKind::Cancelled}) {
            if (!told && told.error().kind == kind)
                return told.error();
        }
        // Who may not read it may read nothing of the log, which then says so by itself.
        if (!told)
            return Log{log.tables, LogLayout::Present};
        version = told->toInt();
    }
    if (version > LogVersion::Newest)
        return Error{ErrorKind::ReadOnly,
                     coreTr("The change log of this database was written by a newer Gravin (its "
                            "layout is %1, this program knows %2). Nothing can be written or "
                            "looked up in it with this one.")
                         .arg(version)
                         .arg(LogVersion::Newest)};
    // Without a version it is one that somebody began to make, or to take over.
    if (version >= LogVersion::Plain) {
        log.layout = LogLayout::Present;
        log.version = version;
        m_log = log;
    } else if ((log.tables & LogTables::Fields) != 0) {
        log.layout = LogLayout::Former;
    }
    return log;
}

Result<Session::LogLayout> Session::logLayout() {
    const auto found = log();
    return found ? Result<LogLayout>(found->layout) : found.error();
}

Result<bool> Session::hasChangeLog() {
    const auto found = log();
    return found ? Result<bool>(found->layout != LogLayout::None) : found.error();
}

Result<bool> Session::hasSealedLog() {
    const auto found = log();
    return found ? Result<bool>(found->layout != LogLayout::None &&
                                (found->tables & LogTables::Seals) != 0)
                 : found.error();
}

Result<bool> Session::sealsRecordsApart() {
    const auto found = log();
    return found ? Result<bool>((found->tables & LogTables::SealsApart) != 0) : found.error();
}

void Session::forgetLog() {
    m_log.reset();
    m_logNames.clear();
}

QString Session::account() {
    if (m_account)
        return *m_account;
    if (m_spec.isFile()) {
        m_account = personName();
    } else {
        const auto told = scalar(m_dialect->accountQuery());
        if (!told)
            return {};
        m_account = told->toString();
    }
    return *m_account;
}

Result<Catalog> Session::readCatalog() {
    auto catalog = reading<Result<Catalog>>([&] { return m_dialect->readCatalog(m_database); });
    if (!catalog) {
        noteIfLost(catalog.error());
        return catalog;
    }
    catalog->account = account();
    if (const QString query = m_dialect->membershipsQuery(); !query.isEmpty()) {
        const Status read = select(query, {}, [&](const QSqlQuery& row) {
            catalog->memberships += row.value(0).toString();
            return true;
        });
        if (!read)
            return read.error();
    }
    return catalog;
}

Result<QList<AnswerColumn>> Session::describe(const QString& select) {
    auto columns = reading<Result<QList<AnswerColumn>>>(
        [&] { return m_dialect->describe(m_database, select); });
    if (!columns)
        noteIfLost(columns.error());
    return columns;
}

Result<ServerFacts> Session::facts() {
    auto facts = reading<Result<ServerFacts>>([&] { return m_dialect->facts(m_database); });
    if (!facts)
        noteIfLost(facts.error());
    return facts;
}

Status Session::scanIntegers(const QString& sql, const std::function<bool(qint64)>& take) {
    Status scanned =
        reading<Status>([&] { return m_dialect->scanIntegers(m_database, sql, take); });
    if (!scanned)
        noteIfLost(scanned.error());
    return scanned;
}

Result<std::vector<ColumnSpan>> Session::spans(const Table& table) {
    auto reader = readerOf(table);
    if (!reader)
        return reader.error();
    Session& there = **reader;
    auto spans = there.reading<Result<std::vector<ColumnSpan>>>(
        [&] { return there.m_dialect->spans(there.m_database, table); });
    if (!spans)
        there.noteIfLost(spans.error());
    return spans;
}

qint64 Session::foreignCommits() { return m_dialect->foreignCommits(m_database); }

Status Session::copyTo(const QString& target) {
    // The engine copies: what is still in a log beside the file comes along.
    const auto copied = execute(QStringLiteral("VACUUM INTO ?"), {target});
    return copied ? ok() : copied.error();
}

} // namespace gravin
