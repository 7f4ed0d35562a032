// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/bulk/gaps_dialog.h"
#include "core/exchange/import/file_import.h"

namespace gravin {

// What has to be asked for before the refused rows that ask can be written. The key of a gap is its
// row's line.
std::vector<Gap> importGaps(Workspace& workspace, const BoundScreen& screen,
                            const ImportPreview& preview);

// What has to be said of records that are to be made for lookups. The key of a gap is the lookup's
// column and the text. Empty: nothing has.
std::vector<Gap> makingGaps(Workspace& workspace, const BoundScreen& screen,
                            const ImportPreview& preview);

} // namespace gravin
