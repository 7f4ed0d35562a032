// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/bulk_update.h"

#include "core/records/table_reader.h"
#include "core/value/text_form.h"

namespace gravin {

namespace {

// The values for one record; a problem for each field whose expression gives none.
FieldValues valuesFor(const Table& table, const Record& record, const BulkValues& values,
                      const Present& present, std::vector<Problem>& problems) {
    FieldValues wanted = values.put;
    RecordValues pointers;
    for (const Value& value : record.values)
        pointers.push_back(&value);
    for (auto field = values.set.begin(); field != values.set.end(); ++field) {
        auto value = evaluate(*field, pointers, present);
        if (value)
            value = valueFor(*table.column(field.key()), *value);
        if (value)
            wanted.insert(field.key(), *value);
        else
            problems.push_back({keyText(record.key, table.keyTypes()), field.key(),
                                QStringLiteral("expression"), value.error().sentence, field.key()});
    }
    return wanted;
}

} // namespace

Result<BulkPreview> previewBulkUpdate(Session& session, const Table& table,
                                      const std::vector<Key>& keys, const BulkValues& values) {
    auto records = TableReader(session, table).records(keys);
    if (!records)
        return records.error();
    QHash<Key, const Record*> byKey;
    for (const Record& record : *records)
        byKey.insert(record.key, &record);

    const Present present = Present::take();
    BulkPreview preview{table.name, {}, {}, {}};
    for (const Key& key : keys) {
        const Record* record = byKey.value(key);
        if (!record) {
            preview.gone.push_back(key);
            continue;
        }
        const FieldValues now = fieldValues(table, *record);
        const FieldValues wanted = valuesFor(table, *record, values, present, preview.problems);
        BulkStep step{key, {}, {}, {}};
        for (auto field = wanted.begin(); field != wanted.end(); ++field) {
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
