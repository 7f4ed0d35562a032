// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/field_filter.h"

#include "core/expression/expression.h"
#include "core/value/text_form.h"
#include "support/text.h"

#include <gtest/gtest.h>

using namespace gravin;
using test::name;

namespace {

BoundField fieldOf(const char* column, TypeKind kind) {
    BoundField field;
    field.column.name = name(column);
    field.column.type = {kind};
    field.definition.label = name("Field");
    return field;
}

// The condition, or why there is none. What is answered can always be read.
std::string condition(const BoundField& field, const FieldFilter& filter) {
    FieldFilter named = filter;
    named.column = field.column.name;
    const auto made = conditionOf(named, field);
    if (!made)
        return made.error().sentence.toStdString();
    EXPECT_TRUE(parseCondition(*made, {{field.column.name, field.column.type}}))
        << qPrintable(*made);
    return made->toStdString();
}

using Filter = FieldFilter::Kind;

FieldFilter byTexts(Filter kind, const QStringList& texts = {}) { return {{}, kind, {}, texts}; }
FieldFilter byValues(Filter kind, const std::vector<Value>& values) {
    return {{}, kind, values, {}};
}

TEST(FieldFilter, SaysExactlyWhatStays) {
    const BoundField number = fieldOf("n", TypeKind::Integer);
    EXPECT_EQ(condition(number, byTexts(Filter::AtLeast, {name("3")})), "n >= 3");
    EXPECT_EQ(condition(number, byTexts(Filter::AtMost, {name("-3")})), "n <= -3");
    EXPECT_EQ(condition(number, byTexts(Filter::Between, {name("1"), name("5")})),
              "n BETWEEN 1 AND 5");
    EXPECT_EQ(condition(number, byTexts(Filter::Empty)), "n IS NULL");
    EXPECT_EQ(condition(number, byTexts(Filter::Filled)), "n IS NOT NULL");
    EXPECT_EQ(
        condition(number, byValues(Filter::OneOf, {Value::integer(1), Value(), Value::integer(2)})),
        "n IN (1, 2) OR n IS NULL");
    const BoundField day = fieldOf("due", TypeKind::Date);
    EXPECT_EQ(condition(day, byTexts(Filter::AtLeast, {name("2026-11-28")})),
              "due >= DATE '2026-11-28'");
}

TEST(FieldFilter, ALookupIsFoundByWhatItShows) {
    BoundField field = fieldOf("sector_id", TypeKind::Integer);
    field.definition.shownAs = ShownAs::Lookup;
    field.definition.lookup = {name("sector"), name("id"), {name("name")}};
    const QList<Filter> kinds = filterKindsFor(field);
    EXPECT_TRUE(kinds.contains(Filter::Contains));
    EXPECT_FALSE(kinds.contains(Filter::AtLeast)) << "a key is nothing that people compare";
    FieldFilter filter = byTexts(Filter::Contains, {name("Inner")});
    filter.column = name("sector_id");
    EXPECT_EQ(*conditionOf(filter, field),
              u"POSITION(LOWER('Inner') IN LOWER(sector_id -> name)) > 0");
    filter.kind = Filter::StartsWith;
    EXPECT_EQ(*conditionOf(filter, field),
              u"POSITION(LOWER('Inner') IN LOWER(sector_id -> name)) = 1");
    EXPECT_EQ(condition(field, byTexts(Filter::Empty)), "sector_id IS NULL");
    field.definition.shownAs = ShownAs::Number;
    EXPECT_TRUE(filterKindsFor(field).contains(Filter::AtLeast));
}

TEST(FieldFilter, TextsAreFoundWhateverTheirCase) {
    const BoundField field = fieldOf("odd name", TypeKind::Text);
    EXPECT_EQ(condition(field, byTexts(Filter::Contains, {name("it's")})),
              "POSITION(LOWER('it''s') IN LOWER(\"odd name\")) > 0");
    EXPECT_EQ(condition(field, byTexts(Filter::StartsWith, {name("A")})),
              "POSITION(LOWER('A') IN LOWER(\"odd name\")) = 1");
    EXPECT_EQ(condition(field, byTexts(Filter::Empty)), "COALESCE(TRIM(\"odd name\"), '') = ''")
        << "blanks are empty to a person";
}

TEST(FieldFilter, WhatSaysNothingIsRefused) {
    const BoundField number = fieldOf("n", TypeKind::Integer);
    EXPECT_EQ(condition(number, byTexts(Filter::OneOf)), "Tick at least one value.");
    EXPECT_EQ(condition(number, byTexts(Filter::AtLeast, {name(" ")})), "Say a value.");
    EXPECT_EQ(condition(number, byTexts(Filter::Between, {name("1")})), "Say a value.");
    EXPECT_EQ(condition(fieldOf("t", TypeKind::Text), byTexts(Filter::Contains)), "Say a text.");
    EXPECT_NE(condition(number, byTexts(Filter::AtMost, {name("many")})).find("is not a number"),
              std::string::npos);
    EXPECT_EQ(
        condition(fieldOf("p", TypeKind::Binary), byValues(Filter::OneOf, {Value::binary("x")})),
        "One of the values cannot be filtered by.");
}

TEST(FieldFilter, EachTypeHasItsOwnKinds) {
    const auto kinds = [](TypeKind kind) { return filterKindsFor(fieldOf("c", kind)); };
    EXPECT_TRUE(kinds(TypeKind::Text).contains(Filter::Contains));
    EXPECT_FALSE(kinds(TypeKind::Integer).contains(Filter::Contains));
    EXPECT_TRUE(kinds(TypeKind::Date).contains(Filter::Between));
    EXPECT_EQ(kinds(TypeKind::Boolean), (QList<Filter>{Filter::OneOf}));
    EXPECT_EQ(kinds(TypeKind::Binary), (QList<Filter>{Filter::Filled, Filter::Empty}));
    EXPECT_TRUE(kinds(TypeKind::Any).isEmpty());
}

TEST(FieldFilter, IsSaidAsAPersonWould) {
    const BoundField field = fieldOf("n", TypeKind::Integer);
    const auto shown = [](const Value& value) { return toText(value, {}); };
    EXPECT_EQ(wordsOf(byValues(Filter::OneOf, {Value::integer(1), Value()}), field, shown),
              name("Field is 1 or empty"));
    EXPECT_EQ(wordsOf(byTexts(Filter::Between, {name("1"), name("5")}), field, shown),
              name("Field is from 1 to 5"));
    for (const Filter kind : {Filter::OneOf, Filter::Contains, Filter::StartsWith, Filter::AtLeast,
                              Filter::AtMost, Filter::Between, Filter::Empty, Filter::Filled})
        EXPECT_FALSE(filterKindLabel(kind).isEmpty());
}

} // namespace
