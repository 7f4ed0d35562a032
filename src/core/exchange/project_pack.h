// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <QString>
#include <QStringList>

namespace gravin {

// A project made ready for those who key data in: the project, its starter with name and icon, and
// guide pages of its own.
struct PackSetUp {
    QString project;        // the file
    QString name = {};      // what people read; empty: the project's own
    QString icon = {};      // an SVG or PNG file; empty: Gravin's
    QStringList guide = {}; // text or Markdown files
    QString version = QStringLiteral("1.0");
    QString maintainer = {}; // of a package: "Name <address>"
    // Of a server: left out of the packed project, so that its first start asks each person.
    bool asksServer = false;
    bool asksAccount = false;
};

struct Packed {
    QString path;      // the folder, or the package
    QStringList notes; // what whoever hands it over should know, a sentence each
};

// Into a folder that is made for it, which can be copied anywhere and has a starter `start`. Usage:
// it is there already, a name that is none, a file of another kind.
Result<Packed> packFolder(const PackSetUp& setUp, const QString& folder);
// As a Debian package in this folder, which needs the package gravin; the project is the system's
// there, and nobody but its administrator can change it. File: dpkg-deb is not there or failed.
Result<Packed> packDebian(const PackSetUp& setUp, const QString& folder);

} // namespace gravin
