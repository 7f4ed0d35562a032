// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/screen_links.h"

#include <gtest/gtest.h>

using namespace gravin;

namespace {

Screen arranged(Arrangement arrangement) {
    Screen screen;
    screen.arrangement = arrangement;
    return screen;
}

TEST(ChildDepth, ElsewhereEachScreenSaysWhetherItsChildrenAreShown) {
    EXPECT_FALSE(ChildDepth(arranged(Arrangement::GridForm)).showsChildren());
    const ChildDepth form(arranged(Arrangement::FormChildren));
    EXPECT_TRUE(form.showsChildren());
    EXPECT_FALSE(form.of(arranged(Arrangement::Grid)).showsChildren());
    const ChildDepth below = form.of(arranged(Arrangement::ParentChildren));
    EXPECT_TRUE(below.showsChildren());
    EXPECT_TRUE(below.of(arranged(Arrangement::FormChildren)).showsChildren());
}

// However the screens of the children are arranged.
TEST(ChildDepth, RowsWithinRowsOpenToThreeLevels) {
    const ChildDepth outermost(arranged(Arrangement::GridNested));
    EXPECT_TRUE(outermost.showsChildren());
    for (const Arrangement arrangement : allArrangements()) {
        const ChildDepth second = outermost.of(arranged(arrangement));
        EXPECT_TRUE(second.showsChildren());
        EXPECT_FALSE(second.of(arranged(arrangement)).showsChildren());
    }
    // A form's lines may open in place themselves.
    const ChildDepth lines =
        ChildDepth(arranged(Arrangement::FormChildren)).of(arranged(Arrangement::GridNested));
    EXPECT_TRUE(lines.showsChildren());
    EXPECT_TRUE(lines.of(arranged(Arrangement::Grid)).showsChildren());
}

} // namespace
