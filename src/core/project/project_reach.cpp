// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project_reach.h"

#include "core/base/file_tag.h"
#include "core/base/json.h"
#include "core/base/text.h"
#include "core/base/visible_text.h"
#include "core/base/whole_file.h"

#include <algorithm>

namespace gravin {

namespace {

// Names come from whoever wrote the file.
QString shown(const QString& text) { return visibleText(text); }

QString databaseOf(const ConnectionSpec& spec) {
    if (spec.isFile())
        return coreTr("The database file %1.").arg(shown(spec.path));
    const QString who = spec.user.isEmpty() ? coreTr("by the usual account")
                                            : coreTr("as %1").arg(shown(spec.user));
    return coreTr("The database %1 %2.").arg(shown(spec.shownName()), who);
}

// Of all screens, each action by its name.
QStringList actionsWith(const Project& project,
                        const std::function<QString(const ActionStep&)>& reaches) {
    QStringList found;
    for (const Screen& screen : project.screens) {
        for (const ScreenAction& action : screen.ownActions) {
            for (const ActionStep& step : action.steps) {
                const QString what = reaches(step);
                if (!what.isNull())
                    found += QStringLiteral("%1 › %2%3")
                                 .arg(shown(screen.label), shown(action.name), what);
            }
        }
    }
    found.removeDuplicates();
    return found;
}

QString listed(const QStringList& names) { return names.join(QStringLiteral(", ")); }

} // namespace

QStringList reachOf(const Project& project) {
    QStringList reach{databaseOf(project.connection)};
    const auto add = [&](const QStringList& names, const QString& sentence) {
        if (!names.isEmpty())
            reach += sentence.arg(listed(names));
    };
    QStringList selects;
    for (const QuerySource& source : project.sources)
        selects += shown(source.name);
    add(selects, coreTr("SELECTs of its own, which can only read: %1."));
    add(actionsWith(project,
                    [](const ActionStep& step) {
                        return step.does == ActionStep::Does::OpenLink
                                   ? QStringLiteral(": %1").arg(shown(step.text))
                                   : QString();
                    }),
        coreTr("Actions that open addresses, after asking: %1."));
    add(actionsWith(project,
                    [](const ActionStep& step) {
                        return step.does == ActionStep::Does::Print && !step.text.isEmpty()
                                   ? QStringLiteral(": %1").arg(shown(step.text))
                                   : QString();
                    }),
        coreTr("Actions that write files into a folder: %1."));
    add(actionsWith(project,
                    [](const ActionStep& step) {
                        return writes(step.does) ? QStringLiteral("") : QString();
                    }),
        coreTr("Actions that change records: %1."));
    add(actionsWith(project,
                    [](const ActionStep& step) {
                        return step.does == ActionStep::Does::Call
                                   ? QStringLiteral(": %1").arg(shown(step.name))
                                   : QString();
                    }),
        coreTr("Actions that call routines of the database: %1."));
    QStringList through;
    for (auto table = project.writtenThrough.begin(); table != project.writtenThrough.end();
         ++table) {
        for (const RoutineUse& use : *table)
            through += shown(use.routine);
    }
    add(through, coreTr("Routines of the database by which records are written: %1."));
    return reach;
}

KnownProjects::KnownProjects(QString folder)
    : m_notes(std::move(folder)) {}

QStringList KnownProjects::unknownOf(const QString& file, const QStringList& reach) const {
    const QStringList known = loose::texts(m_notes.of(realFile(file)), "reaches");
    QStringList unknown = reach;
    unknown.removeIf([&](const QString& sentence) { return known.contains(sentence); });
    return unknown;
}

Status KnownProjects::agree(const QString& file, const QStringList& reach) const {
    return m_notes.keep(realFile(file),
                        {{"project", utf8(realFile(file))}, {"reaches", listOf(reach)}});
}

KnownProjects personsProjects() {
    return KnownProjects(ownDataFolderPath(QStringLiteral("projects")));
}

} // namespace gravin
