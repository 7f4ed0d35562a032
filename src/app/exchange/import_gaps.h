// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/bulk/gaps_dialog.h"
#include "core/exchange/import/file_import.h"

namespace gravin {

// What has to be asked for before the refused rows that ask can be written. The key of a gap is its
// row's line.
std::vector<Gap> importGaps(Workspace& workspace, const BoundScreen& screen,
                            const ImportPreview& preview);

} // namespace gravin
