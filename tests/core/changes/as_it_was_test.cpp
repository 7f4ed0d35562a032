// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/as_it_was.h"
#include "core/changes/log/log_marks.h"
#include "support/scratch.h"
#include "support/text.h"

#include <chrono>
#include <thread>

using namespace gravin;
using namespace gravin::test;

namespace {

class AsItWasTest : public ::testing::Test {
protected:
    AsItWasTest()
        : database(name("CREATE TABLE t (id INTEGER PRIMARY KEY, a TEXT, n INTEGER);"
                        "INSERT INTO t VALUES (1, 'one', 1), (2, 'two', 2), (3, 'three', 3);"))
        , desk(database) {}

    // All records then, as "1 one 1".
    QStringList then(qint64 after, const RecordQuery& query = {}) {
        const auto was = lookBack(desk.session(), desk.catalog(), desk.table(T), after);
        EXPECT_TRUE(was) << qPrintable(was.error().sentence + was.error().detail);
        QStringList lines;
        const Status read = TableReader(desk.session(), *was->table)
                                .scanValues(query, was->table->columns, [&](auto&& values) {
                                    QStringList parts;
                                    for (const Value& value : values)
                                        parts += value.encoded();
                                    lines += parts.join(u' ');
                                    return true;
                                });
        EXPECT_TRUE(read) << qPrintable(read.error().sentence + read.error().detail);
        return lines;
    }

    void write(RecordEdit edit) { write(std::vector{std::move(edit)}); }
    void write(std::vector<RecordEdit> edits) { EXPECT_TRUE(desk.write(std::move(edits))); }

    static inline const QString T = name("t");
    ScratchDatabase database;
    Desk desk;
};

TEST_F(AsItWasTest, ShowsEveryMomentAndWhatDiffers) {
    const QStringList first{name("i1 tone i1"), name("i2 ttwo i2"), name("i3 tthree i3")};
    EXPECT_EQ(then(0), first);
    write({Operation::Update, T, key(2), {}, {{name("a"), text("zwei")}}});        // 1
    write({Operation::Delete, T, key(1), {}, {}});                                 // 2
    write({Operation::Insert, T, {}, {}, {{name("a"), text("new")}}});             // 3
    write({Operation::Update, T, key(3), {}, {{name("id"), Value::integer(30)}}}); // 4
    EXPECT_EQ(then(0), first);
    EXPECT_EQ(then(2), (QStringList{name("i2 tzwei i2"), name("i3 tthree i3")}));
    EXPECT_EQ(then(4),
              (QStringList{name("i2 tzwei i2"), name("i4 tnew n"), name("i30 tthree i3")}));
    const auto was = lookBack(desk.session(), desk.catalog(), desk.table(T), 0);
    EXPECT_EQ(was->count(Difference::Changed), 1);
    EXPECT_EQ(was->count(Difference::Gone), 2) << "with the one that has another key now";
    EXPECT_EQ(was->count(Difference::Added), 2);
    EXPECT_EQ(was->differences.value(key(2)), Difference::Changed);
    EXPECT_EQ(was->differences.value(key(4)), Difference::Added);
    EXPECT_FALSE(was->table->readOnlyReason().isEmpty());
}

TEST_F(AsItWasTest, IsFilteredSortedAndSearched) {
    write({Operation::Update, T, key(2), {}, {{name("n"), Value::integer(20)}}});
    write({Operation::Delete, T, key(3), {}, {}});
    RecordQuery query;
    query.conditions = {name("n >= 2")};
    query.sort = {{name("n"), true}};
    EXPECT_EQ(then(0, query), (QStringList{name("i3 tthree i3"), name("i2 ttwo i2")}));
    query = {};
    query.search = name("TW");
    query.searched = {{name("a")}};
    EXPECT_EQ(then(0, query), QStringList{name("i2 ttwo i2")});
}

TEST_F(AsItWasTest, MomentsAreChangesOrTimes) {
    write({Operation::Delete, T, key(1), {}, {}});
    std::this_thread::sleep_for(std::chrono::milliseconds(5));
    write({Operation::Delete, T, key(2), {}, {}});
    EXPECT_EQ(*momentFrom(desk.session(), name("1")), 1);
    EXPECT_EQ(*momentFrom(desk.session(), name("2001-01-01")), 0);
    EXPECT_EQ(*momentFrom(desk.session(), name("2199-12-31T10:00:00Z")), 2);
    EXPECT_EQ(momentFrom(desk.session(), name("yesterday")).error().kind, ErrorKind::Usage);
    const QString at = ChangeLog(desk.session()).list({})->back().at;
    EXPECT_EQ(*momentFrom(desk.session(), at.left(23) + u'Z'), 1) << qPrintable(at);
}

TEST_F(AsItWasTest, WhatWasTrimmedCannotBeShown) {
    write({Operation::Delete, T, key(1), {}, {}});
    ConnectionSpec spec = database.spec();
    spec.mayTrim = true;
    auto session = Session::open(spec, Session::Access::ReadWrite);
    ASSERT_TRUE(session);
    ASSERT_TRUE(LogMarks(**session, desk.catalog()).trim(1, {}));
    EXPECT_EQ(lookBack(desk.session(), desk.catalog(), desk.table(T), 0).error().kind,
              ErrorKind::NotFound);
    EXPECT_TRUE(lookBack(desk.session(), desk.catalog(), desk.table(T), 1));
}

} // namespace
