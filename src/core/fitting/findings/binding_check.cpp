// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/findings/binding_check.h"

#include "core/base/text.h"
#include "core/changes/watch/table_watching.h"
#include "core/fitting/findings/finding_collector.h"

namespace gravin {

namespace {

// Tables whose columns are others than those that watching them began with.
void findOnWatched(FindingCollector& found) {
    const auto dialect = dialectFor(found.project().connection);
    for (const Table& table : found.catalog().tables) {
        if (watchStateOf(*dialect, table) != WatchState::Outgrown)
            continue;
        found.add(
            {.kind = QStringLiteral("watch_outgrown"),
             .severity = Finding::Severity::Risks,
             .table = table.name,
             .place = table.name,
             .cause = coreTr("%1 is watched, but its columns are others than when that began.")
                          .arg(table.name),
             .consequence = coreTr("What other programs write into new columns does not come "
                                   "into the change log. Watch the table anew.")});
    }
}

} // namespace

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
    for (const Screen& screen : project.screens) {
        findOnScreen(found, screen);
        findOnActions(found, screen);
    }
    for (auto table = project.checks.begin(); table != project.checks.end(); ++table) {
        findOnChecks(found, table.key(), table.value());
    }
    for (auto table = project.computed.begin(); table != project.computed.end(); ++table)
        findOnComputed(found, table.key(), table.value());
    findOnRoles(found);
    findOnWriting(found);
    findOnWatched(found);
    return found.take();
}

} // namespace gravin
