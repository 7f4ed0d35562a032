// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDateTime>
#include <QList>
#include <QString>

namespace gravin {

// A project that was opened on this desktop.
struct RecentProject {
    enum class State { There, Moved, Gone };
    QString file; // absolute
    QString name;
    QDateTime opened; // the last time
    bool isPinned = false;
    State state = State::There;
    QString movedTo =
        {}; // in the same folder or one beside or below it, by the file's own identity
};

// Projects of late: pinned ones first, then the latest first; at most twenty that are not pinned.
// Of the person, not of any project.
class RecentProjects {
public:
    // Looks where the files are.
    static QList<RecentProject> all();
    static void note(const QString& file, const QString& name);
    static void setPinned(const QString& file, bool pinned);
    static void forget(const QString& file);
    // The one opened last that is still there; empty: none.
    static QString last();

    // Whether the program begins with that one.
    static bool beginsWithLast();
    static void setBeginsWithLast(bool begins);
};

} // namespace gravin
