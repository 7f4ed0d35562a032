// SPDX-License-Identifier: GPL-3.0-or-later
// Many records written by the engine at once: the same in the tables, in the log and in its hashes
// as record by record, and done record by record wherever that is not certain.
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/log/log_verification.h"
#include "core/changes/rollback.h"
#include "support/engines.h"
#include "support/scratch.h"

namespace gravin::test {
namespace {

constexpr int RatesInAll = 2410;

class SetWiseWriting : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name("CREATE TABLE rate (id INTEGER PRIMARY KEY, code VARCHAR(40) NOT NULL, "
                           "day_rate DECIMAL(9,2), lots INTEGER, remark VARCHAR(200));"));
        QStringList rows;
        for (int i = 1; i <= RatesInAll; ++i)
            rows += QStringLiteral("(%1, 'R-%1', %2.%3, %4, %5)")
                        .arg(i)
                        .arg(i % 900)
                        .arg(i % 100, 2, 10, QLatin1Char('0'))
                        .arg(i % 5 == 0 ? name("NULL") : QString::number(i % 17))
                        .arg(i % 3 == 0   ? name("NULL")
                             : i % 3 == 1 ? name("'Лоцман ''A'' \\ 1,2'")
                                          : name("''"));
        database->run(name("INSERT INTO rate VALUES ") + rows.join(QStringLiteral(", ")) +
                      name(";"));
        desk = std::make_unique<Desk>(database->open());
        before = everything();
    }

    const Table& rate() const { return desk->table(name("rate")); }
    // A line for each record, exact.
    QStringList everything() {
        QStringList all;
        const auto records = TableReader(desk->session(), rate()).range({}, 0, -1);
        for (const Record& record : *records)
            all += Key(record.values).encoded();
        return all;
    }
    // The first line in which they differ; empty: none.
    static QString difference(const QStringList& a, const QStringList& b) {
        const auto [one, other] = std::mismatch(a.begin(), a.end(), b.begin(), b.end());
        if (one == a.end() && other == b.end())
            return {};
        return (one == a.end() ? name("nothing") : *one) + name(" / ") +
               (other == b.end() ? name("nothing") : *other);
    }
    std::shared_ptr<const BulkPreview> preview(const BulkValues& values) {
        auto made = previewBulkUpdate(desk->session(), std::make_shared<const Table>(rate()),
                                      desk->rules().value(name("rate")), {}, values);
        EXPECT_TRUE(made) << qPrintable(made ? QString() : made.error().sentence);
        return std::make_shared<const BulkPreview>(std::move(*made));
    }
    BulkValues set(std::initializer_list<std::pair<const char*, const char*>> expressions) {
        BulkValues values;
        for (const auto& [column, expression] : expressions)
            values.set.insert(name(column), *bindExpression(name(expression), rate()));
        return values;
    }
    WriteResult run(const ChangeRequest& request) {
        ChangeWriter writer(desk->session(), desk->catalog(), desk->rules());
        auto written = writer.write(request);
        wroteSetWise = writer.wroteSetWise();
        return written;
    }
    // The change, without what only belongs to its place in the log.
    std::vector<RecordChange> logged(qint64 id) {
        return ChangeLog(desk->session()).change(id, desk->catalog())->records;
    }
    bool isIntact() { return LogVerifier(desk->session()).verify({})->isIntact(); }
    bool hasWay() { return desk->session().setWise() != nullptr; }

    // Both ways, one after the other, each taken back.
    void isTheSame(const BulkValues& values, bool byEngine = true) {
        ChangeRequest oneByOne = bulkUpdateRequest(preview(values), {}, true);
        oneByOne.setWise.reset();
        const auto slow = run(oneByOne);
        ASSERT_TRUE(slow) << qPrintable(slow.error().error.sentence);
        EXPECT_FALSE(wroteSetWise);
        const auto after = everything();
        ASSERT_TRUE(desk->rollBack(slow->id));
        EXPECT_EQ(difference(everything(), before), QString());

        const auto fast = run(bulkUpdateRequest(preview(values), {}, true));
        ASSERT_TRUE(fast) << qPrintable(fast.error().error.sentence);
        EXPECT_EQ(wroteSetWise, byEngine && hasWay());
        EXPECT_EQ(difference(everything(), after), QString());
        EXPECT_EQ(fast->count(), slow->count());
        const auto one = logged(slow->id);
        const auto other = logged(fast->id);
        ASSERT_EQ(one.size(), other.size());
        for (size_t i = 0; i < one.size(); ++i) {
            ASSERT_TRUE(one[i].key == other[i].key && one[i].before == other[i].before &&
                        one[i].after == other[i].after)
                << i;
        }
        EXPECT_TRUE(isIntact());
        const auto plan = planRollback(desk->session(), desk->catalog(), fast->id);
        ASSERT_TRUE(plan && plan->isClean());
        const auto back = run(*rollbackRequest(*plan, OnConflict::Stop));
        ASSERT_TRUE(back) << qPrintable(back.error().error.sentence);
        EXPECT_EQ(wroteSetWise, hasWay());
        EXPECT_EQ(difference(everything(), before), QString());
        EXPECT_TRUE(isIntact());
    }

    std::unique_ptr<Desk> desk;
    QStringList before;
    bool wroteSetWise = false;
};

