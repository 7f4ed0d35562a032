// SPDX-License-Identifier: GPL-3.0-or-later
// Lookups that offer only what fits the record.
#include "core/project/offering.h"

#include "core/changes/change_writer.h"
#include "core/database/reach.h"
#include "core/fitting/binding.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/query_source.h"
#include "core/project/project_file.h"
#include "support/scratch.h"
#include "support/text.h"

namespace gravin::test {
namespace {

class Offering : public ::testing::Test {
protected:
    Offering() {
        project.connection = database.spec();
        project.connection.changeLog = true;
        session = database.open();
        catalog = *session->readCatalog();
        addGeneratedScreen(project, catalog, *catalog.table(name("person")), Arrangement::GridForm);
        offer("county_id = record.county_id");
    }
    void offer(const char* where) {
        project.definition(name("person"), name("town_id"))->lookup.where = name(where);
        catalog = *catalogOf(*session, project);
    }
    const Table& person() const { return *catalog.table(name("person")); }
    const Lookup& lookup() { return project.definition(name("person"), name("town_id"))->lookup; }
    QString reason(const char* where) {
        Lookup tried = lookup();
        tried.where = name(where);
        return reasonAgainstOffering(tried, person(), catalog);
    }
    WriteResult write(qint64 id, FieldValues values) {
        ChangeRequest request;
        request.person = name("tester");
        request.action = name("edit");
        request.edits = {{Operation::Update, name("person"), key(id), {}, std::move(values)}};
        return ChangeWriter(*session, catalog, rulesOf(project, catalog)).write(request);
    }

    ScratchDatabase database{QStringLiteral(
        "CREATE TABLE county (id INTEGER PRIMARY KEY, name TEXT);"
        "INSERT INTO county VALUES (1, 'Upper'), (2, 'Lower');"
        "CREATE TABLE town (id INTEGER PRIMARY KEY, name TEXT, county_id INTEGER REFERENCES county "
        "(id));"
        "INSERT INTO town VALUES (1, 'Tarn', 1), (2, 'Holm', 2), (3, 'Wick', 2);"
        "CREATE TABLE person (id INTEGER PRIMARY KEY, name TEXT, county_id INTEGER REFERENCES "
        "county (id), town_id INTEGER REFERENCES town (id));"
        "INSERT INTO person VALUES (1, 'Hale', 1, 1), (2, 'Orrin', NULL, NULL);")};
    Project project;
    std::unique_ptr<Session> session;
    Catalog catalog;
};

TEST_F(Offering, TheConditionIsAskedWithTheRecordsOwnValues) {
    const auto offered = [&](const Value& county) {
        return offeredFor(lookup(), person(), catalog,
                          {Value::integer(1), text("Hale"), county, Value(), Value(), Value()});
    };
    EXPECT_EQ(offered(Value::integer(2)), u"county_id = 2");
    EXPECT_EQ(offered(Value()), u"county_id = NULL") << "nothing is offered yet";
    offer("name <> record.name AND town.id > 1");
    EXPECT_EQ(offered(Value()), u"name <> 'Hale' AND id > 1");
    offer("county_id = record.town_id -> county_id");
    const int far = person().indexOf(name("town_id -> county_id"));
    EXPECT_GE(far, 0) << "what the record reaches is read with it";
}

TEST_F(Offering, WhatDoesNotFitSaysWhy) {
    EXPECT_EQ(reason("county_id = record.county_id"), QString());
    EXPECT_TRUE(reason("county_id = record.conty_id").contains(name("county_id")));
    EXPECT_TRUE(reason("conty_id = 1").contains(name("county_id")));
    EXPECT_FALSE(reason("county_id").isEmpty()) << "no condition";
    EXPECT_FALSE(reason("person.county_id = 1").isEmpty());
}

TEST_F(Offering, WhatIsMostOftenWantedIsProposed) {
    const Column& town = *person().column(name("town_id"));
    EXPECT_EQ(usualOfferings(lookup(), person(), town, catalog),
              (QStringList{name("name = record.name"), name("county_id = record.county_id")}));
}

TEST_F(Offering, TheDoorRefusesWhatIsNotOffered) {
    const auto refused = write(1, {{name("town_id"), Value::integer(2)}});
    ASSERT_FALSE(refused);
    ASSERT_EQ(refused.error().problems.size(), 1U);
    EXPECT_EQ(refused.error().problems.front().check, u"offered");
    EXPECT_EQ(refused.error().problems.front().field, u"town_id");
    EXPECT_TRUE(
        write(1, {{name("county_id"), Value::integer(2)}, {name("town_id"), Value::integer(3)}}));
    EXPECT_FALSE(write(1, {{name("county_id"), Value::integer(1)}}))
        << "the town is none of the new county";
    EXPECT_TRUE(write(1, {{name("county_id"), Value::integer(1)}, {name("town_id"), Value()}}));
}

} // namespace
} // namespace gravin::test
