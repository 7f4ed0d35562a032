// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include <functional>
#include <optional>

namespace gravin::cli {

// The codes that `gravin` exits with.
enum ExitCode {
    Done = 0,
    RefusedExit = 1, // by a check, or a plan that is not clean
    UsageExit = 2,
    TroubleExit = 3,  // database or file
    ConflictExit = 4, // with another's change
};

// Asks for a window rather than for an answer in the terminal.
struct WindowRequest {
    QString file;   // empty: the start page
    QString screen; // empty: the first one
    bool useOnly = false;
    bool demonstration = false;
};

// What the arguments ask for: exactly one of the three.
struct Invocation {
    std::optional<int> exitCode;  // already answered: help, version, a usage error
    std::function<int()> command; // to run with a QCoreApplication, no window
    std::optional<WindowRequest> window;
    bool needsFonts = false; // the command: a QGuiApplication instead, on no display
};

Invocation parseCommandLine(int argc, char** argv);

// Sends what was printed on its way, and answers the exit code: TroubleExit when it could not all
// be written, otherwise the one given.
int finish(int exitCode);

} // namespace gravin::cli
