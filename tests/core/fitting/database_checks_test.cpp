// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/database_checks.h"

#include "core/fitting/check_rules.h"

#include <gtest/gtest.h>

namespace gravin {
namespace {

Table berth() {
    Table table;
    table.name = QStringLiteral("berth");
    const auto add = [&](const char* name, const ColumnType& type) {
        Column column;
        column.name = QLatin1String(name);
        column.type = type;
        table.columns += column;
    };
    add("depth", {TypeKind::Decimal, -1, 5, 2});
    add("places", {TypeKind::Integer});
    add("state", {TypeKind::Text});
    add("since", {TypeKind::Date});
    add("until", {TypeKind::Date});
    return table;
}

// What is asked beforehand instead of such a CHECK; empty: it is left to the database.
std::string asked(const char* check, Engine engine) {
    Table table = berth();
    table.checks = {{{}, QString::fromUtf8(check)}};
    const QList<CheckRule> rules = databaseRules(table, engine, {}, {});
    return rules.isEmpty() ? std::string() : rules.front().message.toStdString();
}

TEST(DatabaseChecks, AreReadWhereTheyMeanTheSame) {
    EXPECT_EQ(asked("(depth > 0 AND [places] != 3)", Engine::Sqlite),
              "This must hold: depth > 0 AND places <> 3.");
    EXPECT_EQ(asked("CHECK ((depth >= (0)::numeric))", Engine::PostgreSql),
              "This must hold: depth >= 0.");
    EXPECT_EQ(asked("CHECK (((state)::text = ANY ((ARRAY['open'::character varying, "
                    "'shut'::character varying])::text[])))",
                    Engine::PostgreSql),
              "This must hold: state IN ('open', 'shut').");
    EXPECT_EQ(asked("`places` * 2 <= 40", Engine::MariaDb), "This must hold: places * 2 <= 40.");
    EXPECT_EQ(asked("until >= since", Engine::MariaDb), "This must hold: until >= since.");
}

TEST(DatabaseChecks, AreLeftToTheDatabaseWhereTheyCouldMeanSomethingElse) {
    // Whole numbers are divided without a rest there, dates subtracted as numbers, clocks in UTC.
    EXPECT_EQ(asked("places / 2 > 1", Engine::Sqlite), "");
    EXPECT_EQ(asked("until - since > 0", Engine::Sqlite), "");
    EXPECT_EQ(asked("since <= CURRENT_DATE", Engine::Sqlite), "");
    EXPECT_EQ(asked("depth * 3 < 9", Engine::Sqlite), "");
    EXPECT_EQ(asked("state LIKE 'o%'", Engine::Sqlite), "");
    EXPECT_EQ(asked("state > 'm'", Engine::PostgreSql), "");
    // A cast of a column rounds.
    EXPECT_EQ(asked("CHECK (((depth)::integer > 0))", Engine::PostgreSql), "");
    EXPECT_EQ(asked("json_valid(state)", Engine::MariaDb), "");
    EXPECT_EQ(asked("places >", Engine::MariaDb), "");
}

} // namespace
} // namespace gravin
