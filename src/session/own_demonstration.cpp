// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/own_demonstration.h"

#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/database/worker.h"

#include <QFile>
#include <QFileInfo>

// The library that has the resource is static: nothing else would bring it along.
static void loadShipped() { Q_INIT_RESOURCE(demonstration); }

namespace gravin {

namespace {

constexpr std::chrono::seconds LongestClosing(10);

QString ownPath(const char* name) {
    return ownDataFolderPath(QStringLiteral("demonstration")) + u'/' + QLatin1String(name);
}

Status copyShipped(const char* name) {
    QFile shipped(QStringLiteral(":/demonstration/") + QLatin1String(name));
    if (!shipped.open(QIODevice::ReadOnly))
        return Error{ErrorKind::File,
                     coreTr("The demonstration could not be written to %1.").arg(ownPath(name)),
                     shipped.errorString()};
    return writeWholeFile(ownPath(name), shipped.readAll());
}

} // namespace

Result<QString> ownDemonstration() {
    if (QFile::exists(ownPath("harbour.gravin")) && QFile::exists(ownPath("harbour.db")))
        return ownPath("harbour.gravin");
    return resetOwnDemonstration();
}

bool isOwnDemonstration(const QString& projectFile) {
    return !projectFile.isEmpty() && QFileInfo(projectFile) == QFileInfo(ownPath("harbour.gravin"));
}

Result<QString> resetOwnDemonstration() {
    loadShipped();
    if (Status made = makeOwnFolder(ownDataFolderPath(QStringLiteral("demonstration"))); !made)
        return made.error();
    if (!Worker::waitUntilClosed(ownPath("harbour.db"), LongestClosing))
        return Error{ErrorKind::Busy,
                     coreTr("The demonstration is still in use. Try again in a moment.")};
    // What was committed and not yet in the file itself belongs to the one that goes.
    for (const char* beside : {"harbour.db-wal", "harbour.db-shm"})
        QFile::remove(ownPath(beside));
    for (const char* name : {"harbour.db", "harbour.gravin"}) {
        if (Status copied = copyShipped(name); !copied)
            return copied.error();
    }
    return ownPath("harbour.gravin");
}

} // namespace gravin
