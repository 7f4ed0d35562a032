// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/form_layout.h"

#include <gtest/gtest.h>

using namespace gravin;

namespace {

QString places(const FormSection& section) {
    QStringList texts;
    for (const PlacedField& placed : placedFields(section))
        texts += QStringLiteral("%1@%2,%3x%4")
                     .arg(placed.column)
                     .arg(placed.row)
                     .arg(placed.firstColumn)
                     .arg(placed.span);
    return texts.join(u' ');
}

FormLayout twoSections() {
    FormLayout layout;
    layout.sections = {{QStringLiteral("One"), 2, {{QStringLiteral("a")}, {QStringLiteral("b")}}},
                       {QStringLiteral("Two"), 1, {{QStringLiteral("c")}}}};
    return layout;
}

QString order(const FormLayout& layout) {
    QStringList sections;
    for (const FormSection& section : layout.sections) {
        QString columns;
        for (const FormPlace& place : section.places)
            columns += place.column.isEmpty() ? QStringLiteral("_") : place.column;
        sections += columns;
    }
    return sections.join(u'|');
}

TEST(FormLayout, FillsItsColumnsInReadingOrder) {
    FormSection section{{}, 2, {{QStringLiteral("a")}, {QStringLiteral("b"), 2}}};
    EXPECT_EQ(places(section), QStringLiteral("a@0,0x1 b@1,0x2"));
    section.places.append({QStringLiteral("c")});
    section.places.append({QStringLiteral("d"), 1, true});
    EXPECT_EQ(places(section), QStringLiteral("a@0,0x1 b@1,0x2 c@2,0x1 d@3,0x1"));
    section.places.insert(0, FormPlace{}); // a gap
    EXPECT_EQ(places(section), QStringLiteral("a@0,1x1 b@1,0x2 c@2,0x1 d@3,0x1"));
    section.columns = 1;
    EXPECT_EQ(places(section), QStringLiteral("a@1,0x1 b@2,0x1 c@3,0x1 d@4,0x1"));
}

TEST(FormLayout, MovesFieldsBeforeTheirPlace) {
    const std::tuple<const char*, FormLayout::Position, const char*> cases[] = {
        {"a", {0, 2}, "ba|c"}, {"a", {0, 1}, "ab|c"},  {"b", {0, 0}, "ba|c"},
        {"c", {0, 1}, "acb|"}, {"a", {1, 99}, "b|ca"}, {"new", {1, 0}, "ab|newc"},
        {"a", {7, 0}, "ab|c"}};
    for (const auto& [column, to, expected] : cases) {
        FormLayout layout = twoSections();
        moveField(layout, QLatin1String(column), to);
        EXPECT_EQ(order(layout), QLatin1String(expected)) << column;
    }
}

TEST(FormLayout, KeepsTheFieldsOfASectionThatGoes) {
    FormLayout layout = twoSections();
    addSection(layout, 0, QStringLiteral("Between"));
    EXPECT_EQ(order(layout), QStringLiteral("ab||c"));
    removeSection(layout, 2);
    EXPECT_EQ(order(layout), QStringLiteral("ab|c"));
    removeSection(layout, 0);
    EXPECT_EQ(order(layout), QStringLiteral("abc"));
    removeSection(layout, 0);
    EXPECT_EQ(order(layout), QStringLiteral("abc")) << "the last one stays";
}

} // namespace
