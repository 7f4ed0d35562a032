// SPDX-License-Identifier: GPL-3.0-or-later
// gravin-bench [--rows=N]: Gravin beside the bare engine doing the same work in the same run, on a
// table of N visits (1,000,000 unless told). Read the ratio of each pair; single times depend on
// the machine.
#include "bare.h"
#include "core/expression/evaluation/evaluator.h"
#include "core/fitting/generation/evidence.h"
#include "core/records/record_store.h"
#include "core/records/record_view.h"
#include "demonstration.h"

#include <benchmark/benchmark.h>

#include <QCoreApplication>
#include <QElapsedTimer>
#include <QFile>
#include <QTemporaryDir>
#include <QTimer>

#include <cstring>
#include <string>

using namespace gravin;
using namespace gravin::bench;

namespace {

Catalog readCatalog() {
    auto session = *Session::open(spec(), Session::Access::ReadOnly);
    return *session->readCatalog();
}

void keyIndexBare(benchmark::State& state) {
    Bare bare;
    for (auto _ : state) {
        sqlite3_stmt* scan = bare.prepare("SELECT id FROM visit ORDER BY id");
        qint64 sum = 0;
        while (sqlite3_step(scan) == SQLITE_ROW)
            sum += sqlite3_column_int64(scan, 0);
        benchmark::DoNotOptimize(sum);
        sqlite3_finalize(scan);
    }
}

void keyIndexGravin(benchmark::State& state) {
    auto session = *Session::open(spec(), Session::Access::ReadOnly);
    const Catalog catalog = *session->readCatalog();
    const Table& visit = *catalog.table(QStringLiteral("visit"));
    size_t bytes = 0;
    for (auto _ : state) {
        KeyIndex index;
        (void)TableReader(*session, visit).scanKeys({}, [&](KeyIndex&& run) {
            index.append(std::move(run));
            return true;
        });
        bytes = index.bytes();
    }
    state.counters["index_MB"] = static_cast<double>(bytes) / 1e6;
}

void firstPageBare(benchmark::State& state) {
    Bare bare;
    for (auto _ : state) {
        sqlite3_stmt* page = bare.prepare("SELECT * FROM visit ORDER BY id LIMIT 40");
        while (sqlite3_step(page) == SQLITE_ROW)
            benchmark::DoNotOptimize(sqlite3_column_int64(page, 0));
        sqlite3_finalize(page);
    }
}

// From asking for the screen to its first 40 records being here, the index still growing behind
// them.
void firstPageGravin(benchmark::State& state) {
    const auto catalog = readCatalog();
    const auto table = std::make_shared<const Table>(*catalog.table(QStringLiteral("visit")));
    Worker reader(spec(), Session::Access::ReadOnly);
    Worker indexer(spec(), Session::Access::ReadOnly);
    const auto warm = [](Worker& worker) {
        QObject here;
        bool open = false;
        worker.run<QVariant>(
            &here, [](Session& session) { return session.scalar(QStringLiteral("SELECT 1")); },
            [&](const Result<QVariant>&) { open = true; });
        while (!open)
            QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents);
    };
    warm(reader);
    warm(indexer);
    for (auto _ : state) {
        RecordStore records(table, &reader);
        RecordView view(table, &indexer);
        view.reload();
        bool shown = false;
        while (!shown) {
            QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents);
            shown = view.count() > 0;
            for (qsizetype row = 0; row < std::min<qsizetype>(40, view.count()); ++row)
                shown &= records.record(view.keyAt(row)) != nullptr;
        }
        state.PauseTiming();
        view.cancel();
        indexer.drain();
        state.ResumeTiming();
    }
}

// A jump to a place nothing of which is here yet.
void jumpGravin(benchmark::State& state) {
    auto session = *Session::open(spec(), Session::Access::ReadOnly);
    const Catalog catalog = *session->readCatalog();
    TableReader reader(*session, *catalog.table(QStringLiteral("visit")));
    qint64 at = 1;
    for (auto _ : state) {
        at = at * 7919 % std::max(rows - 40, 1) + 1;
        std::vector<Key> keys;
        for (qint64 i = 0; i < 40; ++i)
            keys.push_back(Key({Value::integer(at + i)}));
        benchmark::DoNotOptimize(reader.records(keys)->size());
    }
}

