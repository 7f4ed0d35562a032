// SPDX-License-Identifier: GPL-3.0-or-later
// gravin-file-bench [--rows=N] [--server=URL]: lists that go out as files and rows that come in,
// beside the engine's own programs and bare inserts in the same run, on a table of N visits
// (1,000,000 unless told). Read the ratio of each pair; single times depend on the machine.
#include "core/changes/change_writer.h"
#include "core/exchange/copy/database_copy.h"
#include "core/exchange/import/file_import.h"
#include "core/exchange/list_export.h"
#include "core/fitting/generation/screen_generator.h"
#include "on_visits.h"

#include <benchmark/benchmark.h>

#include <QElapsedTimer>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>

using namespace gravin;
using namespace gravin::bench;

namespace {

const QStringList Columns{QStringLiteral("id"),        QStringLiteral("aid_id"),
                          QStringLiteral("vessel_id"), QStringLiteral("visited_on"),
                          QStringLiteral("hours"),     QStringLiteral("cost"),
                          QStringLiteral("done"),      QStringLiteral("report")};

// Rows that come in; all there are, where there are fewer.
int incoming() { return std::min(visits, 100'000); }

const QTemporaryDir& folder() {
    static const QTemporaryDir made;
    return made;
}

QString file(const char* name) { return folder().filePath(QLatin1String(name)); }

// A project's screen on the visits.
struct Screen {
    std::unique_ptr<Session> session;
    std::shared_ptr<const Catalog> catalog;
    std::shared_ptr<const RuleBook> rules;
    std::optional<BoundScreen> bound;

    explicit Screen(Session::Access access)
        : session(*Session::open(database, access)) {
        Catalog raw = *session->readCatalog();
        Project project;
        project.connection = database;
        addGeneratedScreen(project, raw, *raw.table(QStringLiteral("visit")), Arrangement::Grid);
        catalog = std::make_shared<const Catalog>(raw);
        rules = std::make_shared<const RuleBook>(rulesOf(project, raw));
        bound = *bindScreen(project, *catalog, project.screens.front());
    }
};

// The program that comes with the engine.
QStringList ownProgram() {
    const QString select =
        QStringLiteral("SELECT %1 FROM visit ORDER BY id").arg(Columns.join(QStringLiteral(", ")));
    switch (database.engine) {
    case Engine::Sqlite:
        return {QStringLiteral("sqlite3"), QStringLiteral("-csv"), QStringLiteral("-header"),
                database.path, select};
    case Engine::PostgreSql:
        return {QStringLiteral("psql"), database.url(), QStringLiteral("-c"),
                QStringLiteral("COPY (%1) TO STDOUT WITH (FORMAT csv, HEADER)").arg(select)};
    case Engine::MariaDb:
        return {QStringLiteral("mariadb"),
                QStringLiteral("--quick"),
                QStringLiteral("--batch"),
                QStringLiteral("--socket=") + database.options.value(QStringLiteral("socket")),
                QStringLiteral("--user=") + database.user,
                database.database,
                QStringLiteral("-e"),
                select};
    }
    return {};
}

void exportByEngine(benchmark::State& state) {
    QStringList program = ownProgram();
    for (auto _ : state) {
        QProcess process;
        process.setStandardOutputFile(file("own.csv"));
        process.start(program.front(), program.mid(1));
        if (!process.waitForFinished(-1) || process.exitCode() != 0)
            state.SkipWithError("the engine's program did not do it");
    }
}

void exportByGravin(benchmark::State& state, FileKind kind, const char* name) {
    Screen screen(Session::Access::ReadOnly);
    ExportOptions how;
    how.kind = kind;
    how.heads = ExportOptions::Heads::Columns;
    how.lookups = ExportOptions::Lookups::Stored;
    const Peak peak;
    for (auto _ : state) {
        if (!exportList(*screen.session, *screen.catalog, *screen.bound, {}, Columns, how,
                        file(name)))
            state.SkipWithError("not written");
    }
    state.counters["more_MB"] = peak.megabytes();
}

void exportCsv(benchmark::State& state) { exportByGravin(state, FileKind::Csv, "gravin.csv"); }
void exportXlsx(benchmark::State& state) { exportByGravin(state, FileKind::Xlsx, "gravin.xlsx"); }
void exportJson(benchmark::State& state) { exportByGravin(state, FileKind::Json, "gravin.json"); }

// New visits, their keys left to the database.
bool writeIncoming(const QString& path) {
    QFile out(path);
    if (!out.open(QIODevice::WriteOnly))
        return false;
    out.write("aid_id,visited_on,hours,cost,done,report\r\n");
    for (int n = 1; n <= incoming(); ++n)
        out.write(QStringLiteral("%1,2026-%2-%3,%4.5,%5.25,%6,Came in as row %7\r\n")
                      .arg(n % 80 + 1)
                      .arg(n % 12 + 1, 2, 10, QLatin1Char('0'))
                      .arg(n % 28 + 1, 2, 10, QLatin1Char('0'))
                      .arg(n % 9)
                      .arg(n % 1000)
                      .arg(n % 2 == 0 ? QStringLiteral("true") : QStringLiteral("false"))
                      .arg(n)
                      .toUtf8());
    return out.flush();
}

void insertBare(benchmark::State& state) {
    BareEngine bare;
    for (auto _ : state) {
        bare.run(dialectFor(database)->beginWrite());
        QSqlQuery insert = bare.prepare(
            QStringLiteral("INSERT INTO visit (aid_id, visited_on, hours, cost, done, report) "
                           "VALUES (?, ?, ?, ?, ?, ?)"));
        for (int n = 1; n <= incoming(); ++n) {
            insert.bindValue(0, n % 80 + 1);
            insert.bindValue(1, QStringLiteral("2026-%1-%2")
                                    .arg(n % 12 + 1, 2, 10, QLatin1Char('0'))
                                    .arg(n % 28 + 1, 2, 10, QLatin1Char('0')));
            insert.bindValue(2, n % 9 + 0.5);
            insert.bindValue(3, n % 1000 + 0.25);
            insert.bindValue(4, n % 2 == 0);
            insert.bindValue(5, QStringLiteral("Came in as row %1").arg(n));
            if (!insert.exec())
                state.SkipWithError("not inserted");
        }
        insert.finish();
        bare.run(QStringLiteral("COMMIT"));
    }
}

// The preview is told apart from the change that follows it, which reads the file once more.
void importByGravin(benchmark::State& state) {
    Screen screen(Session::Access::ReadWrite);
    const QString path = file("incoming.csv");
    if (!writeIncoming(path))
        state.SkipWithError("no file");
    const FileForm form = *guessedForm(path);
    const auto heads = openRows(path, form);
    const ImportSetUp setUp = guessedSetUp(*screen.bound, form, (*heads)->heads());
    double previewSeconds = 0;
    const Peak peak;
    for (auto _ : state) {
        QElapsedTimer timer;
        timer.start();
        const auto preview = previewImport(*screen.session, *screen.catalog, *screen.rules,
                                           *screen.bound, setUp, path);
        previewSeconds += static_cast<double>(timer.nsecsElapsed()) / 1e9;
        if (!preview || preview->count(ImportOutcome::Add) != incoming()) {
            state.SkipWithError("not understood");
            break;
        }
        ImportRun run =
            importRun(screen.catalog, screen.rules, *screen.bound, setUp, path, *preview);
        timer.restart();
        if (!ChangeWriter(*screen.session, *screen.catalog, *screen.rules).write(run.request))
            state.SkipWithError("not written");
        state.SetIterationTime(static_cast<double>(timer.nsecsElapsed()) / 1e9);
    }
    state.counters["preview_ms"] =
        benchmark::Counter(previewSeconds * 1000, benchmark::Counter::kAvgIterations);
    state.counters["more_MB"] = peak.megabytes();
}

// To a file of SQLite, all tables, verified.
void copyAlong(benchmark::State& state) {
    auto session = *Session::open(database, Session::Access::ReadOnly);
    int n = 0;
    const Peak peak;
    for (auto _ : state) {
        const ConnectionSpec target{Engine::Sqlite,
                                    folder().filePath(QStringLiteral("copy-%1.db").arg(++n))};
        if (const auto copied = copyTables(*session, target); !copied)
            state.SkipWithError(qPrintable(copied.error().sentence));
        QFile::remove(target.path);
    }
    state.counters["more_MB"] = peak.megabytes();
}

BENCHMARK(exportByEngine)->Unit(benchmark::kMillisecond)->UseRealTime()->Iterations(2);
BENCHMARK(exportCsv)->Unit(benchmark::kMillisecond)->UseRealTime()->Iterations(2);
BENCHMARK(exportXlsx)->Unit(benchmark::kMillisecond)->UseRealTime()->Iterations(1);
BENCHMARK(exportJson)->Unit(benchmark::kMillisecond)->UseRealTime()->Iterations(2);
BENCHMARK(copyAlong)->Unit(benchmark::kMillisecond)->UseRealTime()->Iterations(1);
BENCHMARK(insertBare)->Unit(benchmark::kMillisecond)->UseRealTime()->Iterations(2);
BENCHMARK(importByGravin)->Unit(benchmark::kMillisecond)->UseManualTime()->Iterations(2);

} // namespace

int main(int argc, char** argv) { return runOnVisits(argc, argv); }
