// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_view.h"

#include <memory>

namespace gravin {

// A grid with the records it shows and the screen they are shown by: what the commands of a page
// work on, whether it is the page's own grid or one of its children's.
struct GridPart {
    ScreenBinding* binding = nullptr;
    GridView* grid = nullptr;
    // What a new record of this part begins with beside its defaults: the parent it belongs to.
    QMap<QString, Value> presets = {};
    // The new record, not saved yet, that a new record of this part belongs to.
    std::optional<DraftParent> parent = {};
    // Why no record can be added now, apart from rights; empty: one can.
    QString noNewReason = {};

    bool isValid() const { return grid != nullptr; }
    GridModel* model() const { return grid->gridModel(); }
    RecordId current() const { return grid->currentRecord(); }
};

} // namespace gravin
