// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/field_filling.h"

#include "core/database/reach.h"
#include "core/records/aggregate_reading.h"
#include "core/records/reached.h"

#include <algorithm>

namespace gravin {

FieldFilling::FieldFilling(Session& session, const Table& table, const Present& present,
                           Reads reads)
    : m_session(session)
    , m_table(table)
    , m_present(present)
    , m_reads(reads)
    , m_fields(table) {}

Result<Value> FieldFilling::readBeyond(int place, const std::vector<Value>& values, bool isNew) {
    const Column& column = m_table.columns[place];
    std::vector<Value> read;
    if (column.reach) {
        for (const QString& from : column.reach->steps.front().from)
            read.push_back(values[static_cast<size_t>(m_table.indexOf(from))]);
    } else {
        const LineQuestion question(*column.aggregate, m_table);
        for (const int of : question.ofRecord())
            read.push_back(values[static_cast<size_t>(of)]);
    }
    const std::pair<int, Key> asked{place, Key(read)};
    if (const auto known = m_known.constFind(asked); known != m_known.cend())
        return *known;
    Result<Value> value = Value::null();
    if (column.reach) {
        auto reached = readReached(m_session, m_table, {place}, read);
        value = reached ? Result<Value>(reached->front()) : reached.error();
    } else {
        value = readAggregate(m_session, m_table, place, read, isNew);
    }
    if (value && m_reads == Reads::Once && !isNew)
        m_known.insert(asked, *value);
    return value;
}

Result<std::vector<Value>> FieldFilling::valuesFor(const Record* record,
                                                   const QMap<QString, Value>& written,
                                                   const BoundExpression& expression) {
    std::vector<Value> values =
        record ? record->values : std::vector<Value>(static_cast<size_t>(m_table.columns.size()));
    for (auto field = written.begin(); field != written.end(); ++field) {
        if (const int place = m_table.indexOf(field.key()); place >= 0)
            values[static_cast<size_t>(place)] = *field;
    }
    const QSet<QString> columns{written.keyBegin(), written.keyEnd()};
    for (const int place : reachedThrough(m_table, columns)) {
        if (!expression.places.contains(place))
            continue;
        auto value = readBeyond(place, values, !record);
        if (!value)
            return value.error();
        values[static_cast<size_t>(place)] = std::move(*value);
    }
    return values;
}

// A field may be filled with what another one is filled with: each is asked until nothing changes.
Result<Success, FieldFilling::Failure>
FieldFilling::addTo(const Record* record, QMap<QString, Value>& written, QSet<QString>& given) {
    const QSet<QString> typed{written.keyBegin(), written.keyEnd()};
    for (size_t round = 0; round < m_fields.all().size(); ++round) {
        bool isAnother = false;
        for (const FilledField& field : m_fields.all()) {
            const QString& column = m_table.columns[field.place].name;
            const bool isTouched =
                std::any_of(field.hangsOn.begin(), field.hangsOn.end(),
                            [&](const QString& name) { return written.contains(name); });
            if (!isTouched || (typed.contains(column) && !given.contains(column)))
                continue;
            const auto values = valuesFor(record, written, field.expression);
            if (!values)
                return Failure{{}, values.error()};
            const auto value = FilledFields::valueOf(field, m_table, *values, m_present);
            if (!value)
                return Failure{column, value.error()};
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

} // namespace gravin
