// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/project_creation.h"

#include "core/base/text.h"
#include "core/project/project_file.h"

#include <QDir>
#include <QFileInfo>
#include <QStandardPaths>

namespace gravin {

QString proposedProjectFile(const ConnectionSpec& connection) {
    QString base;
    const QFileInfo info(connection.path);
    if (connection.isFile() && info.isFile())
        base = info.absolutePath() + u'/' + info.completeBaseName();
    else if (!connection.isFile() && !connection.database.isEmpty())
        base = QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation) + u'/' +
               connection.database;
    if (base.isEmpty())
        return {};
    QString proposed = base;
    for (int n = 2; QFileInfo::exists(proposed + QStringLiteral(".gravin")); ++n)
        proposed = QStringLiteral("%1-%2").arg(base).arg(n);
    return proposed + QStringLiteral(".gravin");
}

Status prepareProject(const QString& file) {
    if (QFileInfo::exists(file))
        return Error{ErrorKind::File,
                     coreTr("%1 is already there. Choose another name for the project.").arg(file)};
    QDir().mkpath(QFileInfo(file).absolutePath()); // saving says what is wrong with it
    return ok();
}

ConnectionSpec copyBeside(const QString& projectFile, const ConnectionSpec& connection) {
    const QFileInfo original(connection.path);
    const QString suffix = original.suffix().isEmpty() ? QStringLiteral("db") : original.suffix();
    ConnectionSpec copy = connection;
    copy.copyOf = connection.path;
    copy.path = QFileInfo(projectFile).absolutePath() + u'/' + original.completeBaseName() +
                QStringLiteral("-copy.") + suffix;
    return copy;
}

Status createProject(const QString& file, const ConnectionSpec& connection) {
    if (Status free = prepareProject(file); !free)
        return free;
    Project project;
    project.name = QFileInfo(file).completeBaseName();
    project.connection = connection;
    return saveProject(project, file);
}

} // namespace gravin
