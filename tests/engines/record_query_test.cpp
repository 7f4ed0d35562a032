// SPDX-License-Identifier: GPL-3.0-or-later
// Which records a list shows, in which order: the same on all three engines.
#include "core/fitting/field_filter.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/query_source.h"
#include "core/records/totals.h"
#include "core/value/text_form.h"
#include "support/engines.h"

namespace gravin::test {
namespace {

constexpr const char* SoundingsSchema = R"(
CREATE TABLE quay (code VARCHAR(4) PRIMARY KEY, name VARCHAR(20) NOT NULL);
CREATE TABLE berth (id INTEGER PRIMARY KEY, name VARCHAR(20) NOT NULL, depth DECIMAL(5,2), quay VARCHAR(4) REFERENCES quay (code),
                    since DATE, wet BOOLEAN, note VARCHAR(40));
INSERT INTO quay VALUES ('N', 'Nordkai'), ('S', 'Südkai');
INSERT INTO berth VALUES (1, 'Outer', 4.50, 'N', '2026-01-31', TRUE, '100 % wet'),
    (2, 'inner', 9.25, 'S', NULL, FALSE, NULL), (3, 'Äußerer', NULL, 'S', '2026-03-01', TRUE, ''),
    (4, 'Basin', 4.50, NULL, '2025-12-24', NULL, 'it''s _wet_');
)";

class Query : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name(SoundingsSchema));
        session = database->open(Session::Access::ReadOnly);
        catalog = *catalogOf(*session, project);
        const QString id =
            addGeneratedScreen(project, catalog, *catalog.table(name("berth")), Arrangement::Grid);
        screen = *bindScreen(project, catalog, *project.screenById(id));
    }
    QString keys(const RecordQuery& query) {
        QStringList keys;
        const Status scanned =
            TableReader(*session, *screen.table).scanKeys(query, [&](KeyIndex&& run) {
                for (qsizetype i = 0; i < run.size(); ++i)
                    keys += keyText(run.at(i), screen.table->keyTypes());
                return true;
            });
        EXPECT_TRUE(scanned) << qPrintable(scanned ? QString() : scanned.error().detail);
        return keys.join(u',');
    }
    QString found(const char* words) {
        RecordQuery query;
        query.search = name(words);
        query.searched = searchedColumns(screen, catalog);
        return keys(query);
    }
    QString narrowed(const char* column, FieldFilter::Kind kind, const QStringList& texts,
                     const std::vector<Value>& values = {}) {
        const BoundField& field = *screen.field(name(column));
        EXPECT_TRUE(filterKindsFor(field).contains(kind));
        const auto condition = conditionOf({name(column), kind, values, texts}, field);
        return condition ? keys({{}, {}, {*condition}}) : condition.error().sentence;
    }

    std::unique_ptr<Session> session;
    Project project;
    Catalog catalog;
    BoundScreen screen;
};

using Kind = FieldFilter::Kind;

TEST_P(Query, WordsAreLookedForInEveryFieldAndInWhatLookupsShow) {
    EXPECT_EQ(found("er"), name("1,2,3"));
    EXPECT_EQ(found("ER out"), name("1")) << "each word, in any field";
    EXPECT_EQ(found("südkai"), name("2,3")) << "what the lookup shows";
    EXPECT_EQ(found("ÄUSS"), QString()) << "no letters but these";
    EXPECT_EQ(found("äuß"), name("3"));
    EXPECT_EQ(found("4.5"), name("1,4"));
    EXPECT_EQ(found("100 %"), name("1")) << "no sign is a wildcard";
    EXPECT_EQ(found("_wet_"), name("4"));
    EXPECT_EQ(found("it's"), name("4"));
    EXPECT_EQ(found("nowhere"), QString());
    EXPECT_EQ(found("  "), name("1,2,3,4"));
}

TEST_P(Query, AFieldNarrowsByValuesTextsAndLimits) {
    EXPECT_EQ(narrowed("quay", Kind::OneOf, {}, {text("S"), Value::null()}), name("2,3,4"));
    EXPECT_EQ(narrowed("depth", Kind::OneOf, {}, {decimal("4.50")}), name("1,4"));
    EXPECT_EQ(narrowed("wet", Kind::OneOf, {}, {Value::boolean(false)}), name("2"));
    EXPECT_EQ(narrowed("name", Kind::Contains, {name("ER")}), name("1,2,3"));
    EXPECT_EQ(narrowed("name", Kind::StartsWith, {name("äu")}), name("3"));
    EXPECT_EQ(narrowed("note", Kind::Contains, {name("%")}), name("1"));
    EXPECT_EQ(narrowed("note", Kind::Empty, {}), name("2,3")) << "nothing, or an empty text";
    EXPECT_EQ(narrowed("since", Kind::Empty, {}), name("2"));
    EXPECT_EQ(narrowed("since", Kind::Filled, {}), name("1,3,4"));
    EXPECT_EQ(narrowed("depth", Kind::AtLeast, {name("4.6")}), name("2"));
    EXPECT_EQ(narrowed("depth", Kind::Between, {name("4"), name("5")}), name("1,4"));
    EXPECT_EQ(narrowed("since", Kind::AtMost, {name("2026-01-31")}), name("1,4"));
    EXPECT_TRUE(narrowed("depth", Kind::AtLeast, {name("deep")}).contains(name("“deep”")));
    EXPECT_EQ(narrowed("depth", Kind::OneOf, {}), name("Tick at least one value."));
}

