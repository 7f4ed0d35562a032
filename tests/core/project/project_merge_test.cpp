// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project_merge.h"

#include "core/project/project_json.h"
#include "support/text.h"

#include <gtest/gtest.h>

using namespace gravin;

namespace {

class ProjectMerging : public ::testing::Test {
protected:
    ProjectMerging() {
        before.name = QStringLiteral("Harbour");
        before.connection.path = QStringLiteral("/h.db");
        for (const char* label : {"Aids", "Visits", "Defects"})
            before.screens += screen(label);
        mine = theirs = before;
    }
    static Screen screen(const char* label) {
        Screen made;
        made.label = QLatin1String(label);
        made.id = made.label.toLower();
        made.table = made.id;
        return made;
    }
    Project merged(const QSet<QString>& chosen = {}) {
        const auto result = mergeProjects(before, mine, theirs, chosen);
        EXPECT_TRUE(result) << qPrintable(result ? QString() : result.error().sentence);
        differences = result->differences;
        return result->merged;
    }
    static QStringList labels(const Project& project) {
        QStringList all;
        for (const Screen& each : project.screens)
            all += each.label;
        return all;
    }

    Project before;
    Project mine;
    Project theirs;
    std::vector<SettingDifference> differences;
};

TEST_F(ProjectMerging, WhatEachChangedStands) {
    mine.screens[0].label = QStringLiteral("Lights");
    theirs.screens[1].label = QStringLiteral("Calls");
    theirs.name = QStringLiteral("Tarn Bay");
    const Project both = merged();
    EXPECT_EQ(labels(both), (QStringList{QStringLiteral("Lights"), QStringLiteral("Calls"),
                                         QStringLiteral("Defects")}));
    EXPECT_EQ(both.name, QStringLiteral("Tarn Bay"));
    EXPECT_EQ(differences.size(), 3U);
    for (const SettingDifference& each : differences)
        EXPECT_FALSE(each.isConflict()) << qPrintable(each.place);
}

TEST_F(ProjectMerging, OfWhatBothChangedOneIsChosen) {
    mine.screens[0].label = QStringLiteral("Lights");
    theirs.screens[0].label = QStringLiteral("Marks");
    EXPECT_EQ(labels(merged())[0], QStringLiteral("Lights"));
    ASSERT_EQ(differences.size(), 1U);
    EXPECT_TRUE(differences[0].isConflict());
    EXPECT_EQ(differences[0].before, QStringLiteral("Aids"));
    EXPECT_EQ(differences[0].mine, QStringLiteral("Lights"));
    EXPECT_EQ(differences[0].theirs, QStringLiteral("Marks"));
    EXPECT_EQ(labels(merged({differences[0].place}))[0], QStringLiteral("Marks"));
}

TEST_F(ProjectMerging, WhatOnlyTheyChangedCanBeLeftToo) {
    theirs.name = QStringLiteral("Tarn Bay");
    EXPECT_EQ(merged().name, QStringLiteral("Tarn Bay"));
    EXPECT_EQ(merged({QStringLiteral("name")}).name, QStringLiteral("Harbour"));
}

TEST_F(ProjectMerging, ScreensOfBothAreThereInTheirPlaces) {
    mine.screens.insert(1, screen("Boats"));
    theirs.screens += screen("Crews");
    theirs.screens.removeAt(1); // the visits
    EXPECT_EQ(labels(merged()).join(u','), QStringLiteral("Aids,Boats,Defects,Crews"));
    // One that I have changed meanwhile does not go in silence.
    mine.screens[2].label = QStringLiteral("Calls");
    EXPECT_TRUE(labels(merged()).contains(QStringLiteral("Calls")));
    ASSERT_TRUE(std::any_of(differences.begin(), differences.end(),
                            [](const SettingDifference& each) { return each.isConflict(); }));
}

TEST_F(ProjectMerging, WhoLeftTheOrderAloneFollows) {
    theirs.screens.move(2, 0);
    EXPECT_EQ(labels(merged()).join(u','), QStringLiteral("Defects,Aids,Visits"));
    mine.screens += screen("Boats");
    EXPECT_EQ(labels(merged()).join(u','), QStringLiteral("Aids,Visits,Defects,Boats"));
}

TEST_F(ProjectMerging, TheSameByBothIsNoDifference) {
    mine.screens[0].label = theirs.screens[0].label = QStringLiteral("Lights");
    EXPECT_EQ(labels(merged())[0], QStringLiteral("Lights"));
    EXPECT_TRUE(differences.empty());
}

// Whoever changes what: nothing of either is lost where the other left it alone.
TEST_F(ProjectMerging, NothingOfEitherIsLost) {
    for (unsigned seed = 0; seed < 200; ++seed) {
        mine = theirs = before;
        const auto change = [&](Project& project, unsigned bits) {
            for (int i = 0; i < 3; ++i) {
                if (bits & (1U << i))
                    project.screens[i].label = QString::number(seed * 10 + bits);
                if (bits & (8U << i))
                    project.screens[i].group = QString::number(seed * 10 + bits);
            }
        };
        const unsigned my = seed * 7 % 64;
        const unsigned their = seed * 13 % 64;
        change(mine, my);
        change(theirs, their);
        const Project both = merged();
        for (int i = 0; i < 3; ++i) {
            EXPECT_EQ(both.screens[i].label,
                      my & (1U << i) ? mine.screens[i].label : theirs.screens[i].label);
            EXPECT_EQ(both.screens[i].group,
                      my & (8U << i) ? mine.screens[i].group : theirs.screens[i].group);
        }
    }
}

} // namespace
