// SPDX-License-Identifier: GPL-3.0-or-later
// A bulk update of more records than are kept in memory: previewed, run, stopped, guarded, taken
// back.
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/log/log_verification.h"
#include "core/changes/rollback.h"
#include "support/scratch.h"
#include "support/text.h"

using namespace gravin;
using namespace gravin::test;

namespace {

constexpr int Records = 3000;

class BulkTest : public ::testing::Test {
protected:
    BulkTest()
        : database(name("CREATE TABLE t (id INTEGER PRIMARY KEY, a TEXT, n INTEGER);"
                        "INSERT INTO t WITH RECURSIVE c(x) AS (SELECT 1 UNION ALL SELECT x + 1 "
                        "FROM c WHERE x < 3000) SELECT x, 'a.' || x, x % 7 FROM c;"))
        , desk(database) {}

    std::shared_ptr<const BulkPreview> preview(const BulkValues& values,
                                               const BulkScope& scope = {}) {
        auto made = previewBulkUpdate(desk.session(), std::make_shared<const Table>(desk.table(T)),
                                      desk.rules().value(T), scope, values);
        EXPECT_TRUE(made) << qPrintable(made.error().sentence);
        return std::make_shared<const BulkPreview>(std::move(*made));
    }
    BulkValues set(const char* column, const char* expression) {
        BulkValues values;
        values.set.insert(name(column), *bindExpression(name(expression), desk.table(T)));
        return values;
    }
    WriteResult run(const ChangeRequest& request) {
        ChangeWriter writer(desk.session(), desk.catalog(), desk.rules());
        auto written = writer.write(request);
        wroteSetWise = writer.wroteSetWise();
        return written;
    }

    static inline const QString T = name("t");
    ScratchDatabase database;
    Desk desk;
    QString before = database.dump();
    bool wroteSetWise = false;
};

TEST_F(BulkTest, AnyNumberIsOneChangeAndIsTakenBackAsOne) {
    const auto looked = preview(set("n", "n * 2"));
    EXPECT_EQ(looked->records, Records);
    EXPECT_EQ(looked->changing.size(), Records - Records / 7) << "twice nothing is nothing";
    EXPECT_EQ(looked->unchanged, Records / 7);
    EXPECT_EQ(looked->steps.size(), BulkPreview::MostListed);
    const BulkSpread spread = looked->spreads.value(name("n"));
    EXPECT_EQ(spread.after.largest, Value::integer(12));
    EXPECT_EQ(spread.valuesBefore.value(Key({Value::integer(6)})),
              spread.valuesAfter.value(Key({Value::integer(12)})));

    const auto written = run(bulkUpdateRequest(looked));
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    EXPECT_EQ(written->count(), looked->changing.size());
    EXPECT_FALSE(written->isWhole()) << "they stand in the log only";
    EXPECT_EQ(written->tables(), QStringList{T});
    EXPECT_EQ(database.sqlite(name("SELECT count(*) FROM t WHERE n <> (id % 7) * 2;")).trimmed(),
              name("0"));
    const auto logged = ChangeLog(desk.session()).change(written->id, desk.catalog());
    EXPECT_EQ(static_cast<qint64>(logged->records.size()), written->count());
    EXPECT_EQ(ChangeLog(desk.session()).list({})->front().records, written->count());
    EXPECT_TRUE(LogVerifier(desk.session()).verify({})->isIntact());
    ASSERT_TRUE(desk.rollBack(written->id));
    EXPECT_EQ(database.dump(), before);
}

TEST_F(BulkTest, WhatIsStoppedLeavesNothing) {
    ChangeRequest request = bulkUpdateRequest(preview(set("n", "n + 1")));
    qint64 seen = 0;
    request.progress = [&](qint64 done) {
        seen = done;
        return done < 1500;
    };
    const auto stopped = run(request);
    ASSERT_FALSE(stopped);
    EXPECT_EQ(stopped.error().error.kind, ErrorKind::Cancelled);
    EXPECT_GE(seen, 1500);
    EXPECT_EQ(database.dump(), before);
    EXPECT_TRUE(ChangeLog(desk.session()).list({})->empty());
}

TEST_F(BulkTest, WhatSomebodyChangedSinceThePreviewStopsIt) {
    const auto looked = preview(set("n", "n + 1"));
    // Far down, after much has been written.
    database.sqlite(name("UPDATE t SET n = 77 WHERE id = 2900;"));
    const QString theirs = database.dump();
    const auto refused = run(bulkUpdateRequest(looked));
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().error.kind, ErrorKind::Conflict);
    EXPECT_TRUE(refused.error().error.sentence.contains(u"2900"));
    EXPECT_EQ(database.dump(), theirs);
}

