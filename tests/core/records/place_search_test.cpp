// SPDX-License-Identifier: GPL-3.0-or-later
// Places in an ordered list, found by asking for the order of a few of its records.
#include "core/records/place_search.h"

#include "core/records/record_view.h"
#include "support/scratch.h"
#include "support/text.h"
#include "support/wait.h"

#include <QCoreApplication>
#include <QHash>
#include <QRandomGenerator>

#include <algorithm>

using namespace gravin;
using namespace gravin::test;

namespace {

// A list that somebody else keeps in order: what each record is ordered by, and who belongs to it.
class OrderedList {
public:
    explicit OrderedList(quint32 seed)
        : m_random(seed) {}

    qint64 below(qint64 most) { return m_random.bounded(static_cast<int>(most)); }
    void set(qint64 id, qint64 rank, bool listed) { m_records[id] = {rank, listed}; }
    void remove(qint64 id) { m_records.remove(id); }

    // As an engine would answer.
    std::vector<Key> inOrder(const std::vector<Key>& asked) const {
        std::vector<Key> found;
        for (const Key& each : asked) {
            const auto record = m_records.constFind(each[0].asInteger());
            if (record != m_records.cend() && record->second)
                found.push_back(each);
        }
        std::sort(found.begin(), found.end(),
                  [this](const Key& a, const Key& b) { return placeOf(a) < placeOf(b); });
        return found;
    }
    KeyIndex all() const {
        std::vector<Key> keys;
        for (auto record = m_records.begin(); record != m_records.end(); ++record)
            keys.push_back(key(record.key()));
        KeyIndex index;
        for (const Key& each : inOrder(keys))
            index.append(each);
        return index;
    }

private:
    std::pair<qint64, qint64> placeOf(const Key& key) const {
        return {m_records[key[0].asInteger()].first, key[0].asInteger()};
    }
    QRandomGenerator m_random;
    QHash<qint64, std::pair<qint64, bool>> m_records;
};

std::vector<qint64> numbersOf(const KeyIndex& index) {
    std::vector<qint64> numbers;
    for (qsizetype i = 0; i < index.size(); ++i)
        numbers.push_back(index.at(i)[0].asInteger());
    return numbers;
}

TEST(PlaceSearch, ComesToWhatReadingEverythingComesTo) {
    for (quint32 round = 0; round < 400; ++round) {
        OrderedList list(round);
        const qint64 size = list.below(round % 20 == 0 ? 3000 : 40);
        for (qint64 id = 0; id < size; ++id)
            list.set(id, list.below(10), list.below(8) > 0);
        const KeyIndex before = list.all();
        std::vector<Key> touched;
        for (qint64 i = 0; i < 1 + list.below(6); ++i) {
            const qint64 id = list.below(size + 3);
            if (std::find(touched.begin(), touched.end(), key(id)) != touched.end())
                continue;
            touched.push_back(key(id));
            if (list.below(6) == 0)
                list.remove(id);
            else
                list.set(id, list.below(10), list.below(5) > 0);
        }
        PlaceSearch search(before, touched);
        int questions = 0;
        while (!search.isDone()) {
            ASSERT_LT(++questions, 40);
            ASSERT_TRUE(search.take(list.inOrder(search.question()))) << round;
        }
        const auto after = search.result();
        EXPECT_EQ(numbersOf(after ? *after : before), numbersOf(list.all())) << round;
    }
}

TEST(PlaceSearch, TakesThreeQuestionsInAMillion) {
    KeyIndex index;
    for (qint64 id = 0; id < 1'000'000; ++id)
        index.appendInteger(2 * id);
    PlaceSearch search(index, {key(777'777)});
    int questions = 0;
    while (!search.isDone()) {
        ++questions;
        std::vector<Key> ordered = search.question();
        std::sort(ordered.begin(), ordered.end(),
                  [](const Key& a, const Key& b) { return a[0].asInteger() < b[0].asInteger(); });
        ASSERT_TRUE(search.take(ordered));
    }
    EXPECT_LE(questions, 3);
    const auto after = search.result();
    ASSERT_TRUE(after);
    EXPECT_EQ(after->size(), 1'000'001);
    EXPECT_EQ(after->positionOf(key(777'777)), 388'889);
}

TEST(PlaceSearch, NoticesThatTheListIsInAnotherOrder) {
    KeyIndex index;
    for (const qint64 id : {1, 2, 3, 4})
        index.append(key(id));
    PlaceSearch search(index, {key(9)});
    EXPECT_FALSE(search.take({key(4), key(3), key(2), key(1), key(9)}));
}

TEST(PlaceSearch, OneThatStaysChangesNothing) {
    KeyIndex index;
    for (const qint64 id : {1, 2, 3})
        index.append(key(id));
    PlaceSearch search(index, {key(2)});
    ASSERT_TRUE(search.take({key(1), key(2), key(3)}));
    EXPECT_TRUE(search.isDone());
    EXPECT_EQ(search.result(), nullptr);
}

TEST(KeyIndex, IsRearrangedInOnePass) {
    KeyIndex index;
    for (const qint64 id : {0, 1, 2, 3, 4, 5})
        index.append(key(id));
    const KeyIndex numbers = index.rearranged({0, 3}, {{0, key(10)}, {4, key(11)}, {6, key(12)}});
    EXPECT_EQ(numbersOf(numbers), (std::vector<qint64>{10, 1, 2, 11, 4, 5, 12}));
    const KeyIndex mixed = index.rearranged({5}, {{2, Key({text("x")})}});
    EXPECT_EQ(mixed.size(), 6);
    EXPECT_EQ(mixed.at(2), Key({text("x")}));
    EXPECT_EQ(mixed.at(5), key(4));
}

// A view on a real table, followed change by change.
class Placing : public ::testing::Test {
protected:
    Placing()
        : database(QStringLiteral(
              "CREATE TABLE boat (id INTEGER PRIMARY KEY, name TEXT, length NUMERIC, note TEXT);"
              "WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 500) "
              "INSERT INTO boat SELECT i, 'boat ' || (i % 37), i % 11, 'x' FROM n;"))
        , desk(database)
        , indexer(database.spec(), Session::Access::ReadOnly)
        , view(std::make_shared<const Table>(desk.table(name("boat"))), &indexer) {}

    void show(const RecordQuery& query) {
        view.setQuery(query);
        ASSERT_TRUE(waitFor([&] { return view.isComplete(); }));
        QObject::connect(&view, &RecordView::aboutToReset, &view, [this] { ++resets; });
        QObject::connect(&view, &RecordView::completed, &view, [this] { ++completions; });
    }
    // All that is under way has come.
    void settle() {
        for (int turn = 0; turn < 12; ++turn) {
            QCoreApplication::processEvents();
            indexer.drain();
            QCoreApplication::processEvents();
        }
    }
    std::vector<qint64> wanted() {
        std::vector<qint64> ids;
        EXPECT_TRUE(
            TableReader(desk.session(), view.table()).scanKeys(view.query(), [&](KeyIndex&& run) {
                for (const qint64 id : numbersOf(run))
                    ids.push_back(id);
                return true;
            }));
        return ids;
    }
    std::vector<qint64> listed() const {
        std::vector<qint64> ids;
        for (qsizetype row = 0; row < view.count(); ++row)
            ids.push_back(view.keyAt(row)[0].asInteger());
        return ids;
    }

    ScratchDatabase database;
    Desk desk;
    Worker indexer;
    RecordView view;
    int resets = 0;
    int completions = 0;
};

TEST_F(Placing, RandomChangesLeaveTheListAsReadingItAnewWould) {
    RecordQuery query;
    query.sort = {{name("name"), true}, {name("length")}};
    query.conditions = {name("length > 2")};
    query.search = name("boat 1");
    query.searched = {{name("name")}, {name("note")}};
    show(query);
    QRandomGenerator random(7);
    for (int round = 0; round < 120; ++round) {
        for (int i = random.bounded(3); i >= 0; --i) {
            const qint64 id = 1 + random.bounded(510);
            const bool isThere = !database.sqlite(name("SELECT 1 FROM boat WHERE id = %1").arg(id))
                                      .trimmed()
                                      .isEmpty();
            if (!isThere) {
                (void)database.sqlite(name("INSERT INTO boat VALUES (%1, 'boat 1%2', 5, '')")
                                          .arg(id)
                                          .arg(random.bounded(9)));
                view.recordInserted(key(id));
            } else if (random.bounded(5) == 0) {
                (void)database.sqlite(name("DELETE FROM boat WHERE id = %1").arg(id));
                view.recordDeleted(key(id));
            } else {
                (void)database.sqlite(
                    name("UPDATE boat SET name = 'boat %2', length = %3 WHERE id = %1")
                        .arg(id)
                        .arg(random.bounded(40))
                        .arg(random.bounded(9)));
                view.recordChanged(key(id), key(id), {name("name"), name("length")});
            }
        }
        settle();
        ASSERT_EQ(listed(), wanted()) << round;
        EXPECT_TRUE(view.isComplete()) << "it was not read anew";
    }
}

TEST_F(Placing, WhatDecidesNothingAsksNothing) {
    RecordQuery query;
    query.sort = {{name("length")}};
    query.conditions = {name("length > 2 AND name LIKE 'boat%'")};
    show(query);
    (void)database.sqlite(name("UPDATE boat SET note = 'y'"));
    view.recordChanged(key(5), key(5), {name("note")});
    view.manyChanged(false, {name("note")});
    settle();
    EXPECT_EQ(resets, 0);
    EXPECT_EQ(completions, 0);
    EXPECT_TRUE(view.isComplete());
    // By the condition too.
    (void)database.sqlite(name("UPDATE boat SET name = 'ship' WHERE id = 5"));
    view.recordChanged(key(5), key(5), {name("name")});
    settle();
    EXPECT_EQ(resets, 1);
    EXPECT_EQ(listed(), wanted());
}

TEST_F(Placing, AnotherKeyIsPlacedAndTheFormerGoes) {
    RecordQuery query;
    query.sort = {{name("name")}};
    show(query);
    (void)database.sqlite(name("UPDATE boat SET id = 9000 WHERE id = 20"));
    view.recordChanged(key(20), key(9000), {name("id")});
    settle();
    EXPECT_EQ(listed(), wanted());
    EXPECT_EQ(view.rowOf(key(20)), -1);
    EXPECT_EQ(resets, 1);
}

// What others did unseen meanwhile has the list read anew instead of put wrongly.
TEST_F(Placing, AListThatIsBehindIsReadAnew) {
    RecordQuery query;
    query.sort = {{name("length")}};
    show(query);
    (void)database.sqlite(name("UPDATE boat SET length = 100 - length"));
    view.recordChanged(key(5), key(5), {name("length")});
    ASSERT_TRUE(waitFor([&] { return completions > 0; }));
    settle();
    EXPECT_EQ(listed(), wanted());
}

} // namespace
