// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/object_reader.h"
#include "core/project/screen_action.h"

namespace gravin {

// The member "own_actions" of a screen. Reading throws BadProject.
QList<ScreenAction> readOwnActions(ObjectReader& screen, const QString& place);
void putOwnActions(OrderedJson& screen, const QList<ScreenAction>& actions);

} // namespace gravin