TEST_F(BulkTest, WhatItNeitherReadsNorWritesIsNobodysBusiness) {
    for (const qint64 fewest : {qint64{1}, qint64{1'000'000}}) {
        const auto looked = preview(set("n", "n + 1"));
        database.sqlite(name("UPDATE t SET a = a || '!' WHERE id = 2900;"));
        ChangeRequest request = bulkUpdateRequest(looked);
        request.fewestSetWise = fewest;
        const auto written = run(request);
        ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
        EXPECT_TRUE(written->meanwhile.computedAnew.isEmpty());
    }
    EXPECT_TRUE(
        database.sqlite(name("SELECT a FROM t WHERE id = 2900;")).trimmed().endsWith(u"!!"));
}

TEST_F(BulkTest, WhatSomebodyChangedIsComputedAnewOrLeftOutAsChosen) {
    const auto n = [&](int id) {
        return database.sqlite(name("SELECT n FROM t WHERE id = %1;").arg(id)).trimmed().toInt();
    };
    for (const OnMeanwhile way : {OnMeanwhile::ComputeAnew, OnMeanwhile::LeaveOut}) {
        const auto looked = preview(set("n", "n + 1"));
        database.sqlite(name("UPDATE t SET n = 77 WHERE id = 2900; DELETE FROM t WHERE id = %1;")
                            .arg(way == OnMeanwhile::LeaveOut ? 1500 : 1501));
        const auto written = run(bulkUpdateRequest(looked, {}, false, way));
        ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
        const bool isAnew = way == OnMeanwhile::ComputeAnew;
        EXPECT_EQ(n(2900), isAnew ? 78 : 77);
        EXPECT_EQ(written->meanwhile.computedAnew,
                  isAnew ? QStringList{name("2900")} : QStringList());
        EXPECT_EQ(written->meanwhile.leftOut.contains(name("2900")), !isAnew);
        EXPECT_EQ(written->meanwhile.leftOut.size(), isAnew ? 1 : 2) << "one is gone";
    }
}

TEST_F(BulkTest, WhatWouldBeRefusedIsSaidAndMayBeLeftOut) {
    CheckRule rule;
    rule.condition = *bindCondition(name("n <= 5"), desk.table(T));
    rule.message = name("At most 5.");
    rule.columns = {name("n")};
    rule.column = name("n");
    desk.rules()[T].checks += rule;
    const auto looked = preview(set("n", "n + 1"));
    const qint64 tooMany = Records / 7 * 2 + 1; // those with 5 and 6
    EXPECT_NEAR(static_cast<double>(looked->refused), static_cast<double>(tooMany), 2);
    EXPECT_EQ(looked->problems.front().message, name("At most 5."));
    ASSERT_FALSE(run(bulkUpdateRequest(looked)));
    EXPECT_EQ(database.dump(), before) << "all or nothing";
    const auto written = run(bulkUpdateRequest(looked, {}, true));
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    EXPECT_EQ(written->count(), looked->changing.size() - looked->refusedChanging());
    EXPECT_EQ(database.sqlite(name("SELECT count(*) FROM t WHERE n > 6;")).trimmed(), name("0"));
}

TEST_F(BulkTest, TextsAreReplacedPlainlyOrByPattern) {
    BulkValues values;
    values.replace.insert(name("a"), {name("A."), Qt::CaseInsensitive, {}, name("\\1")});
    EXPECT_EQ(preview(values)->steps.front().after.value(name("a")), text("\\11"));
    values.replace.insert(
        name("a"), {{}, Qt::CaseSensitive, QRegularExpression(name("a\\.(\\d)")), name("<\\1>")});
    EXPECT_EQ(preview(values)->steps.front().after.value(name("a")), text("<1>"));
}

