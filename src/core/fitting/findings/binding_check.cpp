// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/findings/binding_check.h"

#include "core/base/text.h"
#include "core/fitting/findings/finding_collector.h"

namespace gravin {

Findings bindingFindings(const Project& project, const Catalog& catalog) {
    FindingCollector found(project, catalog);
    if (!project.startScreen.isEmpty() && !project.screenById(project.startScreen))
        found.add(
            {.kind = QStringLiteral("start_screen"),
             .severity = Finding::Severity::Risks,
             .place = coreTr("The project"),
             .cause = coreTr("There is no screen “%1” to begin with.").arg(project.startScreen),
             .consequence = coreTr("The first screen of the list is shown instead."),
             .mend = coreTr("Begin with the first screen of the list"),
             .apply = [](Project& mended) { mended.startScreen.clear(); }});
    for (const QuerySource& source : project.sources)
        findOnSource(found, source);
    for (const Screen& screen : project.screens)
        findOnScreen(found, screen);
    for (auto table = project.checks.begin(); table != project.checks.end(); ++table) {
        findOnChecks(found, table.key(), table.value());
    }
    for (auto table = project.computed.begin(); table != project.computed.end(); ++table)
        findOnComputed(found, table.key(), table.value());
    return found.take();
}

} // namespace gravin
