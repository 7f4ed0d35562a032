// SPDX-License-Identifier: GPL-3.0-or-later
// gravin-change-bench [--rows=N] [--server=URL]: writing, bulk updates, rollbacks and looking back
// beside the bare engine doing the same work in the same run, on a table of N visits (1,000,000
// unless told), in a file of its own or in an empty database of a server. Read the ratio of each
// pair; single times depend on the machine.
#include "core/changes/as_it_was.h"
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/change_writer.h"
#include "core/changes/rollback.h"
#include "core/records/table_reader.h"
#include "on_visits.h"

#include <benchmark/benchmark.h>

#include <QElapsedTimer>
#include <QSqlQuery>

using namespace gravin;
using namespace gravin::bench;

namespace {

void saveBare(benchmark::State& state) {
    BareEngine bare;
    const QString begin = dialectFor(database)->beginWrite();
    QSqlQuery update = bare.prepare(QStringLiteral("UPDATE visit SET report = ? WHERE id = ?"));
    qint64 n = 0;
    for (auto _ : state) {
        bare.run(begin);
        update.bindValue(0, QStringLiteral("report %1").arg(++n));
        update.bindValue(1, n * 7919 % visits + 1);
        update.exec();
        update.finish();
        bare.run(QStringLiteral("COMMIT"));
    }
}

void saveGravin(benchmark::State& state) {
    auto session = *Session::open(database, Session::Access::ReadWrite);
    const Catalog catalog = *session->readCatalog();
    const RuleBook rules;
    ChangeWriter writer(*session, catalog, rules);
    qint64 n = 0;
    for (auto _ : state) {
        ChangeRequest request;
        request.action = QStringLiteral("edit");
        request.edits.push_back(
            {Operation::Update,
             QStringLiteral("visit"),
             Key({Value::integer(++n * 7919 % visits + 1)}),
             {},
             {{QStringLiteral("report"), Value::text(QStringLiteral("saved %1").arg(n))}}});
        if (!writer.write(request))
            state.SkipWithError("not saved");
    }
}

// Records that the work on many is about; all there are, where there are fewer.
int many() { return std::min(visits, 100'000); }

// An expression that every engine can work out, and another one each time.
QString text(const QString& word, int n) {
    return QStringLiteral("CASE WHEN id > 50000 THEN '%1 %2, the later ones' ELSE '%1 %2' END")
        .arg(word)
        .arg(n);
}

void bulkBare(benchmark::State& state) {
    BareEngine bare;
    int n = 0;
    for (auto _ : state) {
        bare.run(dialectFor(database)->beginWrite());
        bare.run(QStringLiteral("UPDATE visit SET report = %1 WHERE id <= %2")
                     .arg(text(QStringLiteral("bare"), ++n))
                     .arg(many()));
        bare.run(QStringLiteral("COMMIT"));
    }
}

// One connection with all that a change needs.
struct Desk {
    std::unique_ptr<Session> session = *Session::open(database, Session::Access::ReadWrite);
    Catalog catalog = *session->readCatalog();
    RuleBook rules;
    std::shared_ptr<const Table> visit =
        std::make_shared<const Table>(*catalog.table(QStringLiteral("visit")));

    // Changes the reports of many records; answers the change, 0: it failed.
    qint64 bulk(const QString& expression) {
        BulkScope scope;
        scope.query.conditions = {QStringLiteral("id <= %1").arg(records)};
        BulkValues values;
        values.set.insert(QStringLiteral("report"), *bindExpression(expression, *visit));
        auto preview = previewBulkUpdate(*session, visit, {}, scope, values);
        if (!preview)
            return 0;
        QElapsedTimer timer;
        timer.start();
        const auto written =
            ChangeWriter(*session, catalog, rules)
                .write(bulkUpdateRequest(std::make_shared<const BulkPreview>(std::move(*preview))));
        runSeconds = static_cast<double>(timer.nsecsElapsed()) / 1e9;
        return written ? written->id : 0;
    }
    double runSeconds = 0; // of the last bulk update, without its preview
    int records = many();
};

// The run with its log; the preview before it is not counted.
void bulkGravin(benchmark::State& state) {
    Desk desk;
    int n = 0;
    for (auto _ : state) {
        if (desk.bulk(text(QStringLiteral("run"), ++n)) == 0)
            state.SkipWithError("not changed");
        state.SetIterationTime(desk.runSeconds);
    }
}

void rollbackPlanGravin(benchmark::State& state) {
    Desk desk;
    const qint64 change = desk.bulk(text(QStringLiteral("plan"), 1));
    for (auto _ : state) {
        const auto plan = planRollback(*desk.session, desk.catalog, change);
        if (!plan || !plan->isClean())
            state.SkipWithError("no plan");
    }
}

// The guarded run; the plan before it is not counted.
void rollbackGravin(benchmark::State& state) {
    Desk desk;
    int n = 0;
    for (auto _ : state) {
        const qint64 change = desk.bulk(text(QStringLiteral("back"), ++n));
        const auto plan = planRollback(*desk.session, desk.catalog, change);
        const auto request = rollbackRequest(*plan, OnConflict::Stop);
        QElapsedTimer timer;
        timer.start();
        const auto written = ChangeWriter(*desk.session, desk.catalog, desk.rules).write(*request);
        state.SetIterationTime(static_cast<double>(timer.nsecsElapsed()) / 1e9);
        if (!written || written->count() != many())
            state.SkipWithError("not rolled back");
    }
}

// The first page of the table as it was before ten thousand changes.
void asItWasGravin(benchmark::State& state) {
    Desk desk;
    const qint64 newest = ChangeLog(*desk.session).lastIdAt(QStringLiteral("9999")).operator*();
    ChangeWriter writer(*desk.session, desk.catalog, desk.rules);
    for (int n = 1; n <= std::min(visits, 10'000); ++n) {
        ChangeRequest request;
        request.action = QStringLiteral("edit");
        request.edits.push_back(
            {Operation::Update,
             QStringLiteral("visit"),
             Key({Value::integer(static_cast<qint64>(n) * 7919 % visits + 1)}),
             {},
             {{QStringLiteral("report"), Value::text(QStringLiteral("since %1").arg(n))}}});
        (void)writer.write(request);
    }
    for (auto _ : state) {
        const auto then = lookBack(*desk.session, desk.catalog, *desk.visit, newest);
        if (!then || then->differences.isEmpty())
            state.SkipWithError("nothing differs");
        const auto page = TableReader(*desk.session, *then->table).range({}, 0, 40);
        if (!page || page->empty())
            state.SkipWithError("no page");
    }
}

// Records that differ from what they were, where many do.
int differing() { return std::min(visits, 300'000); }

// What the engine alone needs to put as many records aside.
void putAsideBare(benchmark::State& state) {
    BareEngine bare;
    for (auto _ : state) {
        bare.run(
            QStringLiteral("CREATE TEMPORARY TABLE aside AS SELECT * FROM visit WHERE id <= %1")
                .arg(differing()));
        bare.run(QStringLiteral("CREATE INDEX aside_key ON aside (id)"));
        state.PauseTiming();
        bare.run(QStringLiteral("DROP TABLE aside"));
        state.ResumeTiming();
    }
}

void asItWasOfManyGravin(benchmark::State& state) {
    Desk desk;
    desk.records = differing();
    const qint64 change = desk.bulk(text(QStringLiteral("many"), 1));
    for (auto _ : state) {
        const auto then = lookBack(*desk.session, desk.catalog, *desk.visit, change - 1);
        if (!then || then->differences.size() != differing())
            state.SkipWithError("they do not differ");
    }
}

// What a bulk update and its rollback of so many records take of memory.
void memoryOfMany(benchmark::State& state) {
    Desk desk;
    desk.records = static_cast<int>(std::min<int64_t>(state.range(0), visits));
    for (auto _ : state) {
        const Peak bulk;
        const qint64 change = desk.bulk(text(QStringLiteral("much"), 1));
        state.counters["bulk_MB"] = bulk.megabytes();
        const Peak back;
        const auto plan = planRollback(*desk.session, desk.catalog, change);
        const auto request = rollbackRequest(*plan, OnConflict::Stop);
        if (!ChangeWriter(*desk.session, desk.catalog, desk.rules).write(*request))
            state.SkipWithError("not rolled back");
        state.counters["rollback_MB"] = back.megabytes();
    }
}

BENCHMARK(saveBare)->Unit(benchmark::kMicrosecond)->UseRealTime();
BENCHMARK(saveGravin)->Unit(benchmark::kMicrosecond)->UseRealTime();
BENCHMARK(bulkBare)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK(bulkGravin)->Unit(benchmark::kMillisecond)->UseManualTime()->Iterations(3);
BENCHMARK(rollbackPlanGravin)->Unit(benchmark::kMillisecond)->UseRealTime()->Iterations(2);
BENCHMARK(rollbackGravin)->Unit(benchmark::kMillisecond)->UseManualTime()->Iterations(2);
BENCHMARK(asItWasGravin)->Unit(benchmark::kMillisecond)->UseRealTime()->Iterations(3);
BENCHMARK(putAsideBare)->Unit(benchmark::kMillisecond)->UseRealTime()->Iterations(2);
BENCHMARK(asItWasOfManyGravin)->Unit(benchmark::kMillisecond)->UseRealTime()->Iterations(2);
BENCHMARK(memoryOfMany)
    ->Unit(benchmark::kMillisecond)
    ->Arg(10'000)
    ->Arg(100'000)
    ->Arg(1'000'000)
    ->Iterations(1);

} // namespace

int main(int argc, char** argv) { return gravin::bench::runOnVisits(argc, argv); }
