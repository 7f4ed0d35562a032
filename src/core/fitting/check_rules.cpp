// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/check_rules.h"

#include "core/base/text.h"
#include "core/expression/literal.h"
#include "core/fitting/database_checks.h"
#include "core/value/hex_colour.h"

#include <algorithm>

namespace gravin {

namespace {

QStringList keptApart(const QStringList& stages) {
    QStringList own;
    for (const QString& each : stages) {
        if (each != stage::Insert && each != stage::Update && each != stage::Picture &&
            each != stage::Signature && each != stage::Output)
            own += each;
    }
    return own;
}

// Says in `rule` when it is asked. The answer: why a stage does not fit; empty: all do.
QString bindStages(const Check& check, const QList<Stage>& stages, const Table& table,
                   CheckRule& rule) {
    const bool usual = check.stages.isEmpty();
    rule.onInsert = usual || check.stages.contains(stage::Insert);
    rule.onUpdate = usual || check.stages.contains(stage::Update);
    rule.onPicture = check.stages.contains(stage::Picture);
    rule.onSignature = check.stages.contains(stage::Signature);
    rule.onOutput = check.stages.contains(stage::Output);
    for (const QString& name : keptApart(check.stages)) {
        const auto found = std::find_if(stages.begin(), stages.end(),
                                        [&](const Stage& each) { return each.name == name; });
        if (found == stages.end())
            return coreTr("There is no stage “%1”.").arg(name);
        auto when = bindCondition(found->when, table);
        if (!when)
            return coreTr("The stage %1: %2").arg(name, when.error().sentence);
        rule.onStages += std::move(*when);
    }
    return {};
}

// What the rule asks. The answer: why it does not fit; empty: it does.
QString bindQuestion(const Check& check, const Table& table, CheckRule& rule) {
    if (!check.column.isEmpty() && !table.column(check.column)) {
        QList<ExpressionColumn> columns = expressionColumns(table);
        const QString near = nearestName(check.column, columns);
        return near.isEmpty() ? coreTr("%1 has no column %2.").arg(table.name, check.column)
                              : coreTr("%1 has no column %2. Did you mean “%3”?")
                                    .arg(table.name, check.column, near);
    }
    const QStringList filled = check.kind == CheckKind::Unique
                                   ? QStringList{check.column} + check.with
                                   : QStringList{check.column};
    const bool asksDatabase = check.kind == CheckKind::Required ||
                              check.kind == CheckKind::Unique || check.kind == CheckKind::Reference;
    for (const QString& name : filled) {
        const Column* column = table.column(name);
        if (asksDatabase && column && !column->expression.isEmpty())
            return coreTr("%1 is computed: state a condition on what it is computed from.")
                .arg(name);
    }
    switch (check.kind) {
    case CheckKind::Required:
        rule.asks = CheckRule::Asks::Filled;
        rule.columns = {check.column};
        return {};
    case CheckKind::Unique:
        rule.asks = CheckRule::Asks::Unique;
        rule.columns = QStringList{check.column} + check.with;
        for (const QString& name : check.with) {
            if (!table.column(name))
                return coreTr("%1 has no column %2.").arg(table.name, name);
        }
        return {};
    case CheckKind::Reference:
        rule.asks = CheckRule::Asks::Reference;
        rule.columns = {check.column};
        rule.table = check.table;
        rule.target = check.target;
        return {};
    default:
        break;
    }
    const auto text = conditionOf(check, table);
    if (!text)
        return text.error().sentence;
    auto condition = bindCondition(*text, table);
    if (!condition)
        return condition.error().sentence;
    rule.columns = condition->expression->columns();
    rule.condition = std::move(*condition);
    // A subquery that stands in the check itself is no field that anybody could go to.
    const auto isField = [&](const QString& name) {
        const Column* column = table.column(name);
        return column && !(column->aggregate && column->name == column->expression);
    };
    const auto field = std::find_if(rule.columns.begin(), rule.columns.end(), isField);
    if (rule.column.isEmpty() && field != rule.columns.end())
        rule.column = *field;
    return {};
}

// Whether an engine's CHECK of these words means what the expression means. Division, clocks, dates
// that are subtracted, patterns, the order of texts and the like are every engine's own affair.
bool meansTheSame(const Expression& expression, const Table& table, Engine engine) {
    using Operation = ExpressionNode::Operation;
    const bool folds = std::any_of(
        expression.columns().begin(), expression.columns().end(), [&](const QString& name) {
            const Column* column = table.column(name);
            return column && column->foldsText &&
                   expressionTypeOf(column->type) == ExpressionType::Text;
        });
    const auto typeOf = [&](int node) {
        return expression.nodes()[static_cast<size_t>(node)].type;
    };
    const auto isSame = [&](const ExpressionNode& node) {
        const bool onText =
            !node.operands.isEmpty() && typeOf(node.operands.front()) == ExpressionType::Text;
        switch (node.operation) {
        case Operation::Literal:
        case Operation::Column:
        case Operation::And:
        case Operation::Or:
        case Operation::Not:
        case Operation::IsNull:
        case Operation::IsTrue:
        case Operation::IsFalse:
        case Operation::Negate:
            return true;
        case Operation::Equal:
        case Operation::NotEqual:
        case Operation::In:
            return !onText || !folds;
        case Operation::Less:
        case Operation::LessOrEqual:
        case Operation::Greater:
        case Operation::GreaterOrEqual:
            return !onText;
        case Operation::Add:
        case Operation::Subtract:
        case Operation::Multiply:
            return typeOf(node.operands[0]) == ExpressionType::Integer &&
                   typeOf(node.operands[1]) == ExpressionType::Integer;
        case Operation::CharLength:
            return engine != Engine::PostgreSql || !folds; // blanks at the end do not count
        default:
            return false;
        }
    };
    return std::all_of(expression.nodes().begin(), expression.nodes().end(), isSame);
}

} // namespace

CheckRule ruleOf(const Check& check, const QList<Stage>& stages, const Table& table,
                 const TableRules& labels, const LocaleForm& form) {
    CheckRule rule;
    rule.name = checkName(check.kind);
    rule.column = check.column;
    rule.warns = check.severity == Severity::Warn;
    rule.inRuns = check.inRuns;
    QString reason = bindQuestion(check, table, rule);
    if (reason.isEmpty())
        reason = bindStages(check, stages, table, rule);
    rule.message = !check.message.isEmpty()
                       ? check.message
                       : proposedMessage(
                             check, table,
                             [&](const QString& column) { return labels.labelOf(column); }, form);
    if (reason.isEmpty())
        return rule;
    rule.asks = CheckRule::Asks::Nothing;
    const Column* column = table.column(check.column);
    rule.columns =
        column && column->expression.isEmpty() ? QStringList{check.column} : QStringList();
    rule.onStages.clear();
    rule.message = coreTr("The check “%1” cannot be asked: %2 The project has to be mended.")
                       .arg(checkSummary(check), reason);
    return rule;
}

QString reasonAgainst(const Check& check, const QList<Stage>& stages, const Table& table) {
    CheckRule rule;
    const QString reason = bindQuestion(check, table, rule);
    return reason.isEmpty() ? bindStages(check, stages, table, rule) : reason;
}

QString reasonAgainst(const Tag& tag, const Table& table) {
    if (!tag.column.isEmpty() && !table.column(tag.column))
        return coreTr("%1 has no column %2.").arg(table.name, tag.column);
    if (!tag.colour.isEmpty() && !isHexColour(tag.colour))
        return coreTr("“%1” is no colour. Write it like #A3263B.").arg(tag.colour);
    const auto when = bindCondition(tag.when, table);
    return when ? QString() : when.error().sentence;
}

QList<CheckRule> databaseRules(const Table& table, Engine engine, const TableRules& labels,
                               const LocaleForm& form) {
    QList<CheckRule> rules;
    for (const CheckConstraint& constraint : table.checks) {
        const QString text = expressionFromEngine(constraint.expression, engine);
        auto condition = bindCondition(text, table);
        if (!condition || condition->expression->columns().isEmpty() ||
            !meansTheSame(*condition->expression, table, engine))
            continue;
        CheckRule rule;
        rule.name = QStringLiteral("database");
        rule.columns = condition->expression->columns();
        rule.column = rule.columns.front();
        rule.condition = std::move(*condition);
        Check stated{CheckKind::Condition, {}};
        stated.condition = text;
        rule.message = proposedMessage(
            stated, table, [&](const QString& column) { return labels.labelOf(column); }, form);
        rules += std::move(rule);
    }
    return rules;
}

} // namespace gravin
