// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project.h"

#include <QSet>

#include <vector>

namespace gravin {

// One thing in a project that two people left otherwise than it was, or one of them.
struct SettingDifference {
    QString place; // "screens › Defects › label", the same in each merging of these three
    // As the project's file says it, texts without their quotes; empty: it is not there.
    QString before;
    QString mine;
    QString theirs;
    // What counts without a choice: what only one of the two changed; of what both did, mine.
    bool takesTheirs = false;
    bool isConflict() const { return mine != before && theirs != before && mine != theirs; }
    friend bool operator==(const SettingDifference&, const SettingDifference&) = default;
};

struct ProjectMerge {
    Project merged;
    std::vector<SettingDifference> differences; // in the order of the file
};

// Brings together what two people made of one project, setting by setting: members of objects by
// their name, entries of lists by their id, name or column; other lists as a whole. `chosen`:
// places where the other one counts than it would without a choice. Damaged: what comes of it is
// no project.
Result<ProjectMerge> mergeProjects(const Project& before, const Project& mine,
                                   const Project& theirs, const QSet<QString>& chosen = {});

} // namespace gravin
