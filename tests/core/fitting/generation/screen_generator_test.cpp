// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/generation/screen_generator.h"

#include "core/fitting/screen_links.h"
#include "support/text.h"

#include <gtest/gtest.h>

using namespace gravin;
using test::name;

namespace {

Column typedColumn(const char* called, TypeKind kind, bool nullable = true) {
    Column column;
    column.name = name(called);
    column.type = {kind};
    column.nullable = nullable;
    return column;
}

// A parent and its children, as another trade would have them.
Catalog orders() {
    Table customer;
    customer.name = customer.relation = name("customer");
    customer.columns = {typedColumn("id", TypeKind::Integer, false),
                        typedColumn("name", TypeKind::Text, false)};
    customer.key = {name("id")};
    Table order;
    order.name = order.relation = name("order");
    order.columns = {typedColumn("number", TypeKind::Integer, false),
                     typedColumn("customer_id", TypeKind::Integer, false),
                     typedColumn("placed", TypeKind::Date)};
    order.key = {name("number")};
    order.foreignKeys = {{{name("customer_id")}, name("customer"), {name("id")}}};
    Table line;
    line.name = line.relation = name("line");
    line.columns = {typedColumn("order_number", TypeKind::Integer, false),
                    typedColumn("place", TypeKind::Integer, false),
                    typedColumn("what", TypeKind::Text)};
    line.key = {name("order_number"), name("place")};
    line.foreignKeys = {{{name("order_number")}, name("order"), {name("number")}}};
    return Catalog{{customer, order, line}};
}

TEST(ScreenGenerator, NamesRecordsByWhatPeopleWouldSay) {
    const Catalog catalog = orders();
    EXPECT_EQ(namingColumn(*catalog.table(name("customer"))), name("name"));
    EXPECT_EQ(namingColumn(*catalog.table(name("order"))), name("number")) << "else the key";
    EXPECT_EQ(namingColumn(*catalog.table(name("line"))), name("what")) << "else the first text";
}

TEST(ScreenGenerator, AReferenceIsLookedUpByItsName) {
    const Catalog catalog = orders();
    const Table& order = *catalog.table(name("order"));
    const FieldDefinition field = generateDefinition(catalog, order, order.columns[1]);
    EXPECT_EQ(field.label, name("Customer"));
    EXPECT_EQ(field.shownAs, ShownAs::Lookup);
    EXPECT_EQ(field.lookup.table, name("customer"));
    EXPECT_EQ(field.lookup.storedColumn, name("id"));
    EXPECT_EQ(field.lookup.shownColumns.value(0), name("name"));
    EXPECT_TRUE(field.required);
}

TEST(ScreenGenerator, ScreensHaveIdsOfTheirOwnAndShareDefinitions) {
    const Catalog catalog = orders();
    Project project;
    const Table& order = *catalog.table(name("order"));
    EXPECT_EQ(addGeneratedScreen(project, catalog, order, Arrangement::Grid), name("order"));
    const qsizetype definitions = project.fields.value(name("order")).size();
    EXPECT_EQ(definitions, 3);
    const QString second = addGeneratedScreen(project, catalog, order, Arrangement::Form);
    EXPECT_NE(second, name("order"));
    EXPECT_EQ(project.screens.size(), 2);
    EXPECT_EQ(project.fields.value(name("order")).size(), definitions);
    EXPECT_EQ(project.screens[1].arrangement, Arrangement::Form);
}

// What the database says in other words than types, as its engines hand it out.
Table articles(const char* states, const char* sold) {
    Table article;
    article.name = article.relation = name("article");
    article.columns = {typedColumn("id", TypeKind::Integer, false),
                       typedColumn("state", TypeKind::Text),
                       typedColumn("sold", TypeKind::Integer),
                       typedColumn("price", TypeKind::Decimal),
                       typedColumn("discount_percent", TypeKind::Decimal),
                       typedColumn("shelf", TypeKind::Integer),
                       typedColumn("place", TypeKind::Integer)};
    article.columns[3].type.precision = article.columns[4].type.precision = 10;
    article.columns[3].type.scale = 2;
    article.columns[4].type.scale = 1;
    article.columns[3].comment = name("Without tax.");
    article.key = {name("id")};
    article.uniqueKeys = {{name("shelf"), name("place")}};
    article.checks = {{{}, name("price >= 0")}, {{}, name(states)}, {{}, name(sold)}};
    return article;
}

TEST(ScreenGenerator, WhatTheDatabaseListsIsOfferedInItsOrder) {
    for (const auto& [states, sold] :
         {std::pair("state IN ('to_come', 'here', 'gone')", "sold IN (0, 1)"),
          std::pair("(`state` in ('to_come','here','gone'))", "(`sold` in (0,1))"),
          std::pair("CHECK (((state)::text = ANY ((ARRAY['to_come'::character varying, "
                    "'here'::character varying, 'gone'::character varying])::text[])))",
                    "CHECK ((sold = ANY (ARRAY[0, 1])))"),
          std::pair("state = 'to_come' OR state = 'here' OR state = 'gone' OR state IS NULL",
                    "sold = 1 OR sold = 0")}) {
        const Table article = articles(states, sold);
        const Catalog catalog{{article}};
        const FieldDefinition state = generateDefinition(catalog, article, article.columns[1]);
        EXPECT_EQ(state.shownAs, ShownAs::Choices) << states;
        ASSERT_EQ(state.choices.size(), 3) << states;
        EXPECT_EQ(state.choices[0].stored, u"to_come");
        EXPECT_EQ(state.choices[0].label, u"To come");
        EXPECT_EQ(state.choices[2].stored, u"gone");
        const FieldDefinition flag = generateDefinition(catalog, article, article.columns[2]);
        ASSERT_EQ(flag.choices.size(), 2) << sold;
        EXPECT_EQ(flag.choices[0], (Choice{name("1"), name("Yes")}));
        EXPECT_EQ(flag.choices[1], (Choice{name("0"), name("No")}));
    }
    // What says more than a list offers nothing.
    const Table other = articles("state IN ('a', 'b') AND price > 0", "sold IN (0, 1, price)");
    const Catalog catalog{{other}};
    EXPECT_EQ(generateDefinition(catalog, other, other.columns[1]).shownAs, ShownAs::Text);
    EXPECT_EQ(generateDefinition(catalog, other, other.columns[2]).shownAs, ShownAs::Number);
}

TEST(ScreenGenerator, MoneySharesAndWordsOfTheDatabaseAreTakenUp) {
    const Table article = articles("state IS NULL", "sold > 0");
    const Catalog catalog{{article}};
    const FieldDefinition price = generateDefinition(catalog, article, article.columns[3]);
    EXPECT_EQ(price.format, u"#,##0.00");
    EXPECT_EQ(price.help, u"Without tax.");
    EXPECT_EQ(generateDefinition(catalog, article, article.columns[4]).format, u"0 %");
    EXPECT_EQ(generateDefinition(catalog, article, article.columns[6]).format, QString());
    EXPECT_EQ(readFromCatalog(catalog, article).size(), 4) << "two formats, a help, a unique index";
}

TEST(ScreenGenerator, WhatIsUniqueTogetherBecomesACheckOnce) {
    const Table article = articles("state IS NULL", "sold > 0");
    const Catalog catalog{{article}};
    Project project;
    addGeneratedScreen(project, catalog, article, Arrangement::Grid);
    addGeneratedScreen(project, catalog, article, Arrangement::Form);
    const QList<Check> checks = project.checks.value(name("article")).checks;
    ASSERT_EQ(checks.size(), 1);
    EXPECT_EQ(checks[0].kind, CheckKind::Unique);
    EXPECT_EQ(checks[0].column, u"place");
    EXPECT_EQ(checks[0].with, QStringList{name("shelf")});
}

TEST(ScreenLinks, ATableWithoutAScreenHasAStandIn) {
    const Catalog catalog = orders();
    Project project;
    EXPECT_EQ(screenIdFor(project, name("line")), standInId(name("line")));
    EXPECT_EQ(standInTable(standInId(name("odd : name"))), name("odd : name"));
    EXPECT_EQ(standInTable(name("line")), QString());
    addGeneratedScreen(project, catalog, *catalog.table(name("line")), Arrangement::Grid);
    EXPECT_EQ(screenIdFor(project, name("line")), name("line"));
}

TEST(ScreenLinks, ChildrenAreTheTablesThatReferHere) {
    const Catalog catalog = orders();
    Project project;
    addGeneratedScreen(project, catalog, *catalog.table(name("order")),
                       Arrangement::ParentChildren);
    const QList<RecordLink> children = childrenOf(project, catalog, project.screens.front());
    ASSERT_EQ(children.size(), 1);
    EXPECT_EQ(children[0].columns, QStringList{name("number")});
    EXPECT_EQ(children[0].targetColumns, QStringList{name("order_number")});
    EXPECT_EQ(children[0].screen, standInId(name("line")));
}

TEST(ScreenLinks, ARecordLeadsBothWays) {
    const Catalog catalog = orders();
    Project project;
    addGeneratedScreen(project, catalog, *catalog.table(name("order")), Arrangement::Grid);
    const QList<RowAction> actions = actionsOf(project, catalog, project.screens.front());
    QStringList leadsTo;
    for (const RowAction& action : actions) {
        if (!action.link.screen.isEmpty())
            leadsTo += action.link.screen;
    }
    EXPECT_TRUE(leadsTo.contains(standInId(name("customer"))));
    EXPECT_TRUE(leadsTo.contains(standInId(name("line"))));
}

} // namespace
