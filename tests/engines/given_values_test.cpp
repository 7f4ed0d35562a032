// SPDX-License-Identifier: GPL-3.0-or-later
// What the one door writes by itself: what fields are filled with, and stamps; the same on all
// three engines.
#include "core/base/person.h"
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/change_writer.h"
#include "core/changes/rollback.h"
#include "core/fitting/binding.h"
#include "core/fitting/query_source.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"
#include "support/engines.h"

namespace gravin::test {
namespace {

constexpr const char* StockSchema = R"(
CREATE TABLE article (id INTEGER NOT NULL PRIMARY KEY, name VARCHAR(40) NOT NULL, price DECIMAL(9,2) NOT NULL);
INSERT INTO article VALUES (1, 'Lamp', 10.10), (2, 'Lens', 0.20);
CREATE TABLE line (id INTEGER NOT NULL PRIMARY KEY, article_id INTEGER, amount INTEGER, price DECIMAL(9,2),
                   who VARCHAR(40), changed_on DATE, FOREIGN KEY (article_id) REFERENCES article (id));
INSERT INTO line VALUES (1, 1, 3, 9.00, 'before', '2020-01-01');
)";

class GivenByTheDoor : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name(StockSchema));
        FieldDefinition price{name("price"), name("Price"), ShownAs::Number};
        price.filledWith = name("article_id -> price");
        price.editable = Editable::Never; // filled all the same
        FieldDefinition who{name("who"), name("Who")};
        who.stamp = {Stamp::When::Changed, name("CURRENT_USER")};
        FieldDefinition day{name("changed_on"), name("Added on"), ShownAs::Date};
        day.stamp = {Stamp::When::Added, name("CURRENT_DATE")};
        project.fields[name("line")] = {price, who, day};
        session = database->open();
        catalog = *catalogOf(*session, project);
    }
    WriteResult write(RecordEdit edit, bool fills = true) {
        ChangeRequest request;
        request.person = name("tester");
        request.action = name("edit");
        request.fills = fills;
        request.edits = {std::move(edit)};
        return ChangeWriter(*session, catalog, rulesOf(project, catalog)).write(request);
    }
    RecordEdit update(const char* column, const Value& value) {
        return {Operation::Update, name("line"), key(1), {}, {{name(column), value}}};
    }
    QString stored(qint64 id, const char* column) {
        const Table& line = *catalog.table(name("line"));
        const auto record = TableReader(*session, line).record(key(id));
        if (!record || !*record)
            return {};
        const int at = line.indexOf(name(column));
        return toText((*record)->values[static_cast<size_t>(at)], line.columns[at].type);
    }

    Project project;
    std::unique_ptr<Session> session;
    Catalog catalog;
};

TEST_P(GivenByTheDoor, APickedArticleBringsItsPriceAndAStamp) {
    ASSERT_TRUE(write(update("article_id", Value::integer(2))));
    EXPECT_EQ(stored(1, "price"), u"0.20");
    EXPECT_EQ(stored(1, "who"), personName());
    EXPECT_EQ(stored(1, "changed_on"), u"2020-01-01") << "set when a record is added only";
    RecordEdit made{Operation::Insert,
                    name("line"),
                    {},
                    {},
                    {{name("id"), Value::integer(2)}, {name("article_id"), Value::integer(1)}}};
    ASSERT_TRUE(write(made));
    EXPECT_EQ(stored(2, "price"), u"10.10");
    EXPECT_EQ(stored(2, "who"), personName());
    EXPECT_FALSE(stored(2, "changed_on").isEmpty());
}

TEST_P(GivenByTheDoor, WhatIsWrittenStandsAndWhatIsNotTouchedIsLeftAlone) {
    ASSERT_TRUE(write(update("amount", Value::integer(4))));
    EXPECT_EQ(stored(1, "price"), u"9.00") << "nothing that it reads was written";
    EXPECT_EQ(stored(1, "who"), personName());
    ASSERT_TRUE(write(update("article_id", Value::integer(2)), false));
    EXPECT_EQ(stored(1, "price"), u"9.00") << "a form has filled it already, or let it be";
}

TEST_P(GivenByTheDoor, AStampIsNobodysToWrite) {
    const auto written = write(update("who", text("somebody")));
    ASSERT_FALSE(written);
    ASSERT_FALSE(written.error().problems.empty());
    EXPECT_EQ(written.error().problems.front().check, u"editable");
    EXPECT_EQ(stored(1, "who"), u"before");
}

