// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project.h"

#include <functional>

namespace gravin {

// Something in which a project does not fit its database, or will trouble those who work with it.
struct Finding {
    enum class Severity {
        Breaks, // something of the screen does not work
        Risks   // it works until it meets certain values or actions
    };
    QString kind; // "column_missing", "lookup_target", …
    Severity severity = Severity::Breaks;
    QString screen = {}; // its id; empty: it concerns the table or the whole project
    QString table = {};
    QString column = {};
    QString place = {};       // for people: "Visits · Cost"
    QString cause = {};       // what is so
    QString consequence = {}; // for the person who enters data
    QString mend = {};        // what can be done at once; empty: nothing that is safe
    std::function<void(Project&)> apply = {}; // does it; null where `mend` is empty

    // The same as long as the cause is: "column_missing:visits.cots".
    QString id() const;
};
using Findings = std::vector<Finding>;

bool breaks(const Finding& finding);
qsizetype breakingCount(const Findings& findings);
// "1 finding that breaks something, 3 risks."
QString summaryOf(const Findings& findings);

// Applies the mends of these findings. Fails for an id that is none of them or cannot be mended;
// the project is then as it was.
Status mendFindings(Project& project, const Findings& findings, const QStringList& ids);

} // namespace gravin
