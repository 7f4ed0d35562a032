// SPDX-License-Identifier: GPL-3.0-or-later
// Whatever reads asks a connection that fails at its first, second, … statement: each time that
// very error has to come back, and when nothing fails any more the answer is what it was before.
#include "core/changes/as_it_was.h"
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/deletion_plan.h"
#include "core/changes/log/change_log.h"
#include "core/changes/log/log_verification.h"
#include "core/changes/rollback.h"
#include "core/fitting/binding.h"
#include "core/fitting/data_fit.h"
#include "core/fitting/findings/binding_check.h"
#include "core/fitting/generation/evidence.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/records/totals.h"
#include "support/scratch.h"
#include "support/text.h"

using namespace gravin;
using namespace gravin::test;

namespace {

const Error Broken{ErrorKind::Unavailable, name("The cable was pulled."), {}, {}};

class FailingConnection : public ::testing::Test {
protected:
    FailingConnection()
        : database(name("CREATE TABLE berth (id INTEGER PRIMARY KEY, name TEXT NOT NULL UNIQUE);"
                        "CREATE TABLE boat (id INTEGER PRIMARY KEY, name TEXT NOT NULL, length "
                        "NUMERIC, berth_id INTEGER REFERENCES berth (id) ON UPDATE CASCADE);"
                        "INSERT INTO berth VALUES (1, 'North'), (2, 'South'), (3, 'Quay');"
                        "INSERT INTO boat VALUES (1, 'Heron', 7, 1), (2, 'Tern', 9.5, 1), "
                        "(3, 'Skua', NULL, 2);"))
        , desk(database) {
        EXPECT_TRUE(desk.write(
            {Operation::Update, name("boat"), key(1), {}, {{name("name"), text("Grey heron")}}}));
        EXPECT_TRUE(desk.write({Operation::Insert,
                                name("boat"),
                                {},
                                {},
                                {{name("name"), text("Dove")}, {name("berth_id"), key(3)[0]}}}));
        EXPECT_TRUE(desk.write({Operation::Delete, name("boat"), key(2), {}, {}}));
        for (const char* table : {"berth", "boat"})
            addGeneratedScreen(project, desk.catalog(), desk.table(name(table)),
                               Arrangement::GridForm);
    }

    // `describe`: what the answer says, so that two can be compared.
    template <typename T>
    void failAtEachStatement(const std::function<Result<T>(Session&)>& read,
                             const std::function<QString(const T&)>& describe) {
        Session& session = desk.session();
        const auto before = read(session);
        ASSERT_TRUE(before) << qPrintable(before.error().sentence);
        constexpr int Most = 500;
        int failed = 0;
        for (int at = 0; at < Most; ++at) {
            int asked = 0;
            session.askBeforeStatements(
                [&]() -> Status { return asked++ == at ? Status(Broken) : ok(); });
            const auto answer = read(session);
            session.askBeforeStatements({});
            if (asked <= at) { // it needs no more statements than that
                ASSERT_TRUE(answer);
                EXPECT_EQ(describe(*answer), describe(*before));
                break;
            }
            ++failed;
            ASSERT_FALSE(answer) << "statement " << at << " failed, and the answer was given";
            EXPECT_EQ(answer.error().kind, Broken.kind) << "at statement " << at;
            EXPECT_EQ(answer.error().sentence, Broken.sentence) << "at statement " << at;
        }
        EXPECT_GT(failed, 0) << "nothing was asked of the database";
        const auto after = read(session);
        ASSERT_TRUE(after);
        EXPECT_EQ(describe(*after), describe(*before)) << "a failure has left something behind";
    }

    std::shared_ptr<const Table> boats() const {
        return std::make_shared<const Table>(desk.table(name("boat")));
    }

