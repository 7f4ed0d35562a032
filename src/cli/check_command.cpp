// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/output.h"
#include "core/base/text.h"
#include "core/project/binding_check.h"
#include "core/project/project_file.h"
#include "core/project/query_source.h"

#include <algorithm>

namespace gravin::cli {

namespace {

bool breaks(const Finding& finding) { return finding.severity == Finding::Severity::Breaks; }

Json jsonOf(const Finding& finding) {
    return {{"id", utf8(finding.id())},       {"severity", breaks(finding) ? "breaks" : "risks"},
            {"screen", utf8(finding.screen)}, {"table", utf8(finding.table)},
            {"field", utf8(finding.column)},  {"place", utf8(finding.place)},
            {"cause", utf8(finding.cause)},   {"consequence", utf8(finding.consequence)},
            {"mend", utf8(finding.mend)}};
}

void printFinding(const Finding& finding) {
    printLine(QStringLiteral("%1  %2").arg(breaks(finding) ? say("BREAKS") : say("risks"),
                                           finding.place));
    printLine(QStringLiteral("        %1 %2").arg(finding.cause, finding.consequence));
    if (!finding.mend.isEmpty())
        printLine(say("        Mend: %1 (--mend %2)").arg(finding.mend, finding.id()));
}

Result<Findings> findAll(Session& session, const Project& project, const Catalog& catalog,
                         bool noData) {
    Findings findings = bindingFindings(project, catalog);
    if (noData)
        return findings;
    auto ofData = dataFindings(session, project, catalog, [] { return true; });
    if (!ofData)
        return ofData.error();
    findings.insert(findings.end(), std::make_move_iterator(ofData->begin()),
                    std::make_move_iterator(ofData->end()));
    return findings;
}

} // namespace

int runCheck(const CheckOptions& options) {
    auto project = loadProject(options.file);
    if (!project)
        return report(project.error(), options.json);
    auto session = Session::open(project->connection, Session::Access::ReadOnly);
    if (!session)
        return report(session.error(), options.json);
    const auto catalog = catalogOf(**session, project->sources);
    if (!catalog)
        return report(catalog.error(), options.json);
    auto findings = findAll(**session, *project, *catalog, options.noData);
    if (!findings)
        return report(findings.error(), options.json);
    if (!options.mends.isEmpty()) {
        if (Status mended = mendFindings(*project, *findings, options.mends); !mended)
            return report(mended.error(), options.json);
        if (Status saved = saveProject(*project, options.file); !saved)
            return report(saved.error(), options.json);
        findings = findAll(**session, *project, *catalog, options.noData);
        if (!findings)
            return report(findings.error(), options.json);
    }
    const auto breaking = std::count_if(findings->begin(), findings->end(), breaks);
    const auto risking = static_cast<qint64>(findings->size()) - breaking;
    if (options.json) {
        Json list = Json::array();
        for (const Finding& finding : *findings)
            list.push_back(jsonOf(finding));
        print({{"breaks", breaking}, {"risks", risking}, {"findings", list}});
    } else if (findings->empty()) {
        printLine(say("The project fits its database."));
    } else {
        for (const Finding& finding : *findings)
            printFinding(finding);
        printLine(say("%1 that break something, %2 that risk it.")
                      .arg(counted(breaking, say("finding"), say("findings")),
                           counted(risking, say("finding"), say("findings"))));
    }
    return breaking > 0 ? RefusedExit : Done;
}

} // namespace gravin::cli
