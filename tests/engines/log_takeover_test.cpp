// SPDX-License-Identifier: GPL-3.0-or-later
// A change log of the former layout is brought into the present one, all of it or nothing.
#include "core/changes/as_it_was.h"
#include "core/changes/log/log_takeover.h"
#include "support/former_log.h"

using namespace gravin;
using namespace gravin::test;

namespace {

class LogTakeoverTest : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name("CREATE TABLE buoy (id INTEGER PRIMARY KEY, name VARCHAR(40), depth "
                           "INTEGER);"
                           "CREATE TABLE note (code VARCHAR(20) PRIMARY KEY, words VARCHAR(40));"
                           "INSERT INTO buoy VALUES (1, 'Tern', 4), (2, 'Skua', 7);"
                           "INSERT INTO note VALUES ('a', 'first');"));
        Desk desk = open();
        // Changes of every kind; the fourth changes a key.
        write(desk, {{Operation::Update, name("buoy"), key(1), {}, {{name("name"), text("Ebb")}}}});
        write(desk, {{Operation::Insert,
                      name("buoy"),
                      {},
                      {},
                      {{name("id"), Value::integer(3)}, {name("depth"), Value::null()}}},
                     {Operation::Update,
                      name("buoy"),
                      key(2),
                      {},
                      {{name("name"), Value::null()}, {name("depth"), Value::integer(8)}}}});
        write(desk, {{Operation::Delete, name("buoy"), key(3), {}, {}}});
        write(
            desk,
            {{Operation::Update, name("note"), Key({text("a")}), {}, {{name("code"), text("b")}}}});
        write(desk, {{Operation::Update,
                      name("note"),
                      Key({text("b")}),
                      {},
                      {{name("words"), text("second")}}}});
        said = saidBy(desk);
    }

    Desk open() const { return Desk(database->open()); }
    static void write(Desk& desk, std::vector<RecordEdit> edits) {
        const auto written = desk.write(std::move(edits));
        ASSERT_TRUE(written) << qPrintable(written.error().error.sentence +
                                           written.error().error.detail);
    }
    // All that a log says, without the accounts.
    static QString saidBy(Desk& desk) {
        QString all;
        const auto changes = ChangeLog(desk.session()).list({});
        for (const ChangeSummary& change : *changes) {
            all += QStringLiteral("%1 %2 %3 %4\n")
                       .arg(change.id)
                       .arg(change.action, change.at)
                       .arg(change.records);
            const auto whole = ChangeLog(desk.session()).change(change.id, desk.catalog());
            for (const RecordChange& record : whole->records) {
                all += record.table + u' ' + record.key.encoded() + u' ' +
                       operationName(record.operation);
                for (auto field = record.before.begin(); field != record.before.end(); ++field)
                    all += u' ' + field.key() + u'-' + field->encoded();
                for (auto field = record.after.begin(); field != record.after.end(); ++field)
                    all += u' ' + field.key() + u'+' + field->encoded();
                all += u'\n';
            }
        }
        return all;
    }
    // The next change takes the log over.
    void expectTakenOver() {
        Desk desk = open();
        EXPECT_EQ(saidBy(desk), said) << "it can be read as it is";
        EXPECT_EQ(*desk.session().logLayout(), Session::LogLayout::Former);
        write(
            desk,
            {{Operation::Update, name("buoy"), key(1), {}, {{name("depth"), Value::integer(5)}}}});
        EXPECT_EQ(*desk.session().logLayout(), Session::LogLayout::Present);
        EXPECT_TRUE(saidBy(desk).endsWith(said));
        const auto verified = LogVerifier(desk.session()).verify({});
        for (const LogDamage& damage : verified->damages)
            ADD_FAILURE() << qPrintable(damage.reason);
        EXPECT_EQ(verified->changes, 6);
        // A record is followed through the change of its key, which was before.
        const auto history = ChangeLog(desk.session())
                                 .historyOf(desk.table(name("note")), Key({text("b")}),
                                            name("code"), desk.catalog());
        ASSERT_EQ(history->size(), 1U);
        EXPECT_EQ(history->front().change.id, 4);
        for (qint64 change = 6; change >= 1; --change)
            EXPECT_TRUE(desk.rollBack(change)) << change;
        EXPECT_EQ(desk.read(name("buoy"), key(1)).values[1], text("Tern"));
        EXPECT_TRUE(desk.exists(name("note"), Key({text("a")})));
        EXPECT_GT(database->run(name("SELECT count(*) FROM gravin_entry")).trimmed().toInt(), 10);
        auto former = database->open();
        EXPECT_FALSE(former->select(name("SELECT 1 FROM gravin_field"), {},
                                    [](const QSqlQuery&) { return true; }));
    }

    QString said;
};

