// SPDX-License-Identifier: GPL-3.0-or-later
// What the stored values say, the same on all three engines.
#include "core/changes/change_writer.h"
#include "core/fitting/findings/binding_check.h"
#include "core/fitting/generation/proposals.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_catalog.h"
#include "core/value/text_form.h"
#include "support/engines.h"
#include "support/text.h"

#include <numeric>

namespace gravin::test {
namespace {

// 60 soundings; one of them of a boat that is not there, where the engine lets it be.
constexpr const char* EvidenceSchema = R"(
CREATE TABLE boat (id INTEGER PRIMARY KEY, name VARCHAR(20));
CREATE TABLE sounding (
    id INTEGER PRIMARY KEY, code VARCHAR(12), boat_id INTEGER, depth DECIMAL(8,2), day DATE,
    at TIMESTAMP NULL, ground VARCHAR(10), words VARCHAR(190), spare VARCHAR(10), tide DOUBLE PRECISION);
INSERT INTO boat VALUES (1, 'Heron'), (2, 'Petrel'), (3, 'Dunlin');
)";

QString soundings(int count) {
    QStringList rows;
    const QStringList grounds{name("mud"), name("sand"), name("rock")};
    for (int i = 1; i <= count; ++i)
        rows +=
            QStringLiteral("(%1, 'S-%2', %3, %4.%5, '%6', '%6 07:30:00', '%7', %8, NULL, %9)")
                .arg(i)
                .arg(i, 6, 10, QLatin1Char('0'))
                .arg(i % 3 + 1)
                .arg(i % 40 + 1)
                .arg(i % 4 * 25, 2, 10, QLatin1Char('0'))
                .arg(QDate(2026, 1, 1).addDays(i % 300).toString(Qt::ISODate), grounds[i % 3],
                     i == 7 ? QLatin1Char('\'') + QString(120, QLatin1Char('x')) + QLatin1Char('\'')
                     : i % 2 == 0 ? QStringLiteral("'short'")
                                  : QStringLiteral("NULL"))
                .arg(i / 4.0);
    QString sql;
    for (qsizetype first = 0; first < rows.size(); first += 500)
        sql += QStringLiteral("INSERT INTO sounding VALUES ") +
               rows.mid(first, 500).join(QLatin1Char(',')) + QStringLiteral(";\n");
    return sql;
}

class EvidenceOn : public testing::TestWithParam<Engine> {
protected:
    void SetUp() override {
        if (GetParam() != Engine::Sqlite && !serversAreThere())
            GTEST_SKIP() << "not within with-servers.sh";
        database = std::make_unique<EngineDatabase>(GetParam());
        database->run(name(EvidenceSchema));
        project.connection = database->spec();
    }
    Evidence gather(const EvidenceLimits& limits = {}) {
        auto session = database->open(Session::Access::ReadOnly);
        catalog = *session->readCatalog();
        const Table& table = *catalog.table(name("sounding"));
        auto evidence =
            gatherEvidence(*session, catalog, table, relationsOf(project, catalog, table), limits,
                           [](double) { return true; });
        EXPECT_TRUE(evidence) << qPrintable(evidence.error().sentence + evidence.error().detail);
        return evidence ? *evidence : Evidence();
    }
    static const ColumnEvidence& of(const Evidence& evidence, const char* column) {
        static const ColumnEvidence none;
        const ColumnEvidence* found = evidence.column(name(column));
        EXPECT_NE(found, nullptr) << column;
        return found ? *found : none;
    }
    static std::string line(const Evidence& evidence, const char* column) {
        return evidenceLine(of(evidence, column), evidence).toStdString();
    }

