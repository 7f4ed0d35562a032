// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"
#include "cli/opened.h"
#include "cli/output.h"
#include "core/base/text.h"
#include "core/exchange/project_pack.h"

namespace gravin::cli {

int runPack(const PackOptions& options) {
    PackSetUp setUp;
    setUp.project = options.file;
    setUp.name = options.name;
    setUp.icon = options.icon;
    setUp.guide = options.guide;
    setUp.version = options.version;
    setUp.maintainer = options.maintainer;
    setUp.asksServer = options.asksServer;
    setUp.asksAccount = options.asksAccount;
    const auto packed =
        options.debian ? packDebian(setUp, options.out) : packFolder(setUp, options.out);
    if (!packed)
        return report(packed.error(), options.json);
    if (options.json) {
        Json notes = Json::array();
        for (const QString& note : packed->notes)
            notes.push_back(utf8(note));
        print({{"path", utf8(packed->path)}, {"notes", notes}});
        return Done;
    }
    for (const QString& note : packed->notes)
        complain(note);
    printLine(coreTr("Packed into %1.").arg(packed->path));
    return Done;
}

} // namespace gravin::cli
