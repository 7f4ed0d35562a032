// SPDX-License-Identifier: GPL-3.0-or-later
// Lists that are sorted and filtered by what lies beyond their table, beside the same query on the
// bare engine: the keys of all records in their order, the first page, a jump.
#include "bare.h"
#include "core/project/project_catalog.h"
#include "core/records/bound_expression.h"
#include "core/records/table_reader.h"

#include <benchmark/benchmark.h>

#include <string>

using namespace gravin;
using namespace gravin::bench;

namespace {

const QString SectorName = QStringLiteral("aid_id -> sector_id -> name");
const QString PartsCost = QStringLiteral("(SELECT SUM(quantity * part_id -> price) FROM visit_part "
                                         "WHERE visit_part.visit_id = record.id)");
const QString CostsMore = PartsCost + QStringLiteral(" > 200");
const char* const ExpectedBySector =
    "SELECT visit.id FROM visit JOIN aid ON aid.id = visit.aid_id JOIN sector ON sector.id = "
    "aid.sector_id ORDER BY sector.name, visit.id";
const char* const ExpectedCostlier =
    "SELECT visit.id FROM visit WHERE (SELECT SUM(visit_part.quantity * part.price) FROM "
    "visit_part JOIN part ON part.id = visit_part.part_id WHERE visit_part.visit_id = visit.id) > "
    "200 ORDER BY visit.id";

// A part used on each visit, made when first asked for.
void useParts() {
    static const bool isMade = [] {
        Bare bare;
        bare.execute("DELETE FROM visit_part");
        // The parts are numbered from 1 on.
        bare.execute("INSERT INTO visit_part SELECT id, id % (SELECT COUNT(*) FROM part) + 1, id % "
                     "9 + 1 FROM visit");
        return true;
    }();
    benchmark::DoNotOptimize(isMade);
}

qint64 bareKeys(const char* sql) {
    Bare bare;
    sqlite3_stmt* scan = bare.prepare(sql);
    qint64 count = 0;
    while (sqlite3_step(scan) == SQLITE_ROW) {
        benchmark::DoNotOptimize(sqlite3_column_int64(scan, 0));
        ++count;
    }
    sqlite3_finalize(scan);
    return count;
}

void allKeysBare(benchmark::State& state, const char* sql) {
    useParts();
    qint64 count = 0;
    for (auto _ : state)
        count = bareKeys(sql);
    state.counters["keys"] = static_cast<double>(count);
}

// How a list is asked for: sorted by a path, or filtered by a sum.
RecordQuery queryOf(bool isSorted) {
    RecordQuery query;
    if (isSorted)
        query.sort = {SortBy{QStringLiteral("id"), false, SectorName}};
    else
        query.conditions = {CostsMore};
    return query;
}

void allKeysGravin(benchmark::State& state, bool isSorted) {
    useParts();
    auto session = *Session::open(spec(), Session::Access::ReadOnly);
    Catalog catalog = *session->readCatalog();
    extendCatalog(catalog, {});
    const Table& visit = *catalog.table(QStringLiteral("visit"));
    qint64 count = 0;
    for (auto _ : state) {
        KeyIndex index;
        const Status scanned =
            TableReader(*session, visit).scanKeys(queryOf(isSorted), [&](KeyIndex&& run) {
                index.append(std::move(run));
                return true;
            });
        if (!scanned)
            state.SkipWithError(qPrintable(scanned.error().sentence));
        count = index.size();
    }
    state.counters["keys"] = static_cast<double>(count);
    const qint64 expected = bareKeys(isSorted ? ExpectedBySector : ExpectedCostlier);
    if (count != expected)
        state.SkipWithError("the engine finds other records");
}

// Until the first keys are here, of which a page is read.
void firstKeysGravin(benchmark::State& state, bool isSorted) {
    useParts();
    auto session = *Session::open(spec(), Session::Access::ReadOnly);
    Catalog catalog = *session->readCatalog();
    extendCatalog(catalog, {});
    const Table& visit = *catalog.table(QStringLiteral("visit"));
    for (auto _ : state) {
        TableReader reader(*session, visit);
        (void)reader.scanKeys(queryOf(isSorted), [&](KeyIndex&& run) {
            std::vector<Key> page;
            for (qsizetype i = 0; i < std::min<qsizetype>(40, run.size()); ++i)
                page.push_back(run.at(i));
            benchmark::DoNotOptimize(reader.records(page)->size());
            return false;
        });
    }
}

void firstKeysBare(benchmark::State& state, const char* sql) {
    useParts();
    Bare bare;
    const std::string limited = std::string(sql) + " LIMIT 40";
    for (auto _ : state) {
        sqlite3_stmt* page = bare.prepare(limited.c_str());
        while (sqlite3_step(page) == SQLITE_ROW)
            benchmark::DoNotOptimize(sqlite3_column_int64(page, 0));
        sqlite3_finalize(page);
    }
}

// A page of 40 records with what is reached and what their lines come to, wherever it is.
void jumpAcross(benchmark::State& state) {
    useParts();
    auto session = *Session::open(spec(), Session::Access::ReadOnly);
    Catalog catalog = *session->readCatalog();
    Project project;
    project.computed[QStringLiteral("visit")] = {{QStringLiteral("sector"), SectorName},
                                                 {QStringLiteral("parts"), PartsCost}};
    extendCatalog(catalog, project);
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

void jumpAcrossAlone(benchmark::State& state) {
    useParts();
    Bare bare;
    qint64 at = 1;
    for (auto _ : state) {
        at = at * 7919 % std::max(rows - 40, 1) + 1;
        const std::string page =
            "SELECT visit.*, sector.name, (SELECT SUM(visit_part.quantity * part.price) FROM "
            "visit_part JOIN part ON part.id = visit_part.part_id WHERE visit_part.visit_id = "
            "visit.id) FROM visit JOIN aid ON aid.id = visit.aid_id JOIN sector ON sector.id = "
            "aid.sector_id WHERE visit.id BETWEEN " +
            std::to_string(at) + " AND " + std::to_string(at + 39);
        sqlite3_stmt* statement = bare.prepare(page.c_str());
        while (sqlite3_step(statement) == SQLITE_ROW)
            benchmark::DoNotOptimize(sqlite3_column_int64(statement, 0));
        sqlite3_finalize(statement);
    }
}

BENCHMARK_CAPTURE(allKeysBare, sortedByAPath, ExpectedBySector)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(allKeysGravin, sortedByAPath, true)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(allKeysBare, filteredByASum, ExpectedCostlier)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(allKeysGravin, filteredByASum, false)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(firstKeysBare, sortedByAPath, ExpectedBySector)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(firstKeysGravin, sortedByAPath, true)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(firstKeysBare, filteredByASum, ExpectedCostlier)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(firstKeysGravin, filteredByASum, false)->Unit(benchmark::kMillisecond);
BENCHMARK(jumpAcrossAlone)->Name("jumpAcrossBare")->Unit(benchmark::kMillisecond);
BENCHMARK(jumpAcross)->Name("jumpAcrossGravin")->Unit(benchmark::kMillisecond);

} // namespace
