// SPDX-License-Identifier: GPL-3.0-or-later
#include "on_visits.h"

#include "core/database/dialect.h"

#include <benchmark/benchmark.h>

#include <QCoreApplication>
#include <QFile>
#include <QTemporaryDir>

#include <cstring>

namespace gravin::bench {

namespace {

qint64 kilobytes(const char* line) {
    QFile status(QStringLiteral("/proc/self/status"));
    if (!status.open(QIODevice::ReadOnly))
        return 0;
    for (const QByteArray& each : status.readAll().split('\n')) {
        if (each.startsWith(line))
            return each.mid(static_cast<qsizetype>(std::strlen(line)))
                .trimmed()
                .split(' ')
                .front()
                .toLongLong();
    }
    return 0;
}

} // namespace

BareEngine::BareEngine() {
    const auto dialect = dialectFor(database);
    m_connection = QSqlDatabase::addDatabase(dialect->driver(), QStringLiteral("bare"));
    m_connection.setConnectOptions(dialect->connectOptions(false));
    dialect->configure(m_connection, false);
    m_connection.open();
    for (const QString& statement : dialect->openingStatements(false))
        run(statement);
}

BareEngine::~BareEngine() {
    m_connection.close();
    m_connection = {};
    QSqlDatabase::removeDatabase(QStringLiteral("bare"));
}

void BareEngine::run(const QString& sql) { QSqlQuery(m_connection).exec(sql); }

QSqlQuery BareEngine::prepare(const QString& sql) {
    QSqlQuery query(m_connection);
    query.prepare(sql);
    return query;
}

Peak::Peak() {
    QFile forget(QStringLiteral("/proc/self/clear_refs"));
    if (forget.open(QIODevice::WriteOnly))
        forget.write("5");
    m_before = kilobytes("VmRSS:");
}

double Peak::megabytes() const {
    return static_cast<double>(kilobytes("VmHWM:") - m_before) / 1024;
}

int runOnVisits(int argc, char** argv) {
    const QCoreApplication application(argc, argv);
    // What is ours is taken out before the rest is read.
    const auto take = [&](const char* option) -> const char* {
        const size_t length = std::strlen(option);
        for (int i = 1; i < argc; ++i) {
            if (std::strncmp(argv[i], option, length) != 0)
                continue;
            const char* value = argv[i] + length;
            std::memmove(argv + i, argv + i + 1, static_cast<size_t>(argc - i) * sizeof *argv);
            --argc;
            return value;
        }
        return nullptr;
    };
    if (const char* value = take("--rows="))
        visits = std::max(1, std::atoi(value));
    const char* server = take("--server=");
    QTemporaryDir folder;
    if (server) {
        database = *ConnectionSpec::fromUrl(QString::fromUtf8(server));
        database.changeLog = true;
    } else {
        database.path = folder.filePath(QStringLiteral("bench.db"));
    }
    const Status loaded = server ? loadDemonstration(database, {visits})
                                 : writeDemonstrationDatabase(database.path, {visits});
    if (!loaded) {
        std::fprintf(stderr, "%s\n", qPrintable(loaded.error().sentence));
        return 3;
    }
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}

} // namespace gravin::bench