    std::unique_ptr<EngineDatabase> database;
    Project project;
    Catalog catalog;
};

TEST_P(EvidenceOn, SmallTablesAreLookedAtAltogether) {
    database->run(soundings(60));
    const Evidence evidence = gather();
    EXPECT_EQ(evidence.records, 60);
    EXPECT_TRUE(evidence.isExact());
    EXPECT_EQ(line(evidence, "code"), "full · A-999999");
    EXPECT_EQ(line(evidence, "ground"), "full · 3 values");
    EXPECT_EQ(line(evidence, "spare"), "always empty");
    EXPECT_EQ(line(evidence, "depth"), "full · 1.00 to 40.75");
    EXPECT_EQ(line(evidence, "day"), "full · all different");

    const ColumnEvidence& words = of(evidence, "words");
    EXPECT_EQ(words.filled, 31);
    EXPECT_EQ(words.longest, 120);
    EXPECT_EQ(words.usual, 5);
    EXPECT_EQ(words.typicalText, name("short"));
    const ColumnEvidence& ground = of(evidence, "ground");
    ASSERT_EQ(ground.seen.size(), 3U);
    for (const ColumnEvidence::Seen& each : ground.seen)
        EXPECT_EQ(each.count, 20);
    const ColumnEvidence& at = of(evidence, "at");
    EXPECT_TRUE(toText(at.smallest, at.type).startsWith(name("2026-01-02 07:30")));
    const ColumnEvidence& depth = of(evidence, "depth");
    EXPECT_EQ(std::accumulate(depth.bars.begin(), depth.bars.end(), 0LL), 60);
    EXPECT_EQ(depth.strangers, 0);
}

TEST_P(EvidenceOn, LargeTablesAreCountedOnceAndLookedAtInASample) {
    database->run(soundings(3000));
    const EvidenceLimits limits{500, 300};
    const Evidence evidence = gather(limits);
    EXPECT_EQ(evidence.records, 3000);
    EXPECT_FALSE(evidence.isExact());
    EXPECT_EQ(evidence.step, 11);
    EXPECT_EQ(evidence.lookedAt, 272) << "those of 3,000 that 11 divides";
    // Fill and extremes are those of all, whatever the sample has met.
    EXPECT_EQ(of(evidence, "words").filled, 1501);
    EXPECT_EQ(of(evidence, "depth").smallest, of(gather(), "depth").smallest);
    EXPECT_EQ(of(evidence, "depth").largest, of(gather(), "depth").largest);
    EXPECT_EQ(of(evidence, "at").largest, of(gather(), "at").largest);
    EXPECT_EQ(of(evidence, "id").largest, Value::integer(3000));
    EXPECT_EQ(of(evidence, "code").lookedAt, 272);
    EXPECT_EQ(line(evidence, "spare"), "always empty");
}

// A key of other kinds, or none: by place, or the first ones.
TEST_P(EvidenceOn, SamplesOfOtherKeysAreTakenByPlace) {
    database->run(soundings(1000));
    database->run(name("CREATE TABLE mark (code VARCHAR(12) PRIMARY KEY, depth DECIMAL(8,2));"
                       "INSERT INTO mark SELECT code, depth FROM sounding;"
                       "CREATE VIEW deep AS SELECT code, depth FROM sounding WHERE depth > 0"));
    auto session = database->open(Session::Access::ReadOnly);
    catalog = *session->readCatalog();
    const auto gathered = [&](const char* table) {
        return *gatherEvidence(*session, catalog, *catalog.table(name(table)), {}, {100, 90},
                               [](double) { return true; });
    };
    const Evidence byPlace = gathered("mark");
    EXPECT_EQ(byPlace.step, 11);
    EXPECT_EQ(byPlace.lookedAt, 91);
    EXPECT_EQ(of(byPlace, "depth").largest, of(gather(), "depth").largest);
    const Evidence first = gathered("deep");
    EXPECT_EQ(first.step, 1);
    EXPECT_EQ(first.lookedAt, 90);
    EXPECT_EQ(of(first, "depth").filled, 1000);
    EXPECT_TRUE(first.basis().contains(name("the first 90")));
}

TEST_P(EvidenceOn, NoRecordsAreNoTrouble) {
    const Evidence evidence = gather();
    EXPECT_EQ(evidence.records, 0);
    EXPECT_EQ(line(evidence, "code"), "no records");
}

TEST_P(EvidenceOn, OrphansAreFoundOfWhatTheNameHintsAt) {
    database->run(soundings(60));
    database->run(name("UPDATE sounding SET boat_id = 9 WHERE id IN (4, 5)"));
    const Evidence evidence = gather();
    const ColumnEvidence& boat = of(evidence, "boat_id");
    ASSERT_TRUE(boat.relation);
    EXPECT_EQ(boat.relation->table, name("boat"));
    EXPECT_FALSE(boat.relation->isDeclared);
    EXPECT_EQ(boat.orphans, 2);
    EXPECT_EQ(boat.orphanExamples, QStringList{name("9")});
}

TEST_P(EvidenceOn, ProposesWhatTheValuesSuggestAndNothingTwice) {
    database->run(soundings(60));
    const Evidence evidence = gather();
    for (const Table& table : catalog.tables)
        addGeneratedScreen(project, catalog, table, Arrangement::Grid);
    const auto proposals = [&] {
        const BoundScreen screen =
            *bindScreen(project, catalog, *project.screenById(name("sounding")));
        return proposalsFrom(evidence, screen, project, catalog, 7);
    };
    QStringList ids;
    const Proposals first = proposals();
    for (const Proposal& proposal : first) {
        ids += proposal.id();
        EXPECT_FALSE(proposal.what.isEmpty());
        EXPECT_FALSE(proposal.reason.isEmpty());
    }
    EXPECT_EQ(ids.join(u' ').toStdString(),
              (QStringList{name("required:code"), name("pattern:code"), name("unique:code"),
                           name("required:boat_id"), name("lookup:boat_id"), name("required:depth"),
                           name("range:depth"), name("required:day"), name("required:at"),
                           name("required:ground"), name("choices:ground"), name("long_text:words"),
                           name("leave_out:spare"), name("required:tide"), name("range:tide")}
                   .join(u' '))
                  .toStdString());
    const Project before = project;
    for (const Proposal& proposal : first)
        proposal.apply(project);
    EXPECT_TRUE(proposals().empty()) << qPrintable(proposals().front().id());
    EXPECT_FALSE(project == before);

    // What was accepted holds for the records that suggested it.
    auto session = database->open(Session::Access::ReadOnly);
    const auto findings = dataFindings(*session, project, catalog, [] { return true; });
    ASSERT_TRUE(findings);
    EXPECT_TRUE(findings->empty()) << qPrintable(findings->front().cause);
    EXPECT_TRUE(bindingFindings(project, catalog).empty());
    EXPECT_EQ(project.definition(name("sounding"), name("boat_id"))->lookup.table, name("boat"));
    EXPECT_EQ(project.definition(name("sounding"), name("ground"))->choices.size(), 3);
}

TEST_P(EvidenceOn, StopsBetweenTwoPiecesOfWork) {
    database->run(soundings(3000));
    auto session = database->open(Session::Access::ReadOnly);
    catalog = *session->readCatalog();
    const Table& table = *catalog.table(name("sounding"));
    for (const EvidenceLimits& limits : {EvidenceLimits{}, EvidenceLimits{100, 1000}}) {
        int steps = 0;
        const auto evidence =
            gatherEvidence(*session, catalog, table, {}, limits, [&](double progress) {
                EXPECT_GE(progress, 0);
                EXPECT_LE(progress, 1.01);
                return ++steps < 3;
            });
        ASSERT_FALSE(evidence);
        EXPECT_EQ(evidence.error().kind, ErrorKind::Cancelled);
        EXPECT_EQ(steps, 3);
    }
}

// Orders in which the price is that of the article, and the county that of the town.
TEST_P(EvidenceOn, WhatIsSaidTwiceIsProposedToBeTakenOver) {
    QString sql = name(
        "CREATE TABLE county (id INTEGER NOT NULL PRIMARY KEY, name VARCHAR(20));"
        "INSERT INTO county VALUES (1, 'North'), (2, 'South');"
        "CREATE TABLE town (id INTEGER NOT NULL PRIMARY KEY, name VARCHAR(20), county_id INTEGER, "
        "FOREIGN KEY (county_id) REFERENCES county (id));"
        "INSERT INTO town VALUES (1, 'Ossery', 1), (2, 'Tarn', 2), (3, 'Brack', 1);"
        "CREATE TABLE article (id INTEGER NOT NULL PRIMARY KEY, name VARCHAR(20), price "
        "DECIMAL(8,2));"
        "INSERT INTO article VALUES (1, 'Lamp', 10.50), (2, 'Lens', 0.20);"
        "CREATE TABLE bought (id INTEGER NOT NULL PRIMARY KEY, article_id INTEGER, unit_price "
        "DECIMAL(8,2), name VARCHAR(20), county_id INTEGER, town_id INTEGER, "
        "FOREIGN KEY (article_id) REFERENCES article (id), FOREIGN KEY (county_id) REFERENCES "
        "county (id), FOREIGN KEY (town_id) REFERENCES town (id));");
    for (int i = 1; i <= 30; ++i) {
        const int town = i % 3 + 1;
        sql += QStringLiteral("INSERT INTO bought VALUES (%1, %2, %3, '%4', %5, %6);")
                   .arg(i)
                   .arg(i % 2 + 1)
                   .arg(i % 2 == 0 ? name("10.50") : name("0.20"), i == 7       ? name("Lamp")
                                                                   : i % 2 == 0 ? name("Lamp")
                                                                                : name("Lens"))
                   .arg(town == 2 ? 2 : 1)
                   .arg(town);
    }
    database->run(sql);
    auto session = database->open(Session::Access::ReadOnly);
    catalog = *session->readCatalog();
    project.connection.changeLog = true;
    extendCatalog(catalog, project);
    const Table& bought = *catalog.table(name("bought"));
    const auto evidence =
        gatherEvidence(*session, catalog, bought, relationsOf(project, catalog, bought), {},
                       [](double) { return true; });
    ASSERT_TRUE(evidence) << qPrintable(evidence.error().sentence + evidence.error().detail);
    const auto& price = of(*evidence, "unit_price").echoes;
    ASSERT_EQ(price.size(), 1U);
    EXPECT_EQ(price[0].reference, u"article_id");
    EXPECT_EQ(price[0].far, u"price");
    EXPECT_EQ(price[0].compared, 30);
    EXPECT_EQ(of(*evidence, "name").echoes.size(), 0U) << "once it is another";
    ASSERT_EQ(of(*evidence, "county_id").echoes.size(), 1U);

    addGeneratedScreen(project, catalog, bought, Arrangement::Grid);
    auto bound = bindScreen(project, catalog, project.screens[0]);
    ASSERT_TRUE(bound);
    const Proposals proposals = proposalsFrom(*evidence, *bound, project, catalog, 8);
    for (const Proposal& proposal : proposals) {
        if (proposal.kind == Proposal::Kind::FilledWith ||
            proposal.kind == Proposal::Kind::OffersOnly)
            proposal.apply(project);
    }
    EXPECT_EQ(project.definition(name("bought"), name("unit_price"))->filledWith,
              u"article_id -> price");
    EXPECT_EQ(project.definition(name("bought"), name("town_id"))->lookup.where,
              u"county_id = record.county_id");
    // Proposed once: what is so already is not proposed again.
    extendCatalog(catalog, project);
    bound = bindScreen(project, catalog, project.screens[0]);
    for (const Proposal& proposal : proposalsFrom(*evidence, *bound, project, catalog, 8))
        EXPECT_FALSE(proposal.kind == Proposal::Kind::FilledWith ||
                     proposal.kind == Proposal::Kind::OffersOnly)
            << qPrintable(proposal.what);
}

// Only the change log knows when a record was added.
TEST_P(EvidenceOn, ADateThatIsAlwaysTheDayOfAddingIsProposedAsAStamp) {
    database->run(name("CREATE TABLE note (id INTEGER NOT NULL PRIMARY KEY, taken DATE, due DATE, "
                       "words VARCHAR(20));"));
    auto session = database->open();
    catalog = *session->readCatalog();
    project.connection.changeLog = true;
    QString days;
    for (int i = 1; i <= 24; ++i) {
        const QDate day = QDate(2026, 3, 1).addDays(i % 4);
        ChangeRequest request;
        request.person = name("somebody");
        request.edits.push_back({Operation::Insert,
                                 name("note"),
                                 {},
                                 {},
                                 {{name("id"), Value::integer(i)},
                                  {name("taken"), Value::date(day)},
                                  {name("due"), Value::date(i == 9 ? day.addDays(1) : day)}}});
        const WriteResult written = ChangeWriter(*session, catalog, {}).write(request);
        ASSERT_TRUE(written);
        // As if it had been written on that day.
        days += QStringLiteral("UPDATE gravin_change SET at = '%1T12:00:00.000000Z' WHERE id = %2;")
                    .arg(day.toString(Qt::ISODate))
                    .arg(written->id);
    }
    session.reset();
    database->run(days);
    session = database->open(Session::Access::ReadOnly);
    const Table& note = *catalog.table(name("note"));
    const auto evidence =
        gatherEvidence(*session, catalog, note, {}, {}, [](double) { return true; });
    ASSERT_TRUE(evidence) << qPrintable(evidence.error().sentence + evidence.error().detail);
    EXPECT_EQ(of(*evidence, "taken").addedOnItsDay, 24);
    EXPECT_EQ(of(*evidence, "taken").daysOfAdding, 4);
    EXPECT_EQ(of(*evidence, "due").addedOnItsDay, 0) << "once it is another day";
    addGeneratedScreen(project, catalog, note, Arrangement::Grid);
    const auto proposedFor = [&] {
        QStringList columns;
        const auto bound = bindScreen(project, catalog, project.screens[0]);
        for (const Proposal& proposal : proposalsFrom(*evidence, *bound, project, catalog, 8)) {
            if (proposal.kind != Proposal::Kind::Stamped)
                continue;
            columns += proposal.column;
            proposal.apply(project);
        }
        return columns;
    };
    EXPECT_EQ(proposedFor(), QStringList{name("taken")});
    EXPECT_EQ(project.definition(name("note"), name("taken"))->stamp.when, Stamp::When::Added);
    EXPECT_EQ(proposedFor(), QStringList()) << "it is so already";
}

INSTANTIATE_TEST_SUITE_P(Engines, EvidenceOn,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

// What SQLite alone lets be stored.
TEST(Evidence, TellsValuesThatAreNotOfTheirType) {
    EngineDatabase database(Engine::Sqlite);
    database.run(name("CREATE TABLE log (id INTEGER PRIMARY KEY, number INTEGER, day DATE, "
                      "picture BLOB);"
                      "INSERT INTO log VALUES (1, 4, '2026-01-01', x'00ff'), (2, 'four', "
                      "'soon', NULL), (3, 7, '2026-02-01', x'aa')"));
    auto session = database.open(Session::Access::ReadOnly);
    const Catalog catalog = *session->readCatalog();
    const auto evidence = gatherEvidence(*session, catalog, *catalog.table(name("log")), {}, {},
                                         [](double) { return true; });
    ASSERT_TRUE(evidence);
    EXPECT_EQ(evidence->column(name("number"))->strangers, 1);
    EXPECT_EQ(evidence->column(name("number"))->strangerExamples, QStringList{name("four")});
    EXPECT_EQ(evidence->column(name("day"))->strangers, 1);
    EXPECT_EQ(evidence->column(name("day"))->largest, Value::date(QDate(2026, 2, 1)));
    EXPECT_EQ(evidence->column(name("picture"))->largest, Value::integer(2)) << "its bytes";
}

} // namespace
} // namespace gravin::test
