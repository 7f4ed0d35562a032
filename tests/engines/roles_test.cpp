// SPDX-License-Identifier: GPL-3.0-or-later
// What a role forbids is forbidden at the one door, whichever way leads there; records that a role
// does not let somebody see are nowhere to be read or written.
#include "core/changes/as_it_was.h"
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/change_writer.h"
#include "core/changes/rollback.h"
#include "core/fitting/binding.h"
#include "core/fitting/field_filter.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/list_query.h"
#include "core/project/project_catalog.h"
#include "core/records/table_reader.h"
#include "support/engines.h"
#include "support/text.h"

using namespace gravin;
using namespace gravin::test;

namespace {

class Roles : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name("CREATE TABLE aid (code VARCHAR(20) PRIMARY KEY NOT NULL, name "
                           "VARCHAR(40), sector VARCHAR(20));"
                           "CREATE TABLE visit (id INTEGER PRIMARY KEY, aid_code VARCHAR(20) "
                           "REFERENCES aid (code), note VARCHAR(40));"
                           "INSERT INTO aid VALUES ('A', 'Ash', 'North'), ('B', 'Bell', "
                           "'O''Brien\\?'), ('C', 'Cone', 'North');"
                           "INSERT INTO visit VALUES (1, 'A', 'x'), (2, 'B', 'y');"));
        session = database->open();
        project.connection = session->spec();
        project.connection.changeLog = true;
        Catalog plain = *session->readCatalog();
        aid = addGeneratedScreen(project, plain, *plain.table(name("aid")), Arrangement::Grid);
        visit = addGeneratedScreen(project, plain, *plain.table(name("visit")), Arrangement::Grid);
        ASSERT_FALSE(plain.account.isEmpty());
        account = plain.account;
    }

    // This account has one role from now on.
    void have(const QList<Act>& may, const QMap<QString, QString>& records = {},
              const QList<RoleOnScreen>& screens = {}) {
        Role role{name("clerk"), {account}, {}, screens, records};
        for (const Act act : may)
            role.may.set(act, true);
        project.roles = {role};
        catalog = *session->readCatalog();
        extendCatalog(catalog, project);
        rules = rulesOf(project, catalog);
    }
    void haveNone() {
        project.roles.clear();
        catalog = *session->readCatalog();
        extendCatalog(catalog, project);
        rules = rulesOf(project, catalog);
    }
    WriteResult write(RecordEdit edit) {
        ChangeRequest request;
        request.person = name("anna");
        request.action = name("edit");
        request.edits = {std::move(edit)};
        return ChangeWriter(*session, catalog, rules).write(request);
    }
    static Key code(const char* text) { return Key({Value::text(name(text))}); }
    WriteResult rename(const char* key, const char* to) {
        return write({Operation::Update,
                      name("aid"),
                      code(key),
                      {},
                      {{name("name"), Value::text(name(to))}}});
    }
    WriteResult add(const char* key, const char* sector) {
        return write({Operation::Insert,
                      name("aid"),
                      {},
                      {},
                      {{name("code"), Value::text(name(key))},
                       {name("sector"), Value::text(name(sector))}}});
    }
    QString codesIn(const Table& table) {
        QStringList found;
        const Status scanned = TableReader(*session, table).scanKeys({}, [&](KeyIndex&& run) {
            for (qsizetype i = 0; i < run.size(); ++i)
                found += run.at(i)[0].asText();
            return true;
        });
        EXPECT_TRUE(scanned) << qPrintable(scanned ? QString() : scanned.error().detail);
        return found.join(u',');
    }
    QString codes() { return codesIn(*catalog.table(name("aid"))); }

    Project project;
    QString account;
    QString aid;
    QString visit;
    std::unique_ptr<Session> session;
    Catalog catalog;
    RuleBook rules;
};

TEST_P(Roles, EachKindOfWriteIsAsked) {
    have({Act::Open, Act::Change});
    EXPECT_TRUE(rename("A", "Alder"));
    EXPECT_FALSE(add("D", "North"));
    EXPECT_FALSE(write({Operation::Delete, name("aid"), code("C"), {}, {}}));
    have({Act::Open, Act::Add});
    EXPECT_TRUE(add("D", "North"));
    const auto refused = rename("A", "Ash");
    ASSERT_FALSE(refused);
    EXPECT_EQ(refused.error().error.kind, ErrorKind::ReadOnly);
    have({Act::Open, Act::Delete});
    EXPECT_TRUE(write({Operation::Delete, name("aid"), code("C"), {}, {}}));
    have({});
    EXPECT_FALSE(rename("A", "Ash"));
    EXPECT_FALSE(bindScreen(project, catalog, *project.screenById(aid)));
}

