// SPDX-License-Identifier: GPL-3.0-or-later
// Saves one record after another, as fast as it can, until it is killed. Usage: gravin-save-loop
// DATABASE
#include "core/changes/change_writer.h"

#include <QCoreApplication>

#include <cstdio>

using namespace gravin;

int main(int argc, char** argv) {
    const QCoreApplication application(argc, argv);
    const ConnectionSpec spec{Engine::Sqlite, QString::fromLocal8Bit(argv[1]), true};
    auto session = Session::open(spec, Session::Access::ReadWrite);
    if (!session)
        return 1;
    const Catalog catalog = *(*session)->readCatalog();
    const RuleBook rules;
    ChangeWriter writer(**session, catalog, rules);
    for (qint64 n = 1;; ++n) {
        ChangeRequest request;
        request.action = QStringLiteral("edit");
        // Two records in one change: they must never be half done either.
        for (const qint64 id : {1, 2})
            request.edits.push_back({Operation::Update,
                                     QStringLiteral("t"),
                                     Key({Value::integer(id)}),
                                     {},
                                     {{QStringLiteral("n"), Value::integer(n)}}});
        if (!writer.write(request))
            return 1;
        if (n == 1) {
            std::puts("saving");
            std::fflush(stdout);
        }
    }
}
