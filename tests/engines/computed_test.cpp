// SPDX-License-Identifier: GPL-3.0-or-later
// Fields that Gravin computes: read, sorted, filtered and checked by, the same on all three
// engines.
#include "core/fitting/binding.h"
#include "core/fitting/findings/binding_check.h"
#include "core/fitting/query_source.h"
#include "core/project/project_catalog.h"
#include "core/value/text_form.h"
#include "support/engines.h"

namespace gravin::test {
namespace {

constexpr const char* ComputedSchema = R"(
CREATE TABLE berth (id INTEGER PRIMARY KEY, name VARCHAR(20) NOT NULL, depth DECIMAL(5,2), tide DECIMAL(5,2),
                    since DATE);
INSERT INTO berth VALUES (1, 'Outer', 4.50, 1.00, '2026-01-31'), (2, 'inner', 9.25, 0.50, NULL),
                         (3, 'Äußerer', NULL, 2.00, '2026-03-01'), (4, 'Basin', 4.50, 2.00, '2025-12-24');
)";

class Computed : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name(ComputedSchema));
        project.computed[name("berth")] = {
            {name("room"), name("depth - tide")},
            {name("doubled"), name("room * 2")},
            {name("loud"), name("UPPER(name) || '!'")},
            {name("age"), name("DATE '2026-04-01' - since")},
            {name("fixed"), name("7")},
        };
        session = database->open();
        catalog = *catalogOf(*session, project);
    }
    const Table& berth() const { return *catalog.table(name("berth")); }
    TableReader reader() { return {*session, berth()}; }
    // "1,4,2": the keys in this order.
    QString order(const char* sort) {
        const auto parsed = sortOrderFromText(name(sort), berth());
        EXPECT_TRUE(parsed);
        QStringList keys;
        const Status scanned = reader().scanKeys({*parsed}, [&](KeyIndex&& run) {
            for (qsizetype i = 0; i < run.size(); ++i)
                keys += keyText(run.at(i), berth().keyTypes());
            return true;
        });
        EXPECT_TRUE(scanned) << qPrintable(scanned ? QString() : scanned.error().detail);
        // Pages come in the same order.
        QStringList paged;
        for (int offset = 0; offset < 4; offset += 2) {
            const auto page = reader().range(*parsed, offset, 2);
            EXPECT_TRUE(page);
            for (const Record& record : *page)
                paged += keyText(record.key, berth().keyTypes());
        }
        EXPECT_EQ(keys, paged);
        return keys.join(u',');
    }
    QString matching(const char* where) {
        const auto condition = bindCondition(name(where), berth());
        EXPECT_TRUE(condition) << where;
        const auto keys = reader().keysMatching(
            Filter(*condition, Filter::Wants::Holding, berth(), GetParam()), {});
        EXPECT_TRUE(keys);
        QStringList texts;
        for (qsizetype i = 0; i < keys->size(); ++i)
            texts += keyText(keys->at(i), berth().keyTypes());
        return texts.join(u',');
    }
    Value value(qint64 id, const char* column) {
        const auto record = reader().record(key(id));
        EXPECT_TRUE(record && *record);
        return (*record)->values[static_cast<size_t>(berth().indexOf(name(column)))];
    }

    Project project;
    std::unique_ptr<Session> session;
    Catalog catalog;
};

TEST_P(Computed, IsReadWithItsRecord) {
    EXPECT_EQ(berth().columns.size(), 10);
    EXPECT_EQ(value(1, "room"), decimal("3.50"));
    EXPECT_EQ(toText(value(1, "doubled"), {}), name("7.00"));
    EXPECT_EQ(value(2, "loud"), text("INNER!"));
    EXPECT_EQ(value(1, "age"), Value::integer(60));
    EXPECT_TRUE(value(3, "room").isNull()) << "a value is missing";
    EXPECT_EQ(value(3, "fixed"), Value::integer(7));
}

