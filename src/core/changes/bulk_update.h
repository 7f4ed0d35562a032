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

// What a bulk update puts into every record: a value, or what an expression over the record's
// fields gives. Expressions read the record as it was before.
struct BulkValues {
    FieldValues put = {};
    QMap<QString, BoundExpression> set = {};
};

struct BulkPreview {
    QString table;
    std::vector<BulkStep> steps;
    std::vector<Key> unchanged; // records that already are so
    std::vector<Key> gone;      // keys that no record has
    // Records of which an expression gives nothing that the field could hold.
    std::vector<Problem> problems = {};
};

// Reads the records and says what these values would change. Writes nothing.
Result<BulkPreview> previewBulkUpdate(Session& session, const Table& table,
                                      const std::vector<Key>& keys, const BulkValues& values);

// The change that carries the preview out, guarded by what the preview saw.
ChangeRequest bulkUpdateRequest(const BulkPreview& preview);

} // namespace gravin
