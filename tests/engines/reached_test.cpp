// SPDX-License-Identifier: GPL-3.0-or-later
// What expressions reach through references: read with its record, sorted, filtered and checked by,
// the same on all three engines.
#include "core/changes/as_it_was.h"
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/change_writer.h"
#include "core/database/reach.h"
#include "core/fitting/binding.h"
#include "core/fitting/far_field.h"
#include "core/fitting/query_source.h"
#include "core/records/reached.h"
#include "core/value/text_form.h"
#include "support/engines.h"

namespace gravin::test {
namespace {

constexpr const char* ReachedSchema = R"(
CREATE TABLE town (code VARCHAR(8) NOT NULL PRIMARY KEY, name VARCHAR(40) NOT NULL);
INSERT INTO town VALUES ('TB', 'Tarn Bay'), ('OH', 'Outer Hook');
CREATE TABLE maker (id INTEGER NOT NULL PRIMARY KEY, name VARCHAR(40) NOT NULL, phone VARCHAR(20), rate DECIMAL(9,3),
                    since DATE, town VARCHAR(8), owner_id INTEGER, FOREIGN KEY (town) REFERENCES town (code),
                    FOREIGN KEY (owner_id) REFERENCES maker (id));
INSERT INTO maker VALUES (1, 'Hale', '555-01', 12.500, '2019-05-01', 'TB', NULL);
INSERT INTO maker VALUES (2, 'Orrin', NULL, 7.125, NULL, 'OH', 1), (3, 'Brack', '555-03', 99.000, '2020-02-29', NULL, 2);
CREATE TABLE part (id INTEGER NOT NULL PRIMARY KEY, name VARCHAR(40) NOT NULL, amount INTEGER, maker_id INTEGER,
                   FOREIGN KEY (maker_id) REFERENCES maker (id));
INSERT INTO part VALUES (1, 'Lamp', 2, 1), (2, 'Lens', 4, 2), (3, 'Mantle', 8, 3), (4, 'Rope', 1, NULL);
)";

class Reached : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name(ReachedSchema));
        project.computed[name("part")] = {
            {name("phone"), name("maker_id -> phone")},
            {name("town"), name("maker_id -> town -> name")},
            {name("cost"), name("amount * maker_id -> rate")},
            {name("owner"), name("maker_id -> owner_id -> name")},
        };
        session = database->open();
        reopen();
    }
    void reopen() { catalog = *catalogOf(*session, project); }
    const Table& part() const { return *catalog.table(name("part")); }
    TableReader reader() { return {*session, part()}; }
    Value value(qint64 id, const char* column) {
        const auto record = reader().record(key(id));
        EXPECT_TRUE(record && *record) << (record ? "" : qPrintable(record.error().detail));
        return (*record)->values[static_cast<size_t>(part().indexOf(name(column)))];
    }
    QString keysOf(const RecordQuery& query) {
        QStringList keys;
        const Status scanned = reader().scanKeys(query, [&](KeyIndex&& run) {
            for (qsizetype i = 0; i < run.size(); ++i)
                keys += keyText(run.at(i), part().keyTypes());
            return true;
        });
        EXPECT_TRUE(scanned) << qPrintable(scanned ? QString() : scanned.error().detail);
        return keys.join(u',');
    }
    QString order(const char* sort) { return keysOf({*sortOrderFromText(name(sort), part())}); }
    QString matching(const char* where) {
        RecordQuery query;
        query.conditions = {name(where)};
        return keysOf(query);
    }
    WriteResult write(RecordEdit edit) {
        ChangeRequest request;
        request.person = name("tester");
        request.action = name("edit");
        request.edits = {std::move(edit)};
        return ChangeWriter(*session, catalog, rulesOf(project, catalog)).write(request);
    }

    Project project;
    std::unique_ptr<Session> session;
    Catalog catalog;
};

TEST_P(Reached, IsReadWithItsRecord) {
    EXPECT_EQ(value(1, "phone"), text("555-01"));
    EXPECT_TRUE(value(2, "phone").isNull());
    EXPECT_TRUE(value(4, "phone").isNull()) << "the reference is empty";
    EXPECT_EQ(value(2, "town"), text("Outer Hook"));
    EXPECT_TRUE(value(3, "town").isNull()) << "the way ends in between";
    EXPECT_EQ(toText(value(1, "cost"), {}), name("25.000"));
    EXPECT_EQ(value(2, "owner"), text("Hale")) << "of the same table as the record before it";
}

