// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/repointing.h"

#include "cli/interruption.h"
#include "cli/output.h"
#include "core/base/text.h"
#include "core/fitting/findings/binding_check.h"
#include "core/fitting/query_source.h"
#include "core/fitting/repointing.h"
#include "core/project/project_catalog.h"
#include "core/project/project_file.h"

#include <QFileInfo>

#include <algorithm>

namespace gravin::cli {

namespace {

Json findingJson(const Finding& finding) {
    return {{"id", utf8(finding.id())},       {"severity", breaks(finding) ? "breaks" : "risks"},
            {"screen", utf8(finding.screen)}, {"table", utf8(finding.table)},
            {"field", utf8(finding.column)},  {"place", utf8(finding.place)},
            {"cause", utf8(finding.cause)},   {"consequence", utf8(finding.consequence)},
            {"mend", utf8(finding.mend)}};
}

void printFinding(const Finding& finding) {
    printLine(QStringLiteral("%1  %2").arg(breaks(finding) ? coreTr("BREAKS") : coreTr("risks"),
                                           finding.place));
    printLine(QStringLiteral("        %1 %2").arg(finding.cause, finding.consequence));
    if (!finding.mend.isEmpty())
        printLine(coreTr("        Mend: %1 (--mend %2)").arg(finding.mend, finding.id()));
}

// Adds what the stored records say, unless that is not wanted.
Result<Findings> withData(Findings findings, Session& session, const Project& project,
                          const Catalog& catalog, bool noData) {
    if (noData)
        return findings;
    auto ofData = dataFindings(session, project, catalog, [] { return true; });
    if (!ofData)
        return ofData.error();
    findings.insert(findings.end(), std::make_move_iterator(ofData->begin()),
                    std::make_move_iterator(ofData->end()));
    return findings;
}

Result<Findings> findAll(Session& session, const Project& project, const Catalog& catalog,
                         bool noData) {
    return withData(bindingFindings(project, catalog), session, project, catalog, noData);
}

Json findingsJson(const Findings& findings) {
    Json list = Json::array();
    for (const Finding& finding : findings)
        list.push_back(findingJson(finding));
    const qint64 breaking = breakingCount(findings);
    return {{"breaks", breaking},
            {"risks", static_cast<qint64>(findings.size()) - breaking},
            {"findings", list}};
}

// The catalog of the database that the project has now; null: it is out of reach.
std::shared_ptr<const Catalog> presentCatalog(const Project& project) {
    auto session = Session::open(project.connection, Session::Access::ReadOnly);
    const auto watched = session ? std::make_unique<Watched>(**session) : nullptr;
    auto catalog = session ? catalogOf(**session, project) : Result<Catalog>(session.error());
    return catalog ? std::make_shared<const Catalog>(std::move(*catalog)) : nullptr;
}

} // namespace

int runCheck(const CheckOptions& options) {
    auto project = loadProject(options.file);
    if (!project)
        return report(project.error(), options.json);
    if (!project->distrust.isEmpty())
        complain(project->distrust);
    auto session = Session::open(project->connection, Session::Access::ReadOnly);
    if (!session)
        return report(session.error(), options.json);
    auto catalog = catalogOf(**session, *project);
    if (!catalog)
        return report(catalog.error(), options.json);
    auto findings = findAll(**session, *project, *catalog, options.noData);
    if (!findings)
        return report(findings.error(), options.json);
    if (!options.mends.isEmpty()) {
        if (const QString reason = Standing::of(*project, *catalog).reasonAgainst(Act::Build);
            !reason.isEmpty())
            return report({ErrorKind::Refused, reason}, options.json);
        if (Status mended = mendFindings(*project, *findings, options.mends); !mended)
            return report(mended.error(), options.json);
        if (Status saved = saveProject(*project, options.file); !saved)
            return report(saved.error(), options.json);
        extendCatalog(*catalog, *project);
        findings = findAll(**session, *project, *catalog, options.noData);
        if (!findings)
            return report(findings.error(), options.json);
    }
    if (options.json) {
        print(findingsJson(*findings));
    } else {
        for (const Finding& finding : *findings)
            printFinding(finding);
        printLine(summaryOf(*findings));
    }
    return breakingCount(*findings) > 0 ? RefusedExit : Done;
}

int runRepoint(const RepointOptions& options) { return repoint(options, Json::object()); }

int repoint(const RepointOptions& options, Json said) {
    auto project = loadProject(options.file);
    if (!project)
        return report(project.error(), options.json);
    auto spec = ConnectionSpec::fromUrl(options.database);
    if (!spec)
        return report(spec.error(), options.json);
    if (spec->isFile())
        spec->path = QFileInfo(spec->path).absoluteFilePath();
    spec->changeLog = project->connection.changeLog;
    spec->allowed = project->connection.allowed;
    auto session = Session::open(*spec, Session::Access::ReadOnly);
    if (!session)
        return report(session.error(), options.json);
    const auto before = presentCatalog(*project);
    const auto after = catalogOf(**session, *project);
    if (!after)
        return report(after.error(), options.json);
    // Who somebody is says the database that they work on; where it is gone, the other one.
    const Standing standing = Standing::of(*project, before ? *before : *after);
    if (const QString reason = standing.reasonAgainst(Act::Build);
        !reason.isEmpty() && !options.dryRun)
        return report({ErrorKind::Refused, reason}, options.json);
    const auto findings = withData(repointFindings(*project, before.get(), *after), **session,
                                   *project, *after, options.noData);
    if (!findings)
        return report(findings.error(), options.json);
    const bool stays = options.dryRun || (breakingCount(*findings) > 0 && !options.anyway);
    if (!stays) {
        project->connection = *spec;
        if (Status saved = saveProject(*project, options.file); !saved)
            return report(saved.error(), options.json);
    }
    if (options.json) {
        said.update(findingsJson(*findings));
        said["compared"] = before != nullptr;
        said["repointed"] = !stays;
        print(said);
    } else {
        for (const Finding& finding : *findings)
            printFinding(finding);
        printLine(summaryOf(*findings));
        if (!before)
            printLine(
                coreTr("The present database is out of reach: what means something else in the "
                       "other one could not be compared."));
        if (stays)
            printLine(coreTr("The project is as before."));
        else
            printLine(coreTr("The project works on %1 now. The change log of before stays with its "
                             "database.")
                          .arg(spec->shownName()));
    }
    return stays && breakingCount(*findings) > 0 ? RefusedExit : Done;
}

} // namespace gravin::cli