// Whatever a list goes by: a few of its records, asked for by themselves, come as the whole has
// them.
TEST_P(Query, AFewRecordsComeInTheOrderOfAll) {
    RecordQuery byLookup{{{name("quay"), true, name("quay -> name")}, {name("since")}}};
    RecordQuery all{{{name("name"), true}}, {{name("wet")}, {Value::boolean(true)}}, {}};
    all.conditions = {name("depth IS NULL OR depth > 1")};
    all.search = name("er");
    all.searched = searchedColumns(screen, catalog);
    const RecordQuery queries[] = {{}, byLookup, all, {{{name("depth")}, {name("note"), true}}}};
    for (const RecordQuery& query : queries) {
        const QStringList whole = keys(query).split(u',', Qt::SkipEmptyParts);
        for (int some = 1; some < 16; ++some) {
            std::vector<Key> asked;
            for (const qint64 id : {4, 3, 2, 1}) {
                if (some & (1 << (id - 1)))
                    asked.push_back(key(id));
            }
            const auto ordered = TableReader(*session, *screen.table).inOrder(query, asked);
            ASSERT_TRUE(ordered) << qPrintable(ordered.error().detail);
            QStringList texts;
            for (const Key& each : *ordered)
                texts += QString::number(each[0].asInteger());
            QStringList wanted = whole;
            wanted.removeIf([&](const QString& id) { return !(some & (1 << (id.toInt() - 1))); });
            EXPECT_EQ(texts.join(u','), wanted.join(u',')) << some;
        }
    }
}

TEST_P(Query, AllOfItHoldsTogether) {
    RecordQuery query{{{name("name"), true}},
                      {{name("quay")}, {text("S")}},
                      {name("depth IS NULL OR depth > 1"), name("id < 3")}};
    query.search = name("in");
    query.searched = searchedColumns(screen, catalog);
    EXPECT_EQ(keys(query), name("2"));
    query = {{{name("depth"), true}, {name("since"), false}}, {}, {name("depth > 1")}};
    EXPECT_EQ(keys(query), name("2,4,1"));
    query.conditions = {name("deepth > 1")};
    EXPECT_EQ(TableReader(*session, *screen.table)
                  .scanKeys(query, [](KeyIndex&&) { return true; })
                  .error()
                  .kind,
              ErrorKind::Usage);
}

TEST_P(Query, ValuesAreCounted) {
    const auto counts =
        valueCounts(*session, *screen.table, *screen.table->column(name("quay")), 10);
    ASSERT_TRUE(counts);
    ASSERT_EQ(counts->size(), 3U);
    EXPECT_EQ(counts->front().value, text("S"));
    EXPECT_EQ(counts->front().count, 2);
    EXPECT_EQ(valueCounts(*session, *screen.table, *screen.table->column(name("id")), 2)->size(),
              2U);
}

TEST_P(Query, AListIsGroupedAndSummedInItsOrder) {
    RecordQuery query{{{name("quay"), false}, {name("depth"), true}}, {}, {}};
    const QStringList by{name("quay"), name("wet")};
    query.sort.insert(1, {name("wet"), false});
    const auto groups =
        readGroups(*session, *screen.table, query, by, {name("depth")}, [] { return false; });
    ASSERT_TRUE(groups) << qPrintable(groups.error().detail);
    QString order;
    qint64 records = 0;
    for (const RecordGroup& group : *groups) {
        order += QString::number(group.level);
        ASSERT_EQ(group.values.size(), static_cast<size_t>(group.level) + 1);
        if (group.level > 0)
            continue;
        EXPECT_EQ(group.first, records);
        records += group.count;
        if (group.values.front() == text("S")) {
            EXPECT_EQ(group.count, 2);
            EXPECT_EQ(group.totals.front().filled, 1);
            EXPECT_EQ(group.totals.front().sum, decimal("9.25"));
        }
    }
    // One quay has two kinds of berths; which of the three quays comes first, an engine may say.
    EXPECT_EQ(QString(order).remove(name("011")).remove(name("01")), QString())
        << qPrintable(order);
    EXPECT_EQ(order.count(u'1'), 4);
    EXPECT_EQ(records, 4);

    const auto totals = readTotals(*session, *screen.table, {{}, {}, {name("id < 4")}},
                                   {name("depth"), name("since")}, [] { return false; });
    ASSERT_TRUE(totals);
    EXPECT_EQ(totals->front().filled, 2);
    EXPECT_EQ(totals->front().sum, decimal("13.75"));
    EXPECT_EQ(totals->front().average, decimal("6.8750"));
    EXPECT_EQ(totals->front().smallest, decimal("4.50"));
    EXPECT_EQ(totals->back().largest, Value::date(QDate(2026, 3, 1)));
    EXPECT_TRUE(totals->back().sum.isNull());
    EXPECT_EQ(
        readTotals(*session, *screen.table, {}, {name("depth")}, [] { return true; }).error().kind,
        ErrorKind::Cancelled);
}

TEST_P(Query, TotalsAreOfRecordsAsTheyWillBe) {
    const ComingValues coming{{{key(1), {decimal("100.25")}}, {key(4), {decimal("7.00")}}},
                              {{decimal("0.50")}, {Value()}}};
    const auto totals = readTotals(
        *session, *screen.table, {{}, {}, {name("id < 4")}}, {name("depth")}, [] { return false; },
        coming);
    ASSERT_TRUE(totals) << qPrintable(totals.error().detail);
    EXPECT_EQ(totals->front().sum, decimal("110.00"))
        << "what is edited counts once, what is not in the list does not";
    EXPECT_EQ(totals->front().filled, 3);
    EXPECT_EQ(totals->front().largest, decimal("100.25"));
    EXPECT_EQ(totalsOf(coming.besides, 1).front().sum, decimal("0.50"));
    EXPECT_EQ(totalsOf({}, 2).size(), 2U);
}

INSTANTIATE_TEST_SUITE_P(Engines, Query,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