TEST_P(Reached, APageCostsNoStatementMore) {
    int statements = 0;
    session->askBeforeStatements([&] {
        ++statements;
        return ok();
    });
    ASSERT_TRUE(TableReader(*session, part().stored()).range({}, 0, 40));
    const int without = std::exchange(statements, 0);
    ASSERT_TRUE(reader().range({}, 0, 40));
    EXPECT_EQ(statements, without);
}

TEST_P(Reached, IsSortedAndFilteredBy) {
    const bool nullsFirst = GetParam() != Engine::PostgreSql;
    EXPECT_EQ(order("cost"), name(nullsFirst ? "4,1,2,3" : "1,2,3,4"));
    EXPECT_EQ(order("cost DESC"), name(nullsFirst ? "3,2,1,4" : "4,3,2,1"));
    EXPECT_EQ(matching("cost > 26"), name("2,3"));
    EXPECT_EQ(matching("town = 'Tarn Bay' OR owner IS NULL"), name("1,4"));
    // A path that nothing else follows.
    EXPECT_EQ(matching("maker_id -> since < DATE '2020-01-01'"), name("1"));
    EXPECT_EQ(matching("maker_id -> owner_id -> rate = 12.5 AND amount > 1"), name("2"));
}

TEST_P(Reached, WhatIsComputedOfAnotherRecordIsReachedToo) {
    project.computed[name("maker")] = {
        {name("doubled"), name("rate * 2")},
        {name("call"),
         name("name || ', ' || town -> name || ' at ' || CAST(doubled AS VARCHAR(20))")},
        {name("made"), name("(SELECT SUM(maker_id -> doubled) FROM part WHERE part.maker_id = "
                            "record.id)")}};
    project.computed[name("part")] = {
        {name("call"), name("maker_id -> call")},
        {name("owners"), name("maker_id -> owner_id -> doubled + amount")},
        {name("made"), name("maker_id -> made")}};
    reopen();
    ASSERT_NE(part().column(name("call")), nullptr);
    EXPECT_EQ(value(1, "call"), text("Hale, Tarn Bay at 25.000"));
    EXPECT_TRUE(value(3, "call").isNull());
    EXPECT_EQ(toText(value(2, "owners"), {}), name("29.000"));
    EXPECT_EQ(matching("owners > 20"), name("2,3"));
    EXPECT_EQ(matching("maker_id -> doubled = 25"), name("1")) << "that nothing else follows";
    EXPECT_EQ(part().column(name("made")), nullptr) << "what is made of others is not reached";
    const Table& maker = *catalog.table(name("maker"));
    const auto record = TableReader(*session, maker).record(key(1));
    ASSERT_TRUE(record && *record) << (record ? "" : qPrintable(record.error().detail));
    EXPECT_EQ(toText((*record)->values[static_cast<size_t>(maker.indexOf(name("made")))], {}),
              name("25.000"));
}

TEST_P(Reached, AsItWasReachesWhatIsThereNow) {
    ASSERT_TRUE(write(
        {Operation::Update, name("part"), key(1), {}, {{name("maker_id"), Value::integer(3)}}}));
    ASSERT_TRUE(
        write({Operation::Update, name("maker"), key(1), {}, {{name("phone"), text("555-99")}}}));
    const auto then = lookBack(*session, catalog, part(), 0);
    ASSERT_TRUE(then) << qPrintable(then.error().detail);
    const auto record = TableReader(*session, *then->table).record(key(1));
    ASSERT_TRUE(record && *record) << (record ? "" : qPrintable(record.error().detail));
    const int phone = then->table->indexOf(name("phone"));
    ASSERT_GE(phone, 0);
    EXPECT_EQ((*record)->values[static_cast<size_t>(phone)], text("555-99"));
}

TEST_P(Reached, ManyRecordsAtOnceTakeOverWhatIsReached) {
    QStringList rows;
    for (int id = 100; id < 1200; ++id) // more than the engine is offered at once
        rows += QStringLiteral("(%1, 'x', 1, 1)").arg(id);
    database->run(name("INSERT INTO part VALUES ") + rows.join(u',') + u';');
    const auto bound = bindExpression(name("maker_id -> phone"), part());
    ASSERT_TRUE(bound);
    BulkValues values;
    values.set.insert(name("name"), *bound);
    BulkScope scope;
    scope.query.conditions = {name("id >= 100")};
    const auto preview =
        previewBulkUpdate(*session, std::make_shared<const Table>(part()), {}, scope, values);
    ASSERT_TRUE(preview);
    const auto written =
        ChangeWriter(*session, catalog, rulesOf(project, catalog))
            .write(bulkUpdateRequest(std::make_shared<const BulkPreview>(*preview)));
    ASSERT_TRUE(written) << qPrintable(written.error().error.detail);
    EXPECT_EQ(written->count(), 1100);
    EXPECT_EQ(value(777, "name"), text("555-01"));
}