// Too many to be kept in memory: planned in parts, and each part again when it is written.
class PartsTest : public BulkTest {
protected:
    PartsTest() {
        database.sqlite(name("INSERT INTO t WITH RECURSIVE c(x) AS (SELECT 3001 UNION ALL SELECT "
                             "x + 1 FROM c WHERE x < 12000) SELECT x, 'b.' || x, x % 7 FROM c;"));
        before = database.dump();
        const auto written = run(bulkUpdateRequest(preview(set("n", "n + 10"))));
        EXPECT_TRUE(written);
        change = written->id;
    }
    RollbackPlan plan(const RollbackChoices& choices = {}) {
        LogScope scope;
        scope.changes = {change};
        auto planned = planRollback(desk.session(), desk.catalog(), scope, choices);
        EXPECT_TRUE(planned);
        return std::move(*planned);
    }
    qint64 change = 0;
};

TEST_F(PartsTest, ManyAreTakenBackWithoutAllBeingKept) {
    const RollbackPlan planned = plan();
    EXPECT_EQ(planned.count(), 12'000);
    EXPECT_EQ(planned.writing, 12'000);
    EXPECT_TRUE(planned.isClean());
    EXPECT_LE(planned.steps.size(), size_t{RollbackPlan::MostWhole});
    const auto request = rollbackRequest(planned, OnConflict::Stop);
    ASSERT_TRUE(request);
    EXPECT_TRUE(request->edits.empty());
    const auto back = run(*request);
    ASSERT_TRUE(back) << qPrintable(back.error().error.sentence);
    EXPECT_TRUE(wroteSetWise);
    EXPECT_EQ(back->count(), 12'000);
    EXPECT_EQ(back->refersTo, change);
    EXPECT_EQ(database.dump(), before);
    EXPECT_TRUE(LogVerifier(desk.session()).verify({})->isIntact());
    // And it can be taken back itself.
    ASSERT_TRUE(desk.rollBack(back->id));
    EXPECT_EQ(database.sqlite(name("SELECT count(*) FROM t WHERE n >= 10;")).trimmed(),
              name("12000"));
}

TEST_F(PartsTest, WhatIsInTheWayIsSaidAndLeftOrOverwritten) {
    database.sqlite(
        name("UPDATE t SET n = 77 WHERE id IN (5, 11000); DELETE FROM t WHERE id = 6;"));
    const RollbackPlan stops = plan();
    EXPECT_EQ(stops.count(RollbackState::ChangedSince), 2);
    EXPECT_EQ(stops.count(RollbackState::RecordGone), 1);
    EXPECT_EQ(stops.left, 3);
    EXPECT_FALSE(stops.isClean());
    const auto refused = rollbackRequest(stops, OnConflict::Stop);
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().kind, ErrorKind::Refused);
    EXPECT_EQ(std::count_if(stops.steps.begin(), stops.steps.end(),
                            [](const RollbackStep& step) { return !step.isClear(); }),
              3)
        << "those in the way are kept, wherever they stand";

    RollbackChoices choices(OnConflict::Skip);
    choices.byState.insert(RollbackState::ChangedSince, OnConflict::Overwrite);
    const RollbackPlan passes = plan(choices);
    EXPECT_EQ(passes.left, 1);
    const auto back = run(*rollbackRequest(passes, choices));
    ASSERT_TRUE(back) << qPrintable(back.error().error.sentence);
    EXPECT_TRUE(wroteSetWise);
    EXPECT_EQ(back->count(), 11'999);
    EXPECT_EQ(database.sqlite(name("SELECT count(*) FROM t WHERE n >= 10;")).trimmed(), name("0"));
}

TEST_F(PartsTest, WhatIsChangedAfterThePlanIsNotOverwrittenUnseen) {
    const RollbackChoices choices(OnConflict::Overwrite);
    const auto request = rollbackRequest(plan(choices), choices);
    database.sqlite(name("UPDATE t SET n = 77 WHERE id = 11000;"));
    const QString theirs = database.dump();
    const auto refused = run(*request);
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().error.kind, ErrorKind::Conflict);
    EXPECT_EQ(database.dump(), theirs);
}

} // namespace
