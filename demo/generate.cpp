// SPDX-License-Identifier: GPL-3.0-or-later
// gravin-demo: writes the demonstration into a folder, or a large database for benchmarks.
#include "demonstration.h"

#include <CLI/CLI.hpp>

#include <QCoreApplication>

#include <cstdio>

int main(int argc, char** argv) {
    const QCoreApplication application(argc, argv);
    CLI::App arguments("Writes the demonstration of Tarn Bay.", "gravin-demo");
    std::string target;
    int rows = 0;
    arguments
        .add_option("target", target,
                    "the folder; with --rows the database file; or a server's address")
        ->required();
    arguments.add_option("--rows", rows, "write only a database, with so many visits")
        ->check(CLI::PositiveNumber);
    CLI11_PARSE(arguments, argc, argv);

    const QString path = QString::fromStdString(target);
    gravin::Status written = gravin::ok();
    const bool isServer = path.contains(u"://");
    if (isServer) {
        auto server = gravin::ConnectionSpec::fromUrl(path);
        written = server ? gravin::loadDemonstration(*server,
                                                     rows > 0 ? gravin::DemonstrationOptions{rows}
                                                              : gravin::DemonstrationOptions{})
                         : gravin::Status(server.error());
    } else if (rows > 0) {
        written = gravin::writeDemonstrationDatabase(path, {rows});
    } else if (auto project = gravin::writeDemonstration(path); !project) {
        written = project.error();
    }
    if (written)
        return 0;
    std::fprintf(stderr, "%s\n%s\n", qPrintable(written.error().sentence),
                 qPrintable(written.error().detail));
    return 3;
}
