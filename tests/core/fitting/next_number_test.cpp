// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/next_number.h"

#include "support/scratch.h"
#include "support/text.h"

using namespace gravin;
using namespace gravin::test;

namespace {

TEST(NextNumber, CountsWithinTheRestOfTheKey) {
    const ScratchDatabase database(
        name("CREATE TABLE a (id INTEGER PRIMARY KEY);"
             "CREATE TABLE line (a_id INTEGER NOT NULL REFERENCES a (id), place INTEGER NOT NULL, "
             "word TEXT, PRIMARY KEY (a_id, place));"
             "CREATE TABLE bare (number BIGINT NOT NULL PRIMARY KEY, n INTEGER);"
             "INSERT INTO a VALUES (1), (2);"
             "INSERT INTO line VALUES (1, 1, NULL), (1, 7, NULL), (2, 9223372036854775807, NULL);"
             "INSERT INTO bare VALUES (3, NULL)"));
    const auto session = database.open();
    const Catalog catalog = *session->readCatalog();
    const Table& line = *catalog.table(name("line"));
    EXPECT_EQ(countsWithin(line, name("place")), QStringList{name("a_id")});
    EXPECT_FALSE(countsWithin(line, name("a_id"))) << "it refers to another record";
    EXPECT_FALSE(countsWithin(line, name("word")));
    EXPECT_FALSE(countsWithin(line, name("none")));
    EXPECT_FALSE(countsWithin(*catalog.table(name("a")), name("id"))) << "the database gives it";
    const Table& bare = *catalog.table(name("bare"));
    EXPECT_EQ(countsWithin(bare, name("number")), QStringList());

    const auto next = [&](qint64 a) {
        return *nextNumber(*session, line, name("place"), {{name("a_id"), Value::integer(a)}});
    };
    EXPECT_EQ(next(1), 8);
    EXPECT_EQ(next(5), 1) << "nothing is stored of it";
    EXPECT_EQ(next(2), std::nullopt) << "there is none behind the last";
    EXPECT_EQ(*nextNumber(*session, line, name("place"), {}), std::nullopt);
    EXPECT_EQ(*nextNumber(*session, bare, name("number"), {}), 4);
}

} // namespace
