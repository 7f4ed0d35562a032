// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/visible_text.h"

#include <gtest/gtest.h>

namespace gravin {
namespace {

TEST(VisibleText, WhatIsSeenStaysAsItIs) {
    for (const char* text :
         {"", "Tern Rock", "Ærø – “øre”", "שלום", "می‌خواهم", "👩‍🚀"})
        EXPECT_EQ(visibleText(QString::fromUtf8(text)), QString::fromUtf8(text));
}

TEST(VisibleText, WhatSteersOrHidesIsShown) {
    EXPECT_EQ(visibleText(QStringLiteral("a\x1b[31m\x07")), QStringLiteral("a␛[31m␇"));
    EXPECT_EQ(visibleText(QStringLiteral("gpj.\u202eexe")), QStringLiteral("gpj.⟨U+202E⟩exe"));
    EXPECT_EQ(visibleText(QStringLiteral("\u009b1m\u007f\u200b\u2066\u2028")),
              QStringLiteral("⟨U+009B⟩1m␡⟨U+200B⟩⟨U+2066⟩⟨U+2028⟩"));
    EXPECT_EQ(visibleText(QString::fromUtf8("\xf3\xa0\x81\x81")), QStringLiteral("⟨U+E0041⟩"));
}

TEST(VisibleText, LinesAreKeptOnlyWhereTheyAreMeant) {
    EXPECT_EQ(visibleText(QStringLiteral("a\n\tb"), true), QStringLiteral("a\n\tb"));
    EXPECT_EQ(visibleText(QStringLiteral("a\n\tb")), QStringLiteral("a␊␉b"));
}

} // namespace
} // namespace gravin
