// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/drafts/draft_store.h"

#include "support/scratch.h"

using namespace gravin;
using namespace gravin::test;

namespace {

class Drafts : public ::testing::Test {
protected:
    Drafts() {
        auto made = std::make_shared<Table>();
        made->name = QStringLiteral("t");
        const auto add = [&](const char* name, ColumnType type, bool nullable) {
            Column column;
            column.name = QLatin1String(name);
            column.type = type;
            column.nullable = nullable;
            made->columns += column;
        };
        add("id", {TypeKind::Integer}, false);
        add("a", {TypeKind::Text, 3}, false);
        add("b", {TypeKind::Integer}, true);
        made->columns[0].givenByDatabase = true;
        made->key = {QStringLiteral("id")};
        table = made;
        drafts = std::make_unique<DraftStore>(table);
        rules.fields = {{QStringLiteral("a"), QStringLiteral("Name"), true, true}};
    }
    QStringList checks(const RecordId& of) {
        QStringList checks;
        for (const Problem& problem : drafts->problems(of, rules))
            checks += problem.check;
        return checks;
    }

    std::shared_ptr<const Table> table;
    std::unique_ptr<DraftStore> drafts;
    TableRules rules;
    Record record{key(1), {Value::integer(1), text("one"), Value::integer(5)}};
    RecordId id{key(1), 0};
};

TEST_F(Drafts, BeginWithTheFirstEditAndEndWithTheFormerValue) {
    drafts->setValue(id, &record, 1, text("one"));
    EXPECT_EQ(drafts->find(id), nullptr) << "nothing changed";
    drafts->setValue(id, &record, 1, text("two"));
    ASSERT_NE(drafts->find(id), nullptr);
    EXPECT_EQ(drafts->find(id)->value(1), text("two"));
    EXPECT_EQ(drafts->find(id)->value(2), Value::integer(5));
    drafts->setValue(id, &record, 1, text("one"));
    EXPECT_EQ(drafts->find(id), nullptr);
}

TEST_F(Drafts, KeepBadTextAndSayWhatIsWrong) {
    drafts->setBadText(id, &record, 2, {QStringLiteral("five"), QStringLiteral("Not a number.")});
    EXPECT_EQ(checks(id), QStringList{QStringLiteral("type")});
    drafts->setValue(id, &record, 2, Value::integer(6));
    EXPECT_TRUE(checks(id).isEmpty());
    drafts->setValue(id, &record, 1, text("  "));
    EXPECT_EQ(checks(id), QStringList{QStringLiteral("required")});
    drafts->setValue(id, &record, 1, text("long"));
    EXPECT_EQ(checks(id), QStringList{QStringLiteral("length")});
}

TEST_F(Drafts, ForgetAnOldRefusalWhenItsFieldIsEditedAgain) {
    drafts->setValue(id, &record, 1, text("two"));
    drafts->setRefusals(
        id, {{{}, QStringLiteral("a"), QStringLiteral("unique"), QStringLiteral("Taken."), {}}});
    EXPECT_EQ(checks(id), QStringList{QStringLiteral("unique")});
    drafts->setValue(id, &record, 2, Value::integer(6));
    EXPECT_EQ(checks(id), QStringList{QStringLiteral("unique")})
        << "another field's edit mends nothing";
    drafts->setValue(id, &record, 1, text("tri"));
    EXPECT_TRUE(checks(id).isEmpty());
}

TEST_F(Drafts, TakeOverWhatOthersChangedButNeverOverMine) {
    drafts->setValue(id, &record, 1, text("my"));
    drafts->rebase(key(1), {Value::integer(1), text("one"), Value::integer(7)});
    EXPECT_EQ(drafts->find(id)->value(2), Value::integer(7));
    EXPECT_TRUE(drafts->find(id)->theirs.isEmpty());
    drafts->rebase(key(1), {Value::integer(1), text("its"), Value::integer(7)});
    EXPECT_EQ(drafts->find(id)->value(1), text("my"));
    EXPECT_EQ(drafts->find(id)->theirs.value(1), text("its"));
    EXPECT_EQ(checks(id), QStringList{QStringLiteral("conflict")});
    drafts->keepMine(id, 1);
    EXPECT_TRUE(checks(id).isEmpty());
    EXPECT_EQ(drafts->find(id)->was[1], text("its")) << "saving now replaces just what they wrote";
    drafts->rebase(key(1), {Value::integer(1), text("my"), Value::integer(7)});
    EXPECT_EQ(drafts->find(id), nullptr) << "the same value is no clash and no edit";
}

TEST_F(Drafts, TakeTheirsEndsTheEdit) {
    drafts->setValue(id, &record, 1, text("my"));
    drafts->setTheirs(id, 1, text("its"));
    drafts->takeTheirs(id, 1);
    EXPECT_EQ(drafts->find(id), nullptr);
}

TEST_F(Drafts, KeepWhatWasTypedWhileASaveWasUnderWay) {
    drafts->setValue(id, &record, 1, text("a"));
    drafts->setSaving(id, true);
    drafts->setValue(id, &record, 1, text("b"));
    drafts->saved(id, {{1, text("a")}});
    ASSERT_NE(drafts->find(id), nullptr);
    EXPECT_EQ(drafts->find(id)->was[1], text("a"));
    EXPECT_EQ(drafts->find(id)->value(1), text("b"));
    drafts->saved(id, {{1, text("b")}});
    EXPECT_EQ(drafts->find(id), nullptr);
}

TEST_F(Drafts, NewRecordsLeaveTheirKeyToTheDatabase) {
    const RecordId fresh = drafts->addNew();
    EXPECT_EQ(drafts->newRecords(), QList<RecordId>{fresh});
    EXPECT_EQ(checks(fresh), QStringList{QStringLiteral("required")})
        << "the key is not missing, the name is";
    drafts->setValue(fresh, nullptr, 1, text("new"));
    EXPECT_TRUE(checks(fresh).isEmpty());
    EXPECT_FALSE(drafts->find(fresh)->proposed()[0].has_value());
    drafts->discard(fresh);
    EXPECT_TRUE(drafts->newRecords().isEmpty());
}

} // namespace
