// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/screen_generator.h"

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
