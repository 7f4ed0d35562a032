// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/cell_block.h"

#include <gtest/gtest.h>

#include <random>

namespace gravin {
namespace {

using Rows = QList<QStringList>;

TEST(CellBlock, ReadsWhatASpreadsheetPutsOnTheClipboard) {
    EXPECT_EQ(cellBlockFromText("a\tb\nc\td\n"), (Rows{{"a", "b"}, {"c", "d"}}));
    EXPECT_EQ(cellBlockFromText("a\tb\r\nc\td"), (Rows{{"a", "b"}, {"c", "d"}}));
    EXPECT_EQ(cellBlockFromText("\t\n"), (Rows{{"", ""}}));
    EXPECT_EQ(cellBlockFromText("a\n\nb\n"), (Rows{{"a"}, {""}, {"b"}}));
    EXPECT_EQ(cellBlockFromText(""), Rows{});
    EXPECT_EQ(cellBlockFromText("one"), (Rows{{"one"}}));
}

TEST(CellBlock, ReadsQuotedCellsAndKeepsOtherQuotes) {
    EXPECT_EQ(cellBlockFromText("\"two\nlines\"\t\"a \"\"word\"\"\"\n"),
              (Rows{{"two\nlines", "a \"word\""}}));
    EXPECT_EQ(cellBlockFromText("5\" pipe\tx\n"), (Rows{{"5\" pipe", "x"}}));
    EXPECT_EQ(cellBlockFromText("\"never ends\tx\n"), (Rows{{"\"never ends", "x"}}));
    EXPECT_EQ(cellBlockFromText("\"\"\tx"), (Rows{{"", "x"}}));
}

TEST(CellBlock, GivesBackWhatItWrote) {
    std::mt19937 random(11);
    const QString letters = QStringLiteral("ab\t\n\r\"é貝 ");
    for (int round = 0; round < 2000; ++round) {
        Rows rows;
        for (unsigned row = 0; row <= random() % 4; ++row) {
            QStringList cells;
            for (unsigned cell = 0; cell <= random() % 3; ++cell) {
                QString text;
                for (unsigned letter = random() % 6; letter > 0; --letter)
                    text += letters[static_cast<qsizetype>(random() % letters.size())];
                cells += text;
            }
            rows += cells;
        }
        ASSERT_EQ(cellBlockFromText(textFromCellBlock(rows)), rows) << "round " << round;
    }
}

} // namespace
} // namespace gravin
