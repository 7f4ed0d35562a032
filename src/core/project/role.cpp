// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/role.h"

#include <algorithm>

namespace gravin {

const RoleOnScreen* Role::onScreen(const QString& screenId) const {
    const auto found =
        std::find_if(screens.begin(), screens.end(),
                     [&](const RoleOnScreen& screen) { return screen.screen == screenId; });
    return found == screens.end() ? nullptr : &*found;
}

bool Role::mayOn(const QString& screenId, Act act) const {
    const RoleOnScreen* own = onScreen(screenId);
    const Acts& acts = own && own->may && isOfScreens(act) ? *own->may : may;
    return acts.has(act) || (act == Act::RollBackOwn && acts.has(Act::RollBackAll));
}

} // namespace gravin
