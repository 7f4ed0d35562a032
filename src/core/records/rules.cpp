// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/rules.h"

#include "core/base/text.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin {

const FieldRule* ScreenRules::rule(const QString& column) const {
    const auto found = std::find_if(fields.begin(), fields.end(),
                                    [&](const FieldRule& field) { return field.column == column; });
    return found == fields.end() ? nullptr : &*found;
}

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

namespace {

// What an insert leaves to the database is not known before, and what it computes neither.
bool isKnown(const Column& column, const std::optional<Value>& value, const Occasion& occasion) {
    if (occasion.isStored)
        return true;
    if (column.isBeyond())
        return value.has_value();
    const bool databaseGives =
        !value.has_value() && (column.givenByDatabase || !column.defaultExpression.isNull());
    return !column.computed && !databaseGives;
}

RecordValues pointersTo(const ProposedValues& values) {
    static const Value null;
    RecordValues pointers;
    pointers.reserve(values.size());
    for (const auto& value : values)
        pointers.push_back(value ? &*value : &null);
    return pointers;
}

bool isTrue(const Result<Value>& answer) {
    return answer && answer->kind() == Value::Kind::Boolean && answer->asBoolean();
}

// Whether a file, a picture or a signature is put into the record that the rule is asked for.
bool isAttached(const CheckRule& rule, const Table& table, const ProposedValues& values,
                const Occasion& occasion) {
    for (qsizetype i = 0; i < table.columns.size(); ++i) {
        const Column& column = table.columns[i];
        const auto& value = values[static_cast<size_t>(i)];
        if ((column.isSignature ? rule.onSignature : rule.onPicture) &&
            occasion.written.contains(column.name) && value && value->kind() == Value::Kind::Binary)
            return true;
    }
    return false;
}

bool isAtStage(const CheckRule& rule, const Table& table, const ProposedValues& values,
               const Occasion& occasion) {
    switch (occasion.what) {
    case Occasion::What::Output:
        return rule.onOutput;
    case Occasion::What::Insert:
        if (rule.onInsert)
            return true;
        break;
    case Occasion::What::Update:
        if (rule.onUpdate)
            return true;
        break;
    }
    if (isAttached(rule, table, values, occasion))
        return true;
    if (rule.onStages.isEmpty())
        return false;
    const RecordValues pointers = pointersTo(values);
    return std::any_of(rule.onStages.begin(), rule.onStages.end(),
                       [&](const BoundExpression& stage) {
                           return isTrue(evaluate(stage, pointers, occasion.present));
                       });
}

std::optional<Problem> requiredProblem(const Column& column, const FieldRule* rule,
                                       const std::optional<Value>& value, const QString& label) {
    const bool databaseGives =
        !value && (column.givenByDatabase || !column.defaultExpression.isNull());
    const bool isNull = !value || value->isNull();
    const bool required = (rule && rule->required) || (!column.nullable && isNull);
    if (!required || databaseGives || !isEmptyValue(value.value_or(Value())))
        return std::nullopt;
    return Problem{{},
                   column.name,
                   QStringLiteral("required"),
                   rule && !rule->message.isEmpty()
                       ? rule->message
                       : coreTr("%1 is missing. Fill it in.").arg(label),
                   label};
}

// Nothing: it holds.
std::optional<Problem> failure(const CheckRule& rule, const Table& table, const TableRules& rules,
                               const ProposedValues& values, const Occasion& occasion) {
    switch (rule.asks) {
    case CheckRule::Asks::Unique:
    case CheckRule::Asks::Reference:
        return std::nullopt;
    case CheckRule::Asks::Nothing:
        return problemOf(rule, rules);
    case CheckRule::Asks::Filled: {
        const int at = table.indexOf(rule.column);
        const bool filled =
            at >= 0 && !isEmptyValue(values[static_cast<size_t>(at)].value_or(Value()));
        return filled ? std::nullopt : std::optional(problemOf(rule, rules));
    }
    case CheckRule::Asks::Condition:
        break;
    }
    const auto answer = evaluate(rule.condition, pointersTo(values), occasion.present);
    if (answer && (answer->isNull() || answer->asBoolean()))
        return std::nullopt;
    Problem problem = problemOf(rule, rules);
    if (!answer)
        problem.message += u' ' + answer.error().sentence;
    return problem;
}

} // namespace

