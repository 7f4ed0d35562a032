// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/application.h"
#include "cli/command_line.h"
#include "cli/interruption.h"

#include <QCoreApplication>
#include <QGuiApplication>

int main(int argc, char** argv) {
    const auto invocation = gravin::cli::parseCommandLine(argc, argv);
    if (invocation.exitCode)
        return *invocation.exitCode;
    if (invocation.command) {
        // No window, so no QApplication: this runs without any display.
        gravin::cli::endStatementsOnSignals();
        if (invocation.needsFonts) {
            qputenv("QT_QPA_PLATFORM", "offscreen");
            const QGuiApplication application(argc, argv);
            return gravin::cli::finish(invocation.command());
        }
        const QCoreApplication application(argc, argv);
        return gravin::cli::finish(invocation.command());
    }
    const auto& window = *invocation.window;
    return gravin::runApplication(
        argc, argv, {window.file, window.screen, window.useOnly, window.demonstration});
}