TEST_P(Roles, AScreenSaysWhatMayBeDoneToItsTable) {
    have({Act::Open, Act::Change}, {}, {{aid, Acts()}});
    EXPECT_FALSE(rename("A", "Alder"));
    EXPECT_TRUE(write({Operation::Update,
                       name("visit"),
                       Key({Value::integer(1)}),
                       {},
                       {{name("note"), Value::text(name("z"))}}}));
}

TEST_P(Roles, AFieldCanBeClosed) {
    RoleOnScreen own{aid};
    own.locked = {name("name")};
    own.hidden = {name("sector")};
    have({Act::Open, Act::Change}, {}, {own});
    const auto bound = bindScreen(project, catalog, *project.screenById(aid));
    ASSERT_TRUE(bound);
    EXPECT_FALSE(bound->field(name("name"))->isEditable());
    EXPECT_EQ(bound->field(name("sector")), nullptr);
    ChangeRequest request;
    request.person = name("anna");
    request.action = name("edit");
    request.screenRules = screenRulesOf(*bound);
    request.edits = {{Operation::Update,
                      name("aid"),
                      code("A"),
                      {},
                      {{name("name"), Value::text(name("Alder"))}}}};
    EXPECT_FALSE(ChangeWriter(*session, catalog, rules).write(request));
    EXPECT_FALSE(rename("A", "Alder")) << "nor without saying where it is from";
}

TEST_P(Roles, BulkUpdatesAreARightOfTheirOwn) {
    const auto bulk = [this](qint64 fewest) {
        BulkValues values;
        values.put = {{name("name"), Value::text(name("Same"))}};
        const auto preview =
            previewBulkUpdate(*session, std::make_shared<const Table>(*catalog.table(name("aid"))),
                              rules.value(name("aid")), BulkScope(), values);
        EXPECT_TRUE(preview);
        ChangeRequest request =
            bulkUpdateRequest(std::make_shared<const BulkPreview>(*preview), {}, false);
        request.person = name("anna");
        request.fewestSetWise = fewest;
        return ChangeWriter(*session, catalog, rules).write(request);
    };
    for (const qint64 fewest : {1, 1'000'000}) {
        have({Act::Open, Act::Change});
        const auto refused = bulk(fewest);
        ASSERT_FALSE(refused);
        EXPECT_TRUE(refused.error().error.sentence.contains(name("Bulk update")));
        EXPECT_EQ(database->run(name("SELECT name FROM aid WHERE code = 'A';")).trimmed(),
                  name("Ash"));
    }
    have({Act::Open, Act::Change, Act::BulkUpdate});
    EXPECT_TRUE(bulk(1));
}

TEST_P(Roles, RollingBackOnesOwnIsLessThanAll) {
    haveNone();
    ASSERT_TRUE(rename("A", "Alder"));
    const auto rollBack = [this](qint64 change) {
        const auto plan = planRollback(*session, catalog, change);
        EXPECT_TRUE(plan);
        auto request = rollbackRequest(*plan, {});
        EXPECT_TRUE(request);
        request->person = name("anna");
        return ChangeWriter(*session, catalog, rules).write(*request);
    };
    have({Act::Open, Act::Change, Act::History});
    EXPECT_FALSE(rollBack(1));
    have({Act::Open, Act::Change, Act::RollBackOwn});
    EXPECT_TRUE(rollBack(1));
    // As if somebody else had made it; whose it is asks grants_test.cpp with two accounts.
    ASSERT_TRUE(rename("A", "Aspen"));
    auto plan = planRollback(*session, catalog, 3);
    ASSERT_TRUE(plan);
    EXPECT_TRUE(plan->isOwn);
    plan->isOwn = false;
    auto request = rollbackRequest(*plan, {});
    ASSERT_TRUE(request);
    request->person = name("anna");
    EXPECT_FALSE(ChangeWriter(*session, catalog, rules).write(*request));
    EXPECT_FALSE(reasonAgainst(*plan, rules).isEmpty());
    have({Act::Open, Act::Change, Act::RollBackAll});
    EXPECT_TRUE(ChangeWriter(*session, catalog, rules).write(*request));
}

