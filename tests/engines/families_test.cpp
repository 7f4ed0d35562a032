// SPDX-License-Identifier: GPL-3.0-or-later
// Parents with new children in one change, and what goes with a deletion, on all three engines.
#include "core/changes/deletion_plan.h"
#include "demonstrated.h"
#include "support/text.h"

namespace gravin::test {
namespace {

class Families : public Demonstrated {
protected:
    void SetUp() override {
        Demonstrated::SetUp();
        if (!IsSkipped())
            desk = std::make_unique<Desk>(database->open());
    }
    static RecordEdit insert(const char* table, const FieldValues& values,
                             const QList<HandedDown>& handedDown = {}) {
        RecordEdit edit{Operation::Insert, name(table), {}, {}, values};
        edit.handedDown = handedDown;
        return edit;
    }
    static FieldValues visit() {
        return {{name("aid_id"), Value::integer(1)},
                {name("visited_on"), Value::date(QDate(2026, 11, 20))}};
    }
    qint64 counted(const char* sql) { return database->run(name(sql)).trimmed().toLongLong(); }
    DeletionPlan plan(const char* table, const std::vector<Key>& keys) {
        auto session = database->open(Session::Access::ReadOnly);
        const Catalog catalog = *session->readCatalog();
        return *planDeletion(*session, catalog, *catalog.table(name(table)), keys);
    }

    std::unique_ptr<Desk> desk;
};

TEST_P(Families, AGivenKeyIsHandedDownToThirtyChildren) {
    const QString before = database->dump();
    std::vector<RecordEdit> edits;
    edits.push_back(insert("visit", visit()));
    for (int part = 1; part <= 30; ++part)
        edits.push_back(
            insert("visit_part",
                   {{name("part_id"), Value::integer(part)}, {name("quantity"), Value::integer(2)}},
                   {{name("visit_id"), 0, name("id")}}));
    const WriteResult written = desk->write(edits);
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    EXPECT_EQ(written->records.size(), 31U);
    const Key key = written->records.front().key;
    for (size_t i = 1; i < written->records.size(); ++i)
        EXPECT_EQ(written->records[i].after.value(name("visit_id")), key[0]);
    EXPECT_NE(database->dump(), before);
    ASSERT_TRUE(desk->rollBack(written->id));
    EXPECT_EQ(database->dump(), before) << "one step back, and nothing is left of it";
}

TEST_P(Families, OneChildThatIsRefusedStopsAllAndIsTold) {
    const QString before = database->dump();
    std::vector<RecordEdit> edits;
    edits.push_back(insert("visit", visit()));
    for (const qint64 part : {1, 2, 99999})
        edits.push_back(
            insert("visit_part",
                   {{name("part_id"), Value::integer(part)}, {name("quantity"), Value::integer(1)}},
                   {{name("visit_id"), 0, name("id")}}));
    const WriteResult written = desk->write(edits);
    ASSERT_FALSE(written);
    EXPECT_EQ(written.error().edit, std::optional<size_t>(3));
    EXPECT_EQ(written.error().problems.front().field, name("part_id"));
    EXPECT_EQ(database->dump(), before);

    edits = {insert("visit_part", {{name("part_id"), Value::integer(1)}},
                    {{name("visit_id"), 7, name("id")}})};
    EXPECT_EQ(desk->write(edits).error().error.kind, ErrorKind::Usage);
}

TEST_P(Families, ADeletionIsPlannedAsItIsDone) {
    const qint64 visits = counted("SELECT count(*) FROM visit WHERE aid_id = 1");
    const DeletionPlan ofAid = plan("aid", {Key({Value::integer(1)})});
    EXPECT_TRUE(ofAid.takesOthers());
    qint64 going = 1;
    for (const DeletionPlan::Part& part : ofAid.parts) {
        EXPECT_TRUE(part.table != u"visit" || part.count == visits);
        going += part.fate == DeletionPlan::Fate::GoesWith ? part.count : 0;
    }
    std::vector<RecordEdit> edits;
    edits.push_back({Operation::Delete, name("aid"), Key({Value::integer(1)}), {}, {}});
    EXPECT_FALSE(desk->write(edits)) << "nobody agreed that others go too";
    edits.front().cascade = true;
    const WriteResult written = desk->write(edits);
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    qint64 deleted = 0;
    for (const RecordChange& record : written->records)
        deleted += record.operation == Operation::Delete ? 1 : 0;
    EXPECT_EQ(deleted, going);

    const DeletionPlan ofLamp =
        plan("lamp", {Key({Value::integer(1)}), Key({Value::integer(999)})});
    EXPECT_EQ(ofLamp.gone, 1);
    EXPECT_FALSE(ofLamp.takesOthers());
    EXPECT_EQ(ofLamp.parts.size(), 1);
    EXPECT_EQ(ofLamp.parts.front().fate, DeletionPlan::Fate::Emptied);
}

TEST_P(Families, RecordsThatReferToEachOtherAreDeletedTogether) {
    std::vector<RecordEdit> edits;
    FieldValues aid{{name("code"), Value::text(name("Z1"))},
                    {name("name"), Value::text(name("Spare"))},
                    {name("sector_id"), Value::integer(1)},
                    {name("aid_type_id"), Value::integer(1)},
                    {name("day_rate"), Value::decimal(*Decimal::fromText(u"1.00"))}};
    edits.push_back(insert("aid", aid));
    aid[name("code")] = Value::text(name("Z2"));
    edits.push_back(insert("aid", aid, {{name("replaces_id"), 0, name("id")}}));
    const WriteResult made = desk->write(edits);
    ASSERT_TRUE(made) << qPrintable(made.error().error.sentence);
    const std::vector<Key> keys{made->records[0].key, made->records[1].key};
    EXPECT_FALSE(plan("aid", keys).takesOthers());
    edits.clear();
    for (const Key& key : keys)
        edits.push_back({Operation::Delete, name("aid"), key, {}, {}});
    const WriteResult gone = desk->write(edits);
    ASSERT_TRUE(gone) << qPrintable(gone.error().error.sentence);
    EXPECT_EQ(gone->records.size(), 2U);
}

INSTANTIATE_TEST_SUITE_P(Engines, Families,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
