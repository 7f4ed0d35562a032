// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/given_values.h"

#include "core/database/reach.h"
#include "core/records/aggregate_reading.h"
#include "core/records/reached.h"

#include <algorithm>

namespace gravin {

const GivenValues::Rules& GivenValues::rulesOf(const Table& table) {
    std::shared_ptr<const Rules>& rules = m_rules[table.name];
    if (!rules) {
        Rules made{FilledFields(table), {}};
        for (int place = 0; place < table.columns.size(); ++place) {
            const Column& column = table.columns[place];
            if (column.stamp.when != Stamp::When::Never &&
                reasonAgainstStamp(table, column.name, column.stamp).isEmpty())
                made.stamped.push_back(
                    {place, column.stamp.when, *bindExpression(column.stamp.expression, table)});
        }
        rules = std::make_shared<const Rules>(std::move(made));
    }
    return *rules;
}

Step GivenValues::addTo(const Table& table, const Record* record, FieldValues& written,
                        QSet<QString>& given) {
    if (m_run.request.restoring || (record && written.isEmpty()))
        return Success{};
    if (m_run.request.fills) {
        if (Step filled = fill(table, record, written, given); !filled)
            return filled;
    }
    return stamp(table, record, written, given);
}

Result<std::vector<Value>, NotDone>
GivenValues::valuesFor(const Table& table, const Record* record, const FieldValues& written,
                       const BoundExpression& expression) const {
    std::vector<Value> values =
        record ? record->values : std::vector<Value>(static_cast<size_t>(table.columns.size()));
    for (auto field = written.begin(); field != written.end(); ++field) {
        if (const int place = table.indexOf(field.key()); place >= 0)
            values[static_cast<size_t>(place)] = *field;
    }
    const QSet<QString> columns{written.keyBegin(), written.keyEnd()};
    for (const int place : reachedThrough(table, columns)) {
        if (!expression.places.contains(place))
            continue;
        const Column& column = table.columns[place];
        const auto at = [&](const QString& name) {
            return values[static_cast<size_t>(table.indexOf(name))];
        };
        Result<Value> value = Value::null();
        if (column.reach) {
            auto reached =
                readReached(m_run.session, table, {place}, at(column.reach->steps.front().from));
            value = reached ? Result<Value>(reached->front()) : reached.error();
        } else {
            std::vector<Value> read;
            const LineQuestion question(*column.aggregate, table);
            for (const int of : question.ofRecord())
                read.push_back(values[static_cast<size_t>(of)]);
            value = readAggregate(m_run.session, table, place, read, !record);
        }
        if (!value)
            return ChangeRun::failed(value.error());
        values[static_cast<size_t>(place)] = std::move(*value);
    }
    return values;
}

// A field may be filled with what another one is filled with: each is asked until nothing changes.
Step GivenValues::fill(const Table& table, const Record* record, FieldValues& written,
                       QSet<QString>& given) {
    const std::vector<FilledField>& all = rulesOf(table).filled.all();
    const QSet<QString> typed{written.keyBegin(), written.keyEnd()};
    for (size_t round = 0; round < all.size(); ++round) {
        bool isAnother = false;
        for (const FilledField& field : all) {
            const QString& column = table.columns[field.place].name;
            const bool isTouched =
                std::any_of(field.hangsOn.begin(), field.hangsOn.end(),
                            [&](const QString& name) { return written.contains(name); });
            if (!isTouched || (typed.contains(column) && !given.contains(column)))
                continue;
            const auto values = valuesFor(table, record, written, field.expression);
            if (!values)
                return values.error();
            const auto value = FilledFields::valueOf(field, table, *values, m_run.present);
            if (!value) {
                const QString label = m_run.rules.value(table.name).labelOf(column);
                return ChangeRun::refused(
                    {{}, column, QStringLiteral("type"), value.error().sentence, label}, table,
                    record ? record->key : Key());
            }
            if (written.contains(column) && written[column] == *value)
                continue;
            written.insert(column, *value);
            given += column;
            isAnother = true;
        }
        if (!isAnother)
            break;
    }
    return Success{};
}

// What the column cannot hold is left out: a stamp never stands in the way of a record.
Step GivenValues::stamp(const Table& table, const Record* record, FieldValues& written,
                        QSet<QString>& given) {
    for (const Stamped& stamped : rulesOf(table).stamped) {
        if (record && stamped.when == Stamp::When::Added)
            continue;
        const Column& column = table.columns[stamped.place];
        // Who may not write it is told so; see WriteChecks.
        if (written.contains(column.name) && !given.contains(column.name))
            continue;
        const auto values = valuesFor(table, record, written, stamped.expression);
        if (!values)
            return values.error();
        RecordValues pointers;
        for (const Value& value : *values)
            pointers.push_back(&value);
        const auto computed = evaluate(stamped.expression, pointers, m_run.present);
        const auto value = computed ? valueFor(column, *computed) : computed;
        if (!value)
            continue;
        written.insert(column.name, *value);
        given += column.name;
    }
    return Success{};
}

} // namespace gravin
