// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace gravin {

struct OpenRequest {
    QString file;               // empty: the start page
    QString screen;             // empty: the project's first
    bool useOnly = false;       // without Build
    bool demonstration = false; // the person's own copy of the demonstration
    bool asksFirst = false;     // OpenProject::setAsksFirst()
};

// Runs the application with a window until it is closed; answers the exit code.
int runApplication(int& argc, char** argv, const OpenRequest& request);

} // namespace gravin
