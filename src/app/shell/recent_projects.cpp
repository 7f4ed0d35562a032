// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/recent_projects.h"

#include "app/look/person_settings.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>

#include <algorithm>

#include <sys/stat.h>

namespace gravin {

namespace {

constexpr qsizetype MostKept = 20;
const QString ListKey = QStringLiteral("projects");
const QString BeginsKey = QStringLiteral("begin-with-last");

struct Kept {
    RecentProject project;
    QString identity; // of the file in its file system, which stays when it is renamed
};

QSettings recentSettings() { return personSettings(QStringLiteral("recent")); }

QString identityOf(const QString& file) {
    struct stat status {};
    if (::stat(QFile::encodeName(file).constData(), &status) != 0)
        return {};
    return QStringLiteral("%1:%2").arg(status.st_dev).arg(status.st_ino);
}

QList<Kept> read() {
    QSettings settings = recentSettings();
    QList<Kept> kept;
    const int count = settings.beginReadArray(ListKey);
    for (int i = 0; i < count; ++i) {
        settings.setArrayIndex(i);
        Kept each;
        each.project.file = settings.value(QStringLiteral("file")).toString();
        each.project.name = settings.value(QStringLiteral("name")).toString();
        each.project.opened =
            QDateTime::fromString(settings.value(QStringLiteral("opened")).toString(), Qt::ISODate);
        each.project.isPinned = settings.value(QStringLiteral("pinned")).toBool();
        each.identity = settings.value(QStringLiteral("identity")).toString();
        if (!each.project.file.isEmpty())
            kept += each;
    }
    return kept;
}

void write(QList<Kept> kept) {
    std::stable_sort(kept.begin(), kept.end(), [](const Kept& a, const Kept& b) {
        return a.project.opened > b.project.opened;
    });
    qsizetype loose = 0;
    kept.removeIf([&](const Kept& each) { return !each.project.isPinned && ++loose > MostKept; });
    QSettings settings = recentSettings();
    settings.remove(ListKey);
    settings.beginWriteArray(ListKey);
    for (int i = 0; i < kept.size(); ++i) {
        settings.setArrayIndex(i);
        settings.setValue(QStringLiteral("file"), kept[i].project.file);
        settings.setValue(QStringLiteral("name"), kept[i].project.name);
        settings.setValue(QStringLiteral("opened"), kept[i].project.opened.toString(Qt::ISODate));
        settings.setValue(QStringLiteral("pinned"), kept[i].project.isPinned);
        settings.setValue(QStringLiteral("identity"), kept[i].identity);
    }
    settings.endArray();
}

// Where people put files that they move by hand: no search of the whole disk.
QString placeNowOf(const Kept& gone) {
    const QDir folder = QFileInfo(gone.project.file).dir();
    QStringList folders{folder.path()};
    QDir above = folder;
    if (above.cdUp()) {
        folders += above.path();
        for (const QString& beside : above.entryList(QDir::Dirs | QDir::NoDotAndDotDot).mid(0, 200))
            folders += above.filePath(beside);
    }
    for (const QString& below : folder.entryList(QDir::Dirs | QDir::NoDotAndDotDot).mid(0, 200))
        folders += folder.filePath(below);
    folders.removeDuplicates();
    for (const QString& place : std::as_const(folders)) {
        const QDir looked(place);
        for (const QString& file : looked.entryList({QStringLiteral("*.gravin")}, QDir::Files)) {
            if (!gone.identity.isEmpty() && identityOf(looked.filePath(file)) == gone.identity)
                return looked.filePath(file);
        }
    }
    return {};
}

void change(const QString& file, const std::function<void(RecentProject&)>& edit) {
    QList<Kept> kept = read();
    for (Kept& each : kept) {
        if (each.project.file == file)
            edit(each.project);
    }
    write(kept);
}

} // namespace

QList<RecentProject> RecentProjects::all() {
    QList<RecentProject> projects;
    for (Kept& each : read()) {
        if (!QFileInfo::exists(each.project.file)) {
            each.project.movedTo = placeNowOf(each);
            each.project.state = each.project.movedTo.isEmpty() ? RecentProject::State::Gone
                                                                : RecentProject::State::Moved;
        }
        projects += each.project;
    }
    std::stable_sort(
        projects.begin(), projects.end(),
        [](const RecentProject& a, const RecentProject& b) { return a.isPinned && !b.isPinned; });
    return projects;
}

void RecentProjects::note(const QString& file, const QString& name) {
    if (file.isEmpty())
        return;
    const QString path = QFileInfo(file).absoluteFilePath();
    const QString identity = identityOf(path);
    QList<Kept> kept = read();
    Kept now;
    // Another place of the same file is where it was before.
    kept.removeIf([&](const Kept& each) {
        const bool isSame =
            each.project.file == path || (!identity.isEmpty() && each.identity == identity &&
                                          !QFileInfo::exists(each.project.file));
        now.project.isPinned |= isSame && each.project.isPinned;
        return isSame;
    });
    now.project.file = path;
    now.project.name = name;
    now.project.opened = QDateTime::currentDateTimeUtc();
    now.identity = identity;
    write(QList<Kept>{now} + kept);
}

void RecentProjects::setPinned(const QString& file, bool pinned) {
    change(file, [pinned](RecentProject& project) { project.isPinned = pinned; });
}

void RecentProjects::forget(const QString& file) {
    QList<Kept> kept = read();
    kept.removeIf([&](const Kept& each) { return each.project.file == file; });
    write(kept);
}

QString RecentProjects::last() {
    const QList<Kept> kept = read(); // the latest first
    for (const Kept& each : kept) {
        if (QFileInfo::exists(each.project.file))
            return each.project.file;
    }
    return {};
}

bool RecentProjects::beginsWithLast() { return recentSettings().value(BeginsKey).toBool(); }

void RecentProjects::setBeginsWithLast(bool begins) {
    recentSettings().setValue(BeginsKey, begins);
}

} // namespace gravin
