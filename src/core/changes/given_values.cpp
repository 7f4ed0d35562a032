// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/given_values.h"

namespace gravin {

GivenValues::Rules& GivenValues::rulesOf(const Table& table) {
    std::shared_ptr<Rules>& rules = m_rules[table.name];
    if (!rules) {
        Rules made{{m_run.session, table, m_run.present, FieldFilling::Reads::Anew}, {}};
        for (int place = 0; place < table.columns.size(); ++place) {
            const Column& column = table.columns[place];
            if (column.stamp.when != Stamp::When::Never &&
                reasonAgainstStamp(table, column.name, column.stamp).isEmpty())
                made.stamped.push_back(
                    {place, column.stamp.when, *bindExpression(column.stamp.expression, table)});
        }
        rules = std::make_shared<Rules>(std::move(made));
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

Step GivenValues::fill(const Table& table, const Record* record, FieldValues& written,
                       QSet<QString>& given) {
    const auto filled = rulesOf(table).filling.addTo(record, written, given);
    if (filled)
        return Success{};
    const FieldFilling::Failure& failure = filled.error();
    if (failure.column.isEmpty())
        return ChangeRun::failed(failure.error);
    const QString label = m_run.rules.value(table.name).labelOf(failure.column);
    return ChangeRun::refused(
        {{}, failure.column, QStringLiteral("type"), failure.error.sentence, label}, table,
        record ? record->key : Key());
}

// What the column cannot hold is left out: a stamp never stands in the way of a record.
Step GivenValues::stamp(const Table& table, const Record* record, FieldValues& written,
                        QSet<QString>& given) {
    Rules& rules = rulesOf(table);
    for (const Stamped& stamped : rules.stamped) {
        if (record && stamped.when == Stamp::When::Added)
            continue;
        const Column& column = table.columns[stamped.place];
        // Who may not write it is told so; see WriteChecks.
        if (written.contains(column.name) && !given.contains(column.name))
            continue;
        const auto values = rules.filling.valuesFor(record, written, stamped.expression);
        if (!values)
            return ChangeRun::failed(values.error());
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
