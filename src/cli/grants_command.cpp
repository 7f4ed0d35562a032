// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"
#include "cli/opened.h"
#include "cli/output.h"
#include "core/base/text.h"
#include "core/fitting/grants.h"

namespace gravin::cli {

int runGrants(const GrantsOptions& options) {
    const auto opened = openProject(options.file, Session::Access::ReadOnly);
    if (!opened)
        return report(opened.error(), options.json);
    if (const Status may = mayDo(*opened, Act::Build); !may)
        return report(may.error(), options.json);
    const auto grants = grantsOf(opened->project, opened->catalog, *opened->session);
    if (!grants)
        return report(grants.error(), options.json);
    if (options.json) {
        print({{"statements", listOf(grants->statements)}, {"notes", listOf(grants->notes)}});
        return Done;
    }
    printLine(grants->script(opened->session->dialect().engine()).trimmed());
    for (const QString& note : grants->notes)
        complain(note);
    return Done;
}

} // namespace gravin::cli