// A table of as many rows with twelve columns of all usual kinds, made when first asked for.
void makeSoundings() {
    static const bool isMade = [] {
        Bare bare;
        const std::string insert =
            "INSERT INTO sounding WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n "
            "WHERE i < " +
            std::to_string(rows) +
            ") SELECT i, printf('S-%06d', i), i % 7, i * 7919 % 100000 / 100.0, i * 31 % 4001, "
            "date('2020-01-01', i % 2000 || ' days'), datetime('2020-01-01', i || ' minutes'), "
            "CASE i % 5 WHEN 0 THEN 'mud' WHEN 1 THEN 'sand' ELSE 'rock' END, i % 2, "
            "CASE WHEN i % 9 = 0 THEN 'A remark about sounding ' || i END, i / 3.0, NULL FROM n";
        bare.execute("CREATE TABLE sounding (id INTEGER PRIMARY KEY, code VARCHAR(12), "
                     "boat INTEGER, depth DECIMAL(8,2), echo INTEGER, day DATE, at TIMESTAMP, "
                     "ground VARCHAR(10), valid BOOLEAN, remark TEXT, tide DOUBLE, spare TEXT)");
        bare.execute(insert.c_str());
        return true;
    }();
    benchmark::DoNotOptimize(isMade);
}

// The engine's own single pass: one statement that goes over these columns.
void passBare(benchmark::State& state, const char* statement) {
    makeSoundings();
    Bare bare;
    for (auto _ : state) {
        sqlite3_stmt* pass = bare.prepare(statement);
        const int columns = sqlite3_column_count(pass);
        qint64 bytes = 0;
        while (sqlite3_step(pass) == SQLITE_ROW) {
            for (int column = 0; column < columns; ++column)
                bytes += sqlite3_column_bytes(pass, column);
        }
        benchmark::DoNotOptimize(bytes);
        sqlite3_finalize(pass);
    }
}

void evidenceGravin(benchmark::State& state) {
    makeSoundings();
    auto session = *Session::open(spec(), Session::Access::ReadOnly);
    const Catalog catalog = *session->readCatalog();
    const Table& sounding = *catalog.table(QStringLiteral("sounding"));
    qint64 lookedAt = 0;
    for (auto _ : state) {
        const auto evidence =
            gatherEvidence(*session, catalog, sounding, {}, {}, [](double) { return true; });
        if (!evidence) {
            state.SkipWithError(qPrintable(evidence.error().sentence));
            return;
        }
        lookedAt = evidence->lookedAt;
    }
    state.counters["looked_at"] = static_cast<double>(lookedAt);
}

// Looking at the values is given up in the midst of it: from asking until the answer is here. The
// event loop ticks meanwhile; `longest_gap_ms` is the longest time in which it did not.
void evidenceCancelledGravin(benchmark::State& state) {
    makeSoundings();
    constexpr int LookedAtFor = 200; // milliseconds
    const auto catalog = std::make_shared<const Catalog>(readCatalog());
    double longestGap = 0;
    for (auto _ : state) {
        state.PauseTiming();
        Worker worker(spec(), Session::Access::ReadOnly);
        QObject here;
        bool isAnswered = false;
        bool isCancelled = false;
        const Worker::JobId job = worker.run<Evidence>(
            &here,
            [&worker, catalog](Session& session) {
                return gatherEvidence(session, *catalog,
                                      *catalog->table(QStringLiteral("sounding")), {}, {},
                                      [&](double) { return !worker.isCancelled(); });
            },
            [&](const Result<Evidence>& evidence) {
                isAnswered = true;
                isCancelled = !evidence && evidence.error().kind == ErrorKind::Cancelled;
            });
        QTimer ticks;
        QElapsedTimer sinceTick;
        sinceTick.start();
        QObject::connect(&ticks, &QTimer::timeout, &here, [&] {
            longestGap = std::max(longestGap, static_cast<double>(sinceTick.nsecsElapsed()) / 1e6);
            sinceTick.restart();
        });
        ticks.start(1);
        QElapsedTimer looking;
        looking.start();
        while (looking.elapsed() < LookedAtFor && !isAnswered)
            QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents);
        state.ResumeTiming();
        worker.cancel(job);
        while (!isAnswered)
            QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents);
        if (!isCancelled && rows > 100'000) {
            state.SkipWithError("it was over before it could be given up");
            return;
        }
    }
    state.counters["longest_gap_ms"] = longestGap;
}

qint64 residentKilobytes() {
    QFile status(QStringLiteral("/proc/self/status"));
    if (!status.open(QIODevice::ReadOnly))
        return 0;
    for (const QByteArray& line : status.readAll().split('\n')) {
        if (line.startsWith("VmRSS:"))
            return line.mid(6).trimmed().split(' ').front().toLongLong();
    }
    return 0;
}

