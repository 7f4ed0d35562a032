// SPDX-License-Identifier: GPL-3.0-or-later
// What the log alone cannot tell: that it was emptied, cut short, or written anew.
#include "core/changes/log/known_heads.h"
#include "support/scratch.h"
#include "support/text.h"

namespace gravin::test {
namespace {

class KnownHeadsTest : public ::testing::Test {
protected:
    KnownHeadsTest()
        : database(name("CREATE TABLE t (id INTEGER PRIMARY KEY, a TEXT);"
                        "INSERT INTO t VALUES (1, 'one');"))
        , heads(folder.filePath(name("heads"))) {}

    void change(const char* to) {
        Desk desk(database);
        EXPECT_TRUE(
            desk.write({Operation::Update, name("t"), key(1), {}, {{name("a"), text(to)}}}));
    }
    QString compared() {
        const auto session = database.open(Session::Access::ReadOnly);
        const auto lost = heads.compare(*session);
        EXPECT_TRUE(lost);
        return lost ? *lost : QString();
    }

    ScratchDatabase database;
    QTemporaryDir folder;
    KnownHeads heads;
};

TEST_F(KnownHeadsTest, ALogThatGrowsIsTheSame) {
    EXPECT_EQ(compared(), QString());
    for (const char* to : {"two", "three", "four"}) {
        change(to);
        EXPECT_EQ(compared(), QString());
    }
}

TEST_F(KnownHeadsTest, WhatIsMissingIsSaidUntilItIsAccepted) {
    change("two");
    change("three");
    EXPECT_EQ(compared(), QString());
    database.sqlite(name("DELETE FROM gravin_change WHERE id = 2; DELETE FROM gravin_entry WHERE "
                         "change_id = 2; DELETE FROM "
                         "gravin_seal WHERE change_id = 2;"));
    EXPECT_TRUE(compared().contains(name("lost its end")));
    change("other");
    EXPECT_TRUE(compared().contains(name("written anew")));
    EXPECT_TRUE(compared().contains(name("written anew"))) << "said once is not forgotten";
    database.sqlite(name("DELETE FROM gravin_seal;"));
    EXPECT_TRUE(compared().contains(name("not there any more")));
    database.sqlite(name("DROP TABLE gravin_seal;"));
    EXPECT_TRUE(compared().contains(name("not there any more")));
    ASSERT_TRUE(heads.accept(*database.open(Session::Access::ReadOnly)));
    EXPECT_EQ(compared(), QString());
}

} // namespace
} // namespace gravin::test
