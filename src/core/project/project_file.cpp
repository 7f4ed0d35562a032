// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project_file.h"

#include "core/base/text.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSaveFile>

namespace gravin {

namespace {
constexpr qint64 MaximumFileSize = 64 * 1024 * 1024;
}

Result<Project> loadProject(const QString& path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return Error{ErrorKind::File, say("The project %1 cannot be read.").arg(path),
                     file.errorString()};
    if (file.size() > MaximumFileSize)
        return Error{ErrorKind::Damaged, say("%1 is far too large for a project.").arg(path)};
    auto project = projectFromJson(file.readAll());
    if (!project)
        return Error{project.error().kind,
                     say("The project %1 cannot be opened. %2").arg(path, project.error().sentence),
                     project.error().detail};
    if (project->connection.isFile())
        project->connection.path = QDir::cleanPath(
            QFileInfo(path).absoluteDir().absoluteFilePath(project->connection.path));
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
    const QByteArray json = projectToJson(written);
    QSaveFile file(path);
    if (!file.open(QIODevice::WriteOnly) || file.write(json) != json.size() || !file.commit())
        return Error{
            ErrorKind::File,
            say("The project could not be written to %1. What was there is untouched.").arg(path),
            file.errorString()};
    return done();
}

} // namespace gravin