TEST_P(Computed, IsSortedByTheEngineOrByGravin) {
    const bool nullsFirst = GetParam() != Engine::PostgreSql;
    EXPECT_EQ(order("room"), name(nullsFirst ? "3,4,1,2" : "4,1,2,3"));
    EXPECT_EQ(order("room DESC"), name(nullsFirst ? "2,1,4,3" : "3,2,1,4"));
    EXPECT_EQ(order("age"), name(nullsFirst ? "2,3,1,4" : "3,1,4,2"));
    // Texts by code point, as Gravin compares them.
    EXPECT_EQ(order("loud"), name("4,2,1,3"));
    EXPECT_EQ(order("loud DESC"), name("3,1,2,4"));
    // What the database keeps comes first, in its own order, or second.
    EXPECT_EQ(order("depth DESC, loud DESC"), name(nullsFirst ? "2,1,4,3" : "3,2,1,4"));
    EXPECT_EQ(order("fixed, loud"), name("4,2,1,3"));
    EXPECT_EQ(order("fixed DESC"), name("1,2,3,4"));
}

TEST_P(Computed, IsFilteredBy) {
    EXPECT_EQ(matching("room > 3"), name("1,2"));
    EXPECT_EQ(matching("doubled = 5 OR loud LIKE 'IN%'"), name("2,4"));
    EXPECT_EQ(matching("age IS NULL"), name("2"));
    EXPECT_EQ(matching("fixed = 7 AND NOT (room > 3)"), name("4"));
}

TEST_P(Computed, IsNeverWrittenAndChecksMayNameIt) {
    Check deep;
    deep.kind = CheckKind::Range;
    deep.column = name("room");
    deep.least = name("1");
    project.checks[name("berth")].checks = {deep};
    const RuleBook rules = rulesOf(project, catalog);
    ChangeWriter writer(*session, catalog, rules);
    ChangeRequest request;
    request.edits = {
        {Operation::Update, name("berth"), key(4), {}, {{name("tide"), decimal("4.00")}}}};
    const auto refused = writer.write(request);
    ASSERT_FALSE(refused);
    ASSERT_EQ(refused.error().problems.size(), 1U);
    EXPECT_EQ(refused.error().problems.front().field, name("room"));
    EXPECT_EQ(refused.error().problems.front().message, name("room must be at least 1."));

    request.edits.front().after = {{name("room"), decimal("4.00")}};
    const auto written = writer.write(request);
    ASSERT_FALSE(written);
    EXPECT_EQ(written.error().problems.front().check, name("editable"));

    request.edits.front().after = {{name("tide"), decimal("3.25")}};
    const auto done = writer.write(request);
    ASSERT_TRUE(done) << qPrintable(done.error().error.sentence);
    ASSERT_EQ(done->records.front().after.keys(), QStringList{name("tide")}) << "the log has what "
                                                                                "was stored";
    EXPECT_EQ(value(4, "room"), decimal("1.25"));

    request.edits = {{Operation::Insert,
                      name("berth"),
                      {},
                      {},
                      {{name("id"), Value::integer(9)},
                       {name("name"), text("New")},
                       {name("depth"), decimal("5")},
                       {name("tide"), decimal("1")}}}};
    ASSERT_TRUE(writer.write(request));
    EXPECT_EQ(toText(value(9, "room"), {}), name("4.00"));
    const auto back = writer.write(
        *rollbackRequest(*planRollback(*session, catalog, done->id), OnConflict::Stop));
    ASSERT_TRUE(back) << qPrintable(back.error().error.sentence);
    EXPECT_EQ(value(4, "room"), decimal("2.50"));
}

TEST_P(Computed, ALostColumnIsFoundAndMended) {
    EXPECT_TRUE(bindingFindings(project, catalog).empty());
    database->run(name("ALTER TABLE berth RENAME COLUMN tide TO tides;"));
    auto fresh = database->open();
    Catalog now = *catalogOf(*fresh, project);
    EXPECT_EQ(now.table(name("berth"))->column(name("room")), nullptr);
    const Findings findings = bindingFindings(project, now);
    ASSERT_EQ(findings.size(), 2U) << "the one that is computed from it too";
    EXPECT_EQ(findings[0].id(), name("computed_broken:berth.room"));
    EXPECT_EQ(findings[0].mend, name("Write tides instead"));
    ASSERT_TRUE(mendFindings(project, findings, {findings[0].id()}));
    extendCatalog(now, project);
    EXPECT_TRUE(bindingFindings(project, now).empty());
}

INSTANTIATE_TEST_SUITE_P(Engines, Computed,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
