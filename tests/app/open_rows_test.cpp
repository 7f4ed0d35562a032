// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/open_rows.h"

#include <gtest/gtest.h>

#include <random>
#include <set>

using namespace gravin;

namespace {

// What is shown, written out: each plain row, and behind an open one its inset as −1 − row.
std::vector<int> writtenOut(const std::set<int>& open, int plainRows) {
    std::vector<int> shown;
    for (int row = 0; row < plainRows; ++row) {
        shown.push_back(row);
        if (open.contains(row))
            shown.push_back(-1 - row);
    }
    return shown;
}

void expectSame(const OpenRows& rows, const std::set<int>& open, int plainRows) {
    const std::vector<int> shown = writtenOut(open, plainRows);
    ASSERT_EQ(rows.shownOf(plainRows), static_cast<int>(shown.size()));
    ASSERT_EQ(rows.count(), static_cast<int>(open.size()));
    for (int at = 0; at < static_cast<int>(shown.size()); ++at) {
        const int what = shown[static_cast<size_t>(at)];
        ASSERT_EQ(rows.isInset(at), what < 0);
        ASSERT_EQ(rows.plainOf(at), what < 0 ? -1 - what : what);
        if (what >= 0) {
            ASSERT_EQ(rows.shownOf(what), at);
            ASSERT_EQ(rows.isOpen(what), open.contains(what));
        }
    }
}

TEST(OpenRows, NothingOpenLeavesRowsAsTheyAre) {
    const OpenRows rows;
    EXPECT_TRUE(rows.isEmpty());
    EXPECT_EQ(rows.shownOf(7), 7);
    EXPECT_EQ(rows.plainOf(7), 7);
    EXPECT_FALSE(rows.isInset(7));
}

// Whatever is opened, closed, comes and goes: as if all were written out.
TEST(OpenRows, StandWhereTheyWouldWrittenOut) {
    std::mt19937 chance(7);
    const auto below = [&](int limit) {
        return std::uniform_int_distribution<int>(0, std::max(0, limit - 1))(chance);
    };
    OpenRows rows;
    std::set<int> open;
    int plainRows = 30;
    const auto moved = [&](int first, int by) {
        std::set<int> now;
        for (const int row : open)
            now.insert(row >= first ? row + by : row);
        open = now;
    };
    for (int step = 0; step < 3000; ++step) {
        const int row = below(plainRows);
        switch (below(5)) {
        case 0:
        case 1:
            rows.open(row);
            open.insert(row);
            break;
        case 2:
            rows.close(row);
            open.erase(row);
            break;
        case 3: {
            const int count = 1 + below(3);
            rows.rowsCame(row, count);
            moved(row, count);
            plainRows += count;
            break;
        }
        default:
            if (plainRows < 5)
                break;
            rows.close(row);
            open.erase(row);
            rows.rowsWent(row + 1, 1);
            moved(row + 1, -1);
            --plainRows;
        }
        expectSame(rows, open, plainRows);
        if (HasFatalFailure())
            FAIL() << "in step " << step;
    }
}

} // namespace
