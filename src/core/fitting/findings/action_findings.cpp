// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/fitting/action_steps.h"
#include "core/fitting/findings/finding_collector.h"

#include <algorithm>

namespace gravin {

void findOnActions(FindingCollector& found, const Screen& screen) {
    const bool isThere =
        std::any_of(screen.ownActions.begin(), screen.ownActions.end(),
                    [&](const ScreenAction& each) { return each.name == screen.runAfterSaving; });
    if (!screen.runAfterSaving.isEmpty() && !isThere)
        found.add({.kind = QStringLiteral("run_after_saving"),
                   .screen = screen.id,
                   .table = screen.table,
                   .place = screen.label,
                   .cause = coreTr("After saving it runs the action “%1”, which it does not have.")
                                .arg(screen.runAfterSaving),
                   .consequence = coreTr("Nothing is run after saving."),
                   .mend = coreTr("Run nothing after saving"),
                   .apply = [id = screen.id](Project& project) {
                       if (Screen* changed = project.screenById(id))
                           changed->runAfterSaving.clear();
                   }});
    if (screen.ownActions.isEmpty())
        return;
    const auto bound = bindScreen(found.project(), found.catalog(), screen);
    if (!bound)
        return; // that is found elsewhere, or is not theirs to see
    for (const ScreenAction& action : screen.ownActions) {
        const QString reason = reasonAgainst(action, found.project(), found.catalog(), *bound);
        if (reason.isEmpty())
            continue;
        found.add({.kind = QStringLiteral("own_action"),
                   .screen = screen.id,
                   .table = screen.table,
                   .column = action.name,
                   .place = coreTr("%1 · %2").arg(screen.label, action.name),
                   .cause = reason,
                   .consequence = coreTr("The action cannot be used."),
                   .mend = coreTr("Take the action off the screen"),
                   .apply = [id = screen.id, name = action.name](Project& project) {
                       if (Screen* changed = project.screenById(id))
                           changed->ownActions.removeIf(
                               [&](const ScreenAction& each) { return each.name == name; });
                   }});
    }
}

} // namespace gravin