TEST_P(LogTakeoverTest, ALogIsTakenOverWithTheNextChange) {
    makeFormer(*database, FormerLog::WithSealsApart);
    expectTakenOver();
}

TEST_P(LogTakeoverTest, ALogFromBeforeTheHashesToo) {
    makeFormer(*database, FormerLog::WithoutSeals);
    expectTakenOver();
}

TEST_P(LogTakeoverTest, ItIsStoppedAndNothingWasDone) {
    makeFormer(*database, FormerLog::WithSealsApart);
    Desk desk = open();
    SessionWriter writer = writerOf(desk.session());
    const auto stop = [](qint64, qint64 of) {
        EXPECT_EQ(of, 6);
        return false;
    };
    if (desk.session().dialect().createsTablesInTransactions()) {
        WriteTransaction transaction(writer);
        ASSERT_TRUE(transaction.begin(false));
        EXPECT_EQ(LogTakeover(writer, desk.catalog()).run(stop).error().kind, ErrorKind::Cancelled);
    } else {
        EXPECT_EQ(LogTakeover(writer, desk.catalog()).run(stop).error().kind, ErrorKind::Cancelled);
    }
    EXPECT_EQ(saidBy(desk), said);
    expectTakenOver();
}

TEST_P(LogTakeoverTest, DamageStaysTheDamageThatItWas) {
    makeFormer(*database, FormerLog::WithSealsApart);
    database->run(name("UPDATE gravin_field SET new_value = 'i:9' WHERE change_id = 2 AND "
                       "column_name = 'depth';"));
    Desk desk = open();
    const auto before = LogVerifier(desk.session()).verify({});
    ASSERT_EQ(before->damages.size(), 1U);
    write(desk,
          {{Operation::Update, name("buoy"), key(1), {}, {{name("depth"), Value::integer(5)}}}});
    const auto after = LogVerifier(desk.session()).verify({});
    ASSERT_EQ(after->damages.size(), 1U);
    EXPECT_EQ(after->damages.front().change, 2);
}

TEST_P(LogTakeoverTest, WhatNoLogCanHoldIsNotTakenOver) {
    makeFormer(*database, FormerLog::WithSealsApart);
    database->run(name("UPDATE gravin_record SET seq = -1 WHERE change_id = 1;"
                       "UPDATE gravin_field SET seq = -1 WHERE change_id = 1;"));
    Desk desk = open();
    const auto refused = desk.write(
        {Operation::Update, name("buoy"), key(1), {}, {{name("depth"), Value::integer(5)}}});
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().error.kind, ErrorKind::Damaged)
        << qPrintable(refused.error().error.sentence + refused.error().error.detail);
    EXPECT_EQ(database->run(name("SELECT depth FROM buoy WHERE id = 1")).trimmed(), u"4");
    EXPECT_EQ(*open().session().logLayout(), Session::LogLayout::Former);
}

TEST_P(LogTakeoverTest, ALayoutThatIsNotKnownYetIsRefusedInWords) {
    Desk desk = open();
    Desk other = open(); // has not looked yet
    write(desk,
          {{Operation::Update, name("buoy"), key(1), {}, {{name("depth"), Value::integer(5)}}}});
    database->run(name("UPDATE gravin_log SET version = %1;").arg(LogVersion::Newest + 1));
    for (Desk* each : {&desk, &other}) {
        const auto refused = each->write(
            {Operation::Update, name("buoy"), key(1), {}, {{name("depth"), Value::integer(6)}}});
        ASSERT_FALSE(refused);
        EXPECT_EQ(refused.error().error.kind, ErrorKind::ReadOnly);
        EXPECT_TRUE(refused.error().error.sentence.contains(name("newer Gravin")))
            << qPrintable(refused.error().error.sentence);
    }
    EXPECT_EQ(database->run(name("SELECT depth FROM buoy WHERE id = 1")).trimmed(), u"5");
    EXPECT_FALSE(ChangeLog(other.session()).list({}));
}

TEST_P(LogTakeoverTest, WhoseAccountItWasIsKeptAndSealed) {
    Desk desk = open();
    const auto changes = *ChangeLog(desk.session()).list({});
    ASSERT_FALSE(changes.empty());
    EXPECT_FALSE(changes.front().account.isEmpty());
    EXPECT_EQ(changes.front().account, desk.session().account());
    database->run(name("UPDATE gravin_change SET account = 'somebody' WHERE id = 2;"));
    EXPECT_FALSE(LogVerifier(desk.session()).verify({})->isIntact());
}

INSTANTIATE_TEST_SUITE_P(Engines, LogTakeoverTest,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
