// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPushButton>

class QAction;

namespace gravin {

// A button that is its action: same words, same state, same reason. `action` must outlive it.
QPushButton* buttonFor(QAction* action, const QString& name);

} // namespace gravin
