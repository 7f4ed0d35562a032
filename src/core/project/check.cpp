// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/check.h"

#include "core/base/enum_words.h"
#include "core/base/text.h"
#include "core/database/reach.h"
#include "core/expression/expression_text.h"
#include "core/expression/literal.h"
#include "core/value/text_form.h"

#include <QRegularExpression>

#include <algorithm>
#include <array>

namespace gravin {

namespace {

constexpr EnumWords Kinds(std::to_array<EnumWord<CheckKind>>(
    {{CheckKind::Required, "required", QT_TRANSLATE_NOOP("gravin", "Filled in")},
     {CheckKind::Range, "range", QT_TRANSLATE_NOOP("gravin", "Range")},
     {CheckKind::Length, "length", QT_TRANSLATE_NOOP("gravin", "Length")},
     {CheckKind::Pattern, "pattern", QT_TRANSLATE_NOOP("gravin", "Pattern")},
     {CheckKind::OneOf, "one_of", QT_TRANSLATE_NOOP("gravin", "One of")},
     {CheckKind::Unique, "unique", QT_TRANSLATE_NOOP("gravin", "Unique")},
     {CheckKind::Reference, "reference", QT_TRANSLATE_NOOP("gravin", "Exists in")},
     {CheckKind::Condition, "condition", QT_TRANSLATE_NOOP("gravin", "Condition")}}));

constexpr EnumWords Severities(std::to_array<EnumWord<Severity>>({{Severity::Stop, "stop"},
                                                                  {Severity::Warn, "warn"}}));

constexpr EnumWords InRunsWords(std::to_array<EnumWord<InRuns>>(
    {{InRuns::Stop, "stop"}, {InRuns::LeaveOut, "leave_out"}, {InRuns::Ask, "ask"}}));

// A bound is a value of the column or, where it cannot be one, an expression.
QString boundText(const QString& bound, const ColumnType& type) {
    const auto value = fromText(bound.trimmed(), type);
    const QString literal = value && !value->isNull() ? literalText(*value) : QString();
    return literal.isEmpty() ? u'(' + bound + u')' : literal;
}

QString rangeCondition(const Check& check, const Column& column) {
    QStringList parts;
    const QString name = nameText(column.name);
    if (!check.least.trimmed().isEmpty())
        parts += QStringLiteral("%1 >= %2").arg(name, boundText(check.least, column.type));
    if (!check.most.trimmed().isEmpty())
        parts += QStringLiteral("%1 <= %2").arg(name, boundText(check.most, column.type));
    return parts.join(QStringLiteral(" AND "));
}

QString lengthCondition(const Check& check, const Column& column) {
    QStringList parts;
    const QString length = QStringLiteral("CHAR_LENGTH(%1)").arg(nameText(column.name));
    if (check.shortest >= 0)
        parts += QStringLiteral("%1 >= %2").arg(length).arg(check.shortest);
    if (check.longest >= 0)
        parts += QStringLiteral("%1 <= %2").arg(length).arg(check.longest);
    return parts.join(QStringLiteral(" AND "));
}

Result<QString> oneOfCondition(const Check& check, const Column& column) {
    QStringList literals;
    for (const QString& text : check.values) {
        const auto value = fromText(text, column.type);
        if (!value)
            return value.error();
        if (value->isNull())
            return Error{ErrorKind::Refused, coreTr("An empty value is none of a list.")};
        literals += literalText(*value);
    }
    return QStringLiteral("%1 IN (%2)")
        .arg(nameText(column.name), literals.join(QStringLiteral(", ")));
}

Error incomplete(const QString& sentence) { return {ErrorKind::Refused, sentence}; }

} // namespace

QString checkName(CheckKind kind) { return Kinds.name(kind); }
std::optional<CheckKind> checkFromName(const QString& name) { return Kinds.from(name); }
QString checkLabel(CheckKind kind) { return Kinds.label(kind); }
QList<CheckKind> allCheckKinds() { return Kinds.all(); }

QString severityName(Severity severity) { return Severities.name(severity); }
std::optional<Severity> severityFromName(const QString& name) { return Severities.from(name); }

QString inRunsName(InRuns inRuns) { return InRunsWords.name(inRuns); }
std::optional<InRuns> inRunsFromName(const QString& name) { return InRunsWords.from(name); }

Result<QString> conditionOf(const Check& check, const Table& table) {
    if (check.kind == CheckKind::Condition) {
        if (check.condition.trimmed().isEmpty())
            return incomplete(coreTr("This check has no condition."));
        return check.condition;
    }
    const Column* column = table.column(check.column);
    if (!column)
        return Error{ErrorKind::NotFound,
                     coreTr("%1 has no column %2.").arg(table.name, check.column)};
    QString condition;
    switch (check.kind) {
    case CheckKind::Range:
        condition = rangeCondition(check, *column);
        if (condition.isEmpty())
            return incomplete(coreTr("This range has neither a least nor a most."));
        return condition;
    case CheckKind::Length:
        condition = lengthCondition(check, *column);
        if (condition.isEmpty())
            return incomplete(coreTr("This length has neither a shortest nor a longest."));
        return condition;
    case CheckKind::Pattern:
        if (check.pattern.isEmpty())
            return incomplete(coreTr("This check has no pattern."));
        if (const QRegularExpression alone(check.pattern); !alone.isValid())
            return incomplete(
                coreTr("This is no regular expression: %1.").arg(alone.errorString()));
        return QStringLiteral("%1 LIKE_REGEX %2")
            .arg(nameText(column->name),
                 literalText(Value::text(QStringLiteral("\\A(?:%1)\\z").arg(check.pattern))));
    case CheckKind::OneOf:
        if (check.values.isEmpty())
            return incomplete(coreTr("This list has no value."));
        return oneOfCondition(check, *column);
    case CheckKind::Required:
    case CheckKind::Unique:
    case CheckKind::Reference:
    case CheckKind::Condition:
        break;
    }
    return condition;
}

namespace {

QString limitsText(const QString& least, const QString& most) {
    if (least.isEmpty())
        return coreTr("at most %1").arg(most);
    return most.isEmpty() ? coreTr("at least %1").arg(least)
                          : coreTr("from %1 to %2").arg(least, most);
}

QString lengthText(const Check& check) {
    const auto number = [](int length) { return length < 0 ? QString() : QString::number(length); };
    return limitsText(number(check.shortest), number(check.longest));
}

// The expression as people know its fields; what is none stays as it is.
QString withLabels(const QString& text, const Table& table,
                   const std::function<QString(const QString&)>& labelOf) {
    const auto expression = parseExpression(text, expressionColumns(table), table.references.get());
    return expression ? expressionText(*expression, labelOf) : text;
}

QString shownValues(const QStringList& values, const Column* column, const LocaleForm& form) {
    QStringList shown;
    for (const QString& value : values)
        shown += column ? form.shownText(value, column->type) : value;
    return shown.join(QStringLiteral(", "));
}

// A bound that is a value is written as people write it.
QString boundWithLabels(const QString& bound, const Column* column, const Table& table,
                        const std::function<QString(const QString&)>& labelOf,
                        const LocaleForm& form) {
    const bool isValue = column && fromText(bound.trimmed(), column->type);
    return isValue ? form.shownText(bound.trimmed(), column->type)
                   : withLabels(bound.trimmed(), table, labelOf);
}

} // namespace

QString proposedMessage(const Check& check, const Table& table,
                        const std::function<QString(const QString&)>& labelOf,
                        const LocaleForm& form) {
    if (!conditionOf(check, table))
        return {}; // nothing can be said of half a check
    const QString label = check.column.isEmpty() ? QString() : labelOf(check.column);
    switch (check.kind) {
    case CheckKind::Required:
        return coreTr("%1 is missing. Fill it in.").arg(label);
    case CheckKind::Range:
        return coreTr("%1 must be %2.")
            .arg(label, limitsText(boundWithLabels(check.least, table.column(check.column), table,
                                                   labelOf, form),
                                   boundWithLabels(check.most, table.column(check.column), table,
                                                   labelOf, form)));
    case CheckKind::Length:
        return coreTr("%1 must have %2 characters.").arg(label, lengthText(check));
    case CheckKind::Pattern:
        return coreTr("%1 does not have the form that is expected: %2.").arg(label, check.pattern);
    case CheckKind::OneOf:
        return coreTr("%1 must be one of: %2.")
            .arg(label, shownValues(check.values, table.column(check.column), form));
    case CheckKind::Unique: {
        QStringList others;
        for (const QString& column : check.with)
            others += labelOf(column);
        return others.isEmpty() ? coreTr("%1: another record already has this value.").arg(label)
                                : coreTr("%1: another record already has this value together with "
                                         "the same %2.")
                                      .arg(label, others.join(QStringLiteral(", ")));
    }
    case CheckKind::Reference:
        return coreTr("%1: there is no such record in %2.").arg(label, check.table);
    case CheckKind::Condition:
        return coreTr("This must hold: %1.")
            .arg(withLabels(check.condition.trimmed(), table, labelOf));
    }
    return {};
}

bool canBeAbout(CheckKind kind, const Column& column) {
    const ExpressionType type = expressionTypeOf(column.type);
    switch (kind) {
    case CheckKind::Length:
    case CheckKind::Pattern:
        return type == ExpressionType::Text;
    case CheckKind::Range:
        return type != ExpressionType::Boolean && type != ExpressionType::Other;
    case CheckKind::OneOf:
        return type != ExpressionType::Other;
    case CheckKind::Required:
    case CheckKind::Unique:
    case CheckKind::Reference:
        return column.expression.isEmpty();
    case CheckKind::Condition:
        return true;
    }
    return false;
}

QString checkSummary(const Check& check) {
    const QString column = check.column;
    switch (check.kind) {
    case CheckKind::Required:
        return coreTr("%1 is filled in").arg(column);
    case CheckKind::Range:
        return check.least.isEmpty() && check.most.isEmpty()
                   ? coreTr("%1 within limits").arg(column)
                   : coreTr("%1 %2").arg(column, limitsText(check.least, check.most));
    case CheckKind::Length:
        return coreTr("%1 has %2 characters").arg(column, lengthText(check));
    case CheckKind::Pattern:
        return coreTr("%1 reads %2").arg(column, check.pattern);
    case CheckKind::OneOf:
        return coreTr("%1 is one of %2").arg(column, check.values.join(QStringLiteral(", ")));
    case CheckKind::Unique:
        return check.with.isEmpty() ? coreTr("%1 is unique").arg(column)
                                    : coreTr("%1 is unique with %2")
                                          .arg(column, check.with.join(QStringLiteral(", ")));
    case CheckKind::Reference:
        return coreTr("%1 exists in %2.%3").arg(column, check.table, check.target);
    case CheckKind::Condition:
        return check.condition;
    }
    return {};
}

} // namespace gravin
