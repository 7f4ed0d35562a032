// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/engines.h"

#include <QCoreApplication>
#include <QProcess>

namespace gravin::test {

namespace {

QString environment(const char* name) { return qEnvironmentVariable(name); }

QString answerOf(const QString& program, const QStringList& arguments, const QString& input) {
    QProcess process;
    process.start(program, arguments);
    process.write(input.toUtf8());
    process.closeWriteChannel();
    process.waitForFinished();
    EXPECT_EQ(process.exitCode(), 0)
        << qPrintable(program) << ": " << process.readAllStandardError().constData() << "\n"
        << qPrintable(input.left(2000));
    return QString::fromUtf8(process.readAllStandardOutput());
}

QString psql(const QString& database, const QString& sql) {
    return answerOf(QStringLiteral("psql"),
                    {QStringLiteral("-X"), QStringLiteral("-q"), QStringLiteral("-A"),
                     QStringLiteral("-t"), QStringLiteral("-F\t"), QStringLiteral("-v"),
                     QStringLiteral("ON_ERROR_STOP=1"), QStringLiteral("-d"), database,
                     QStringLiteral("-f"), QStringLiteral("-")},
                    sql);
}

QStringList mariadbArguments() {
    return {QStringLiteral("--no-defaults"),
            QStringLiteral("--socket=") + environment("GRAVIN_TEST_MARIADB_SOCKET"),
            QStringLiteral("--user=root"), QStringLiteral("--default-character-set=utf8mb4")};
}

QString mariadb(const QString& database, const QString& sql) {
    return answerOf(QStringLiteral("mariadb"),
                    mariadbArguments() + QStringList{QStringLiteral("--batch"),
                                                     QStringLiteral("--skip-column-names"),
                                                     QStringLiteral("--database=") + database},
                    sql);
}

} // namespace

EngineDatabase::EngineDatabase(Engine engine) {
    static int number = 0;
    const QString name =
        QStringLiteral("gravin_test_%1_%2").arg(QCoreApplication::applicationPid()).arg(++number);
    m_spec.engine = engine;
    m_spec.changeLog = true;
    switch (engine) {
    case Engine::Sqlite:
        m_spec.path = m_folder.filePath(QStringLiteral("scratch.db"));
        (void)run(QStringLiteral("VACUUM;"));
        break;
    case Engine::PostgreSql:
        m_spec.database = name;
        (void)psql(QStringLiteral("postgres"), QStringLiteral("CREATE DATABASE %1").arg(name));
        break;
    case Engine::MariaDb:
        m_spec.database = name;
        m_spec.user = QStringLiteral("root");
        m_spec.options.insert(QStringLiteral("socket"), environment("GRAVIN_TEST_MARIADB_SOCKET"));
        (void)mariadb(QStringLiteral("mysql"),
                      QStringLiteral("CREATE DATABASE %1 CHARACTER SET utf8mb4").arg(name));
        break;
    }
}

EngineDatabase::~EngineDatabase() {
    if (engine() == Engine::PostgreSql)
        (void)psql(QStringLiteral("postgres"),
                   QStringLiteral("DROP DATABASE %1 WITH (FORCE)").arg(m_spec.database));
    else if (engine() == Engine::MariaDb)
        (void)mariadb(QStringLiteral("mysql"),
                      QStringLiteral("DROP DATABASE %1").arg(m_spec.database));
}

QString EngineDatabase::run(const QString& sql) const {
    switch (engine()) {
    case Engine::Sqlite:
        return answerOf(QStringLiteral("sqlite3"),
                        {QStringLiteral("-bail"), QStringLiteral("-tabs"), m_spec.path}, sql);
    case Engine::PostgreSql:
        return psql(m_spec.database, sql);
    case Engine::MariaDb:
        return mariadb(m_spec.database, sql);
    }
    return {};
}

const QStringList& EngineDatabase::tables() const {
    if (!m_tables.isEmpty())
        return m_tables;
    QString sql;
    switch (engine()) {
    case Engine::Sqlite:
        sql = QStringLiteral("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT "
                             "LIKE 'gravin%' AND name NOT LIKE 'sqlite%' ORDER BY name;");
        break;
    case Engine::PostgreSql:
        sql = QStringLiteral("SELECT format('%I.%I', schemaname, tablename) FROM pg_tables WHERE "
                             "schemaname NOT IN ('pg_catalog', 'information_schema') AND tablename "
                             "NOT LIKE 'gravin%' ORDER BY 1");
        break;
    case Engine::MariaDb:
        sql = QStringLiteral("SELECT TABLE_NAME FROM information_schema.TABLES WHERE TABLE_SCHEMA "
                             "= DATABASE() AND TABLE_TYPE = 'BASE TABLE' AND TABLE_NAME NOT LIKE "
                             "'gravin%' ORDER BY 1");
        break;
    }
    m_tables = run(sql).split(u'\n', Qt::SkipEmptyParts);
    return m_tables;
}

QString EngineDatabase::dump() const {
    // One program for all tables: starting it is most of the time.
    QString commands;
    switch (engine()) {
    case Engine::Sqlite:
        for (const QString& table : tables())
            commands += QStringLiteral(".dump '%1'\n").arg(table);
        return run(commands);
    case Engine::PostgreSql:
        for (const QString& table : tables())
            commands += QStringLiteral("COPY (SELECT * FROM %1 t ORDER BY t::text) TO STDOUT;\n"
                                       "\\echo %1\n")
                            .arg(table);
        return run(commands);
    case Engine::MariaDb:
        return answerOf(QStringLiteral("mariadb-dump"),
                        mariadbArguments() +
                            QStringList{QStringLiteral("--no-create-info"),
                                        QStringLiteral("--skip-extended-insert"),
                                        QStringLiteral("--order-by-primary"),
                                        QStringLiteral("--hex-blob"),
                                        QStringLiteral("--skip-comments"),
                                        QStringLiteral("--skip-lock-tables"), m_spec.database} +
                            tables(),
                        {});
    }
    return {};
}

void EngineDatabase::endOthers() const {
    if (m_spec.engine == Engine::PostgreSql) {
        run(QStringLiteral("SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = "
                           "current_database() AND pid <> pg_backend_pid();"));
        return;
    }
    const QString ids =
        run(QStringLiteral("SELECT ID FROM information_schema.PROCESSLIST WHERE DB = DATABASE() "
                           "AND ID <> CONNECTION_ID()"));
    for (const QString& id : ids.split(u'\n', Qt::SkipEmptyParts))
        run(QStringLiteral("KILL %1").arg(id));
}

std::unique_ptr<Session> EngineDatabase::open(Session::Access access) const {
    auto session = Session::open(m_spec, access);
    if (!session) {
        ADD_FAILURE() << qPrintable(session.error().sentence) << "\n"
                      << qPrintable(session.error().detail);
        std::abort();
    }
    return std::move(*session);
}

bool serversAreThere() { return !environment("GRAVIN_TEST_MARIADB_SOCKET").isEmpty(); }

std::string engineTestName(const testing::TestParamInfo<Engine>& info) {
    return engineName(info.param).toStdString();
}

} // namespace gravin::test
