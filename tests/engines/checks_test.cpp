// SPDX-License-Identifier: GPL-3.0-or-later
// What must hold, at the one door, the same on all three engines.
#include "core/changes/bulk/bulk_update.h"
#include "core/fitting/binding.h"
#include "support/engines.h"
#include "support/text.h"

namespace gravin::test {
namespace {

constexpr const char* ChecksSchema = R"(
CREATE TABLE berth (id INTEGER PRIMARY KEY, name VARCHAR(20) NOT NULL, depth DECIMAL(5,2),
                    berth_row VARCHAR(4), since DATE, until DATE, state VARCHAR(12) DEFAULT 'open',
                    twice DECIMAL(8,2) GENERATED ALWAYS AS (depth * 2) STORED,
                    CHECK (depth > 0), CHECK (until >= since));
CREATE TABLE quay (code VARCHAR(4) PRIMARY KEY);
INSERT INTO quay VALUES ('N'), ('S');
INSERT INTO berth (id, name, depth, berth_row, since, state) VALUES
    (1, 'One', 4.50, 'N', '2026-01-01', 'open'), (2, 'Two', 60.00, 'X', NULL, 'open'),
    (3, 'Three', NULL, 'S', NULL, 'shut');
)";

Check checkOn(CheckKind kind, const char* column) {
    Check check;
    check.kind = kind;
    check.column = name(column);
    return check;
}

Check condition(const char* text) {
    Check check;
    check.condition = name(text);
    return check;
}

class Checks : public testing::TestWithParam<Engine> {
protected:
    Checks() {
        if (GetParam() != Engine::Sqlite && !serversAreThere())
            return;
        database = std::make_unique<EngineDatabase>(GetParam());
        database->run(name(ChecksSchema));
    }
    void SetUp() override {
        if (!database)
            GTEST_SKIP() << "not within with-servers.sh";
    }
    void state(const QList<Check>& checks, const QList<Stage>& stages = {}) {
        project.checks[name("berth")] = {checks, stages};
        desk = std::make_unique<Desk>(database->open(), project);
    }
    static RecordEdit update(qint64 id, const FieldValues& values) {
        return {Operation::Update, name("berth"), key(id), {}, values};
    }
    static RecordEdit insert(const FieldValues& values) {
        return {Operation::Insert, name("berth"), {}, {}, values};
    }
    // "range depth, unique name": the checks that the write failed; empty: it was done.
    QString refusal(const RecordEdit& edit) {
        const auto written = desk->write(edit);
        last = written ? WriteFailure{} : written.error();
        QStringList said;
        for (const Problem& problem : last.problems)
            said += problem.check + u' ' + problem.field;
        if (!written && said.isEmpty())
            said += last.error.sentence + last.error.detail;
        return said.join(QStringLiteral(", "));
    }