TEST_P(GivenByTheDoor, AnEditThatChangesNothingStampsNothing) {
    const auto written = write(update("amount", Value::integer(3)));
    ASSERT_TRUE(written);
    EXPECT_EQ(written->count(), 0);
    EXPECT_EQ(stored(1, "who"), u"before");
}

TEST_P(GivenByTheDoor, ARollbackRestoresWhatWasAndStampsNothing) {
    const auto written = write(update("amount", Value::integer(4)));
    ASSERT_TRUE(written);
    ASSERT_EQ(stored(1, "who"), personName());
    ChangeRequest back;
    back.person = name("tester");
    back.action = name("roll back");
    back.restoring = true;
    back.fills = true;
    const RecordChange& done = written->records.front();
    back.edits = {{Operation::Update, name("line"), key(1), done.after, done.before}};
    ASSERT_TRUE(ChangeWriter(*session, catalog, rulesOf(project, catalog)).write(back));
    EXPECT_EQ(stored(1, "who"), u"before");
    EXPECT_EQ(stored(1, "amount"), u"3");
}

TEST_P(GivenByTheDoor, ManyAtOnceAreStampedToo) {
    database->run(name("INSERT INTO line (id, amount, who) VALUES (10, 1, 'a'), (11, 1, 'b'), "
                       "(12, 1, 'c'), (13, 1, 'd'), (14, 1, 'e'), (15, 1, 'f'), (16, 1, 'g'), "
                       "(17, 1, 'h'), (18, 1, 'i'), (19, 1, 'j');"));
    ChangeRequest request;
    request.person = name("tester");
    request.action = name("bulk update");
    for (qint64 id = 10; id < 20; ++id)
        request.edits.push_back(
            {Operation::Update, name("line"), key(id), {}, {{name("amount"), Value::integer(2)}}});
    ASSERT_TRUE(ChangeWriter(*session, catalog, rulesOf(project, catalog)).write(request));
    for (qint64 id = 10; id < 20; ++id)
        EXPECT_EQ(stored(id, "who"), personName());
}

// Only where that is asked for, and then the preview says so.
TEST_P(GivenByTheDoor, ABulkUpdateLetsThemFollow) {
    database->run(name("INSERT INTO line VALUES (2, 2, 1, 0.50, NULL, NULL), (3, NULL, 1, NULL, "
                       "NULL, NULL)"));
    const auto table = std::make_shared<const Table>(*catalog.table(name("line")));
    const TableRules rules = rulesOf(project, catalog).value(name("line"));
    BulkValues values;
    values.put.insert(name("article_id"), Value::integer(2));
    EXPECT_TRUE(couldFill(*table, values));
    const auto without = previewBulkUpdate(*session, table, rules, {}, values);
    ASSERT_TRUE(without) << qPrintable(without.error().detail);
    EXPECT_EQ(without->spreads.keys(), QStringList{name("article_id")});

    values.fills = true;
    const auto preview = previewBulkUpdate(*session, table, rules, {}, values);
    ASSERT_TRUE(preview) << qPrintable(preview.error().detail);
    EXPECT_EQ(preview->refused, 0) << "a field that nobody edits is filled all the same";
    EXPECT_EQ(preview->unchanged, 1) << "what has the article already keeps its price";
    EXPECT_EQ(preview->changing.size(), 2);
    ASSERT_TRUE(preview->spreads.contains(name("price")));
    EXPECT_EQ(preview->spreads[name("price")].after.sum, decimal("0.40"));
    ChangeRequest request = bulkUpdateRequest(std::make_shared<const BulkPreview>(*preview));
    request.person = name("tester");
    const auto written = ChangeWriter(*session, catalog, rulesOf(project, catalog)).write(request);
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    EXPECT_EQ(stored(1, "price"), u"0.20");
    EXPECT_EQ(stored(2, "price"), u"0.50");
    EXPECT_EQ(stored(3, "price"), u"0.20");

    BulkValues price;
    price.put.insert(name("price"), decimal("1.00"));
    EXPECT_FALSE(couldFill(*table, price)) << "what is put there stands";
}

INSTANTIATE_TEST_SUITE_P(Engines, GivenByTheDoor,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
