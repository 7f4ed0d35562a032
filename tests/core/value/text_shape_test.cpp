// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/text_shape.h"

#include <gtest/gtest.h>

#include <QRegularExpression>

using namespace gravin;

namespace {

TextShape shapeOf(const QStringList& texts) {
    TextShape shape = TextShape::of(texts.front());
    for (const QString& text : texts) {
        EXPECT_EQ(TextShape::of(text).build(), shape.build()) << qPrintable(text);
        shape.include(TextShape::of(text));
    }
    return shape;
}

bool matches(const TextShape& shape, const QString& text) {
    const QRegularExpression whole(QRegularExpression::anchoredPattern(shape.pattern()),
                                   QRegularExpression::UseUnicodePropertiesOption);
    EXPECT_TRUE(whole.isValid()) << qPrintable(shape.pattern());
    return whole.match(text).hasMatch();
}

} // namespace

TEST(TextShape, TellsLettersDigitsAndSigns) {
    EXPECT_EQ(TextShape::of(u"TB-001").text(), QStringLiteral("AA-999"));
    EXPECT_EQ(TextShape::of(u"Fl (3) 20s").text(), QStringLiteral("Aa (9) 99a"));
    EXPECT_EQ(TextShape::of(u"").text(), QString());
    EXPECT_TRUE(TextShape::of(u"TB-001").isCode());
    EXPECT_FALSE(TextShape::of(u"Harbour").isCode());
    EXPECT_FALSE(TextShape::of(u"2026").isCode()) << "a number alone has no form of its own";
}

TEST(TextShape, TakesTogetherWhatIsBuiltAlike) {
    const TextShape fixed = shapeOf({QStringLiteral("TB-001"), QStringLiteral("QX-977")});
    EXPECT_EQ(fixed.text(), QStringLiteral("AA-999"));
    EXPECT_TRUE(fixed.isFixed());
    EXPECT_EQ(fixed.pattern(), QStringLiteral("[A-Z]{2}\\-[0-9]{3}"));
    EXPECT_TRUE(matches(fixed, QStringLiteral("AB-123")));
    EXPECT_FALSE(matches(fixed, QStringLiteral("AB-1234")));
    EXPECT_FALSE(matches(fixed, QStringLiteral("ab-123")));

    const TextShape varying =
        shapeOf({QStringLiteral("No. 7"), QStringLiteral("No. 1204"), QStringLiteral("No. 88")});
    EXPECT_EQ(varying.text(), QStringLiteral("Aa. 9…"));
    EXPECT_FALSE(varying.isFixed());
    EXPECT_TRUE(matches(varying, QStringLiteral("No. 123")));
    EXPECT_FALSE(matches(varying, QStringLiteral("No. 12345")));
    EXPECT_NE(TextShape::of(u"TB-001").build(), TextShape::of(u"TB 001").build());
}

TEST(TextShape, LettersOfEveryScriptAreLetters) {
    const TextShape shape = shapeOf({QStringLiteral("Ö-1"), QStringLiteral("Ж-2")});
    EXPECT_EQ(shape.text(), QStringLiteral("A-9"));
    EXPECT_TRUE(matches(shape, QStringLiteral("Δ-3")));
    const TextShape han = TextShape::of(QString::fromUtf8("港-12"));
    EXPECT_EQ(han.text(), QStringLiteral("x-99"));
    EXPECT_TRUE(matches(han, QString::fromUtf8("湾-34")));
    // Beyond the first plane: a sign of two code units is one sign.
    const QString emoji = QString::fromUtf8("😀7");
    EXPECT_EQ(TextShape::of(emoji).text(), QString::fromUtf8("😀9"));
    EXPECT_TRUE(matches(TextShape::of(emoji), emoji));
}

TEST(TextShape, AWholeSentenceIsFree) {
    const TextShape shape =
        TextShape::of(u"Lamp changed, chain worn at link 4; ask the diver again.");
    EXPECT_TRUE(shape.isFree());
    EXPECT_FALSE(shape.isCode());
    EXPECT_TRUE(shape.text().isEmpty());
}

// Every text matches the pattern of the shape that it was taken into.
TEST(TextShape, EachTextMatchesThePatternItIsPartOf) {
    const QStringList signs{QStringLiteral("A"),     QStringLiteral("q"), QStringLiteral("7"),
                            QStringLiteral("-"),     QStringLiteral("."), QStringLiteral("("),
                            QStringLiteral("\\"),    QStringLiteral("^"), QString::fromUtf8("é"),
                            QString::fromUtf8("港"), QStringLiteral(" ")};
    quint32 random = 7;
    for (int round = 0; round < 500; ++round) {
        QString text;
        for (int i = 0; i < 8; ++i) {
            random = random * 1664525 + 1013904223;
            text += signs[static_cast<qsizetype>(random >> 16) % signs.size()];
        }
        const TextShape shape = TextShape::of(text);
        ASSERT_TRUE(matches(shape, text)) << qPrintable(text) << ' ' << qPrintable(shape.pattern());
    }
}