// What an open view of all rows adds to the process: the index, the cache of a few pages, the
// sessions.
void memoryGravin(benchmark::State& state) {
    const auto catalog = readCatalog();
    const auto table = std::make_shared<const Table>(*catalog.table(QStringLiteral("visit")));
    for (auto _ : state) {
        const qint64 before = residentKilobytes();
        Worker reader(spec(), Session::Access::ReadOnly);
        Worker indexer(spec(), Session::Access::ReadOnly);
        RecordStore records(table, &reader);
        RecordView view(table, &indexer);
        bool complete = false;
        QObject::connect(&view, &RecordView::completed, &view, [&] { complete = true; });
        view.reload();
        while (!complete)
            QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents);
        for (qsizetype row = 0; row < std::min<qsizetype>(view.count(), 300); ++row)
            (void)records.record(view.keyAt(row));
        while (view.count() > 0 && !records.record(view.keyAt(0)))
            QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents);
        state.counters["added_MB"] = static_cast<double>(residentKilobytes() - before) / 1024;
    }
}

// One simple check of one record in memory; the wanted rate is a million a second.
void oneCheck(benchmark::State& state, const char* condition) {
    const QList<ExpressionColumn> columns{
        {QStringLiteral("hours"), {TypeKind::Decimal, -1, 4, 1}},
        {QStringLiteral("number"), {TypeKind::Integer}},
        {QStringLiteral("status"), {TypeKind::Text, 20}},
        {QStringLiteral("due"), {TypeKind::Date}},
    };
    const std::vector<Value> record{Value::decimal(*Decimal::fromText(u"7.5")), Value::integer(12),
                                    Value::text(QStringLiteral("in service")),
                                    Value::date({2026, 12, 4})};
    const auto expression = parseCondition(QLatin1String(condition), columns);
    std::vector<const Value*> values;
    for (const QString& name : expression->columns()) {
        for (qsizetype i = 0; i < columns.size(); ++i) {
            if (columns[i].name == name)
                values.push_back(&record[static_cast<size_t>(i)]);
        }
    }
    const Present present = Present::take();
    for (auto _ : state)
        benchmark::DoNotOptimize(evaluate(*expression, values, present));
    state.SetItemsProcessed(state.iterations());
}

BENCHMARK_CAPTURE(oneCheck, wholeNumber, "number >= 1");
BENCHMARK_CAPTURE(oneCheck, range, "hours >= 0.1 AND hours <= 24");
BENCHMARK_CAPTURE(oneCheck, oneOf, "status IN ('planned', 'in service', 'withdrawn')");
BENCHMARK_CAPTURE(oneCheck, date, "due <= CURRENT_DATE");
BENCHMARK_CAPTURE(oneCheck, acrossFields, "status <> 'withdrawn' OR due IS NULL");
BENCHMARK(keyIndexBare)->Unit(benchmark::kMillisecond);
BENCHMARK(keyIndexGravin)->Unit(benchmark::kMillisecond);
BENCHMARK(firstPageBare)->Unit(benchmark::kMillisecond);
BENCHMARK(firstPageGravin)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK(jumpGravin)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(passBare, counting,
                  "SELECT count(id), count(code), count(boat), count(depth), count(echo), "
                  "count(day), count(at), count(ground), count(valid), count(remark), "
                  "count(tide), count(spare) FROM sounding")
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(passBare, reading, "SELECT * FROM sounding")->Unit(benchmark::kMillisecond);
BENCHMARK(evidenceGravin)->Unit(benchmark::kMillisecond);
BENCHMARK(evidenceCancelledGravin)->Unit(benchmark::kMillisecond)->UseRealTime()->Iterations(5);
BENCHMARK(memoryGravin)->Unit(benchmark::kMillisecond)->Iterations(1);

} // namespace

int main(int argc, char** argv) {
    const QCoreApplication application(argc, argv);
    for (int i = 1; i < argc; ++i) {
        if (std::strncmp(argv[i], "--rows=", 7) == 0) {
            rows = std::max(1, std::atoi(argv[i] + 7));
            std::memmove(argv + i, argv + i + 1, static_cast<size_t>(argc - i) * sizeof *argv);
            --argc;
            --i;
        }
    }
    QTemporaryDir folder;
    databasePath = folder.filePath(QStringLiteral("bench.db"));
    if (!writeDemonstrationDatabase(databasePath, {rows}))
        return 3;
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
