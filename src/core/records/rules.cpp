// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/rules.h"

#include "core/base/text.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin {

const FieldRule* TableRules::rule(const QString& column) const {
    const auto found = std::find_if(fields.begin(), fields.end(),
                                    [&](const FieldRule& rule) { return rule.column == column; });
    return found == fields.end() ? nullptr : &*found;
}

QString TableRules::labelOf(const QString& column) const {
    const FieldRule* found = rule(column);
    return found && !found->label.isEmpty() ? found->label : column;
}

bool isEmptyValue(const Value& value) {
    return value.isNull() ||
           (value.kind() == Value::Kind::Text && value.asText().trimmed().isEmpty());
}

std::vector<Problem> problemsOf(const Table& table, const TableRules& rules,
                                const ProposedValues& values) {
    std::vector<Problem> problems;
    for (size_t i = 0; i < values.size(); ++i) {
        const Column& column = table.columns[static_cast<qsizetype>(i)];
        if (column.computed)
            continue;
        const QString label = rules.labelOf(column.name);
        const FieldRule* rule = rules.rule(column.name);
        const bool leftOut = !values[i].has_value();
        const bool databaseGives =
            leftOut && (column.givenByDatabase || !column.defaultExpression.isNull());
        const Value value = values[i].value_or(Value());

        const bool required = (rule && rule->required) || (!column.nullable && value.isNull());
        if (required && !databaseGives && isEmptyValue(value)) {
            problems.push_back({{},
                                column.name,
                                QStringLiteral("required"),
                                rule && !rule->message.isEmpty()
                                    ? rule->message
                                    : say("%1 is missing. Fill it in.").arg(label),
                                label});
            continue;
        }
        if (value.kind() == Value::Kind::Text && column.type.kind == TypeKind::Text) {
            if (auto fits = fromText(value.asText(), column.type); !fits)
                problems.push_back({{},
                                    column.name,
                                    QStringLiteral("length"),
                                    say("%1: %2").arg(label, fits.error().sentence),
                                    label});
        }
    }
    return problems;
}

} // namespace gravin
