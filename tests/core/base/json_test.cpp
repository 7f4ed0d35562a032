// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/json.h"

#include <gtest/gtest.h>

namespace gravin {
namespace {

TEST(Json, WhatIsNotAsItWasWrittenReadsAsNotThere) {
    const OrderedJson json = loose::parsed(
        R"({"text": "a", "number": 3, "yes": true, "list": ["x", 1, "y"], "object": {"in": "b"}})");
    EXPECT_EQ(loose::text(json, "text"), QStringLiteral("a"));
    EXPECT_EQ(loose::text(json, "number"), QString());
    EXPECT_EQ(loose::text(json, "none"), QString());
    EXPECT_EQ(loose::integer(json, "number"), 3);
    EXPECT_EQ(loose::integer(json, "text"), 0);
    EXPECT_TRUE(loose::boolean(json, "yes"));
    EXPECT_FALSE(loose::boolean(json, "text"));
    EXPECT_EQ(loose::texts(json, "list"),
              (QStringList{QStringLiteral("x"), QString(), QStringLiteral("y")}));
    EXPECT_TRUE(loose::texts(json, "text").isEmpty());
    EXPECT_TRUE(loose::list(json, "object").empty());
    EXPECT_EQ(loose::members(loose::member(json, "object")).size(), 1u);
    EXPECT_TRUE(loose::members(loose::member(json, "list")).empty());
}

TEST(Json, DamagedFilesReadAsNothing) {
    for (const char* bytes : {"", "{", "{\"a\":", "\xff\xfe", "[1,2", "nul", "{\"a\": 1} more"}) {
        const OrderedJson json = loose::parsed(bytes);
        EXPECT_TRUE(json.is_null()) << bytes;
        EXPECT_EQ(loose::text(json, "a"), QString());
        EXPECT_TRUE(loose::list(json, "a").empty());
    }
}

TEST(Json, MembersKeepTheirOrder) {
    OrderedJson json = OrderedJson::object();
    for (const char* each : {"z", "a", "m"})
        appendMember(json, each, 1);
    EXPECT_EQ(compactJson(json), QByteArray(R"({"z":1,"a":1,"m":1})"));
}

TEST(Json, HalfACharacterDoesNotStopAFileFromBeingWritten) {
    const QString broken = QStringLiteral("a") + QChar(0xD83D) + QStringLiteral("b");
    const OrderedJson json = {{"text", utf8(broken)}};
    const OrderedJson again = loose::parsed(compactJson(json));
    EXPECT_TRUE(loose::text(again, "text").startsWith(u'a'));
    EXPECT_TRUE(loose::text(again, "text").endsWith(u'b'));
}

TEST(Json, NamesTheCharacterFromWhichATextIsNoJson) {
    const auto placeOf = [](const char* text) {
        return placeOfJsonMistake(QString::fromUtf8(text));
    };
    for (const char* good : {"1", "\"a\"", "null", "[]", "{\"a\": [1, 2.5e3]}", " true ", "1e999",
                             "{\"a\": 1, \"a\": 2}"})
        EXPECT_EQ(placeOf(good), std::nullopt) << good;
    EXPECT_EQ(placeOf(""), 1);
    EXPECT_EQ(placeOf("x"), 1);
    EXPECT_EQ(placeOf("[1, x]"), 5);
    EXPECT_EQ(placeOf("{\"ä😀\": x}"), 9) << "characters, not bytes";
    EXPECT_EQ(placeOf("1 2"), 3);
    EXPECT_EQ(placeOf("{'a': 1}"), 2);
    EXPECT_EQ(placeOf("[1,"), 4);
}

TEST(Json, DeepNestingIsReadWithoutRecursion) {
    const QString deep = QString(200'000, u'[') + QString(200'000, u']');
    EXPECT_EQ(placeOfJsonMistake(deep), std::nullopt);
}

} // namespace
} // namespace gravin
