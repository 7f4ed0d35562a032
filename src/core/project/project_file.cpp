// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project_file.h"

#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/project/known_access.h"
#include "core/project/known_signers.h"

#include <QDir>
#include <QFileInfo>

namespace gravin {

Result<Project> loadProject(const QString& path) {
    const auto json = readWholeFile(path, MostProjectBytes);
    if (!json)
        return json.error();
    auto project = projectFromJson(*json);
    if (!project)
        return Error{
            project.error().kind,
            coreTr("The project %1 cannot be opened. %2").arg(path, project.error().sentence),
            project.error().detail};
    project->distrust = personsSigners().reasonAgainst(path, *json);
    if (project->connection.isFile())
        project->connection.path = QDir::cleanPath(
            QFileInfo(path).absoluteDir().absoluteFilePath(project->connection.path));
    personsAccess().recall(path, project->connection);
    if (project->name.isEmpty())
        project->name = QFileInfo(path).completeBaseName();
    return project;
}

Status saveProject(const Project& project, const QString& path) {
    Project written = project;
    const QDir folder = QFileInfo(path).absoluteDir();
    const QString relative = folder.relativeFilePath(project.connection.path);
    if (written.connection.isFile() && !relative.startsWith(u".."))
        written.connection.path = relative;
    return writeWholeFile(path, projectToJson(written));
}

} // namespace gravin
