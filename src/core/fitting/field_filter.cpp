// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/field_filter.h"

#include "core/base/text.h"
#include "core/database/reach.h"
#include "core/expression/literal.h"
#include "core/fitting/field_input.h"
#include "core/value/text_form.h"

namespace gravin {

namespace {

using Kind = FieldFilter::Kind;

Result<QString> literalOf(const BoundField& field, const QString& typed) {
    if (typed.trimmed().isEmpty())
        return Error{ErrorKind::Refused, coreTr("Say a value.")};
    const auto value = inputValue(field, typed);
    if (!value)
        return value.error();
    const QString literal = literalText(*value);
    if (literal.isEmpty())
        return Error{ErrorKind::Refused, coreTr("“%1” cannot be filtered by.").arg(typed)};
    return literal;
}

Result<QString> oneOf(const FieldFilter& filter, const QString& name) {
    QStringList literals;
    bool takesEmpty = false;
    for (const Value& value : filter.values) {
        const QString literal = value.isNull() ? QString() : literalText(value);
        takesEmpty |= value.isNull();
        if (!value.isNull() && literal.isEmpty())
            return Error{ErrorKind::Refused, coreTr("One of the values cannot be filtered by.")};
        if (!literal.isEmpty())
            literals += literal;
    }
    QStringList parts;
    if (!literals.isEmpty())
        parts += QStringLiteral("%1 IN (%2)").arg(name, literals.join(QStringLiteral(", ")));
    if (takesEmpty)
        parts += name + QStringLiteral(" IS NULL");
    if (parts.isEmpty())
        return Error{ErrorKind::Refused, coreTr("Tick at least one value.")};
    return parts.join(QStringLiteral(" OR "));
}

bool isLookup(const BoundField& field) {
    return field.definition.shownAs == ShownAs::Lookup &&
           !field.definition.lookup.shownColumns.isEmpty();
}

// What people read in the field, as an expression: of a lookup what it shows.
QString readName(const FieldFilter& filter, const BoundField& field) {
    return isLookup(field)
               ? reachedName({filter.column, field.definition.lookup.shownColumns.front()})
               : nameText(filter.column);
}

} // namespace

QString filterKindLabel(Kind kind) {
    switch (kind) {
    case Kind::OneOf:
        return coreTr("is one of");
    case Kind::Contains:
        return coreTr("contains");
    case Kind::StartsWith:
        return coreTr("starts with");
    case Kind::AtLeast:
        return coreTr("is at least");
    case Kind::AtMost:
        return coreTr("is at most");
    case Kind::Between:
        return coreTr("is between");
    case Kind::Empty:
        return coreTr("is empty");
    case Kind::Filled:
        return coreTr("is filled in");
    }
    return {};
}

QList<Kind> filterKindsFor(const BoundField& field) {
    if (isLookup(field))
        return {Kind::OneOf, Kind::Contains, Kind::StartsWith, Kind::Empty, Kind::Filled};
    switch (expressionTypeOf(field.column.type)) {
    case ExpressionType::Other:
        return field.column.type.kind == TypeKind::Any ? QList<Kind>{}
                                                       : QList<Kind>{Kind::Filled, Kind::Empty};
    case ExpressionType::Text:
        return {Kind::OneOf, Kind::Contains, Kind::StartsWith, Kind::Empty, Kind::Filled};
    case ExpressionType::Boolean:
        return {Kind::OneOf};
    case ExpressionType::Null:
    case ExpressionType::Interval:
        return {};
    default:
        return {Kind::OneOf, Kind::Between, Kind::AtLeast, Kind::AtMost, Kind::Empty, Kind::Filled};
    }
}

Result<QString> conditionOf(const FieldFilter& filter, const BoundField& field) {
    const QString name = nameText(filter.column);
    const bool isText = expressionTypeOf(field.column.type) == ExpressionType::Text;
    const QString first = filter.texts.value(0);
    switch (filter.kind) {
    case Kind::OneOf:
        return oneOf(filter, name);
    case Kind::Contains:
    case Kind::StartsWith:
        if (first.isEmpty())
            return Error{ErrorKind::Refused, coreTr("Say a text.")};
        return QStringLiteral("POSITION(LOWER(%1) IN LOWER(%2)) %3")
            .arg(literalText(Value::text(first)), readName(filter, field),
                 filter.kind == Kind::Contains ? QStringLiteral("> 0") : QStringLiteral("= 1"));
    case Kind::AtLeast:
    case Kind::AtMost: {
        const auto literal = literalOf(field, first);
        if (!literal)
            return literal.error();
        return QStringLiteral("%1 %2 %3")
            .arg(name, filter.kind == Kind::AtLeast ? QStringLiteral(">=") : QStringLiteral("<="),
                 *literal);
    }
    case Kind::Between: {
        const auto least = literalOf(field, first);
        const auto most = literalOf(field, filter.texts.value(1));
        if (!least || !most)
            return least ? most.error() : least.error();
        return QStringLiteral("%1 BETWEEN %2 AND %3").arg(name, *least, *most);
    }
    case Kind::Empty:
        return isText ? QStringLiteral("COALESCE(TRIM(%1), '') = ''").arg(name)
                      : name + QStringLiteral(" IS NULL");
    case Kind::Filled:
        return isText ? QStringLiteral("COALESCE(TRIM(%1), '') <> ''").arg(name)
                      : name + QStringLiteral(" IS NOT NULL");
    }
    return QString();
}

QString wordsOf(const FieldFilter& filter, const BoundField& field,
                const std::function<QString(const Value&)>& shown) {
    const QString label = field.label();
    switch (filter.kind) {
    case Kind::OneOf: {
        QStringList values;
        for (const Value& value : filter.values)
            values += value.isNull() ? coreTr("empty") : shown(value);
        return coreTr("%1 is %2").arg(label, values.join(coreTr(" or ")));
    }
    case Kind::Between:
        return coreTr("%1 is from %2 to %3")
            .arg(label, filter.texts.value(0), filter.texts.value(1));
    case Kind::Empty:
    case Kind::Filled:
        return coreTr("%1 %2").arg(label, filterKindLabel(filter.kind));
    default:
        return coreTr("%1 %2 %3").arg(label, filterKindLabel(filter.kind), filter.texts.value(0));
    }
}

namespace {

// Beyond these the expression would be longer than the list is worth.
constexpr qsizetype MostOrderedChoices = 200;

bool isOneOfChoices(const BoundField& field) {
    return !field.definition.choices.isEmpty() && (picksFromChoices(field.definition.shownAs) ||
                                                   field.definition.shownAs == ShownAs::YesNo);
}

QList<std::pair<QString, QString>> wordsOfChoices(const BoundField& field) {
    QList<std::pair<QString, QString>> words;
    for (const Choice& choice : isOneOfChoices(field) ? field.definition.choices : QList<Choice>())
        words += std::pair(choice.label, choice.stored);
    return words;
}

} // namespace

QString orderOf(const BoundField& field, const Table& table) {
    const Lookup& lookup = field.definition.lookup;
    if (field.definition.shownAs == ShownAs::Lookup && table.references) {
        const QStringList path{field.name(), lookup.shownColumns.value(0)};
        const auto reach = table.references->reach(path);
        const bool isSame = reach && reach->steps.front().to.name == lookup.table &&
                            reach->steps.front().key == QStringList{lookup.storedColumn};
        return isSame ? reachedName(path) : QString();
    }
    if (!isOneOfChoices(field) || field.definition.shownAs == ShownAs::YesNo ||
        field.definition.choices.size() > MostOrderedChoices)
        return {};
    QString cases;
    int place = 0;
    for (const Choice& choice : field.definition.choices) {
        const auto value = fromText(choice.stored, field.column.type);
        const QString literal = value && !value->isNull() ? literalText(*value) : QString();
        if (!literal.isEmpty())
            cases += QStringLiteral(" WHEN %1 THEN %2").arg(literal).arg(place++);
    }
    // What is none of them stands behind them, what is empty where an empty field stands.
    const QString name = nameText(field.name());
    return cases.isEmpty()
               ? QString()
               : QStringLiteral("CASE WHEN %1 IS NULL THEN NULL ELSE CASE %1%2 ELSE %3 END END")
                     .arg(name, cases)
                     .arg(place);
}

QList<SearchedColumn> searchedColumns(const BoundScreen& screen, const Catalog& catalog) {
    QList<SearchedColumn> searched;
    for (const BoundField& field : screen.fields) {
        if (!field.placement.inGrid())
            continue;
        const Lookup& lookup = field.definition.lookup;
        const Table* target =
            field.definition.shownAs == ShownAs::Lookup ? catalog.table(lookup.table) : nullptr;
        const QString shown = lookup.shownColumns.value(0);
        const Table stored = target ? target->stored() : Table();
        const bool looksThere = target && !target->isQuery() && stored.column(shown) &&
                                stored.column(lookup.storedColumn);
        if (looksThere)
            searched += SearchedColumn{field.name(), std::make_shared<const Table>(*target),
                                       lookup.storedColumn, shown};
        else
            searched += SearchedColumn{field.name(), {}, {}, {}, wordsOfChoices(field)};
    }
    return searched;
}

} // namespace gravin
