// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/lexer.h"

#include <gtest/gtest.h>

namespace gravin {
namespace {

// "W:stock S:> N:1": every token but the end, by its kind and text.
std::string kindsOf(const QString& text) {
    const auto tokens = tokensOf(text);
    if (!tokens)
        return QStringLiteral("%1+%2: %3")
            .arg(tokens.error().at)
            .arg(tokens.error().length)
            .arg(tokens.error().sentence)
            .toStdString();
    QStringList words;
    for (const Token& token : *tokens) {
        if (token.kind != Token::Kind::End)
            words += QLatin1Char("EWQNTS"[static_cast<int>(token.kind)]) + QStringLiteral(":") +
                     token.text;
    }
    return words.join(u' ').toStdString();
}

TEST(Lexer, SplitsWithoutBlanksToo) {
    EXPECT_EQ(kindsOf(QStringLiteral("stock>=1.5e-3")), "W:stock S:>= N:1.5e-3");
    EXPECT_EQ(kindsOf(QStringLiteral("a||'b'||\"c d\"")), "W:a S:|| T:b S:|| Q:c d");
    EXPECT_EQ(kindsOf(QStringLiteral("f(.5,2.)")), "W:f S:( N:.5 S:, N:2. S:)");
    EXPECT_EQ(kindsOf(QStringLiteral("größe_2$ * 3")), "W:größe_2$ S:* N:3");
}

TEST(Lexer, OneSpellingForUnequal) {
    EXPECT_EQ(kindsOf(QStringLiteral("a != b")), kindsOf(QStringLiteral("a <> b")));
}

TEST(Lexer, CommentsAreBlanks) {
    EXPECT_EQ(kindsOf(QStringLiteral("1 -- one\n+ 2")), "N:1 S:+ N:2");
    EXPECT_EQ(kindsOf(QStringLiteral("1/* 'x */+/**/2")), "N:1 S:+ N:2");
    EXPECT_EQ(kindsOf(QStringLiteral("1 -- to the end")), "N:1");
    EXPECT_EQ(kindsOf(QStringLiteral("-- nothing else")), "");
}

TEST(Lexer, ADoubledQuoteStandsForOne) {
    EXPECT_EQ(kindsOf(QStringLiteral("'it''s' \"a\"\"b\" ''")), "T:it's Q:a\"b T:");
}

TEST(Lexer, AnEmptyTextIsNoNull) {
    const auto tokens = tokensOf(QStringLiteral("''"));
    ASSERT_TRUE(tokens);
    EXPECT_FALSE(tokens->front().text.isNull());
}

TEST(Lexer, PlacesAreThoseOfTheText) {
    const auto tokens = tokensOf(QStringLiteral(" a  >= 'b'"));
    ASSERT_TRUE(tokens);
    ASSERT_EQ(tokens->size(), 4);
    const QList<std::pair<int, int>> places{{1, 1}, {4, 2}, {7, 3}, {10, 0}};
    for (qsizetype i = 0; i < places.size(); ++i) {
        EXPECT_EQ((*tokens)[i].at, places[i].first) << i;
        EXPECT_EQ((*tokens)[i].length, places[i].second) << i;
    }
}

TEST(Lexer, WhatIsNotClosedIsNamedWhereItBegins) {
    EXPECT_EQ(kindsOf(QStringLiteral("1 + 'abc")), "4+4: This text has no closing quote (').");
    EXPECT_EQ(kindsOf(QStringLiteral("\"abc")), "0+4: This name has no closing quote (\").");
    EXPECT_EQ(kindsOf(QStringLiteral("1 /* x")), "2+2: This comment has no end (*/).");
    EXPECT_EQ(kindsOf(QStringLiteral("1 + \"\"")), "4+2: A name cannot be empty.");
}

TEST(Lexer, WhatHasNoMeaningIsNamed) {
    EXPECT_EQ(kindsOf(QStringLiteral("a ; b")), "2+1: “;” has no meaning here.");
    EXPECT_EQ(kindsOf(QStringLiteral("a | b")), "2+1: “|” has no meaning here.");
    EXPECT_EQ(kindsOf(QStringLiteral("2x")),
              "0+2: A number ends here and a name begins; put a blank or an operator between "
              "them.");
}

} // namespace
} // namespace gravin
