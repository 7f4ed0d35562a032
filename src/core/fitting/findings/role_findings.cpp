// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/fitting/findings/finding_collector.h"
#include "core/project/standing.h"
#include "core/records/record_limit.h"

#include <algorithm>

namespace gravin {

namespace {

Finding onRole(const Role& role, const char* kind, Finding::Severity severity) {
    return {.kind = QLatin1String(kind),
            .severity = severity,
            .place = coreTr("Role %1").arg(role.name)};
}

// What a role says of one screen.
void findOnScreenOf(FindingCollector& found, const Role& role, const RoleOnScreen& own) {
    const Screen* screen = found.project().screenById(own.screen);
    if (!screen) {
        Finding finding = onRole(role, "role_screen", Finding::Severity::Risks);
        finding.screen = own.screen;
        finding.cause = coreTr("The project has no screen %1.").arg(own.screen);
        finding.consequence = coreTr("What the role says of it holds nowhere.");
        finding.mend = coreTr("Take it out of the role");
        finding.apply = [name = role.name, id = own.screen](Project& project) {
            for (Role& changed : project.roles) {
                if (changed.name == name)
                    changed.screens.removeIf(
                        [&](const RoleOnScreen& each) { return each.screen == id; });
            }
        };
        found.add(std::move(finding));
        return;
    }
    for (const QString& column : own.locked + own.hidden) {
        if (screen->field(column))
            continue;
        Finding finding = onRole(role, "role_field", Finding::Severity::Breaks);
        finding.screen = own.screen;
        finding.column = column;
        finding.cause = coreTr("%1 has no field %2.").arg(screen->label, column);
        finding.consequence = coreTr("Whatever was to be closed to this role may be open now.");
        found.add(std::move(finding));
    }
}

void findOnRecordsOf(FindingCollector& found, const Role& role, const QString& table,
                     const QString& condition) {
    const Table* there = found.catalog().table(table);
    QString why = there ? QString() : coreTr("The database has no table %1.").arg(table);
    if (there && recordLimit(condition, *there, found.project().connection.engine, &why))
        return;
    Finding finding = onRole(role, "role_records", Finding::Severity::Breaks);
    finding.table = table;
    finding.cause =
        coreTr("Its condition on the records of %1 cannot be asked: %2").arg(table, why);
    finding.consequence = coreTr("Who has the role sees no record there.");
    found.add(std::move(finding));
}

} // namespace

void findOnRoles(FindingCollector& found) {
    const QList<Role>& roles = found.project().roles;
    for (const Role& role : roles) {
        for (const RoleOnScreen& own : role.screens)
            findOnScreenOf(found, role, own);
        for (auto table = role.records.begin(); table != role.records.end(); ++table)
            findOnRecordsOf(found, role, table.key(), *table);
        if (role.members.isEmpty()) {
            Finding finding = onRole(role, "role_empty", Finding::Severity::Risks);
            finding.cause = coreTr("No account has this role.");
            finding.consequence = coreTr("It lets nobody do anything.");
            found.add(std::move(finding));
        }
    }
    const bool isBuilt = std::any_of(roles.begin(), roles.end(), [](const Role& role) {
        return role.may.has(Act::Build) && !role.members.isEmpty();
    });
    if (!roles.isEmpty() && !isBuilt)
        found.add({.kind = QStringLiteral("role_nobody_builds"),
                   .place = coreTr("The project"),
                   .cause = coreTr("No role that somebody has may build."),
                   .consequence = coreTr("Nobody can shape this project any more.")});
}

} // namespace gravin
