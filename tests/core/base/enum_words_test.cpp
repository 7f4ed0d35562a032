// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/enum_words.h"

#include "core/project/check.h"
#include "core/project/field_definition.h"
#include "core/project/screen.h"

#include <gtest/gtest.h>

#include <QSet>

using namespace gravin;

namespace {

enum class Tide { Low, High, Slack };

constexpr EnumWords Tides(std::to_array<EnumWord<Tide>>({{Tide::Low, "low", "Low water"},
                                                         {Tide::High, "high", "High water"}}));

TEST(EnumWords, GoBothWays) {
    EXPECT_EQ(Tides.name(Tide::High), QStringLiteral("high"));
    EXPECT_EQ(Tides.from(QStringLiteral("high")), Tide::High);
    EXPECT_EQ(Tides.label(Tide::Low), QStringLiteral("Low water"));
    EXPECT_EQ(Tides.all(), (QList<Tide>{Tide::Low, Tide::High}));
}

TEST(EnumWords, KnowNothingElse) {
    EXPECT_EQ(Tides.name(Tide::Slack), QString());
    for (const char* name : {"", "High", "low ", "0"})
        EXPECT_FALSE(Tides.from(QString::fromLatin1(name))) << name;
}

// A word that stands twice, or is read as another value, would change what a file says.
template <typename T>
void expectOneWordEach(const QList<T>& all, QString (*name)(T),
                       std::optional<T> (*from)(const QString&)) {
    QSet<QString> names;
    for (const T value : all) {
        EXPECT_FALSE(name(value).isEmpty());
        EXPECT_EQ(from(name(value)), value) << qPrintable(name(value));
        names.insert(name(value));
    }
    EXPECT_EQ(names.size(), all.size());
}

TEST(EnumWords, OfProjectsAreEachOnesOwn) {
    expectOneWordEach(allShownAs(), shownAsName, shownAsFromName);
    expectOneWordEach(allArrangements(), arrangementName, arrangementFromName);
    expectOneWordEach(allCheckKinds(), checkName, checkFromName);
    expectOneWordEach<SavesItself>(
        {SavesItself::Never, SavesItself::LeavingRecord, SavesItself::AfterField}, savesItselfName,
        savesItselfFromName);
    expectOneWordEach<AfterSaving>(
        {AfterSaving::Stay, AfterSaving::NextRecord, AfterSaving::NewRecord, AfterSaving::Close},
        afterSavingName, afterSavingFromName);
    expectOneWordEach<InRuns>({InRuns::Stop, InRuns::LeaveOut, InRuns::Ask}, inRunsName,
                              inRunsFromName);
    EXPECT_EQ(alignmentName(Alignment::Natural), QString()) << "it is not written";
}

} // namespace