bool isAsked(const CheckRule& rule, const Table& table, const ProposedValues& values,
             const Occasion& occasion) {
    const bool isEmptinessAsked = rule.asks == CheckRule::Asks::Filled;
    const auto isWritten = [&](const QString& name) { return occasion.written.contains(name); };
    bool concerns = occasion.what != Occasion::What::Update || isEmptinessAsked ||
                    rule.columns.isEmpty() || isAttached(rule, table, values, occasion);
    for (const BoundExpression& stage : rule.onStages) {
        const QStringList& reached = stage.expression->columns();
        concerns = concerns || std::any_of(reached.begin(), reached.end(), isWritten);
    }
    for (const QString& name : rule.columns) {
        const int at = table.indexOf(name);
        if (occasion.unreadable.contains(name))
            return false;
        if (at >= 0 && !isKnown(table.columns[at], values[static_cast<size_t>(at)], occasion))
            return false;
        concerns = concerns || isWritten(name);
    }
    return concerns && isAtStage(rule, table, values, occasion);
}

Problem problemOf(const CheckRule& rule, const TableRules& rules) {
    return {{},
            rule.column,
            rule.name,
            rule.message,
            rule.column.isEmpty() ? QString() : rules.labelOf(rule.column),
            rule.warns,
            rule.inRuns};
}

FieldLocks::FieldLocks(const Table& table, const TableRules& rules, const ScreenRules* screen) {
    for (const Column& column : table.columns) {
        const FieldRule* own = screen ? screen->rule(column.name) : nullptr;
        const FieldRule* rule = own ? own : rules.rule(column.name);
        if (!rule || rule->editableWhen.isEmpty())
            continue;
        if (auto when = bindCondition(rule->editableWhen, table))
            m_locks.push_back(
                {column.name, rules.labelOf(column.name), rule->editableWhen, std::move(*when)});
    }
}

std::vector<Problem> FieldLocks::problems(const QSet<QString>& written,
                                          const std::vector<Value>* former,
                                          const std::vector<Value>& now,
                                          const Present& present) const {
    std::vector<Problem> problems;
    const std::vector<Value> nothing(now.size());
    for (const Lock& lock : m_locks) {
        if (!written.contains(lock.column) ||
            isTrueOf(lock.when, former ? *former : nothing, present) ||
            isTrueOf(lock.when, now, present))
            continue;
        problems.push_back(
            {{},
             lock.column,
             QStringLiteral("editable"),
             coreTr("%1 can only be changed while this is true: %2").arg(lock.label, lock.text),
             lock.label});
    }
    return problems;
}

std::vector<Problem> problemsOf(const Table& table, const TableRules& rules,
                                const ProposedValues& values, const Occasion& occasion) {
    std::vector<Problem> problems;
    QSet<QString> missing;
    const bool isWritten = occasion.what != Occasion::What::Output;
    for (size_t i = 0; isWritten && i < values.size(); ++i) {
        const Column& column = table.columns[static_cast<qsizetype>(i)];
        if (column.computed || occasion.unreadable.contains(column.name))
            continue;
        const QString label = rules.labelOf(column.name);
        // What was empty before may stay so.
        const bool isAskedFor = occasion.what != Occasion::What::Update || !values[i] ||
                                occasion.written.contains(column.name);
        if (!isAskedFor)
            continue;
        if (auto problem = requiredProblem(column, rules.rule(column.name), values[i], label)) {
            problems.push_back(std::move(*problem));
            missing += column.name;
            continue;
        }
        const bool isText = values[i] && values[i]->kind() == Value::Kind::Text &&
                            column.type.kind == TypeKind::Text;
        if (!isText || !occasion.written.contains(column.name))
            continue;
        if (auto fits = fromText(values[i]->asText(), column.type); !fits)
            problems.push_back({{},
                                column.name,
                                QStringLiteral("length"),
                                coreTr("%1: %2").arg(label, fits.error().sentence),
                                label});
    }
    for (const CheckRule& rule : rules.checks) {
        const bool isSaid = rule.asks == CheckRule::Asks::Filled && missing.contains(rule.column);
        if (isSaid || !isAsked(rule, table, values, occasion))
            continue;
        if (auto problem = failure(rule, table, rules, values, occasion))
            problems.push_back(std::move(*problem));
    }
    return problems;
}

} // namespace gravin