    std::unique_ptr<EngineDatabase> database;
    Project project;
    std::unique_ptr<Desk> desk;
    WriteFailure last;
};

TEST_P(Checks, EveryKindIsAskedOfEveryWrite) {
    Check range = checkOn(CheckKind::Range, "depth");
    range.least = name("0.5");
    range.most = name("40");
    Check length = checkOn(CheckKind::Length, "name");
    length.shortest = 3;
    Check pattern = checkOn(CheckKind::Pattern, "name");
    pattern.pattern = name("[[:upper:]].*");
    Check oneOf = checkOn(CheckKind::OneOf, "state");
    oneOf.values = {name("open"), name("shut")};
    Check reference = checkOn(CheckKind::Reference, "berth_row");
    reference.table = name("quay");
    reference.target = name("code");
    Check unique = checkOn(CheckKind::Unique, "name");
    Check together = checkOn(CheckKind::Unique, "berth_row");
    together.with = {name("since")};
    state({range, length, pattern, oneOf, reference, unique, together,
           condition("state = 'open' OR until IS NOT NULL")});

    const QString before = database->dump();
    EXPECT_EQ(refusal(update(1, {{name("depth"), decimal("40.01")}})), name("range depth"));
    EXPECT_EQ(last.problems.front().message, name("depth must be from 0.5 to 40."));
    EXPECT_EQ(last.problems.front().record, name("1"));
    EXPECT_EQ(refusal(update(1, {{name("name"), text("on")}})), name("length name, pattern name"));
    EXPECT_EQ(refusal(update(1, {{name("state"), text("Open")}})),
              name("one_of state, condition state"));
    EXPECT_EQ(refusal(update(1, {{name("berth_row"), text("W")}})), name("reference berth_row"));
    EXPECT_EQ(refusal(update(1, {{name("name"), text("Two")}})), name("unique name"));
    EXPECT_EQ(refusal(update(1, {{name("state"), text("shut")}})), name("condition state"));
    EXPECT_EQ(refusal(insert({{name("id"), Value::integer(9)},
                              {name("name"), text("Nine")},
                              {name("berth_row"), text("N")},
                              {name("since"), Value::date({2026, 1, 1})}})),
              name("unique berth_row"));
    EXPECT_EQ(database->dump(), before);

    // What was there before may stay as it is; NULL passes; the same value is no other record's.
    EXPECT_EQ(refusal(update(2, {{name("name"), text("Second")}})), QString());
    EXPECT_EQ(refusal(update(1, {{name("depth"), Value::null()}})), QString());
    EXPECT_EQ(refusal(update(1, {{name("name"), text("Über")}})), QString());
    EXPECT_EQ(refusal(insert({{name("id"), Value::integer(9)}, {name("name"), text("Nine")}})),
              QString());
}

TEST_P(Checks, OfTheDatabaseAreAskedBeforeItIs) {
    state({});
    const QList<CheckRule> rules = desk->rules().value(name("berth")).checks;
    ASSERT_EQ(rules.size(), 2) << "both of its CHECKs can be read";
    EXPECT_EQ(refusal(update(1, {{name("depth"), decimal("-1.00")}})), name("database depth"));
    EXPECT_TRUE(last.error.detail.isEmpty()) << "the database was not asked";
    EXPECT_EQ(last.problems.front().message, name("This must hold: depth > 0."));
    EXPECT_EQ(refusal(update(1, {{name("until"), Value::date({2025, 12, 31})}})),
              name("database until"));
}

TEST_P(Checks, SeeWhatTheDatabaseGaveAndComputed) {
    state({condition("twice <= 50"), condition("state <> 'open' OR depth IS NOT NULL")});
    const QString before = database->dump();
    EXPECT_EQ(refusal(update(1, {{name("depth"), decimal("25.01")}})), name("condition twice"));
    EXPECT_EQ(refusal(insert({{name("id"), Value::integer(9)}, {name("name"), text("Nine")}})),
              name("condition state"));
    EXPECT_EQ(database->dump(), before);
    EXPECT_EQ(refusal(update(1, {{name("depth"), decimal("25.00")}})), QString());
}

TEST_P(Checks, WhatWasThereBeforeMayStay) {
    Check closed = checkOn(CheckKind::Range, "depth");
    closed.most = name("40");
    closed.stages = {name("Open")};
    state({condition("twice <= 50"), closed}, {{name("Open"), name("state = 'open'")}});
    // The second record breaks both, and nothing that they read is touched.
    EXPECT_EQ(refusal(update(2, {{name("name"), text("Deux")}})), QString());
    EXPECT_EQ(refusal(update(2, {{name("state"), text("shut")}})), QString());
    EXPECT_EQ(refusal(update(2, {{name("state"), text("open")}})), name("range depth"));
    EXPECT_EQ(refusal(update(2, {{name("depth"), decimal("59.00")}})), name("condition twice"));
}

TEST_P(Checks, AWarningPassesWhenItIsAccepted) {
    Check deep = checkOn(CheckKind::Range, "depth");
    deep.most = name("20");
    deep.severity = Severity::Warn;
    deep.message = name("That is very deep.");
    Check twice = checkOn(CheckKind::Unique, "name");
    twice.severity = Severity::Warn;
    state({deep, twice});

    const RecordEdit edit =
        update(1, {{name("depth"), decimal("30.00")}, {name("name"), text("Two")}});
    EXPECT_EQ(refusal(edit), name("range depth"));
    EXPECT_TRUE(last.problems.front().warning);
    ChangeRequest request;
    request.edits = {edit};
    request.acceptedWarnings = last.problems;
    ChangeWriter writer(desk->session(), desk->catalog(), desk->rules());
    auto written = writer.write(request);
    ASSERT_FALSE(written) << "the second warning was seen by nobody";
    EXPECT_EQ(written.error().problems.front().check, name("unique"));
    request.acceptedWarnings.push_back(written.error().problems.front());
    written = writer.write(request);
    EXPECT_TRUE(written);
    EXPECT_EQ(desk->read(name("berth"), key(1)).values[2], decimal("30.00"));
}

TEST_P(Checks, AreAskedAtTheirStages) {
    Check closed = checkOn(CheckKind::Required, "until");
    closed.stages = {name("Closed")};
    Check onlyNew = checkOn(CheckKind::Required, "since");
    onlyNew.stages = {stage::Insert};
    Check printed = checkOn(CheckKind::Required, "depth");
    printed.stages = {stage::Output};
    state({closed, onlyNew, printed}, {{name("Closed"), name("state = 'shut'")}});
    EXPECT_EQ(refusal(update(2, {{name("name"), text("Deux")}})), QString());
    EXPECT_EQ(refusal(update(2, {{name("state"), text("shut")}})), name("required until"));
    EXPECT_EQ(refusal(update(
                  2, {{name("state"), text("shut")}, {name("until"), Value::date({2026, 2, 3})}})),
              QString());
    EXPECT_EQ(refusal(insert({{name("id"), Value::integer(9)}, {name("name"), text("Nine")}})),
              name("required since"));
    Occasion output;
    output.what = Occasion::What::Output;
    const Record third = desk->read(name("berth"), key(3));
    const auto problems =
        problemsOf(desk->table(name("berth")), desk->rules().value(name("berth")),
                   ProposedValues(third.values.begin(), third.values.end()), output);
    ASSERT_EQ(problems.size(), 1U);
    EXPECT_EQ(problems.front().field, name("depth"));
}

TEST_P(Checks, ARunLeavesOutWhatSaysSo) {
    Check filled = checkOn(CheckKind::Required, "depth");
    filled.inRuns = InRuns::LeaveOut;
    Check unique = checkOn(CheckKind::Unique, "since");
    unique.inRuns = InRuns::LeaveOut;
    state({filled, unique});
    const auto preview = previewBulkUpdate(
        desk->session(), std::make_shared<const Table>(desk->table(name("berth"))), {},
        {{{key(1), key(2), key(3)}}, {}}, {{{name("since"), Value::date({2026, 3, 4})}}, {}});
    ASSERT_TRUE(preview);
    const auto written =
        ChangeWriter(desk->session(), desk->catalog(), desk->rules())
            .write(bulkUpdateRequest(std::make_shared<const BulkPreview>(*preview)));
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    ASSERT_EQ(written->records.size(), 1U) << "the second is not unique, the third is not filled";
    EXPECT_EQ(written->records.front().key, key(1));
    ASSERT_EQ(written->leftOut.size(), 2U);
    EXPECT_EQ(written->leftOut[0].record, name("2"));
    EXPECT_EQ(written->leftOut[1].record, name("3"));
    EXPECT_EQ(desk->read(name("berth"), key(2)).values[4], Value::null());
}

TEST_P(Checks, WhatDoesNotFitStopsInsteadOfBeingDropped) {
    state({condition("dept > 0")});
    EXPECT_EQ(refusal(update(1, {{name("name"), text("Uno")}})), name("condition "));
    EXPECT_TRUE(last.problems.front().message.contains(name("“depth”")))
        << qPrintable(last.problems.front().message);
}

TEST_P(Checks, ARollbackIsHeldToTheDatabaseOnly) {
    state({});
    const auto changed = desk->write(update(2, {{name("depth"), decimal("5.00")}}));
    ASSERT_TRUE(changed);
    Check range = checkOn(CheckKind::Range, "depth");
    range.most = name("40");
    state({range});
    const auto back = desk->rollBack(changed->id);
    ASSERT_TRUE(back) << qPrintable(back.error().error.sentence);
    EXPECT_EQ(desk->read(name("berth"), key(2)).values[2], decimal("60.00"));
}

INSTANTIATE_TEST_SUITE_P(Engines, Checks,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
