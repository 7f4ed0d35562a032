// SPDX-License-Identifier: GPL-3.0-or-later
// A project that is given another database: what fits there, what means something else, what is
// missing. From SQLite to each of the engines.
#include "core/fitting/binding.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/query_source.h"
#include "core/fitting/repointing.h"
#include "engines/demonstrated.h"
#include "support/text.h"

#include <algorithm>

namespace gravin::test {
namespace {

class Repointing : public Demonstrated {
protected:
    void SetUp() override {
        Demonstrated::SetUp();
        if (IsSkipped())
            return;
        present = std::make_unique<EngineDatabase>(Engine::Sqlite);
        ASSERT_TRUE(writeDemonstrationDatabase(present->spec().path));
        project.connection = present->spec();
        project.computed[name("aid")] = {{name("yearly"), name("day_rate * 365")}};
        before = *catalogOf(*present->open(Session::Access::ReadOnly), project);
        for (const char* table : {"aid", "visit", "sector"})
            addGeneratedScreen(project, before, *before.table(name(table)), Arrangement::GridForm);
        Check range;
        range.kind = CheckKind::Range;
        range.column = name("hours");
        range.most = name("24");
        project.checks[name("visit")].checks = {range};
        ASSERT_TRUE(bindingFindings(project, before).empty());
    }
    Findings compare() {
        const auto after = catalogOf(*database->open(Session::Access::ReadOnly), project);
        EXPECT_TRUE(after);
        return repointFindings(project, &before, *after);
    }
    static QStringList ids(const Findings& findings, const QString& kind = {}) {
        QStringList ids;
        for (const Finding& finding : findings) {
            if (kind.isEmpty() || finding.kind == kind)
                ids += finding.id();
        }
        ids.sort();
        return ids;
    }
    static qint64 breaking(const Findings& findings) {
        return std::count_if(findings.begin(), findings.end(), [](const Finding& finding) {
            return finding.severity == Finding::Severity::Breaks;
        });
    }

    std::unique_ptr<EngineDatabase> present;
    Project project;
    Catalog before;
};

TEST_P(Repointing, TheSameTablesFitOnEachEngine) {
    const Findings findings = compare();
    EXPECT_EQ(breaking(findings), 0) << qPrintable(ids(findings).join(u' '));
    // Only how texts are compared is another thing on the servers.
    for (const Finding& finding : findings)
        EXPECT_EQ(finding.kind, name("text_differs")) << qPrintable(finding.cause);
    EXPECT_EQ(findings.empty(), GetParam() == Engine::Sqlite);
}

TEST_P(Repointing, WhatIsMissingAndWhatMeansSomethingElseIsSaid) {
    database->run(name("ALTER TABLE visit RENAME COLUMN hours TO hour_count;"));
    const Findings findings = compare();
    EXPECT_TRUE(ids(findings).contains(name("column_missing:visit.hours")));
    EXPECT_TRUE(ids(findings).contains(name("check_broken:visit.range1")));
    EXPECT_EQ(breaking(findings), 2) << qPrintable(ids(findings).join(u' '));
}

TEST_P(Repointing, AnEmptyDatabaseHasNothing) {
    EngineDatabase other(GetParam());
    const auto after = catalogOf(*other.open(Session::Access::ReadOnly), project);
    ASSERT_TRUE(after);
    const Findings findings = repointFindings(project, &before, *after);
    EXPECT_EQ(breaking(findings), 3);
    EXPECT_TRUE(ids(findings).contains(name("table_missing:aid")));
}

INSTANTIATE_TEST_SUITE_P(Engines, Repointing,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
