// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/project_pack.h"

#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/project/project_file.h"
#include "core/project/project_signature.h"

#include <QDir>
#include <QDirIterator>
#include <QFile>
#include <QFileInfo>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>

namespace gravin {

namespace {

// "Tarn Bay aids" → "tarn-bay-aids": fit for a package, a file and a starter.
QString shortName(const QString& name) {
    static const QRegularExpression others(QStringLiteral("[^a-z0-9]+"));
    QString words = name.normalized(QString::NormalizationForm_KD).toLower();
    words.remove(QRegularExpression(QStringLiteral("\\p{Mn}")));
    words.replace(others, QStringLiteral("-"));
    while (words.startsWith(u'-'))
        words.remove(0, 1);
    while (words.endsWith(u'-'))
        words.chop(1);
    return words;
}

// One line that a starter can hold: what ends it or begins a field there is taken out.
QString oneLine(QString text) {
    for (QChar& letter : text) {
        if (!letter.isPrint())
            letter = u' ';
    }
    return text.simplified();
}

struct Parts {
    Project project;
    QString name;
    QString slug;
    QString iconSuffix; // empty: Gravin's icon
    QStringList notes;
};

// What each person is asked for is not the developer's to say.
Status leaveOut(const PackSetUp& setUp, Project& project) {
    if (!setUp.asksServer && !setUp.asksAccount)
        return Success{};
    if (project.connection.isFile())
        return Error{ErrorKind::Usage, coreTr("Its database is a file: there is neither a server "
                                              "nor an account to ask for.")};
    if (const auto content = readWholeFile(setUp.project, MostProjectBytes);
        content && signatureOf(*content))
        return Error{ErrorKind::Usage,
                     coreTr("It is signed, and would be another without its server or account. "
                            "Take them out of it, and sign it then.")};
    if (setUp.asksServer) {
        project.connection.host.clear();
        project.connection.port = 0;
    }
    if (setUp.asksAccount)
        project.connection.user.clear();
    return Success{};
}

Result<Parts> partsOf(const PackSetUp& setUp) {
    auto project = loadProject(setUp.project);
    if (!project)
        return project.error();
    Parts parts;
    parts.name = oneLine(setUp.name.isEmpty() ? project->name : setUp.name);
    parts.slug = shortName(parts.name);
    if (parts.slug.size() < 2)
        return Error{ErrorKind::Usage,
                     coreTr("“%1” gives no name for a package. Say another one.").arg(parts.name)};
    if (!setUp.icon.isEmpty()) {
        parts.iconSuffix = QFileInfo(setUp.icon).suffix().toLower();
        if (parts.iconSuffix != u"svg" && parts.iconSuffix != u"png")
            return Error{ErrorKind::Usage, coreTr("An icon is an SVG or a PNG file.")};
    }
    QStringList pages;
    for (const QString& page : setUp.guide) {
        if (pages.contains(QFileInfo(page).fileName()))
            return Error{
                ErrorKind::Usage,
                coreTr("Two pages of the guide are called %1.").arg(QFileInfo(page).fileName())};
        pages += QFileInfo(page).fileName();
        const QString suffix = QFileInfo(page).suffix().toLower();
        if (suffix != u"md" && suffix != u"txt")
            return Error{ErrorKind::Usage,
                         coreTr("A page of the guide is a text (.txt) or Markdown (.md) file.")};
    }
    if (project->connection.isFile()) {
        if (const auto content = readWholeFile(setUp.project, MostProjectBytes);
            content && signatureOf(*content))
            parts.notes += coreTr("It is signed, but the packed one is not, for the path of its "
                                  "database is written in full there.");
        parts.notes +=
            coreTr("Its database is the file %1: it has to be there wherever the project "
                   "is used.")
                .arg(project->connection.path);
    }
    if (Status left = leaveOut(setUp, *project); !left)
        return left.error();
    if (project->roles.isEmpty())
        parts.notes += coreTr("It has no roles: everybody may do everything in it, as far as the "
                              "database lets them.");
    parts.project = std::move(*project);
    return parts;
}

Status copied(const QString& from, const QString& to) {
    const auto content = readWholeFile(from, MostProjectBytes);
    return content ? writeWholeFile(to, *content) : Status(content.error());
}

Status made(const QString& folder) {
    return QDir().mkpath(folder)
               ? Status(Success{})
               : Status(Error{ErrorKind::File, coreTr("%1 cannot be made.").arg(folder)});
}

// The project, its guide and its icon in `home`.
Status putFiles(const PackSetUp& setUp, const Parts& parts, const QString& home) {
    if (Status there = made(home); !there)
        return there;
    const QString packed = home + u'/' + parts.slug + QStringLiteral(".gravin");
    // As it was signed, where nothing of it has to become another: a file's path is written in
    // full.
    const bool isAnother =
        parts.project.connection.isFile() || setUp.asksServer || setUp.asksAccount;
    const Status saved =
        isAnother ? saveProject(parts.project, packed) : copied(setUp.project, packed);
    if (!saved)
        return saved;
    for (const QString& page : setUp.guide) {
        const QString guide = home + QStringLiteral("/guide");
        if (Status there = made(guide); !there)
            return there;
        if (Status put = copied(page, guide + u'/' + QFileInfo(page).fileName()); !put)
            return put;
    }
    if (parts.iconSuffix.isEmpty())
        return Success{};
    return copied(setUp.icon, home + u'/' + parts.slug + u'.' + parts.iconSuffix);
}

// Desktop Entry Specification 1.5. `project` and `icon` as they are where it is used.
QByteArray starterOf(const Parts& parts, const QString& project, const QString& icon) {
    return QStringLiteral("[Desktop Entry]\n"
                          "Type=Application\n"
                          "Name=%1\n"
                          "Exec=gravin use %2\n"
                          "Icon=%3\n"
                          "Terminal=false\n"
                          "Categories=Office;Database;\n")
        // A backslash begins an escape there.
        .arg(QString(parts.name).replace(u'\\', QStringLiteral("\\\\")), project, icon)
        .toUtf8();
}

Result<QByteArray> built(const QString& tree, const QString& package) {
    QProcess builder;
    builder.setProcessChannelMode(QProcess::MergedChannels);
    builder.start(QStringLiteral("dpkg-deb"),
                  {QStringLiteral("--root-owner-group"), QStringLiteral("--build"), tree, package});
    constexpr int Patience = 120'000; // ms
    if (!builder.waitForStarted())
        return Error{ErrorKind::File,
                     coreTr("dpkg-deb, which makes Debian packages, is not there.")};
    if (!builder.waitForFinished(Patience) || builder.exitCode() != 0)
        return Error{ErrorKind::File, coreTr("The package could not be made."),
                     QString::fromUtf8(builder.readAll()).trimmed()};
    return builder.readAll();
}

QByteArray controlOf(const PackSetUp& setUp, const Parts& parts) {
    return QStringLiteral(
               "Package: gravin-project-%1\n"
               "Version: %2\n"
               "Architecture: all\n"
               "Maintainer: %3\n"
               "Depends: gravin\n"
               "Section: database\n"
               "Priority: optional\n"
               "Description: %4, data screens for Gravin\n"
               " A project to be used with Gravin: its screens, its starter and its icon.\n")
        .arg(parts.slug, setUp.version,
             oneLine(setUp.maintainer.isEmpty() ? QStringLiteral("unknown <unknown@localhost>")
                                                : setUp.maintainer),
             parts.name)
        .toUtf8();
}

} // namespace

Result<Packed> packFolder(const PackSetUp& setUp, const QString& folder) {
    auto parts = partsOf(setUp);
    if (!parts)
        return parts.error();
    if (QFileInfo::exists(folder))
        return Error{ErrorKind::Usage, coreTr("%1 is there already.").arg(folder)};
    const QString start = folder + QStringLiteral("/start");
    const QByteArray script =
        "#!/bin/sh\nexec gravin use \"$(dirname \"$0\")/" + parts->slug.toUtf8() + ".gravin\"\n";
    Status put = putFiles(setUp, *parts, folder);
    if (put)
        put = writeWholeFile(start, script);
    if (!put) {
        QDir(folder).removeRecursively(); // it was not there before
        return put.error();
    }
    QFile::setPermissions(start, QFile::permissions(start) | QFile::ExeOwner | QFile::ExeUser |
                                     QFile::ExeGroup | QFile::ExeOther);
    return Packed{folder, parts->notes};
}

Result<Packed> packDebian(const PackSetUp& setUp, const QString& folder) {
    auto parts = partsOf(setUp);
    if (!parts)
        return parts.error();
    static const QRegularExpression version(QStringLiteral("^[0-9][A-Za-z0-9.+~]*$"));
    if (!version.match(setUp.version).hasMatch())
        return Error{ErrorKind::Usage,
                     coreTr("“%1” is no version: it begins with a digit.").arg(setUp.version)};
    const QTemporaryDir tree;
    if (!tree.isValid())
        return Error{ErrorKind::File, coreTr("There is no room for temporary files."),
                     tree.errorString()};
    const QString home = QStringLiteral("/usr/share/gravin/projects/") + parts->slug;
    if (Status put = putFiles(setUp, *parts, tree.path() + home); !put)
        return put.error();
    const QString inHome = home + u'/' + parts->slug;
    const QString applications = tree.path() + QStringLiteral("/usr/share/applications");
    const QString control = tree.path() + QStringLiteral("/DEBIAN");
    for (const QString& each : {applications, control}) {
        if (Status there = made(each); !there)
            return there.error();
    }
    const QString icon =
        parts->iconSuffix.isEmpty() ? QStringLiteral("gravin") : inHome + u'.' + parts->iconSuffix;
    const QByteArray starter = starterOf(*parts, inHome + QStringLiteral(".gravin"), icon);
    const QString named = QStringLiteral("/gravin-project-%1.desktop").arg(parts->slug);
    if (Status put = writeWholeFile(applications + named, starter); !put)
        return put.error();
    if (Status put = writeWholeFile(control + QStringLiteral("/control"), controlOf(setUp, *parts));
        !put)
        return put.error();
    // What is made here may be for its maker alone; in a package it is for everybody to read.
    const auto readable =
        QFile::ReadOwner | QFile::WriteOwner | QFile::ReadGroup | QFile::ReadOther;
    QDirIterator all(tree.path(), QDir::AllEntries | QDir::NoDotAndDotDot,
                     QDirIterator::Subdirectories);
    QFile::setPermissions(tree.path(),
                          readable | QFile::ExeOwner | QFile::ExeGroup | QFile::ExeOther);
    while (all.hasNext()) {
        const QFileInfo entry(all.next());
        QFile::setPermissions(entry.filePath(),
                              entry.isDir()
                                  ? readable | QFile::ExeOwner | QFile::ExeGroup | QFile::ExeOther
                                  : QFile::Permissions(readable));
    }
    // Beside the tree first: under its name it is there in full or not at all.
    const QTemporaryDir beside;
    const QString whole = beside.filePath(QStringLiteral("whole.deb"));
    if (const auto done = built(tree.path(), whole); !done)
        return done.error();
    const QString package =
        QStringLiteral("%1/gravin-project-%2_%3_all.deb").arg(folder, parts->slug, setUp.version);
    const Status put = copied(whole, package);
    return put ? Result<Packed>(Packed{package, parts->notes}) : put.error();
}

} // namespace gravin
