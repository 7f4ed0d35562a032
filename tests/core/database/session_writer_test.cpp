// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/session_writer.h"

#include "support/scratch.h"
#include "support/writes.h"

namespace gravin {
namespace {

using test::ScratchDatabase;
using test::writerOf;

template <typename S>
concept Executes = requires(S session) {
    session.execute(QString());
};
template <typename S>
concept Inserts = requires(S session) {
    session.insert(QString(), QVariantList(), QStringList());
};
template <typename S>
concept Commands = requires(S session) {
    session.command(QString());
};

// What writes does not compile outside of those whom SessionWriter names.
static_assert(!Executes<Session&> && !Inserts<Session&> && !Commands<Session&>);
static_assert(Executes<SessionWriter&> && Inserts<SessionWriter&> && Commands<SessionWriter&>);
static_assert(!std::is_constructible_v<SessionWriter, Session&>);
static_assert(!std::is_copy_constructible_v<SessionWriter>);

TEST(SessionWriter, ATransactionThatIsNotCommittedLeavesNothing) {
    const ScratchDatabase database(QStringLiteral("CREATE TABLE t (a)"));
    const auto session = database.open();
    SessionWriter writer = writerOf(session);
    {
        WriteTransaction transaction(writer);
        ASSERT_TRUE(transaction.begin(false));
        ASSERT_TRUE(writer.execute(QStringLiteral("INSERT INTO t VALUES (?)"), {1}));
    }
    EXPECT_EQ(database.sqlite(QStringLiteral("SELECT count(*) FROM t")).trimmed(), u"0");
    WriteTransaction transaction(writer);
    ASSERT_TRUE(transaction.begin(false));
    ASSERT_TRUE(writer.execute(QStringLiteral("INSERT INTO t VALUES (?)"), {1}));
    ASSERT_TRUE(transaction.commit());
    EXPECT_EQ(database.sqlite(QStringLiteral("SELECT count(*) FROM t")).trimmed(), u"1");
}

TEST(SessionWriter, AStepIsTakenBackAlone) {
    const ScratchDatabase database(QStringLiteral("CREATE TABLE t (a)"));
    const auto session = database.open();
    SessionWriter writer = writerOf(session);
    WriteTransaction transaction(writer);
    ASSERT_TRUE(transaction.begin(false));
    ASSERT_TRUE(writer.execute(QStringLiteral("INSERT INTO t VALUES (1)")));
    ASSERT_TRUE(writer.setSavepoint());
    ASSERT_TRUE(writer.execute(QStringLiteral("INSERT INTO t VALUES (2)")));
    ASSERT_TRUE(writer.returnToSavepoint());
    ASSERT_TRUE(writer.setSavepoint());
    ASSERT_TRUE(writer.execute(QStringLiteral("INSERT INTO t VALUES (3)")));
    ASSERT_TRUE(writer.keepSavepoint());
    ASSERT_TRUE(transaction.commit());
    EXPECT_EQ(database.sqlite(QStringLiteral("SELECT group_concat(a) FROM t")).trimmed(), u"1,3");
}

// A log that was made within it is gone with it, and is asked for again.
TEST(SessionWriter, WhatATransactionMadeOfTheLogGoesWithIt) {
    const ScratchDatabase database;
    const auto session = database.open();
    SessionWriter writer = writerOf(session);
    {
        WriteTransaction transaction(writer);
        ASSERT_TRUE(transaction.begin(false));
        ASSERT_TRUE(ChangeLog(*session).createTables(writer, {}));
        EXPECT_TRUE(*session->hasChangeLog());
    }
    EXPECT_FALSE(*session->hasChangeLog());
}

TEST(SessionWriter, AReadingSessionExecutesNothingThatWrites) {
    const ScratchDatabase database(QStringLiteral("CREATE TABLE t (a)"));
    const auto session = database.open(Session::Access::ReadOnly);
    const auto refused = writerOf(session).execute(QStringLiteral("INSERT INTO t VALUES (1)"));
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().kind, ErrorKind::ReadOnly);
}

} // namespace
} // namespace gravin
