// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"

namespace gravin {

// An edit of a request that waits to be written.
struct PendingEdit {
    RecordEdit edit;
    size_t index = 0;        // of the edit in its request
    bool isLoosened = false; // its references come in a step of their own
};

} // namespace gravin