TEST_P(Roles, OnlySomeRecordsAreThere) {
    have({Act::Open, Act::Change, Act::Add, Act::Delete, Act::History},
         {{name("aid"), name("sector = 'North'")}});
    EXPECT_EQ(codes(), name("A,C"));
    EXPECT_TRUE(rename("A", "Alder"));
    const auto hidden = rename("B", "Buoy");
    ASSERT_FALSE(hidden);
    EXPECT_EQ(hidden.error().error.kind, ErrorKind::NotFound);
    EXPECT_FALSE(hidden.error().error.sentence.contains(name("deleted")));
    EXPECT_FALSE(write({Operation::Delete, name("aid"), code("B"), {}, {}}));
    // Nothing leaves what they may see, and nothing is put beyond it.
    EXPECT_FALSE(write({Operation::Update,
                        name("aid"),
                        code("A"),
                        {},
                        {{name("sector"), Value::text(name("South"))}}}));
    EXPECT_FALSE(add("D", "South"));
    EXPECT_TRUE(add("E", "North"));
    EXPECT_EQ(codes(), name("A,C,E"));
    // Not how it was either.
    const auto then = lookBack(*session, catalog, *catalog.table(name("aid")), 0);
    ASSERT_TRUE(then);
    EXPECT_EQ(codesIn(*then->table), name("A,C"));
    haveNone();
    EXPECT_EQ(codes(), name("A,B,C,E"));
    EXPECT_EQ(database->run(name("SELECT name FROM aid WHERE code = 'B';")).trimmed(),
              name("Bell"));
}

// Nor by any way around: what refers to a record that is not theirs refers to none for them.
TEST_P(Roles, RecordsOfOthersAreNotReachedThroughOthers) {
    FieldDefinition& reference = *project.definition(name("visit"), name("aid_code"));
    reference.shownAs = ShownAs::Lookup;
    reference.lookup.table = name("aid");
    reference.lookup.storedColumn = name("code");
    reference.lookup.shownColumns = {name("name")};
    project.computed[name("visit")] = {{name("named"), name("aid_code -> name")}};
    project.computed[name("aid")] = {
        {name("visits"), name("(SELECT COUNT(*) FROM visit WHERE visit.aid_code = record.code)")}};
    have({Act::Open, Act::Change},
         {{name("aid"), name("sector = 'North'")}, {name("visit"), name("id < 9")}});
    const Table& visits = *catalog.table(name("visit"));
    const auto records = TableReader(*session, visits).range({{name("id")}}, 0, -1);
    ASSERT_TRUE(records) << qPrintable(records.error().detail);
    const auto named = static_cast<size_t>(visits.indexOf(name("named")));
    EXPECT_EQ((*records)[0].values[named], Value::text(name("Ash")));
    EXPECT_TRUE((*records)[1].values[named].isNull());
    // In its order, by what is searched, and in what a lookup offers.
    RecordQuery sorted;
    sorted.sort = {{name("named")}};
    EXPECT_TRUE(TableReader(*session, visits).range(sorted.sort, 0, -1));
    const Table& aids = *catalog.table(name("aid"));
    const auto counted = TableReader(*session, aids).range({{name("code")}}, 0, -1);
    ASSERT_TRUE(counted) << qPrintable(counted.error().detail);
    ASSERT_EQ(counted->size(), 2U);
    EXPECT_EQ((*counted)[0].values[static_cast<size_t>(aids.indexOf(name("visits")))],
              Value::integer(1));
    const auto found = [&](const char* word) {
        const BoundScreen bound = *bindScreen(project, catalog, *project.screenById(visit));
        RecordQuery query = listQuery(bound, bound.screen.list, catalog);
        query.search = name(word);
        query.searched = searchedColumns(bound, catalog);
        qsizetype count = 0;
        const Status scanned = TableReader(*session, visits).scanKeys(query, [&](KeyIndex&& run) {
            count += run.size();
            return true;
        });
        EXPECT_TRUE(scanned) << qPrintable(scanned ? QString() : scanned.error().detail);
        return count;
    };
    EXPECT_EQ(found("Ash"), 1);
    EXPECT_EQ(found("Bell"), 0);
}

TEST_P(Roles, AConditionHoldsWhateverItsTextsAre) {
    const QString odd = GetParam() == Engine::MariaDb ? name("O'Brien?") : name("O'Brien\\?");
    have({Act::Open},
         {{name("aid"), name("sector = '%1'").arg(QString(odd).replace(u'\'', name("''")))}});
    EXPECT_EQ(codes(), name("B"));
}

TEST_P(Roles, WhatCannotBeAskedShowsNothing) {
    have({Act::Open}, {{name("aid"), name("nosuch = 1")}});
    EXPECT_EQ(codes(), QString());
    const Findings findings = bindingFindings(project, catalog);
    EXPECT_TRUE(std::any_of(findings.begin(), findings.end(), [](const Finding& finding) {
        return finding.kind == u"role_records";
    }));
}

INSTANTIATE_TEST_SUITE_P(Each, Roles,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
