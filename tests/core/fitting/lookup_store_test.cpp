// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/lookup_store.h"

#include "support/scratch.h"
#include "support/text.h"
#include "support/wait.h"

#include <gtest/gtest.h>

using namespace gravin;
using namespace gravin::test;

namespace {

class LookupStoreTest : public ::testing::Test {
protected:
    LookupStoreTest()
        : m_database(name("CREATE TABLE sector (id INTEGER PRIMARY KEY, name TEXT, head TEXT, "
                          "open BOOLEAN);"
                          "INSERT INTO sector VALUES (1, 'Outer', 'Ines', 1), (2, 'Inner', 'Omar', "
                          "1), (3, 'Closed', 'Omar', 0), (4, 'inner north', 'Edda', 1);"))
        , m_reader(m_database.spec(), Session::Access::ReadOnly)
        , m_catalog(std::make_shared<const Catalog>(*m_database.open()->readCatalog())) {}

    Lookup lookup() const {
        Lookup lookup;
        lookup.table = name("sector");
        lookup.storedColumn = name("id");
        lookup.shownColumns = {name("name"), name("head")};
        return lookup;
    }
    // What is offered for these words: the first shown texts.
    QStringList offered(LookupStore& store, const char* words, qint64 offset = 0, int limit = 10) {
        QStringList shown;
        bool isAnswered = false;
        store.find(m_search, name(words), offset, limit, &m_context, [&](const auto& entries) {
            isAnswered = true;
            EXPECT_TRUE(entries) << entries.error().sentence.toStdString();
            for (const LookupStore::Entry& entry : entries ? *entries : QList<LookupStore::Entry>())
                shown += entry.shown.value(0);
        });
        EXPECT_TRUE(waitFor([&] { return isAnswered; }));
        return shown;
    }

    ScratchDatabase m_database;
    Worker m_reader;
    std::shared_ptr<const Catalog> m_catalog;
    QObject m_context;
    LookupStore::Search m_search;
};

TEST_F(LookupStoreTest, OffersInTheOrderOfWhatIsShown) {
    LookupStore store(lookup(), {}, m_catalog, &m_reader);
    const QStringList all = offered(store, "");
    EXPECT_EQ(all.size(), 4);
    EXPECT_EQ(all.front(), name("Closed"));
    EXPECT_EQ(offered(store, "", 1, 2).size(), 2);
    EXPECT_EQ(offered(store, "", 1, 1).front(), all[1]);
    EXPECT_TRUE(offered(store, "", 9).isEmpty());
}

TEST_F(LookupStoreTest, EveryWordCountsInWhateverColumnAndCase) {
    LookupStore store(lookup(), {}, m_catalog, &m_reader);
    EXPECT_EQ(offered(store, "inner"), (QStringList{name("Inner"), name("inner north")}));
    EXPECT_EQ(offered(store, "INNER edda"), (QStringList{name("inner north")}));
    EXPECT_EQ(offered(store, "omar"), (QStringList{name("Closed"), name("Inner")}));
    EXPECT_TRUE(offered(store, "%").isEmpty()) << "no wildcard";
}

TEST_F(LookupStoreTest, ConditionsAndOrderAreTheDevelopers) {
    Lookup some = lookup();
    some.conditions = {{name("open"), name("yes")}};
    some.sortColumn = name("id");
    some.sortDescending = true;
    LookupStore store(some, {}, m_catalog, &m_reader);
    EXPECT_EQ(offered(store, ""), (QStringList{name("inner north"), name("Inner"), name("Outer")}));
}

TEST_F(LookupStoreTest, ShowsAStoredValueWhenItIsHere) {
    LookupStore store(lookup(), {}, m_catalog, &m_reader);
    int arrivals = 0;
    QObject::connect(&store, &LookupStore::arrived, &m_context, [&] { ++arrivals; });
    EXPECT_EQ(store.shownFor(Value::integer(2)), QString()) << "on its way";
    EXPECT_EQ(store.shownFor(Value::integer(77)), QString());
    ASSERT_TRUE(waitFor([&] { return arrivals > 0; }));
    EXPECT_EQ(store.shownFor(Value::integer(2)), name("Inner"));
    EXPECT_EQ(store.shownFor(Value::integer(77)), QString()) << "no such record";
    EXPECT_EQ(arrivals, 1) << "both were read at once";
}

TEST_F(LookupStoreTest, WhatChangedIsReadAnewAndStaysUntilItIsHere) {
    LookupStore store(lookup(), {}, m_catalog, &m_reader);
    int arrivals = 0;
    QObject::connect(&store, &LookupStore::arrived, &m_context, [&] { ++arrivals; });
    (void)store.shownFor(Value::integer(2));
    ASSERT_TRUE(waitFor([&] { return arrivals == 1; }));
    m_database.sqlite(name("UPDATE sector SET name = 'Middle' WHERE id = 2;"));
    store.refresh();
    EXPECT_EQ(arrivals, 2) << "it is to be asked for anew";
    EXPECT_EQ(store.shownFor(Value::integer(2)), name("Inner"));
    ASSERT_TRUE(waitFor([&] { return arrivals == 3; }));
    EXPECT_EQ(store.shownFor(Value::integer(2)), name("Middle"));
}

TEST_F(LookupStoreTest, OnlyTheNewestSearchIsAnswered) {
    LookupStore store(lookup(), {}, m_catalog, &m_reader);
    int first = 0;
    store.find(m_search, name("outer"), 0, 10, &m_context, [&](const auto&) { ++first; });
    EXPECT_EQ(offered(store, "closed"), (QStringList{name("Closed")}));
    m_reader.drain();
    QCoreApplication::processEvents();
    EXPECT_EQ(first, 0);
}

TEST_F(LookupStoreTest, ATableThatIsGoneIsToldAndOffersNothing) {
    Lookup gone = lookup();
    gone.table = name("wreck");
    LookupStore store(gone, {}, m_catalog, &m_reader);
    std::optional<Error> error;
    store.find(m_search, {}, 0, 10, &m_context, [&](const auto& entries) {
        if (!entries)
            error = entries.error();
    });
    ASSERT_TRUE(waitFor([&] { return error.has_value(); }));
    EXPECT_FALSE(error->sentence.isEmpty());
}

} // namespace
