// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/rollback.h"

#include "support/scratch.h"

using namespace gravin;
using namespace gravin::test;

namespace {

const QString A = QStringLiteral("a");
const QString B = QStringLiteral("b");
const QString T = QStringLiteral("t");

class RollbackTest : public ::testing::Test {
protected:
    RollbackTest()
        : database(QStringLiteral(
              "CREATE TABLE t (id INTEGER PRIMARY KEY, a TEXT, b INTEGER, up INTEGER "
              "REFERENCES t (id)); INSERT INTO t VALUES (1, 'one', 1, NULL), (2, 'two', 2, 1);"))
        , desk(database) {}

    qint64 set(qint64 id, const FieldValues& after) {
        const auto result = desk.write({Operation::Update, T, key(id), {}, after});
        EXPECT_TRUE(result);
        return result ? result->id : 0;
    }
    RollbackPlan plan(qint64 change) {
        return *planRollback(desk.session(), desk.catalog(), change);
    }
    RollbackState onlyState(qint64 change) { return plan(change).steps.at(0).state; }

    ScratchDatabase database;
    Desk desk;
    QString before = database.dump();
};

TEST_F(RollbackTest, RestoresAnUpdateAndLogsThatItDid) {
    const qint64 change = set(1, {{A, text("changed")}});
    const auto undone = desk.rollBack(change);
    ASSERT_TRUE(undone);
    EXPECT_EQ(undone->refersTo, change);
    EXPECT_EQ(database.dump(), before);
    EXPECT_EQ(ChangeLog(desk.session()).list({})->front().refersTo, change);
}

TEST_F(RollbackTest, CanItselfBeRolledBack) {
    const qint64 change = set(1, {{A, text("changed")}});
    const QString changed = database.dump();
    const auto undone = desk.rollBack(change);
    ASSERT_TRUE(desk.rollBack(undone->id));
    EXPECT_EQ(database.dump(), changed);
}

TEST_F(RollbackTest, NeverOverwritesALaterChangeUnasked) {
    const qint64 first = set(1, {{A, text("first")}});
    const qint64 second = set(1, {{A, text("second")}});
    const RollbackPlan clash = plan(first);
    ASSERT_EQ(clash.steps.at(0).state, RollbackState::ChangedSince);
    EXPECT_EQ(clash.steps.at(0).changedBy, second);
    EXPECT_FALSE(clash.isClean());
    EXPECT_EQ(desk.rollBack(first).error().error.kind, ErrorKind::Refused);
    EXPECT_EQ(desk.rollBack(first, OnConflict::Skip)->id, 0);
    ASSERT_TRUE(desk.rollBack(first, OnConflict::Overwrite));
    EXPECT_EQ(database.dump(), before);
}

TEST_F(RollbackTest, LeavesOtherFieldsOfALaterChangeAlone) {
    const qint64 first = set(1, {{A, text("first")}});
    set(1, {{B, Value::integer(77)}});
    ASSERT_TRUE(desk.rollBack(first));
    EXPECT_EQ(desk.read(T, key(1)).values[1], text("one"));
    EXPECT_EQ(desk.read(T, key(1)).values[2], Value::integer(77));
}

TEST_F(RollbackTest, NoticesWritesThatTheLogDoesNotKnow) {
    const qint64 change = set(1, {{A, text("mine")}});
    database.sqlite(QStringLiteral("UPDATE t SET a = 'outside' WHERE id = 1;"));
    EXPECT_EQ(plan(change).steps.at(0).state, RollbackState::ChangedSince);
    EXPECT_EQ(plan(change).steps.at(0).changedBy, 0);
}

TEST_F(RollbackTest, FindsRecordsThatAreGoneOrAlreadySo) {
    const qint64 change = set(2, {{A, text("changed")}});
    set(2, {{A, text("two")}});
    EXPECT_EQ(onlyState(change), RollbackState::AlreadySo);
    EXPECT_EQ(desk.rollBack(change)->id, 0);
    ASSERT_TRUE(desk.write({Operation::Delete, T, key(2), {}, {}}));
    EXPECT_EQ(onlyState(change), RollbackState::RecordGone);
}

TEST_F(RollbackTest, FindsKeysThatAreTaken) {
    const auto deleted = desk.write({Operation::Delete, T, key(2), {}, {}});
    ASSERT_TRUE(deleted);
    database.sqlite(QStringLiteral("INSERT INTO t VALUES (2, 'squatter', 0, NULL);"));
    EXPECT_EQ(onlyState(deleted->id), RollbackState::KeyTaken);
    ASSERT_TRUE(desk.rollBack(deleted->id, OnConflict::Overwrite));
    EXPECT_EQ(database.dump(), before);
}

TEST_F(RollbackTest, IsHeldByReferencesToWhatItWouldTakeAway) {
    const auto added = desk.write({Operation::Insert, T, {}, {}, {{A, text("three")}}});
    set(2, {{QStringLiteral("up"), Value::integer(3)}});
    EXPECT_EQ(onlyState(added->id), RollbackState::Held);
    EXPECT_FALSE(desk.rollBack(added->id, OnConflict::Overwrite));
}

TEST_F(RollbackTest, IsHeldByReferencesThatWouldPointNowhere) {
    const qint64 moved = set(2, {{QStringLiteral("up"), Value()}});
    ASSERT_TRUE(desk.write({Operation::Delete, T, key(1), {}, {}}));
    EXPECT_EQ(onlyState(moved), RollbackState::Held);
}

TEST_F(RollbackTest, BringsBackAParentWithItsChildren) {
    const auto deleted = desk.write({Operation::Delete, T, key(1), {}, {}, true});
    ASSERT_TRUE(deleted);
    EXPECT_EQ(deleted->records.size(), 2u);
    ASSERT_TRUE(desk.rollBack(deleted->id));
    EXPECT_EQ(database.dump(), before);
}

TEST_F(RollbackTest, FollowsAChangedKey) {
    const qint64 moved = set(2, {{QStringLiteral("id"), Value::integer(20)}});
    EXPECT_FALSE(desk.exists(T, key(2)));
    ASSERT_TRUE(desk.rollBack(moved));
    EXPECT_EQ(database.dump(), before);
}

// A trigger may demand an order that no declared reference tells of.
TEST_F(RollbackTest, TriesAgainWhatATriggerRefusesAtFirst) {
    database.sqlite(QStringLiteral(
        "CREATE TABLE need (id INTEGER PRIMARY KEY, t_id INTEGER); INSERT INTO need VALUES (1, 2);"
        "CREATE TRIGGER needs BEFORE INSERT ON need WHEN NOT EXISTS (SELECT 1 FROM t WHERE id = "
        "new.t_id) BEGIN SELECT RAISE(ABORT, 'not found'); END;"));
    const QString whole = database.dump();
    Desk later(database);
    const auto deleted = later.write(
        std::vector<RecordEdit>{{Operation::Delete, T, key(2), {}, {}},
                                {Operation::Delete, QStringLiteral("need"), key(1), {}, {}}});
    ASSERT_TRUE(deleted);
    const auto undone = later.rollBack(deleted->id);
    ASSERT_TRUE(undone) << qPrintable(undone.error().error.detail);
    EXPECT_EQ(database.dump(), whole);
}

TEST_F(RollbackTest, SaysThatThereIsNoSuchChange) {
    EXPECT_EQ(desk.rollBack(5).error().error.kind, ErrorKind::NotFound);
    set(1, {{A, text("x")}});
    EXPECT_EQ(desk.rollBack(5).error().error.kind, ErrorKind::NotFound);
}

} // namespace
