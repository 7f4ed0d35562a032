// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/database_rules.h"

#include "core/base/text.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin {

namespace {

bool isTouched(const QStringList& columns, const QSet<QString>& written) {
    return std::any_of(columns.begin(), columns.end(),
                       [&](const QString& column) { return written.contains(column); });
}

} // namespace

std::vector<Value> DatabaseRules::pick(const ProposedValues& values,
                                       const QStringList& columns) const {
    std::vector<Value> picked;
    for (const QString& column : columns) {
        const int at = m_table.indexOf(column);
        picked.push_back(at < 0 ? Value() : values[static_cast<size_t>(at)].value_or(Value()));
    }
    return picked;
}

Result<bool> DatabaseRules::hasAnother(const QStringList& columns,
                                       const std::vector<Value>& wanted) {
    auto keys = TableReader(m_session, m_table).keysWhere(columns, wanted);
    if (!keys)
        return keys.error();
    return std::any_of(keys->begin(), keys->end(), [&](const Key& key) { return !(key == m_key); });
}

Result<bool> DatabaseRules::isThere(const QString& table, const QStringList& columns,
                                    const std::vector<Value>& wanted) {
    const Table* target = m_catalog.table(table);
    const bool hasAll =
        target && std::all_of(columns.begin(), columns.end(), [&](const QString& column) {
            const Column* found = target->column(column);
            return found && found->expression.isEmpty();
        });
    if (!hasAll)
        return false;
    auto found = TableReader(m_session, *target).countWhere(columns, wanted);
    if (!found)
        return found.error();
    return *found > 0;
}

Status DatabaseRules::askReferences(const ProposedValues& values, const QSet<QString>& written,
                                    std::vector<Problem>& problems) {
    for (const ForeignKey& reference : m_table.foreignKeys) {
        const std::vector<Value> wanted = pick(values, reference.columns);
        if (!isTouched(reference.columns, written) || anyNull(wanted))
            continue;
        const bool toItself =
            reference.table == m_table.name && pick(values, reference.referencedColumns) == wanted;
        if (toItself || (m_known && m_known->isThere(reference, wanted)))
            continue;
        const auto found = isThere(reference.table, reference.referencedColumns, wanted);
        if (!found)
            return found.error();
        if (*found)
            continue;
        const QString& column = reference.columns.front();
        const QString label = m_rules.labelOf(column);
        problems.push_back(
            {{},
             column,
             QStringLiteral("reference"),
             coreTr("%1: there is no record “%2” in %3.")
                 .arg(label, toText(wanted.front(), m_table.column(column)->type), reference.table),
             label});
    }
    return ok();
}

Status DatabaseRules::askUniqueKeys(const ProposedValues& values, const QSet<QString>& written,
                                    std::vector<Problem>& problems) {
    QList<QStringList> keys = m_table.uniqueKeys;
    if (!m_table.key.isEmpty())
        keys += m_table.key;
    for (const QStringList& columns : std::as_const(keys)) {
        const std::vector<Value> wanted = pick(values, columns);
        if (!isTouched(columns, written) || anyNull(wanted))
            continue;
        const auto another = hasAnother(columns, wanted);
        if (!another)
            return another.error();
        if (!*another)
            continue;
        const QString label = m_rules.labelOf(columns.front());
        problems.push_back({{},
                            columns.front(),
                            QStringLiteral("unique"),
                            coreTr("%1: another record already has this value.").arg(label),
                            label});
    }
    return ok();
}

Status DatabaseRules::askChecks(const ProposedValues& values, const Occasion& occasion,
                                std::vector<Problem>& problems) {
    for (const CheckRule& rule : m_rules.checks) {
        const bool isUnique = rule.asks == CheckRule::Asks::Unique;
        if ((!isUnique && rule.asks != CheckRule::Asks::Reference) ||
            !isAsked(rule, m_table, values, occasion))
            continue;
        const std::vector<Value> wanted = pick(values, rule.columns);
        if (anyNull(wanted))
            continue;
        const auto answer = isUnique ? hasAnother(rule.columns, wanted)
                                     : isThere(rule.table, {rule.target}, wanted);
        if (!answer)
            return answer.error();
        if (isUnique == *answer)
            problems.push_back(problemOf(rule, m_rules));
    }
    return ok();
}

} // namespace gravin