TEST_P(SetWiseWriting, ValuesAndExpressionsComeToTheSame) {
    BulkValues values = set({{"lots", "lots + 1"}});
    values.put.insert(name("remark"), text("Лот \"9\" \t\\N\n, end"));
    isTheSame(values);
}

TEST_P(SetWiseWriting, SoDoFieldsOfWhichNotAllChange) {
    isTheSame(set({{"day_rate", "ROUND(day_rate * 1.04 * 20) / 20"},
                   {"remark", "CASE WHEN lots > 8 THEN 'many' ELSE remark END"}}));
}

TEST_P(SetWiseWriting, WhatTheEngineMakesOtherOfIsWrittenRecordByRecord) {
    BulkValues values;
    values.replace.insert(
        name("remark"),
        {{}, Qt::CaseSensitive, QRegularExpression(name("(\\d),(\\d)")), name("\\2;\\1")});
    values.put.insert(name("lots"), Value::integer(40));
    isTheSame(values, GetParam() == Engine::Sqlite);
}

TEST_P(SetWiseWriting, ATriggerIsNotPassedOver) {
    if (GetParam() == Engine::Sqlite)
        database->run(name("CREATE TRIGGER mark AFTER UPDATE OF lots ON rate BEGIN UPDATE rate SET "
                           "remark = 'seen' WHERE id = NEW.id AND id = 7; END;"));
    else if (GetParam() == Engine::PostgreSql)
        database->run(name("CREATE FUNCTION mark() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN "
                           "IF NEW.id = 7 THEN NEW.remark = 'seen'; END IF; RETURN NEW; END $$; "
                           "CREATE TRIGGER mark BEFORE UPDATE ON rate FOR EACH ROW EXECUTE "
                           "FUNCTION mark();"));
    else
        GTEST_SKIP() << "is written record by record in any case";
    const auto written = run(bulkUpdateRequest(preview(set({{"lots", "lots + 1"}}))));
    ASSERT_TRUE(written);
    EXPECT_FALSE(wroteSetWise);
    const auto records = logged(written->id);
    const auto seventh = std::find_if(records.begin(), records.end(),
                                      [](const RecordChange& each) { return each.key == key(7); });
    ASSERT_NE(seventh, records.end());
    EXPECT_EQ(seventh->after.value(name("remark")), text("seen")) << "it stands in the log";
}

