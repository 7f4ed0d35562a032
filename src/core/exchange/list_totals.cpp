// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/list_totals.h"

#include "core/base/text.h"
#include "core/fitting/field_input.h"

#include <algorithm>

namespace gravin {

ListTotals::ListTotals(const BoundScreen& screen, const QList<const BoundField*>& fields,
                       const QStringList& groupedBy)
    : m_fields(fields) {
    for (const QString& column : groupedBy) {
        if (const BoundField* field = screen.field(column))
            m_groups += field;
    }
    m_all.totals.resize(static_cast<size_t>(fields.size()));
}

bool ListTotals::hasTotals() const {
    return std::any_of(m_fields.begin(), m_fields.end(), [](const BoundField* field) {
        return field->definition.total != FieldTotal::None;
    });
}

std::vector<Value> ListTotals::valuesOf(const Record& record) const {
    std::vector<Value> values;
    for (const BoundField* field : m_groups)
        values.push_back(record.values[static_cast<size_t>(field->columnIndex)]);
    return values;
}

std::vector<ListTotals::Line> ListTotals::before(const Record& record, const ShownTexts& texts) {
    std::vector<Line> lines;
    std::vector<Value> values = valuesOf(record);
    int same = 0;
    while (same < static_cast<int>(m_open.size()) &&
           values[static_cast<size_t>(same)] == m_now[static_cast<size_t>(same)])
        ++same;
    while (static_cast<int>(m_open.size()) > same)
        lines.push_back(ended(static_cast<int>(m_open.size()) - 1));
    for (int level = same; level < m_groups.size(); ++level) {
        const BoundField& field = *m_groups[level];
        const Value& value = values[static_cast<size_t>(level)];
        const QString shown = value.isNull()
                                  ? QStringLiteral("–")
                                  : texts.of(field, value).value_or(shownText(field, value));
        Open& open = m_open.emplace_back();
        open.name = coreTr("%1: %2").arg(field.label(), shown);
        open.totals.resize(static_cast<size_t>(m_fields.size()));
        lines.push_back({Line::What::Begins, level, open.name, 0, {}});
    }
    m_now = std::move(values);
    return lines;
}

void ListTotals::take(const Record& record) {
    ++m_all.count;
    for (Open& open : m_open)
        ++open.count;
    for (size_t i = 0; i < m_all.totals.size(); ++i) {
        const BoundField& field = *m_fields[static_cast<qsizetype>(i)];
        const Value& value = record.values[static_cast<size_t>(field.columnIndex)];
        if (field.definition.total == FieldTotal::None)
            continue;
        m_all.totals[i].take(value);
        for (Open& open : m_open)
            open.totals[i].take(value);
    }
}

std::vector<Value> ListTotals::totalsOf(const Open& open) const {
    std::vector<Value> totals;
    for (size_t i = 0; i < open.totals.size(); ++i) {
        const BoundField& field = *m_fields[static_cast<qsizetype>(i)];
        totals.push_back(totalValue(field, field.definition.total, open.totals[i].result()));
    }
    return totals;
}

ListTotals::Line ListTotals::ended(int level) {
    const Open open = std::move(m_open.back());
    m_open.pop_back();
    return {Line::What::Ends, level, open.name, open.count, totalsOf(open)};
}

std::vector<ListTotals::Line> ListTotals::end() {
    std::vector<Line> lines;
    while (!m_open.empty())
        lines.push_back(ended(static_cast<int>(m_open.size()) - 1));
    if (m_all.count > 0 && (hasTotals() || !m_groups.isEmpty()))
        lines.push_back(
            {Line::What::All, 0, countedRecords(m_all.count), m_all.count, totalsOf(m_all)});
    return lines;
}

} // namespace gravin
