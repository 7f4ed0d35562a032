// SPDX-License-Identifier: GPL-3.0-or-later
// A check of a record that reads its lines is asked when a line is written too, at the end of the
// change; the same on all three engines.
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/change_writer.h"
#include "core/fitting/binding.h"
#include "core/fitting/query_source.h"
#include "core/records/table_reader.h"
#include "support/engines.h"

namespace gravin::test {
namespace {

constexpr const char* TripSchema = R"(
CREATE TABLE trip (id INTEGER NOT NULL PRIMARY KEY, most INTEGER NOT NULL, note VARCHAR(20));
INSERT INTO trip VALUES (1, 10, NULL), (2, 10, NULL);
CREATE TABLE leg (id INTEGER NOT NULL PRIMARY KEY, trip_id INTEGER, hours INTEGER NOT NULL,
                  FOREIGN KEY (trip_id) REFERENCES trip (id));
INSERT INTO leg VALUES (1, 1, 4), (2, 1, 5), (3, 2, 9);
)";

class ParentChecks : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name(TripSchema));
        Check within;
        within.kind = CheckKind::Condition;
        within.column = name("most");
        within.condition =
            name("(SELECT SUM(hours) FROM leg WHERE leg.trip_id = record.id) <= most");
        within.message = name("Too many hours.");
        project.checks[name("trip")].checks = {within};
        session = database->open();
        catalog = *catalogOf(*session, project);
    }
    WriteResult write(std::vector<RecordEdit> edits) {
        ChangeRequest request;
        request.person = name("tester");
        request.action = name("edit");
        request.edits = std::move(edits);
        return ChangeWriter(*session, catalog, rulesOf(project, catalog)).write(request);
    }
    static RecordEdit leg(qint64 id, const FieldValues& after) {
        return {Operation::Update, name("leg"), key(id), {}, after};
    }
    static RecordEdit newLeg(qint64 id, qint64 trip, qint64 hours) {
        return {Operation::Insert,
                name("leg"),
                {},
                {},
                {{name("id"), number(id)},
                 {name("trip_id"), number(trip)},
                 {name("hours"), number(hours)}}};
    }
    static Value number(qint64 value) { return Value::integer(value); }
    // Whose check has refused it; empty: it was done.
    static QString refusedBy(const WriteResult& result) {
        if (result)
            return {};
        const auto& problems = result.error().problems;
        return problems.empty() ? result.error().error.sentence
                                : problems[0].record + u' ' + problems[0].message;
    }
    qint64 legs() { return *TableReader(*session, *catalog.table(name("leg"))).count(); }

    Project project;
    std::unique_ptr<Session> session;
    Catalog catalog;
};

TEST_P(ParentChecks, ALineThatBreaksItIsRefusedAndNothingIsWritten) {
    EXPECT_EQ(refusedBy(write({leg(1, {{name("hours"), number(5)}})})), QString());
    EXPECT_EQ(refusedBy(write({leg(1, {{name("hours"), number(6)}})})), u"1 Too many hours.");
    EXPECT_EQ(refusedBy(write({newLeg(4, 2, 2)})), u"2 Too many hours.");
    EXPECT_EQ(legs(), 3);
    EXPECT_EQ(refusedBy(write({newLeg(4, 2, 1)})), QString());
}

TEST_P(ParentChecks, ALineThatMovesIsAskedAboutWhereItGoes) {
    EXPECT_EQ(refusedBy(write({leg(2, {{name("trip_id"), number(2)}})})), u"2 Too many hours.");
    EXPECT_EQ(
        refusedBy(write({leg(2, {{name("trip_id"), number(2)}, {name("hours"), number(1)}})})),
        QString());
    EXPECT_EQ(refusedBy(write({leg(2, {{name("trip_id"), Value::null()}})})), QString())
        << "it belongs to none";
}

TEST_P(ParentChecks, WhatIsWrittenTogetherIsJudgedTogether) {
    // Lowered, and its line shortened with it: neither step alone would do.
    const RecordEdit lowered{
        Operation::Update, name("trip"), key(1), {}, {{name("most"), number(6)}}};
    EXPECT_EQ(refusedBy(write({lowered})), u"1 Too many hours.");
    EXPECT_EQ(refusedBy(write({lowered, leg(1, {{name("hours"), number(1)}})})), QString());
    // A new trip comes with its lines.
    const RecordEdit made{Operation::Insert,
                          name("trip"),
                          {},
                          {},
                          {{name("id"), number(3)}, {name("most"), number(4)}}};
    EXPECT_EQ(refusedBy(write({made, newLeg(5, 3, 3), newLeg(6, 3, 3)})), u"3 Too many hours.");
    EXPECT_EQ(refusedBy(write({made, newLeg(5, 3, 3), newLeg(6, 3, 1)})), QString());
}

TEST_P(ParentChecks, ADeletedLineAsksToo) {
    Check one;
    one.kind = CheckKind::Condition;
    one.condition = name("EXISTS (SELECT 1 FROM leg WHERE leg.trip_id = record.id)");
    one.message = name("A trip has a leg.");
    project.checks[name("trip")].checks = {one};
    catalog = *catalogOf(*session, project);
    const RecordEdit gone{Operation::Delete, name("leg"), key(3), {}, {}};
    EXPECT_EQ(refusedBy(write({gone})), u"2 A trip has a leg.");
    const RecordEdit trip{Operation::Delete, name("trip"), key(2), {}, {}};
    EXPECT_EQ(refusedBy(write({gone, trip})), QString()) << "gone together";
}

TEST_P(ParentChecks, ABulkUpdateOfLinesIsAskedToo) {
    BulkValues values;
    values.put = {{name("hours"), number(6)}};
    const auto table = std::make_shared<const Table>(*catalog.table(name("leg")));
    const RuleBook rules = rulesOf(project, catalog);
    auto preview = previewBulkUpdate(*session, table, rules.value(name("leg")), {}, values);
    ASSERT_TRUE(preview) << qPrintable(preview.error().sentence);
    const auto request =
        bulkUpdateRequest(std::make_shared<const BulkPreview>(std::move(*preview)));
    EXPECT_EQ(refusedBy(ChangeWriter(*session, catalog, rules).write(request)),
              u"1 Too many hours.");
}

TEST_P(ParentChecks, AWarningPassesWhereItWasAccepted) {
    project.checks[name("trip")].checks[0].severity = Severity::Warn;
    ChangeRequest request;
    request.person = name("tester");
    request.action = name("edit");
    request.edits = {newLeg(4, 2, 5)};
    const RuleBook rules = rulesOf(project, catalog);
    const auto told = ChangeWriter(*session, catalog, rules).write(request);
    ASSERT_FALSE(told);
    ASSERT_EQ(told.error().problems.size(), 1U);
    EXPECT_TRUE(told.error().problems[0].warning);
    request.acceptedWarnings = told.error().problems;
    EXPECT_TRUE(ChangeWriter(*session, catalog, rules).write(request));
}

INSTANTIATE_TEST_SUITE_P(Engines, ParentChecks,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
