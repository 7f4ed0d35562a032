// SPDX-License-Identifier: GPL-3.0-or-later
// A field that stands in another record, edited from the one that refers to it.
#include "core/fitting/far_field.h"

#include "open_project.h"
#include "session/drafts/draft_history.h"
#include "session/screen_binding.h"

using namespace gravin;
using namespace gravin::test;

namespace {

class FarFieldTest : public OpenProject {
protected:
    FarFieldTest() {
        workspace().document()->change(name("berth's name"), [](Project& project) {
            project.computed[name("boat")] = {{name("berth"), name("berth_id -> name")},
                                              {name("loud"), name("UPPER(berth_id -> name)")}};
            FieldDefinition berth{name("berth"), name("Berth")};
            project.fields[name("boat")] += berth;
            for (Screen& screen : project.screens) {
                if (screen.table == u"boat")
                    screen.fields += {ScreenField{name("berth")}, ScreenField{name("loud")}};
            }
        });
        settle();
        binding = std::make_unique<ScreenBinding>(&workspace(), name("boat"));
    }
    ~FarFieldTest() override { binding.reset(); }
    QString shown(qint64 boat, const char* column) {
        const auto value = binding->value({key(boat), 0}, *binding->screen().field(name(column)));
        return value && value->kind() == Value::Kind::Text ? value->asText() : QString();
    }
    static RecordId id(qint64 boat) { return {key(boat), 0}; }
    void save(qint64 boat) {
        said.clear();
        binding->save(id(boat));
        ASSERT_TRUE(until([&] { return !said.isEmpty(); }));
    }

    std::unique_ptr<ScreenBinding> binding;
};

TEST_F(FarFieldTest, IsWrittenToTheRecordThatItStandsIn) {
    type(1, "berth", "Northern");
    EXPECT_EQ(shown(1, "berth"), u"Northern");
    EXPECT_EQ(shown(1, "loud"), u"NORTHERN") << "what is computed of it follows";
    EXPECT_EQ(binding->recordsSaved(id(1)), 1) << "the boat itself is not changed";
    type(1, "name", "Grey heron");
    EXPECT_EQ(binding->recordsSaved(id(1)), 2);
    save(1);
    EXPECT_TRUE(isSaid("Saved 2 records as one: change 1."));
    EXPECT_EQ(stored("SELECT name FROM berth WHERE id = 1"), u"Northern");
    EXPECT_EQ(stored("SELECT count(*) FROM gravin_change"), u"1");
    EXPECT_EQ(drafts("boat").find(id(1)), nullptr);
    ASSERT_NE(record("boat", 2), nullptr);
    EXPECT_TRUE(until([&] { return shown(2, "berth") == u"Northern"; }))
        << "the other boat there shows it too";
    EXPECT_TRUE(until([&] { return shown(1, "berth") == u"Northern"; }));
}

TEST_F(FarFieldTest, IsUndoneAndRevertedLikeAnyField) {
    type(1, "berth", "Northern");
    settle();
    records().history()->undo();
    EXPECT_EQ(drafts("boat").find(id(1)), nullptr);
    records().history()->redo();
    EXPECT_EQ(shown(1, "berth"), u"Northern");
    type(1, "berth", "North");
    EXPECT_EQ(drafts("boat").find(id(1)), nullptr) << "as it was is no edit";
}

TEST_F(FarFieldTest, AnotherReferenceMeansAnotherRecord) {
    type(1, "berth", "Northern");
    records().choose(binding->screen(), id(1), *binding->screen().field(name("berth_id")),
                     Value::integer(2));
    EXPECT_TRUE(until([&] { return shown(1, "berth") == u"South"; }))
        << "what was meant for the first one is not written to the second";
    type(1, "berth", "Southern");
    save(1);
    EXPECT_TRUE(isSaid("Saved 2 records as one"));
    EXPECT_EQ(stored("SELECT group_concat(name) FROM berth"), u"North,Southern");
    EXPECT_EQ(stored("SELECT berth_id FROM boat WHERE id = 1"), u"2");
    // And where there is none.
    records().choose(binding->screen(), id(3), *binding->screen().field(name("berth_id")), Value());
    EXPECT_TRUE(record("boat", 3) && until([&] {
                    records().choose(binding->screen(), id(3),
                                     *binding->screen().field(name("berth_id")), Value());
                    return drafts("boat").find(id(3)) != nullptr;
                }));
    EXPECT_TRUE(binding->readOnlyReason(*binding->screen().field(name("berth")), id(3))
                    .contains(u"and Berth is empty"));
}

TEST_F(FarFieldTest, WhatSomebodyElseWroteThereIsNotPassedOver) {
    type(1, "berth", "Northern");
    database.sqlite(name("UPDATE berth SET name = 'Nord' WHERE id = 1"));
    save(1);
    EXPECT_EQ(stored("SELECT name FROM berth WHERE id = 1"), u"Nord") << "nothing is written";
    const Draft* draft = drafts("boat").find(id(1));
    ASSERT_NE(draft, nullptr);
    const int place = binding->screen().field(name("berth"))->far->place;
    EXPECT_EQ(draft->theirs.value(place), text("Nord"));
    drafts("boat").keepMine(id(1), place);
    save(1);
    EXPECT_EQ(stored("SELECT name FROM berth WHERE id = 1"), u"Northern");
}

TEST_F(FarFieldTest, WhatTheOtherTableRefusesIsSaidAtTheField) {
    type(1, "berth", "South");
    save(1);
    EXPECT_EQ(stored("SELECT name FROM berth WHERE id = 1"), u"North");
    const std::vector<Problem> problems = records().problems(name("boat"), id(1));
    ASSERT_FALSE(problems.empty());
    EXPECT_TRUE(binding->screen().field(name("berth"))->isAbout(problems.front().field))
        << problems.front().field.toStdString() << problems.front().message.toStdString();
    EXPECT_TRUE(binding->saveReason(id(1)).isEmpty()) << "it may be tried again";
}

TEST_F(FarFieldTest, OnlyWhatOneReferenceLeadsToIsOne) {
    const Table& boat = *records().table(name("boat"));
    const Catalog& catalog = workspace().catalog();
    EXPECT_TRUE(farFieldOf(boat, *boat.column(name("berth")), catalog));
    EXPECT_FALSE(farFieldOf(boat, *boat.column(name("loud")), catalog));
    EXPECT_TRUE(
        reasonAgainstFarField(boat, *boat.column(name("name")), catalog).contains(u"computed"));
    EXPECT_EQ(binding->screen().field(name("loud"))->far, std::nullopt);
    EXPECT_TRUE(binding->readOnlyReason(*binding->screen().field(name("berth")), {})
                    .contains(u"one by one"))
        << "not by a bulk update";
}

TEST_F(FarFieldTest, TwoThatWriteDifferentThingsThereAreNotSavedTogether) {
    type(1, "berth", "Northern");
    type(2, "berth", "Nordic");
    said.clear();
    writing().saver()->save(name("Boats"), {name("boat"), id(1)}, {{name("boat"), id(2)}});
    EXPECT_TRUE(isSaid("write different things"));
    type(2, "berth", "Northern");
    said.clear();
    writing().saver()->save(name("Boats"), {name("boat"), id(1)}, {{name("boat"), id(2)}});
    EXPECT_TRUE(isSaid("Saved"));
    EXPECT_EQ(stored("SELECT name FROM berth WHERE id = 1"), u"Northern");
    EXPECT_EQ(drafts("boat").find(id(2)), nullptr);
}

} // namespace
