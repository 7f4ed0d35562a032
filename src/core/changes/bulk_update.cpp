// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/bulk_update.h"

#include "core/records/table_reader.h"

namespace gravin {

Result<BulkPreview> previewBulkUpdate(Session& session, const Table& table,
                                      const std::vector<Key>& keys, const FieldValues& put) {
    auto records = TableReader(session, table).records(keys);
    if (!records)
        return records.error();
    QHash<Key, const Record*> byKey;
    for (const Record& record : *records)
        byKey.insert(record.key, &record);

    BulkPreview preview{table.name, {}, {}, {}};
    for (const Key& key : keys) {
        const Record* record = byKey.value(key);
        if (!record) {
            preview.gone.push_back(key);
            continue;
        }
        const FieldValues now = fieldValues(table, *record);
        BulkStep step{key, {}, {}, {}};
        for (auto field = put.begin(); field != put.end(); ++field) {
            if (now.value(field.key()) == field.value())
                continue;
            step.before.insert(field.key(), now.value(field.key()));
            step.after.insert(field.key(), field.value());
        }
        if (step.after.isEmpty())
            preview.unchanged.push_back(key);
        else
            preview.steps.push_back(std::move(step));
    }
    return preview;
}

ChangeRequest bulkUpdateRequest(const BulkPreview& preview) {
    ChangeRequest request;
    request.action = QStringLiteral("bulk update");
    request.isRun = true;
    for (const BulkStep& step : preview.steps)
        request.edits.push_back(
            {Operation::Update, preview.table, step.key, step.before, step.after});
    return request;
}

} // namespace gravin
