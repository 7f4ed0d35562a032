// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/drafts/draft_journal.h"

#include "support/scratch.h"

#include <QDir>

using namespace gravin;
using namespace gravin::test;

namespace {

Table berth() {
    Table table;
    table.name = QStringLiteral("berth");
    for (const auto& [column, kind] :
         {std::pair{"id", TypeKind::Integer}, std::pair{"name", TypeKind::Text},
          std::pair{"depth", TypeKind::Decimal}, std::pair{"plan", TypeKind::Binary}}) {
        Column made;
        made.name = QString::fromLatin1(column);
        made.type = {kind};
        table.columns += made;
    }
    table.key = {QStringLiteral("id")};
    return table;
}

class Journal : public ::testing::Test {
protected:
    DraftJournal journal() const { return {folder.path(), QStringLiteral("/p/harbour.gravin")}; }
    static JournalledDraft edited(const char* name) {
        return {QStringLiteral("berth"),
                key(7),
                {{QStringLiteral("name"), text("Outer")}},
                {{QStringLiteral("name"), text(name)}},
                {}};
    }
    static QList<JournalledDraft> left(DraftJournal& journal) {
        QString problem;
        const auto drafts = journal.takeLeftOver(problem);
        EXPECT_EQ(problem, QString());
        return drafts;
    }
    QTemporaryDir folder;
};

TEST_F(Journal, GivesBackExactlyWhatWasTyped) {
    const QList<JournalledDraft> drafts{
        edited("Über \"quoted\"\nline 😀"),
        {QStringLiteral("berth"),
         {},
         {},
         {{QStringLiteral("depth"), decimal("4.50")},
          {QStringLiteral("plan"), Value::binary(QByteArray("\0\xff", 2))},
          {QStringLiteral("name"), Value::null()}},
         {{QStringLiteral("id"), QStringLiteral("seven")}}}};
    {
        DraftJournal first = journal();
        EXPECT_TRUE(left(first).isEmpty());
        ASSERT_TRUE(first.write(drafts));
        const QDir files(folder.path());
        const QString name = files.entryList({QStringLiteral("*.json")}).value(0);
        EXPECT_EQ(QFile::permissions(files.filePath(name)) &
                      (QFile::ReadGroup | QFile::WriteGroup | QFile::ReadOther | QFile::WriteOther),
                  QFile::Permissions());
    }
    DraftJournal second = journal();
    EXPECT_EQ(left(second), drafts);
    ASSERT_TRUE(second.write({}));
    DraftJournal other(folder.path(), QStringLiteral("/p/other.gravin"));
    EXPECT_TRUE(left(other).isEmpty());
}

TEST_F(Journal, IsOfOneProcessAndLeftOversOfAllAreGathered) {
    {
        DraftJournal first = journal();
        left(first);
        DraftJournal second = journal();
        EXPECT_TRUE(left(second).isEmpty()) << "somebody is at work with the first";
        ASSERT_TRUE(first.write({edited("one")}));
        ASSERT_TRUE(second.write({edited("two")}));
        DraftJournal third = journal();
        EXPECT_TRUE(left(third).isEmpty());
    }
    DraftJournal next = journal();
    EXPECT_EQ(left(next), (QList<JournalledDraft>{edited("one"), edited("two")}));
    // They are this one's now, and nobody else's.
    DraftJournal another = journal();
    EXPECT_TRUE(left(another).isEmpty());
}

TEST_F(Journal, ADamagedFileIsSetAsideNotThrownAway) {
    {
        DraftJournal first = journal();
        left(first);
        ASSERT_TRUE(first.write({edited("one")}));
    }
    const QDir files(folder.path());
    const QString name = files.filePath(files.entryList({QStringLiteral("*.json")}).value(0));
    QFile file(name);
    ASSERT_TRUE(file.open(QIODevice::ReadWrite));
    file.resize(file.size() / 2);
    file.close();
    DraftJournal second = journal();
    QString problem;
    EXPECT_TRUE(second.takeLeftOver(problem).isEmpty());
    EXPECT_TRUE(problem.contains(QStringLiteral("set aside"))) << qPrintable(problem);
    EXPECT_EQ(files.entryList({QStringLiteral("*.damaged")}).size(), 1);
}

TEST_F(Journal, AFolderThatCannotBeWrittenIsSaid) {
    DraftJournal nowhere(QStringLiteral("/proc/none"), QStringLiteral("/p/harbour.gravin"));
    QString problem;
    nowhere.takeLeftOver(problem);
    EXPECT_FALSE(nowhere.write({edited("one")}));
}

TEST(TakenUp, StandsBesideWhatOthersChangedMeanwhile) {
    const Table table = berth();
    JournalledDraft kept{table.name,
                         key(7),
                         {{QStringLiteral("name"), text("Outer")},
                          {QStringLiteral("depth"), decimal("4.50")},
                          {QStringLiteral("went"), text("x")}},
                         {{QStringLiteral("name"), text("Mine")},
                          {QStringLiteral("depth"), decimal("5.00")},
                          {QStringLiteral("went"), text("y")}},
                         {{QStringLiteral("id"), QStringLiteral("no number")}}};
    const Record now{key(7), {Value::integer(7), text("Theirs"), decimal("4.50"), Value::null()}};
    const Draft draft = takenUp(kept, table, &now, {key(7), 0});
    EXPECT_EQ(draft.changed, (QMap<int, Value>{{1, text("Mine")}, {2, decimal("5.00")}}));
    EXPECT_EQ(draft.theirs, (QMap<int, Value>{{1, text("Theirs")}}));
    EXPECT_EQ(draft.was[1], text("Outer"));
    EXPECT_EQ(draft.bad[0].text, QStringLiteral("no number"));
    // What is stored so by now is no edit any more.
    const Record same{key(7), {Value::integer(7), text("Mine"), decimal("5.00"), Value::null()}};
    EXPECT_TRUE(takenUp(kept, table, &same, {key(7), 0}).changed.isEmpty());
    EXPECT_TRUE(takenUp(kept, table, nullptr, {key(7), 0}).gone);
    EXPECT_EQ(journalled(draft, table, QStringLiteral("run")).changed.size(), 2);
}

} // namespace
