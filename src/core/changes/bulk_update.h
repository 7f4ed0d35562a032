// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/session.h"

namespace gravin {

// What a bulk update would do to one record: only the fields that really change.
struct BulkStep {
    Key key;
    QString name; // filled by who shows it
    FieldValues before;
    FieldValues after;
};

struct BulkPreview {
    QString table;
    std::vector<BulkStep> steps;
    std::vector<Key> unchanged; // records that already are so
    std::vector<Key> gone;      // keys that no record has
};

// Reads the records and says what putting these values would change. Writes nothing.
Result<BulkPreview> previewBulkUpdate(Session& session, const Table& table,
                                      const std::vector<Key>& keys, const FieldValues& put);

// The change that carries the preview out, guarded by what the preview saw.
ChangeRequest bulkUpdateRequest(const BulkPreview& preview);

} // namespace gravin
