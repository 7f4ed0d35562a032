// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/repointing.h"

#include <gtest/gtest.h>

#include <algorithm>

using namespace gravin;

// Catalogs as two databases would have them, each difference by itself.
TEST(RepointingCatalogs, EachDifferenceHasItsWords) {
    const auto catalog = [](const std::function<void(Table&)>& change) {
        Table berth;
        berth.name = QStringLiteral("berth");
        for (const char* column : {"id", "name", "quay", "since"}) {
            Column made;
            made.name = QString::fromLatin1(column);
            made.type = {TypeKind::Text};
            berth.columns += made;
        }
        berth.key = {QStringLiteral("id")};
        berth.columns[0].givenByDatabase = true;
        berth.uniqueKeys = {{QStringLiteral("name")}};
        berth.foreignKeys = {{{QStringLiteral("quay")},
                              QStringLiteral("quay"),
                              {QStringLiteral("code")},
                              ForeignKey::Action::Forbid}};
        change(berth);
        Table quay;
        quay.name = QStringLiteral("quay");
        return Catalog{{berth, quay}};
    };
    Project project;
    Screen screen;
    screen.id = screen.table = QStringLiteral("berth");
    project.screens = {screen};
    const Catalog before = catalog([](Table&) {});
    const auto found = [&](const std::function<void(Table&)>& change) {
        QStringList kinds;
        for (const Finding& finding : repointFindings(project, &before, catalog(change))) {
            if (finding.kind != u"required_missing")
                kinds += finding.id();
        }
        return kinds.join(u' ');
    };
    EXPECT_EQ(found([](Table&) {}), QString());
    EXPECT_EQ(found([](Table& t) { t.key = {QStringLiteral("name")}; }),
              QStringLiteral("key_differs:berth"));
    EXPECT_EQ(found([](Table& t) { t.columns[0].givenByDatabase = false; }),
              QStringLiteral("generated_differs:berth.id"));
    EXPECT_EQ(found([](Table& t) { t.columns[3].computed = true; }),
              QStringLiteral("computed_differs:berth.since"));
    EXPECT_EQ(found([](Table& t) { t.columns[3].defaultExpression = QStringLiteral("now()"); }),
              QStringLiteral("default_differs:berth.since"));
    EXPECT_EQ(found([](Table& t) { t.columns[3].nullable = false; }),
              QStringLiteral("required_differs:berth.since"));
    EXPECT_EQ(found([](Table& t) { t.columns[1].foldsText = true; }),
              QStringLiteral("text_differs:berth.name"));
    EXPECT_EQ(found([](Table& t) { t.uniqueKeys.clear(); }),
              QStringLiteral("unique_differs:berth.name"));
    EXPECT_EQ(found([](Table& t) { t.uniqueKeys += QStringList{QStringLiteral("quay")}; }),
              QStringLiteral("unique_differs:berth.quay"));
    EXPECT_EQ(found([](Table& t) { t.foreignKeys.clear(); }),
              QStringLiteral("reference_differs:berth.quay"));
    EXPECT_EQ(found([](Table& t) { t.foreignKeys[0].onDelete = ForeignKey::Action::Cascade; }),
              QStringLiteral("reference_differs:berth.quay"));
    // Without the present catalog only what does not fit is said.
    const Findings blind = repointFindings(project, nullptr, catalog([](Table& t) {
                                               t.key = {QStringLiteral("name")};
                                               t.uniqueKeys.clear();
                                           }));
    EXPECT_TRUE(std::none_of(blind.begin(), blind.end(), [](const Finding& finding) {
        return finding.kind.endsWith(u"_differs");
    }));
}
