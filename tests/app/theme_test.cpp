// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/theme.h"

#include <gtest/gtest.h>

using namespace gravin;

namespace {

class Contrast : public ::testing::TestWithParam<const Colours*> {};

// WCAG 2.2 AA for text: 4.5 to 1 on every ground it stands on.
TEST_P(Contrast, IsEnoughForEveryText) {
    const Colours& c = *GetParam();
    for (const QColor& ground : {c.paper, c.raised, c.plate, c.plateEdge, c.selection}) {
        EXPECT_GE(contrast(c.ink, ground), 4.5) << ground.name().toStdString();
        EXPECT_GE(contrast(c.faint, ground), 4.5) << ground.name().toStdString();
    }
    for (const QColor& ground : {c.paper, c.raised}) {
        EXPECT_GE(contrast(c.problem, ground), 4.5);
        EXPECT_GE(contrast(c.warning, ground), 4.5);
        EXPECT_GE(contrast(c.elsewhere, ground), 4.5);
        EXPECT_GE(contrast(c.accent, ground), 4.5);
        EXPECT_GE(contrast(c.draft, ground), 4.5);
    }
    EXPECT_GE(contrast(c.onAccent, c.accent), 4.5);
    EXPECT_GE(contrast(c.onInverse, c.inverse), 4.5);
}

INSTANTIATE_TEST_SUITE_P(Looks, Contrast, ::testing::Values(&lightColours(), &darkColours()));

TEST(ContrastRatio, MatchesTheStandard) {
    EXPECT_NEAR(contrast(Qt::black, Qt::white), 21, 0.01);
    EXPECT_NEAR(contrast(Qt::red, Qt::red), 1, 0.01);
}

} // namespace
