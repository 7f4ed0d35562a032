// SPDX-License-Identifier: GPL-3.0-or-later
// A bulk update of more records than are kept in memory: previewed, run, stopped, guarded, taken
// back.
#include "core/changes/bulk_update.h"
#include "core/changes/log_seal.h"
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
        return ChangeWriter(desk.session(), desk.catalog(), desk.rules()).write(request);
    }

    static inline const QString T = name("t");
    ScratchDatabase database;
    Desk desk;
    QString before = database.dump();
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
    EXPECT_TRUE(LogSeal(desk.session()).verify({})->isIntact());
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
    // Far down, after much has been written, and in another field.
    database.sqlite(name("UPDATE t SET a = 'theirs' WHERE id = 2900;"));
    const QString theirs = database.dump();
    const auto refused = run(bulkUpdateRequest(looked));
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().error.kind, ErrorKind::Conflict);
    EXPECT_TRUE(refused.error().error.sentence.contains(u"2900"));
    EXPECT_EQ(database.dump(), theirs);
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

} // namespace
