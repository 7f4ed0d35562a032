// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/field_input.h"

#include "core/base/person.h"
#include "core/base/text.h"
#include "core/fitting/check_rules.h"
#include "core/fitting/next_number.h"
#include "core/value/display_format.h"
#include "core/value/hex_colour.h"
#include "core/value/mask.h"
#include "core/value/text_form.h"

#include <QDateTime>
#include <QRegularExpression>

namespace gravin {

namespace {

bool hasChoices(const FieldDefinition& field) {
    return !field.choices.isEmpty() &&
           (picksFromChoices(field.shownAs) || field.shownAs == ShownAs::YesNo);
}

// What is stored for a choice; of a yes or no also where it is written "1" or "true".
std::optional<Value> storedValue(const Choice& choice, const ColumnType& type) {
    auto value = fromText(choice.stored, type);
    return value ? std::optional(*value) : std::nullopt;
}

Result<Value> choiceFromText(const BoundField& field, const QString& text) {
    QStringList labels;
    for (const Choice& choice : field.definition.choices) {
        if (choice.label.compare(text.trimmed(), Qt::CaseInsensitive) == 0 || choice.stored == text)
            return fromText(choice.stored, field.column.type);
        labels += choice.label;
    }
    return Error{
        ErrorKind::Refused,
        coreTr("“%1” is none of the choices: %2.").arg(text, labels.join(QStringLiteral(", ")))};
}

// What the way of showing asks of a text beyond its type. Empty texts are nobody's business here.
Status checkForm(const FieldDefinition& field, const QString& text) {
    const QString sentence = refusalOfForm(field.shownAs, text, field.mask);
    if (sentence.isEmpty())
        return ok();
    return Error{ErrorKind::Refused, sentence};
}

} // namespace

const Choice* choiceOf(const BoundField& field, const Value& value) {
    if (!hasChoices(field.definition) || value.isNull())
        return nullptr;
    const QString text = toText(value, field.column.type);
    for (const Choice& choice : field.definition.choices) {
        if (choice.stored == text || storedValue(choice, field.column.type) == value)
            return &choice;
    }
    return nullptr;
}

QString shownText(const BoundField& field, const Value& value) {
    if (const Choice* choice = choiceOf(field, value))
        return choice->label;
    return formatted(value, field.column.type, field.definition.format, field.form);
}

QString editedText(const BoundField& field, const Value& value) {
    return typedText(value, field.column.type, field.definition.format, field.form);
}

namespace {

Result<Value> valueOf(const BoundField& field, const QString& text, const LocaleForm& form) {
    if (text.trimmed().isEmpty())
        return fromText(text, field.column.type);
    if (hasChoices(field.definition))
        return choiceFromText(field, text);
    if (auto fits = checkForm(field.definition, text); !fits)
        return fits.error();
    return fromFormatted(text, field.column.type, field.definition.format, form);
}

} // namespace

Result<Value> inputValue(const BoundField& field, const QString& text) {
    return valueOf(field, text, field.form);
}

Result<Value> storedInputValue(const BoundField& field, const QString& text) {
    return valueOf(field, text, LocaleForm::plain());
}

namespace {

QString kindText(FieldDefault::Kind kind) {
    switch (kind) {
    case FieldDefault::Kind::Today:
        return coreTr("today");
    case FieldDefault::Kind::Now:
        return coreTr("now");
    case FieldDefault::Kind::Person:
        return coreTr("person's name");
    case FieldDefault::Kind::NextNumber:
        return coreTr("next number");
    case FieldDefault::Kind::None:
    case FieldDefault::Kind::Fixed:
    case FieldDefault::Kind::Computed:
        break;
    }
    return {};
}

// Stands before an expression where a default is typed.
QString computedWord() { return coreTr("computed"); }

// By the person's clock, to the second.
Value momentFor(TypeKind kind) {
    const auto timeOf = [](const QDateTime& moment) {
        return TimeOfDay{moment.time().msecsSinceStartOfDay() / 1000 * TimeOfDay::PerSecond};
    };
    const QDateTime now = QDateTime::currentDateTime();
    switch (kind) {
    case TypeKind::Date:
        return Value::date(now.date());
    case TypeKind::Time:
        return Value::time(timeOf(now));
    case TypeKind::Timestamp:
        return Value::timestamp({now.date(), timeOf(now)});
    case TypeKind::Instant: {
        const QDateTime utc = now.toUTC();
        return Value::instant({{utc.date(), timeOf(utc)}});
    }
    default:
        return Value::null();
    }
}

Result<Value> valueOfDefault(const BoundField& field) {
    const FieldDefault& standard = field.definition.defaultValue;
    switch (standard.kind) {
    case FieldDefault::Kind::None:
        return Value::null();
    case FieldDefault::Kind::Fixed:
        return storedInputValue(field, standard.text);
    case FieldDefault::Kind::Today:
    case FieldDefault::Kind::Now:
        return momentFor(field.column.type.kind);
    case FieldDefault::Kind::Person:
        return fromText(personName(), field.column.type);
    case FieldDefault::Kind::NextNumber: // needs the other records
    case FieldDefault::Kind::Computed:   // needs the other fields
        break;
    }
    return Value::null();
}

Result<Value> computedDefault(const BoundField& field, const Table& table,
                              const QMap<QString, Value>& others) {
    const auto bound = bindExpression(field.definition.defaultValue.text, table);
    if (!bound)
        return Error{ErrorKind::Refused, bound.error().sentence};
    static const Value none;
    RecordValues values;
    for (const Column& column : table.columns) {
        const auto other = others.constFind(column.name);
        values.push_back(other == others.constEnd() ? &none : &*other);
    }
    const auto computed = evaluate(*bound, values, Present::take());
    return computed ? valueFor(field.column, *computed) : computed;
}

// A type that the column can take without a text between them.
bool canBecome(ExpressionType from, const ColumnType& to) {
    const auto isNumber = [](ExpressionType type) {
        return type == ExpressionType::Integer || type == ExpressionType::Decimal ||
               type == ExpressionType::Double;
    };
    const ExpressionType wanted = expressionTypeOf(to);
    return from == wanted || from == ExpressionType::Null || (isNumber(from) && isNumber(wanted));
}

} // namespace

QString helpOn(const BoundField& field) {
    QStringList sentences{field.definition.help};
    if (!field.column.filledWith.isEmpty())
        sentences += coreTr("Filled with %1 until you type here; emptied, it is filled again.")
                         .arg(field.column.filledWith);
    if (field.far)
        sentences += coreTr("Stands in %1: what you type here changes that record, wherever it is "
                            "shown.")
                         .arg(field.far->table);
    sentences.removeAll(QString());
    return sentences.join(u'\n');
}

QMap<QString, Value> defaultsOf(const BoundScreen& screen) {
    QMap<QString, Value> values;
    for (const BoundField& field : screen.fields) {
        if (!field.column.expression.isEmpty())
            continue; // computed, here or in another record
        const auto value = valueOfDefault(field);
        if (value && !value->isNull())
            values.insert(field.name(), *value);
    }
    const QMap<QString, Value> given = values;
    for (const BoundField& field : screen.fields) {
        if (field.definition.defaultValue.kind != FieldDefault::Kind::Computed)
            continue;
        const auto value = computedDefault(field, *screen.table, given);
        if (value && !value->isNull())
            values.insert(field.name(), *value);
    }
    return values;
}

QString defaultText(const BoundField& field) {
    const FieldDefault& standard = field.definition.defaultValue;
    if (standard.kind == FieldDefault::Kind::Computed)
        return computedWord() + u' ' + standard.text;
    if (standard.kind != FieldDefault::Kind::Fixed)
        return kindText(standard.kind);
    return hasChoices(field.definition) ? standard.text
                                        : field.form.shownText(standard.text, field.column.type);
}

QList<FieldDefault::Kind> defaultKindsFor(const Table& table, const Column& column) {
    switch (column.type.kind) {
    case TypeKind::Date:
        return {FieldDefault::Kind::Today};
    case TypeKind::Time:
    case TypeKind::Timestamp:
    case TypeKind::Instant:
        return {FieldDefault::Kind::Now};
    case TypeKind::Text:
    case TypeKind::Any:
        return {FieldDefault::Kind::Person};
    case TypeKind::Integer:
        if (countsWithin(table, column.name))
            return {FieldDefault::Kind::NextNumber};
        return {};
    default:
        return {};
    }
}

Result<FieldDefault> defaultFromText(const BoundField& field, const Table& table,
                                     const QString& text) {
    const QString typed = text.trimmed();
    if (typed.isEmpty())
        return FieldDefault{};
    for (const auto kind : defaultKindsFor(table, field.column)) {
        if (kindText(kind).compare(typed, Qt::CaseInsensitive) == 0)
            return FieldDefault{kind, {}};
    }
    if (field.column.computed || field.column.givenByDatabase)
        return Error{ErrorKind::Refused, coreTr("%1 is given by the database.").arg(field.label())};
    const bool isSaidToBeComputed = typed.startsWith(computedWord() + u' ', Qt::CaseInsensitive);
    const auto value = inputValue(field, text);
    if (value && !isSaidToBeComputed)
        return FieldDefault{FieldDefault::Kind::Fixed, hasChoices(field.definition)
                                                           ? text
                                                           : toText(*value, field.column.type)};
    const QString expression =
        isSaidToBeComputed ? typed.mid(computedWord().size()).trimmed() : typed;
    const auto bound = bindExpression(expression, table);
    if (!bound)
        return isSaidToBeComputed ? Error{ErrorKind::Refused, bound.error().sentence}
                                  : value.error();
    // A value that the field cannot take is a mistake, not an expression.
    const auto& nodes = bound->expression->nodes();
    const bool isNumber = std::all_of(nodes.begin(), nodes.end(), [](const ExpressionNode& node) {
        return node.operation == ExpressionNode::Operation::Literal ||
               node.operation == ExpressionNode::Operation::Negate;
    });
    if (!isSaidToBeComputed && isNumber)
        return value.error();
    if (!canBecome(bound->expression->type(), field.column.type))
        return Error{ErrorKind::Refused,
                     coreTr("This expression gives no value of %1.").arg(field.label())};
    return FieldDefault{FieldDefault::Kind::Computed, expression};
}

} // namespace gravin
