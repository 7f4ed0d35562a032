// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/change_json.h"

#include "core/value/text_form.h"

#include <cmath>

namespace gravin {

QString shownKey(const Key& key, const Table* table) {
    return keyText(key, table ? table->keyTypes() : std::vector<ColumnType>{});
}

OrderedJson jsonOf(const Value& value) {
    switch (value.kind()) {
    case Value::Kind::Null:
        return nullptr;
    case Value::Kind::Boolean:
        return value.asBoolean();
    case Value::Kind::Integer:
        return value.asInteger();
    case Value::Kind::Double:
        if (std::isfinite(value.asDouble()))
            return value.asDouble();
        return utf8(toText(value, {}));
    case Value::Kind::Instant: {
        // RFC 3339, in UTC, whatever the zone of the machine that asks.
        QString moment = isoText(value.asInstant().utc) + u'Z';
        moment[10] = u'T';
        return utf8(moment);
    }
    case Value::Kind::Binary:
        return {{"base64", value.asBinary().toBase64().toStdString()}};
    default:
        return utf8(toText(value, {}));
    }
}

OrderedJson jsonOf(const Value& value, const Column& column) {
    bool isNumber = false;
    const quint64 number = value.kind() == Value::Kind::Decimal && column.baseType == u"bigint"
                               ? value.asDecimal().toText().toULongLong(&isNumber)
                               : 0;
    return isNumber ? OrderedJson(number) : jsonOf(value);
}

OrderedJson jsonOf(const Key& key, const Table* table) {
    if (key.size() == 1 && table && table->key.size() == 1)
        return jsonOf(key[0], *table->column(table->key.front()));
    if (key.size() == 1)
        return jsonOf(key[0]);
    return utf8(shownKey(key, table));
}

OrderedJson fieldsOf(const FieldValues& before, const FieldValues& after) {
    OrderedJson fields = OrderedJson::object();
    const FieldValues& columns = before.size() > after.size() ? before : after;
    for (auto field = columns.begin(); field != columns.end(); ++field)
        fields[utf8(field.key())] = {{"before", jsonOf(before.value(field.key()))},
                                     {"after", jsonOf(after.value(field.key()))}};
    return fields;
}

OrderedJson jsonOf(const CommittedChange& change, const Catalog& catalog) {
    OrderedJson json = {{"id", change.id},
                        {"at", utf8(change.at)},
                        {"by", utf8(change.person)},
                        {"account", utf8(change.account)},
                        {"screen", utf8(change.screen)},
                        {"action", utf8(change.action)},
                        {"note", utf8(change.note)}};
    json["undoes"] = change.refersTo ? OrderedJson(*change.refersTo) : OrderedJson(nullptr);
    json["records"] = OrderedJson::array();
    for (const RecordChange& record : change.records)
        json["records"].push_back({{"table", utf8(record.table)},
                                   {"key", jsonOf(record.key, catalog.table(record.table))},
                                   {"op", utf8(operationName(record.operation))},
                                   {"fields", fieldsOf(record.before, record.after)}});
    return json;
}

} // namespace gravin
