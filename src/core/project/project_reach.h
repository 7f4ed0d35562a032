// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/own_notes.h"
#include "core/project/project.h"

namespace gravin {

// What a project reaches beyond what it shows, a sentence each, for who opens one that comes from
// elsewhere: its database, SELECTs of its own, links, and what its actions open, print and write.
QStringList reachOf(const Project& project);

// What each project reached when this person agreed to open it, in a folder of the person's own.
// Any thread.
class KnownProjects {
public:
    // Made where it is missing (makeOwnFolder).
    explicit KnownProjects(QString folder);

    // What it reaches now and did not then; all of it when it was never agreed to.
    QStringList unknownOf(const QString& file, const QStringList& reach) const;
    Status agree(const QString& file, const QStringList& reach) const;

private:
    OwnNotes m_notes; // by the project's real path
};

// Where the program keeps them.
KnownProjects personsProjects();

} // namespace gravin