TEST_P(Reached, ACheckSeesWhatTheRecordWillReach) {
    Check check;
    check.kind = CheckKind::Condition;
    check.column = name("maker_id");
    check.condition = name("maker_id -> phone IS NOT NULL");
    check.message = name("This maker has no phone.");
    project.checks[name("part")].checks = {check};
    reopen();
    const auto refused = write(
        {Operation::Update, name("part"), key(1), {}, {{name("maker_id"), Value::integer(2)}}});
    ASSERT_FALSE(refused);
    ASSERT_EQ(refused.error().problems.size(), 1u);
    EXPECT_EQ(refused.error().problems[0].message, check.message);
    EXPECT_EQ(value(1, "phone"), text("555-01")) << "nothing was written";
    EXPECT_TRUE(write(
        {Operation::Update, name("part"), key(1), {}, {{name("maker_id"), Value::integer(3)}}}));
    EXPECT_EQ(value(1, "phone"), text("555-03"));
    EXPECT_FALSE(write({Operation::Insert,
                        name("part"),
                        {},
                        {},
                        {{name("id"), Value::integer(9)},
                         {name("name"), text("Wick")},
                         {name("maker_id"), Value::integer(2)}}}));
    // What was so before stays so while something else is edited.
    EXPECT_TRUE(write(
        {Operation::Update, name("part"), key(2), {}, {{name("amount"), Value::integer(5)}}}));
}

TEST_P(Reached, ABulkUpdateTakesWhatIsReachedOver) {
    BulkValues values;
    for (const auto& [column, expression] :
         {std::pair("name", "UPPER(maker_id -> owner_id -> name)"),
          std::pair("amount", "amount + CAST(maker_id -> rate AS INTEGER)")}) {
        const auto bound =
            bindExpression(name(expression), withReached(part(), {name(expression)}));
        ASSERT_TRUE(bound);
        values.set.insert(name(column), *bound);
    }
    BulkScope scope;
    scope.query.conditions = {name("maker_id -> owner_id IS NOT NULL")};
    const auto preview =
        previewBulkUpdate(*session, std::make_shared<const Table>(part()), {}, scope, values);
    ASSERT_TRUE(preview) << qPrintable(preview.error().sentence);
    EXPECT_EQ(preview->changing.size(), 2);
    ASSERT_TRUE(ChangeWriter(*session, catalog, rulesOf(project, catalog))
                    .write(bulkUpdateRequest(std::make_shared<const BulkPreview>(*preview))));
    EXPECT_EQ(value(2, "name"), text("HALE"));
    EXPECT_EQ(value(2, "amount"), Value::integer(11));
    EXPECT_EQ(value(3, "name"), text("ORRIN"));
    EXPECT_EQ(value(1, "name"), text("Lamp"));
}

TEST_P(Reached, WhatAnotherReferenceReachesIsReadBeforeItIsStored) {
    const QList<int> places{part().indexOf(name("maker_id -> phone")),
                            part().indexOf(name("maker_id -> town -> name"))};
    ASSERT_FALSE(places.contains(-1));
    EXPECT_EQ(*readReached(*session, part(), places, {Value::integer(1)}),
              (std::vector<Value>{text("555-01"), text("Tarn Bay")}));
    EXPECT_EQ(*readReached(*session, part(), places, {Value::integer(77)}),
              (std::vector<Value>(2)));
    EXPECT_EQ(*readReached(*session, part(), places, {Value()}), (std::vector<Value>(2)));
}

TEST_P(Reached, ALookupStatesAReferenceThatTheDatabaseDoesNot) {
    database->run(name("CREATE TABLE buoy (id INTEGER NOT NULL PRIMARY KEY, place VARCHAR(8));"
                       "INSERT INTO buoy VALUES (1, 'TB'), (2, 'XX');"));
    FieldDefinition place{name("place"), name("Place"), ShownAs::Lookup};
    place.lookup = {name("town"), name("code"), {name("name")}};
    project.fields[name("buoy")] = {place};
    project.computed[name("buoy")] = {{name("where"), name("place -> name")}};
    reopen();
    const Table& buoy = *catalog.table(name("buoy"));
    const int at = buoy.indexOf(name("where"));
    ASSERT_GE(at, 0);
    const auto records = TableReader(*session, buoy).records({key(1), key(2)});
    ASSERT_TRUE(records);
    EXPECT_EQ((*records)[0].values[static_cast<size_t>(at)], text("Tarn Bay"));
    EXPECT_TRUE((*records)[1].values[static_cast<size_t>(at)].isNull()) << "it leads nowhere";
}

