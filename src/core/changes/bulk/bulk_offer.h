// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/bulk/bulk_update.h"
#include "core/changes/bulk/set_wise_update.h"

namespace gravin {

// A previewed bulk update as the engine may do it by itself; null: it may not.
// `leavesOutRefused`: without those that the preview says would be refused.
std::shared_ptr<const SetWiseOffer> offerOf(const std::shared_ptr<const BulkPreview>& preview,
                                            bool leavesOutRefused);

} // namespace gravin
