// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/record_store.h"
#include "core/records/record_view.h"

#include "core/changes/bulk/bulk_update.h"
#include "core/records/rules.h"
#include "support/scratch.h"
#include "support/wait.h"

#include <QCoreApplication>
#include <QElapsedTimer>

using namespace gravin;
using namespace gravin::test;

namespace {

TEST(KeyIndex, KeepsWholeNumbersAndOthersAlike) {
    KeyIndex index;
    for (const qint64 n : {5, 7, 9})
        index.append(key(n));
    index.insert(1, key(6));
    EXPECT_EQ(index.positionOf(key(7)), 2);
    EXPECT_EQ(index.positionOf(key(8)), -1);
    EXPECT_EQ(index.positionOf(Key({text("7")})), -1);
    // The first other key changes how all are kept, not what they are.
    const Key odd({text("a,b")});
    index.insert(0, odd);
    EXPECT_EQ(index.size(), 5);
    EXPECT_EQ(index.at(0), odd);
    EXPECT_EQ(index.at(3), key(7));
    EXPECT_EQ(index.positionOf(key(9)), 4);
    index.removeAt(0);
    EXPECT_EQ(index.positionOf(odd), -1);
    KeyIndex run;
    run.append(key(11));
    index.append(std::move(run));
    EXPECT_EQ(index.at(4), key(11));
}

const QString Visits =
    QStringLiteral("CREATE TABLE visit (id INTEGER PRIMARY KEY, town TEXT); WITH RECURSIVE n (i) "
                   "AS (SELECT 1 UNION ALL SELECT i + 1 "
                   "FROM n WHERE i < 3000) INSERT INTO visit SELECT i, 'town ' || (i % 7) FROM n;"
                   "CREATE TABLE pair (a TEXT, b INTEGER, PRIMARY KEY (a, b)); INSERT INTO pair "
                   "VALUES ('x', 2), ('x', 1), ('w', 9);"
                   "CREATE VIEW towns AS SELECT DISTINCT town FROM visit ORDER BY town;");

class Reading : public ::testing::Test {
protected:
    Reading()
        : database(Visits)
        , desk(database) {}
    std::shared_ptr<const Table> table(const char* name) {
        return std::make_shared<const Table>(desk.table(QLatin1String(name)));
    }
    ScratchDatabase database;
    Desk desk;
};

TEST_F(Reading, OrdersByWhatIsAskedAndThenByKey) {
    const auto sort =
        sortOrderFromText(QStringLiteral("town desc, id ASC"), desk.table(QStringLiteral("visit")));
    ASSERT_TRUE(sort);
    const auto rows =
        TableReader(desk.session(), desk.table(QStringLiteral("visit"))).range(*sort, 0, 2);
    EXPECT_EQ((*rows)[0].key, key(6));
    EXPECT_EQ((*rows)[1].key, key(13));
    EXPECT_EQ(sortOrderFromText(QStringLiteral("nosuch"), desk.table(QStringLiteral("visit")))
                  .error()
                  .kind,
              ErrorKind::Usage);
}

TEST_F(Reading, FindsManyRecordsByCompositeKeys) {
    const auto rows =
        TableReader(desk.session(), desk.table(QStringLiteral("pair")))
            .records({Key({text("x"), Value::integer(1)}), Key({text("x"), Value::integer(7)}),
                      Key({text("w"), Value::integer(9)})});
    EXPECT_EQ(rows->size(), 2u);
}

TEST_F(Reading, TheFirstRunIsAScreenfulAndAllRunsAreAllKeys) {
    std::vector<qsizetype> runs;
    ASSERT_TRUE(TableReader(desk.session(), desk.table(QStringLiteral("visit")))
                    .scanKeys({}, [&](KeyIndex&& run) {
                        runs.push_back(run.size());
                        return true;
                    }));
    EXPECT_EQ(runs, (std::vector<qsizetype>{256, 2744}));
}

TEST_F(Reading, AViewIsReadByPosition) {
    const Table& towns = desk.table(QStringLiteral("towns"));
    KeyIndex index;
    ASSERT_TRUE(TableReader(desk.session(), towns).scanKeys({}, [&](KeyIndex&& run) {
        index.append(std::move(run));
        return true;
    }));
    ASSERT_EQ(index.size(), 7);
    const auto rows = TableReader(desk.session(), towns).records({index.at(2), index.at(3)});
    EXPECT_EQ(rows->at(0).values[0], text("town 2"));
    EXPECT_EQ(rows->at(1).key, index.at(3));
}

TEST_F(Reading, AViewOfRecordsFollowsInsertsAndDeletes) {
    Worker indexer(database.spec(), Session::Access::ReadOnly);
    RecordView view(table("visit"), &indexer);
    view.reload();
    ASSERT_TRUE(waitFor([&] { return view.isComplete(); }));
    EXPECT_EQ(view.count(), 3000);
    view.recordDeleted(key(10));
    EXPECT_EQ(view.rowOf(key(11)), 9);
    view.recordInserted(key(10));
    EXPECT_EQ(view.rowOf(key(10)), 9);
    view.recordInserted(key(5000));
    EXPECT_EQ(view.rowOf(key(5000)), 3000);
    // A sort reads anew; what was there stays until it is complete.
    bool reset = false;
    QObject::connect(&view, &RecordView::reset, &view, [&] { reset = true; });
    view.setSort({{QStringLiteral("town"), true}});
    EXPECT_EQ(view.count(), 3001);
    ASSERT_TRUE(waitFor([&] { return reset; }));
    EXPECT_EQ(view.keyAt(0), key(6));
    EXPECT_EQ(view.count(), 3000) << "5000 was never in the database";
}

TEST_F(Reading, AListThatIsSortedIsReadAnewOnceForManyChanges) {
    Worker indexer(database.spec(), Session::Access::ReadOnly);
    RecordView view(table("visit"), &indexer);
    view.setSort({{QStringLiteral("town"), true}});
    ASSERT_TRUE(waitFor([&] { return view.isComplete(); }));
    int resets = 0;
    QObject::connect(&view, &RecordView::reset, &view, [&] { ++resets; });
    for (qint64 id = 1; id <= 2000; ++id)
        view.recordChanged(key(id), key(id), {QStringLiteral("town")});
    view.manyChanged(true, {});
    EXPECT_FALSE(view.isComplete()) << "it is known to be behind";
    EXPECT_EQ(view.count(), 3000) << "what was there stays";
    ASSERT_TRUE(waitFor([&] { return view.isComplete(); }));
    indexer.drain();
    QCoreApplication::processEvents();
    EXPECT_EQ(resets, 1);
    // Nothing comes in or goes elsewhere: nothing is read.
    view.setSort({});
    ASSERT_TRUE(waitFor([&] { return view.isComplete(); }));
    view.manyChanged(false, {QStringLiteral("town")});
    EXPECT_TRUE(view.isComplete());
}

TEST_F(Reading, TheStoreFetchesManyAtOnceAndKnowsWhatIsGone) {
    Worker reader(database.spec(), Session::Access::ReadOnly);
    RecordStore store(table("visit"), &reader);
    int arrivals = 0;
    QObject::connect(&store, &RecordStore::recordsArrived, &store,
                     [&](const QList<Key>&) { ++arrivals; });
    for (qint64 id = 1; id <= 50; ++id)
        EXPECT_EQ(store.record(key(id)), nullptr);
    EXPECT_EQ(store.record(key(9999)), nullptr);
    ASSERT_TRUE(waitFor([&] { return store.record(key(50)) != nullptr; }));
    EXPECT_EQ(arrivals, 1);
    EXPECT_TRUE(store.isGone(key(9999)));
    store.change(key(1), key(1), {{QStringLiteral("town"), text("new")}});
    EXPECT_EQ(store.record(key(1))->values[1], text("new"));
    store.forget(key(1));
    EXPECT_EQ(store.record(key(1)), nullptr);
}

TEST_F(Reading, ABulkPreviewSaysOnlyWhatReallyChanges) {
    const Table& visit = desk.table(QStringLiteral("visit"));
    const auto preview = previewBulkUpdate(desk.session(), std::make_shared<const Table>(visit), {},
                                           {{{key(1), key(2), key(8), key(9999)}}, {}},
                                           {{{QStringLiteral("town"), text("town 1")}}, {}});
    ASSERT_TRUE(preview);
    EXPECT_EQ(preview->steps.size(), 1u);
    EXPECT_EQ(preview->unchanged, 2);
    EXPECT_EQ(preview->gone, std::vector<Key>{key(9999)});
    // What somebody changed since the preview is not overwritten.
    database.sqlite(QStringLiteral("UPDATE visit SET town = 'theirs' WHERE id = 2;"));
    const auto result =
        ChangeWriter(desk.session(), desk.catalog(), desk.rules())
            .write(bulkUpdateRequest(std::make_shared<const BulkPreview>(*preview)));
    ASSERT_FALSE(result);
    EXPECT_EQ(result.error().error.kind, ErrorKind::Conflict);
}

} // namespace