constexpr const char* SeveralSchema = R"(
CREATE TABLE site (company INTEGER NOT NULL, code VARCHAR(8) NOT NULL, name VARCHAR(40), town VARCHAR(8),
                   PRIMARY KEY (company, code), FOREIGN KEY (town) REFERENCES town (code));
INSERT INTO site VALUES (1, 'A', 'North yard', 'TB'), (1, 'B', 'South yard', 'OH'), (2, 'A', 'Quay', NULL);
CREATE TABLE job (id INTEGER NOT NULL PRIMARY KEY, company INTEGER, site_code VARCHAR(8), part_id INTEGER,
                  CONSTRAINT job_site FOREIGN KEY (company, site_code) REFERENCES site (company, code));
INSERT INTO job VALUES (1, 1, 'B', 1), (2, 2, 'A', 2), (3, 1, NULL, 3), (4, 1, 'A', NULL);
CREATE TABLE shift (id INTEGER NOT NULL PRIMARY KEY, job_id INTEGER, FOREIGN KEY (job_id) REFERENCES job (id));
INSERT INTO shift VALUES (1, 1), (2, 3), (3, 4);
)";

// One of several columns is called by its constraint.
TEST_P(Reached, AReferenceOfSeveralColumnsIsFollowed) {
    database->run(name(SeveralSchema));
    project.computed[name("job")] = {{name("site"), name("job_site -> name")},
                                     {name("town"), name("job_site -> town -> name")}};
    project.computed[name("shift")] = {{name("site"), name("job_id -> job_site -> name")}};
    project.computed[name("site")] = {
        {name("jobs"), name("(SELECT COUNT(*) FROM job WHERE job.company = record.company AND "
                            "job.site_code = record.code)")},
        {name("first"), name("(SELECT MIN(job_site -> name) FROM job WHERE job.company = "
                             "record.company)")}};
    reopen();
    const auto texts = [&](const char* table, const char* column, const char* sort) {
        const Table& of = *catalog.table(name(table));
        EXPECT_GE(of.indexOf(name(column)), 0) << column;
        const auto records =
            TableReader(*session, of).range(*sortOrderFromText(name(sort), of), 0, -1);
        EXPECT_TRUE(records) << (records ? "" : qPrintable(records.error().detail));
        QStringList all;
        for (const Record& record : records ? *records : std::vector<Record>()) {
            const Value& value = record.values[static_cast<size_t>(of.indexOf(name(column)))];
            all += value.isNull() ? name("-") : toText(value, {});
        }
        return all.join(u',');
    };
    EXPECT_EQ(texts("job", "site", "id"), u"South yard,Quay,-,North yard");
    EXPECT_EQ(texts("job", "town", "id"), u"Outer Hook,-,-,Tarn Bay");
    EXPECT_EQ(texts("shift", "site", "id"), u"South yard,-,North yard");
    EXPECT_EQ(texts("site", "jobs", "company, code"), u"1,1,1");
    EXPECT_EQ(texts("site", "first", "company, code"), u"North yard,North yard,Quay");
    // Sorted by the engine, through its joins.
    EXPECT_EQ(texts("job", "id", "site, id").remove(name("3,")).remove(name(",3")), u"4,2,1");
    const Table& job = *catalog.table(name("job"));
    const int place = job.indexOf(name("job_site -> name"));
    ASSERT_GE(place, 0);
    const auto reached = readReached(*session, job, {place}, {Value::integer(1), text("A")});
    ASSERT_TRUE(reached) << qPrintable(reached.error().detail);
    EXPECT_EQ(reached->front(), text("North yard"));
    EXPECT_TRUE(
        readReached(*session, job, {place}, {Value::integer(1), Value()})->front().isNull());
    EXPECT_EQ(reachedThrough(job, {name("site_code")}).contains(place), true);
    // It is edited where it is shown: the key of the other record has its own order.
    const auto far = farFieldOf(job, *job.column(name("site")), catalog);
    ASSERT_TRUE(far);
    const auto key = far->keyFrom([](int at) { return at == 1 ? Value::integer(1) : text("B"); });
    EXPECT_EQ(*key, Key({Value::integer(1), text("B")}));
    std::vector<RecordEdit> edits;
    EXPECT_TRUE(addFarEdit(edits, *far, *key, text("South yard"), text("Yard")));
    ASSERT_EQ(edits.size(), 1U);
    ASSERT_TRUE(write(edits.front()));
    EXPECT_EQ(texts("job", "site", "id"), u"Yard,Quay,-,North yard");
}

INSTANTIATE_TEST_SUITE_P(Engines, Reached,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