TEST_P(SetWiseWriting, WhoeverWasThereSinceThePreviewIsNotOverwritten) {
    const auto looked = preview(set({{"lots", "lots + 1"}}));
    database->run(name("UPDATE rate SET lots = 98 WHERE id = 2402;"));
    const auto theirs = everything();
    const auto refused = run(bulkUpdateRequest(looked));
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().error.kind, ErrorKind::Conflict);
    EXPECT_TRUE(refused.error().error.sentence.contains(name("2402")));
    EXPECT_EQ(difference(everything(), theirs), QString());
}

TEST_P(SetWiseWriting, ARollbackStopsWhereSomebodyWasSinceItsPlan) {
    const auto written = run(bulkUpdateRequest(preview(set({{"lots", "lots + 1"}}))));
    ASSERT_TRUE(written);
    const auto plan = planRollback(desk->session(), desk->catalog(), written->id);
    database->run(name("UPDATE rate SET lots = 99 WHERE id = 2402;"));
    const auto theirs = everything();
    const auto refused = run(*rollbackRequest(*plan, OnConflict::Stop));
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().error.kind, ErrorKind::Conflict);
    EXPECT_EQ(difference(everything(), theirs), QString());
}

TEST_P(SetWiseWriting, ChecksOfTheDoorAreNotThoseOfThePreview) {
    const auto looked = preview(set({{"lots", "lots + 1"}}));
    CheckRule rule;
    rule.condition = *bindCondition(name("lots <= 16"), rate());
    rule.message = name("At most 16.");
    rule.columns = {name("lots")};
    rule.column = name("lots");
    desk->rules()[name("rate")].checks += rule;
    const auto refused = run(bulkUpdateRequest(looked));
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().error.kind, ErrorKind::Refused);
    EXPECT_EQ(difference(everything(), before), QString());
    // The same check known to both: what it refuses is left out, by the engine too.
    isTheSame(set({{"lots", "lots + 1"}}));
}

TEST_P(SetWiseWriting, ARuleOfTheDatabaseIsNamed) {
    database->run(name("CREATE UNIQUE INDEX one_of_each ON rate (code);"));
    desk = std::make_unique<Desk>(database->open());
    const auto refused =
        run(bulkUpdateRequest(preview(set({{"code", "SUBSTRING(code FROM 1 FOR 4)"}}))));
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().error.kind, ErrorKind::Refused);
    ASSERT_FALSE(refused.error().problems.empty());
    EXPECT_EQ(refused.error().problems.front().check, name("unique"));
    EXPECT_EQ(difference(everything(), before), QString());
    EXPECT_TRUE(isIntact());
}

// Values as the engine holds them, also behind an answer that nobody read to its end, and with an
// end of its own.
TEST_P(SetWiseWriting, RowsAreReadAsTheyAreStored) {
    Session& session = desk->session();
    for (int again = 0; again < 2; ++again) {
        ASSERT_TRUE(session.select(name("SELECT id FROM rate"), {},
                                   [](const QSqlQuery&) { return false; }));
        std::vector<QByteArray> texts;
        ASSERT_TRUE(session.readStored(
            name("SELECT 'Höhe', NULL, '' FROM rate"), [&](std::span<const StoredValue> row) {
                EXPECT_EQ(row.size(), 3U);
                EXPECT_EQ(row[1].kind, StoredValue::Kind::Null);
                EXPECT_NE(row[2].kind, StoredValue::Kind::Null);
                texts.emplace_back(row[0].bytes.data(), row[0].bytes.size());
                return texts.size() < 3;
            }));
        EXPECT_EQ(texts, std::vector<QByteArray>(3, QByteArray("H\xc3\xb6he")));
    }
    EXPECT_FALSE(session.readStored(name("SELECT nothing FROM nowhere"),
                                    [](std::span<const StoredValue>) { return true; }));
    EXPECT_TRUE(isIntact());
}

INSTANTIATE_TEST_SUITE_P(Engines, SetWiseWriting,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