    ScratchDatabase database;
    Desk desk;
    Project project;
};

QString sizeText(size_t count) { return QString::number(static_cast<qint64>(count)); }

TEST_F(FailingConnection, TheRecordsOfATable) {
    failAtEachStatement<std::vector<Record>>(
        [&](Session& session) {
            return TableReader(session, desk.table(name("boat"))).range({}, 0, 10);
        },
        [](const auto& records) { return sizeText(records.size()); });
    failAtEachStatement<qint64>(
        [&](Session& session) { return TableReader(session, desk.table(name("boat"))).count(); },
        [](const qint64& count) { return QString::number(count); });
    failAtEachStatement<std::vector<Key>>(
        [&](Session& session) {
            return TableReader(session, desk.table(name("boat")))
                .keysWhere({name("berth_id")}, {Value::integer(1)});
        },
        [](const auto& keys) { return sizeText(keys.size()); });
}

TEST_F(FailingConnection, GroupsAndTotals) {
    RecordQuery byBerth;
    byBerth.sort = {{name("berth_id"), false}};
    failAtEachStatement<std::vector<RecordGroup>>(
        [&](Session& session) {
            return readGroups(session, desk.table(name("boat")), byBerth, {name("berth_id")},
                              {name("length")}, [] { return false; });
        },
        [](const auto& groups) { return sizeText(groups.size()); });
    failAtEachStatement<std::vector<ColumnTotals>>(
        [&](Session& session) {
            return readTotals(session, desk.table(name("boat")), {}, {name("length")},
                              [] { return false; });
        },
        [](const auto& totals) { return sizeText(totals.size()); });
}

TEST_F(FailingConnection, TheCatalog) {
    failAtEachStatement<Catalog>(
        [](Session& session) { return session.readCatalog(); },
        [](const Catalog& catalog) { return QString::number(catalog.tables.size()); });
}

TEST_F(FailingConnection, TheChangeLog) {
    failAtEachStatement<std::vector<ChangeSummary>>(
        [](Session& session) { return ChangeLog(session).list({}); },
        [](const auto& changes) { return sizeText(changes.size()); });
    failAtEachStatement<CommittedChange>(
        [&](Session& session) { return ChangeLog(session).change(1, desk.catalog()); },
        [](const CommittedChange& change) { return sizeText(change.records.size()); });
    failAtEachStatement<std::vector<FieldHistory>>(
        [&](Session& session) {
            return ChangeLog(session).historyOf(desk.table(name("boat")), key(1), name("name"),
                                                desk.catalog());
        },
        [](const auto& history) { return sizeText(history.size()); });
    failAtEachStatement<std::optional<OpenTrial>>(
        [](Session& session) { return ChangeLog(session).openTrial(); },
        [](const auto& trial) { return trial ? name("on") : name("off"); });
}

TEST_F(FailingConnection, TheVerificationOfTheLog) {
    failAtEachStatement<LogVerification>(
        [](Session& session) { return LogVerifier(session).verify({}); },
        [](const LogVerification& found) { return found.head + sizeText(found.damages.size()); });
    failAtEachStatement<Success>(
        [](Session& session) {
            return LogVerifier(session).verifyChanges({1, 2, 3});
        },
        [](const Success&) { return name("whole"); });
}

TEST_F(FailingConnection, APlanOfRollingBack) {
    LogScope all;
    all.afterId = 0;
    failAtEachStatement<RollbackPlan>(
        [&](Session& session) {
            return planRollback(session, desk.catalog(), all, RollbackChoices(OnConflict::Stop));
        },
        [](const RollbackPlan& plan) { return sizeText(plan.steps.size()); });
}

TEST_F(FailingConnection, ATableAsItWas) {
    failAtEachStatement<AsItWas>(
        [&](Session& session) {
            return lookBack(session, desk.catalog(), desk.table(name("boat")), 0);
        },
        [](const AsItWas& then) { return QString::number(then.differences.size()); });
}

TEST_F(FailingConnection, ThePreviewOfABulkUpdate) {
    BulkValues values;
    values.put.insert(name("length"), Value::integer(8));
    failAtEachStatement<BulkPreview>(
        [&](Session& session) { return previewBulkUpdate(session, boats(), {}, {}, values, {}); },
        [](const BulkPreview& preview) { return QString::number(preview.records); });
}

TEST_F(FailingConnection, WhatADeletionTakesAlong) {
    failAtEachStatement<DeletionPlan>(
        [&](Session& session) {
            return planDeletion(session, desk.catalog(), desk.table(name("berth")), {key(1)});
        },
        [](const DeletionPlan& plan) { return QString::number(plan.parts.size()); });
}

TEST_F(FailingConnection, WhatTheStoredValuesSay) {
    failAtEachStatement<Findings>(
        [&](Session& session) {
            return dataFindings(session, project, desk.catalog(), [] { return true; });
        },
        [](const Findings& findings) { return summaryOf(findings); });
    failAtEachStatement<DataFit>(
        [&](Session& session) {
            return dataFitOf(session, desk.catalog(), desk.table(name("boat")));
        },
        [](const DataFit& fit) { return fit.isEmpty() ? name("fits") : name("does not"); });
    failAtEachStatement<Evidence>(
        [&](Session& session) {
            return gatherEvidence(session, desk.catalog(), desk.table(name("boat")),
                                  relationsOf(project, desk.catalog(), desk.table(name("boat"))),
                                  {}, [](double) { return true; });
        },
        [](const Evidence& evidence) { return sizeText(evidence.columns.size()); });
}

// A write that fails at any statement leaves the database as it was, and its log whole.
TEST_F(FailingConnection, AWriteLeavesNothing) {
    Session& session = desk.session();
    const QString before = database.dump();
    constexpr int Most = 100;
    int failed = 0;
    for (int at = 0; at < Most; ++at) {
        int asked = 0;
        session.askBeforeStatements(
            [&]() -> Status { return asked++ == at ? Status(Broken) : ok(); });
        const WriteResult written = desk.write(
            {{Operation::Update, name("boat"), key(1), {}, {{name("length"), Value::integer(at)}}},
             {Operation::Delete, name("boat"), key(3), {}, {}}});
        session.askBeforeStatements({});
        if (written)
            break;
        ++failed;
        EXPECT_EQ(written.error().error.kind, Broken.kind) << "at statement " << at;
        ASSERT_EQ(database.dump(), before) << "at statement " << at;
    }
    EXPECT_GT(failed, 5);
    EXPECT_NE(database.dump(), before) << "nothing failed any more, and it was written";
    EXPECT_TRUE(LogVerifier(session).verify({})->isIntact());
}

} // namespace
